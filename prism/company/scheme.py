"""Schemes: a subject with a paler companion, a middle one, an accent, a light trim and a dark one.

Every place wants a depth, a direction of undertone and a strength of it; a colour's score there is one less what it
misses of each. What was wanted and what was found is kept, so that a score can be said. Ties go to the first key.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.school import School
from prism.spectrum import Array
from prism.whites.darks import darks
from prism.whites.ranking import which

CHARACTERS = ("ladder", "opposite", "balance")
"""One undertone at many depths; quiet with one opposite; warm and cool in balance."""
SHARES = {
    "ladder": {"subject": 60, "paler": 15, "middle": 10, "accent": 5, "trim": 8, "dark": 2},
    "opposite": {"subject": 60, "paler": 20, "middle": 7, "accent": 5, "trim": 6, "dark": 2},
    "balance": {"subject": 50, "paler": 15, "middle": 20, "accent": 7, "trim": 6, "dark": 2},
}
"""Parts of the whole, per cent. Warm and cool together stand unevenly, never half and half."""
DEPTH, ANGLE, STRENGTH = 0.40, 0.40, 0.20
"""What depth, direction and strength count for in a score."""
_FAR_DEPTH, _FAR_STRENGTH = 25.0, 6.0
"""LRV points and Lab units at which nothing is left of a part."""
SAME_WAY = 35.0
"""Degrees between an undertone and the one wanted within which a colour is looked for first."""
APART = 4.0
"""ΔE00 by which the colours of a scheme must differ from each other at least."""
_LIGHTEST, _DARKEST = 88.0, 5.0
_EQUAL = 1e-6


@dataclass(frozen=True)
class Wanted:
    """What a place wants: LRV, the direction of undertone (2,) as a unit vector, and its strength, Lab units."""

    lrv: float
    direction: Array
    strength: float


@dataclass(frozen=True)
class Place:
    """A place of a scheme: what it is, which row of the deck is there (−1 for the subject), its share in per cent, its
    score 0-1 with the parts of it, and the runners-up, best first. `lrv` and `angle` are those wanted and found: LRV,
    and degrees between the undertone and the one wanted."""

    name: str
    row: int
    share: int
    score: float
    depth: float
    angle: float
    wanted_lrv: float
    lrv: float
    runners_up: tuple[int, ...] = ()


@dataclass(frozen=True)
class Scheme:
    """A scheme of one character: its places, and how well they do together, 0-1, by their shares."""

    character: str
    places: tuple[Place, ...]

    @property
    def score(self) -> float:
        """The mean of the scores of what was chosen, by share."""
        chosen = [place for place in self.places if place.row >= 0]
        whole = sum(place.share for place in chosen)
        return sum(place.share * place.score for place in chosen) / whole if whole else 0.0


def wanted(subject: Reading, character: str, school: School) -> dict[str, Wanted]:
    """Return what the places beside a subject want, by the character of the scheme."""
    u = np.asarray(subject.undertone.vector)
    strength = float(np.hypot(*u))
    warm = school.warm_axis()
    side = 1.0 if subject.temperature.value >= 0 else -1.0
    own = u / strength if strength >= school.passive_below else side * warm
    across = -side * warm
    light = subject.lrv
    paler = min(light + max(8.0, 0.45 * (_LIGHTEST - light)), _LIGHTEST)
    middle = light - 18 if light >= 35 else light + 18
    accent = max(light - 42, _DARKEST + 4) if light >= 30 else min(light + 35, 60.0)
    at_least = max(strength, 1.5)
    found = {
        "paler": Wanted(paler, own, 0.7 * at_least),
        "middle": Wanted(middle, own, 1.1 * at_least),
        "accent": Wanted(accent, own, 1.5 * at_least),
    }
    if character == "opposite":
        found["accent"] = Wanted(accent, across, max(2.0 * at_least, 6.0))
    elif character == "balance":
        found["middle"] = Wanted(middle, across, max(at_least, 3.0))
        found["accent"] = Wanted(accent, across, max(1.5 * at_least, 5.0))
    return found


def scheme(
    subject: Reading,
    character: str,
    lab: ArrayLike,
    lrv: ArrayLike,
    keys: Sequence[str],
    school: School,
    neutral: WorkingNeutral,
    trim: int | None = None,
    runners: int = 3,
) -> Scheme:
    """Return the scheme of a character from a deck, Lab (n, 3) and LRV (n,).

    `trim` is the row of the light trim, where it is already chosen; else the place is left out. Raises `KeyError` for
    another character.
    """
    shares = SHARES[character]
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv, dtype=np.float64)
    u = neutral.undertone(values)
    strength = np.hypot(u[:, 0], u[:, 1])
    able = np.ones(len(y), dtype=bool)
    able[which(values, y, school, neutral)] = False  # whites are the trim's
    if trim is not None:
        able[trim] = False
    own = np.asarray(subject.lab)
    places = [Place("subject", -1, shares["subject"], 1.0, 1.0, 0.0, subject.lrv, subject.lrv)]
    taken = [own] if trim is None else [own, values[trim]]
    for name, want in wanted(subject, character, school).items():
        depth, turn, much, degrees = _parts(want, u, strength, y)
        score = DEPTH * depth + ANGLE * turn + STRENGTH * much
        # a pale subject's paler companion is itself a white, though not the trim
        free = able | (name == "paler")

        def apart(rows: NDArray[np.intp], so_far: Sequence[Array] = tuple(taken)) -> NDArray[np.bool_]:
            away: NDArray[np.bool_] = np.min([delta_e(one, values[rows]) for one in so_far], axis=0) >= APART
            return away

        # a colour that points elsewhere is taken only where the deck has none that points there
        there = _best(score, free & (degrees <= SAME_WAY), apart, keys, runners + 1)
        rows = there or _best(score, free, apart, keys, runners + 1)
        if not rows:
            continue
        first = rows[0]
        taken.append(values[first])
        places.append(
            Place(
                name, first, shares[name], float(score[first]), float(depth[first]), float(degrees[first]), want.lrv,
                float(y[first]), tuple(rows[1:]),
            )
        )  # fmt: skip
    if trim is not None:
        places.append(Place("trim", trim, shares["trim"], 1.0, 1.0, 0.0, float(y[trim]), float(y[trim])))
    dark = darks(subject, values, y, list(keys), school, neutral, most=runners + 1)
    if dark:
        row = dark[0].row
        score_dark = 1 - dark[0].angle / 180
        rest = tuple(one.row for one in dark[1:])
        places.append(
            Place("dark", row, shares["dark"], score_dark, 1.0, dark[0].angle, float(y[row]), float(y[row]), rest)
        )
    return Scheme(character, tuple(places))


def _parts(want: Wanted, u: Array, strength: Array, lrv: Array) -> tuple[Array, Array, Array, Array]:
    """Return how near colours come in depth, direction and strength, 0-1 each, and the angle in degrees, (n,)."""
    depth = np.clip(1 - np.abs(lrv - want.lrv) / _FAR_DEPTH, 0, 1)
    cos = np.clip((u @ want.direction) / np.maximum(strength, 1e-9), -1, 1)
    # a colour without undertone points nowhere: it neither agrees nor disagrees
    turn = np.where(strength < 0.5, 0.7, (1 + cos) / 2) ** 4
    much = np.clip(1 - np.abs(strength - want.strength) / _FAR_STRENGTH, 0, 1)
    return depth, turn, much, np.degrees(np.arccos(cos))


def _best(
    score: Array, free: NDArray[np.bool_], apart: Callable[[NDArray[np.intp]], NDArray[np.bool_]], keys: Sequence[str],
    count: int,
) -> list[int]:  # fmt: skip
    """Return the best free rows that lie apart, by score and then by key; only as many are held apart as it takes."""
    rows = np.flatnonzero(free)
    some = min(64, len(rows))
    while some:
        # all that are as good as the last one of them, so that a tie is settled by key alone
        least = -np.partition(-score[rows], some - 1)[some - 1]
        few = rows[score[rows] >= least - _EQUAL]
        held = few[apart(few)]
        if len(held) >= count or len(few) == len(rows):
            return sorted(held.tolist(), key=lambda row: (-round(float(score[row]), 6), keys[row]))[:count]
        some = min(4 * some, len(rows))
    return []
