"""The light of sun and sky outdoors: clear by the simple spectral model, overcast by the CIE's, and cloud between.

Source of the clear sky: Bird and Riordan, "Simple solar spectral model for direct and diffuse irradiance on horizontal
and tilted planes at the earth's surface for cloudless atmospheres", Journal of Climate and Applied Meteorology 25
(1986); equation numbers are those of the report SERI/TR-215-2436 (1984), which says the same at more length.
"""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import ArrayLike

from prism.light.spectra import column, lux
from prism.spectrum import BANDS, DATA, Array

ALBEDO_400, ALPHA, VARIATION, ASYMMETRY = 0.945, 1.14, 0.095, 0.65  # the rural aerosol
LOWEST = 1.0
"""Sun height in degrees below which the clear model is not asked; the sky fades from there."""
_DARK, _DUSK_LUX = -6.0, 3.4
"""At the end of civil twilight a clear sky gives about 3.4 lx on the ground."""
NIGHT = -12.0
"""Sun height in degrees below which no light comes from outside: the end of nautical twilight."""


@dataclass(frozen=True)
class Air:
    """What the sun shines through: aerosol optical depth at 500 nm, ozone and water in cm, pressure in Pa."""

    turbidity: float = 0.15
    ozone: float = 0.31
    water: float = 1.5
    pressure: float = 101_325.0


@dataclass(frozen=True)
class Outdoors:
    """Light outdoors at n moments, W/m² and nm.

    `height` and `azimuth` of the sun, degrees, (n,); `beam` (n, 31) on a plane that faces the sun, of its disc alone;
    `dome` and `cloud` (n, 31) on the ground from the clear and from the overcast sky, which are spread over the
    directions as `prism.light.general_sky` has it.
    """

    height: Array
    azimuth: Array
    beam: Array
    dome: Array
    cloud: Array

    @property
    def ground(self) -> Array:
        """Irradiance of the ground, (n, 31)."""
        up: Array = np.maximum(np.sin(np.radians(self.height)), 0)[:, None]
        return self.beam * up + self.dome + self.cloud


@cache
def _tables() -> tuple[Array, ...]:
    with (DATA / "sky.csv").open(newline="") as handle:
        rows = list(csv.reader(handle))[1:]
    return tuple(np.array([[float(cell) for cell in row] for row in rows]).T)


def _to_bands(values: Array) -> Array:
    wavelengths = _tables()[0]
    return np.stack([np.interp(BANDS, wavelengths, row) for row in values])


def air_mass(height: ArrayLike) -> Array:
    """Return relative air mass, shape (...), at sun heights in degrees. Source: Kasten and Young (1989)."""
    h = np.maximum(np.asarray(height, dtype=np.float64), 0.0)
    mass: Array = 1 / (np.sin(np.radians(h)) + 0.50572 * (h + 6.07995) ** -1.6364)
    return mass


def clear(height: ArrayLike, day: ArrayLike, albedo: ArrayLike = 0.2, air: Air | None = None) -> tuple[Array, Array]:
    """Return direct irradiance facing the sun, and diffuse on the ground, (n, 31) each.

    `height` of the sun (n,) degrees, at least `LOWEST`; `day` of the year, 1-366; `albedo` of what lies around, a
    number or (31,), which brightens the sky.
    """
    air = air or Air()
    nm, extraterrestrial, water, ozone, mixed = _tables()
    h = np.asarray(height, dtype=np.float64).reshape(-1, 1)
    ground = np.interp(nm, BANDS, np.broadcast_to(np.asarray(albedo, dtype=np.float64), BANDS.shape))
    angle = 2 * np.pi * (np.broadcast_to(np.asarray(day, dtype=np.float64), h.shape[:1]).reshape(-1, 1) - 1) / 365
    distance = (  # (2-2), (2-3)
        1.00011 + 0.034221 * np.cos(angle) + 0.00128 * np.sin(angle)
        + 0.000719 * np.cos(2 * angle) + 0.000077 * np.sin(2 * angle)
    )  # fmt: skip
    above = extraterrestrial * distance
    micron = nm / 1000
    scattering = ALBEDO_400 * np.exp(-VARIATION * np.log(micron / 0.4) ** 2)  # (3-16)
    depth = air.turbidity * (micron / 0.5) ** -ALPHA  # (2-7)
    cos = np.sin(np.radians(h))

    def through(mass: Array, ozone_mass: Array) -> tuple[Array, ...]:
        pressed = mass * air.pressure / 101_325.0
        rayleigh = np.exp(-pressed / (micron**4 * (115.6406 - 1.3366 / micron**2)))  # (2-4)
        steam = water * air.water * mass
        vapour = np.exp(-0.2385 * steam / (1 + 20.07 * steam) ** 0.45)  # (2-8)
        gas = np.exp(-1.41 * mixed * pressed / (1 + 118.3 * mixed * pressed) ** 0.45)  # (2-11)
        o3 = np.exp(-ozone * air.ozone * ozone_mass)  # (2-9)
        scattered = np.exp(-scattering * depth * mass)  # (3-9)
        absorbed = np.exp(-(1 - scattering) * depth * mass)  # (3-10)
        return rayleigh, vapour, gas, o3, scattered, absorbed

    layer = 22.0 / 6_370.0  # height of the ozone over the earth's radius
    ozone_mass = (1 + layer) / np.sqrt(cos**2 + 2 * layer)  # (2-10)
    rayleigh, vapour, gas, o3, scattered, absorbed = through(air_mass(h), ozone_mass)
    direct = above * rayleigh * scattered * absorbed * vapour * gas * o3  # (2-1)

    lean = np.log(1 - ASYMMETRY)  # (3-14)
    first = lean * (1.459 + lean * (0.1595 + lean * 0.4129))  # (3-12)
    second = lean * (0.0783 + lean * (-0.3824 - lean * 0.5874))  # (3-13)
    forward = 1 - 0.5 * np.exp((first + second * cos) * cos)  # (3-11)
    forward_mean = 1 - 0.5 * np.exp((first + second / 1.8) / 1.8)  # (3-15)
    short = np.where(micron <= 0.45, (micron + 0.55) ** 1.8, 1.0)  # (3-17)
    r2, v2, g2, _, s2, a2 = through(np.full((1, 1), 1.8), ozone_mass)
    sky = g2 * v2 * a2 * (0.5 * (1 - r2) + (1 - forward_mean) * r2 * (1 - s2))  # (3-8), with gas as its code has it
    common = above * cos * o3 * gas * vapour * absorbed
    scattered_air = common * (1 - rayleigh**0.95) * 0.5  # (3-5)
    scattered_dust = common * rayleigh**1.5 * (1 - scattered) * forward  # (3-6)
    returned = (direct * cos + scattered_air + scattered_dust) * sky * ground / (1 - sky * ground)  # (3-7)
    diffuse = (scattered_air + scattered_dust + returned) * short  # (3-1)
    return _to_bands(direct), _to_bands(diffuse)


def outdoors(
    height: ArrayLike, azimuth: ArrayLike, day: ArrayLike, cloud: float = 0.0, albedo: ArrayLike = 0.2,
    air: Air | None = None,
) -> Outdoors:  # fmt: skip
    """Return the light outdoors at sun heights and azimuths (n,), degrees, on days of the year (n,) or one.

    `cloud` is the part of the light that an overcast sky gives, 0 clear to 1 overcast. After sunset the sky fades,
    to 3.4 lx at the end of civil twilight and nothing at the end of nautical.
    """
    h = np.atleast_1d(np.asarray(height, dtype=np.float64))
    raised = np.maximum(h, LOWEST)
    direct, diffuse = clear(raised, day, albedo, air)
    up = np.clip(h / LOWEST, 0, 1)[:, None]  # the disc sinks through the last degree
    beam = direct * up * (1 - cloud)
    # twilight: a straight line in the logarithm, from the lowest sun to the end of civil twilight
    start = lux(diffuse)
    fall = np.log(np.maximum(start, 1e-9) / _DUSK_LUX) / (LOWEST - _DARK)
    fade = np.exp(-fall * np.maximum(LOWEST - h, 0)) * np.clip((h - NIGHT) / (_DARK - NIGHT), 0, 1)
    dome = diffuse * fade[:, None] * (1 - cloud)
    grey = _overcast_lux(h) * cloud * np.clip((h - NIGHT) / (_DARK - NIGHT), 0, 1)
    return Outdoors(h, np.atleast_1d(np.asarray(azimuth, dtype=np.float64)), beam, dome, grey[:, None] * column("D65"))


def _overcast_lux(height: Array) -> Array:
    # Krochmann and Seidl (1974): 300 + 21,000 sin h; in twilight it falls as the clear sky does
    value = 300 + 21_000 * np.sin(np.radians(np.maximum(height, 0)))
    fall = np.log(300 / 2.0) / -_DARK
    faded: Array = value * np.exp(-fall * np.maximum(-height, 0))
    return faded
