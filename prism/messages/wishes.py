"""Why a wish is not understood, and what can be said."""

from __future__ import annotations

from prism.messages.text import shortened


def not_understood(word: str) -> str:
    return f"'{shortened(word)}' is not understood. {WISHES}"


def nothing_asked() -> str:
    return f"That asks for nothing. {WISHES}"


def exclude_each_other(one: str, other: str) -> str:
    return f"“{shortened(one)}” and “{shortened(other)}” exclude each other: leave one out."


WISHES = (
    "Say how it should differ: lighter, a touch warmer, greyer, creamier, crisper, bluer …; less green, no yellow, "
    "not cold; same undertone, same depth, on the same strip; LRV 50 to 60, 10 points lighter; a white, a greige; "
    "warmer than another, between these two; or a maker."
)
