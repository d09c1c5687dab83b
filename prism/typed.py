"""Text as people type it, made ready to be looked through."""

from __future__ import annotations

import re
from collections.abc import Iterable


def flattened(text: str) -> str:
    """Return a text in small letters, with plain minus signs and apostrophes and one blank between words.

    >>> flattened("Mrs  Tarn’s −2")
    "mrs tarn's -2"
    """
    return " ".join(text.casefold().replace("−", "-").replace("’", "'").split())


def any_of(choices: Iterable[str]) -> str:
    """Return a pattern that fits any of these texts, a longer one before one it begins with.

    >>> any_of(["warm", "warmer"])
    'warmer|warm'
    """
    return "|".join(sorted(map(re.escape, choices), key=len, reverse=True))
