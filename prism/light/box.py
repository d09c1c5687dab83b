"""The room as a diffuse box of patches: who sees whom, and what each patch gets through each window.

Only shape matters here, no colour and no hour, so what is computed is kept for as long as the shape is asked for.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from prism.light.form_factors import Rectangles, at_points, axes_along, exchange, rays
from prism.light.glass import slanted
from prism.light.room import GLAZING, SIDES, Window
from prism.spectrum import Array

WALL_GRID, FLOOR_GRID = (7, 4), (8, 8)
"""Patches along and up a wall, and along and across floor and ceiling."""
_WINDOW_POINTS = (4, 12)
_RAYS = (18, 18)
_GLASS_BACK = 0.12
"""What a pane sends back of the room's own light."""

AXES = {side: i // 2 for i, side in enumerate(SIDES)}
_OUTWARD = {"west": (-1, 0, 0), "east": (1, 0, 0), "south": (0, -1, 0), "north": (0, 1, 0), "ceiling": (0, 0, 1)}


@dataclass(frozen=True)
class Pane:
    """One window: its rectangle, outward normal, and where each of the n patches looks out through it.

    `toward` (n, k, 3) unit vectors to k points of the glass. Of an even world outside of radiosity 1, patch i would get
    `share[i, k]` along each if there were no glass; `glass` (n, k) is what the pane lets through there, of what it does
    straight on. `above` and `opposite` (n, k) say where the sky is seen and where what stands outside; the rest is
    ground.
    """

    window: Window
    rectangle: Rectangles
    normal: Array
    toward: Array
    share: Array
    glass: Array
    above: NDArray[np.bool_]
    opposite: NDArray[np.bool_]

    def of(self, seen: Array) -> Array:
        """Return what each patch gets through the glass, (..., n), of what is `seen` along each ray (..., n, k)."""
        passed: Array = (self.share * self.glass * seen).sum(axis=-1)
        return passed


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
        panes.append(_pane(window, rectangle, seen, middles, side))
    return Box(size, side, areas, np.minimum(glass, 1.0), middles, shared / areas[:, None], tuple(panes), planes)


def _grid(side: str, size: tuple[float, float, float]) -> Rectangles:
    axis = AXES[side]
    first, second = (size[each] for each in axes_along(axis))
    along, across = FLOOR_GRID if axis == 2 else WALL_GRID
    x, y = np.linspace(0, first, along + 1), np.linspace(0, second, across + 1)
    low = np.stack(np.meshgrid(x[:-1], y[:-1], indexing="ij"), axis=-1).reshape(-1, 2)
    high = np.stack(np.meshgrid(x[1:], y[1:], indexing="ij"), axis=-1).reshape(-1, 2)
    return Rectangles(axis, size[axis] if SIDES.index(side) % 2 else 0.0, low, high)


def rectangles(size: tuple[float, float, float], windows: tuple[Window, ...]) -> list[Rectangles]:
    """Return where each window is; those of a wall with no place of their own stand at equal distances."""
    rectangles = []
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
        rectangles.append(Rectangles(axis, at, low, low + np.array([window.width, window.height])))
    return rectangles


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


def _pane(window: Window, rectangle: Rectangles, seen: Array, middles: Array, side: NDArray[np.intp]) -> Pane:
    pane = _looking_out(window, rectangle, middles)
    facing = np.maximum((pane.toward * inward(side)[:, None]).sum(axis=-1), 0.0)
    share = pane.share * facing
    total = share.sum(axis=1, keepdims=True)
    # the exact factor `seen` says how much, the rays only from where
    share = np.divide(share, total, out=np.zeros_like(share), where=total > 0) * seen[:, None]
    return replace(pane, share=share)


def points_of(room: Box, counts: tuple[int, int], level: tuple[int, int]) -> tuple[Array, NDArray[np.intp]]:
    """Return points in rows over every side of a room, (p, 3), and their sides (p,): `counts` along and up a wall,
    `level` along and across floor and ceiling. The outermost lie a little inside their edges."""
    points, sides = [], []
    for i, side in enumerate(SIDES):
        axis = AXES[side]
        steps = [
            np.linspace(_EDGE, room.size[along] - _EDGE, count)
            for along, count in zip(axes_along(axis), level if axis == 2 else counts, strict=True)
        ]
        flat = np.stack(np.meshgrid(*steps, indexing="ij"), axis=-1).reshape(-1, 2)
        points.append(np.insert(flat, axis, plane_of(room.size, i), axis=1))
        sides.append(np.full(len(flat), i))
    return np.concatenate(points), np.concatenate(sides)


def at(room: Box, points: Array, side: NDArray[np.intp]) -> Box:
    """Return a room as points (p, 3) on its sides (p,) see it: their windows, and `factors` (p, n) to its patches."""
    normals = inward(side)
    panes = []
    for pane in room.panes:
        seen = at_points(points, normals, pane.rectangle)[:, 0]
        panes.append(_pane(pane.window, pane.rectangle, seen, points, side))
    factors = np.concatenate([at_points(points, normals, plane) for plane in room.planes], axis=1)
    nothing = np.zeros(len(points))
    return Box(room.size, side, np.ones(len(points)), nothing, points, factors, tuple(panes), room.planes)


_EDGE = 0.03
"""Metres by which the outermost points of a side lie inside its edge, where light would be that of the next side."""


def view_from(pane: Pane, place: Array) -> Pane:
    """Return a window as seen from a place (3,) in the room: `share` (1, k) is the solid angle of each part of it."""
    return _looking_out(pane.window, pane.rectangle, place[None])


def _looking_out(window: Window, rectangle: Rectangles, middles: Array) -> Pane:
    normal = np.array(_OUTWARD[window.wall], dtype=np.float64)
    away = _spread(rectangle, _WINDOW_POINTS)[None] - middles[:, None]
    square = np.maximum((away**2).sum(axis=-1), 1e-12)
    toward = away / np.sqrt(square)[..., None]
    out = np.maximum(toward @ normal, 0.0)
    above = _above(away, away @ normal, square, window)
    return Pane(
        window,
        rectangle,
        normal,
        toward,
        share=out / square * (rectangle.areas[0] / away.shape[1]),
        glass=slanted(out, GLAZING[window.glazing].panes),
        above=above,
        opposite=~above & (away[..., 2] > 0),
    )


def plane_of(size: tuple[float, float, float], side: int) -> float:
    """Return where along its axis one of the `SIDES` of a room stands, metres."""
    return size[side // 2] if side % 2 else 0.0


def inward(side: NDArray[np.intp]) -> Array:
    """Return the normals into the room, (n, 3), of patches on sides (n,)."""
    normals = np.zeros((len(side), 3))
    normals[np.arange(len(side)), side // 2] = np.where(side % 2, -1.0, 1.0)
    return normals


def _above(away: Array, out: Array, square: Array, window: Window) -> NDArray[np.bool_]:
    """Return where a direction passes over what stands outside: a long edge, at the height that hides its part."""
    if window.wall == "ceiling":
        above: NDArray[np.bool_] = away[..., 2] > np.sqrt(window.hidden * square)
    else:
        edge = np.tan(np.arcsin(window.hidden))
        above = (away[..., 2] > 0) & (away[..., 2] > edge * out)
    return above


def sun_passed(pane: Pane, toward: Array) -> Array:
    """Return the part of a beam on a slanted pane that its glass lets through, over that straight on, (t,): 0 where the
    sun (unit vectors `toward` it, (t, 3)) is down, behind the pane or behind what stands outside."""
    cos = toward @ pane.normal
    out = np.maximum(cos, 0)[:, None]
    over = _above(toward[:, None], out, np.ones_like(out), pane.window)[:, 0]
    open_to = (cos > 1e-6) & (toward[:, 2] > 0) & over
    passed = np.zeros(len(toward))
    passed[open_to] = slanted(cos[open_to], GLAZING[pane.window.glazing].panes)
    return passed


def sunlight(room: Box, toward: Array) -> Array:
    """Return how much of a beam of 1 on a plane facing the sun falls on each patch through each window, (w, t, n).

    `toward` (t, 3) unit vectors from the room to the sun. What enters is the beam on the slanted pane and what the
    glass passes at that angle; it is shared among the patches that rays from all over the window meet, so none is lost.
    """
    lit = np.zeros((len(room.panes), len(toward), len(room.areas)))
    starts = np.cumsum([0, *(len(plane.low) for plane in room.planes)])
    for w, pane in enumerate(room.panes):
        passed = sun_passed(pane, toward)
        open_to = passed > 0
        if not open_to.any():
            continue
        origins = _spread(pane.rectangle, _RAYS)[None]
        side, where = rays(origins, -toward[open_to][:, None], room.size)
        patch = starts[side] + _cell(side, where, room.size)
        hours = np.broadcast_to(np.flatnonzero(open_to)[:, None], patch.shape)
        each = pane.rectangle.areas[0] * (toward[open_to] @ pane.normal) * passed[open_to] / origins.shape[1]
        np.add.at(lit[w], (hours, patch), np.broadcast_to(each[:, None], patch.shape))
    return lit / room.areas


def sun_on_floor(
    size: tuple[float, float, float], windows: tuple[Window, ...], toward: Array
) -> list[list[tuple[float, float]]]:
    """Return where the sun that comes in falls on the floor: corners (x, y in metres) of a shape for each window that
    lets it in. `toward` (3,) unit vector from the room to the sun, in the room's axes."""
    outlines: list[list[tuple[float, float]]] = []
    if toward[2] <= 0.01:
        return outlines
    for window, rectangle in zip(windows, rectangles(size, windows), strict=True):
        out = float(toward @ np.asarray(_OUTWARD[window.wall], dtype=np.float64))
        if out <= 1e-3 or not _above(toward[None, None], np.array([[out]]), np.ones((1, 1)), window)[0, 0]:
            continue
        corners = np.array([[x, y] for x, y in _round(rectangle)])
        points = np.insert(corners, rectangle.axis, rectangle.at, axis=1)
        fallen = points - toward * (points[:, 2:3] / toward[2])
        shape = _clipped([(float(x), float(y)) for x, y in fallen[:, :2]], size[0], size[1])
        if len(shape) > 2:
            outlines.append(shape)
    return outlines


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
