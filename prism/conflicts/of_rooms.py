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


def _fits(statement: Statement, evidence: Evidence) -> Conflict | None:
    if statement.other is None or statement.about != evidence.subject or statement.other.name not in evidence.terms:
        return None
    by_day, late = evidence.terms[statement.other.name]
    readings = [late] if statement.light == "lamps" else [by_day] if statement.light == "day" else [by_day, late]
    known = [terms for terms in readings if terms is not None]
    says_fits = (statement.kind == "fits") != statement.denied
    if says_fits:
        wrong = Terms.CLASH in known
    else:
        wrong = bool(known) and not any(terms in (Terms.CLASH, Terms.DIFFER) for terms in known)
    return Conflict(statement, (Terms.CLASH if says_fits else Terms.AGREE,)) if wrong else None


def _suits(statement: Statement, evidence: Evidence) -> Conflict | None:
    if statement.about != evidence.subject or statement.word not in evidence.suits:
        return None
    says = (statement.kind == "suits") != statement.denied
    verdict = evidence.suits[statement.word]
    wrong = verdict == 0 if says else verdict == 2
    return Conflict(statement, (statement.word, verdict)) if wrong else None


def _painted(statement: Statement, evidence: Evidence) -> Conflict | None:
    plan = evidence.parts.get(statement.word)
    if plan is None or statement.denied or plan.colour == statement.about.name:
        return None
    return Conflict(statement, (statement.word, plan.colour))


def _plan(statement: Statement, evidence: Evidence) -> PartPlan | None:
    return evidence.parts.get(statement.part or "walls")


def _sheen(statement: Statement, evidence: Evidence) -> Conflict | None:
    plan = _plan(statement, evidence)
    if plan is None or not plan.sheen or statement.denied or plan.sheen == statement.word:
        return None
    return Conflict(statement, (statement.part or "walls", plan.sheen))


def _facing(statement: Statement, evidence: Evidence) -> Conflict | None:
    if not evidence.facings or statement.denied:
        return None
    wanted = COMPASS[statement.word]
    off = min(abs((facing - wanted + 180) % 360 - 180) for facing in evidence.facings)
    return Conflict(statement, tuple(_named(facing) for facing in evidence.facings)) if off > DEGREES_OFF else None


def _named(degrees: float) -> str:
    return min(COMPASS, key=lambda name: abs((degrees - COMPASS[name] + 180) % 360 - 180))


def _sun(statement: Statement, evidence: Evidence) -> Conflict | None:
    if evidence.sunny is None or (statement.word in evidence.sunny) != statement.denied:
        return None
    return Conflict(statement, (statement.word, *sorted(evidence.sunny)))


def _kelvin(statement: Statement, evidence: Evidence) -> Conflict | None:
    if not evidence.kelvins or statement.number is None or statement.denied:
        return None
    if min(abs(statement.number - kelvin) for kelvin in evidence.kelvins) <= LAMPS_OFF:
        return None
    return Conflict(statement, tuple(sorted(set(evidence.kelvins))))


def _litres(statement: Statement, evidence: Evidence) -> Conflict | None:
    plan = _plan(statement, evidence)
    if plan is None or plan.litres is None or statement.number is None:
        return None
    most = MUCH * max(plan.bought or 0.0, plan.litres)
    if SHORT * plan.litres <= statement.number <= most:
        return None
    return Conflict(statement, (statement.part or "walls", plan.litres))


def _coats(statement: Statement, evidence: Evidence) -> Conflict | None:
    if evidence.coats is None or statement.number == evidence.coats or statement.denied:
        return None
    return Conflict(statement, (evidence.coats,))


def _area(statement: Statement, evidence: Evidence) -> Conflict | None:
    plans = [evidence.parts.get(statement.part)] if statement.part else list(evidence.parts.values())
    known = [plan.area for plan in plans if plan is not None and plan.area]
    if not known or statement.number is None or any(abs(statement.number - area) <= AREA_OFF * area for area in known):
        return None
    return Conflict(statement, (statement.part or "walls", known[0]))


def _decided(statement: Statement, evidence: Evidence) -> Conflict | None:
    says = (statement.kind == "decided") != (statement.denied and statement.kind == "decided")
    if not says:
        return Conflict(statement, (evidence.decided,)) if evidence.decided else None
    if statement.about.kind != "colour" or evidence.decided == statement.about.name:
        return None
    return Conflict(statement, (evidence.decided,))


def _looked(statement: Statement, evidence: Evidence) -> Conflict | None:
    if statement.denied or statement.about != evidence.subject:
        return None
    wanted = "lamps" if statement.light == "lamps" else ""
    has_looked = wanted in evidence.looked if wanted else bool(evidence.looked)
    return None if has_looked else Conflict(statement, (wanted,))


def _weekday(statement: Statement, evidence: Evidence) -> Conflict | None:
    year, month, day = (int(part) for part in statement.word.split("-"))
    years: Iterable[int] = [year] if year else range(evidence.today.year - 1, evidence.today.year + 2)
    dates = []
    for each in years:
        try:
            dates.append(date(each, month, day))
        except ValueError:
            continue
    if not dates:
        return Conflict(statement, ("", ""))
    nearest = min(dates, key=lambda weekday: abs(weekday - evidence.today))
    return (
        Conflict(statement, (nearest.isoformat(), float(nearest.weekday())))
        if nearest.weekday() != statement.number
        else None
    )


CHECKS: dict[str, Check] = {
    "fits": _fits, "clashes": _fits, "suits": _suits, "suits_not": _suits, "painted": _painted, "sheen": _sheen,
    "facing": _facing, "sun": _sun, "kelvin": _kelvin, "litres": _litres, "coats": _coats, "area": _area,
    "decided": _decided, "undecided": _decided, "looked": _looked, "weekday": _weekday,
}  # fmt: skip
"""What each kind of statement is held against."""
