"""Measured spectra brought to the 31 bands. Source: CIE 167:2005."""

from __future__ import annotations

import csv
from functools import cache

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import BANDS, DATA, Array

_SPRAGUE = np.array(
    # Coefficients for the two added points at each end, CIE 167:2005, table V.
    [[884, -1960, 3033, -2648, 1080, -180], [508, -540, 488, -367, 144, -24]],
    dtype=np.float64,
)


_SPRAGUE_SCALE = 209.0


WIDEST_GAP = 20.0
"""Largest distance, nm, by which a measurement may stop short of 400 or 700 nm and still be extended."""


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

    >>> resample(np.arange(380.0, 731.0, 10.0), np.full(36, 0.4)).round(6).tolist() == [0.4] * 31
    True
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
    folded = values[..., nearest]  # 360-780 nm, the ends held
    bands: Array = folded[..., (nm >= BANDS[0]) & (nm <= BANDS[-1])].copy()
    for band, beyond in ((0, nm <= BANDS[0]), (-1, nm >= BANDS[-1])):
        bands[..., band] = folded[..., beyond] @ (counts[beyond] / counts[beyond].sum())
    return bands
