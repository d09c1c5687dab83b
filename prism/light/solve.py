"""The light on every patch of a room: daylight of any number of hours and the lamps, one linear solve a band.

E = E₀ + F·ρ·E: a patch gets what comes in from outside and from lamps, and what all others send on. Reflectance is
part of the system, so floor, outside and the paint itself tint the light.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.light import glare, materials
from prism.light import lamps as lamp_tables
from prism.light.box import Box, Pane, box, sunlight
from prism.light.furnishing import behind_furniture, past_curtains
from prism.light.general_sky import CLEAR, OVERCAST, brightness, on_plane
from prism.light.glass import through_glass
from prism.light.lamplight import lamplight, lamplight_at
from prism.light.room import OUTSIDE, SIDES, WALLS, Lamp, Room
from prism.light.sky import Outdoors
from prism.light.spectra import lux
from prism.spectrum import BANDS, Array

STOREY, ABOVE = 2.8, 6.0
"""Height of a storey, and of the eaves over the floor of the lowest, metres."""
_FEW = 12
"""Hours up to which a room is solved step by step."""
_DARKEST, _EXACT, _NOTHING = 1e-6, 1e-11, 1e-300
"""The least reflectance that is reckoned with; the part of the light to which steps go on; what keeps 0/0 away."""
FROM = ("sky", "sky", "ground", "ground")
"""Where each of the sources outside a window is from: clear and overcast sky, what stands opposite, and the ground."""
_ROUND = 0.2
"""Part of the ground in view that lies beyond the two ends of a house's shadow."""


def toward_sun(light: Outdoors, turn: float) -> Array:
    """Return unit vectors to the sun in the axes of a room turned by `turn` degrees, (t, 3)."""
    azimuth, height = np.radians(light.azimuth - turn), np.radians(np.maximum(light.height, 0.0))
    return np.column_stack([np.sin(azimuth) * np.cos(height), np.cos(azimuth) * np.cos(height), np.sin(height)])


def entering(room: Room, light: Outdoors) -> Array:
    """Return what falls on each patch straight from outside, before any of it is sent on, (31, n, t)."""
    parts = falling(room, light, box(room.size, room.windows))
    return parts["sky"] + parts["ground"] + parts["sun"]


def falling(room: Room, light: Outdoors, shape: Box) -> dict[str, Array]:
    """Return the same by where it comes from: `sky`, `ground` with what stands opposite, and `sun`, (31, n, t) each."""
    toward = toward_sun(light, room.rotation_deg)
    sun = sunlight(shape, toward)
    beams = [np.einsum("b,tb,tn->bnt", let_in(room, pane), light.beam, sun[w], optimize=True)
             for w, pane in enumerate(shape.panes)]  # fmt: skip
    nothing = np.zeros((BANDS.size, len(shape.areas), len(light.height)))
    return _skylight(room, light, shape) | {"sun": np.sum([nothing, *beams], axis=0)}


def skylight(room: Room, light: Outdoors, shape: Box) -> Array:
    """Return what falls on the patches or points of a shape straight from sky, ground and what stands outside, (31, n,
    t), without the beam of the sun."""
    parts = _skylight(room, light, shape)
    return parts["sky"] + parts["ground"]


def _skylight(room: Room, light: Outdoors, shape: Box) -> dict[str, Array]:
    toward = toward_sun(light, room.rotation_deg)
    size = (BANDS.size, len(shape.areas), len(light.height))
    entering = {"sky": np.zeros(size), "ground": np.zeros(size)}
    for pane in shape.panes:
        for kind, (spectrum, along) in zip(FROM, outside_of(room, light, pane, toward), strict=True):
            rays = np.broadcast_to(pane.of(along), (len(toward), len(shape.areas)))
            entering[kind] += np.einsum("tb,tn->bnt", spectrum, rays)
    return entering


def veils(room: Room, light: Outdoors) -> Array:
    """Return the veil that the windows lay over each of the `WALLS`, cd/m², (t, 4), from the middle of the room."""
    shape = box(room.size, room.windows)
    toward = toward_sun(light, room.rotation_deg)
    veils = np.zeros((len(light.height), len(WALLS)))
    for pane, weight in glare.weights(shape):
        for spectrum, along in outside_of(room, light, pane, toward):
            rays = (along * pane.glass)[:, 0]
            veils += lux(spectrum)[:, None] / np.pi * (rays @ weight.T)
    return veils


def seen_through(room: Room, light: Outdoors, view: Pane) -> Array:
    """Return the mean luminance of a window as it is seen from one place, cd/m², (t,)."""
    toward = toward_sun(light, room.rotation_deg)
    weight = view.share * view.glass / np.maximum(view.share.sum(), 1e-12)
    parts = [lux(spectrum) / np.pi * (along * weight).sum(axis=(1, 2)) for spectrum, along in
             outside_of(room, light, view, toward)]  # fmt: skip
    passed: Array = np.sum(parts, axis=0)
    return passed


def let_in(room: Room, pane: Pane) -> Array:
    """Return the part of light straight on a window that comes into the room, (31,)."""
    passed: Array = through_glass(pane.window.glazing) * past_curtains(room.furnishing)
    return passed


def outside_of(room: Room, light: Outdoors, pane: Pane, toward: Array) -> list[tuple[Array, Array]]:
    """Return the sources outside a window: the radiosity of each behind the glass, (t, 31), and how bright it is along
    the rays of the pane, (1 or t, n, k), over that."""
    view = OUTSIDE[pane.window.outside]
    ground = materials.reflectance(view.ground) * on_ground(room, light, pane, toward)
    opposite = materials.reflectance(view.opposite) * _on_opposite(light, pane, toward, ground)
    glass = let_in(room, pane)
    clear = brightness(pane.toward, toward, CLEAR) if light.dome.any() else np.zeros((1, *pane.above.shape))
    return [
        (glass * light.dome, clear * pane.above),
        (glass * light.cloud, brightness(pane.toward, toward[:1], OVERCAST) * pane.above),
        (glass * opposite, pane.opposite[None].astype(np.float64)),
        (glass * ground, (~pane.above & ~pane.opposite)[None].astype(np.float64)),
    ]


def _on_opposite(light: Outdoors, pane: Pane, toward: Array, ground: Array) -> Array:
    """Return the irradiance, (t, 31), of what stands upright opposite a window, or round a rooflight."""
    normal = -pane.normal if pane.window.wall != "ceiling" else np.array([0.0, -1.0, 0.0])
    facing = np.maximum(toward @ normal, 0)[:, None] * (light.height > 0)[:, None]
    dome, cloud = on_plane(normal, toward, CLEAR)[:, None], on_plane(normal, toward[:1], OVERCAST)[:, None]
    irradiance: Array = light.beam * facing + light.dome * dome + light.cloud * cloud + ground / 2
    return irradiance


def on_ground(room: Room, light: Outdoors, pane: Pane, toward: Array) -> Array:
    """Return the irradiance, (t, 31), of the ground that a window looks down on.

    The house hides a part of the sky from it at any hour; where the sun is behind the house, its shadow lies there too.
    """
    if pane.window.wall == "ceiling":
        return light.ground
    house = room.storey * STOREY + ABOVE
    height = room.storey * STOREY + pane.window.sill + pane.window.height / 2
    behind = np.maximum(-(toward @ pane.normal), 0)
    shadow = house * behind / np.maximum(toward[:, 2], 1e-6)
    sunlit = (_ROUND + (1 - _ROUND) * height / np.hypot(height, shadow))[:, None]
    sun = light.ground - light.dome - light.cloud
    return sun * sunlit + (light.dome + light.cloud) * _open_to_sky(house / height)


def _open_to_sky(ratio: float) -> float:
    """Return the part of an even sky that lights the ground before a long house, as a window sees that ground.

    `ratio` is the height of the house over that of the window. At a distance x from a house of height H the ground sees
    (1 + cos β)/2 of the sky, tan β = H/x; an upright window takes ground at an angle φ below the horizon by cos φ dφ.
    """
    u = (np.arange(200) + 0.5) / 200  # sine of the angle looked down at
    return float((0.5 + 0.5 / np.sqrt(1 + (ratio * u) ** 2 / (1 - u**2))).mean())


def burning(room: Room, lamps: tuple[Lamp, ...] | None = None) -> Array:
    """Return what falls on each patch straight from the lamps, (31, n)."""
    shape = box(room.size, room.windows)
    irradiance = np.zeros((BANDS.size, len(shape.areas)))
    for lamp in _lit_ones(room.lamps if lamps is None else lamps):
        irradiance += np.outer(_spectrum_of(lamp), lamplight(room.size, lamp))
    return irradiance


def burning_at(room: Room, shape: Box) -> Array:
    """Return what falls on points of a room straight from its lamps, (31, p): see `box.at`."""
    irradiance = np.zeros((BANDS.size, len(shape.areas)))
    for lamp in _lit_ones(room.lamps):
        irradiance += np.outer(_spectrum_of(lamp), lamplight_at(shape, lamp))
    return irradiance


def _lit_ones(lamps: tuple[Lamp, ...]) -> list[Lamp]:
    return [lamp for lamp in lamps if lamp.lumens > 0 and lamp.count >= 1 and lamp.dimmed > 0]


def _spectrum_of(lamp: Lamp) -> Array:
    """Return what all lamps of a sort send out for each lux their light gives, (31,)."""
    band = lamp_tables.spectrum(lamp.kind, lamp.kelvin, lamp.rendering)
    spectrum: Array = band * (lamp.lumens * lamp.count * lamp.dimmed)
    return spectrum


def solve(shape: Box, reflectance: Array, straight: Array) -> Array:
    """Return the irradiance of every patch, (31, n, t), of what falls there straight (31, n, t).

    `reflectance` (6, 31) of the `SIDES`. With y = ρ·E and z = √(A/ρ)·y the system is symmetric,
    (1 − √(ρ/A)·A·F·√(ρ/A))·z = √(ρ·A)·E₀. Few hours are solved step by step, in a quarter of the time of the factors of
    31 systems; those pay for a whole day, which shares them.
    """
    exchange = shape.areas[:, None] * shape.factors
    coats = np.maximum(shape.coats(reflectance), _DARKEST)  # (31, n)
    scale = np.sqrt(coats / shape.areas)
    weight = (scale * shape.areas)[..., None]
    lit = straight.any(axis=(0, 1))  # nothing falls anywhere at night
    irradiance = np.zeros(straight.shape)
    if lit.any():
        solver = _step_by_step if straight.shape[2] <= _FEW and coats.max() < 1 else _by_factors
        irradiance[:, :, lit] = solver(exchange, scale, weight * straight[:, :, lit]) / weight
    return irradiance


def solve_grey(shape: Box, parts: Array, straight: Array) -> Array:
    """Return what arrives on every patch of a room of greys, (n, t, k), of what falls there straight (n, t, k): lux, or
    anything else that such a room sends on in the same `parts` (6,) of its `SIDES`, without changing its colour."""
    coats = shape.coats(parts[:, None])[0]
    system = np.eye(len(coats)) - shape.factors * coats
    irradiance: Array = np.linalg.solve(system, straight.reshape(len(coats), -1)).reshape(straight.shape)
    return irradiance


def _by_factors(exchange: Array, scale: Array, right: Array) -> Array:
    """Return z (31, n, t) of the symmetric system by the factors of each band (Cholesky); `right` is its other side."""
    from scipy.linalg import lapack  # late: most of what the core is asked needs none of it

    whole, z = np.eye(len(exchange)), np.zeros(right.shape)
    for band, (each, side) in enumerate(zip(scale, right, strict=True)):
        system = whole - exchange * each[:, None] * each
        _, z[band], wrong = lapack.dposv(system, side)
        if wrong:  # surfaces that send on more than they get, by a measurement that is off
            z[band] = np.linalg.solve(system, side)
    return z


def _step_by_step(exchange: Array, scale: Array, right: Array) -> Array:
    """Return the same by conjugate gradients (Hestenes and Stiefel 1952), all bands and hours at once."""
    scale, z = scale.T[:, :, None], right.transpose(1, 0, 2).copy()  # (n, 31, t)

    def less_sent_on(z: Array) -> Array:
        return z - scale * (exchange @ (scale * z).reshape(len(z), -1)).reshape(z.shape)

    enough = _EXACT**2 * (z * z).sum(axis=0)
    left = z - less_sent_on(z)
    step, size = left.copy(), (left * left).sum(axis=0)
    for _ in range(len(z)):  # as many steps as patches end it even if figures round badly
        if (size <= enough).all():
            break
        image = less_sent_on(step)
        length = size / np.maximum((step * image).sum(axis=0), _NOTHING)
        z += length * step
        left -= length * image
        before, size = size, (left * left).sum(axis=0)
        step = left + size / np.maximum(before, _NOTHING) * step
    return z.transpose(1, 0, 2)


@dataclass(frozen=True)
class Lit:
    """A room as it is lit.

    `patches` (31, n, t) irradiance of the patches, W/m² and nm; `sides` (t, 6, 31) the mean over each of the `SIDES`,
    windows left out; `reflectance` (6, 31) of the sides.
    """

    patches: Array
    sides: Array
    reflectance: Array


def own_colours(room: Room, tried: ArrayLike) -> Array:
    """Return the reflectance of the `SIDES` themselves, (6, 31); `tried` (31,) is where the room names none."""
    given = [room.surfaces.get(side) for side in SIDES]
    return np.array([tried if own is None else own for own in given], dtype=np.float64)


def coats(room: Room, tried: ArrayLike) -> Array:
    """Return the reflectance of the `SIDES`, (6, 31), with what is fixed and furniture counted in; `tried` (31,) is
    where the room names none."""
    colours = own_colours(room, tried)
    for i, side in enumerate(SIDES):
        for thing in room.fixed:
            if (thing.on in (side, "walls") and side not in ("floor", "ceiling")) or thing.on == side:
                whole = sum(room.area(each) for each in SIDES[:4]) if thing.on == "walls" else room.area(side)
                part = min(thing.area / max(whole, 1e-9), 0.95)
                colours[i] = (1 - part) * colours[i] + part * np.asarray(thing.reflectance)
        colours[i] = behind_furniture(room.furnishing, side, colours[i])
    return colours


def lit(room: Room, straight: Array, tried: ArrayLike) -> Lit:
    """Return a room as lit by what falls straight on its patches, (31, n, t), with a tried colour (31,)."""
    shape = box(room.size, room.windows)
    reflectance = coats(room, tried)
    patches = solve(shape, reflectance, straight) * room.correction
    sides = np.einsum("sn,bnt->tsb", shape.mean_weights(), patches, optimize=True)
    return Lit(patches, sides, reflectance)
