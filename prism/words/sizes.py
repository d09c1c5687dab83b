"""Sizes and days in words, as whoever reads writes them."""

from __future__ import annotations

from prism import language, sizes
from prism.messages.habits import current
from prism.messages.text import NO_BREAK, number, plain_figure
from prism.whites.sheen import SHEENS


def regional(thing: str) -> str:
    """Return what a thing is called where the reader is, as their units say; the same where nobody differs.

    >>> regional("matte"), regional("satin")
    ('matt', 'satin')
    """
    called = language.table()["region"].get(thing)
    return str(called["american" if current().is_us else "british"]) if called else thing


def sheen_choices(empty: str) -> list[tuple[str, str]]:
    """Return the sheens to choose from as the reader calls them, after what no choice means."""
    return [("", empty), *((sheen, regional(sheen)) for sheen in SHEENS)]


def as_size(metric: float, kind: str) -> str:
    return plain_figure(round(metric / sizes.factor(kind), 2 if current().is_us else 4))


def area_text(square_metres: float) -> str:
    digits = 0 if current().is_us else 1
    return f"{number(square_metres / sizes.factor('area'), digits)}{NO_BREAK}{sizes.unit('area')}"


def volume_text(litres: float) -> str:
    return f"{number(litres / sizes.factor('volume'))}{NO_BREAK}{sizes.unit('volume')}"


def poured_text(litres: float) -> str:
    if current().is_us:
        return f"{number(litres / sizes.OF['volume']['fl oz'])}{NO_BREAK}fl oz"
    return f"{number(1000 * litres, 0)}{NO_BREAK}mL"


def covers_text(spreading: float) -> str:
    by = "gallon" if current().is_us else "litre"
    area = number(spreading / sizes.factor("spreading"), 0)
    return f"a {by} covering {area}{NO_BREAK}{sizes.unit('area')} once"


def room_size(width: float, depth: float, height: float) -> str:
    each = " × ".join(as_size(length, "length") for length in (width, depth, height))
    return f"{each}{NO_BREAK}{sizes.unit('length')}"


def with_unit(label: str, kind: str) -> str:
    return f"{label} ({sizes.unit(kind)})"


def size_wrong(name: str, text: str, kind: str) -> str:
    other = {"length": "“3.8 m”, “12 ft 6 in”", "area": "“12 m²”, “130 sq ft”", "volume": "“2.5 L”, “1 gal”"}
    such = f", or one with its unit: {other[kind]}" if kind in other else ""
    return f"{name}: ‘{text}’ is not a number. Give one in {sizes.unit(kind)}{such}."
