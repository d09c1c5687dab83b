"""Light in a paint film and at its surface: Kubelka-Munk and Saunderson."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array

K1 = 0.04
"""Saunderson's k1: the part of diffuse light the dry film's surface reflects before it enters."""
K2 = 0.6
"""Saunderson's k2: the part of light that the surface returns from inside."""


def opaque(k: ArrayLike, s: ArrayLike) -> Array:
    """Return the inner reflectance of an opaque film from K and S, same shape. Source: Kubelka and Munk (1931).

    >>> float(opaque(0.25, 1.0))  # K/S = (1 − R)² / 2R
    0.5
    """
    ratio = np.asarray(k, dtype=np.float64) / np.asarray(s, dtype=np.float64)
    # 1 + x − √(x² + 2x), in the form that keeps its precision when x is large
    reflectance: Array = 1 / (1 + ratio + np.sqrt(ratio * (ratio + 2)))
    return reflectance


def surface(inner: ArrayLike, k1: float = K1, k2: float = K2) -> Array:
    """Return measured reflectance, specular included, of inner reflectance. Source: Saunderson (1942).

    >>> round(float(surface(0.5)), 4)
    0.3143
    """
    r = np.asarray(inner, dtype=np.float64)
    measured: Array = k1 + (1 - k1) * (1 - k2) * r / (1 - k2 * r)
    return measured


def surface_slope(inner: ArrayLike, k1: float = K1, k2: float = K2) -> Array:
    """Return how measured reflectance changes with inner reflectance, the derivative of `surface`."""
    r = np.asarray(inner, dtype=np.float64)
    slope: Array = (1 - k1) * (1 - k2) / (1 - k2 * r) ** 2
    return slope


def inner(measured: ArrayLike, k1: float = K1, k2: float = K2) -> Array:
    """Return inner reflectance of measured reflectance, the inverse of `surface`."""
    r = np.asarray(measured, dtype=np.float64) - k1
    found: Array = r / ((1 - k1) * (1 - k2) + k2 * r)
    return found
