"""A picture of a room as pixels: where one stands, what each ray meets, and its colour there.

`studio/room.js` draws the same from the same colours; this one makes files, print and pages without scripts.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.light.box import AXES, plane_of
from prism.light.form_factors import axes_along, rays
from prism.light.picture import LEVEL, ROWS, Picture
from prism.light.room import SIDES, WALLS
from prism.screen import lab_to_screen
from prism.spectrum import Array

STANDS = ("door", "north", "east", "south", "west", "corner")
"""Where one may stand: in the door, with the back to a wall, in a corner."""
EYE, BACK = 1.55, 0.35
"""Height of the eye, and how far it is from the wall behind it, metres."""
ACROSS = 74.0
"""Degrees that a picture shows from left to right."""
SKIRTING, CORNICE, FRAME, BAR = 0.13, 0.08, 0.08, 0.025
"""Metres of trim: at the foot and head of a wall, round a window, between its panes."""
CLEAN_WHITE = (93.5, -0.4, 2.6)
"""What trim is drawn in where nothing is decided, Lab: a clean white."""


@dataclass(frozen=True)
class Camera:
    """Where one stands, (3,) metres, and which way one looks, degrees from the room's north, clockwise, and up."""

    place: tuple[float, float, float]
    heading: float
    tilt: float = -3.0


def camera(picture: Picture, stand: str = "door", turned: float = 0.0) -> Camera:
    """Return where one stands, and which way one looks: across the room, turned by some degrees.

    The door is taken to be in the wall opposite the largest window, near a corner.
    """
    width, depth, _ = picture.room.size
    sizes = dict.fromkeys(WALLS, 0.0)
    for window in picture.room.windows:
        if window.wall in sizes:
            sizes[window.wall] += window.width * window.height
    lit = max(WALLS, key=lambda wall: sizes[wall])
    behind = WALLS[(WALLS.index(lit) + 2) % len(WALLS)]
    middle = {
        "north": (width / 2, depth - BACK), "south": (width / 2, BACK),
        "east": (width - BACK, depth / 2), "west": (BACK, depth / 2),
    }  # fmt: skip
    if stand in middle:
        x, y = middle[stand]
    else:
        x, y = middle[behind]
        if behind in ("north", "south"):
            x = width - 2 * BACK if stand == "door" else 2 * BACK
        else:
            y = 2 * BACK if stand == "door" else depth - 2 * BACK
    heading = float(np.degrees(np.arctan2(width / 2 - x, depth / 2 - y)))
    return Camera((x, y, min(EYE, picture.room.height * 0.62)), heading + turned)


def drawn(
    picture: Picture,
    moment: int,
    seen_from: Camera,
    size: tuple[int, int] = (1200, 750),
    other: Picture | None = None,
) -> NDArray[np.uint8]:
    """Return a picture at a moment as pixels, (height, width, 3); the right half in the paint of another picture."""
    wide, high = size
    where = _Pixels(picture, seen_from, wide, high)
    image = _painted(picture, moment, where)
    if other is not None:
        half = np.broadcast_to(np.arange(wide) >= wide // 2, (high, wide))
        image[half] = _painted(other, moment, where)[half]
    return np.round(np.clip(image, 0, 1) * 255).astype(np.uint8)


class _Pixels:
    """What the rays of a camera meet: side, place and place on that side, of each pixel."""

    def __init__(self, picture: Picture, seen_from: Camera, wide: int, high: int) -> None:
        heading, tilt = np.radians([seen_from.heading, seen_from.tilt])
        ahead = np.array([np.sin(heading) * np.cos(tilt), np.cos(heading) * np.cos(tilt), np.sin(tilt)])
        right = np.array([np.cos(heading), -np.sin(heading), 0.0])
        up = np.cross(right, ahead)
        reach = np.tan(np.radians(ACROSS) / 2)
        x = ((np.arange(wide) + 0.5) / wide * 2 - 1) * reach
        y = (1 - (np.arange(high) + 0.5) / high * 2) * reach * high / wide
        ray = ahead + right * x[None, :, None] + up * y[:, None, None]
        self.side, self.place = rays(np.asarray(seen_from.place), ray, picture.room.size)
        self.rise = ray[..., 2] / np.linalg.norm(ray, axis=-1)

    def on(self, side: int) -> tuple[NDArray[np.bool_], Array]:
        """Return which pixels show a side, and where on it along its two axes, metres, (k, 2)."""
        here = self.side == side
        return here, self.place[here][:, axes_along(AXES[SIDES[side]])]


def _painted(picture: Picture, moment: int, where: _Pixels) -> Array:
    size = picture.room.size
    image = np.zeros((*where.side.shape, 3))
    screen, _ = lab_to_screen(picture.lab[moment])
    sunny, _ = lab_to_screen(picture.sunlit[moment])
    trim, _ = lab_to_screen(picture.trim[moment])
    walls = np.flatnonzero(picture.side < len(WALLS))
    sun = picture.sun[moment]
    for i, name in enumerate(SIDES):
        here, flat = where.on(i)
        if not here.any():
            continue
        lengths = np.array([size[each] for each in axes_along(AXES[name])])
        counts = LEVEL if name in ("floor", "ceiling") else ROWS
        mine = picture.side == i
        colour = _between(screen[mine].reshape(*counts, 3), flat / lengths)
        for thing in picture.things:
            if thing.side == i:
                inside = np.all((flat >= thing.low) & (flat <= thing.high), axis=1)
                colour[inside] = lab_to_screen(thing.lab[moment])[0]
        if sun.any():
            lit = _in_sun(picture, where.place[here], sun)
            colour[lit] = _between(sunny[mine].reshape(*counts, 3), flat / lengths)[lit]
        if i < len(WALLS):
            own = np.isin(walls, np.flatnonzero(mine))
            of_trim = _between(trim[own].reshape(*counts, 3), flat / lengths)
            edge = (flat[:, 1] < SKIRTING) | (flat[:, 1] > lengths[1] - CORNICE)
            colour[edge] = of_trim[edge]
        else:
            of_trim = colour
        for w, (side, low, high) in enumerate(picture.windows):
            if side == i:
                _window(picture, moment, w, (low, high), flat, colour, of_trim, where.rise[here])
        image[here] = colour
    return image


def _between(grid: Array, at: Array) -> Array:
    """Return a grid of colours, (i, j, 3), at places (k, 2) of 0-1, between its nearest four."""
    first, second = grid.shape[:2]
    x, y = np.clip(at[:, 0], 0, 1) * (first - 1), np.clip(at[:, 1], 0, 1) * (second - 1)
    i, j = np.minimum(x.astype(int), first - 2), np.minimum(y.astype(int), second - 2)
    u, v = (x - i)[:, None], (y - j)[:, None]
    low, high = (grid[i, k] * (1 - u) + grid[i + 1, k] * u for k in (j, j + 1))
    between: Array = low * (1 - v) + high * v
    return between


def _in_sun(picture: Picture, places: Array, sun: Array) -> NDArray[np.bool_]:
    """Return which places (k, 3) the sun reaches: a ray from each to the sun goes through the glass of a window."""
    lit = np.zeros(len(places), dtype=bool)
    for side, low, high in picture.windows:
        axis = AXES[SIDES[side]]
        if (sun[axis] > 0) != bool(side % 2) or abs(sun[axis]) < 1e-3:
            continue
        away = (plane_of(picture.room.size, side) - places[:, axis]) / sun[axis]
        through = (places + away[:, None] * sun)[:, axes_along(axis)]
        lit |= (away > 1e-6) & np.all((through > low) & (through < high), axis=1)
    return lit


def _window(
    picture: Picture,
    moment: int,
    number: int,
    corners: tuple[Array, Array],
    flat: Array,
    colour: Array,
    of_trim: Array,
    rise: Array,
) -> None:
    """Draw a window over a side: its frame, and sky, what stands opposite and ground through its panes."""
    low, high = corners
    framed = np.all((flat > low - FRAME) & (flat < high + FRAME), axis=1)
    colour[framed] = of_trim[framed]
    middle = (low + high) / 2
    bars = np.any(np.abs(flat - middle) < BAR / 2, axis=1)
    glass = np.all((flat > low) & (flat < high), axis=1) & ~bars
    sky, opposite, ground = lab_to_screen(picture.outside[moment, number])[0]
    top = picture.room.windows[number].hidden  # the sine of how high what stands opposite is seen
    up = np.clip((rise[glass] - top) * 14 + 0.5, 0, 1)[:, None]
    above = np.clip(rise[glass] * 14 + 0.5, 0, 1)[:, None]
    seen = opposite * (1 - up) + sky * up if top > 0.02 else np.broadcast_to(sky, (int(glass.sum()), 3))
    colour[glass] = ground * (1 - above) + seen * above
