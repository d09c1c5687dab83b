"""When boards are looked at: the hours that matter, spread over the days before a decision."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

WHYS = ("best", "worst", "parting", "evening")
"""Why an hour matters: it shows the colour at its best, at its worst, apart from another candidate, under lamps."""
MOST_A_DAY = 4
"""Viewings in a day beyond which eyes tire."""


@dataclass(frozen=True)
class Hour:
    """An hour that matters in a room (its key): why, the clock's hour, the wall, and the sky wanted, empty for any."""

    room: int
    why: str
    hour: float
    wall: str
    sky: str = ""


def spread(hours: Sequence[Hour], first: date, decide: date) -> list[tuple[date, Hour]]:
    """Return hours with days from the first up to the day of decision, which is left free where there is another.

    Those of one room are put on different days as far as there are any, so that no colour is judged from one day's
    weather; of a day's, no more than `MOST_A_DAY` where there is room. The earliest hour of a room comes first.
    """
    last = max(decide - timedelta(days=1), first)
    days = [first + timedelta(days=i) for i in range((last - first).days + 1)]
    load = dict.fromkeys(days, 0)
    rooms: dict[int, set[date]] = {}
    found = []
    for one in sorted(hours, key=lambda h: (WHYS.index(h.why) if h.why in WHYS else len(WHYS), h.room, h.hour)):
        taken = rooms.setdefault(one.room, set())
        day = min(days, key=lambda d: (d in taken, load[d] >= MOST_A_DAY, load[d], d))
        taken.add(day)
        load[day] += 1
        found.append((day, one))
    return sorted(found, key=lambda pair: (pair[0], pair[1].hour, pair[1].room))
