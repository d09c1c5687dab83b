"""Light as 31 bands: lux, correlated colour temperature, and the tristimulus values of what it falls on.

Spectral quantities are in W/m² and nm, at the centres of the bands of `prism.spectrum`.
"""

from __future__ import annotations

import csv
from functools import cache

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import BANDS, DATA, Array, weights

# CIE 15:2018, second radiation constant, m K, as the CIE uses it for colour temperatures
_C2 = 1.4388e-2
_COOLEST, _HOTTEST = 1_000.0, 100_000.0


@cache
def column(name: str) -> Array:
    """Return a column of `data/light.csv`, shape (31,): `D65` in W/m² and nm for one lux, lamps as the CIE tables give
    them. Raises `KeyError`."""
    with (DATA / "light.csv").open(newline="") as handle:
        rows = list(csv.reader(handle))
    if name not in rows[0]:
        raise KeyError(name)
    at = rows[0].index(name)
    return np.array([float(row[at]) for row in rows[1:]])


@cache
def _to_lux() -> Array:
    return weights("D65/2")[:, 1] / 100 / column("D65")


def lux(irradiance: ArrayLike) -> Array:
    """Return illuminance, lx, shape (...), of spectral irradiance (..., 31).

    >>> round(float(lux(100 * column("D65"))), 3)
    100.0
    """
    value: Array = np.asarray(irradiance, dtype=np.float64) @ _to_lux()
    return value


def xyz(light: ArrayLike, observer: str = "10") -> Array:
    """Return tristimulus values, shape (..., 3), of light (..., 31), with Y in lux.

    The weighting table of D65 is scaled band by band, so that a light with the spectrum of D65 gives exactly what the
    table gives, and the weights beyond 400 and 700 nm are kept. Source: ASTM E308.
    """
    value: Array = np.asarray(light, dtype=np.float64) @ _weights(observer)
    return value


@cache
def _weights(observer: str) -> Array:
    table: Array = weights(f"D65/{observer}") / 100 / column("D65")[:, None]
    return table


def planck(kelvin: ArrayLike) -> Array:
    """Return the relative spectrum of a black body, shape (..., 31), 1 at 560 nm. Source: CIE 15:2018, annex E."""
    temperature = np.asarray(kelvin, dtype=np.float64)[..., None]
    metres = BANDS * 1e-9
    body = metres**-5.0 / np.expm1(_C2 / (metres * temperature))
    spectrum: Array = body / body[..., 16:17]
    return spectrum


def daylight(kelvin: float) -> Array:
    """Return the relative spectrum of a phase of daylight, shape (31,), of 4,000 to 25,000 K. Source: CIE 15:2018."""
    t = min(max(kelvin, 4_000.0), 25_000.0)
    if t <= 7_000:
        x = 0.244063 + 0.09911e3 / t + 2.9678e6 / t**2 - 4.6070e9 / t**3
    else:
        x = 0.237040 + 0.24748e3 / t + 1.9018e6 / t**2 - 2.0064e9 / t**3
    y = -3.0 * x * x + 2.870 * x - 0.275
    below = 0.0241 + 0.2562 * x - 0.7341 * y
    first = (-1.3515 - 1.7703 * x + 5.9114 * y) / below
    second = (0.0300 - 31.4424 * x + 30.0717 * y) / below
    spectrum: Array = (column("S0") + first * column("S1") + second * column("S2")) / 100
    return spectrum


def uv(light: ArrayLike) -> Array:
    """Return CIE 1960 u, v, shape (..., 2), of light (..., 31), by the 2° observer; of no light that of equal parts."""
    x, y, z = np.moveaxis(xyz(light, "2"), -1, 0)
    below = x + 15 * y + 3 * z
    safe = np.where(below > 0, below, 1.0)
    return np.stack([np.where(below > 0, 4 * x / safe, 4 / 19), np.where(below > 0, 6 * y / safe, 6 / 19)], axis=-1)


@cache
def _locus() -> tuple[Array, Array]:
    kelvin = 1e6 / np.linspace(1e6 / _HOTTEST, 1e6 / _COOLEST, 1_981)  # half a mired apart
    return kelvin, uv(planck(kelvin))


def colour_temperature(light: ArrayLike) -> tuple[Array, Array]:
    """Return correlated colour temperature, K, and Duv (above the locus positive), shapes (...), of light (..., 31).

    The nearest point of the Planckian locus in CIE 1960 u, v, 1,000 to 100,000 K. Source: CIE 15:2018, ANSI C78.377.
    """
    kelvin, locus = _locus()
    point = uv(light)
    flat = point.reshape(-1, 2)
    # ‖p − q‖² without an array of all pairs' parts
    squares = (locus**2).sum(axis=1)[None] - 2 * flat @ locus.T
    at = np.clip(squares.argmin(axis=1), 1, len(kelvin) - 2)
    # the nearest point of the chord through the two neighbours
    start, chord = locus[at - 1], locus[at + 1] - locus[at - 1]
    along = np.clip(((flat - start) * chord).sum(axis=1) / (chord**2).sum(axis=1), 0, 1)
    mired = 1e6 / kelvin[at - 1] + along * (1e6 / kelvin[at + 1] - 1e6 / kelvin[at - 1])
    away = flat - (start + along[:, None] * chord)
    duv = np.hypot(away[:, 0], away[:, 1]) * np.where(away[:, 1] >= 0, 1, -1)
    return (1e6 / mired).reshape(point.shape[:-1]), duv.reshape(point.shape[:-1])
