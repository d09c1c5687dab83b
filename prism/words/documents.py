"""Sentences of the document that a client is given."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, count, listed, lower_first, whole, with_article
from prism.words.readings import headline, hue
from prism.words.strengths import strength_said_as

if TYPE_CHECKING:
    from prism.reading import Reading

DOCUMENT_TITLES = {
    "verdict": "Our recommendation",
    "colours": "The colours",
    "next": "Before you order",
    "look": "How it will look",
    "others": "Why not the others",
    "site": "The room as it is",
    "painter": "For your painter",
    "is": "What it is",
    "works": "Where to use it",
    "care": "Watch out for",
    "with": "Goes with",
    "comparisons": "Comparisons",
    "shortlist": "Also considered",
    "figures": "Figures",
    "place": "Alternatives",
    "light": "In the light of its room",
    "strengths": "At other strengths",
    "whites": "Whites, trim and sheen",
    "scheme": "The palette",
    "use": "Surface by surface",
    "viewings": "Seen on the wall",
    "cautions": "Before painting",
    "judged": "How it was judged",
}


def document_headline(name: str, reading: Reading, promised: Sequence[str]) -> str:
    what = headline(reading)
    kind = lower_first(what)
    tone = reading.undertone
    named = tone.main if tone.level.value == "certain" and len(tone.hues) == 1 and reading.family.is_neutral else None
    shows = f" with {with_article(hue(named, reading.lrv))} undertone" if named else ""
    neither = f", not {listed([f'a {promise}' for promise in promised], 'or')}" if promised else ""
    return f"{name} is {kind if kind.startswith('probably') else with_article(kind)}{shows}{neither}."


def paint_boards(count_of: int, how: str) -> str:
    many = "Paint one sample board" if count_of == 1 else f"Paint {count(count_of, 'sample board')}"
    return f"{many}: {how}."


def look_at_hours(hours: Sequence[str]) -> list[str]:
    return ["Look at it in the room at these times, and write down what you see.", *hours]


def figure_line(label: str, value: str) -> str:
    return f"{label}: {value}"


def strength_text(change: float, text: str) -> str:
    return f"{capital(strength_said_as(change))}, {lower_first(text)}"


def scheme_place(title: str, name: str, reasons: str) -> str:
    return f"{title}: {name}. {reasons}"


def viewing_line(when: str, said: str, compared: Sequence[str]) -> str:
    return f"{when}: {said}. {' '.join(compared)}".strip()


def judged_by(method: str) -> str:
    return f"Method: {method}."


def document_note(caution: str, method: str) -> str:
    return f"{caution} Judged by {method}. Local codes and licensed trades decide."


AT_THE_EQUINOX = "Predicted for an equinox; the page of the room shows other days."


def light_spots(best: str, worst: str) -> list[str]:
    return [f"Closest to its sample: {best}." if best else "", f"Furthest from it: {worst}." if worst else ""]


def changed_line(line: str) -> str:
    return f"Now: {line}"


def gone_line(line: str) -> str:
    return f"No more: {line}"


def section_too_long(found: int, most: int) -> str:
    more = f"{whole(found)} characters are more than a page holds: {whole(most)} at most."
    return f"{more} Nothing of it was lost; shorten it here."


def section_meanwhile(theirs: str) -> str:
    return f"This section was changed while you wrote. It now says: “{theirs}” Save again to use yours."
