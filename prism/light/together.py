"""Two things in the same light: whether their undertones agree, and how far a clash goes."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike

from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.spectrum import Array, lightness_to_lrv
from prism.surety import Level, below

OPPOSED = 100.0
"""Degrees between two undertones from which they pull against each other."""
NEAR = 45.0
"""Degrees within which they pull the same way."""


class Terms(StrEnum):
    """How two undertones stand to each other."""

    AGREE = "agree"
    QUIET = "quiet"
    DIFFER = "differ"
    CLASH = "clash"


@dataclass(frozen=True)
class Pairing:
    """How one colour stands to another in one light.

    `angle` between their undertones, degrees; `size` the smaller undertone's strength, Lab units; `lrv` the first's LRV
    less the second's; `level` how surely a clash is one.
    """

    terms: Terms
    angle: float
    size: float
    lrv: float
    level: Level


def pairing(
    first: ArrayLike, second: ArrayLike, doubts: tuple[float, float], method: Method,
    neutral: WorkingNeutral | None = None,
) -> Pairing:  # fmt: skip
    """Return how a colour stands to another, Lab (3,) each, as they read in one light, with their doubts in ΔE00.

    They clash where both have an undertone and the two pull against each other. Of a clash it is asked how surely the
    weaker of the two lies across the neutral from the other.
    """
    line = neutral or method.neutral
    lab = np.asarray([first, second], dtype=np.float64)
    u: Array = lab[:, 1:] - line.at(lab[:, 0])
    strengths = np.hypot(u[:, 0], u[:, 1])
    size = float(strengths.min())
    cos = float((u[0] @ u[1]) / max(float(np.prod(strengths)), 1e-9))
    angle = float(np.degrees(np.arccos(np.clip(cos, -1, 1))))
    lrv = float(np.diff(lightness_to_lrv(lab[::-1, 0]))[0])
    across = -cos * size
    sure = method.claims.level(float(below(np.array([(across) / max(max(doubts) / np.sqrt(3), 1e-9)]))[0]))
    if size < method.passive_below:
        return Pairing(Terms.QUIET, angle, size, lrv, Level.NONE)
    if angle >= OPPOSED and sure is not Level.NONE:
        return Pairing(Terms.CLASH, angle, size, lrv, sure)
    return Pairing(Terms.AGREE if angle <= NEAR else Terms.DIFFER, angle, size, lrv, Level.NONE)
