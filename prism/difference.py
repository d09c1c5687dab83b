"""Colour difference by CIEDE2000, its parts, and nearest colours in a deck."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array

_CHUNK = 8_192
_POW25_7 = 25.0**7
TINY = 1e-12
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
    one, other = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    l1, a1, b1 = one[..., 0], one[..., 1], one[..., 2]
    l2, a2, b2 = other[..., 0], other[..., 1], other[..., 2]
    g = 1.5 - 0.5 * saturation((length(a1, b1) + length(a2, b2)) / 2)  # 1 + G of (2)-(4)
    a1, a2 = g * a1, g * a2  # (5)
    c1, c2 = length(a1, b1), length(a2, b2)  # (6)
    dc = c2 - c1  # (9)
    # ΔH' = 2 sqrt(C1'C2') sin(Δh/2), (11), without the angles themselves, in whichever form keeps its precision
    product, dot, cross = c1 * c2, a1 * a2 + b1 * b2, a1 * b2 - b1 * a2
    near = cross * np.sqrt(2 / np.maximum(product + dot, 1e-300))
    far = np.where(cross < 0, -1.0, 1.0) * np.sqrt(np.maximum(2 * (product - dot), 0.0))
    dh = np.where(dot > 0, near, far)
    # mean hue, (14), as its cosine and sine: the bisector of the two directions
    u1, u2 = 1 / np.maximum(c1, TINY), 1 / np.maximum(c2, TINY)
    x, y = a1 * u1 + a2 * u2, b1 * u1 + b2 * u2
    opposite = (length(x, y) < 1e-9) & (product > 0)
    if np.any(opposite):
        # exactly opposite hues have no bisector: the mean of the angles, as the standard's conventions give it
        mean = (np.arctan2(b1, a1) % (2 * np.pi) + np.arctan2(b2, a2) % (2 * np.pi)) / 2
        x, y = np.where(opposite, np.cos(mean), x), np.where(opposite, np.sin(mean), y)
    # two greys have no hue; theirs is taken as 0, and does not matter
    x = np.where(product + c1 + c2 > 0, x, 1.0)
    scale = 1 / np.maximum(length(x, y), TINY)
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
    rotation = -2 * saturation(mean_c) * np.sin(2 * dtheta)  # (17), (21)
    kl = lightness_term(l1, l2)
    kc = dc / (1 + 0.045 * mean_c)  # (19)
    kh = dh / (1 + 0.015 * mean_c * t)  # (20)
    total = np.sqrt(np.maximum(kl**2 + kc**2 + kh**2 + rotation * kc * kh, 0.0))  # (22)
    return Difference(total, kl, kc, kh)


def lightness_term(first: ArrayLike, second: ArrayLike) -> Array:
    """Return ΔL'/S_L of lightnesses that broadcast to (...); ΔE00 is never smaller than its size.

    >>> round(float(lightness_term(50, 51)), 3)
    0.999
    """
    l1, l2 = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    l50 = ((l1 + l2) / 2 - 50) ** 2
    term: Array = (l2 - l1) / (1 + 0.015 * l50 / np.sqrt(20 + l50))  # (8), (18)
    return term


def delta_e(first: ArrayLike, second: ArrayLike) -> Array:
    """Return ΔE00 of Lab arrays that broadcast to (..., 3), shape (...). Long arrays are taken in chunks.

    >>> round(float(delta_e([50, 2.6772, -79.7751], [50, 0, -82.7485])), 4)  # the first published pair
    2.0425
    """
    one, other = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    if other.ndim == 2 and len(other) > _CHUNK and one.ndim == 1:
        return np.concatenate([difference(one, other[i : i + _CHUNK]).total for i in range(0, len(other), _CHUNK)])
    return difference(one, other).total


def length(x: Array, y: Array) -> Array:
    """Return √(x² + y²), (...); several times as fast as `np.hypot`, which also minds overflow."""
    lengths: Array = np.sqrt(x * x + y * y)
    return lengths


def saturation(chroma: Array) -> Array:
    """√(C⁷ / (C⁷ + 25⁷)), which both G and R_C are made of."""
    c2 = chroma * chroma
    c7 = c2 * c2 * c2 * chroma
    share: Array = np.sqrt(c7 / (c7 + _POW25_7))
    return share
