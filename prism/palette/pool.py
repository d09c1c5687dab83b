"""The colours that companions are chosen from, with what every choice asks of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.spectrum import Array
from prism.whites.ranking import which


@dataclass(frozen=True, eq=False)
class Pool:
    """Colours of decks: Lab (n, 3), LRV (n,) and keys (n,), under a method and a neutral line."""

    lab: Array
    lrv: Array
    keys: Sequence[str]
    method: Method
    neutral: WorkingNeutral

    @cached_property
    def undertone(self) -> Array:
        """Distance of each from the neutral of its lightness, (n, 2)."""
        undertones: Array = self.neutral.undertone(self.lab.reshape(-1, 3))
        return undertones

    @cached_property
    def strength(self) -> Array:
        """Length of the undertone, Lab units, (n,)."""
        strengths: Array = np.hypot(self.undertone[:, 0], self.undertone[:, 1])
        return strengths

    @cached_property
    def whites(self) -> NDArray[np.intp]:
        return which(self.lab, self.lrv, self.method, self.neutral)
