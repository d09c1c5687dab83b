"""Text as people type it, made ready to be looked through."""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any


def flattened(text: str) -> str:
    """Return a text in small letters, with plain minus signs and apostrophes and one blank between words.

    >>> flattened("Mrs  Tarn’s −2")
    "mrs tarn's -2"
    """
    return " ".join(text.casefold().replace("−", "-").replace("’", "'").split())


_UNPRINTABLE = re.compile(
    "[\x00-\x08\x0b-\x1f\x7f-\x9f\u2028\u2029\u202a-\u202e\u2066-\u2069\ufeff\ufff9-\uffff\ud800-\udfff]"
)
_LONE_RETURN = re.compile("\r\n?")


def printable(text: str) -> str:
    r"""Return a text without what no page and no file can show, or what turns the line it stands in about: control
    characters but line ends and tabs, marks that reverse the order of letters, halves of characters.

    >>> printable("Fog\x00 Bell\r\n\u202eTide")
    'Fog Bell\nTide'
    """
    if text.isascii() and text.isprintable():
        return text
    return _UNPRINTABLE.sub("", _LONE_RETURN.sub("\n", text))


def one_line(text: str) -> str:
    r"""Return a text that is a name: printable, on one line, one blank between words.

    >>> one_line(" Fog\tBell\n ")
    'Fog Bell'
    """
    return (
        text
        if text.isascii() and text.isprintable() and text == " ".join(text.split())
        else " ".join(printable(text).split())
    )


def all_printable(held: Any) -> Any:
    """Return what a JSON file holds with every text in it printable."""
    if isinstance(held, str):
        return printable(held)
    if isinstance(held, list):
        return [all_printable(item) for item in held]
    if isinstance(held, dict):
        return {printable(key): all_printable(value) for key, value in held.items()}
    return held


def any_of(choices: Iterable[str]) -> str:
    """Return a pattern that fits any of these texts, a longer one before one it begins with.

    >>> any_of(["warm", "warmer"])
    'warmer|warm'
    """
    return "|".join(sorted(map(re.escape, choices), key=len, reverse=True))
