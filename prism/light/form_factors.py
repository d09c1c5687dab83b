"""Exact form factors between rectangles whose sides are parallel to three axes.

Source: the closed forms for finite rectangles in parallel and in perpendicular planes, as collected in Howell, "A
catalog of radiation heat transfer configuration factors", C-13 and C-15 (after Ehlert and Smith, 1993).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.spectrum import Array

_TINY = 1e-15


@dataclass(frozen=True)
class Rectangles:
    """n rectangles in one plane: `axis` the direction of its normal (0-2), `at` its place on that axis, metres, and
    `low` and `high` (n, 2) their corners along the other two axes in order."""

    axis: int
    at: float
    low: Array
    high: Array

    @property
    def areas(self) -> Array:
        """Areas, m², (n,)."""
        area: Array = np.prod(self.high - self.low, axis=1)
        return area

    @property
    def middles(self) -> Array:
        """Middles in space, (n, 3)."""
        return np.insert((self.low + self.high) / 2, self.axis, self.at, axis=1)


def axes_along(axis: int) -> list[int]:
    """Return the two axes along a plane that stands across one."""
    return [each for each in range(3) if each != axis]


def at_points(points: Array, normals: Array, rectangles: Rectangles) -> Array:
    """Return form factors (p, n) from points (p, 3) on surfaces with `normals` (p, 3) to rectangles before them.

    A rectangle in the plane of a point has none. Source: Lambert's formula for a polygon, as in Howell, B-4.

    >>> above = Rectangles(2, 1.0, np.zeros((1, 2)), np.ones((1, 2)))
    >>> at_points(np.zeros((1, 3)), np.array([[0.0, 0.0, 1.0]]), above).item().__round__(4)
    0.1385
    """
    low, high = rectangles.low, rectangles.high
    flat = np.stack(
        [low, np.column_stack([high[:, 0], low[:, 1]]), high, np.column_stack([low[:, 0], high[:, 1]])], axis=1
    )
    corners = np.insert(flat, rectangles.axis, rectangles.at, axis=2)
    toward = corners[None] - points[:, None, None]
    toward /= np.maximum(np.linalg.norm(toward, axis=-1, keepdims=True), 1e-12)
    after = np.roll(toward, -1, axis=2)
    across = np.cross(toward, after)
    size = np.linalg.norm(across, axis=-1)
    angle = np.arctan2(size, (toward * after).sum(axis=-1))
    turned = np.einsum("pnci,pi->pnc", across, normals) / np.maximum(size, 1e-12)
    factors: Array = np.abs((angle * turned).sum(axis=-1)) / (2 * np.pi)
    same = np.abs(points[:, rectangles.axis] - rectangles.at) < 1e-9
    factors[same] = 0.0
    return factors


def exchange(first: Rectangles, second: Rectangles) -> Array:
    """Return A₁F₁₂, m², shape (n, m), of every rectangle of the first plane with every one of the second.

    What one sends to the other in part of all it sends is this over its own area; it is the same both ways. Two
    rectangles of one plane do not see each other.

    >>> unit = Rectangles(2, 0.0, np.zeros((1, 2)), np.ones((1, 2)))
    >>> above = Rectangles(2, 1.0, np.zeros((1, 2)), np.ones((1, 2)))
    >>> beside = Rectangles(0, 0.0, np.zeros((1, 2)), np.ones((1, 2)))
    >>> round(exchange(unit, above).item(), 4), round(exchange(unit, beside).item(), 4)
    (0.1998, 0.2)
    """
    if first.axis == second.axis:
        distance = abs(first.at - second.at)
        shape = len(first.low), len(second.low)
        return np.zeros(shape) if distance < _TINY else _parallel(first, second, distance)
    return _perpendicular(first, second)


def _corners(values: Rectangles, column: int) -> tuple[Array, Array]:
    return values.low[:, column], values.high[:, column]


def _parallel(first: Rectangles, second: Rectangles, z: float) -> Array:
    # differences of the corners along both axes: low−low, low−high, high−low, high−high with signs + − − +
    def pairs(column: int) -> Array:
        (a, b), (c, d) = _corners(first, column), _corners(second, column)
        return np.stack([x[:, None] - y[None] for x in (a, b) for y in (c, d)])

    x, y = pairs(0)[:, None], pairs(1)[None]
    sign = np.array([1.0, -1.0, -1.0, 1.0])
    z2 = z * z
    far_x, far_y = np.sqrt(x * x + z2), np.sqrt(y * y + z2)
    term = y * far_x * np.arctan(y / far_x) + x * far_y * np.arctan(x / far_y) - z2 / 2 * np.log(x * x + y * y + z2)
    total: Array = np.einsum("i,j,ijnm->nm", sign, sign, term) / (2 * np.pi)
    return np.maximum(total, 0.0)


def _perpendicular(first: Rectangles, second: Rectangles) -> Array:
    common = 3 - first.axis - second.axis
    along_first, along_second = _column(first, common), _column(second, common)
    off_first, off_second = _column(first, second.axis), _column(second, first.axis)
    a, b = (np.abs(side - second.at) for side in _corners(first, off_first))
    c, d = (np.abs(side - first.at) for side in _corners(second, off_second))
    squares = np.stack([x[:, None] ** 2 + y[None] ** 2 for x in (a, b) for y in (c, d)])[:, None]
    (e, f), (g, h) = _corners(first, along_first), _corners(second, along_second)
    apart = np.stack([x[:, None] - y[None] for x in (e, f) for y in (g, h)])[None]
    root = np.sqrt(squares)
    angle = np.arctan2(np.abs(apart), root)
    logs = np.log(np.maximum(squares + apart**2, _TINY))
    term = np.abs(apart) * root * angle - (squares - apart**2) * logs / 4
    sign = np.array([1.0, -1.0, -1.0, 1.0])
    total: Array = np.einsum("i,j,ijnm->nm", sign, sign, term) / (2 * np.pi)
    return np.maximum(np.abs(total), 0.0)


def _column(plane: Rectangles, axis: int) -> int:
    return axes_along(plane.axis).index(axis)


def rays(origins: Array, directions: Array, size: tuple[float, float, float]) -> tuple[NDArray[np.intp], Array]:
    """Return which side of a box rays from its inside meet, (…) as 2·axis + (1 for the far side), and where, (…, 3)."""
    with np.errstate(divide="ignore", invalid="ignore"):
        wall = np.where(directions > 0, np.asarray(size), 0.0)
        distance = np.where(np.abs(directions) > _TINY, (wall - origins) / directions, np.inf)
    distance = np.where(distance < 1e-9, np.inf, distance)
    axis = distance.argmin(axis=-1)
    least = np.take_along_axis(distance, axis[..., None], axis=-1)
    far = np.take_along_axis(directions > 0, axis[..., None], axis=-1)[..., 0]
    return 2 * axis + far, origins + least * directions
