"""One ladder of confidence: how everything that is said is hedged, wherever it is said."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from prism.surety import Band, Level


def graded(level: Level, text: str) -> str:
    return {"certain": text, "probably": f"probably {text}"}.get(level.value, f"perhaps {text}")


def border(band: Band, spoken: Callable[[str], str] = str) -> str:
    """Return the mark of a word on the border of another; empty where it stands on none.

    >>> from prism.surety import Band, Level
    >>> border(Band(("light", "off-white"), Level.CERTAIN))
    'on the border with off-white'
    """
    return f"on the border with {spoken(band.across)}" if band.across else ""


def bordered(band: Band, spoken: Callable[[str], str] = str) -> str:
    mark = border(band, spoken)
    return f"{spoken(band.word)}, {mark}" if mark else spoken(band.word)
