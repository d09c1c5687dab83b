"""Sentences for where what somebody wrote and the figures disagree."""

from __future__ import annotations

from datetime import date
from typing import TYPE_CHECKING

from prism.light.together import Terms
from prism.messages.habits import day
from prism.messages.text import capital, count, listed, number, numeral, with_article
from prism.words.consultation import PAINTED
from prism.words.pairs import direction
from prism.words.readings import hue
from prism.words.sizes import area_text, regional, volume_text

if TYPE_CHECKING:
    from prism.conflicts import Conflict

IN_LIGHT = {
    "lamps": "under the lamps", "morning": "in the morning", "midday": "at noon", "afternoon": "in the afternoon",
    "overcast": "on an overcast day", "clear": "on a clear day", "day": "by day",
}  # fmt: skip
_WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
HOW_TO_SETTLE = "Change the sentence, or measure and look again if you trust it more than the figures."


def conflicts_head(many: int) -> str:
    return f"Before you send it: {conflicts_count(many)}." if many else ""


def conflicts_count(many: int) -> str:
    """Say how many sentences the figures speak against; nothing for none."""
    return f"{count(many, 'sentence')} {'speaks' if many == 1 else 'speak'} against the figures" if many else ""


def conflict(conflict: Conflict) -> str:
    """Say what is known instead of what a sentence states."""
    return capital(_said(conflict))


def _said(conflict: Conflict) -> str:
    one, name, values = conflict.statement, conflict.statement.about.name, conflict.found
    lrv = one.about.reading.lrv if one.about.reading else 50.0
    there = f" {IN_LIGHT[one.light]}" if one.light else ""
    how = "Seen on the wall" if conflict.seen else "Predicted" if one.light else ""
    first = values[0] if values else ""
    match conflict.kind:
        case "undertone" | "no_undertone" | "turns_grey":
            shown = "no undertone" if first == "none" else f"{with_article(hue(str(first), lrv))} undertone"
            return f"{how}: {shown}{there}." if how else f"{name} has {shown}."
        case "temperature":
            if one.changes or one.light:
                verb = "does not turn" if one.denied is False and one.changes else "looks"
                shown = one.word if verb == "does not turn" else str(first)
                return f"{how}: {name} {verb} {shown}{there}."
            return f"{name} is {first}."
        case "depth":
            if one.light:
                return f"{how}: {name} looks {first}{there} than its sample."
            return f"{name} is {first}, LRV {number(float(values[1]), 0)}."
        case "lrv":
            return f"{name} has LRV {number(float(first))}."
        case "comparison":
            seen = f"Seen on the wall: {name}" if conflict.seen else name
            if one.other is None or one.other == one.about:
                return f"{how}: {name} does not look {direction(one.word, lrv)}{there}."
            way = f"{direction(str(first), lrv)}" if first else f"not {direction(one.word, lrv)}"
            return f"{seen} is {way} beside {one.other.name}."
        case "points":
            points = float(first)
            other = one.other.name if one.other else ""
            way = "lighter" if points >= 0 else "darker"
            return f"{name} is {number(abs(points))} LRV points {way} than {other}."
        case "alike" | "apart":
            other = one.other.name if one.other else ""
            way = "differ visibly" if conflict.kind == "alike" else "show no visible difference"
            return f"{name} and {other} {way}."
        case "fits" | "clashes":
            other = one.other.name if one.other else ""
            way = "clashes with" if first == Terms.CLASH else "does not clash with"
            return f"by its figures {name} {way} the {other}."
        case "suits" | "suits_not":
            way = "does not suit" if values[1] == 0 else "suits"
            return f"by its figures {name} {way} this use: {first}."
        case "painted":
            return f"planned for the {PAINTED[str(first)]} is {values[1]}."
        case "sheen":
            return f"planned for the {PAINTED[str(first)]} is {regional(str(values[1]))}."
        case "facing":
            return f"the windows face {listed([str(value) for value in values])}."
        case "sun":
            times = [f"in the {value}" if value != "midday" else "at midday" for value in values[1:]]
            when = listed([str(time) for time in times]) if times else "at no time of the year"
            return f"sun falls into this room {when}."
        case "kelvin":
            return f"the room’s lamps are {listed([f'{float(value):.0f} K' for value in values])}."
        case "litres":
            verb = "takes" if first in ("ceiling", "trim") else "take"
            return f"the {PAINTED[str(first)]} {verb} {volume_text(float(values[1]))}."
        case "coats":
            coats = int(float(first))
            return f"the amounts are for {numeral(coats)} {'coat' if coats == 1 else 'coats'}."
        case "area":
            return f"for the {PAINTED[str(first)]} {area_text(float(values[1]))} are planned."
        case "maker":
            return f"{name} is by {first}."
        case "code":
            return f"the code of {name} is {first}."
        case "decided":
            return f"{first} is decided." if first else "no colour is decided yet."
        case "undecided":
            return f"{first} is decided."
        case "looked":
            return f"nobody has looked at a sample {IN_LIGHT['lamps'] if first else 'on the wall'} yet."
        case "unchanged":
            return f"Predicted: it differs visibly from its sample {IN_LIGHT[str(first)]}."
        case "weekday":
            if not first:
                return "there is no such date."
            written = date.fromisoformat(str(first))
            return f"{day(written)} is a {_WEEKDAYS[written.weekday()]}."
    return ""
