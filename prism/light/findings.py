"""What a day of light does to a colour: its best and its worst, and what is to be counselled against.

Each counsel is asked of the light that was computed and of the rules of practice; where they disagree, both are kept.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.light.claims import warmth
from prism.light.day import Day, days
from prism.light.room import WALLS, Room
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.spectrum import Array, lightness_to_lrv, to_lrv

FELL, ROSE = 4.0, 1.0
"""L* by which a wall reads darker than its board before it is heavy, and lighter before it washes out."""
DULLED = 3.0
"""L* by which a pale or dark colour reads darker before it is dingy."""
STRONG = 0.8
"""The part of the moments of daylight that are darker than what counts as a wall's strong light."""
WASHED = 40.0
"""LRV from which a colour can wash out; a deeper one that reads lighter is only a lighter colour."""
FADED = 0.7
"""Part of its undertone below which a bright wall has lost it."""
SHIFTED = 1.5
"""Lab units of warmth from which a shift is said to come forward."""
SIDED = 1.0
"""Lab units of warmth from which a colour has a cool or a warm side that a light can bring forward."""
WARM_LAMPS = 3_200.0
PALE_CHROMA = 8.0
MIDDLE = (10.0, 13.0, 16.0)
"""Hours over which the floor is asked for what it does."""


class Facing(StrEnum):
    """Which way a room looks, as practice speaks of it."""

    AWAY = "away"
    TOWARD = "toward"
    EAST = "east"
    WEST = "west"
    NOWHERE = "nowhere"


class Kind(StrEnum):
    """What a counsel is about."""

    WASHES = "washes out"
    HEAVY = "heavy"
    DINGY = "dingy"
    COOL = "cool forward"
    WARM = "warm forward"
    EVENING = "warm in the evening"


@dataclass(frozen=True)
class Spot:
    """A moment and wall of a day: index of the moment, the clock's hour, the wall, and ΔE00 from the board there."""

    moment: int
    hour: float
    wall: str
    away: float
    cloud: float = 0.0


@dataclass(frozen=True)
class Counsel:
    """Something to be warned of, on which walls: whether the computed light shows it, and whether practice says it.

    `size` is how far it goes: L* for depth, Lab units for warmth, a part for what is left of an undertone.
    """

    kind: Kind
    walls: tuple[str, ...]
    computed: bool
    practice: bool
    size: float


def facing(room: Room) -> Facing:
    """Return which way a room looks by the area of its windows; rooflights look nowhere."""
    pull = np.zeros(2)
    for window in room.windows:
        if window.wall in WALLS:
            angle = np.radians(room.facing(window.wall))
            pull += window.width * window.height * np.array([np.sin(angle), np.cos(angle)])
    if np.hypot(*pull) < 0.3 * sum(w.width * w.height for w in room.windows if w.wall in WALLS) or not pull.any():
        return Facing.NOWHERE
    degrees = float(np.degrees(np.arctan2(pull[0], pull[1]))) % 360
    return facing_of(degrees, room.place.southern)


def facing_of(degrees: float, southern: bool) -> Facing:
    """Return how practice calls a direction, degrees from north, in a hemisphere."""
    quarter = round(degrees / 90) % 4
    if quarter in (1, 3):
        return Facing.EAST if quarter == 1 else Facing.WEST
    return Facing.AWAY if (quarter == 0) != southern else Facing.TOWARD


def by_day(day: Day, used: tuple[float, float] = (0.0, 24.0)) -> NDArray[np.bool_]:
    """Return at which moments a room is used and lit from outside, (t,)."""
    within = (day.hours >= used[0]) & (day.hours <= used[1])
    mask: NDArray[np.bool_] = within & (day.height > 0) & ~day.lamps_on
    return mask


def best_and_worst(
    days: Sequence[Day], seen: Sequence[Array], board: Array, used: tuple[float, float] = (0.0, 24.0)
) -> tuple[Spot, Spot] | None:
    """Return where and when walls come nearest to their board (3,) and lie farthest from it; None if it is never lit.

    `seen` (t, 4, 3) of each day. Only daylight counts, and only where enough of it falls to judge by.
    """
    spots: list[Spot] = []
    for day, lab in zip(days, seen, strict=True):
        away = delta_e(lab, board)
        for t in np.flatnonzero(by_day(day, used)):
            for w, wall in enumerate(WALLS):
                if not day.dark[t, w]:
                    spots.append(Spot(int(t), float(day.hours[t]), wall, float(away[t, w]), day.cloud))
    if not spots:
        return None
    return min(spots, key=lambda spot: spot.away), max(spots, key=lambda spot: spot.away)


def parting_most(days: Sequence[Day], first: Sequence[Array], second: Sequence[Array]) -> Spot | None:
    """Return where and when two candidates, (t, 4, 3) of each day, part most; None where no light falls."""
    spot: Spot | None = None
    for day, one, other in zip(days, first, second, strict=True):
        apart = np.where(day.dark, -1.0, delta_e(one, other))
        t, w = np.unravel_index(int(apart.argmax()), apart.shape)
        if apart[t, w] > (spot.away if spot else 0.0):
            spot = Spot(int(t), float(day.hours[t]), WALLS[int(w)], float(apart[t, w]), day.cloud)
    return spot


@dataclass(frozen=True)
class Mean:
    """A wall by day: its median lux and what it reads as in the mean (3,); and the same of its brightest fifth."""

    wall: str
    lux: float
    lab: Array
    strong_lux: float
    strong_lab: Array


def means(days: Sequence[Day], seen: Sequence[Array], used: tuple[float, float] = (0.0, 24.0)) -> list[Mean]:
    """Return each wall's mean by daylight, over all days given; empty where there is none."""
    keep = [by_day(day, used) for day in days]
    if not any(used.any() for used in keep):
        return []
    light = np.concatenate([day.lux[used] for day, used in zip(days, keep, strict=True)])
    lab = np.concatenate([s[used] for s, used in zip(seen, keep, strict=True)])
    means = []
    for w, wall in enumerate(WALLS):
        strong = float(np.quantile(light[:, w], STRONG))
        at_strong = lab[light[:, w] >= strong, w].mean(axis=0)
        means.append(Mean(wall, float(np.median(light[:, w])), lab[:, w].mean(axis=0), strong, at_strong))
    return means


def means_of(days: Sequence[Day], reflectances: Array, used: tuple[float, float] = (0.0, 24.0)) -> Array:
    """Return what boards of other reflectances (k, 31) read as on the walls, (k, 4, 3), at a few moments of each day
    taken together; zeros where none is by day."""
    means = []
    for day in days:
        lit = np.flatnonzero(by_day(day, used))
        if len(lit):
            part = day.at(lit[np.linspace(0, len(lit) - 1, min(4, len(lit))).round().astype(int)])
            means.append(np.stack([part.seen_many(reflectances, w) for w in range(len(WALLS))], axis=2))
    none = np.zeros((len(reflectances), len(WALLS), 3))
    return np.asarray(np.concatenate(means).mean(axis=0), dtype=np.float64) if means else none


def counsels(
    room: Room, walls: Sequence[Mean], board: Array, method: Method, neutral: WorkingNeutral | None = None
) -> list[Counsel]:
    """Return what to counsel against of a board (3,) in a room, by the means of its walls by day."""
    if not walls:
        return []
    line, rules = neutral or method.neutral, method.light
    lrv = float(lightness_to_lrv(board[0]))
    way = facing(room)
    chroma = float(np.hypot(*board[1:]))
    own = float(np.hypot(*line.undertone(board)))
    shift = [float(warmth(wall.lab, method, line) - warmth(board, method, line)) for wall in walls]
    fall = [float(board[0] - wall.lab[0]) for wall in walls]
    left = [float(np.hypot(*line.undertone(wall.strong_lab))) / max(own, 1e-9) for wall in walls]
    bright = [wall.strong_lux >= rules.bright and lrv >= WASHED for wall in walls]
    rise = [float(wall.strong_lab[0] - board[0]) for wall in walls]
    dim = [wall.lux < rules.dim for wall in walls]
    faded = [own >= method.passive_below and part < FADED for part in left]
    greyed = way is Facing.AWAY and lrv > rules.heavy_below and chroma < PALE_CHROMA

    def found(kind: Kind, computed: list[bool], practice: list[bool], sizes: list[float]) -> Counsel | None:
        where = [i for i in range(len(walls)) if computed[i] or practice[i]]
        if not where:
            return None
        return Counsel(
            kind,
            tuple(walls[i].wall for i in where),
            any(computed),
            any(practice),
            max((sizes[i] for i in where), key=abs),
        )

    every = range(len(walls))
    heavy = [lrv < rules.heavy_below and lrv >= rules.dingy_below and dim[i] for i in every]
    dingy = [(lrv < rules.dingy_below and dim[i]) or greyed for i in every]
    is_mid = rules.dingy_below <= lrv < rules.heavy_below
    # over the whole room, since what comes forward on one wall and falls back on another does neither
    mean_shift = float(np.median(shift))
    # a rule that warned of every colour in a north room would tell them from each other no more than silence does
    side = float(warmth(board, method, line))
    cool_away = way is Facing.AWAY and side <= -SIDED
    warm_toward = way is Facing.TOWARD and side >= SIDED
    all_found = [
        found(Kind.WASHES, [bright[i] and (rise[i] >= ROSE or faded[i]) for i in every],
              [bright[i] and lrv > rules.washes_above for i in every], rise),
        found(Kind.HEAVY, [is_mid and fall[i] >= FELL for i in every], heavy, fall),
        found(Kind.DINGY, [not is_mid and fall[i] >= DULLED and shift[i] <= 0 for i in every], dingy, fall),
        found(Kind.COOL, [mean_shift <= -SHIFTED and shift[i] <= -SHIFTED for i in every],
              [cool_away] * len(walls), [mean_shift] * len(walls)),
        found(Kind.WARM, [mean_shift >= SHIFTED and shift[i] >= SHIFTED for i in every],
              [warm_toward] * len(walls), [mean_shift] * len(walls)),
    ]  # fmt: skip
    return [counsel for counsel in all_found if counsel]


def of_evening(
    room: Room, seen: Array, board: Array, method: Method, neutral: WorkingNeutral | None = None
) -> Counsel | None:
    """Return what lamps do to a board by what its walls read as under them, (4, 3)."""
    if not room.lamps:
        return None
    line = neutral or method.neutral
    shift = float(np.median(warmth(seen, method, line) - warmth(board, method, line)))
    total = sum(lamp.lumens * lamp.count * lamp.dimmed for lamp in room.lamps)
    kelvin = sum(lamp.kelvin * lamp.lumens * lamp.count * lamp.dimmed for lamp in room.lamps) / max(total, 1e-9)
    computed, practice = shift >= 2 * SHIFTED, kelvin <= WARM_LAMPS
    return Counsel(Kind.EVENING, WALLS, computed, practice, shift) if computed or practice else None


def floor_warmth(room: Room, tried: ArrayLike, day: date, method: Method, neutral: WorkingNeutral) -> float:
    """Return by how much the floor makes the walls of a paint (31,) warmer than a grey one as light would, Lab units of
    warmth, over the middle of a day; 0 without a floor that is known."""
    floor = room.surfaces.get("floor")
    if floor is None:
        return 0.0
    own = replace(room, fixed=tuple(thing for thing in room.fixed if thing.on != "floor"))
    grey = replace(own, surfaces=room.surfaces | {"floor": (float(to_lrv(floor)) / 100,) * len(floor)})

    def warm(floored: Room) -> float:
        warmed = days(floored, tried, day, MIDDLE, lamps="off")
        return float(np.median(warmth(np.stack([room.seen(tried) for room in warmed]), method, neutral)))

    return warm(own) - warm(grey)
