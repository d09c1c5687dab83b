"""The nearest colours of a deck by ΔE00, exactly."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import TINY, delta_e, length, saturation
from prism.spectrum import Array


def _lightness_integral(lightness: Array) -> Array:
    """∫ dL / S_L from L* 50, on which equal steps are equal ΔE00 for greys."""
    x = np.asarray(lightness) - 50
    # S_L is even about 50; the integral is tabulated once and read by linear interpolation
    integral: Array = np.sign(x) * np.interp(np.abs(x), _L_STEPS, _L_TABLE)
    return integral


_L_STEPS = np.linspace(0, 60, 2401)


_S_L = 1 + 0.015 * _L_STEPS**2 / np.sqrt(20 + _L_STEPS**2)


_L_TABLE = np.concatenate([[0.0], np.cumsum((1 / _S_L[1:] + 1 / _S_L[:-1]) / 2 * np.diff(_L_STEPS))])


def _flatten(lab: Array) -> Array:
    """Return coordinates (..., 3) in which straight distance is close to ΔE00 for near colours."""
    lightness, a, b = lab[..., 0], lab[..., 1], lab[..., 2]
    a = a * (1.5 - 0.5 * saturation(length(a, b)))
    chroma = length(a, b)
    shrink = np.log1p(0.045 * chroma) / 0.045 / np.maximum(chroma, TINY)
    shrink = np.where(chroma < 1e-9, 1.0, shrink)
    return np.stack([_lightness_integral(lightness), a * shrink, b * shrink], axis=-1)


class Nearest:
    """The nearest colours of a deck by ΔE00: a tree on flattened Lab proposes, exact ΔE00 decides.

    `lab` has shape (n, 3). Flattened distance and ΔE00 differ by a bounded factor, larger for saturated colours and
    largest where the blue rotation term acts; every colour within that factor of the provisional answer is ranked
    exactly, so the answer is the same as comparing with the whole deck.
    """

    def __init__(self, lab: ArrayLike) -> None:
        from scipy.spatial import cKDTree

        self.lab: Array = np.ascontiguousarray(lab, dtype=np.float64).reshape(-1, 3)
        self._tree = cKDTree(_flatten(self.lab)) if len(self.lab) else None

    def query(self, lab: ArrayLike, count: int) -> tuple[NDArray[np.intp], Array]:
        """Return indices (k,) and ΔE00 (k,) of the `count` nearest to one Lab (3,), nearest first; k may be fewer."""
        target = np.asarray(lab, dtype=np.float64)
        count = min(count, len(self.lab))
        if self._tree is None or count <= 0:
            return np.empty(0, dtype=np.intp), np.empty(0)
        point = _flatten(target)
        flattened, pool = map(np.atleast_1d, self._tree.query(point, k=min(_POOL * count, len(self.lab))))
        distance = delta_e(target, self.lab[pool])
        worst = float(np.partition(distance, count - 1)[count - 1])
        reach = worst * _stretch(target, worst) + 1e-9
        if flattened[-1] <= reach and len(pool) < len(self.lab):  # else all within reach are in the pool
            pool = np.asarray(self._tree.query_ball_point(point, reach), dtype=np.intp)
            distance = delta_e(target, self.lab[pool])
        order = np.lexsort((pool, distance))[:count]
        return pool[order], distance[order]


_POOL = 8
"""Times as many colours are proposed as are asked for: so many that a second look is seldom needed."""


def _stretch(target: Array, reach: float) -> float:
    """Return how many times flattened distance may exceed ΔE00 within `reach` of a colour.

    The largest ratio found by search over 24 million pairs (`bench/stretch.py`) in any cell of chroma and hue that the
    candidates may lie in, with a margin. It is small between near-neutral colours and in the warm hues, and large
    where the blue rotation term acts.
    """
    chroma = float(np.hypot(target[1], target[2]))
    if chroma + _TAME * reach < 20:
        return _TAME
    if 3 * reach >= chroma:
        return _WILD  # candidates may lie in any hue
    arc = np.degrees(np.arcsin(3 * reach / chroma))
    hue = np.degrees(np.arctan2(target[2], target[1])) % 360
    rows = np.searchsorted(_CHROMA_EDGES, [chroma - 3 * reach, chroma + 3 * reach], side="right")
    columns = np.arange(np.floor((hue - arc) / 30), np.floor((hue + arc) / 30) + 1).astype(int) % 12
    return float(_RATIO[rows[0] : rows[1] + 1, columns].max() * _MARGIN)


_TAME, _WILD, _MARGIN = 1.4, 3.2, 1.15


_CHROMA_EDGES = [10, 20, 30, 50, 80]


_RATIO = np.array(
    [
        [1.22, 1.22, 1.22, 1.24, 1.23, 2.07, 2.53, 2.51, 2.61, 1.52, 1.24, 1.18],
        [1.10, 1.12, 1.14, 1.13, 1.23, 1.62, 1.81, 2.49, 2.71, 1.78, 1.18, 1.09],
        [1.12, 1.13, 1.11, 1.14, 1.17, 1.30, 1.53, 1.97, 2.69, 2.16, 1.18, 1.17],
        [1.47, 1.13, 1.09, 1.12, 1.17, 1.21, 1.32, 1.68, 2.48, 2.38, 1.78, 1.74],
        [2.11, 1.15, 1.14, 1.16, 1.15, 1.16, 1.24, 1.45, 2.37, 2.45, 2.27, 2.17],
        [2.30, 1.13, 1.14, 1.18, 1.22, 1.22, 1.29, 1.38, 2.34, 2.53, 2.71, 2.46],
    ]
)
"""Rows by chroma, divided at `_CHROMA_EDGES`; columns by hue, 30° each from 0."""


def nearest(target: ArrayLike, deck: ArrayLike, count: int = 12) -> tuple[NDArray[np.intp], Array]:
    """Return indices (k,) and ΔE00 (k,) of the `count` colours of `deck` (n, 3) nearest to `target` (3,), exactly.

    Compares with every colour, in chunks; use `Nearest` when the same deck is asked more than once.
    """
    distance = delta_e(target, np.asarray(deck, dtype=np.float64).reshape(-1, 3))
    order = np.lexsort((np.arange(distance.size), distance))[:count]
    return order, distance[order]
