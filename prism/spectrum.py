"""Reflectance spectra to tristimulus values, LRV and CIE Lab.

Conventions used everywhere in the core: reflectance as a fraction 0-1 in 31 bands (400-700 nm, 10 nm); tristimulus
values with Y = 100 for the perfect reflecting diffuser; Lab under illuminant D65 and the CIE 1964 10° observer.
"""

from __future__ import annotations

import csv
from functools import cache
from pathlib import Path

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]

BANDS: Array = np.arange(400.0, 701.0, 10.0)
"""Centre wavelengths of the 31 bands, nm."""

DATA = Path(__file__).parent / "data"

# CIE 15:2018, section 8.2.1
_EPSILON = (6 / 29) ** 3
_KAPPA = (29 / 6) ** 2 / 3

WHITEST = 1.2
"""Largest fraction taken for a reflectance; white tiles and brightened papers pass a little beyond 1."""
PERCENT_FROM = 1.5
"""A largest value above this cannot be a fraction, so it is a percentage."""


def is_percent(largest: float) -> bool:
    """Return whether reflectances, of which this is the largest of a whole file, are percentages."""
    return largest > PERCENT_FROM


@cache
def weights(condition: str = "D65/10") -> Array:
    """Return the ASTM E308 weighting table of an illuminant and observer.

    Shape (31, 3): bands by X, Y, Z; the Y column sums to 100. Raises `KeyError` for a condition not in the table.
    Source: ASTM E2022 weights, `data/weights.csv` (see `data/README.md`).
    """
    with (DATA / "weights.csv").open(newline="") as handle:
        rows = list(csv.reader(handle))
    columns = [i for i, name in enumerate(rows[0]) if name.startswith(condition + " ")]
    if not columns:
        raise KeyError(condition)
    return np.array([[float(row[i]) for i in columns] for row in rows[1:]])


@cache
def white_point(condition: str = "D65/10") -> Array:
    """Return X, Y, Z of the perfect diffuser, shape (3,), Y = 100."""
    white: Array = weights(condition).sum(axis=0)
    return white


def to_xyz(reflectance: ArrayLike, condition: str = "D65/10") -> Array:
    """Return tristimulus values, shape (..., 3), of reflectances of shape (..., 31). Source: ASTM E308."""
    xyz: Array = np.asarray(reflectance, dtype=np.float64) @ weights(condition)
    return xyz


def to_lrv(reflectance: ArrayLike) -> Array:
    """Return light reflectance values, 0-100, shape (...), of reflectances (..., 31). Source: BS 8493 (Y, D65/10°).

    >>> round(float(to_lrv(np.full(31, 0.5))), 4)
    50.0
    """
    lrv: Array = np.asarray(reflectance, dtype=np.float64) @ weights()[:, 1]
    return lrv


def xyz_to_lab(xyz: ArrayLike, white: ArrayLike | None = None) -> Array:
    """Return CIE Lab, shape (..., 3), of tristimulus values (..., 3); `white` defaults to D65/10°. Source: CIE 15.

    >>> [round(float(v), 6) + 0.0 for v in xyz_to_lab(white_point())]
    [100.0, 0.0, 0.0]
    """
    ratio = np.asarray(xyz, dtype=np.float64) / (white_point() if white is None else np.asarray(white))
    f = np.where(ratio > _EPSILON, np.cbrt(ratio), _KAPPA * ratio + 4 / 29)
    x, y, z = np.moveaxis(f, -1, 0)
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def lab_to_xyz(lab: ArrayLike, white: ArrayLike | None = None) -> Array:
    """Return tristimulus values, shape (..., 3), of CIE Lab (..., 3); `white` defaults to D65/10°. Source: CIE 15."""
    lightness, a, b = np.moveaxis(np.asarray(lab, dtype=np.float64), -1, 0)
    y = (lightness + 16) / 116
    f = np.stack([y + a / 500, y, y - b / 200], axis=-1)
    ratio = np.where(f > 6 / 29, f**3, (f - 4 / 29) / _KAPPA)
    xyz: Array = ratio * (white_point() if white is None else np.asarray(white))
    return xyz


def to_lab(reflectance: ArrayLike) -> Array:
    """Return CIE Lab D65/10°, shape (..., 3), of reflectances (..., 31)."""
    return xyz_to_lab(to_xyz(reflectance))


def lrv_to_lightness(lrv: ArrayLike) -> Array:
    """Return CIE lightness L*, shape (...), of LRV, 0-100.

    >>> round(float(lrv_to_lightness(50.0)), 2)
    76.07
    """
    value = np.asarray(lrv, dtype=np.float64)
    return xyz_to_lab(value[..., None] / 100 * white_point())[..., 0]


def lightness_to_lrv(lightness: ArrayLike) -> Array:
    """Return LRV, 0-100, shape (...), of CIE lightness L*, 0-100.

    >>> round(float(lightness_to_lrv(50)), 2)
    18.42
    """
    value = np.asarray(lightness, dtype=np.float64)
    zero = np.zeros_like(value)
    return lab_to_xyz(np.stack([value, zero, zero], axis=-1))[..., 1]
