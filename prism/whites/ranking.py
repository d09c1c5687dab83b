"""Whites ranked beside one colour, by rules of practice that are asked one after the other.

A white is better the more of these hold, the first one first: it is no near-miss of a white that is there, and neither
turns yellow beside that one nor turns it yellow; it clears the gap (or, where it does not, comes nearer to it); its
temperature agrees; it does not glare. Then comes the white whose undertone answers the wall's: a trace of the same hue,
of a strong wall no more than of a quiet one. Of whites that do so alike the lighter is the better, and at last the one
that comes first by its key. So the order never hangs on the order of what is given in.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.arranging import creaminess
from prism.choosing.whites import pale_families
from prism.difference import delta_e, length
from prism.families import families
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.spectrum import Array

YELLOWER = 2.5
"""Lab units of creaminess by which a white must pass another colour before its yellow shows beside it."""
CREAMY = 0.5
"""Creaminess from which a white has a yellow of its own to show: a painted clean white has none."""
TRACE, ANSWERS = 0.4, 2.5
"""The part of a wall's undertone that a white answers it with, and the most of it, Lab units: beyond that a stronger
wall asks for no creamier white."""
STEP = 0.5
"""Lab units within which two whites answer a wall alike."""


class Agreement(StrEnum):
    """How a white's temperature stands to a wall's."""

    AGREES = "agrees"
    BRIDGES = "bridges"
    OPPOSES = "opposes"


class There(StrEnum):
    """How a white stands to the whites that are there already."""

    NOTHING = "nothing there"
    MATCHES = "matches"
    NEAR_MISS = "near miss"
    DIFFERS = "differs"


@dataclass(frozen=True)
class White:
    """One white beside a wall.

    `index` its place in what was given in; `gap` its LRV less the wall's, and whether that `clears` the gap wanted;
    `agreement` of temperature; `creaminess` Lab units, and by how much it passes the wall's (`yellower`); `glares`
    whether it dazzles on large surfaces; `there` how it stands to the whites already there, `near` the place of the
    nearest of these (−1 for none) and `away` its ΔE00; `yellows` whether it turns yellow beside one of them, and
    `turns_yellow` whether one of them turns yellow beside it, and `apart` by how much more than that takes, Lab units.
    `answers` is how far its undertone lies from what the wall
    asks for, Lab units.
    """

    index: int
    reading: Reading
    gap: float
    clears: bool
    agreement: Agreement
    creaminess: float
    yellower: float
    glares: bool
    there: There
    near: int
    away: float
    yellows: bool
    turns_yellow: bool
    apart: float
    answers: float

    @property
    def spoils(self) -> bool:
        return self.is_near_miss or self.yellows or self.turns_yellow

    @property
    def agrees(self) -> bool:
        return self.agreement is not Agreement.OPPOSES

    @property
    def shows_yellow(self) -> bool:
        """Whether its yellow shows beside the wall: it has one, and more of it than the wall."""
        return self.yellower >= YELLOWER and self.creaminess >= CREAMY

    @property
    def looks_crisper(self) -> bool:
        return self.yellower <= -YELLOWER

    @property
    def is_near_miss(self) -> bool:
        """Whether it would look like a mistake beside a white that is there."""
        return self.there is There.NEAR_MISS


def which(lab: ArrayLike, lrv: ArrayLike, method: Method, neutral: WorkingNeutral) -> NDArray[np.intp]:
    """Return the indices of the whites among colours, Lab (n, 3) and LRV (n,), by the method's bounds."""
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv, dtype=np.float64)
    light = np.flatnonzero((y >= method.white_lrv) & (length(values[:, 1], values[:, 2]) < method.white_chroma))
    kinds = families(values[light], y[light], neutral.undertone(values[light]), method)
    plain: NDArray[np.intp] = light[np.isin(kinds, pale_families(method))]
    return plain


def rank(
    wall: Reading,
    whites: Sequence[Reading],
    keys: Sequence[str],
    method: Method,
    gap: float | None = None,
    there: Sequence[Reading] = (),
) -> list[White]:
    """Return whites beside a wall, best first; `keys` settle what the rules leave equal.

    `gap` LRV points wanted between white and wall, the method's by default; `there` the whites that are there already.
    """
    wanted = method.trim_gap if gap is None else gap
    if not whites:
        return []
    creamy, own = creaminess(whites), float(creaminess([wall])[0])
    lab = np.array([white.lab for white in whites])
    apart = (
        delta_e(lab[:, None], np.array([white.lab for white in there])[None])
        if there
        else np.full((len(whites), 1), np.inf)
    )
    near, away = apart.argmin(axis=1).tolist(), apart.min(axis=1)
    theirs = creaminess(there)
    matches = away < method.just_seen  # nothing looks yellow beside what looks the same
    yellower = np.where(creamy >= CREAMY, creamy - theirs[:, None], -np.inf)
    creamier = np.where(theirs[:, None] >= CREAMY, theirs[:, None] - creamy, -np.inf)
    most = [np.where(matches, -np.inf, score.max(axis=0, initial=-np.inf)) - YELLOWER for score in (yellower, creamier)]
    yellows, turns, beyond = most[0] >= 0, most[1] >= 0, np.maximum(0.0, np.maximum(*most))
    wall_u = np.asarray(wall.undertone.vector)
    wanted_u = wall_u * min(TRACE, ANSWERS / max(float(np.hypot(*wall_u)), 1e-9))
    answers = length(*(np.array([white.undertone.vector for white in whites]) - wanted_u).T)
    _, low, high = method.temperate
    side = _side(wall.temperature.value, low, high)
    ranked = []
    for i, candidate in enumerate(whites):
        points = candidate.lrv - wall.lrv
        ranked.append(
            White(
                index=i,
                reading=candidate,
                gap=points,
                clears=abs(points) >= wanted,
                agreement=_agreed(_side(candidate.temperature.value, low, high), side),
                creaminess=float(creamy[i]),
                yellower=float(creamy[i]) - own,
                glares=candidate.lrv >= method.whites.glare_lrv
                and abs(candidate.temperature.value) < method.whites.clean_within,
                there=_stands(float(away[i]), method) if there else There.NOTHING,
                near=near[i] if there else -1,
                away=float(away[i]) if there else 0.0,
                yellows=bool(yellows[i]),
                turns_yellow=bool(turns[i]),
                apart=float(beyond[i]),
                answers=float(answers[i]),
            )
        )
    return sorted(ranked, key=lambda white: _key(white, keys[white.index]))


def agreement(white: float, wall: float, method: Method) -> Agreement:
    """Return how two temperatures, Lab units, stand to each other: warm with warm and cool with cool agree; one that is
    neither bridges."""
    _, low, high = method.temperate
    return _agreed(_side(white, low, high), _side(wall, low, high))


def _side(value: float, low: float, high: float) -> int:
    """Return 1 for warm, -1 for cool, 0 for neither."""
    return 0 if low <= value <= high else 1 if value > high else -1


def _agreed(one: int, other: int) -> Agreement:
    if one == other:
        return Agreement.AGREES
    return Agreement.OPPOSES if one * other < 0 else Agreement.BRIDGES


def _stands(away: float, method: Method) -> There:
    if away < method.just_seen:
        return There.MATCHES
    return There.NEAR_MISS if away < method.whites.near_miss else There.DIFFERS


_WORSE = {Agreement.AGREES: 0, Agreement.BRIDGES: 1, Agreement.OPPOSES: 2}


def _key(white: White, key: str) -> tuple[object, ...]:
    return (
        white.spoils,
        round(white.apart),
        not white.clears,
        0 if white.clears else -round(abs(white.gap)),
        _WORSE[white.agreement],
        white.glares,
        round(white.answers / STEP),
        -round(white.reading.lrv, 1),
        key,
    )


def safe(ranked: Sequence[White]) -> White | None:
    """Return the safe answer: the brightest clean, nearly neutral white that clears the gap, spoils nothing and shows
    no yellow; None where there is none."""
    able = [w for w in ranked if w.clears and w.agrees and not w.spoils and not w.shows_yellow]
    clean = [w for w in able if w.agreement is Agreement.BRIDGES or not w.glares]
    return min(clean or able, key=lambda w: (_colour(w), -w.reading.lrv), default=None)


def _colour(white: White) -> float:
    """Return how much colour a white shows: what undertone it has, to half a Lab unit."""
    return round(2 * white.reading.undertone.strength) / 2


def ways_out(ranked: Sequence[White], keys: Sequence[str]) -> tuple[White | None, White | None]:
    """Return the white that is the same as one that is there, and the best that differs clearly without turning yellow;
    both clear the gap, and either is None where there is none."""
    alike = [white for white in ranked if white.there is There.MATCHES and white.clears]
    same = min(alike, key=lambda white: (round(white.away, 3), keys[white.index]), default=None)
    apart = next((w for w in ranked if w.there is There.DIFFERS and w.clears and not w.spoils), None)
    return same, apart


def coolest(ranked: Sequence[White]) -> White | None:
    """Return the coolest of the whites; None where none is cool."""
    cool: Array = np.array([w.reading.temperature.value for w in ranked])
    at = int(cool.argmin()) if cool.size else 0
    return ranked[at] if cool.size and cool[at] < 0 else None
