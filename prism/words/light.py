"""Sentences of light: hours, walls, what a colour reads as there, and what to do about it."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import NO_BREAK, number
from prism.words.readings import headline, undertone_short

if TYPE_CHECKING:
    from prism.reading import Reading


def clock(hour: float) -> str:
    """Return an hour as clocks show it.

    >>> clock(9), clock(15.5), clock(24)
    ('9:00', '15:30', '24:00')
    """
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def lux_said(value: float) -> str:
    """Return an illuminance with its unit, as many figures as it is worth.

    >>> [lux_said(value).replace(NO_BREAK, " ") for value in (1234, 87.6, 0.2)]
    ['1,230 lx', '88 lx', 'less than 1 lx']
    """
    if value < 1:
        return f"less than 1{NO_BREAK}lx"
    figures = 3 if value >= 100 else 2
    step = 10 ** max(0, len(str(int(value))) - figures)
    return f"{round(value / step) * step:,.0f}{NO_BREAK}lx"


def kelvin_said(value: float) -> str:
    """Return a colour temperature with its unit, to the hundred.

    >>> kelvin_said(7384).replace(NO_BREAK, " ")
    '7,400 K'
    """
    return f"{round(value, -2):,.0f}{NO_BREAK}K"


def wall_line(name: str, hour: float, wall: str, lux: float, kelvin: float, reading: Reading | None) -> str:
    """Return what a colour reads as on a wall at an hour, in one line."""
    start = f"{name}, {clock(hour)}, {wall} wall: "
    if reading is None:
        return start + "too dark to see a colour"
    return (
        f"{start}{lux_said(lux)}, {kelvin_said(kelvin)}; reads as {headline(reading).lower()}, "
        f"{undertone_short(reading).lower()}, L* {number(reading.lab[0])}"
    )
