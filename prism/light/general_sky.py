"""How bright the sky is in each direction: the CIE standard general sky, clear and overcast.

Source: CIE S 011:2003 / ISO 15469, *Spatial distribution of daylight*: gradation φ towards the horizon, indicatrix f
round the sun.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, lru_cache

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array

_HEIGHTS, _AZIMUTHS = 24, 48
_HORIZON = 1e-3


@dataclass(frozen=True)
class SkyType:
    """The five parameters of a standard sky."""

    a: float
    b: float
    c: float
    d: float
    e: float


CLEAR = SkyType(-1.0, -0.32, 10.0, -3.0, 0.45)
"""Type 12: clear, low turbidity."""
OVERCAST = SkyType(4.0, -0.70, 0.0, -1.0, 0.0)
"""Type 1: overcast, three times as bright overhead as at the horizon, the same all round."""


def brightness(toward: ArrayLike, sun: ArrayLike, kind: SkyType) -> Array:
    """Return the radiance of a sky in directions (..., 3) for suns (t, 3), unit vectors each, shape (t, ...).

    1 is the radiance of an even sky that gives the ground as much; below the horizon it is 0.
    """
    directions, suns = np.asarray(toward, dtype=np.float64), np.asarray(sun, dtype=np.float64)
    level = _whole(suns.tobytes(), kind)[1]
    relative = _relative(directions, suns, kind)
    scaled: Array = relative / level.reshape(-1, *[1] * (directions.ndim - 1))
    return scaled


def on_plane(normal: ArrayLike, sun: ArrayLike, kind: SkyType) -> Array:
    """Return what a plane that faces along `normal` (3,) gets of a sky that gives 1 on the ground, (t,)."""
    whole, weight = _hemisphere()
    facing = np.maximum(whole @ np.asarray(normal, dtype=np.float64), 0.0) / whole[:, 2]
    sky, level = _whole(np.asarray(sun, dtype=np.float64).tobytes(), kind)
    factor: Array = sky @ (weight * facing) / (np.pi * level)
    return factor


@lru_cache(maxsize=4)
def _whole(suns: bytes, kind: SkyType) -> tuple[Array, Array]:
    """Return the whole sky, (t, k), and the light that it gives the ground, (t,): the same for every window."""
    whole, weight = _hemisphere()
    sky = _relative(whole, np.frombuffer(suns).reshape(-1, 3), kind)
    return sky, sky @ weight / np.pi


def _relative(directions: Array, suns: Array, kind: SkyType) -> Array:
    rise = directions[..., 2]
    gradation = 1 + kind.a * np.exp(kind.b / np.maximum(rise, _HORIZON))
    if kind.c == 0.0:
        return np.broadcast_to(np.where(rise > 0, gradation, 0.0), (len(suns), *rise.shape))
    cos = np.clip(np.tensordot(suns, directions, axes=(1, directions.ndim - 1)), -1.0, 1.0)
    indicatrix = 1 + kind.c * (np.exp(kind.d * np.arccos(cos)) - np.exp(kind.d * np.pi / 2)) + kind.e * cos**2
    relative: Array = np.where(rise > 0, gradation * indicatrix, 0.0)
    return relative


@cache
def _hemisphere() -> tuple[Array, Array]:
    """Return directions over the sky, (k, 3), and the part of the ground's light that each stands for, sums to π."""
    nodes, weights = np.polynomial.legendre.leggauss(_HEIGHTS)
    height = (nodes + 1) * np.pi / 4
    azimuth = (np.arange(_AZIMUTHS) + 0.5) / _AZIMUTHS * 2 * np.pi
    h, a = np.meshgrid(height, azimuth, indexing="ij")
    directions = np.stack([np.cos(h) * np.sin(a), np.cos(h) * np.cos(a), np.sin(h)], axis=-1).reshape(-1, 3)
    solid = (weights * np.pi / 4 * np.cos(height) * np.sin(height))[:, None] * np.full(_AZIMUTHS, 2 * np.pi / _AZIMUTHS)
    return directions, solid.reshape(-1)
