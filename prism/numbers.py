"""Numbers as people type them and files write them."""

from __future__ import annotations

from math import isfinite

LONGEST = 60
"""Characters of a number that are looked at."""


def parse(text: str) -> float:
    """Return a number written with a point or a comma, a hyphen or a real minus sign. Raises `ValueError`.

    >>> parse("−1,5")
    -1.5
    >>> parse(" +2.25 ")
    2.25
    """
    clean = text.strip().replace("\N{MINUS SIGN}", "-").replace("\N{EN DASH}", "-")
    if "," in clean and "." not in clean:
        clean = clean.replace(",", ".")
    if len(clean) > LONGEST or "_" in clean:
        raise ValueError(text)
    value = float(clean)
    if not isfinite(value):
        raise ValueError(text)
    return value


def is_number(text: str) -> bool:
    """Return whether a text is a number."""
    try:
        parse(text)
    except ValueError:
        return False
    return True
