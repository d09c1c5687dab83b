"""Sizes as people give them: metres or feet and inches, square metres or square feet, litres or gallons."""

from __future__ import annotations

import re

from prism.messages.habits import current
from prism.numbers import typed
from prism.typed import flattened

FOOT = 0.3048
"""Metres; the international foot."""
GALLON = 3.785411784
"""Litres; the US liquid gallon."""
OF: dict[str, dict[str, float]] = {
    "length": {
        "m": 1.0, "cm": 0.01, "mm": 0.001, "ft": FOOT, "feet": FOOT, "foot": FOOT, "'": FOOT, "in": FOOT / 12,
        "inch": FOOT / 12, "inches": FOOT / 12, '"': FOOT / 12,
    },
    "area": {"m2": 1.0, "m²": 1.0, "sq m": 1.0, "ft2": FOOT**2, "ft²": FOOT**2, "sq ft": FOOT**2},
    "volume": {
        "l": 1.0, "ml": 0.001, "gal": GALLON, "gallon": GALLON, "gallons": GALLON, "qt": GALLON / 4,
        "quart": GALLON / 4,
        "quarts": GALLON / 4, "pt": GALLON / 8, "fl oz": GALLON / 128,
    },
    "spreading": {"m2/l": 1.0, "m²/l": 1.0, "sq ft/gal": FOOT**2 / GALLON, "ft²/gal": FOOT**2 / GALLON},
}  # fmt: skip
"""What each unit of a kind of size is in metres, square metres, litres, or square metres that a litre covers."""
UNIT = {"length": ("m", "ft"), "area": ("m²", "sq ft"), "volume": ("L", "gal"), "spreading": ("m²/L", "sq ft/gal")}
"""How each kind of size is written: metric, and in the United States."""
_FEET = re.compile(r"(?P<feet>[^'a-z\"]+)(?:'|ft|feet|foot)\s*(?P<inches>[^\"a-z]+)(?:\"|in|inch|inches)?")
_WITH_UNIT = re.compile(r"(?P<figure>[-+\d.,]+)\s*(?P<unit>[^\d].*)?")


def unit(kind: str) -> str:
    """Return the unit in which whoever reads writes a kind of size."""
    return UNIT[kind][current().is_us]


def factor(kind: str) -> float:
    """Return how many metres, square metres or litres that unit is."""
    return OF[kind][unit(kind).casefold()]


def read(text: str, kind: str) -> float:
    """Return a size in metres, square metres or litres; a figure without a unit is in the reader's own.

    Raises `ValueError` for what is no number or no unit of that kind.

    >>> round(read("12 ft 6 in", "length"), 3), read("3,8 m", "length"), round(read("2 gal", "volume"), 3)
    (3.81, 3.8, 7.571)
    """
    clean = flattened(text).replace("′", "'").replace("”", '"').replace("″", '"')
    if kind == "length" and (feet := _FEET.fullmatch(clean)):
        return typed(feet["feet"]) * FOOT + typed(feet["inches"]) * FOOT / 12
    match = _WITH_UNIT.fullmatch(clean)
    if not match:
        raise ValueError(text)
    named = (match["unit"] or "").strip().rstrip(".")
    if named and named not in OF[kind]:
        raise ValueError(text)
    return typed(match["figure"]) * (OF[kind][named] if named else factor(kind))
