"""The light on every patch of a room: daylight of any number of hours and the lamps, one linear solve a band.

E = E₀ + F·ρ·E: a patch gets what comes in from outside and from lamps, and what all others send on. Reflectance is
part of the system, so floor, outside and the paint itself tint the light.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.light import lamps as lamp_tables
from prism.light import materials
from prism.light.box import Box, Pane, box, lamplight, sunlight
from prism.light.room import GLAZING, OUTSIDE, SIDES, Lamp, Room
from prism.light.sky import Outdoors
from prism.spectrum import BANDS, Array

STOREY, ABOVE = 2.8, 6.0
"""Height of a storey, and of the eaves over the floor of the lowest, metres."""
_ROUND = 0.2
"""Part of the ground in view that lies beyond the two ends of a house's shadow."""
_NEAR = 0.35
"""Part of an overcast sky's light on the ground that an upright plane gets from the sky alone: 0.396 by the CIE's
luminance, less what usually stands low over the horizon."""


def toward_sun(light: Outdoors, turn: float) -> Array:
    """Return unit vectors to the sun in the axes of a room turned by `turn` degrees, (t, 3)."""
    azimuth, height = np.radians(light.azimuth - turn), np.radians(np.maximum(light.height, 0.0))
    return np.column_stack([np.sin(azimuth) * np.cos(height), np.cos(azimuth) * np.cos(height), np.sin(height)])


def through_glass(kind: str) -> Array:
    """Return the transmittance of a glazing straight on, (31,): float glass is a little green, by its iron."""
    clear, iron = GLAZING[kind]
    away = ((BANDS - 530) / 150) ** 2
    passed: Array = clear * (1 - iron * np.minimum(away, 2.0))
    return passed


def entering(room: Room, light: Outdoors) -> Array:
    """Return what falls on each patch straight from outside, before any of it is sent on, (31, n, t)."""
    shape = box(room.size, room.windows)
    toward = toward_sun(light, room.turn)
    sun = sunlight(shape, toward)
    found = np.zeros((BANDS.size, len(shape.areas), len(light.height)))
    for w, pane in enumerate(shape.panes):
        view = OUTSIDE[pane.window.outside]
        ground = materials.reflectance(view.ground) * _on_ground(room, light, pane, toward)
        facing_back = np.maximum(-(toward @ pane.normal), 0)[:, None] * (light.height > 0)[:, None]
        on_opposite = light.beam * facing_back + light.dome / 2 + light.cloud * _NEAR + ground / 2
        opposite = materials.reflectance(view.opposite) * on_opposite
        glass = through_glass(pane.window.glazing)
        slanted = 0.92 * glass  # light from all sides: float glass passes about 0.92 of what it does straight on
        found += np.einsum("b,tb,n->bnt", slanted, light.dome, pane.sky, optimize=True)
        found += np.einsum("b,tb,n->bnt", slanted, light.cloud, pane.cloud, optimize=True)
        found += np.einsum("b,tb,n->bnt", slanted, opposite, pane.opposite, optimize=True)
        found += np.einsum("b,tb,n->bnt", slanted, ground, pane.ground, optimize=True)
        found += np.einsum("b,tb,tn->bnt", glass, light.beam, sun[w], optimize=True)
    return found


def _on_ground(room: Room, light: Outdoors, pane: Pane, toward: Array) -> Array:
    """Return the irradiance, (t, 31), of the ground that a window looks down on: where the sun is behind the house, its
    shadow lies there, and from that shadow half of the sky is hidden."""
    if pane.window.wall == "ceiling":
        return light.ground
    behind = np.maximum(-(toward @ pane.normal), 0)
    height = room.storey * STOREY + pane.window.sill + pane.window.height / 2
    shadow = (room.storey * STOREY + ABOVE) * behind / np.maximum(toward[:, 2], 1e-6)
    sunlit = (_ROUND + (1 - _ROUND) * height / np.hypot(height, shadow))[:, None]
    sun = light.ground - light.dome - light.cloud
    return sun * sunlit + (light.dome + light.cloud) * (0.5 + 0.5 * sunlit)


def burning(room: Room, lamps: tuple[Lamp, ...] | None = None) -> Array:
    """Return what falls on each patch straight from the lamps, (31, n)."""
    shape = box(room.size, room.windows)
    found = np.zeros((BANDS.size, len(shape.areas)))
    for lamp in room.lamps if lamps is None else lamps:
        if lamp.lumens <= 0 or lamp.count < 1 or lamp.dimmed <= 0:
            continue
        spectrum = lamp_tables.spectrum(lamp.kind, lamp.kelvin, lamp.rendering)
        found += np.outer(spectrum, lamplight(room.size, lamp) * lamp.lumens * lamp.count * lamp.dimmed)
    return found


def solve(shape: Box, reflectance: Array, straight: Array) -> Array:
    """Return the irradiance of every patch, (31, n, t), of what falls there straight (31, n, t).

    `reflectance` (6, 31) of the `SIDES`.
    """
    coats = shape.coats(reflectance)
    system = np.eye(coats.shape[1]) - shape.factors[None] * coats[:, None, :]
    return np.asarray(np.linalg.solve(system, straight), dtype=np.float64)


@dataclass(frozen=True)
class Lit:
    """A room as it is lit.

    `patches` (31, n, t) irradiance of the patches, W/m² and nm; `sides` (t, 6, 31) the mean over each of the `SIDES`,
    windows left out; `reflectance` (6, 31) of the sides.
    """

    patches: Array
    sides: Array
    reflectance: Array


def coats(room: Room, tried: ArrayLike) -> Array:
    """Return the reflectance of the `SIDES`, (6, 31), with what is fixed counted in; `tried` (31,) is where the room
    names none."""
    paint = np.asarray(tried, dtype=np.float64)
    found = np.empty((len(SIDES), BANDS.size))
    for i, side in enumerate(SIDES):
        own = room.surfaces.get(side)
        found[i] = paint if own is None else own
        for thing in room.fixed:
            if (thing.on in (side, "walls") and side not in ("floor", "ceiling")) or thing.on == side:
                whole = sum(room.area(each) for each in SIDES[:4]) if thing.on == "walls" else room.area(side)
                part = min(thing.area / max(whole, 1e-9), 0.95)
                found[i] = (1 - part) * found[i] + part * np.asarray(thing.reflectance)
    return found


def lit(room: Room, straight: Array, tried: ArrayLike) -> Lit:
    """Return a room as lit by what falls straight on its patches, (31, n, t), with a tried colour (31,)."""
    shape = box(room.size, room.windows)
    reflectance = coats(room, tried)
    patches = solve(shape, reflectance, straight) * room.correction
    sides = np.einsum("sn,bnt->tsb", shape.mean_weights(), patches, optimize=True)
    return Lit(patches, sides, reflectance)
