"""Writes: jobs and rooms, and what the rooms hold."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import asdict, replace
from datetime import datetime
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Model
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour
from jobs import queries
from jobs.models import Element, ElementPart, Finish, Job, LampSort, Metered, Room, Surface, WhiteRule, Window
from prism import words
from prism.devices import meters
from prism.light.checks import CORRECTION
from prism.light.day import CLEAR, OVERCAST, days
from prism.light.room import WALLS, Reflectance
from prism.light.room import Room as LitRoom
from prism.light.spectra import lux
from prism.messages.habits import hour_of
from prism.spectrum import Array
from prism.stimulus import from_reflectance
from web import clocks, devices

PLAIN_WALL = 0.7
"""Reflectance of walls of which nothing is known, when a meter is read."""
Rows = Iterable[Mapping[str, Any]]


@transaction.atomic
def keep_job(by: User, job: Job, fields: Mapping[str, Any]) -> Job:
    if job._state.adding:
        job.owner = by
    for name, value in fields.items():
        setattr(job, name, value)
    job.updated, job.changed_by = timezone.now(), by
    job.save()
    return job


@transaction.atomic
def soft_delete(by: User, thing: Job | Room) -> None:
    """Put a job or a room aside; `undelete` brings it back as it was."""
    _set_deleted(by, thing, timezone.now())


@transaction.atomic
def undelete(by: User, thing: Job | Room) -> None:
    _set_deleted(by, thing, None)


def _set_deleted(by: User, thing: Job | Room, when: datetime | None) -> None:
    """Mark a job or room as deleted or not; what is kept of the job in memory is made anew."""
    thing.deleted, thing.changed_by, thing.updated = when, by, timezone.now()
    thing.save(update_fields=["deleted", "changed_by", "updated"])
    if isinstance(thing, Room):
        _touch_job(by, thing.job_id)


@transaction.atomic
def keep_room(
    by: User,
    room: Room,
    fields: Mapping[str, Any],
    parts: Mapping[str, Rows],
    open_to: Iterable[Room] | None = None,
    leads_to: Iterable[Room] | None = None,
) -> Room:
    """Keep a room with all it holds: `parts` are rows of `windows`, `lamps`, `surfaces` and `elements`, which replace
    what was there; one that is not among them stays. A row of an element may hold `parts`, rows with their shares."""
    for name, value in fields.items():
        setattr(room, name, value)
    room.updated, room.changed_by = timezone.now(), by
    room.save()
    kinds = {"windows": Window, "lamps": LampSort, "surfaces": Surface, "elements": Element}
    for name, rows in parts.items():
        getattr(room, name).all().delete()
        for row in rows:
            own = _with_kept_colour(by, row)
            several = own.pop("parts", ())
            made = kinds[name]._default_manager.create(room=room, **own)
            for part in several:
                ElementPart.objects.create(element_id=made.pk, **_with_kept_colour(by, part))
    if open_to is not None:
        room.open_to.set(open_to)
    if leads_to is not None:
        room.leads_to.set(leads_to)
    Job.objects.filter(pk=room.job_id).update(updated=room.updated, changed_by=by)
    return room


def _with_kept_colour(by: User, row: Mapping[str, Any]) -> dict[str, Any]:
    """Return a row in which a colour that was only typed is kept."""
    own = dict(row)
    if own.get("colour") is not None:
        own["colour"] = deck_services.kept(by, own["colour"])
    return own


@transaction.atomic
def begin_like(by: User, job: Job, other: Job) -> Job:
    """Give a new job the rooms of another, with all they hold and how they lie to each other."""
    made = {room.pk: _copied(by, room, job, room.name) for room in other.rooms.filter(deleted=None)}
    for pk, room in made.items():
        for relation in ("open_to", "leads_to"):
            others = getattr(Room(pk=pk), relation).filter(pk__in=made).values_list("pk", flat=True)
            getattr(room, relation).set([made[near] for near in others])
    return job


@transaction.atomic
def duplicate(by: User, room: Room) -> Room:
    """Copy a room with all it holds; readings of meters are of the first alone."""
    taken = set(room.job.rooms.filter(deleted=None).values_list("name", flat=True))
    made = _copied(by, room, room.job, words.rooms.copy_of_room(room.name, taken)[:80])
    made.open_to.set(room.open_to.all())
    made.leads_to.set(room.leads_to.all())
    return made


def _copied(by: User, room: Room, job: Job, name: str) -> Room:
    fields = ("width", "depth", "height", "rotation_deg", "storey", "furnishing", "used_from", "used_until", "notes")
    made = Room.objects.create(job=job, name=name, changed_by=by, **{field: getattr(room, field) for field in fields})
    for relation in ("windows", "lamps", "surfaces", "elements", "finishes"):
        for row in getattr(room, relation).all():
            inside = list(row.parts.all()) if relation == "elements" else []
            _save_as_new(row, room=made)
            for part in inside:
                _save_as_new(part, element=row)
    return made


def _save_as_new(row: Model, **of: Model) -> None:
    row.pk = None
    row._state.adding = True
    for name, owner in of.items():
        setattr(row, name, owner)
    row.save()


@transaction.atomic
def keep_finishes(by: User, room: Room, rows: Rows) -> None:
    """Keep what the parts of a room are painted with; rows replace what was there."""
    room.finishes.all().delete()
    for row in rows:
        Finish.objects.create(room=room, **_with_kept_colour(by, row))
    _touch(by, room)


@transaction.atomic
def set_part(by: User, room: Room, part: str, colour: Colour | None) -> None:
    """Decide the colour of a part of a room, its sheen and area as they are; or decide nothing, so that what is
    computed goes there."""
    if colour is None:
        room.finishes.filter(part=part, stays=False).delete()
    else:
        kept = {"colour": deck_services.kept(by, colour), "stays": False}
        Finish.objects.update_or_create(room=room, part=part, defaults=kept)
    _touch(by, room)


def _touch(by: User, room: Room) -> None:
    room.changed_by, room.updated = by, timezone.now()
    room.save(update_fields=["changed_by", "updated"])
    _touch_job(by, room.job_id)


def _touch_job(by: User, pk: int) -> None:
    Job.objects.filter(pk=pk).update(updated=timezone.now(), changed_by=by)


@transaction.atomic
def rule_white(by: User, job: Job, colour: Colour, kind: str, reason: str) -> WhiteRule:
    """Set a white for a home, or rule it out, with the reason. Only one is set at a time, and none is both: what stood
    against it is lifted."""
    colour = deck_services.kept(by, colour)
    rules = job.white_rules.filter(lifted=None)
    against = rules.filter(colour=colour) | (rules.filter(kind=WhiteRule.Kind.PIN) if kind == "pin" else rules.none())
    for rule in against.distinct():
        lift_rule(by, rule)
    _touch_job(by, job.pk)
    return WhiteRule.objects.create(job=job, colour=colour, kind=kind, reason=reason, by=by)


@transaction.atomic
def lift_rule(by: User, rule: WhiteRule) -> None:
    """Lift what was set or ruled out; it stays in the record."""
    rule.lifted, rule.lifted_by = timezone.now(), by
    rule.save(update_fields=["lifted", "lifted_by"])
    _touch_job(by, rule.job_id)


def take_up_rule(by: User, rule: WhiteRule) -> WhiteRule:
    """Put a lifted rule in force again, as a new entry of the record."""
    return rule_white(by, rule.job, rule.colour, rule.kind, rule.reason)


def measure(
    by: User,
    room: Room,
    wall: str,
    at: datetime,
    sky: str,
    lamps_on: bool,
    typed: tuple[float, float | None] | None = None,
) -> Metered:
    """Keep what a meter says of a wall, and let it rescale the room. Raises `MeterError` where there is nothing to hold
    it against.

    `typed` lux and kelvin come from a meter that the studio does not know; else the driver's is read.
    """
    return keep_reading(by, metered(room, wall, at, sky, lamps_on, typed))


def metered(
    room: Room, wall: str, at: datetime, sky: str, lamps_on: bool, typed: tuple[float, float | None] | None = None
) -> Metered:
    """Return what a meter says of a wall, not kept yet, beside what is computed for it. Raises `MeterError`."""
    light = _light_on(room, wall, at, sky, lamps_on)
    computed = float(lux(light))
    if computed < meters.DARKEST:
        raise meters.MeterError(words.rooms.TOO_DARK_TO_METER)
    if typed is None:
        measured = devices.light_meter()(room.pk, room.readings.count()).measure(light)
        typed = measured.lux, measured.kelvin
    return Metered(
        room=room, wall=wall, at=at, sky=sky, lamps_on=lamps_on, lux=typed[0], kelvin=typed[1], computed_lux=computed
    )  # fmt: skip


@transaction.atomic
def keep_reading(by: User, made: Metered) -> Metered:
    made.by = by
    made.save()
    _rescale(by, made.room)
    return made


def _light_on(room: Room, wall: str, at: datetime, sky: str, lamps_on: bool) -> Array:
    lit = queries.lit_room(room, painted=False)
    if lit is None:
        raise meters.MeterError(words.light.ROOM_UNKNOWN)
    local = at.astimezone(clocks.zone_of(lit.place.zone))
    hour = hour_of(local)
    cloud = OVERCAST if sky == "overcast" else CLEAR
    (day,) = days(
        replace(lit, correction=1.0),
        np.full(31, PLAIN_WALL),
        local.date(),
        (hour,),
        (cloud,),
        "on" if lamps_on else "off",
    )
    return np.asarray(day.light[0, WALLS.index(wall)])


@transaction.atomic
def use_reading(by: User, reading: Metered, taken: bool) -> None:
    """Let a reading count, or leave it out; the room is rescaled by those that count."""
    reading.taken = taken
    reading.save(update_fields=["taken"])
    _rescale(by, reading.room)


def _rescale(by: User, room: Room) -> None:
    pairs = [(r.lux, r.computed_lux) for r in room.readings.filter(taken=True) if r.lux > 0]
    mean = float(np.exp(np.mean([np.log(read / computed) for read, computed in pairs]))) if pairs else None
    room.correction = None if mean is None else min(max(mean, CORRECTION[0]), CORRECTION[1])
    room.changed_by, room.updated = by, timezone.now()
    room.save(update_fields=["correction", "changed_by", "updated"])


def read_compass(by: User, room: Room) -> float:
    """Read the compass at the wall that is called north, and turn the room by it; return the bearing."""
    bearing = devices.compass()(room.pk, room.readings.count()).bearing(room.rotation_deg % 360)
    room.rotation_deg = bearing if bearing <= 180 else bearing - 360
    room.changed_by, room.updated = by, timezone.now()
    with transaction.atomic():  # with its record; nothing is locked while the compass is read
        room.save(update_fields=["rotation_deg", "changed_by", "updated"])
    return bearing


@transaction.atomic
def bring_in_room(by: User, job: Job, name: str, lit: LitRoom) -> Room:
    """Keep a room from a file. Its colours become own colours of the person, named after what has them."""
    taken = set(job.rooms.filter(deleted=None).values_list("name", flat=True))
    room = Room(
        job=job, name=name if name not in taken else words.rooms.copy_of_room(name, taken), width=lit.width,
        depth=lit.depth, height=lit.height, rotation_deg=lit.rotation_deg, storey=lit.storey,
        correction=None if lit.correction == 1 else lit.correction, furnishing=lit.furnishing,
    )  # fmt: skip

    def own(what: str, reflectance: Reflectance) -> Colour:
        return deck_services.keep_own(by, f"{name}, {what}"[:120], from_reflectance(reflectance, "reading-single"))

    parts: dict[str, Rows] = {
        "windows": [asdict(window) for window in lit.windows],
        "lamps": [asdict(lamp) | {"dimmed": lamp.dimmed * 100} for lamp in lit.lamps],
        "surfaces": [{"side": side, "colour": own(side, surface)} for side, surface in lit.surfaces.items() if surface],
        "elements": [
            {"kind": Element.Kind.FURNITURE, "name": thing.name or thing.on, "area": thing.area, "on": thing.on,
             "colour": own(thing.name or thing.on, thing.reflectance)}
            for thing in lit.fixed
        ],
    }  # fmt: skip
    return keep_room(by, room, {}, parts)
