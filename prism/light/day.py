"""A room through a day: how its walls are lit by the hour, and what paint on them reads as."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.light import materials
from prism.light.box import Box, box
from prism.light.room import OUTSIDE, SIDES, WALLS, Lamp, Room, Window
from prism.light.seen import DARK, Eye, beside_white, coming_from_daylight, eye_before, eye_in
from prism.light.sky import NIGHT, Outdoors, outdoors
from prism.light.solve import burning, coats, entering, own_colours, solve, solve_grey, veils
from prism.light.spectra import colour_temperature, lux, xyz
from prism.light.sun import Place, moments, positions
from prism.spectrum import BANDS, Array, to_lrv

HALF_HOURS = tuple(float(h) / 2 for h in range(48))
CLEAR, OVERCAST = 0.0, 1.0
LAMPS = ("auto", "on", "off")
DUSK = 3.0
"""Sun height, degrees, below which lamps are lit where nobody says otherwise."""
ROOMS_WHITE = 0.8
"""How far the eye takes the light of the real room for its white, and not that of the same room in greys."""
_WALLS = [SIDES.index(wall) for wall in WALLS]


@dataclass(frozen=True)
class Day:
    """A room at t moments of one day under one sky, its four walls in the order of `WALLS`.

    `hours` local clock (t,); `height` and `azimuth` of the sun, degrees (t,); `lamps_on` (t,); `light` (t, 4, 31)
    mean irradiance of the walls; `lux` (t, 4); `kelvin` and `duv` (t, 4) of that light; `eye` what one is used to
    there; `veil` (t, 4) the light that bright windows scatter over the walls in the eye, as a part of what it takes for
    white; `walls` (4, 31) reflectance of the walls as they are; `cloud` 0-1.
    """

    hours: Array
    height: Array
    azimuth: Array
    lamps_on: NDArray[np.bool_]
    light: Array
    lux: Array
    kelvin: Array
    duv: Array
    eye: Eye
    veil: Array
    walls: Array
    cloud: float

    @property
    def dark(self) -> NDArray[np.bool_]:
        """Where too little light falls on a wall to see colour, (t, 4)."""
        return self.lux < DARK

    def at(self, moments: ArrayLike) -> Day:
        """Return the day at some of its moments, by their places."""
        some = np.asarray(moments)
        eye = Eye(self.eye.lux[some], self.eye.white[some])
        each = {name: getattr(self, name)[some] for name in _BY_MOMENT}
        return Day(**each, eye=eye, walls=self.walls, cloud=self.cloud)

    def seen(self, reflectance: ArrayLike | None = None) -> Array:
        """Return what a paint reads as on each wall coming from daylight, Lab (t, 4, 3); the walls' own by default."""
        paint = self.walls if reflectance is None else np.asarray(reflectance, dtype=np.float64)
        return coming_from_daylight(self.light, paint, self.eye, self.veil)

    def seen_many(self, reflectances: ArrayLike, wall: int) -> Array:
        """Return what boards (k, 31) read as on one wall, Lab (t, k, 3): everything in the same light."""
        boards = np.asarray(reflectances, dtype=np.float64)
        light = np.broadcast_to(self.light[:, wall, None], (len(self.hours), len(boards), BANDS.size))
        return coming_from_daylight(light, boards, self.eye, self.veil[:, wall, None])

    def beside_white(self, reflectance: ArrayLike | None = None) -> Array:
        """Return what a paint reads as on each wall beside a clean white in that light, Lab (t, 4, 3)."""
        paint = self.walls if reflectance is None else np.asarray(reflectance, dtype=np.float64)
        return beside_white(self.light, paint)


_BY_MOMENT = ("hours", "height", "azimuth", "lamps_on", "light", "lux", "kelvin", "duv", "veil")


@lru_cache(maxsize=24)
def _outside(
    shape: tuple[tuple[float, float, float], tuple[Window, ...], float, int, str],
    place: Place, day: date, hours: tuple[float, ...], cloud: float,
) -> tuple[Array, Array, Array, Array]:  # fmt: skip
    """Return heights and azimuths of the sun (t,), what falls on the patches straight from outside (31, n, t), and the
    veil of the windows over the walls, cd/m² (t, 4).

    No paint matters to it, so another colour in the same room and day costs one solve. The patches' light is kept to
    seven digits, which takes half the memory.
    """
    size, windows, turn, storey, furnishing = shape
    room = Room(place, *size, rotation_deg=turn, windows=windows, storey=storey, furnishing=furnishing)
    height, azimuth = positions(place, moments(place, day, hours))
    lit = height > NIGHT
    patches = len(box(size, windows).areas)
    straight: Array = np.zeros((BANDS.size, patches, len(height)), dtype=np.float32)
    veil = np.zeros((len(height), len(WALLS)))
    if lit.any():
        light = _outdoors(room, day, height[lit], azimuth[lit], cloud)
        straight[:, :, lit], veil[lit] = entering(room, light), veils(room, light)
    for kept in (height, azimuth, straight, veil):
        kept.setflags(write=False)
    return height, azimuth, straight, veil


def outdoors_of(room: Room, day: date, hours: Sequence[float], cloud: float) -> Outdoors:
    """Return the light outdoors round a room; what lies on the ground there brightens the sky."""
    return _outdoors(room, day, *positions(room.place, moments(room.place, day, hours)), cloud)


def _outdoors(room: Room, day: date, height: Array, azimuth: Array, cloud: float) -> Outdoors:
    grounds = [materials.reflectance(OUTSIDE[window.outside].ground) for window in room.windows]
    albedo = np.mean(grounds, axis=0) if grounds else 0.2
    return outdoors(height, azimuth, day.timetuple().tm_yday, cloud, albedo)


def outside(room: Room, day: date, hours: Sequence[float], cloud: float) -> tuple[Array, Array, Array, Array]:
    """Return heights and azimuths of the sun (t,), the daylight straight on the patches of a room (31, n, t), and the
    veil of its windows over the walls, cd/m² (t, 4)."""
    shape = (room.size, room.windows, room.rotation_deg, room.storey, room.furnishing)
    height, azimuth, straight, veil = _outside(shape, room.place, day, tuple(hours), cloud)
    return height, azimuth, straight.astype(np.float64), veil


@dataclass(frozen=True)
class Solved:
    """A day with the light on every patch of its room, (31, n, t), which the day and a picture of it rest on."""

    day: Day
    patches: Array


def days(
    room: Room,
    tried: ArrayLike,
    day: date,
    hours: Sequence[float] = HALF_HOURS,
    clouds: Sequence[float] = (CLEAR, OVERCAST),
    lamps: str = "auto",
) -> list[Day]:
    """Return a room through a day under each sky, with a paint (31,) wherever the room names no other.

    `lamps` one of `LAMPS`: on and off at all hours, or lit while the sun is lower than `DUSK`.
    """
    return [solution.day for solution in solved(room, tried, day, hours, clouds, lamps)]


def solved(
    room: Room,
    tried: ArrayLike,
    day: date,
    hours: Sequence[float] = HALF_HOURS,
    clouds: Sequence[float] = (CLEAR, OVERCAST),
    lamps: str = "auto",
) -> list[Solved]:
    """Return the same with the light on every patch. All hours and skies are one solve a band."""
    shape = box(room.size, room.windows)
    reflectance, walls = coats(room, tried), own_colours(room, tried)[_WALLS]
    burn = burning(room)
    columns, parts = [], []
    for cloud in clouds:
        height, azimuth, straight, veil = outside(room, day, hours, cloud)
        on = np.full(len(height), lamps == "on") if lamps != "auto" else height < DUSK
        parts.append((height, azimuth, on, veil * room.correction))
        columns.append(straight * room.correction)
    count = len(hours)
    straight = np.concatenate([*columns, burn[..., None]], axis=2)
    real, plain = solve(shape, reflectance, straight), _in_greys(shape, reflectance, straight)
    solutions = []
    for i, (height, azimuth, on, veil) in enumerate(parts):
        own = slice(i * count, (i + 1) * count)
        patches = real[..., own] + real[..., -1:] * on
        bare = plain[:, own] + plain[:, -1:] * on[:, None]
        clock = np.asarray(hours)
        made = _day(shape, patches, bare, reflectance, walls, clock, height, azimuth, on, clouds[i], veil)
        solutions.append(Solved(made, patches))
    return solutions


def _in_greys(shape: Box, reflectance: Array, straight: Array) -> Array:
    """Return the lux and XYZ on every patch, (n, t, 4), of a room that is as light as it is and grey, in what falls
    there straight, (31, n, t).

    Between such a room and the real one, and nearer to the real one, the eye takes its measure of white: it allows for
    the light that comes in, but not quite for all that walls and floor send each other. The rest it sees as colour,
    which is why four walls look deeper than their board, and a red floor warms them.
    """
    light = np.moveaxis(straight, 0, -1)
    return solve_grey(shape, to_lrv(reflectance) / 100, np.concatenate([lux(light)[..., None], xyz(light)], axis=2))


def looked_at(shape: Box, reflectance: Array, straight: Array, veil: Array | float = 0.0) -> Day:
    """Return a room under one light after another, (31, n, t) straight on its patches, as if they were moments of a day
    without a sun; `reflectance` (6, 31) of its sides."""
    patches, bare = solve(shape, reflectance, straight), _in_greys(shape, reflectance, straight)
    zeros = np.zeros(straight.shape[2])
    return _day(
        shape, patches, bare, reflectance, reflectance[_WALLS], zeros, zeros, zeros, zeros.astype(bool), CLEAR, veil
    )


def evening(room: Room, tried: ArrayLike, lamps: Sequence[tuple[Lamp, ...]]) -> Day:
    """Return a room after dark under one set of lamps after another, as if they were moments of a day."""
    shape = box(room.size, room.windows)
    reflectance = coats(room, tried)
    straight = np.stack([burning(room, each) for each in lamps], axis=2)
    patches, bare = solve(shape, reflectance, straight), _in_greys(shape, reflectance, straight)
    below, on = np.full(len(lamps), -90.0), np.full(len(lamps), True)
    hours = np.full(len(lamps), 22.0)
    walls = own_colours(room, tried)[_WALLS]
    return _day(shape, patches, bare, reflectance, walls, hours, below, np.zeros(len(lamps)), on, CLEAR)


def _day(
    shape: Box,
    patches: Array,
    bare: Array,
    reflectance: Array,
    walls: Array,
    hours: Array,
    height: Array,
    azimuth: Array,
    on: NDArray[np.bool_],
    cloud: float,
    veil: Array | float = 0.0,
) -> Day:  # fmt: skip
    light = np.einsum("sn,bnt->tsb", shape.mean_weights()[_WALLS], patches, optimize=True)
    kelvin, duv = colour_temperature(light)
    upright, greys = shape.side < len(WALLS), shape.coats(to_lrv(reflectance)[:, None] / 100)[0]
    in_greys = eye_before(bare[..., 0], bare[..., 1:], greys[:, None], shape.areas, upright)
    eye = in_greys.towards(eye_in(patches, shape.areas, upright, shape.coats(reflectance)), ROOMS_WHITE)
    of_white = veil / np.maximum(eye.lux, DARK)[:, None] * np.pi
    return Day(
        hours=hours,
        height=height,
        azimuth=azimuth,
        lamps_on=on,
        light=light,
        lux=lux(light),
        kelvin=kelvin,
        duv=duv,
        eye=eye,
        veil=np.broadcast_to(of_white, light.shape[:2]),
        walls=walls,
        cloud=cloud,
    )


def deepening(room: Room, tried: ArrayLike, straight: Array, now: ArrayLike) -> tuple[Array, Array]:
    """Return what a board reads as held in a room whose walls are as they are now, and what four walls of it read as.

    Lab (t, 4, 3) each; `now` (31,) is the paint that is there. The difference is what the walls send each other.
    """
    shape = box(room.size, room.windows)
    shifts = []
    for paint in (now, tried):
        bare = replace(room, surfaces={k: v for k, v in room.surfaces.items() if k not in WALLS})
        shifts.append(looked_at(shape, coats(bare, paint), straight * room.correction).seen(tried))
    return shifts[0], shifts[1]
