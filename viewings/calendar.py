"""Viewings as a calendar file."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import UTC, timedelta

from icalendar import Calendar, Event

from prism import words
from prism.messages.habits import hour_of
from viewings import queries
from viewings.models import Viewing
from viewings.shown import Shown

LASTS = timedelta(minutes=15)


def calendar(viewings: Iterable[Viewing], address: str) -> bytes:
    """Return viewings as an iCalendar file, RFC 5545; `address` leads to the studio, without a stroke at its end."""
    made = Calendar()
    made.add("prodid", "-//Gentle Prism//Viewings//EN")
    made.add("version", "2.0")
    made.add("method", "PUBLISH")
    made.add("x-wr-calname", words.viewing.CALENDAR_NAME)
    for viewing in viewings:
        event = Event()
        at = queries.local(viewing)
        event.add("uid", f"viewing-{viewing.pk}@gentle-prism")
        event.add("dtstamp", viewing.review.updated)
        moment = viewing.at.astimezone(UTC)  # a clock of a place would need its rules in the file
        event.add("dtstart", moment)
        event.add("dtend", moment + LASTS)
        event.add("summary", words.viewing.event_title(Shown(viewing).name, viewing.room.name if viewing.room else ""))
        event.add("description", words.viewing.slot_text(viewing.why, hour_of(at), viewing.wall, viewing.sky))
        if viewing.room:
            event.add(
                "location",
                ", ".join(
                    part for part in (viewing.room.name, viewing.room.job.title, viewing.room.job.address) if part
                ),
            )
        event.add("url", f"{address}{viewing.get_absolute_url()}")
        made.add_component(event)
    return bytes(made.to_ical())
