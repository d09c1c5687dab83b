"""How a search was understood, and what it found."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import count, listed, number

if TYPE_CHECKING:
    from prism.search import Meant

NOTHING_FOUND = "No match for all of these words. Leave one out, or add the colour as your own."


_CLIENT_SAID: dict[tuple[str, ...], str] = {
    ("yes",): "the client said yes",
    ("no",): "the client said no",
    ("ask",): "the client asked",
}


def understood(meant: Meant) -> str:
    parts = []
    if meant.like:
        parts.append(f"like {meant.like}" + (f", {meant.wish}" if meant.wish else ""))
    if meant.colour is not None:
        parts.append(f"the colours nearest to {meant.asked['colour']}, LRV {number(meant.colour.lrv)}")
    if meant.families:
        parts.append(listed(list(meant.families), "or"))
    if meant.depth:
        parts.append(meant.depth)
    if meant.temperature:
        parts.append(meant.temperature)
    if meant.undertone:
        hue = meant.asked.get("undertone", meant.undertone)
        parts.append(f"{meant.strength} of {hue}" if meant.strength.startswith("a ") else f"{hue} undertone")
    if meant.lrv:
        low, high = meant.lrv
        parts.append(f"LRV {number(max(low, 0))} to {number(min(high, 100))}")
    parts += [f"in a room with {' '.join(thing)}" for thing in meant.things]
    if meant.seen:
        parts.append(f"seen {listed(list(meant.seen))}")
    if meant.period:
        parts.append({"morning": "in the morning", "midday": "at midday"}.get(meant.period, "in the evening"))
    if meant.client:
        parts.append(_CLIENT_SAID.get(meant.client, "the client answered"))
    if meant.decided:
        parts.append(meant.decided)
    if meant.month:
        parts.append(f"in {meant.asked['month']}" if meant.asked["month"][0].isupper() else meant.asked["month"])
    if not parts:
        return ""
    if meant.words:
        parts.append(f"with “{' '.join(meant.words)}” in its name, code, maker or texts")
    return f"Understood as: {', '.join(parts)}. {meant.unmet}".strip()


NONE_ALL = "No colour has all of that; these miss one part."
NONE_LIKE = "No colour in these decks is like that."
SAME_OR_NEARLY = "with no visible difference, or a barely visible one"


def found_reviews(found: int) -> str:
    return "Reviews" if not found else count(found, "review").capitalize()


def found_jobs(found: int) -> str:
    return "Jobs" if not found else count(found, "job").capitalize()
