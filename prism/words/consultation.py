"""What a client reads of a room: the recommendation, how it will look, why not the others, what the painter does."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import capital, count, number, numeral
from prism.words.documents import document_headline
from prism.words.sizes import regional

if TYPE_CHECKING:
    from prism.reading import Reading

PAINTED = {"walls": "walls", "trim": "woodwork", "ceiling": "ceiling", "doors": "doors"}
CONSULTATION_HEADS = ("Where", "Colour", "Finish", "Buy")
PAINTER_HEADS = ("Surface", "Prepare", "Finish", "Coats", "Area", "Paint")
PREPARE = {
    "walls": "fill, sand and dust; prime bare plaster",
    "ceiling": "block stains, fill, sand and dust",
    "trim": "test old coatings for lead before sanding; undercoat bare wood",
    "doors": "test old coatings for lead before sanding; undercoat bare wood",
}
"""What is done before each part is painted; the data sheet of the paint goes before it."""


def room_state(name: str, decided: bool, reviewed: bool, waits: bool) -> str:
    """Return how far the walls of a room are, by the colour that is on them."""
    if waits:
        return "Being looked at; its findings are withheld."
    if not name:
        return "No colour yet"
    if not reviewed:
        return f"{name}, decided; not reviewed"
    return f"{name}, decided" if decided else f"{name}, suggested"


def consultation_overview(rooms: int, told: int, decided: int) -> str:
    if not rooms:
        return ""
    missing = rooms - told
    text = f"{capital(numeral(decided))} of {count(rooms, 'room')} {'is' if decided == 1 else 'are'} decided."
    if not decided:
        text = "No room is decided yet."
    return f"{text} {capital(numeral(missing))} {'has' if missing == 1 else 'have'} no pages yet." if missing else text


ORDER_NOW = "This is decided, so you can order."
DATA_SHEET = "The paint’s data sheet and local rules go before this page."


def recommends(name: str, room: str, sheen: str, decided: bool, clashes: bool = False) -> str:
    where = f"the walls of the {room}" if room else "the walls"
    finish = f", in {regional(sheen)}" if sheen else ""
    if decided:
        return f"We recommend {name} for {where}{finish}."
    if clashes:
        return f"We are still looking at {name} for {where}{finish}: see what it clashes with. It is not decided yet."
    return f"We suggest {name} for {where}{finish}. It is not decided yet."


def considered_too(name: str, room: str, chosen: str) -> str:
    return f"For the walls of the {room} we chose {chosen}. This page shows {name}, which we considered too."


def described(name: str, reading: Reading) -> str:
    """Say what a colour is in one sentence, without its name said twice."""
    headline = document_headline(name, reading, [])
    return headline.replace(name, "It", 1).rstrip(".") + f" (LRV {number(reading.lrv, 0)})."


def with_woodwork(name: str, why: str, same_ceiling: bool) -> str:
    where = "woodwork and ceiling" if same_ceiling else "woodwork"
    reason = {"home": ", which runs through the home", "stays": ", which stays"}.get(why, "")
    return f"Keep the {where} in {name}{reason}." if why == "stays" else f"Paint the {where} in {name}{reason}."


def looks_as_at(title: str) -> str:
    """Say that walls look much as in an earlier picture of the same page."""
    return f"Much as at {title}."


def moment_title(hour: str, sky: str, evening: bool) -> str:
    if evening:
        return f"{hour}, under your lamps"
    return f"{hour}, {'a clear day' if sky == 'clear' else 'an overcast day'}"
