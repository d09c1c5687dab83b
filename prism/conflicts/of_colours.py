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


def _lit(one: Statement, evidence: Evidence) -> Sequence[Reading]:
    """Return what the walls read as in the light that is named; nothing where it is not known, or not of the walls."""
    if one.about != evidence.subject:
        return ()
    return evidence.lit.get(one.light, ())


def _share(reading: Reading, hue: str) -> float:
    return dict(reading.undertone.shares).get(hue, 0.0)


def _main(reading: Reading) -> str:
    """Return the likeliest undertone, `none` for none."""
    hue, _ = max(reading.undertone.shares, key=lambda match: match[1])
    return hue or "none"


def _undertone(one: Statement, evidence: Evidence) -> Conflict | None:
    reading, lit = one.about.reading, _lit(one, evidence)
    if reading is None or (one.light and not lit):
        return None
    if not one.light:
        share = _share(reading, one.word)
        wrong = share >= NEARLY_SURE if one.denied else share < POSSIBLE
        return Conflict(one, (_main(reading),)) if wrong else None
    eye = [seen.undertone for seen in evidence.seen_there if seen.light == one.light and seen.undertone]
    if eye:
        wrong = one.word in eye if one.denied else one.word not in eye
        return Conflict(one, (eye[-1],), seen=True) if wrong else None
    shares = [_share(there, one.word) for there in lit]
    wrong = min(shares) >= NEARLY_SURE if one.denied else max(shares) < POSSIBLE
    return Conflict(one, (_main(lit[0]),)) if wrong else None


def _no_undertone(one: Statement, evidence: Evidence) -> Conflict | None:
    if one.denied:
        return None
    readings = _lit(one, evidence) if one.light else [one.about.reading] if one.about.reading else []
    wrong = bool(readings) and all(reading.undertone.none is Level.NONE and _share(reading, "") < POSSIBLE
                                   for reading in readings)  # fmt: skip
    return Conflict(one, (_main(readings[0]),)) if wrong else None


def _temperature(one: Statement, evidence: Evidence) -> Conflict | None:
    own, lit = one.about.reading, _lit(one, evidence)
    if own is None or (one.light and not lit):
        return None
    sign = 1.0 if one.word == "warm" else -1.0
    if not one.light:
        temperature = own.temperature
        if temperature.temperate or temperature.side_level is Level.NONE:
            return None
        wrong = (temperature.side == one.word) == one.denied
        return Conflict(one, (temperature.side,)) if wrong else None
    eye = [sign * seen.warmth for seen in evidence.seen_there if seen.light == one.light and seen.warmth is not None]
    shifts = [sign * (there.temperature.value - own.temperature.value) for there in lit]
    looks = [there.temperature.side == one.word or shift >= WARMS for there, shift in zip(lit, shifts, strict=True)]
    other = "cool" if one.word == "warm" else "warm"
    if one.changes:
        if eye:
            wrong = max(eye) > 0 if one.denied else max(eye) < 0
            return Conflict(one, (one.word if one.denied else other,), seen=True) if wrong else None
        wrong = min(shifts) >= WARMS if one.denied else max(shifts) <= 0
        return Conflict(one, (one.word if one.denied else other,)) if wrong else None
    wrong = all(looks) if one.denied else not any(looks)
    return Conflict(one, (one.word if one.denied else other,)) if wrong else None


def _depth(one: Statement, evidence: Evidence) -> Conflict | None:
    own = one.about.reading
    if own is None:
        return None
    if one.light:
        lit = _lit(one, evidence)
        if not lit or not one.changes or one.word == "mid":
            return None
        sign = 1 if one.word == "light" else -1
        wrong = all(sign * (there.lrv - own.lrv) <= 0 for there in lit) and not one.denied
        return Conflict(one, ("darker" if sign > 0 else "lighter",)) if wrong else None
    fits = {"dark": own.lrv <= DARK_TO, "light": own.lrv >= LIGHT_FROM, "mid": MID[0] <= own.lrv <= MID[1]}[one.word]
    # what is denied is wrong only where nobody would deny it
    plain = {"dark": own.lrv <= MID[0], "light": own.lrv >= MID[1], "mid": False}[one.word]
    wrong = plain if one.denied else not fits
    return Conflict(one, (own.depth, own.lrv)) if wrong else None


def _lrv(one: Statement, evidence: Evidence) -> Conflict | None:
    own = one.about.reading
    if own is None or one.number is None or abs(one.number - own.lrv) <= LRV_OFF:
        return None
    return Conflict(one, (own.lrv,))


def _projection(one: Statement, first: Reading, second: Reading, evidence: Evidence) -> float | None:
    """Return by how much the first lies from the second along a direction, Lab units; None for no such direction."""
    vectors = axis_vectors(second.undertone.vector, evidence.method)
    if one.word in ("greyer", "clearer"):
        more = first.undertone.strength - second.undertone.strength
        return more if one.word == "clearer" else -more
    axis = vectors.get(one.word)
    if axis is None:
        return None
    shift = np.subtract(first.undertone.vector, second.undertone.vector)
    return float(np.dot(axis, [first.lab[0] - second.lab[0], *shift]))


def _comparison(one: Statement, evidence: Evidence) -> Conflict | None:
    first, second = one.about.reading, one.other.reading if one.other else None
    if one.other == one.about:  # its own sample: on the wall, in a light
        lit = _lit(one, evidence)
        along = [_projection(one, there, first, evidence) for there in lit if first]
        known = [value for value in along if value is not None]
        wrong = bool(known) and (min(known) > LEAST if one.denied else max(known) < -LEAST)
        return Conflict(one, (OPPOSITE.get(one.word, ""),)) if wrong else None
    if first is None or second is None or one.other is None:
        return None
    eye = [d for seen in evidence.seen_beside if seen.name == one.other.name for d in seen.differences]
    against = OPPOSITE.get(one.word, "")
    if one.about == evidence.subject and eye:
        if one.word in eye and not one.denied:
            return None
        if against in eye and not one.denied:
            return Conflict(one, (against,), seen=True)
    value = _projection(one, first, second, evidence)
    if value is None:
        return None
    finding = compare(first, second, evidence.method)
    wrong = one.word in finding.directions if one.denied else value < -LEAST
    return Conflict(one, (one.word if one.denied else against,)) if wrong else None


def _points(one: Statement, evidence: Evidence) -> Conflict | None:
    first, second = one.about.reading, one.other.reading if one.other else None
    if first is None or second is None or one.number is None or one.word not in ("lighter", "darker"):
        return None
    apart = (first.lrv - second.lrv) * (1 if one.word == "lighter" else -1)
    return Conflict(one, (first.lrv - second.lrv,)) if abs(apart - one.number) > POINTS_OFF else None


def _alike(one: Statement, evidence: Evidence) -> Conflict | None:
    first, second = one.about.reading, one.other.reading if one.other else None
    if first is None or second is None or one.other == one.about:
        return None
    away = float(delta_e(first.lab, second.lab))
    told = one.kind == "apart"
    wrong = away < evidence.method.just_seen if told else away >= 2 * evidence.method.just_seen
    return Conflict(one, (away,)) if wrong and not one.denied else None


def _unchanged(one: Statement, evidence: Evidence) -> Conflict | None:
    own = one.about.reading
    # "does not change" carries its negation in itself
    if own is None or one.about != evidence.subject:
        return None
    lights = [one.light] if one.light else list(evidence.lit)
    away = [(float(delta_e(there.lab, own.lab)), light) for light in lights for there in evidence.lit.get(light, ())]
    if not away or max(away)[0] < CHANGES:
        return None
    return Conflict(one, (max(away)[1],))


def _turns_grey(one: Statement, evidence: Evidence) -> Conflict | None:
    own, lit = one.about.reading, _lit(one, evidence)
    if own is None or not lit or one.denied:
        return None
    left = min(there.undertone.strength for there in lit) / max(own.undertone.strength, 1e-9)
    if left <= KEPT or any(there.undertone.none is not Level.NONE for there in lit):
        return None
    return Conflict(one, (_main(lit[0]),))


def _maker(one: Statement, evidence: Evidence) -> Conflict | None:
    named = one.other.name if one.other else ""
    return Conflict(one, (one.about.maker,)) if one.about.maker and named != one.about.maker else None


def _code(one: Statement, evidence: Evidence) -> Conflict | None:
    own, named = one.about.code, one.other
    if not own or named is None or named.name == own:
        return None
    return Conflict(one, (own,))


CHECKS: dict[str, Check] = {
    "undertone": _undertone, "no_undertone": _no_undertone, "temperature": _temperature, "depth": _depth, "lrv": _lrv,
    "comparison": _comparison, "points": _points, "alike": _alike, "apart": _alike, "maker": _maker, "code": _code,
    "unchanged": _unchanged, "turns_grey": _turns_grey,
}  # fmt: skip
"""What each kind of statement is held against."""
