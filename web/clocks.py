"""Moments as the person who reads them has them on the clock."""

from __future__ import annotations

from datetime import date, datetime
from zoneinfo import ZoneInfo

from django.utils.timezone import is_aware, localtime

from prism import words
from prism.light.checks import zones


def zone_of(name: str) -> ZoneInfo:
    """Return a time zone by its name; UTC where there is none, or none of that name."""
    return ZoneInfo(name if name in zones() else "UTC")


def local(value: datetime, zone: str = "") -> datetime:
    return localtime(value, zone_of(zone) if zone else None) if is_aware(value) else value


def day(value: date | datetime) -> str:
    return words.habits.day(local(value) if isinstance(value, datetime) else value)


def moment(value: datetime, zone: str = "") -> str:
    return words.habits.moment(local(value, zone))
