"""The room as a diffuse box of patches: who sees whom, and what each patch gets through each window.

Only shape matters here, no colour and no hour, so what is computed is kept for as long as the shape is asked for.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from prism.light.form_factors import Rectangles, exchange, rays
from prism.light.room import SIDES, Lamp, Window
from prism.spectrum import Array

WALL_GRID, FLOOR_GRID = (4, 3), (4, 4)
"""Patches along and up a wall, and along and across floor and ceiling."""
_WINDOW_POINTS = (4, 12)
_RAYS = (18, 18)
_LAMP_POINTS = 3
_STANDING = 1.4
"""Height in metres of a lamp on a table or a stand."""
_GLASS_BACK = 0.12
"""What a pane sends back of the room's own light."""

AXES = {side: i // 2 for i, side in enumerate(SIDES)}
_OUTWARD = {"west": (-1, 0, 0), "east": (1, 0, 0), "south": (0, -1, 0), "north": (0, 1, 0), "ceiling": (0, 0, 1)}


@dataclass(frozen=True)
class Pane:
    """One window: its rectangle, outward normal, and the parts of its light that reach each patch.

    Of an even world outside of radiosity 1, patch i gets `sky[i]` from the sky, `cloud[i]` from an overcast sky that
    gives 1 on the ground, `opposite[i]` and `ground[i]` from the rest, all before the glass.
    """

    window: Window
    rectangle: Rectangles
    normal: Array
    sky: Array
    cloud: Array
    opposite: Array
    ground: Array


@dataclass(frozen=True)
class Box:
    """n patches: `side` (n,) index of `SIDES`, `areas` (n,) m², `glass` (n,) the part of each that is window, `middles`
    (n, 3), `factors` (n, n) form factors from row to column, and the windows."""

    size: tuple[float, float, float]
    side: NDArray[np.intp]
    areas: Array
    glass: Array
    middles: Array
    factors: Array
    panes: tuple[Pane, ...]
    planes: tuple[Rectangles, ...]

    def patches(self, side: str) -> NDArray[np.intp]:
        """Return the indices of the patches of a side."""
        return np.flatnonzero(self.side == SIDES.index(side))

    def mean_weights(self) -> Array:
        """Return weights (6, n) that give the mean over each side, without its windows."""
        weights = (self.side == np.arange(len(SIDES))[:, None]) * (self.areas * (1 - self.glass))
        mean: Array = weights / np.maximum(weights.sum(axis=1, keepdims=True), 1e-12)
        return mean

    def coats(self, reflectance: Array) -> Array:
        """Return the reflectance of the patches, (31, n), windows counted in, of that of the `SIDES` (6, 31)."""
        wall = reflectance[self.side]
        both: Array = wall * (1 - self.glass)[:, None] + _GLASS_BACK * self.glass[:, None]
        return both.T


@lru_cache(maxsize=256)
def box(size: tuple[float, float, float], windows: tuple[Window, ...]) -> Box:
    """Return the patches of a room of `size` (width, depth, height in metres) with its windows."""
    planes = tuple(_grid(side, size) for side in SIDES)
    side = np.concatenate([np.full(len(plane.low), i) for i, plane in enumerate(planes)])
    areas = np.concatenate([plane.areas for plane in planes])
    middles = np.concatenate([plane.middles for plane in planes])
    starts = np.cumsum([0, *(len(plane.low) for plane in planes)])
    shared = np.zeros((len(areas), len(areas)))
    for i, first in enumerate(planes):
        for j in range(i):
            part = exchange(first, planes[j])
            shared[starts[i] : starts[i + 1], starts[j] : starts[j + 1]] = part
            shared[starts[j] : starts[j + 1], starts[i] : starts[i + 1]] = part.T
    glass = np.zeros(len(areas))
    panes = []
    for window, rectangle in zip(windows, rectangles(size, windows), strict=True):
        at = SIDES.index(window.wall)
        glass[starts[at] : starts[at + 1]] += _overlap(planes[at], rectangle)
        seen = np.concatenate([exchange(plane, rectangle)[:, 0] for plane in planes]) / areas
        panes.append(_pane(window, rectangle, seen, middles))
    return Box(size, side, areas, np.minimum(glass, 1.0), middles, shared / areas[:, None], tuple(panes), planes)


def _grid(side: str, size: tuple[float, float, float]) -> Rectangles:
    axis = AXES[side]
    first, second = (size[each] for each in range(3) if each != axis)
    along, across = FLOOR_GRID if axis == 2 else WALL_GRID
    x, y = np.linspace(0, first, along + 1), np.linspace(0, second, across + 1)
    low = np.stack(np.meshgrid(x[:-1], y[:-1], indexing="ij"), axis=-1).reshape(-1, 2)
    high = np.stack(np.meshgrid(x[1:], y[1:], indexing="ij"), axis=-1).reshape(-1, 2)
    return Rectangles(axis, size[axis] if SIDES.index(side) % 2 else 0.0, low, high)


def rectangles(size: tuple[float, float, float], windows: tuple[Window, ...]) -> list[Rectangles]:
    """Return where each window is; those of a wall with no place of their own stand at equal distances."""
    found = []
    for window in windows:
        wall = window.wall
        axis = AXES[wall]
        at = size[axis] if SIDES.index(wall) % 2 else 0.0
        length = size[0] if axis != 0 else size[1]
        level = [each for each in windows if each.wall == wall and each.along is None]
        # by identity: two windows that are alike are still two
        place = next((i for i, each in enumerate(level) if each is window), 0)
        middle = length * (place + 0.5) / len(level) if window.along is None else window.along
        bottom = (size[1] - window.height) / 2 if wall == "ceiling" else window.sill
        low = np.array([[middle - window.width / 2, bottom]])
        found.append(Rectangles(axis, at, low, low + np.array([window.width, window.height])))
    return found


def _overlap(plane: Rectangles, window: Rectangles) -> Array:
    shared = np.minimum(plane.high, window.high) - np.maximum(plane.low, window.low)
    part: Array = np.prod(np.maximum(shared, 0), axis=1) / plane.areas
    return part


def _spread(rectangle: Rectangles, counts: tuple[int, int]) -> Array:
    """Return points (n, 3) spread evenly over one rectangle."""
    steps = [(np.arange(count) + 0.5) / count for count in counts]
    flat = np.stack(np.meshgrid(*steps, indexing="ij"), axis=-1).reshape(-1, 2)
    points = rectangle.low + flat * (rectangle.high - rectangle.low)
    return np.insert(points, rectangle.axis, rectangle.at, axis=1)


def _pane(window: Window, rectangle: Rectangles, seen: Array, middles: Array) -> Pane:
    normal = np.array(_OUTWARD[window.wall], dtype=np.float64)
    away = _spread(rectangle, _WINDOW_POINTS)[None] - middles[:, None]
    square = np.maximum((away**2).sum(axis=-1), 1e-12)
    out = np.maximum(away @ normal, 0.0)
    share = out / square**1.5  # the patch's own cosine would need its side; the exact factor `seen` has it
    total = share.sum(axis=1, keepdims=True)
    share = np.divide(share, total, out=np.zeros_like(share), where=total > 0)
    rise = away[..., 2] / np.sqrt(square)  # sine of the height looked at
    above = _above(away, out, square, window)
    opposite = ~above & (away[..., 2] > 0)
    bright = 9 / 7 * (1 + 2 * np.maximum(rise, 0)) / 3  # CIE overcast, over the mean that gives 1 on the ground
    return Pane(
        window,
        rectangle,
        normal,
        sky=seen * (share * above).sum(axis=1),
        cloud=seen * (share * above * bright).sum(axis=1),
        opposite=seen * (share * opposite).sum(axis=1),
        ground=seen * (share * (~above & ~opposite)).sum(axis=1),
    )


def _above(away: Array, out: Array, square: Array, window: Window) -> NDArray[np.bool_]:
    """Return where a direction passes over what stands outside: a long edge, at the height that hides its part."""
    if window.wall == "ceiling":
        above: NDArray[np.bool_] = away[..., 2] > np.sqrt(window.hidden * square)
    else:
        edge = np.tan(np.arcsin(window.hidden))
        above = (away[..., 2] > 0) & (away[..., 2] > edge * out)
    return above


def sunlight(room: Box, toward: Array) -> Array:
    """Return how much of a beam of 1 on a plane facing the sun falls on each patch through each window, (w, t, n).

    `toward` (t, 3) unit vectors from the room to the sun. The light that enters is shared among the patches that rays
    from all over the window meet, so that none is lost; the glass counts by its angle (Fresnel, after Rivero).
    """
    found = np.zeros((len(room.panes), len(toward), len(room.areas)))
    starts = np.cumsum([0, *(len(plane.low) for plane in room.planes)])
    for w, pane in enumerate(room.panes):
        cos = toward @ pane.normal
        out = np.maximum(cos, 0)[:, None]
        over = _above(toward[:, None], out, np.ones_like(out), pane.window)[:, 0]
        open_to = (cos > 1e-6) & (toward[:, 2] > 0) & over
        if not open_to.any():
            continue
        origins = _spread(pane.rectangle, _RAYS)[None]
        side, where = rays(origins, -toward[open_to][:, None], room.size)
        patch = starts[side] + _cell(side, where, room.size)
        hours = np.broadcast_to(np.flatnonzero(open_to)[:, None], patch.shape)
        angle = cos[open_to]
        glass = 1.018 * angle * (1 + (1 - angle**2) ** 1.5)
        each = pane.rectangle.areas[0] * glass / origins.shape[1]
        np.add.at(found[w], (hours, patch), np.broadcast_to(each[:, None], patch.shape))
    return found / room.areas


def sun_on_floor(
    size: tuple[float, float, float], windows: tuple[Window, ...], toward: Array
) -> list[list[tuple[float, float]]]:
    """Return where the sun that comes in falls on the floor: corners (x, y in metres) of a shape for each window that
    lets it in. `toward` (3,) unit vector from the room to the sun, in the room's axes."""
    found: list[list[tuple[float, float]]] = []
    if toward[2] <= 0.01:
        return found
    for window, rectangle in zip(windows, rectangles(size, windows), strict=True):
        out = float(toward @ np.asarray(_OUTWARD[window.wall], dtype=np.float64))
        if out <= 1e-3 or not _above(toward[None, None], np.array([[out]]), np.ones((1, 1)), window)[0, 0]:
            continue
        corners = np.array([[x, y] for x, y in _round(rectangle)])
        points = np.insert(corners, rectangle.axis, rectangle.at, axis=1)
        fallen = points - toward * (points[:, 2:3] / toward[2])
        shape = _clipped([(float(x), float(y)) for x, y in fallen[:, :2]], size[0], size[1])
        if len(shape) > 2:
            found.append(shape)
    return found


def _round(rectangle: Rectangles) -> list[tuple[float, float]]:
    (x1, y1), (x2, y2) = rectangle.low[0].tolist(), rectangle.high[0].tolist()
    return [(x1, y1), (x2, y1), (x2, y2), (x1, y2)]


def _clipped(shape: list[tuple[float, float]], width: float, depth: float) -> list[tuple[float, float]]:
    """Return a convex shape cut off at the walls. Source: Sutherland and Hodgman (1974)."""
    for axis, limit, sign in ((0, 0.0, 1), (0, width, -1), (1, 0.0, 1), (1, depth, -1)):
        cut: list[tuple[float, float]] = []
        for first, second in zip(shape, [*shape[1:], *shape[:1]], strict=True):
            a, b = sign * (first[axis] - limit), sign * (second[axis] - limit)
            if a >= 0:
                cut.append(first)
            if (a >= 0) != (b >= 0):
                part = a / (a - b)
                cut.append((first[0] + part * (second[0] - first[0]), first[1] + part * (second[1] - first[1])))
        shape = cut
        if not shape:
            break
    return shape


def _cell(side: NDArray[np.intp], where: Array, size: tuple[float, float, float]) -> NDArray[np.intp]:
    axis = side // 2
    part = where / np.asarray(size)
    first = np.where(axis == 0, part[..., 1], part[..., 0])
    second = np.where(axis == 2, part[..., 1], part[..., 2])
    along = np.where(axis == 2, FLOOR_GRID[0], WALL_GRID[0])
    across = np.where(axis == 2, FLOOR_GRID[1], WALL_GRID[1])
    i = np.clip((first * along).astype(np.intp), 0, along - 1)
    j = np.clip((second * across).astype(np.intp), 0, across - 1)
    cell: NDArray[np.intp] = i * across + j
    return cell


def lamplight(size: tuple[float, float, float], lamp: Lamp) -> Array:
    """Return how much of one lumen of a sort of lamp falls on each patch, lx, (n,); all of it falls somewhere."""
    return _lamplight(size, lamp.count, lamp.hung)


@lru_cache(maxsize=256)
def _lamplight(size: tuple[float, float, float], count: int, hung: str) -> Array:
    room = box(size, ())
    sources = _hung(size, count, hung)
    normal = np.zeros_like(room.middles)
    normal[np.arange(len(normal)), room.side // 2] = np.where(room.side % 2, -1.0, 1.0)
    away = sources[:, None, None] - _inside(room.planes)[None]
    square = (away**2).sum(axis=-1)
    cos = np.maximum((away * normal[None, :, None]).sum(axis=-1), 0)
    seen = (cos / np.maximum(square, 1e-6) ** 1.5).mean(axis=-1) * room.areas
    if hung == "ceiling":  # set in the ceiling, they shine down only, most straight below
        middle = sources[:, None] - room.middles[None]
        seen = seen * np.maximum(middle[..., 2], 0) / np.sqrt(np.maximum((middle**2).sum(axis=-1), 1e-6))
    share: Array = (seen / seen.sum(axis=1, keepdims=True)).mean(axis=0) / room.areas
    share.setflags(write=False)
    return share


def _inside(planes: tuple[Rectangles, ...]) -> Array:
    """Return points spread over every patch, (n, points, 3)."""
    step = (np.arange(_LAMP_POINTS) + 0.5) / _LAMP_POINTS
    flat = np.stack(np.meshgrid(step, step, indexing="ij"), axis=-1).reshape(-1, 2)
    found = []
    for plane in planes:
        points = plane.low[:, None] + flat * (plane.high - plane.low)[:, None]
        found.append(np.insert(points, plane.axis, plane.at, axis=2))
    return np.concatenate(found)


def _hung(size: tuple[float, float, float], count: int, hung: str) -> Array:
    width, depth, height = size
    rows = max(1, round((count * depth / width) ** 0.5)) if count < 400 else 20
    columns = max(1, -(-min(count, 400) // rows))
    x, y = (np.arange(columns) + 0.5) / columns * width, (np.arange(rows) + 0.5) / rows * depth
    level = {
        "ceiling": height - 0.02,
        "pendant": max(height - 0.7, height / 2),
        "wall": min(1.8, 0.75 * height),
        "table": min(_STANDING, 0.6 * height),
    }[hung]
    places = np.stack(np.meshgrid(x, y, indexing="ij"), axis=-1).reshape(-1, 2)[: max(1, min(count, 400))]
    if hung == "wall":  # along the two longer walls
        edge = 0.25
        turn = np.arange(len(places)) % 2
        if width >= depth:
            places = np.stack([places[:, 0], np.where(turn, depth - edge, edge)], axis=-1)
        else:
            places = np.stack([np.where(turn, width - edge, edge), places[:, 1]], axis=-1)
    return np.column_stack([places, np.full(len(places), level)])
