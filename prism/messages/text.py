"""Numbers, counts and lists as text."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages import habits

MINUS = "−"


NO_BREAK = "\u00a0"
"""A space at which no line breaks."""


def number(value: float, digits: int = 1, signed: bool = False) -> str:
    """Return a number with a real minus sign; zero never carries a sign.

    >>> number(-0.04), number(-1.25, 1, signed=True), number(3, 2)
    ('0.0', '−1.2', '3.00')
    """
    text = f"{abs(value):.{digits}f}"
    sign = "" if not float(text) else MINUS if value < 0 else "+" if signed else ""
    return sign + habits.pointed(text)


def whole(value: float) -> str:
    """Return a whole number with its thousands apart.

    >>> whole(4010)
    '4,010'
    """
    return habits.pointed(f"{value:,.0f}")


def plain_figure(value: float) -> str:
    """Return a number with no more digits than it has.

    >>> plain_figure(2.5), plain_figure(4.0)
    ('2.5', '4')
    """
    return habits.pointed(f"{value:g}")


def percent(value: float) -> str:
    """Return a change of strength: `+25 %`, `−50 %`, or `standard`; a line never breaks before the sign."""
    return f"{number(value, 0 if value == int(value) else 1, signed=True)}{NO_BREAK}%" if value else "standard"


def percentage(value: float) -> str:
    """Return a share of 0-1 (or more) as a percentage that no line breaks.

    >>> percentage(0.2).replace(NO_BREAK, " ")
    '20 %'
    """
    return f"{number(100 * value, 0)}{NO_BREAK}%"


def listed(words: Sequence[str], joiner: str = "and") -> str:
    """Return words as an English list.

    >>> listed(["pink", "orange", "yellow"])
    'pink, orange and yellow'
    """
    if len(words) < 2:
        return "".join(words)
    return f"{', '.join(words[:-1])} {joiner} {words[-1]}"


def capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def lower_first(text: str) -> str:
    return text[:1].lower() + text[1:]


def with_article(text: str) -> str:
    """Return a noun with its article: `an orange`, `a pale grey`."""
    return f"{'an' if text[0] in 'aeiou' else 'a'} {text}"


def sentence(text: str) -> str:
    return capital(text) + ("" if not text or text[-1] in ".?!" else ".")


_COUNTS = "none one two three four five six seven eight nine ten eleven twelve".split()


def count(value: int, noun: str, plural: str | None = None) -> str:
    return f"{numeral(value) if value else 'no'} {noun if value == 1 else plural or noun + 's'}"


def many(value: int, noun: str, plural: str | None = None) -> str:
    """Return a count in figures with its noun.

    >>> many(1, "colour"), many(4010, "colour")
    ('1 colour', '4,010 colours')
    """
    return f"{whole(value)} {noun if value == 1 else plural or noun + 's'}"


def numeral(value: int) -> str:
    return _COUNTS[value] if value < len(_COUNTS) else str(value)


def shortened(text: str, limit: int = 40) -> str:
    clean = " ".join(text.split())
    return clean if len(clean) <= limit else clean[: limit - 1] + "…"
