"""The veil that bright windows lay over what one looks at: their light, scattered in the eye.

Source: CIE 146:2002, *CIE equations for disability glare*, the general equation, for an eye of 40 years with brown or
green irises.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.light.box import Box, Pane, plane_of, view_from
from prism.light.room import SIDES, WALLS
from prism.spectrum import Array

AGE, PIGMENT = 40.0, 0.5
EYE_HEIGHT = 1.6
_LEAST, _WIDEST = 10.0, 100.0
"""Degrees: one looks at the wall beside a window, not into it; and what lies further round is not seen."""


def scattered(degrees: ArrayLike) -> Array:
    """Return the veil, cd/m², of each lux of glare at the eye, by its angle from the line of sight (...)."""
    angle = np.clip(np.asarray(degrees, dtype=np.float64), _LEAST, _WIDEST)
    aged = 1 + (AGE / 62.5) ** 4
    share: Array = 10 / angle**3 + (5 / angle**2 + 0.1 * PIGMENT / angle) * aged + 0.0025 * PIGMENT
    return np.where(np.asarray(degrees) < _WIDEST, share, 0.0)


def standing(shape: Box) -> Array:
    """Return where one stands to look at the walls, (3,): in the middle of the room."""
    width, depth, height = shape.size
    return np.array([width / 2, depth / 2, min(EYE_HEIGHT, 0.6 * height)])


def weights(shape: Box) -> list[tuple[Pane, Array]]:
    """Return for each window, as one sees it from the middle of the room, the veil over each of the `WALLS`, cd/m², for
    a radiance of 1 cd/m² along each ray through it, (4, k)."""
    at = standing(shape)
    weights = []
    for pane in shape.panes:
        seen = view_from(pane, at)
        looked_at = np.stack([_middle(shape, wall) for wall in WALLS]) - at
        gaze = looked_at / np.linalg.norm(looked_at, axis=1, keepdims=True)
        cos = np.clip(gaze @ seen.toward[0].T, -1, 1)
        weights.append((seen, np.maximum(cos, 0) * seen.share[0] * scattered(np.degrees(np.arccos(cos)))))
    return weights


def _middle(shape: Box, wall: str) -> Array:
    side = SIDES.index(wall)
    place = standing(shape)
    place[side // 2] = plane_of(shape.size, side)
    return place
