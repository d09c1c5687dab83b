"""The neutral line: the painted grey that undertones are read against.

Practitioners do not hold a colour against mathematical grey (a* = b* = 0) but against painted whites and greys, which
are all slightly yellow. The line is data: a few knots over lightness, linear between them and constant beyond.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array

LIGHT_END = 8.0
"""L* below a chosen white within which it replaces the method's own knots."""


@dataclass(frozen=True)
class WorkingNeutral:
    """A line of neutral a*, b* over L*; all three tuples have the same length and `lightness` rises."""

    kind: str
    lightness: tuple[float, ...]
    a: tuple[float, ...]
    b: tuple[float, ...]

    def __post_init__(self) -> None:
        if not (len(self.lightness) == len(self.a) == len(self.b) >= 1):
            raise ValueError("a neutral line needs an a* and a b* for each lightness")
        if any(later <= earlier for earlier, later in zip(self.lightness, self.lightness[1:], strict=False)):
            raise ValueError("the lightness of a neutral line must rise from knot to knot")

    def at(self, lightness: ArrayLike) -> Array:
        """Return the neutral a*, b*, shape (..., 2), at each L* (...)."""
        value = np.asarray(lightness, dtype=np.float64)
        return np.stack([np.interp(value, self.lightness, self.a), np.interp(value, self.lightness, self.b)], axis=-1)

    def undertone(self, lab: ArrayLike) -> Array:
        """Return u, the distance of each colour from the neutral of its lightness in a*, b*: (..., 3) to (..., 2)."""
        values = np.asarray(lab, dtype=np.float64)
        u: Array = values[..., 1:] - self.at(values[..., 0])
        return u

    def moved(self, a: float, b: float) -> WorkingNeutral:
        """Return the whole line moved by a* and b*."""
        return replace(self, a=tuple(v + a for v in self.a), b=tuple(v + b for v in self.b))

    def through(self, white: tuple[float, float, float]) -> WorkingNeutral:
        """Return the line with its light end led through a white (L*, a*, b*), as the mean of chosen whites.

        Knots that lie within `LIGHT_END` below the white, or above it, give way to it.
        """
        kept = [knot for knot in zip(self.lightness, self.a, self.b, strict=True) if knot[0] < white[0] - LIGHT_END]
        lightness, a, b = zip(*kept, white, strict=True)
        return replace(self, kind="whites", lightness=lightness, a=a, b=b)

    def lab(self, lightness: ArrayLike) -> Array:
        """Return the neutral itself as Lab, shape (..., 3), at each L* (...)."""
        value = np.asarray(lightness, dtype=np.float64)
        return np.concatenate([value[..., None], self.at(value)], axis=-1)


GREY = WorkingNeutral("grey", (0.0,), (0.0,), (0.0,))
"""Mathematical grey, a* = b* = 0 at every lightness."""
