"""The demo's job: the pilots' station with its rooms, as the demo and tests enter it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import User

from decks.models import Colour
from decks.queries import visible_to
from jobs import services
from jobs.models import Job, Room
from prism.demo import station


def enter(user: User) -> dict[str, Room]:
    """Enter the pilots' station as a job with its rooms, and return these by name."""
    job = services.keep_job(user, Job(), {"title": station.TITLE, **station.JOB})
    rooms: dict[str, Room] = {}
    for room in station.ROOMS:
        parts = {name: room[name] for name in ("windows", "lamps", "surfaces", "elements")}
        parts["elements"] = [_with_colours(user, row) for row in parts["elements"]]
        rooms[room["name"]] = services.keep_room(user, Room(job=job, name=room["name"]), room["fields"], parts)
    for first, second in station.OPEN_TO:
        rooms[first].open_to.add(rooms[second])
    for first, second in station.LEADS_TO:
        rooms[first].leads_to.add(rooms[second])
    for name, rows in station.FINISHES.items():
        services.keep_finishes(user, rooms[name], [_with_colours(user, row) for row in rows])
    code, reason = station.WISH
    services.rule_white(user, job, colour(user, code), "pin", reason)
    return rooms


def _with_colours(user: User, row: Mapping[str, Any]) -> dict[str, Any]:
    own = {name: value for name, value in row.items() if name not in ("code", "codes")}
    if "code" in row:
        own["colour"] = colour(user, row["code"])
    if "codes" in row:
        own["parts"] = [{"colour": colour(user, code), "share": share} for code, share in row["codes"].items()]
    return own


def colour(user: User, code: str) -> Colour:
    return visible_to(user).filter(code=code, maker__isnull=False)[0]
