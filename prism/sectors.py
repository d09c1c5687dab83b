"""How much of a cloud of uncertainty lies in which hue, and how much of it has no hue to speak of.

A cloud is a round normal distribution that the axes of CIEDE2000 stretch: points u + M·c. Which side of a ray from the
neutral a point lies on is linear in c, and how far it lies from the neutral quadratic, so that whole decks are a few
matrix products.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.method import HueScale
from prism.spectrum import Array
from prism.surety import (
    POINTS,
    Floats,
    cloud,
    in_parts,
    square_cloud,
)

Mask = NDArray[np.bool_]


class Cloud:
    """Clouds about undertones `u` (n, 2), with `spread` (n, 2, 2): a*, b* by one deviation along each axis."""

    def __init__(self, u: ArrayLike, spread: ArrayLike) -> None:
        self.u = np.asarray(u, dtype=np.float64).reshape(-1, 2)
        self.spread = np.asarray(spread, dtype=np.float64).reshape(-1, 2, 2)

    def along(self, directions: Array) -> Floats:
        """Return how far each point lies along directions: (k, 2) for all clouds or (n, k, 2), to (n, k, 256)."""
        at = (directions @ self.u[:, :, None]).astype(np.float32)
        by = (directions @ self.spread).astype(np.float32)
        points: Floats = (by.reshape(-1, 2) @ cloud().T).reshape(*by.shape[:2], -1)
        points += at
        return points

    def squares(self) -> Floats:
        """Return the squared distance of each point from the neutral, (n, 256)."""
        chroma, hue = self.spread[:, :, 0], self.spread[:, :, 1]
        by = np.empty((len(self.u), 5), dtype=np.float32)
        by[:, :2] = 2 * (self.u[:, None] @ self.spread)[:, 0]
        by[:, 2] = (chroma * chroma).sum(axis=1)
        by[:, 3] = 2 * (chroma * hue).sum(axis=1)
        by[:, 4] = (hue * hue).sum(axis=1)
        squares: Floats = by @ square_cloud()
        squares += (self.u * self.u).sum(axis=1).astype(np.float32)[:, None]
        return squares

    def within(self, start: ArrayLike, width: ArrayLike) -> Mask:
        """Return which points lie in one sector each, from `start` over `width` degrees, (n,): (n, 256)."""
        first, wide = np.asarray(start, dtype=np.float64), np.asarray(width, dtype=np.float64)
        sides = self.along(np.stack([_across(first), _across(first + wide)], axis=1)) >= 0
        left, right = sides[:, 0], ~sides[:, 1]
        inside = np.where((wide <= 180)[:, None], left & right, left | right)
        inside[wide >= 360] = True
        return inside


def _across(degrees: ArrayLike) -> Array:
    """Return the unit vector to the left of a ray at an angle, (..., 2)."""
    angle = np.radians(degrees)
    return np.stack([-np.sin(angle), np.cos(angle)], axis=-1)


def counted(mask: Mask) -> Array:
    """Return the share of points that fit, (...), of (..., 256)."""
    share: Array = mask.sum(axis=-1, dtype=np.uint16) / POINTS
    return share


def hue_shares(
    part: Cloud, scale: HueScale, counts: Mask | None = None, towards: Array | None = None, reach: Array | None = None
) -> Array:
    """Return how much of each cloud lies in each hue of a scale, (n, hues), of the points that count, (n, 256).

    Of a hue's sector only what lies within a right angle of `towards` counts, (hues, 2), where that is given. Sectors
    are widened by what looks the same, `reach` (n, 2, 2), and then overlap.
    """
    across = _across(scale.edges)
    beyond = part.along(across)
    more = np.float32(0.0) if reach is None else np.linalg.norm(across @ reach, axis=2).astype(np.float32)[:, :, None]
    left = beyond >= -more
    ended = np.roll(beyond < more, -1, axis=1)
    inside = left & ended
    widths = scale.widths()
    if (widths > 180).any():
        wide = widths > 180
        inside[:, wide] = left[:, wide] | ended[:, wide]
        inside[:, widths >= 360] = True
    if towards is not None:
        inside &= part.along(towards) > 0
    if counts is not None:
        inside &= counts[:, None]
    return counted(inside)


def likelier_neighbour(shares: Array, at: NDArray[np.intp]) -> NDArray[np.intp]:
    """Return for each row of `shares` (n, hues) which of the two hues beside that `at` (n,) has more, (n,)."""
    rows, count = np.arange(len(at)), shares.shape[1]
    after, before = (at + 1) % count, (at - 1) % count
    likelier: NDArray[np.intp] = np.where(shares[rows, after] >= shares[rows, before], after, before)
    return likelier


def undertone_shares(
    u: ArrayLike, spread: ArrayLike, scale: HueScale, edges: Sequence[float], towards: Array | None = None,
    reach: ArrayLike | None = None,
) -> tuple[Array, Array, Array]:  # fmt: skip
    """Return how much of each cloud lies in each hue of a scale, (n, hues), points nearer the neutral than the first of
    the `edges` left out, and what lies away from `towards`; and how much of it is weaker than each edge, and not much
    stronger or weaker, (n, edges) each.

    `reach` (n, 2, 2) is a* and b* by what still looks the same along each axis: every sector is widened by it, and the
    last two results are the shares weaker than each edge with it added and taken away.
    """
    whole = Cloud(u, spread)
    near = np.zeros_like(whole.spread) if reach is None else np.asarray(reach, dtype=np.float64).reshape(-1, 2, 2)
    length = np.hypot(whole.u[:, 0], whole.u[:, 1])[:, None]
    along = np.where(length > 0, whole.u / np.maximum(length, 1e-9), [1.0, 0.0])
    radial = np.hypot(*(along[:, None] @ near)[:, 0].T).astype(np.float32)
    shares, weaker = np.zeros((len(whole.u), len(scale.words))), np.zeros((2, len(whole.u), len(edges)))
    for rows in in_parts(len(whole.u)):
        part = Cloud(whole.u[rows], whole.spread[rows])
        squares = part.squares()
        for i, edge in enumerate(np.asarray(edges, dtype=np.float32)):
            for sign in (0, 1):
                limit = np.maximum(edge + (1 - 2 * sign) * radial[rows], 0.0)
                weaker[sign, rows, i] = counted(squares < np.square(limit)[:, None])
        least = np.square(np.maximum(np.float32(edges[0]) - radial[rows], 0.0))
        shares[rows] = hue_shares(part, scale, squares >= least[:, None], towards, near[rows])
    return shares, weaker[0], weaker[1]


def hue_of(vector: ArrayLike) -> Array:
    """Return hue in degrees 0-360, shape (...), of vectors in the a*, b* plane (..., 2).

    >>> float(hue_of([0.0, -2.0]))
    270.0
    """
    value = np.asarray(vector)
    hue: Array = np.degrees(np.arctan2(value[..., 1], value[..., 0])) % 360
    return hue
