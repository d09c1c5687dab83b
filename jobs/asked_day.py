"""Which day, hour, wall, sky and lamps of a room are asked for."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date, datetime

from prism.light.day import HALF_HOURS
from prism.light.room import WALLS, Lamp
from prism.light.room import Room as LitRoom
from web import clocks

YEARS = (1950, 2100)
LAMP_CHOICES = (2_700.0, 3_000.0, 4_000.0)
PER_LAMP_AREA = 4.0
"""m² of floor for each lamp of 800 lm, where no lamps are entered and some must be supposed."""
SKIES = ("clear", "overcast")
SEASONS = ("today", "midsummer", "equinox", "midwinter")
_DAYS = {"midsummer": (6, 21), "equinox": (3, 20), "midwinter": (12, 21)}


def day_of(season: str, southern: bool, now: datetime, zone: str) -> date:
    """Return the date of a season in a hemisphere, this year; or a date that is written out; else today by the clocks
    of a zone."""
    today = now.astimezone(clocks.zone_of(zone)).date()
    if season not in _DAYS:
        return written_date(season) or today
    month, day = _DAYS[season]
    if southern and season != "equinox":
        month = 18 - month  # June and December change places
    return date(today.year, month, day)


def written_date(text: str) -> date | None:
    """Return the day that a text writes as 2026-11-05, in a year that the sun's position is known for; else None."""
    try:
        date_written = date.fromisoformat(text)
    except ValueError:
        return None
    return date_written if YEARS[0] <= date_written.year <= YEARS[1] else None


@dataclass(frozen=True)
class Asked:
    """What of a day is looked at: which day, which sky, which moment and which wall."""

    season: str = "today"
    sky: str = "clear"
    moment: int = 24
    wall: str = "north"

    @classmethod
    def of(cls, query: Mapping[str, str], room: LitRoom) -> Asked:
        """Return what a query asks for; for what it does not say or nobody can, noon and the wall opposite a window."""
        season, sky = query.get("when", ""), query.get("sky", "")
        wall = query.get("wall", "")
        return cls(
            season if season in SEASONS or written_date(season) else "today",
            sky if sky in SKIES else "clear",
            _moment(query.get("hour", "")),
            wall if wall in WALLS else back_wall(room),
        )

    @property
    def hour(self) -> float:
        return HALF_HOURS[self.moment]


def _moment(text: str) -> int:
    try:
        hour = float(text)
    except ValueError:
        hour = 12.0
    return min(round(2 * hour), len(HALF_HOURS) - 1) if 0 <= hour < 24 else 24


def back_wall(room: LitRoom) -> str:
    """Return the wall opposite the one with most glass; the north wall where there is none."""
    glass = {wall: sum(w.width * w.height for w in room.windows if w.wall == wall) for wall in WALLS}
    most = max(glass, key=lambda wall: glass[wall])
    return WALLS[(WALLS.index(most) + 2) % 4] if glass[most] else "north"


def lamps_at(room: LitRoom, kelvin: float) -> tuple[Lamp, ...]:
    """Return the lamps of a room at another temperature; supposed ones where none are entered."""
    supposed = Lamp(count=max(1, round(room.width * room.depth / PER_LAMP_AREA)), lumens=800.0)
    return tuple(replace(lamp, kelvin=kelvin) for lamp in room.lamps or (supposed,))
