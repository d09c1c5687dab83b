"""Numbers as people type them and files write them."""

from __future__ import annotations

import re
from math import isfinite

from prism.messages.habits import current

LONGEST = 60
"""Characters of a number that are looked at."""
_THOUSANDS = re.compile(r"[-+]?[1-9]\d{0,2}(,\d{3})+(\.\d+)?")
_POINTS = re.compile(r"[-+]?[1-9]\d{0,2}(\.\d{3})+(,\d+)?")


class AmbiguousError(ValueError):
    """A figure that one person would read as thousands and another as decimals; `readings` are the two."""

    def __init__(self, text: str, readings: tuple[str, str]) -> None:
        super().__init__(text)
        self.readings = readings


def typed(text: str) -> float:
    """Return a number as the person who types it writes numbers. Raises `ValueError`, of it `AmbiguousError`.

    Who writes decimals with a point writes 1,200 for twelve hundred, and 1,5 all the same where nothing else can be
    meant. Who writes them with a comma is asked which is meant by 1.200.

    >>> typed("1,200"), typed("1,5"), typed("0,125"), typed("12,400.5")
    (1200.0, 1.5, 0.125, 12400.5)
    >>> from prism.messages.habits import Habits, written_for
    >>> with written_for(Habits(decimal="comma")):
    ...     typed("1,200"), typed("1 200,5"), typed("1.5")
    (1.2, 1200.5, 1.5)
    """
    clean = _plain(text)
    for space in (" ", "\N{NO-BREAK SPACE}", "\N{NARROW NO-BREAK SPACE}", "\N{THIN SPACE}"):
        clean = re.sub(rf"(?<=\d){space}(?=\d{{3}}(?!\d))", "", clean)
    if current().decimal == "point":
        return parse(clean.replace(",", "")) if _THOUSANDS.fullmatch(clean) else parse(clean)
    if _POINTS.fullmatch(clean):
        if clean.count(".") > 1 or "," in clean:
            return parse(clean.replace(".", ""))
        raise AmbiguousError(text, (clean.replace(".", ""), clean.replace(".", ",")))
    return parse(clean)


def typed_lrv(text: str) -> float | None:
    """Return an LRV, 0 to 100, as the person who types it writes numbers; None where the text is none."""
    return value if is_number(text) and 0 <= (value := typed(text)) <= 100 else None


def _plain(text: str) -> str:
    return text.strip().replace("\N{MINUS SIGN}", "-").replace("\N{EN DASH}", "-")


def parse(text: str) -> float:
    """Return a number of a file or a command: one mark, point or comma, is the decimal one. Raises `ValueError`.

    >>> parse("−1,5")
    -1.5
    >>> parse(" +2.25 ")
    2.25
    """
    clean = _plain(text)
    if "," in clean and "." not in clean:
        clean = clean.replace(",", ".")
    if len(clean) > LONGEST or "_" in clean:
        raise ValueError(text)
    value = float(clean)
    if not isfinite(value):
        raise ValueError(text)
    return value


def is_number(text: str) -> bool:
    """Return whether a text is a number, as a person or a file may write it."""
    try:
        typed(text)
    except ValueError:
        return False
    return True
