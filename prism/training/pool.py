"""The colours that exercises are made from: a deck, surveyed once under a method."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.choosing.groups import contrast_row
from prism.choosing.whites import reference_whites
from prism.classify import Classification, classify_many
from prism.method import Method
from prism.side_by_side import Colours, Pairs, side_by_side
from prism.spectrum import Array
from prism.surety import LEVELS, Level
from prism.whites.ranking import which

Rows = NDArray[np.intp]


@dataclass(frozen=True)
class Pool:
    """A deck that exercises draw from, as a method `seen` it, row for row; `lrv` (n,) and `maker` (n,), a number for
    whoever made each, since what one maker's values err by they err by together."""

    seen: Classification
    lrv: Array
    maker: NDArray[np.int64]

    @classmethod
    def of(cls, lab: ArrayLike, lrv: ArrayLike, doubt: ArrayLike, maker: ArrayLike, method: Method) -> Pool:
        """Return a pool of colours: Lab (n, 3) D65/10°, LRV, ΔE00 of doubt and maker (n,)."""
        y = np.asarray(lrv, dtype=np.float64).reshape(-1)
        return cls(classify_many(lab, y, doubt, method), y, np.asarray(maker, dtype=np.int64).reshape(-1))

    def __len__(self) -> int:
        return len(self.lrv)

    @property
    def lab(self) -> Array:
        """Lab of each, (n, 3)."""
        return self.seen.lab

    @property
    def doubt(self) -> Array:
        """What each is unsure by, ΔE00, (n,)."""
        return self.seen.doubt

    @property
    def method(self) -> Method:
        return self.seen.method

    @cached_property
    def neutrals(self) -> Rows:
        """Rows of colours that are near to the painted neutral: whites, beiges, greys and what lies between."""
        return np.flatnonzero((self.seen.strength < NEUTRAL_TO) & (self.lrv > DARKEST))

    @cached_property
    def whites(self) -> Rows:
        return which(self.lab, self.lrv, self.method, self.method.neutral)

    @cached_property
    def is_named(self) -> NDArray[np.bool_]:
        """Whether each certainly has one hue, and no other, (n,)."""
        sure: NDArray[np.bool_] = self.seen.hues.level == LEVELS.index(Level.CERTAIN)
        return sure & (self.seen.hues.named[:, 1] < 0)

    @cached_property
    def named(self) -> list[Rows]:
        """For each hue of the method the rows of neutrals that certainly have it, and no other."""
        rows = self.neutrals[self.is_named[self.neutrals]]
        return [rows[self.seen.main[rows] == place] for place in range(len(self.method.undertone.words))]

    @cached_property
    def clean(self) -> int | None:
        """Row of the clean white; None of a deck without."""
        return reference_whites(self.lab, self.lrv, self.method, self.method.neutral).get("clean")

    def contrast_colour(self, row: int, but: Sequence[int] = ()) -> int | None:
        """Return the row beside which a row's undertone jumps out, but some; None where there is none."""
        return contrast_row(self.seen.u[row], float(self.lab[row, 0]), self.lab, self.seen.u, (row, *but))

    def beside(self, first: Rows, second: Rows) -> Pairs:
        """Return what the first of each pair shows beside the second, (k,)."""
        shared = np.where(self.maker[first] == self.maker[second], self.method.claims.shared, 0.0)
        return side_by_side(self._colours(first), self._colours(second), shared, self.method)

    def _colours(self, rows: Rows) -> Colours:
        return Colours(self.lab[rows], self.seen.u[rows], self.doubt[rows], self.seen.lightness_doubt[rows])


NEUTRAL_TO = 9.0
"""Strength of undertone, Lab units, up to which a colour counts as a neutral to be trained with."""
DARKEST = 8.0
"""LRV below which undertones are not asked for."""
