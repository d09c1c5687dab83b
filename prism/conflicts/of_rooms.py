"""Checks of what is stated of a room and what is planned in it: what stays, uses, paint, windows, lamps, looks, dates.

Each takes a statement and the evidence, and returns a conflict, or None where the figures are silent or agree.
"""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from prism.conflicts.conflict import Check, Conflict
from prism.conflicts.evidence import Evidence, PartPlan
from prism.conflicts.statements import Statement
from prism.light.room import COMPASS
from prism.light.together import Terms

LAMPS_OFF, DEGREES_OFF = 200.0, 50.0
"""Kelvin and degrees by which a lamp or a window may be named otherwise than it is."""
SHORT, MUCH = 0.9, 2.0
"""Parts of the paint that is needed below which there is too little, and of what is bought above which too much."""
AREA_OFF = 0.1


def _fits(one: Statement, evidence: Evidence) -> Conflict | None:
    if one.other is None or one.about != evidence.subject or one.other.name not in evidence.terms:
        return None
    by_day, late = evidence.terms[one.other.name]
    readings = [late] if one.light == "lamps" else [by_day] if one.light == "day" else [by_day, late]
    known = [terms for terms in readings if terms is not None]
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
    verdict = evidence.suits[one.word]
    wrong = verdict == 0 if says else verdict == 2
    return Conflict(one, (one.word, verdict)) if wrong else None


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
    wanted = COMPASS[one.word]
    off = min(abs((facing - wanted + 180) % 360 - 180) for facing in evidence.facings)
    return Conflict(one, tuple(_named(facing) for facing in evidence.facings)) if off > DEGREES_OFF else None


def _named(degrees: float) -> str:
    return min(COMPASS, key=lambda name: abs((degrees - COMPASS[name] + 180) % 360 - 180))


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
    has_looked = wanted in evidence.looked if wanted else bool(evidence.looked)
    return None if has_looked else Conflict(one, (wanted,))


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
    nearest = min(dates, key=lambda weekday: abs(weekday - evidence.today))
    return Conflict(one, (nearest.isoformat(), float(nearest.weekday()))) if nearest.weekday() != one.number else None


CHECKS: dict[str, Check] = {
    "fits": _fits, "clashes": _fits, "suits": _suits, "suits_not": _suits, "painted": _painted, "sheen": _sheen,
    "facing": _facing, "sun": _sun, "kelvin": _kelvin, "litres": _litres, "coats": _coats, "area": _area,
    "decided": _decided, "undecided": _decided, "looked": _looked, "weekday": _weekday,
}  # fmt: skip
"""What each kind of statement is held against."""
