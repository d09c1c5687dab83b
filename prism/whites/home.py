"""One white for a home: the one whose weakest room is the best, zone by zone where rooms are open to each other.

Every white has a score of 0 to 1 in every room. A home's white is judged by its weakest room, then by the mean of all,
then by how many rooms have it as their trim already, and at last by its key; which of these told two apart is said.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.spectrum import Array
from prism.whites.ranking import Agreement, White

PARTS = {"clears": 0.40, "agrees": 0.30, "calm": 0.10, "near": 0.20}
"""What a white's score in a room is made of: its gap, its temperature, that it does not glare, and how near it comes in
temperature. A near-miss of what is there, or one that turns yellow beside it, keeps a quarter of it."""
_SPOILT = 0.25
_AGREES = {Agreement.AGREES: 1.0, Agreement.BRIDGES: 0.75, Agreement.OPPOSES: 0.0}
_FAR = 8.0
"""Lab units of temperature from which two are no nearer to each other than any others."""
EXISTING = 0.15
"""What it adds to a white's score in a room that it is the trim there already."""
_SAME = 1e-9

TIES = ("weakest room", "mean of all rooms", "trim that is there", "name")


class HomeError(ValueError):
    """A home that has no white; the message says what would help."""


def score(white: White, warmth: float) -> float:
    """Return how a white suits a room, 0-1, whose wall has this temperature, Lab units."""
    agrees = _AGREES[white.agreement]
    near = max(0.0, 1 - abs(white.reading.temperature.value - warmth) / _FAR)
    whole = (
        PARTS["clears"] * white.clears
        + PARTS["agrees"] * agrees
        + PARTS["calm"] * (not white.glares)
        + PARTS["near"] * near
    )
    return whole * (_SPOILT if white.is_near_miss or white.yellows else 1.0)


def zones(count: int, open_to: Sequence[tuple[int, int]]) -> list[tuple[int, ...]]:
    """Return the rooms, 0 to `count` − 1, in groups that are open to each other, each in order, by their first room."""
    leader = list(range(count))

    def first(room: int) -> int:
        while leader[room] != room:
            room = leader[room]
        return room

    for one, other in open_to:
        a, b = first(one), first(other)
        leader[max(a, b)] = min(a, b)
    groups: dict[int, list[int]] = {}
    for room in range(count):
        groups.setdefault(first(room), []).append(room)
    return [tuple(group) for _, group in sorted(groups.items())]


@dataclass(frozen=True)
class Choice:
    """A white for the whole home, by its index: its weakest room with the score there, the mean of all rooms, and what
    told it apart from the next one."""

    white: int
    weakest: int
    least: float
    mean: float
    told_by: str


@dataclass(frozen=True)
class OneException:
    """What one exception buys: another white in one zone, and by how much the weakest room of the home gets better."""

    zone: tuple[int, ...]
    white: int
    gain: float


@dataclass(frozen=True)
class Home:
    """The white of a home with its runners-up, best first, and the exception that buys most; None where none buys
    anything."""

    best: Choice
    runners_up: tuple[Choice, ...]
    exception: OneException | None


def solve(
    scores: ArrayLike,
    keys: Sequence[str],
    groups: Sequence[tuple[int, ...]],
    existing: Mapping[int, int] | None = None,
    forbidden: Sequence[int] = (),
    pinned: int | None = None,
    runners: int = 3,
) -> Home:
    """Return the white of a home. `scores` (whites, rooms) 0-1; `groups` the zones; `existing` by room the white that
    is its trim already; `forbidden` whites are never taken, a `pinned` one is.

    Raises `HomeError` where no white is left or there is no room.
    """
    given = np.asarray(scores, dtype=np.float64)
    if given.ndim != 2 or not given.shape[1]:
        raise HomeError("no room")
    existing_whites = existing or {}
    table = given.copy()
    for room, white in existing_whites.items():
        table[white, room] = min(1.0, table[white, room] + EXISTING)
    allowed = [w for w in range(len(table)) if w not in forbidden and (pinned is None or w == pinned)]
    if not allowed:
        raise HomeError("no white")
    there = np.bincount(list(existing_whites.values()), minlength=len(table))
    figures = np.round(np.stack([-table.min(axis=1), -table.mean(axis=1), -there], axis=1), 9).tolist()
    measures = [(*figures[w], keys[w]) for w in range(len(table))]
    order = sorted(allowed, key=measures.__getitem__)
    choices = [
        _choice(table, w, _told(measures[w], measures[order[i + 1]]) if i + 1 < len(order) else TIES[0])
        for i, w in enumerate(order[: runners + 1])
    ]
    others = [w for w in range(len(table)) if w not in forbidden]
    return Home(choices[0], tuple(choices[1:]), _best_exception(table, order[0], others, groups, keys))


def _told(rank: Sequence[float | str], other: Sequence[float | str]) -> str:
    for name, a, b in zip(TIES, rank, other, strict=True):
        if isinstance(a, str) or isinstance(b, str) or abs(a - b) > _SAME:
            return name
    return TIES[-1]


def _choice(table: Array, white: int, told_by: str) -> Choice:
    row = table[white]
    return Choice(white, int(row.argmin()), float(row.min()), float(row.mean()), told_by)


def _best_exception(
    table: Array, white: int, others: Sequence[int], groups: Sequence[tuple[int, ...]], keys: Sequence[str]
) -> OneException | None:
    """Return the zone and white by which the home's weakest room gets most better; None where none does."""
    if len(groups) < 2:
        return None
    least = float(table[white].min())
    able = np.array([other for other in others if other != white], dtype=np.intp)
    exceptions: list[tuple[float, str, tuple[int, ...], int]] = []
    for zone in groups:
        rest: NDArray[np.bool_] = np.ones(table.shape[1], dtype=bool)
        rest[list(zone)] = False
        then = np.minimum(table[white, rest].min(), table[np.ix_(able, np.array(zone))].min(axis=1))
        for at in np.flatnonzero(then > least + _SAME).tolist():
            exceptions.append((least - float(then[at]), keys[able[at]], zone, int(able[at])))
    if not exceptions:
        return None
    gain, _, zone, other = min(exceptions)
    return OneException(zone, other, -gain)
