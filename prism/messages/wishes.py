"""Why a wish is not understood, and what can be said."""

from __future__ import annotations

from prism.messages.text import shortened


def not_understood(word: str) -> str:
    """Say which word of a wish is not understood, and what can be said."""
    return f"'{shortened(word)}' is not understood. {WISHES}"


def nothing_asked() -> str:
    """Say that a wish asks for nothing."""
    return f"That asks for nothing. {WISHES}"


WISHES = (
    "Say how it should differ: lighter, darker, warmer, cooler, greyer, clearer, pinker, greener, bluer …, "
    "less green, same undertone, same LRV, LRV about 60, or between these two."
)
