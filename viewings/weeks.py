"""The viewings as a calendar: weeks of days, so that one can be moved from a day to another."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from prism import words
from viewings.shown import Shown

LEAST_WEEKS, MOST_WEEKS = 2, 5
DAY, WEEK = timedelta(days=1), timedelta(days=7)


@dataclass(frozen=True)
class Day:
    """A day, by the clocks of the rooms, with what is to be looked at."""

    day: date
    viewings: list[Shown]
    is_today: bool
    is_tomorrow: bool
    is_past: bool

    @property
    def is_near(self) -> bool:
        return self.is_today or self.is_tomorrow

    @property
    def title(self) -> str:
        return words.viewing.day_text(self.day)

    @property
    def short(self) -> str:
        return words.viewing.day_short(self.day)


class Weeks:
    """The weeks from the one of a day on, as far as something is planned in them."""

    def __init__(self, viewings: Sequence[Shown], today: date, start: date) -> None:
        self._today, self._first = today, start - timedelta(days=start.weekday())
        self._by_day: dict[date, list[Shown]] = defaultdict(list)
        for viewing in viewings:
            self._by_day[viewing.local.date()].append(viewing)

    @property
    def weeks(self) -> list[list[Day]]:
        return [[self._day(self._first + i * WEEK + timedelta(days=n)) for n in range(7)] for i in range(self._count)]

    def _day(self, day: date) -> Day:
        return Day(day, self._by_day.get(day, []), day == self._today, day - DAY == self._today, day < self._today)

    @property
    def _count(self) -> int:
        last = max(self._by_day, default=self._first)
        return min(max((last - self._first).days // 7 + 1, LEAST_WEEKS), MOST_WEEKS)

    @property
    def earlier(self) -> date | None:
        """From where the weeks before are shown; None where none are."""
        this = self._today - timedelta(days=self._today.weekday())
        return max(self._first - MOST_WEEKS * WEEK, this) if self._first > this else None

    @property
    def later(self) -> date | None:
        """From where the weeks after are shown; None where nothing is planned in them."""
        end = self._first + self._count * WEEK
        return end if any(day >= end for day in self._by_day) else None
