"""Colour difference by CIEDE2000, its parts, and nearest colours in a deck."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.spectrum import Array

_CHUNK = 8_192
_POW25_7 = 25.0**7
_TINY = 1e-12
_COS = {angle: float(np.cos(np.radians(angle))) for angle in (6, 30, 63)}
_SIN = {angle: float(np.sin(np.radians(angle))) for angle in (6, 30, 63)}


@dataclass(frozen=True)
class Difference:
    """ΔE00 and its weighted parts, each of shape (...): lightness, chroma and hue terms, signed second minus first."""

    total: Array
    lightness: Array
    chroma: Array
    hue: Array


def difference(first: ArrayLike, second: ArrayLike) -> Difference:
    """Return CIEDE2000 (kL = kC = kH = 1) between Lab arrays that broadcast to (..., 3).

    The hue term comes from cross and dot products, which needs no angle wrapping.
    Source: Luo, Cui and Rigg (2001); equation numbers as in Sharma, Wu and Dalal (2005).
    """
    l1, a1, b1 = np.moveaxis(np.asarray(first, dtype=np.float64), -1, 0)
    l2, a2, b2 = np.moveaxis(np.asarray(second, dtype=np.float64), -1, 0)
    g = 1.5 - 0.5 * _saturation((length(a1, b1) + length(a2, b2)) / 2)  # 1 + G of (2)-(4)
    a1, a2 = g * a1, g * a2  # (5)
    c1, c2 = length(a1, b1), length(a2, b2)  # (6)
    dc = c2 - c1  # (9)
    # ΔH' = 2 sqrt(C1'C2') sin(Δh/2), (11), without the angles themselves, in whichever form keeps its precision
    product, dot, cross = c1 * c2, a1 * a2 + b1 * b2, a1 * b2 - b1 * a2
    near = cross * np.sqrt(2 / np.maximum(product + dot, 1e-300))
    far = np.where(cross < 0, -1.0, 1.0) * np.sqrt(np.maximum(2 * (product - dot), 0.0))
    dh = np.where(dot > 0, near, far)
    # mean hue, (14), as its cosine and sine: the bisector of the two directions
    u1, u2 = 1 / np.maximum(c1, _TINY), 1 / np.maximum(c2, _TINY)
    x, y = a1 * u1 + a2 * u2, b1 * u1 + b2 * u2
    opposite = (length(x, y) < 1e-9) & (product > 0)
    if np.any(opposite):
        # exactly opposite hues have no bisector: the mean of the angles, as the standard's conventions give it
        mean = (np.arctan2(b1, a1) % (2 * np.pi) + np.arctan2(b2, a2) % (2 * np.pi)) / 2
        x, y = np.where(opposite, np.cos(mean), x), np.where(opposite, np.sin(mean), y)
    # two greys have no hue; theirs is taken as 0, and does not matter
    x = np.where(product + c1 + c2 > 0, x, 1.0)
    scale = 1 / np.maximum(length(x, y), _TINY)
    cos1, sin1 = x * scale, y * scale
    cos2, sin2 = 2 * cos1**2 - 1, 2 * sin1 * cos1
    cos3, sin3 = cos1 * cos2 - sin1 * sin2, sin1 * cos2 + cos1 * sin2
    cos4, sin4 = 2 * cos2**2 - 1, 2 * sin2 * cos2
    t = (
        1
        - 0.17 * (cos1 * _COS[30] + sin1 * _SIN[30])
        + 0.24 * cos2
        + 0.32 * (cos3 * _COS[6] - sin3 * _SIN[6])
        - 0.20 * (cos4 * _COS[63] + sin4 * _SIN[63])
    )  # (15)
    degrees = np.degrees(np.arctan2(sin1, cos1)) % 360
    dtheta = np.pi / 6 * np.exp(-(((degrees - 275) / 25) ** 2))  # (16)
    mean_c = (c1 + c2) / 2  # (13)
    rotation = -2 * _saturation(mean_c) * np.sin(2 * dtheta)  # (17), (21)
    kl = lightness_term(l1, l2)
    kc = dc / (1 + 0.045 * mean_c)  # (19)
    kh = dh / (1 + 0.015 * mean_c * t)  # (20)
    total = np.sqrt(np.maximum(kl**2 + kc**2 + kh**2 + rotation * kc * kh, 0.0))  # (22)
    return Difference(total, kl, kc, kh)


def lightness_term(first: ArrayLike, second: ArrayLike) -> Array:
    """Return ΔL'/S_L of lightnesses that broadcast to (...); ΔE00 is never smaller than its size."""
    l1, l2 = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    l50 = ((l1 + l2) / 2 - 50) ** 2
    term: Array = (l2 - l1) / (1 + 0.015 * l50 / np.sqrt(20 + l50))  # (8), (18)
    return term


def delta_e(first: ArrayLike, second: ArrayLike) -> Array:
    """Return ΔE00 of Lab arrays that broadcast to (..., 3), shape (...). Long arrays are taken in chunks."""
    one, other = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    if other.ndim == 2 and len(other) > _CHUNK and one.ndim == 1:
        return np.concatenate([difference(one, other[i : i + _CHUNK]).total for i in range(0, len(other), _CHUNK)])
    return difference(one, other).total


def length(x: Array, y: Array) -> Array:
    """Return √(x² + y²), (...); several times as fast as `np.hypot`, which also minds overflow."""
    found: Array = np.sqrt(x * x + y * y)
    return found


def _saturation(chroma: Array) -> Array:
    """√(C⁷ / (C⁷ + 25⁷)), which both G and R_C are made of."""
    c2 = chroma * chroma
    c7 = c2 * c2 * c2 * chroma
    share: Array = np.sqrt(c7 / (c7 + _POW25_7))
    return share


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
    lightness, a, b = np.moveaxis(lab, -1, 0)
    a = a * (1.5 - 0.5 * _saturation(length(a, b)))
    chroma = length(a, b)
    shrink = np.log1p(0.045 * chroma) / 0.045 / np.maximum(chroma, _TINY)
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
        _, pool = self._tree.query(point, k=min(4 * count, len(self.lab)))
        pool = np.atleast_1d(pool)
        worst = float(np.partition(delta_e(target, self.lab[pool]), count - 1)[count - 1])
        reach = worst * _stretch(target, worst)
        wide = np.asarray(self._tree.query_ball_point(point, reach + 1e-9), dtype=np.intp)
        distance = delta_e(target, self.lab[wide])
        order = np.lexsort((wide, distance))[:count]
        return wide[order], distance[order]


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
