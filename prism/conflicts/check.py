"""Statements held against figures: what each would have to be true of, and what was found instead.

A statement conflicts only where the figures speak against it; where they are silent, nothing is said. What an eye saw
on the wall goes before what was computed.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from prism.choosing.axes import OPPOSITE, axis_vectors
from prism.comparison import compare
from prism.conflicts.evidence import Evidence, PartPlan
from prism.conflicts.statements import Statement, statements
from prism.difference import delta_e
from prism.language import DEFAULT
from prism.light.together import Terms
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
LAMPS_OFF, DEGREES_OFF = 200.0, 50.0
"""Kelvin and degrees by which a lamp or a window may be named otherwise than it is."""
SHORT, MUCH = 0.9, 2.0
"""Parts of the paint that is needed below which there is too little, and of what is bought above which too much."""
AREA_OFF = 0.1
_COMPASS = {"north": 0, "north-east": 45, "east": 90, "south-east": 135, "south": 180, "south-west": 225, "west": 270,
            "north-west": 315}  # fmt: skip


@dataclass(frozen=True)
class Conflict:
    """A statement that figures speak against: its kind, what is known instead, and how: `seen` by an eye, or by the
    figures. `found` are words or figures that `prism.words.conflicts` puts into a sentence."""

    statement: Statement
    found: tuple[str | float, ...] = ()
    seen: bool = False

    @property
    def kind(self) -> str:
        return self.statement.kind


def conflicts(text: str, evidence: Evidence, language: str = DEFAULT) -> list[Conflict]:
    """Return what in a text the evidence speaks against, in its order; each once."""
    found: dict[tuple[str, str, str], Conflict] = {}
    for statement in statements(text, evidence.things, language):
        conflict = CHECKS[statement.kind](statement, evidence)
        if conflict:
            found.setdefault((statement.quote, statement.kind, statement.light), conflict)
    return list(found.values())


Check = Callable[[Statement, Evidence], Conflict | None]


def _lit(one: Statement, evidence: Evidence) -> Sequence[Reading]:
    """Return what the walls read as in the light that is named; nothing where it is not known, or not of the walls."""
    if one.about != evidence.subject:
        return ()
    return evidence.lit.get(one.light, ())


def _share(reading: Reading, hue: str) -> float:
    return dict(reading.undertone.shares).get(hue, 0.0)


def _main(reading: Reading) -> str:
    """Return the likeliest undertone, `none` for none."""
    hue, _ = max(reading.undertone.shares, key=lambda one: one[1])
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


def _fits(one: Statement, evidence: Evidence) -> Conflict | None:
    if one.other is None or one.about != evidence.subject or one.other.name not in evidence.terms:
        return None
    by_day, late = evidence.terms[one.other.name]
    held = [late] if one.light == "lamps" else [by_day] if one.light == "day" else [by_day, late]
    known = [terms for terms in held if terms is not None]
    says_fits = (one.kind == "fits") != one.denied
    if says_fits:
        wrong = Terms.CLASH in known
    else:
        wrong = bool(known) and not any(terms in (Terms.CLASH, Terms.DIFFER) for terms in known)
    return Conflict(one, (Terms.CLASH if says_fits else Terms.AGREE,)) if wrong else None


def _suits(one: Statement, evidence: Evidence) -> Conflict | None:
    if one.about != evidence.subject or one.word not in evidence.suits:
        return None
    says = (one.kind == "suits") != one.denied
    found = evidence.suits[one.word]
    wrong = found == 0 if says else found == 2
    return Conflict(one, (one.word, found)) if wrong else None


def _painted(one: Statement, evidence: Evidence) -> Conflict | None:
    plan = evidence.parts.get(one.word)
    if plan is None or one.denied or plan.colour == one.about.name:
        return None
    return Conflict(one, (one.word, plan.colour))


def _plan(one: Statement, evidence: Evidence) -> PartPlan | None:
    return evidence.parts.get(one.part or "walls")


def _sheen(one: Statement, evidence: Evidence) -> Conflict | None:
    plan = _plan(one, evidence)
    if plan is None or not plan.sheen or one.denied or plan.sheen == one.word:
        return None
    return Conflict(one, (one.part or "walls", plan.sheen))


def _facing(one: Statement, evidence: Evidence) -> Conflict | None:
    if not evidence.facings or one.denied:
        return None
    wanted = _COMPASS[one.word]
    off = min(abs((facing - wanted + 180) % 360 - 180) for facing in evidence.facings)
    return Conflict(one, tuple(_named(facing) for facing in evidence.facings)) if off > DEGREES_OFF else None


def _named(degrees: float) -> str:
    return min(_COMPASS, key=lambda name: abs((degrees - _COMPASS[name] + 180) % 360 - 180))


def _sun(one: Statement, evidence: Evidence) -> Conflict | None:
    if evidence.sunny is None or (one.word in evidence.sunny) != one.denied:
        return None
    return Conflict(one, (one.word, *sorted(evidence.sunny)))


def _kelvin(one: Statement, evidence: Evidence) -> Conflict | None:
    if not evidence.kelvins or one.number is None or one.denied:
        return None
    if min(abs(one.number - kelvin) for kelvin in evidence.kelvins) <= LAMPS_OFF:
        return None
    return Conflict(one, tuple(sorted(set(evidence.kelvins))))


def _litres(one: Statement, evidence: Evidence) -> Conflict | None:
    plan = _plan(one, evidence)
    if plan is None or plan.litres is None or one.number is None:
        return None
    most = MUCH * max(plan.bought or 0.0, plan.litres)
    if SHORT * plan.litres <= one.number <= most:
        return None
    return Conflict(one, (one.part or "walls", plan.litres))


def _coats(one: Statement, evidence: Evidence) -> Conflict | None:
    if evidence.coats is None or one.number == evidence.coats or one.denied:
        return None
    return Conflict(one, (evidence.coats,))


def _area(one: Statement, evidence: Evidence) -> Conflict | None:
    plans = [evidence.parts.get(one.part)] if one.part else list(evidence.parts.values())
    known = [plan.area for plan in plans if plan is not None and plan.area]
    if not known or one.number is None or any(abs(one.number - area) <= AREA_OFF * area for area in known):
        return None
    return Conflict(one, (one.part or "walls", known[0]))


def _maker(one: Statement, evidence: Evidence) -> Conflict | None:
    named = one.other.name if one.other else ""
    return Conflict(one, (one.about.maker,)) if one.about.maker and named != one.about.maker else None


def _code(one: Statement, evidence: Evidence) -> Conflict | None:
    own, named = one.about.code, one.other
    if not own or named is None or named.name == own:
        return None
    return Conflict(one, (own,))


def _decided(one: Statement, evidence: Evidence) -> Conflict | None:
    says = (one.kind == "decided") != (one.denied and one.kind == "decided")
    if not says:
        return Conflict(one, (evidence.decided,)) if evidence.decided else None
    if one.about.kind != "colour" or evidence.decided == one.about.name:
        return None
    return Conflict(one, (evidence.decided,))


def _looked(one: Statement, evidence: Evidence) -> Conflict | None:
    if one.denied or one.about != evidence.subject:
        return None
    wanted = "lamps" if one.light == "lamps" else ""
    found = wanted in evidence.looked if wanted else bool(evidence.looked)
    return None if found else Conflict(one, (wanted,))


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


def _weekday(one: Statement, evidence: Evidence) -> Conflict | None:
    year, month, day = (int(part) for part in one.word.split("-"))
    years: Iterable[int] = [year] if year else range(evidence.today.year - 1, evidence.today.year + 2)
    dates = []
    for each in years:
        try:
            dates.append(date(each, month, day))
        except ValueError:
            continue
    if not dates:
        return Conflict(one, ("", ""))
    nearest = min(dates, key=lambda one: abs(one - evidence.today))
    return Conflict(one, (nearest.isoformat(), float(nearest.weekday()))) if nearest.weekday() != one.number else None


CHECKS: dict[str, Check] = {
    "undertone": _undertone, "no_undertone": _no_undertone, "temperature": _temperature, "depth": _depth, "lrv": _lrv,
    "comparison": _comparison, "points": _points, "alike": _alike, "apart": _alike, "fits": _fits, "clashes": _fits,
    "suits": _suits, "suits_not": _suits, "painted": _painted, "sheen": _sheen, "facing": _facing, "sun": _sun,
    "kelvin": _kelvin, "litres": _litres, "coats": _coats, "area": _area, "maker": _maker, "code": _code,
    "decided": _decided, "undecided": _decided, "looked": _looked, "unchanged": _unchanged,
    "turns_grey": _turns_grey, "weekday": _weekday,
}  # fmt: skip
"""What each kind of statement is held against."""
