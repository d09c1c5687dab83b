"""Photographs of rooms, and what their colours are worth."""

from __future__ import annotations

from prism.messages.text import lower_first, number
from prism.reading import Reading
from prism.words.readings import headline

THE_PHOTO = "the photograph"
POINT_AT_IT = "Point at a colour in the photograph."
NO_PHOTOS = "No photographs yet. One of the tiles or the floor helps everybody to remember what stays."
PHOTO_CAUTION = "A camera chooses its own white: measure the thing, or hold cards against it, before you rely on this."


def too_many_photos(most: int) -> str:
    return f"A room keeps {most} photographs: delete one first."


def photo_colour(reading: Reading) -> str:
    """Say what a colour of a photograph looks like there, and how far it may lie off."""
    what = lower_first(headline(reading).removesuffix("."))
    return f"In the photograph: {what}, sure to ±{number(reading.uncertainty)} ΔE00 at best."


def photo_colour_name(of: str, room: str) -> str:
    return f"{of or room}, from a photograph"
