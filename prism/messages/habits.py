"""How the person who reads writes numbers, sizes and dates; who says nothing else reads the plain way.

What is kept, or goes to others as a file, is written the plain way, see `plainly`.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from datetime import date, datetime

THIN = "\u202f"
"""A narrow space at which no line breaks."""


@dataclass(frozen=True)
class Habits:
    """A decimal `point` or `comma`; sizes `metric` or `us`; dates by `day` (26 Nov 2026), `month` (Nov 26, 2026) or
    `iso` (2026-11-26)."""

    decimal: str = "point"
    units: str = "metric"
    dates: str = "day"

    @property
    def is_us(self) -> bool:
        return self.units == "us"


PLAIN = Habits()
_now: ContextVar[Habits] = ContextVar("habits", default=PLAIN)


def current() -> Habits:
    return _now.get()


@contextmanager
def written_for(habits: Habits) -> Iterator[None]:
    before = _now.set(habits)
    try:
        yield
    finally:
        _now.reset(before)


def plainly() -> AbstractContextManager[None]:
    return written_for(PLAIN)


def pointed(text: str) -> str:
    """Return a number, written with a point and with commas between thousands, as its reader writes it.

    >>> with written_for(Habits(decimal="comma")):
    ...     pointed("4,010.5").replace(THIN, "_")
    '4_010,5'
    """
    if _now.get().decimal == "point":
        return text
    return text.replace(",", THIN).replace(".", ",")


def between() -> str:
    """Return what stands between the figures of a list: no comma where that is the decimal mark."""
    return ", " if _now.get().decimal == "point" else "; "


def day(when: date | datetime, year: bool = True) -> str:
    """Return a day as its reader writes it, without a year where that goes without saying.

    >>> day(date(2026, 11, 5)), day(date(2026, 11, 5), year=False)
    ('5 Nov 2026', '5 Nov')
    >>> with written_for(Habits(dates="month")):
    ...     day(date(2026, 11, 5))
    'Nov 5, 2026'
    """
    how = _now.get().dates
    if how == "iso":
        return f"{when:%Y-%m-%d}" if year else f"{when:%m-%d}"
    if how == "month":
        return f"{when:%b} {when.day}{f', {when.year}' if year else ''}"
    return f"{when.day} {when:%b}{f' {when.year}' if year else ''}"


def hour_of(when: datetime) -> float:
    return when.hour + when.minute / 60


def moment(when: datetime) -> str:
    return f"{day(when)}, {when:%H:%M}"
