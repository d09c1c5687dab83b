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

ANCHOR = 0.8
"""The part of what is bright in a room, from the least lit up, above which the eye takes its measure of white: what is
bright and large, but not the one sun patch (Gilchrist and others, "An anchoring theory of lightness perception", 1999).
Each surface counts by its area and by how much light it sends on, so that a dark floor in the sun counts little."""
CONSTANCY = 0.3
"""Exponent on how much darker a wall's light is than that measure. The eye discounts most of a step in illumination: in
natural scenes 60 to 80 % of it in the logarithm (Brunswik ratios; Gilchrist, *Seeing Black and White*, 2006)."""
BRIGHTER = 0.12
"""How much lighter than white's measure a wall in more light can read; the rest is glare."""
LOCAL = 0.62
"""How far the eye takes the light round what it looks at for its white, rather than that of the whole view, by part of
the logarithm: a wall is also judged against the white beside it."""
VEILED = 0.3
"""The part of a veil of stray light that is seen as paler paint; the rest the eye sees through (Gilchrist and Jacobsen,
"Lightness constancy through a veiling luminance", 1983)."""
USUAL_LUX, LEVEL = 300.0, 0.05
"""The light in which one is used to judging boards, and the exponent by which everything looks brighter in a room with
more of it and duller in one with less. By the appearance model white is half as bright again with ten times the light
(CIE 248, Q); of that an eye that has been there for some minutes still takes a small part for the paint's."""
_GREY_WORLD = 0.2
_BLACK = 0.01
DARK = 1.0
"""Lux below which nobody sees colour."""
DAZZLING = 10_000.0
"""Lux from which more light only dazzles."""


@dataclass(frozen=True)
class Eye:
    """What an eye has become used to in a room at t moments: `lux` it takes for the light on white (t,), and the
    tristimulus values of that `white` (t, 3), Y = 100."""

    lux: Array
    white: Array

    def towards(self, other: Eye, part: float) -> Eye:
        """Return what an eye is used to that is a part of the way from one room to another, in logarithms."""
        white = self.white ** (1 - part) * other.white**part
        return Eye(self.lux ** (1 - part) * other.lux**part, white * (100 / white[:, 1:2]))

    def before(self, light: Array, on: Array) -> Array:
        """Return what it takes for white, (t, s, 3), before surfaces in light of XYZ (t, s, 3) and lux `on` (t, s)."""
        there = np.maximum(light, 1e-9)
        there = np.where(on[..., None] > DARK / 100, there / there[..., 1:2], self.white[:, None] / 100)
        white: Array = self.white[:, None] ** (1 - LOCAL) * (100 * there) ** LOCAL
        return white

    @property
    def brighter(self) -> Array:
        """How much brighter white looks than in usual light, about 1, (t,)."""
        return (np.clip(self.lux, DARK, DAZZLING) / USUAL_LUX) ** LEVEL

    @property
    def degree(self) -> Array:
        """Degree of adaptation to the light's colour, 0-1, (t,)."""
        return degree_of_adaptation(self.lux / np.pi * _GREY_WORLD)


def eye_in(patches: Array, areas: Array, upright: NDArray[np.bool_], reflectance: Array) -> Eye:
    """Return what an eye is used to among patches with irradiance (31, n, t), areas (n,) and `reflectance` (31, n), of
    which those that are `upright` (n,) stand before it: their light is what it takes for the colour of light."""
    light = np.moveaxis(patches, 0, -1)  # n, t, 31
    on_each = lux(light)
    part = lux(light * reflectance.T[:, None]) / np.maximum(on_each, 1e-9)
    return eye_before(on_each, xyz(light), part, areas, upright)


def eye_before(on_each: Array, values: Array, part: Array, areas: Array, upright: NDArray[np.bool_]) -> Eye:
    """Return the same of patches with so many lux (n, t), light of XYZ (n, t, 3), and the part of it that each sends
    back, (n, t) or (n, 1)."""
    anchor = _percentile(on_each, areas[:, None] * np.maximum(part, _BLACK), ANCHOR)
    # a patch counts by its light, one in the sun by no more than what is bright: it is no more of what is looked at
    weight = (areas * upright)[:, None] * np.minimum(1, anchor / np.maximum(on_each, 1e-9))
    white = (values * weight[..., None]).sum(axis=0)
    dark = anchor < DARK / 100
    white = np.where(dark[:, None], white_point(), white)
    return Eye(anchor, white * (100 / white[:, 1:2]))


def _percentile(values: Array, weights: Array, part: float) -> Array:
    """Return the values (t,) below which `part` of the weights lie, of values and weights (n, t) each."""
    order = np.argsort(values, axis=0)
    ranked = np.take_along_axis(values, order, axis=0)
    below = np.cumsum(np.take_along_axis(weights, order, axis=0), axis=0)
    below /= below[-1]
    at = (below >= part).argmax(axis=0)
    columns = np.arange(values.shape[1])
    before = np.maximum(at - 1, 0)
    low, high = below[before, columns], below[at, columns]
    share = np.where(at > 0, (part - low) / np.maximum(high - low, 1e-12), 1.0)
    percentiles: Array = ranked[before, columns] * (1 - share) + ranked[at, columns] * share
    return percentiles


def lift(ratio: ArrayLike) -> Array:
    """Return how much of its own light a surface reads by that gets `ratio` (at least 1) of what the eye takes for the
    light on white."""
    lifted: Array = 1 + BRIGHTER * (1 - np.exp(1 - np.maximum(ratio, 1)))
    return lifted


def coming_from_daylight(light: ArrayLike, reflectance: ArrayLike, eye: Eye, veil: ArrayLike = 0.0) -> Array:
    """Return what surfaces read as, Lab D65/10°, (t, s, 3), of `light` on them (t, s, 31) and their `reflectance`
    (31,) or (s, 31) or (t, s, 31).

    `veil` (t, s) is what bright windows scatter over them in the eye, as a part of what it takes for white: it makes
    everything paler, and the eye's white with it.
    """
    falling = np.asarray(light, dtype=np.float64)
    on = np.maximum(lux(falling), 1e-9)
    ratio = on / np.maximum(eye.lux, 1e-9)[:, None]
    ratio = np.minimum(np.where(ratio < 1, ratio**CONSTANCY, lift(ratio)) * eye.brighter[:, None], 1 + BRIGHTER)
    light_xyz = xyz(falling)
    white = np.maximum(light_xyz[..., 1], 1e-9)
    seen = xyz(falling * np.asarray(reflectance)) * (100 * ratio / white)[..., None]
    # the eye comes from daylight: what it has not yet adapted to is measured from there, not from equal energy
    degree = eye.degree[:, None, None]
    used_to = eye.before(light_xyz, on)
    over = VEILED * np.asarray(veil, dtype=np.float64)[..., None]
    adapted = adapt((seen + over * used_to) / (1 + over), used_to, white_point(), degree)
    view = conditions(white_point(), np.maximum(eye.lux, DARK)[:, None] / np.pi * _GREY_WORLD, 1.0)
    return xyz_to_lab(stimulus(appearance(adapted, view), BOOTH))


def beside_white(light: ArrayLike, reflectance: ArrayLike) -> Array:
    """Return what surfaces read as beside a clean white in the same light, Lab D65/10°, same shapes."""
    falling = np.asarray(light, dtype=np.float64)
    whites = xyz(falling)
    on = np.maximum(whites[..., 1:2], 1e-9)
    shown = xyz(falling * np.asarray(reflectance)) * (100 / on)
    view = conditions(np.where(whites[..., 1:2] > 0, whites, white_point()), BOOTH_LUMINANCE, 1.0)
    return xyz_to_lab(stimulus(appearance(shown, view), BOOTH))
