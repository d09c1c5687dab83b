"""How the light of lamps, as they hang, falls on the patches or points of a room."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from prism.light.box import Box, box, inward
from prism.light.form_factors import Rectangles
from prism.light.room import Lamp
from prism.spectrum import Array

_LAMP_POINTS = 3
_STANDING = 1.4
"""Height in metres of a lamp on a table or a stand."""
_NEAREST = 1e-3
"""Metres to a lamp below which nothing comes."""


def lamplight(size: tuple[float, float, float], lamp: Lamp) -> Array:
    """Return how much of one lumen of a sort of lamp falls on each patch, lx, (n,); all of it falls somewhere."""
    return _lamplight(size, lamp.count, lamp.hung)


def lamplight_at(room: Box, lamp: Lamp) -> Array:
    """Return how much of one lumen of a sort of lamp falls on points of a room, lx, (p,): see `at`."""
    sources = _hung(room.size, lamp.count, lamp.hung)
    whole = box(room.size, ())
    total = (_kernel(sources, _inside(room.planes), whole.side, lamp.hung) * whole.areas).sum(axis=1, keepdims=True)
    share: Array = (_kernel(sources, room.middles[:, None], room.side, lamp.hung) / total).mean(axis=0)
    return share


@lru_cache(maxsize=256)
def _lamplight(size: tuple[float, float, float], count: int, hung: str) -> Array:
    room = box(size, ())
    seen = _kernel(_hung(size, count, hung), _inside(room.planes), room.side, hung) * room.areas
    share: Array = (seen / seen.sum(axis=1, keepdims=True)).mean(axis=0) / room.areas
    share.setflags(write=False)
    return share


def _kernel(sources: Array, points: Array, side: NDArray[np.intp], hung: str) -> Array:
    """Return what each source (s, 3) gives to surfaces on sides (n,), the mean over their points (n, k, 3), (s, n)."""
    away = sources[:, None, None] - points[None]
    square = (away**2).sum(axis=-1)
    cos = np.maximum((away * inward(side)[None, :, None]).sum(axis=-1), 0)
    seen: Array = (cos / np.maximum(square, _NEAREST**2) ** 1.5).mean(axis=-1)
    if hung == "ceiling":  # set in the ceiling, they shine down only, most straight below
        middle = sources[:, None] - points.mean(axis=1)[None]
        seen = seen * np.maximum(middle[..., 2], 0) / np.sqrt(np.maximum((middle**2).sum(axis=-1), 1e-6))
    return seen


def _inside(planes: tuple[Rectangles, ...]) -> Array:
    """Return points spread over every patch, (n, points, 3)."""
    step = (np.arange(_LAMP_POINTS) + 0.5) / _LAMP_POINTS
    flat = np.stack(np.meshgrid(step, step, indexing="ij"), axis=-1).reshape(-1, 2)
    factors = []
    for plane in planes:
        points = plane.low[:, None] + flat * (plane.high - plane.low)[:, None]
        factors.append(np.insert(points, plane.axis, plane.at, axis=2))
    return np.concatenate(factors)


def _hung(size: tuple[float, float, float], count: int, hung: str) -> Array:
    width, depth, height = size
    rows = max(1, round((count * depth / width) ** 0.5)) if count < 400 else 20
    columns = max(1, -(-min(count, 400) // rows))
    x, y = (np.arange(columns) + 0.5) / columns * width, (np.arange(rows) + 0.5) / rows * depth
    level = {
        "ceiling": height - 0.02,
        "pendant": max(height - 0.7, height / 2),
        "wall": min(1.8, 0.75 * height),
        "table": min(_STANDING, 0.6 * height),
    }[hung]
    places = np.stack(np.meshgrid(x, y, indexing="ij"), axis=-1).reshape(-1, 2)[: max(1, min(count, 400))]
    if hung == "wall":  # along the two longer walls
        edge = 0.25
        turn = np.arange(len(places)) % 2
        if width >= depth:
            places = np.stack([places[:, 0], np.where(turn, depth - edge, edge)], axis=-1)
        else:
            places = np.stack([np.where(turn, width - edge, edge), places[:, 1]], axis=-1)
    return np.column_stack([places, np.full(len(places), level)])
