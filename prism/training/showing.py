"""The board that would have shown it: what to hold up beside a wall so that its answer is plain."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from prism.arranging import creamy_of
from prism.difference import delta_e
from prism.spectrum import Array
from prism.training.exercise import DIFFERENT, QUARTER, Exercise, Kind
from prism.training.looking import weaker
from prism.training.pool import Pool


class How(StrEnum):
    """In which way a board shows it."""

    BETWEEN = "between"
    FARTHER = "farther"
    CONTRAST = "foil"
    CLEAN = "clean"
    RUNG = "rung"
    QUARTER = "quarter"


@dataclass(frozen=True)
class Shown:
    """A row of the pool that shows it, in which way, and beside which places of the wall it is held."""

    row: int
    how: How
    beside: tuple[int, ...]


RUNGS = 10
FARTHER = 2.2
"""By how much farther than a board goes the one that shows which way it went."""
ASIDE = 0.8
"""Part of a difference up to which the board that shows it may lie elsewhere."""
FROM_RUNG = 2.0
"""LRV by which a board may miss the ten that it stands for."""


def showing(wall: Exercise, pool: Pool) -> Shown | None:
    """Return the board of the pool that would have shown the answer of a wall; None where it has none."""
    kind = wall.kind
    if kind in (Kind.UNDERTONE, Kind.PAIR):
        return _contrast_colour(
            wall, pool, int(np.argmin(pool.seen.effect[list(wall.boards)])) if kind is Kind.PAIR else 0
        )
    if kind in (Kind.YELLOW, Kind.EVENING):
        return _clean(wall, pool, _places(wall) if kind is Kind.YELLOW else (0,))
    if kind is Kind.STRENGTH:
        return _quarter(wall, pool)
    if kind is Kind.LRV:
        return _rung(wall, pool)
    if kind in (Kind.ODD, Kind.TWIN):
        return _farther(wall, pool)
    if kind is Kind.SAME and wall.accepted != (DIFFERENT,):
        return None
    return _between(wall, pool)


def _places(wall: Exercise) -> tuple[int, ...]:
    right = wall.accepted[0]
    return (right,) if isinstance(right, int) else right if isinstance(right, tuple) else ()


def _contrast_colour(wall: Exercise, pool: Pool, place: int) -> Shown | None:
    """Return the contrast colour of a board; of one whose undertone was asked for it was held beside it at last."""
    row = pool.contrast_colour(wall.boards[place], () if wall.kind is Kind.UNDERTONE else wall.boards)
    return None if row is None else Shown(row, How.CONTRAST, (place,))


def _clean(wall: Exercise, pool: Pool, places: tuple[int, ...]) -> Shown | None:
    return None if pool.clean is None or pool.clean in wall.boards else Shown(pool.clean, How.CLEAN, places)


def _rung(wall: Exercise, pool: Pool) -> Shown | None:
    """Return the board nearest in undertone that has an LRV of a round ten, by which others are counted."""
    [row] = wall.boards
    ten = RUNGS * round(float(pool.lrv[row]) / RUNGS)
    off = np.abs(pool.lrv - ten)
    able = np.flatnonzero(off < FROM_RUNG)
    able = able[able != row]
    if not len(able):
        return None
    aside = np.hypot(*(pool.seen.u[able] - pool.seen.u[row]).T)
    return Shown(int(able[np.argmin(aside + 3 * off[able])]), How.RUNG, (0,))


def _quarter(wall: Exercise, pool: Pool) -> Shown | None:
    """Return the board nearest to what the first comes to where it is mixed a quarter lighter."""
    assert pool.clean is not None
    own = pool.lab[wall.boards[0]]
    [mixed] = weaker(own[None], pool.lab[pool.clean], [QUARTER])
    row = _nearest(pool, mixed, wall, ASIDE * float(np.sqrt(((mixed - own) ** 2).sum())))
    return None if row is None else Shown(row, How.QUARTER, (0,))


def _farther(wall: Exercise, pool: Pool) -> Shown | None:
    """Return the board that goes the way of the odd one, or of the nearest that is no twin, and twice as far."""
    places = list(range(len(wall.boards)))
    [right] = _places(wall)
    if wall.kind is Kind.ODD:
        of, among = right, [place for place in places if place != right]
        start = pool.lab[[wall.boards[place] for place in among]].mean(axis=0)
    else:
        start, rest = pool.lab[wall.boards[0]], [place for place in places[1:] if place != right]
        of = rest[int(np.argmin(delta_e(pool.lab[[wall.boards[place] for place in rest]], start)))]
    way = pool.lab[wall.boards[of]] - start
    row = _nearest(pool, start + FARTHER * way, wall, ASIDE * float(np.sqrt((way**2).sum())))
    return None if row is None else Shown(row, How.FARTHER, (of,))


def _between(wall: Exercise, pool: Pool) -> Shown | None:
    """Return the board halfway between two, the nearest neighbours of an order: in a row of three the way is seen."""
    order = _places(wall) if len(_places(wall)) > 1 else (0, 1)
    worth = _worth(wall, pool)
    steps = np.abs(np.diff(worth[list(order)]))
    at = int(np.argmin(steps))
    one, other = order[at], order[at + 1]
    ends = pool.lab[[wall.boards[one], wall.boards[other]]]
    row = _nearest(pool, ends.mean(axis=0), wall, ASIDE / 2 * float(np.sqrt(((ends[0] - ends[1]) ** 2).sum())))
    return None if row is None else Shown(row, How.BETWEEN, (one, other))


def _worth(wall: Exercise, pool: Pool) -> Array:
    rows = list(wall.boards)
    if wall.kind is Kind.WARMER:
        return pool.seen.warmth[rows]
    if wall.kind is Kind.CREAMINESS:
        return creamy_of(pool.seen.u[rows])
    return pool.lab[rows, 0]


def _nearest(pool: Pool, lab: Array, wall: Exercise, within: float) -> int | None:
    """Return the row nearest to a Lab (3,), not on the wall, no farther off than `within`, Lab units."""
    off = np.sqrt(((pool.lab - lab) ** 2).sum(axis=1))
    off[list(wall.boards)] = np.inf
    row = int(np.argmin(off))
    return row if off[row] <= within else None
