"""Schemes: a subject with a paler companion, a middle one, an accent, a light trim and a dark one.

Every place wants a depth, a direction of undertone and a strength of it; a colour's score there is one less what it
misses of each. What was wanted and what was found is kept, so that a score can be said. Ties go to the first key. Which
shares, steps and weights there are, the method says.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from prism.difference import delta_e
from prism.method import Method
from prism.method.checks import CHARACTERS, PLACES
from prism.palette.pool import Pool
from prism.reading import Reading
from prism.spectrum import Array
from prism.whites.darks import QUIET, darks

CARRIED = {"fixed", "reference"}
"""Characters that follow colours which are brought to them."""
CHOSEN = ("paler", "middle", "accent")
"""Places that are filled from the decks by what they want."""
_FAR_DEPTH, _FAR_STRENGTH = 25.0, 6.0
"""LRV points and Lab units at which nothing is left of a part; of a strong undertone, what was wanted itself."""
PALER_BY = 2.0
"""LRV points by which a paler companion must be paler."""
REACHES = 3.0, 0.4
"""Lab units, or the part of what was wanted, by which a colour's undertone may miss the strength that is wanted."""
SAME_WAY = 35.0
"""Degrees between an undertone and the one wanted within which a colour is looked for first."""
_LIGHTEST, _DARKEST = 88.0, 5.0
_EQUAL = 1e-6
OWN, ACROSS = "own", "across"
"""What a place follows: the subject's undertone, or the opposite temperature."""


class SchemeError(ValueError):
    """A scheme that lacks what it follows."""


@dataclass(frozen=True)
class Carried:
    """A colour that a scheme carries on: what it is called, Lab (3,) and LRV."""

    name: str
    lab: tuple[float, float, float]
    lrv: float


@dataclass(frozen=True)
class Wanted:
    """What a place wants: LRV, the direction of undertone (2,) as a unit vector, its strength in Lab units, and what it
    follows: `OWN`, `ACROSS`, or the name of what is carried on."""

    lrv: float
    direction: Array
    strength: float
    follows: str = OWN


@dataclass(frozen=True)
class Place:
    """A place of a scheme: what it is, which row of the deck is there (−1 for the subject), its share in per cent, its
    score 0-1 and the parts of that (depth, direction, strength, 0-1 each), and the runners-up, best first.

    LRV, undertone strength (Lab units) and `angle` in degrees are those wanted and those found; `follows` as in
    `Wanted`; `locked` whether a person put it there.
    """

    name: str
    row: int
    share: float
    score: float
    parts: tuple[float, float, float]
    angle: float
    wanted_lrv: float
    lrv: float
    wanted_strength: float = 0.0
    strength: float = 0.0
    follows: str = OWN
    locked: bool = False
    runners_up: tuple[int, ...] = ()

    @property
    def reaches(self) -> bool:
        return abs(self.strength - self.wanted_strength) <= _slack(self.wanted_strength)


@dataclass(frozen=True)
class Scheme:
    """A scheme of one character: its places, and how well they do together, 0-1, by their shares."""

    character: str
    places: tuple[Place, ...]

    @property
    def score(self) -> float:
        chosen = [place for place in self.places if place.row >= 0]
        whole = sum(place.share for place in chosen)
        return sum(place.share * place.score for place in chosen) / whole if whole else 0.0

    def at(self, name: str) -> Place | None:
        """Return a place by its name; None where it is empty."""
        return next((place for place in self.places if place.name == name), None)


@dataclass(frozen=True)
class Asked:
    """What of a scheme a person has settled: rows that are `locked` in their places, places that are left `without`,
    rows that may be taken (None for all), and the whites for the light trim, (row, score 0-1), best first."""

    locked: Mapping[str, int] = field(default_factory=dict)
    without: Collection[str] = ()
    allowed: NDArray[np.bool_] | None = None
    trims: Sequence[tuple[int, float]] = ()
    carried: Sequence[Carried] = ()


def wanted(subject: Reading, character: str, pool: Pool, carried: Sequence[Carried] = ()) -> dict[str, Wanted]:
    """Return what the places beside a subject want, by the character of the scheme.

    Raises `SchemeError` for a character that follows colours where there are none, or not three of a reference.
    """
    method = pool.method
    u = np.asarray(subject.undertone.vector)
    strength = float(np.hypot(*u))
    warm = method.warm_axis()
    side = 1.0 if subject.temperature.value >= 0 else -1.0
    own = u / strength if strength >= method.passive_below else side * warm
    depths = _depths(subject.lrv, method)
    at_least = max(strength, 1.5)
    wants = {
        "paler": Wanted(depths["paler"], own, 0.7 * at_least),
        "middle": Wanted(depths["middle"], own, 1.1 * at_least),
        "accent": Wanted(depths["accent"], own, 1.5 * at_least),
    }
    if character == "opposite":
        wants["accent"] = Wanted(depths["accent"], -side * warm, max(2.0 * at_least, 6.0), ACROSS)
    elif character == "balance":
        wants["middle"] = Wanted(depths["middle"], -side * warm, max(at_least, 3.0), ACROSS)
        wants["accent"] = Wanted(depths["accent"], -side * warm, max(1.5 * at_least, 5.0), ACROSS)
    elif character == "fixed":
        wants = _of_what_stays(carried, depths, pool)
    elif character == "reference":
        wants = _like(carried, pool)
    elif character not in CHARACTERS:
        raise KeyError(character)
    return wants


def _depths(light: float, method: Method) -> dict[str, float]:
    """Return the LRV that each place wants beside a subject."""
    up, middle, deep = method.palette.steps
    return {
        "paler": min(light + max(up, 0.45 * (_LIGHTEST - light)), _LIGHTEST),
        "middle": light - middle if light >= 2 * middle - 1 else light + middle,
        "accent": max(light - deep, _DARKEST + 4) if light >= 30 else min(light + 35, 60.0),
    }


def _towards(carried: Carried, pool: Pool, lrv: float, part: float) -> Wanted:
    """Return a want for a share of something's undertone at another depth."""
    u: Array = pool.neutral.undertone(np.asarray([carried.lab]))[0]
    strength = float(np.hypot(*u))
    way = u / strength if strength >= QUIET else np.zeros(2)
    return Wanted(lrv, way, part * strength, carried.name)


def _of_what_stays(carried: Sequence[Carried], depths: Mapping[str, float], pool: Pool) -> dict[str, Wanted]:
    """Return wants that carry on what stays: the paler and the middle one the undertones of the most permanent two, at
    the scheme's own depths; the accent the most coloured one, deep as that is."""
    if not carried:
        raise SchemeError("nothing stays")
    first, second = carried[0], carried[1 % len(carried)]
    colour = np.hypot(*pool.neutral.undertone(np.asarray([colour.lab for colour in carried])).T)
    most = carried[int(colour.argmax())]
    return {
        "paler": _towards(first, pool, depths["paler"], 0.4),
        "middle": _towards(second, pool, depths["middle"], 0.8),
        "accent": _towards(most, pool, most.lrv, 1.0),
    }


def _like(carried: Sequence[Carried], pool: Pool) -> dict[str, Wanted]:
    """Return wants for the three colours of a reference: the lightest, the middle one, the darkest."""
    if len(carried) != 3:
        raise SchemeError("three colours")
    ranked = sorted(carried, key=lambda colour: (-colour.lrv, colour.name))
    return {name: _towards(colour, pool, colour.lrv, 1.0) for name, colour in zip(CHOSEN, ranked, strict=True)}


def scheme(subject: Reading, character: str, pool: Pool, asked: Asked | None = None, runners: int = 3) -> Scheme:
    """Return the scheme of a character from the colours of a pool, with what a person has settled of it.

    Raises `KeyError` for another character, `SchemeError` where it lacks what it follows.
    """
    asked = asked or Asked()
    shares = dict(zip(PLACES, pool.method.palette.shares[character], strict=True))
    for name in asked.without:
        shares["subject"] += shares.pop(name, 0)
    wants = {name: want for name, want in wanted(subject, character, pool, asked.carried).items() if name in shares}
    able = np.ones(len(pool.lrv), dtype=bool) if asked.allowed is None else asked.allowed.copy()
    light = able.copy()
    able[pool.whites] = False  # whites are the trim's
    trim = _trim(pool, asked, shares, runners)
    settled = dict(asked.locked) | ({"trim": trim.row} if trim else {})
    for row in settled.values():
        light[row] = able[row] = False
    taken = {"subject": np.asarray(subject.lab)} | {name: pool.lab[row] for name, row in settled.items()}
    own = shares["subject"]
    places = [Place("subject", -1, own, 1.0, (1.0, 1.0, 1.0), 0.0, subject.lrv, subject.lrv)]
    for name, want in wants.items():
        # a pale subject's paler companion is itself a white, though not the trim
        others = [lab for owner, lab in taken.items() if owner != name]
        free = able
        if name == "paler":
            free = light if character == "reference" else light & (pool.lrv >= subject.lrv + PALER_BY)
        place = _fill(name, want, pool, free, others, asked.locked.get(name), runners)
        if place:
            taken[name] = pool.lab[place.row]
            places.append(replace(place, share=shares[name]))
    dark = _dark(subject, pool, asked, shares, runners)
    return Scheme(character, (*places, *([trim] if trim else []), *([dark] if dark else [])))


def _fill(
    name: str, want: Wanted, pool: Pool, free: NDArray[np.bool_], taken: Sequence[Array], locked: int | None,
    runners: int,
) -> Place | None:  # fmt: skip
    """Return a place with the best colour that is free, or the locked one; None where the decks have none."""
    depth, turn, much, degrees = _parts(want, pool)
    weights = pool.method.palette.weights
    score = (weights[0] * depth + weights[1] * turn + weights[2] * much) / sum(weights)

    stacked = np.stack(taken)[:, None]

    def apart(rows: NDArray[np.intp]) -> NDArray[np.bool_]:
        return np.asarray(delta_e(stacked, pool.lab[rows][None]).min(axis=0) >= pool.method.palette.apart)

    # a colour that points elsewhere, or is far stronger or weaker, is taken only where the deck has none that fits
    points = degrees <= SAME_WAY
    strong = np.abs(pool.strength - want.strength) <= _slack(want.strength)
    rows: list[int] = []
    for fits in (points & strong, strong, points, np.ones_like(points)):
        rows = rows or _best(score, free & fits, apart, pool.keys, runners + 1)
    if locked is None and not rows:
        return None
    row = rows[0] if locked is None else locked
    return Place(
        name, row, 0.0, float(score[row]), (float(depth[row]), float(turn[row]), float(much[row])), float(degrees[row]),
        want.lrv, float(pool.lrv[row]), want.strength, float(pool.strength[row]), want.follows, locked is not None,
        tuple(chosen_row for chosen_row in rows if chosen_row != row)[:runners],
    )  # fmt: skip


def _trim(pool: Pool, asked: Asked, shares: Mapping[str, float], runners: int) -> Place | None:
    """Return the light trim: the best white, or the locked one."""
    if "trim" not in shares:
        return None
    known = dict(asked.trims)
    row = asked.locked.get("trim", asked.trims[0][0] if asked.trims else None)
    if row is None:
        return None
    score, lrv = known.get(row, 0.0), float(pool.lrv[row])
    rest = tuple(other for other, _ in asked.trims if other != row)[:runners]
    return Place(
        "trim", row, shares["trim"], score, (score, score, score), 0.0, lrv, lrv, locked="trim" in asked.locked,
        runners_up=rest,
    )  # fmt: skip


def _dark(subject: Reading, pool: Pool, asked: Asked, shares: Mapping[str, float], runners: int) -> Place | None:
    """Return the dark trim: the best related near-black, or the locked one."""
    if "dark" not in shares:
        return None
    allowed = np.arange(len(pool.lrv)) if asked.allowed is None else np.flatnonzero(asked.allowed)
    taken = {row for name, row in asked.locked.items() if name != "dark"}
    rows = allowed[~np.isin(allowed, list(taken))]
    keys = [pool.keys[row] for row in rows] if len(rows) < len(pool.keys) else list(pool.keys)
    picks = [
        (int(rows[dark.row]), dark.angle)
        for dark in darks(subject, pool.lab[rows], pool.lrv[rows], keys, pool.method, pool.neutral, most=runners + 1)
    ]
    row, angle = asked.locked.get("dark", picks[0][0] if picks else None), dict(picks)
    if row is None:
        return None
    away, lrv = angle.get(row, 180.0), float(pool.lrv[row])
    score = 1 - away / 180
    rest = tuple(other for other, _ in picks if other != row)[:runners]
    return Place(
        "dark", row, shares["dark"], score, (1.0, score, 1.0), away, lrv, lrv, locked="dark" in asked.locked,
        runners_up=rest,
    )  # fmt: skip


def _slack(wanted: float) -> float:
    return max(REACHES[0], REACHES[1] * wanted)


def _parts(want: Wanted, pool: Pool) -> tuple[Array, Array, Array, Array]:
    """Return how near colours come in depth, direction and strength, 0-1 each, and the angle in degrees, (n,)."""
    strength = pool.strength
    depth = np.clip(1 - np.abs(pool.lrv - want.lrv) / _FAR_DEPTH, 0, 1)
    much = np.clip(1 - np.abs(strength - want.strength) / max(_FAR_STRENGTH, want.strength), 0, 1)
    if not want.direction.any():  # what is carried on has no undertone: the quieter, the nearer
        return depth, much, much, np.zeros(len(strength))
    cos = np.clip((pool.undertone @ want.direction) / np.maximum(strength, 1e-9), -1, 1)
    # a colour without undertone points nowhere: it neither agrees nor disagrees
    turn = np.where(strength < 0.5, 0.7, (1 + cos) / 2) ** 4
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
        best = few[apart(few)]
        if len(best) >= count or len(few) == len(rows):
            return sorted(best.tolist(), key=lambda row: (-round(float(score[row]), 6), keys[row]))[:count]
        some = min(4 * some, len(rows))
    return []
