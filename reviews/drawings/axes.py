"""Axes: round figures along them, and ticks with their words."""

from __future__ import annotations

from math import ceil, floor

from django.utils.safestring import SafeString

from web.svg import line, text


def tick_below(x: float, axis: float, said: str) -> list[SafeString]:
    return [line(x, axis, x, axis + 4, "axis"), text(x, axis + 15, said, "tick")]


def tick_left(axis: float, y: float, said: str) -> list[SafeString]:
    return [line(axis - 4, y, axis, y, "axis"), text(axis - 7, y + 3.5, said, "tick", "end")]


def ticks(low: float, high: float) -> list[float]:
    """Return three to six round figures within a range."""
    step = next(step for step in (1, 2, 5, 10, 20, 50) if (high - low) / step <= 6)
    return [step * n for n in range(ceil(low / step), floor(high / step) + 1)]
