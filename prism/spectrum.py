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

_SPRAGUE = np.array(
    # Coefficients for the two added points at each end, CIE 167:2005, table V.
    [[884, -1960, 3033, -2648, 1080, -180], [508, -540, 488, -367, 144, -24]],
    dtype=np.float64,
)
_SPRAGUE_SCALE = 209.0

WHITEST = 1.2
"""Largest fraction taken for a reflectance; white tiles and brightened papers pass a little beyond 1."""
PERCENT_FROM = 1.5
"""A largest value above this cannot be a fraction, so it is a percentage."""

WIDEST_GAP = 20.0
"""Largest distance, nm, by which a measurement may stop short of 400 or 700 nm and still be extended."""


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
    """Return light reflectance values, 0-100, shape (...), of reflectances (..., 31). Source: BS 8493 (Y, D65/10°)."""
    lrv: Array = np.asarray(reflectance, dtype=np.float64) @ weights()[:, 1]
    return lrv


def xyz_to_lab(xyz: ArrayLike, white: ArrayLike | None = None) -> Array:
    """Return CIE Lab, shape (..., 3), of tristimulus values (..., 3); `white` defaults to D65/10°. Source: CIE 15."""
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


def lightness_to_lrv(lightness: ArrayLike) -> Array:
    """Return LRV, 0-100, shape (...), of CIE lightness L*, 0-100."""
    value = np.asarray(lightness, dtype=np.float64)
    zero = np.zeros_like(value)
    return lab_to_xyz(np.stack([value, zero, zero], axis=-1))[..., 1]


def _sprague_matrix(start: float, step: float, count: int, targets: Array) -> Array:
    """Return the matrix (targets, count) that interpolates `count` even samples at `targets`, all within range."""
    extended = np.zeros((count + 4, count))
    extended[2:-2] = np.eye(count)
    extended[:2, :6] = _SPRAGUE / _SPRAGUE_SCALE
    extended[-2:, -6:] = _SPRAGUE[::-1, ::-1] / _SPRAGUE_SCALE
    position = (targets - start) / step
    index = np.clip(np.floor(position).astype(int), 0, count - 2)
    x = (position - index)[:, None]
    r = [extended[index + k] for k in range(6)]
    a0 = r[2]
    a1 = (2 * r[0] - 16 * r[1] + 16 * r[3] - 2 * r[4]) / 24
    a2 = (-r[0] + 16 * r[1] - 30 * r[2] + 16 * r[3] - r[4]) / 24
    a3 = (-9 * r[0] + 39 * r[1] - 70 * r[2] + 66 * r[3] - 33 * r[4] + 7 * r[5]) / 24
    a4 = (13 * r[0] - 64 * r[1] + 126 * r[2] - 124 * r[3] + 61 * r[4] - 12 * r[5]) / 24
    a5 = (-5 * r[0] + 25 * r[1] - 50 * r[2] + 50 * r[3] - 25 * r[4] + 5 * r[5]) / 24
    matrix: Array = a0 + x * (a1 + x * (a2 + x * (a3 + x * (a4 + x * a5))))
    return matrix


@cache
def _end_weights() -> tuple[Array, Array]:
    """Return wavelengths 360-780 nm by 10 and how much each counts among those beyond 400 or 700 nm."""
    with (DATA / "ends.csv").open(newline="") as handle:
        table = np.array([[float(v) for v in row] for row in list(csv.reader(handle))[1:]])
    return table[:, 0], table[:, 1]


def _lagrange_matrix(grid: Array, targets: Array) -> Array:
    """Return the matrix (targets, grid) of cubic Lagrange interpolation on an even grid.

    This is the interpolant that the weighting tables themselves were made with. Source: ASTM E2022.
    """
    step = grid[1] - grid[0]
    first = np.clip(np.floor((targets - grid[0]) / step).astype(int) - 1, 0, grid.size - 4)
    x = (targets - grid[first]) / step
    matrix = np.zeros((targets.size, grid.size))
    for k in range(4):
        others = [j for j in range(4) if j != k]
        matrix[np.arange(targets.size), first + k] = np.prod([(x - j) / (k - j) for j in others], axis=0)
    return matrix


def resample(wavelengths: ArrayLike, reflectance: ArrayLike) -> Array:
    """Return reflectances brought to the 31 bands.

    `wavelengths` (n,) nm, evenly spaced and rising, at most 20 nm apart, reaching at least 420-680 nm; `reflectance`
    (..., n). Wider steps are interpolated (Sprague); narrower ones are fitted by least squares through the
    interpolant of the weighting tables, so that no sample is thrown away; 400-700 nm by 10 pass unchanged. The end
    bands stand for everything measured beyond them, weighted as the eye would; ends short of 400 or 700 nm hold their
    last value. Raises
    `ValueError` where the grid does not allow this. Source: CIE 167:2005.
    """
    nm = np.asarray(wavelengths, dtype=np.float64)
    values = np.asarray(reflectance, dtype=np.float64)
    if nm.ndim != 1 or nm.size < 6:
        raise ValueError(f"{nm.size} bands: at least 6 are needed")
    step = float(nm[1] - nm[0])
    if step <= 0 or not np.allclose(np.diff(nm), step, atol=1e-6):
        raise ValueError("wavelengths must rise in equal steps")
    if step > WIDEST_GAP:
        raise ValueError(f"steps of {step:g} nm are too wide: 20 nm is the widest that can be interpolated")
    if nm[0] > BANDS[0] + WIDEST_GAP or nm[-1] < BANDS[-1] - WIDEST_GAP:
        raise ValueError(f"{nm[0]:g}-{nm[-1]:g} nm is too short a range: 420-680 nm is the least")
    grid = _grid_within(float(nm[0]), float(nm[-1]))
    if step < 10:
        inside = (nm >= grid[0] - 1e-6) & (nm <= grid[-1] + 1e-6)
        interpolant = _lagrange_matrix(grid, nm[inside])
        on_grid = values[..., inside] @ np.linalg.pinv(interpolant).T
    else:
        on_grid = values @ _sprague_matrix(float(nm[0]), step, nm.size, grid).T
    return _fold_ends(grid, on_grid)


def _grid_within(low: float, high: float) -> Array:
    """Return the 10 nm wavelengths of 360-780 nm that a measurement covers."""
    return np.arange(max(360.0, 10 * np.ceil(low / 10)), min(780.0, 10 * np.floor(high / 10)) + 1, 10.0)


def _fold_ends(grid: Array, values: Array) -> Array:
    """Return the 31 bands of values (..., n) on a 10 nm grid that may reach beyond them or fall short."""
    nm, counts = _end_weights()
    nearest = np.clip(np.rint((nm - grid[0]) / 10).astype(int), 0, grid.size - 1)
    held = values[..., nearest]  # 360-780 nm, the ends held
    bands: Array = held[..., (nm >= BANDS[0]) & (nm <= BANDS[-1])].copy()
    for band, beyond in ((0, nm <= BANDS[0]), (-1, nm >= BANDS[-1])):
        bands[..., band] = held[..., beyond] @ (counts[beyond] / counts[beyond].sum())
    return bands
