"""A room to be drawn: what points in rows over its sides look like, at every hour, to an eye that has got used to it.

The light on a point is gathered from all patches of the room (`solve`), from each window and each lamp, so that it
is smooth; the beam of the sun is kept apart, since its edges are drawn exactly.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.light import materials
from prism.light.box import AXES, Box, at, box, inward, points_of, rectangles, sun_passed
from prism.light.day import CLEAR, HALF_HOURS, OVERCAST, Solved, outdoors_of, solved
from prism.light.form_factors import axes_along
from prism.light.glass import through_glass
from prism.light.room import OUTSIDE, SIDES, WALLS, Fixed, Room
from prism.light.seen import CONSTANCY, DARK, coming_from_daylight
from prism.light.sky import Outdoors
from prism.light.solve import burning_at, coats, let_in, own_colours, skylight, toward_sun
from prism.light.spectra import lux
from prism.spectrum import Array, lab_to_xyz, to_lab, xyz_to_lab

ROWS, LEVEL = (9, 6), (8, 8)
"""Points along and up a wall, and along and across floor and ceiling."""
COLOURLESS, COLOURED = 0.3, 3.0
"""Lux below which no colour is claimed, and from which all of it is; between, it fades (mesopic sight)."""
_Look = Callable[[Array, Array, NDArray[np.bool_]], Array]
"""What surfaces of a reflectance look like in the light that falls on some of the points."""
_LIKE_A_RUG = 1.5
"""How much longer a thing that stays is than it is wide, where nobody says."""


@dataclass(frozen=True)
class Thing:
    """Something that stays, as a flat shape: on which of the `SIDES`, its corners there (2,) in metres, and what it
    looks like at each moment, Lab (t, 3)."""

    name: str
    side: int
    low: tuple[float, float]
    high: tuple[float, float]
    lab: Array


@dataclass(frozen=True)
class Picture:
    """A room through a day under one sky, to be drawn.

    `hours` (t,); `cloud` 0-1; `points` (n, 3) metres and `side` (n,) of the `SIDES`; `lab` (t, n, 3) of the sides in
    their own colours, `sunlit` (t, n, 3) the same in the sun, `trim` (t, m, 3) of the m points of the walls in trim;
    `lux` (t, n) without the sun; `sun` (t, 3) unit vectors to it, in the room's axes, 0 where none comes in;
    `outside` (t, w, 3, 3) what is seen through each window: sky, what stands opposite, ground; `things` that stay.
    """

    room: Room
    hours: Array
    cloud: float
    points: Array
    side: NDArray[np.intp]
    lab: Array
    sunlit: Array
    trim: Array
    lux: Array
    sun: Array
    outside: Array
    things: tuple[Thing, ...]

    @property
    def windows(self) -> list[tuple[int, Array, Array]]:
        """Side, and the corners (2,) along the side's two axes in metres, of each window."""
        panes = zip(self.room.windows, rectangles(self.room.size, self.room.windows), strict=True)
        return [(SIDES.index(window.wall), pane.low[0], pane.high[0]) for window, pane in panes]


def pictures(
    room: Room,
    paint: ArrayLike,
    trim: ArrayLike,
    day: date,
    hours: Sequence[float] = HALF_HOURS,
    clouds: Sequence[float] = (CLEAR, OVERCAST),
    lamps: str = "auto",
    day_solved: Sequence[Solved] | None = None,
) -> list[Picture]:
    """Return a room through a day under each sky, in a paint (31,) wherever the room names no other, and a trim (31,).

    Light and eye are those of `prism.light.day`, so a picture shows what is said of the walls; `day_solved` is that day
    where it is at hand.
    """
    shape = box(room.size, room.windows)
    points, side = points_of(shape, ROWS, LEVEL)
    seen = at(shape, points, side)
    sides = coats(room, paint)
    own = own_colours(room, paint)[side]
    burn = burning_at(room, seen)
    drawn = []
    for solution, cloud in zip(day_solved or solved(room, paint, day, hours, clouds, lamps), clouds, strict=True):
        outdoors = outdoors_of(room, day, hours, cloud)
        sent = shape.coats(sides)[..., None] * solution.patches
        light = np.einsum("pn,bnt->bpt", seen.factors, sent, optimize=True)
        light += skylight(room, outdoors, seen) * room.correction
        light += burn[..., None] * solution.day.lamps_on
        drawn.append(_picture(room, solution, outdoors, seen, light, own, np.asarray(trim, dtype=np.float64), hours))
    return drawn


def _picture(
    room: Room,
    solution: Solved,
    outdoors: Outdoors,
    seen: Box,
    light: Array,
    own: Array,
    trim: Array,
    hours: Sequence[float],
) -> Picture:  # fmt: skip
    falling = np.moveaxis(light, 0, -1).swapaxes(0, 1)  # t, p, 31
    on = lux(falling)
    veil = np.concatenate(
        [solution.day.veil, np.repeat(solution.day.veil.mean(axis=1, keepdims=True), 2, axis=1)], axis=1
    )
    order = [*(WALLS.index(name) for name in SIDES[:4]), 4, 5]
    over = veil[:, order][:, seen.side]
    walls = seen.side < len(WALLS)

    def look(lit: Array, reflectance: Array, some: NDArray[np.bool_] | slice = slice(None)) -> Array:
        lab = coming_from_daylight(lit[:, some], reflectance, solution.day.eye, over[:, some])
        claimed = np.clip((lux(lit[:, some]) - COLOURLESS) / (COLOURED - COLOURLESS), 0, 1)
        lab[..., 1:] *= claimed[..., None]
        return lab

    toward, beam = _beam(room, outdoors, seen)
    sunlit = brighter(look(falling + beam, own), lux(falling + beam) / np.maximum(on, DARK))
    return Picture(
        room=room, hours=np.asarray(hours), cloud=solution.day.cloud, points=seen.middles, side=seen.side,
        lab=look(falling, own), sunlit=sunlit, trim=look(falling, trim, walls), lux=on, sun=toward,
        outside=_outside(room, outdoors, solution), things=_things(room, seen, falling, look),
    )  # fmt: skip


def brighter(lab: Array, ratio: Array) -> Array:
    """Return what colours, Lab (..., 3), are drawn as that stand in `ratio` (...) times the light round them.

    A screen shows what is lit, an eye mostly what is painted: of the step in light as much is drawn as the eye keeps of
    a step down (`CONSTANCY`). What would be beyond white is white, and pales on the way there.
    """
    shown = lab_to_xyz(lab) * (np.maximum(ratio, 1) ** CONSTANCY)[..., None]
    beyond = np.maximum(shown[..., 1:2] / 100, 1)
    shown_lab = xyz_to_lab(shown / beyond)
    shown_lab[..., 1:] /= np.sqrt(beyond)
    return shown_lab


def _beam(room: Room, outdoors: Outdoors, seen: Box) -> tuple[Array, Array]:
    """Return unit vectors to the sun, 0 where it comes in nowhere, (t, 3), and what its beam adds to points that stand
    in it, (t, p, 31)."""
    toward = toward_sun(outdoors, room.rotation_deg)
    facing = np.maximum(toward @ inward(seen.side).T, 0)
    best = np.zeros((len(toward), outdoors.beam.shape[1]))
    for pane in seen.panes:
        best = np.maximum(best, sun_passed(pane, toward)[:, None] * let_in(room, pane))
    comes = best.any(axis=1) & (lux(outdoors.beam) > 1)
    beam: Array = facing[..., None] * (outdoors.beam * best * room.correction)[:, None]
    return np.where(comes[:, None], toward, 0.0), beam * comes[:, None, None]


SKY = {CLEAR: (95.0, -1.5, -6.0), OVERCAST: (95.0, -0.3, -1.0)}
"""What the sky is drawn as while it is brighter than anything indoors: a screen has nothing beyond white, so a clear
sky keeps a little of its blue."""
GLARE = 8.0
"""L* by which what stands outdoors looks paler through a window by day."""


def _outside(room: Room, outdoors: Outdoors, solution: Solved) -> Array:
    """Return what is seen through each window, Lab (t, w, 3, 3): the sky, what stands opposite, the ground.

    By day that is each one's own colour; the darker it is out there, the more it is what the eye in the room sees.
    """
    outside = np.zeros((len(outdoors.height), len(room.windows), 3, 3))
    for w, window in enumerate(room.windows):
        view = OUTSIDE[window.outside]
        glass = through_glass(window.glazing)
        own = [materials.reflectance(view.opposite), materials.reflectance(view.ground)]
        plain = [np.array(SKY[solution.day.cloud]), *(np.add(to_lab(each), [GLARE, 0.0, 0.0]) for each in own)]
        lights = [outdoors.dome + outdoors.cloud, *(outdoors.ground * each for each in own)]
        for k, (light, by_day) in enumerate(zip(lights, plain, strict=True)):
            seen = coming_from_daylight((light * glass)[:, None], np.ones(31), solution.day.eye)[:, 0]
            bright = np.clip(lux(light) / np.maximum(solution.day.eye.lux, 1.0), 0, 1)[:, None]
            outside[:, w, k] = seen * (1 - bright) + by_day * bright
    return outside


def _things(room: Room, seen: Box, falling: Array, look: _Look) -> tuple[Thing, ...]:
    """Return what stays, laid on its side one beside the other: on the floor from the middle, on a wall where no window
    is, standing on the floor."""
    free = [name for name in ("north", "east", "south", "west") if all(w.wall != name for w in room.windows)]
    placed, things = dict.fromkeys(range(len(SIDES)), 0.0), []
    for thing in room.fixed:
        on = thing.on if thing.on in SIDES else (free or ["north"])[0]
        side = SIDES.index(on)
        axes = axes_along(AXES[on])
        length, tall = (room.size[each] for each in axes)
        wide, high = _size(thing, length, tall, side)
        begin = placed[side]
        if on == "floor":
            low = ((length - wide) / 2, (tall - high) / 2) if not begin else (0.15, 0.15)
        else:
            low = (min(length * 0.5 - wide / 2 + begin, max(length - wide, 0.0)), 0.0)
        placed[side] = begin + wide + 0.3
        corner = low[0] + wide, low[1] + high
        near = _nearest(seen, side, axes, ((low[0] + corner[0]) / 2, (low[1] + corner[1]) / 2))
        lab = look(falling, np.asarray(thing.reflectance, dtype=np.float64), near)[:, 0]
        things.append(Thing(thing.name, side, low, corner, lab))
    return tuple(things)


def _size(thing: Fixed, length: float, tall: float, side: int) -> tuple[float, float]:
    if side < len(WALLS):  # upright things stand as high as their area asks, at most to the ceiling
        high = min(max((thing.area / 1.6) ** 0.5, 0.4), tall * 0.95)
        return min(thing.area / high, length * 0.95), high
    wide = min((thing.area * _LIKE_A_RUG) ** 0.5, length * 0.95)
    return wide, min(thing.area / wide, tall * 0.95)


def _nearest(seen: Box, side: int, axes: list[int], middle: tuple[float, float]) -> NDArray[np.bool_]:
    here = seen.side == side
    away = ((seen.middles[:, axes] - np.asarray(middle)) ** 2).sum(axis=1)
    away[~here] = np.inf
    nearest = np.zeros(len(away), dtype=bool)
    nearest[int(away.argmin())] = True
    return nearest
