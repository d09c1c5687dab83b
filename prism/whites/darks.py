"""Dark trims: near-blacks that carry an undertone related to the wall's."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.spectrum import Array

DARKEST, LIGHTEST = 2.0, 14.0
"""LRV between which a colour may be a dark trim."""
RELATED = 50.0
"""Degrees of hue between two undertones up to which they are related."""
QUIET = 1.0
"""Lab units of undertone below which a dark goes with anything."""
MOST_COLOUR = 14.0
"""Lab units of undertone above which a dark is a colour of its own, no trim."""


@dataclass(frozen=True)
class Dark:
    """A dark trim: its row, LRV less the wall's, and degrees between its undertone and the wall's (0 where it has
    none)."""

    row: int
    gap: float
    angle: float


def darks(
    wall: Reading, lab: ArrayLike, lrv: ArrayLike, keys: NDArray[np.str_] | list[str], method: Method,
    neutral: WorkingNeutral, most: int = 4,
) -> list[Dark]:  # fmt: skip
    """Return the dark trims among colours, Lab (n, 3) and LRV (n,), best first: related in undertone, then nearest in
    its hue, then darkest, then by key; none for a wall that is itself too dark for a gap."""
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv, dtype=np.float64)
    rows = np.flatnonzero((y >= DARKEST) & (y <= LIGHTEST) & (wall.lrv - y >= method.trim_gap))
    u: Array = neutral.undertone(values[rows])
    strength = np.hypot(u[:, 0], u[:, 1])
    own = np.asarray(wall.undertone.vector)
    cos = (u @ own) / np.maximum(strength * max(float(np.hypot(*own)), 1e-9), 1e-9)
    angle = np.where(strength < QUIET, 0.0, np.degrees(np.arccos(np.clip(cos, -1, 1))))
    keep = (angle <= RELATED) & (strength <= MOST_COLOUR)

    # one without any undertone is related to nothing: after those that carry the wall's
    def by(i: int) -> tuple[object, ...]:
        return strength[i] < QUIET, round(float(angle[i]) / 10), round(float(y[rows[i]]), 1), str(keys[rows[i]])

    order = sorted(np.flatnonzero(keep).tolist(), key=by)
    return [Dark(int(rows[i]), float(y[rows[i]] - wall.lrv), float(angle[i])) for i in order[:most]]
