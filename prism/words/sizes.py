"""Sizes and days in words, as whoever reads writes them."""

from __future__ import annotations

from prism import sizes
from prism.messages.habits import current
from prism.messages.text import NO_BREAK, number, plain_figure


def as_size(metric: float, kind: str) -> str:
    """Return a size as a figure for a field, without its unit."""
    return plain_figure(round(metric / sizes.factor(kind), 2 if current().is_us else 4))


def area_said(square_metres: float) -> str:
    """Return an area."""
    digits = 0 if current().is_us else 1
    return f"{number(square_metres / sizes.factor('area'), digits)}{NO_BREAK}{sizes.unit('area')}"


def volume_said(litres: float) -> str:
    """Return an amount of paint."""
    return f"{number(litres / sizes.factor('volume'))}{NO_BREAK}{sizes.unit('volume')}"


def poured_said(litres: float) -> str:
    """Return a small amount of paint, as for a board."""
    if current().is_us:
        return f"{number(litres / sizes.OF['volume']['fl oz'])}{NO_BREAK}fl oz"
    return f"{number(1000 * litres, 0)}{NO_BREAK}mL"


def covers_said(spreading: float) -> str:
    """Return what paint covers once, given in m² a litre."""
    by = "gallon" if current().is_us else "litre"
    area = number(spreading / sizes.factor("spreading"), 0)
    return f"a {by} covering {area}{NO_BREAK}{sizes.unit('area')} once"


def room_size(width: float, depth: float, height: float) -> str:
    """Return the size of a room, west to east, south to north, and up."""
    each = " × ".join(as_size(one, "length") for one in (width, depth, height))
    return f"{each}{NO_BREAK}{sizes.unit('length')}"


def with_unit(label: str, kind: str) -> str:
    """Return a label with the unit that its field is in."""
    return f"{label} ({sizes.unit(kind)})"


def size_wrong(name: str, text: str, kind: str) -> str:
    """Say that what was typed is no size."""
    other = {"length": "“3.8 m”, “12 ft 6 in”", "area": "“12 m²”, “130 sq ft”", "volume": "“2.5 L”, “1 gal”"}
    such = f", or one with its unit: {other[kind]}" if kind in other else ""
    return f"{name}: ‘{text}’ is not a number. Give one in {sizes.unit(kind)}{such}."
