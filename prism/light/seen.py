"""What a painted wall reads as in a light: the colour under daylight that looks the same.

Two answers, as an eye gives them: coming from daylight, where part of a warm or bluish light stays to be seen, and
beside a clean white in the same light, which takes all of it away.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.adaptation import adapt
from prism.appearance import BOOTH, BOOTH_LUMINANCE, appearance, conditions, degree_of_adaptation, stimulus
from prism.light.spectra import lux, xyz
from prism.spectrum import Array, white_point, xyz_to_lab

ANCHOR = 0.7
"""The part of a room's surface, from the darkest up, above which the eye takes its measure of white (anchoring to what
is bright, but not to the one sun patch: Gilchrist and others, "An anchoring theory of lightness perception", 1999)."""
CONSTANCY = 0.7
"""Exponent on how much darker a wall is than that measure: the eye discounts a part of it."""
BRIGHTER = 0.15
"""How much lighter than white's measure a wall in more light can read; the rest is glare."""
_GREY_WORLD = 0.2
DARK = 1.0
"""Lux below which nobody sees colour."""


@dataclass(frozen=True)
class Eye:
    """What an eye has become used to in a room at t moments: `lux` it takes for the light on white (t,), and the
    tristimulus values of that `white` (t, 3), Y = 100."""

    lux: Array
    white: Array

    def between(self, other: Eye) -> Eye:
        """Return what an eye is used to half-way between two rooms."""
        white = np.sqrt(self.white * other.white)
        return Eye(np.sqrt(self.lux * other.lux), white * (100 / white[:, 1:2]))

    @property
    def degree(self) -> Array:
        """Degree of adaptation to the light's colour, 0-1, (t,)."""
        return degree_of_adaptation(self.lux / np.pi * _GREY_WORLD)


def eye_in(patches: Array, areas: Array, upright: NDArray[np.bool_]) -> Eye:
    """Return what an eye is used to among patches with irradiance (31, n, t) and areas (n,), of which those that are
    `upright` (n,) stand before it: their light is what it takes for the colour of light."""
    light = np.moveaxis(patches, 0, -1)  # n, t, 31
    on_each = lux(light)
    order = np.argsort(on_each, axis=0)
    part = np.cumsum(areas[order], axis=0) / areas.sum()
    ranked = np.take_along_axis(on_each, order, axis=0)
    at = (part >= ANCHOR).argmax(axis=0)
    columns = np.arange(ranked.shape[1])
    below = np.maximum(at - 1, 0)
    low, high = part[below, columns], part[at, columns]
    share = np.where(at > 0, (ANCHOR - low) / np.maximum(high - low, 1e-12), 1.0)
    anchor = ranked[below, columns] * (1 - share) + ranked[at, columns] * share
    values = xyz(light)
    # a patch counts by its light, one in the sun by no more than what is bright: it is no more of what is looked at
    weight = (areas * upright)[:, None] * np.minimum(1, anchor / np.maximum(on_each, 1e-9))
    white = (values * weight[..., None]).sum(axis=0)
    dark = anchor < DARK / 100
    white = np.where(dark[:, None], white_point(), white)
    return Eye(anchor, white * (100 / white[:, 1:2]))


def lift(ratio: ArrayLike) -> Array:
    """Return how much of its own light a surface reads by that gets `ratio` (at least 1) of what the eye takes for the
    light on white."""
    found: Array = 1 + BRIGHTER * (1 - np.exp(1 - np.maximum(ratio, 1)))
    return found


def coming_from_daylight(light: ArrayLike, reflectance: ArrayLike, eye: Eye) -> Array:
    """Return what surfaces read as, Lab D65/10°, (t, s, 3), of `light` on them (t, s, 31) and their `reflectance`
    (31,) or (s, 31) or (t, s, 31)."""
    falling = np.asarray(light, dtype=np.float64)
    on = np.maximum(lux(falling), 1e-9)
    ratio = on / np.maximum(eye.lux, 1e-9)[:, None]
    ratio = np.where(ratio < 1, ratio**CONSTANCY, lift(ratio))
    white = np.maximum(xyz(falling)[..., 1], 1e-9)
    seen = xyz(falling * np.asarray(reflectance)) * (100 * ratio / white)[..., None]
    # the eye comes from daylight: what it has not yet adapted to is measured from there, not from equal energy
    degree = eye.degree[:, None, None]
    held = adapt(seen, eye.white[:, None], white_point(), degree)
    view = conditions(white_point(), np.maximum(eye.lux, DARK)[:, None] / np.pi * _GREY_WORLD, 1.0)
    return xyz_to_lab(stimulus(appearance(held, view), BOOTH))


def beside_white(light: ArrayLike, reflectance: ArrayLike) -> Array:
    """Return what surfaces read as beside a clean white in the same light, Lab D65/10°, same shapes."""
    falling = np.asarray(light, dtype=np.float64)
    whites = xyz(falling)
    on = np.maximum(whites[..., 1:2], 1e-9)
    shown = xyz(falling * np.asarray(reflectance)) * (100 / on)
    view = conditions(np.where(whites[..., 1:2] > 0, whites, white_point()), BOOTH_LUMINANCE, 1.0)
    return xyz_to_lab(stimulus(appearance(shown, view), BOOTH))
