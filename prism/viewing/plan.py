"""When boards are looked at: the key times, spread over the days before a decision."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

WHYS = ("best", "worst", "parting", "evening")
"""Why an hour matters: it shows the colour at its best, at its worst, apart from another candidate, under lamps."""
MOST_A_DAY = 4
"""Viewings in a day beyond which eyes tire."""
REACH = 1.0
"""Hours by which a look may miss the hour that was meant; the light has become another one by then."""


@dataclass(frozen=True)
class Hour:
    """An key time in a room (its key): why, the clock's hour, the wall, and the sky wanted, empty for any."""

    room: int
    why: str
    hour: float
    wall: str
    sky: str = ""


@dataclass(frozen=True)
class Look:
    """When a board was really looked at: the clock's hour, on which wall, whether lamps were on; and for what it was
    planned: why and the clock's hour then, None where it was not."""

    hour: float
    wall: str
    lamps_on: bool
    why: str = ""
    planned: float | None = None


def shows(look: Look, hour: Hour) -> bool:
    """Return whether a look shows what an key time would.

    Of an evening that is under the lamps, on any wall; else without them on its wall, within `REACH` of it or of the
    hour for which it was planned, since the sun's hours move through a year.
    """
    if hour.why == "evening":
        return look.lamps_on and look.hour >= hour.hour - REACH
    if look.lamps_on:
        return False
    if look.why == hour.why and look.planned is not None:
        return abs(look.hour - look.planned) <= REACH
    return look.wall == hour.wall and abs(look.hour - hour.hour) <= REACH


def spread(
    hours: Sequence[Hour], first: date, decide: date, load: Mapping[date, int] | None = None
) -> list[tuple[date, Hour]]:
    """Return hours with days from the first up to the day of decision, which is left free where there is another.

    Those of one room are put on different days as far as there are any, so that no colour is judged from one day's
    weather; of a day's, no more than `MOST_A_DAY` where there is room, with what is planned for it already (`load`).
    The earliest hour of a room comes first.
    """
    last = max(decide - timedelta(days=1), first)
    days = [first + timedelta(days=i) for i in range((last - first).days + 1)]
    visits = {day: (load or {}).get(day, 0) for day in days}
    rooms: dict[int, set[date]] = {}
    chosen_days = []
    for hour in sorted(hours, key=lambda h: (WHYS.index(h.why) if h.why in WHYS else len(WHYS), h.room, h.hour)):
        taken = rooms.setdefault(hour.room, set())
        day = min(days, key=lambda d: (d in taken, visits[d] >= MOST_A_DAY, visits[d], d))
        taken.add(day)
        visits[day] += 1
        chosen_days.append((day, hour))
    return sorted(chosen_days, key=lambda pair: (pair[0], pair[1].hour, pair[1].room))
