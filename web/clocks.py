"""Moments as the person who reads them has them on the clock."""

from __future__ import annotations

from datetime import date, datetime
from zoneinfo import ZoneInfo

from django.utils.timezone import is_aware, localtime

from prism import words


def local(value: datetime, zone: str = "") -> datetime:
    """Return a moment by the clocks of a zone, or of the installation's own."""
    return localtime(value, ZoneInfo(zone) if zone else None) if is_aware(value) else value


def day(value: date | datetime) -> str:
    """Return a day, of a moment that on which it was by local clocks, as its reader writes it."""
    return words.day(local(value) if isinstance(value, datetime) else value)


def moment(value: datetime, zone: str = "") -> str:
    """Return a day with its hour, by the clocks of a zone."""
    return words.moment(local(value, zone))
