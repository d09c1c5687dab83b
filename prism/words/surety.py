"""One ladder of confidence: how everything that is said is hedged, wherever it is said."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from prism.messages.text import listed

if TYPE_CHECKING:
    from prism.surety import Band, Level


def graded(level: Level, text: str) -> str:
    """Return a text as surely as it may be said: plainly, as probable, or as no more than perhaps."""
    return {"certain": text, "probably": f"probably {text}"}.get(level.value, f"perhaps {text}")


def either(first: str, second: str, level: Level, likely: bool) -> str:
    """Return one of two, the likelier first: `probably light, else mid-tone`, `light or mid-tone`."""
    if likely:
        return f"probably {first}, else {second}"
    return graded(level, listed([first, second], "or"))


def banded(found: Band, spoken: Callable[[str], str] = str) -> str:
    """Return a place on a scale of words as surely as it may be said."""
    said = [spoken(word) for word in found.words]
    return graded(found.level, said[0]) if len(said) == 1 else either(said[0], said[1], found.level, found.likely)
