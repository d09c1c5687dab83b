"""Checks of what is stated of a colour: undertone, warmth, depth, comparisons, light, maker and code.

Each takes a statement and the evidence, and returns a conflict, or None where the figures are silent or agree.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from prism.choosing.axes import OPPOSITE, axis_vectors
from prism.comparison import compare
from prism.conflicts.conflict import Check, Conflict
from prism.conflicts.evidence import Evidence
from prism.conflicts.statements import Statement
from prism.difference import delta_e
from prism.reading import Reading
from prism.surety import Level

POSSIBLE, NEARLY_SURE = 0.1, 0.9
"""Probability below which a hue that is written of a colour is wrong, and from which one that is denied is."""
DARK_TO, LIGHT_FROM = 50.0, 40.0
"""LRV above which nobody calls a colour dark, and below which nobody calls it light."""
MID = (12.0, 70.0)
LRV_OFF, POINTS_OFF = 1.0, 1.5
"""LRV points by which a figure in a sentence may be rounded: of one colour, and of a pair."""
LEAST = 0.5
"""Lab units that a difference has the other way before a comparison is wrong."""
CHANGES = 2.5
"""ΔE00 between sample and wall from which nobody says that it looks the same."""
WARMS = 1.0
"""Lab units of warmth that make a colour look warm, or cool, in a light though it is neither on its board."""
KEPT = 0.9
"""Part of its undertone up to which a colour turns greyer in a light."""


def _lit(statement: Statement, evidence: Evidence) -> Sequence[Reading]:
    """Return what the walls read as in the light that is named; nothing where it is not known, or not of the walls."""
    if statement.about != evidence.subject:
        return ()
    return evidence.lit.get(statement.light, ())


def _share(reading: Reading, hue: str) -> float:
    return dict(reading.undertone.shares).get(hue, 0.0)


def _main(reading: Reading) -> str:
    """Return the likeliest undertone, `none` for none."""
    hue, _ = max(reading.undertone.shares, key=lambda match: match[1])
    return hue or "none"


def _undertone(statement: Statement, evidence: Evidence) -> Conflict | None:
    reading, lit = statement.about.reading, _lit(statement, evidence)
    if reading is None or (statement.light and not lit):
        return None
    if not statement.light:
        share = _share(reading, statement.word)
        wrong = share >= NEARLY_SURE if statement.denied else share < POSSIBLE
        return Conflict(statement, (_main(reading),)) if wrong else None
    eye = [seen.undertone for seen in evidence.seen_there if seen.light == statement.light and seen.undertone]
    if eye:
        wrong = statement.word in eye if statement.denied else statement.word not in eye
        return Conflict(statement, (eye[-1],), seen=True) if wrong else None
    shares = [_share(there, statement.word) for there in lit]
    wrong = min(shares) >= NEARLY_SURE if statement.denied else max(shares) < POSSIBLE
    return Conflict(statement, (_main(lit[0]),)) if wrong else None


def _no_undertone(statement: Statement, evidence: Evidence) -> Conflict | None:
    if statement.denied:
        return None
    readings = (
        _lit(statement, evidence) if statement.light else [statement.about.reading] if statement.about.reading else []
    )
    wrong = bool(readings) and all(reading.undertone.none is Level.NONE and _share(reading, "") < POSSIBLE
                                   for reading in readings)  # fmt: skip
    return Conflict(statement, (_main(readings[0]),)) if wrong else None


def _temperature(statement: Statement, evidence: Evidence) -> Conflict | None:
    own, lit = statement.about.reading, _lit(statement, evidence)
    if own is None or (statement.light and not lit):
        return None
    sign = 1.0 if statement.word == "warm" else -1.0
    if not statement.light:
        temperature = own.temperature
        if temperature.temperate or temperature.side_level is Level.NONE:
            return None
        wrong = (temperature.side == statement.word) == statement.denied
        return Conflict(statement, (temperature.side,)) if wrong else None
    eye = [
        sign * seen.warmth for seen in evidence.seen_there if seen.light == statement.light and seen.warmth is not None
    ]
    shifts = [sign * (there.temperature.value - own.temperature.value) for there in lit]
    looks = [
        there.temperature.side == statement.word or shift >= WARMS for there, shift in zip(lit, shifts, strict=True)
    ]
    other = "cool" if statement.word == "warm" else "warm"
    if statement.changes:
        if eye:
            wrong = max(eye) > 0 if statement.denied else max(eye) < 0
            return Conflict(statement, (statement.word if statement.denied else other,), seen=True) if wrong else None
        wrong = min(shifts) >= WARMS if statement.denied else max(shifts) <= 0
        return Conflict(statement, (statement.word if statement.denied else other,)) if wrong else None
    wrong = all(looks) if statement.denied else not any(looks)
    return Conflict(statement, (statement.word if statement.denied else other,)) if wrong else None


def _depth(statement: Statement, evidence: Evidence) -> Conflict | None:
    own = statement.about.reading
    if own is None:
        return None
    if statement.light:
        lit = _lit(statement, evidence)
        if not lit or not statement.changes or statement.word == "mid":
            return None
        sign = 1 if statement.word == "light" else -1
        wrong = all(sign * (there.lrv - own.lrv) <= 0 for there in lit) and not statement.denied
        return Conflict(statement, ("darker" if sign > 0 else "lighter",)) if wrong else None
    fits = {"dark": own.lrv <= DARK_TO, "light": own.lrv >= LIGHT_FROM, "mid": MID[0] <= own.lrv <= MID[1]}[
        statement.word
    ]
    # what is denied is wrong only where nobody would deny it
    plain = {"dark": own.lrv <= MID[0], "light": own.lrv >= MID[1], "mid": False}[statement.word]
    wrong = plain if statement.denied else not fits
    return Conflict(statement, (own.depth, own.lrv)) if wrong else None


def _lrv(statement: Statement, evidence: Evidence) -> Conflict | None:
    own = statement.about.reading
    if own is None or statement.number is None or abs(statement.number - own.lrv) <= LRV_OFF:
        return None
    return Conflict(statement, (own.lrv,))


def _projection(statement: Statement, first: Reading, second: Reading, evidence: Evidence) -> float | None:
    """Return by how much the first lies from the second along a direction, Lab units; None for no such direction."""
    vectors = axis_vectors(second.undertone.vector, evidence.method)
    if statement.word in ("greyer", "clearer"):
        more = first.undertone.strength - second.undertone.strength
        return more if statement.word == "clearer" else -more
    axis = vectors.get(statement.word)
    if axis is None:
        return None
    shift = np.subtract(first.undertone.vector, second.undertone.vector)
    return float(np.dot(axis, [first.lab[0] - second.lab[0], *shift]))


def _comparison(statement: Statement, evidence: Evidence) -> Conflict | None:
    first, second = statement.about.reading, statement.other.reading if statement.other else None
    if statement.other == statement.about:  # its own sample: on the wall, in a light
        lit = _lit(statement, evidence)
        along = [_projection(statement, there, first, evidence) for there in lit if first]
        known = [value for value in along if value is not None]
        wrong = bool(known) and (min(known) > LEAST if statement.denied else max(known) < -LEAST)
        return Conflict(statement, (OPPOSITE.get(statement.word, ""),)) if wrong else None
    if first is None or second is None or statement.other is None:
        return None
    eye = [d for seen in evidence.seen_beside if seen.name == statement.other.name for d in seen.differences]
    against = OPPOSITE.get(statement.word, "")
    if statement.about == evidence.subject and eye:
        if statement.word in eye and not statement.denied:
            return None
        if against in eye and not statement.denied:
            return Conflict(statement, (against,), seen=True)
    value = _projection(statement, first, second, evidence)
    if value is None:
        return None
    finding = compare(first, second, evidence.method)
    wrong = statement.word in finding.directions if statement.denied else value < -LEAST
    return Conflict(statement, (statement.word if statement.denied else against,)) if wrong else None


def _points(statement: Statement, evidence: Evidence) -> Conflict | None:
    first, second = statement.about.reading, statement.other.reading if statement.other else None
    if first is None or second is None or statement.number is None or statement.word not in ("lighter", "darker"):
        return None
    apart = (first.lrv - second.lrv) * (1 if statement.word == "lighter" else -1)
    return Conflict(statement, (first.lrv - second.lrv,)) if abs(apart - statement.number) > POINTS_OFF else None


def _alike(statement: Statement, evidence: Evidence) -> Conflict | None:
    first, second = statement.about.reading, statement.other.reading if statement.other else None
    if first is None or second is None or statement.other == statement.about:
        return None
    away = float(delta_e(first.lab, second.lab))
    told = statement.kind == "apart"
    wrong = away < evidence.method.just_seen if told else away >= 2 * evidence.method.just_seen
    return Conflict(statement, (away,)) if wrong and not statement.denied else None


def _unchanged(statement: Statement, evidence: Evidence) -> Conflict | None:
    own = statement.about.reading
    # "does not change" carries its negation in itself
    if own is None or statement.about != evidence.subject:
        return None
    lights = [statement.light] if statement.light else list(evidence.lit)
    away = [(float(delta_e(there.lab, own.lab)), light) for light in lights for there in evidence.lit.get(light, ())]
    if not away or max(away)[0] < CHANGES:
        return None
    return Conflict(statement, (max(away)[1],))


def _turns_grey(statement: Statement, evidence: Evidence) -> Conflict | None:
    own, lit = statement.about.reading, _lit(statement, evidence)
    if own is None or not lit or statement.denied:
        return None
    left = min(there.undertone.strength for there in lit) / max(own.undertone.strength, 1e-9)
    if left <= KEPT or any(there.undertone.none is not Level.NONE for there in lit):
        return None
    return Conflict(statement, (_main(lit[0]),))


def _maker(statement: Statement, evidence: Evidence) -> Conflict | None:
    named = statement.other.name if statement.other else ""
    return (
        Conflict(statement, (statement.about.maker,))
        if statement.about.maker and named != statement.about.maker
        else None
    )


def _code(statement: Statement, evidence: Evidence) -> Conflict | None:
    own, named = statement.about.code, statement.other
    if not own or named is None or named.name == own:
        return None
    return Conflict(statement, (own,))


CHECKS: dict[str, Check] = {
    "undertone": _undertone, "no_undertone": _no_undertone, "temperature": _temperature, "depth": _depth, "lrv": _lrv,
    "comparison": _comparison, "points": _points, "alike": _alike, "apart": _alike, "maker": _maker, "code": _code,
    "unchanged": _unchanged, "turns_grey": _turns_grey,
}  # fmt: skip
"""What each kind of statement is held against."""
