"""Fields of the sheets of jobs and rooms."""

from __future__ import annotations

from typing import Any

from web.forms import NumberField, SizeField, plain

SMALL = {"size": "5"}


def small_number(low: float, high: float, **more: Any) -> NumberField:
    return NumberField(low=low, high=high, widget=plain(**SMALL), **more)


def size(low: float, high: float, kind: str = "length", **more: Any) -> SizeField:
    """Return a field for a size, its bounds in metres or square metres."""
    return SizeField(low=low, high=high, kind=kind, widget=plain(**SMALL), **more)
