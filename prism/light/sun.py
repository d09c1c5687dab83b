"""Where the sun stands, and when it rises and sets, by place, date and clock."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import TYPE_CHECKING
from zoneinfo import ZoneInfo

import numpy as np
from astral import Observer
from astral.sun import zenith_and_azimuth

from prism.spectrum import Array

if TYPE_CHECKING:
    from collections.abc import Sequence

HORIZON = -0.267
"""Apparent height of the sun's middle, degrees, when its upper edge touches the horizon: its radius."""


@dataclass(frozen=True)
class Place:
    """Latitude (north positive) and longitude (east positive), degrees, and the name of the time zone."""

    latitude: float
    longitude: float
    zone: str

    @property
    def southern(self) -> bool:
        return self.latitude < 0


def moments(place: Place, day: date, hours: Sequence[float]) -> list[datetime]:
    """Return the moments, UTC, at which local clocks show `hours` of a day.

    Where clocks are put forward, an hour that they leave out is counted from the clock before it; where they are put
    back, the first of two is meant.
    """
    zone = ZoneInfo(place.zone)
    midnight = datetime(day.year, day.month, day.day)
    return [(midnight + timedelta(hours=hour)).replace(tzinfo=zone).astimezone(UTC) for hour in hours]


def positions(place: Place, when: Sequence[datetime]) -> tuple[Array, Array]:
    """Return heights and azimuths (from north, clockwise) of the sun, degrees, (n,) each, with refraction."""
    observer = Observer(latitude=place.latitude, longitude=place.longitude)
    angles = np.array([zenith_and_azimuth(observer, moment) for moment in when], dtype=np.float64).reshape(-1, 2)
    return 90.0 - angles[:, 0], angles[:, 1]


@dataclass(frozen=True)
class Daylight:
    """When the sun rises and sets, local clock hours; None where it does not that day, and `up` whether it stays up."""

    rises: float | None
    sets: float | None
    up: bool


def daylight(place: Place, day: date) -> Daylight:
    """Return sunrise and sunset of a day by local clocks, to about a minute; polar day and night have neither."""
    hours = np.arange(0, 24.01, 0.25)
    heights = positions(place, moments(place, day, hours.tolist()))[0] - HORIZON
    up = heights > 0
    if up.all() or not up.any():
        return Daylight(None, None, bool(up[0]))

    def crossing(rising: bool) -> float | None:
        edges = np.flatnonzero((up[1:] != up[:-1]) & (up[1:] == rising))
        if not edges.size:
            return None
        at = int(edges[0])
        part = heights[at] / (heights[at] - heights[at + 1])
        return float(hours[at] + 0.25 * part)

    return Daylight(crossing(True), crossing(False), bool(up[48]))
