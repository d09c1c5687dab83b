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


def film(k: ArrayLike, s: ArrayLike, thickness: float, ground: ArrayLike) -> Array:
    """Return the inner reflectance of a film of a thickness over a ground of inner reflectance `ground`.

    K and S for one unit of thickness. Source: Kubelka (1948), the hyperbolic solution.

    >>> film(0.25, 1.0, 40.0, 0.0).round(6).item(), film(0.25, 1.0, 0.0, 0.3).item()  # opaque, and no film at all
    (0.5, 0.3)
    """
    scattered, under = np.asarray(s, dtype=np.float64), np.asarray(ground, dtype=np.float64)
    a = 1 + np.asarray(k, dtype=np.float64) / np.maximum(scattered, 1e-12)
    b = np.sqrt(np.maximum(a * a - 1, 1e-12))
    # written with exp(−2bSX), which does not overflow for thick films
    left = np.exp(-2 * np.minimum(b * scattered * thickness, 300.0))
    times, sinh = 1 + left, 1 - left
    reflectance: Array = (sinh - under * (a * sinh - b * times)) / ((a - under) * sinh + b * times)
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
    internal: Array = r / ((1 - k1) * (1 - k2) + k2 * r)
    return internal
