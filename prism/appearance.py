"""What a colour looks like in a light: CIECAM16, forward and back.

Source: CIE 248:2022, "The CIE 2016 colour appearance model for colour management systems". Names as there.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.adaptation import M16
from prism.spectrum import Array, white_point

_INVERSE = np.linalg.inv(M16)
# average surround
_F, _C, _NC = 1.0, 0.69, 1.0
BACKGROUND = 20.0
"""Y of the background, Y = 100 for white: the grey world."""
_N = BACKGROUND / 100
_NBB = 0.725 * (1 / _N) ** 0.2
_Z = 1.48 + _N**0.5
_SPREAD = (1.64 - 0.29**_N) ** 0.73


@dataclass(frozen=True)
class Conditions:
    """How colours are viewed, each (...): `level` F_L of the adapting luminance, `gain` (..., 3) of the cones by the
    degree of adaptation, and `white` the achromatic response A_w."""

    level: Array
    gain: Array
    white: Array


@dataclass(frozen=True)
class Appearance:
    """Lightness J, chroma C and hue angle h in degrees, each (...)."""

    lightness: Array
    chroma: Array
    hue: Array


def degree_of_adaptation(luminance: ArrayLike) -> Array:
    """Return D, 0-1, shape (...), of the luminance of the adapting field, cd/m²."""
    degree: Array = np.clip(_F * (1 - np.exp((-np.asarray(luminance, dtype=np.float64) - 42) / 92) / 3.6), 0, 1)
    return degree


def conditions(white: ArrayLike, luminance: ArrayLike, degree: ArrayLike | None = None) -> Conditions:
    """Return viewing conditions of a white (..., 3), whose Y is brought to 100, and the luminance of the adapting
    field, cd/m², (...); the degree of adaptation follows from it where it is not given."""
    given = np.asarray(white, dtype=np.float64)
    cones = given * (100 / given[..., 1:2]) @ M16.T
    adapting = np.asarray(luminance, dtype=np.float64)
    degrees = np.asarray(degree_of_adaptation(adapting) if degree is None else degree, dtype=np.float64)
    gain = degrees[..., None] * 100 / cones + 1 - degrees[..., None]
    k4 = 1 / (5 * adapting + 1) ** 4
    level = 0.2 * k4 * 5 * adapting + 0.1 * (1 - k4) ** 2 * np.cbrt(5 * adapting)
    return Conditions(level, gain, _achromatic(_compress(gain * cones, level)) * _NBB)


_LOW, _HIGH = 0.26, 150.0
"""Responses between which the compression bends; below and above it goes on straight, which keeps it invertible."""


def _bent(response: Array, level: Array) -> Array:
    part = (level * response / 100) ** 0.42
    return 400 * part / (part + 27.13)  # without the 0.1 that cancels


def _ends(level: Array) -> tuple[Array, Array, Array]:
    """Return the compressed responses at `_LOW` and `_HIGH`, and the slope at the latter."""
    top = level * _HIGH / 100
    slope = 1.68 * 27.13 * level * top**-0.58 / (27.13 + top**0.42) ** 2
    return _bent(np.asarray(_LOW), level), _bent(np.asarray(_HIGH), level), slope


def _compress(rgb: Array, level: Array) -> Array:
    each = level[..., None]
    low, high, slope = _ends(each)
    bent = _bent(np.clip(rgb, _LOW, _HIGH), each)
    return np.where(rgb < _LOW, low * rgb / _LOW, np.where(rgb > _HIGH, high + slope * (rgb - _HIGH), bent))


def _expand(rgb: Array, level: Array) -> Array:
    each = level[..., None]
    low, high, slope = _ends(each)
    inside = np.clip(rgb, low, high)
    bent = 100 / each * (27.13 * inside / (400 - inside)) ** (1 / 0.42)
    return np.where(rgb < low, rgb * _LOW / low, np.where(rgb > high, _HIGH + (rgb - high) / slope, bent))


def _achromatic(rgb: Array) -> Array:
    value: Array = 2 * rgb[..., 0] + rgb[..., 1] + rgb[..., 2] / 20
    return value


def appearance(xyz: ArrayLike, view: Conditions) -> Appearance:
    """Return the appearance of tristimulus values (..., 3), Y = 100 for the white of the conditions."""
    rgb = _compress(np.asarray(xyz, dtype=np.float64) @ M16.T * view.gain, view.level)
    a = rgb[..., 0] - 12 * rgb[..., 1] / 11 + rgb[..., 2] / 11
    b = (rgb[..., 0] + rgb[..., 1] - 2 * rgb[..., 2]) / 9
    hue = np.degrees(np.arctan2(b, a)) % 360
    achromatic = np.maximum(_achromatic(rgb) * _NBB, 0)
    lightness = 100 * (achromatic / view.white) ** (_C * _Z)
    eccentricity = (np.cos(np.radians(hue) + 2) + 3.8) / 4
    t = 50_000 / 13 * _NC * _NBB * eccentricity * np.hypot(a, b)
    t = t / np.maximum(rgb[..., 0] + rgb[..., 1] + 21 * rgb[..., 2] / 20 + 0.305, 1e-9)
    chroma = t**0.9 * np.sqrt(lightness / 100) * _SPREAD
    return Appearance(lightness, chroma, hue)


def stimulus(seen: Appearance, view: Conditions) -> Array:
    """Return the tristimulus values (..., 3) that have an appearance under the conditions, the inverse of
    `appearance`."""
    lightness = np.maximum(seen.lightness, 1e-9)
    t = (seen.chroma / (np.sqrt(lightness / 100) * _SPREAD)) ** (1 / 0.9)
    hue = np.radians(seen.hue)
    eccentricity = (np.cos(hue + 2) + 3.8) / 4
    p2 = view.white * (lightness / 100) ** (1 / _C / _Z) / _NBB
    p1 = 50_000 / 13 * _NC * _NBB * eccentricity
    radius = 23 * (p2 + 0.305) * t / (23 * p1 + t * (11 * np.cos(hue) + 108 * np.sin(hue)))
    a, b = radius * np.cos(hue), radius * np.sin(hue)
    rgb = np.stack([460 * p2 + 451 * a + 288 * b, 460 * p2 - 891 * a - 261 * b, 460 * p2 - 220 * a - 6300 * b], axis=-1)
    xyz: Array = _expand(rgb / 1403, view.level) / view.gain @ _INVERSE.T
    return xyz


BOOTH_LUMINANCE = 1_000 / np.pi * BACKGROUND / 100
BOOTH = conditions(white_point(), BOOTH_LUMINANCE, 1.0)
"""Where a board is judged: daylight of 1,000 lx, to which the eye is fully adapted."""
