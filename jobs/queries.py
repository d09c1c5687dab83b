"""Reads: jobs and rooms of a studio, and a room as the light's core knows it."""

from __future__ import annotations

from itertools import groupby
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Count, F, OuterRef, Prefetch, Q, QuerySet, Subquery
from django.db.models import Window as SqlWindow
from django.db.models.functions import Coalesce, RowNumber

from jobs.models import Coated, Element, ElementPart, Finish, Job, Room, Surface, WhiteRule
from people.queries import team
from prism import messages
from prism.formats.room_json import spectrum_of
from prism.light import checks
from prism.light.claims import Known
from prism.light.materials import library
from prism.light.room import Fixed, Lamp, Reflectance, Window
from prism.light.room import Room as LitRoom

SORTS = {
    "-updated": "changed last",
    "title": "job",
    "client": "client",
    "town": "place",
    "state": "state",
    "-created": "newest",
}
GROUPS = {"": "none", "state": "state", "client": "client", "town": "place"}
MOST_WORDS = 6


def of_studio(user: User) -> QuerySet[Job]:
    return Job.objects.filter(owner__in=team(user))


def listed(user: User) -> QuerySet[Job]:
    """Return the jobs of the studio that are not put aside, with how many rooms each has."""
    counted = Room.objects.filter(job=OuterRef("pk"), deleted=None).order_by().values("job")
    rooms = Coalesce(Subquery(counted.annotate(count=Count("pk")).values("count")), 0)
    return of_studio(user).filter(deleted=None).annotate(room_count=rooms)


def by_state(user: User, most: int, which: Q) -> list[tuple[str, str, int, list[Job]]]:
    """Return the states that jobs are in, or some of them, in their order: key, name, how many, and those that changed
    last."""
    counts = dict(of_studio(user).filter(which, deleted=None).order_by().values_list("state").annotate(Count("pk")))
    ranked = SqlWindow(RowNumber(), partition_by=F("state"), order_by=[F("updated").desc(), F("pk").desc()])
    newest = list(listed(user).filter(which).annotate(rank=ranked).filter(rank__lte=most).order_by("-updated", "-pk"))
    return [
        (key, label, counts[key], [job for job in newest if job.state == key])
        for key, label in Job.State.choices
        if key in counts
    ]


def searched(user: User, text: str) -> QuerySet[Job]:
    """Return jobs in which every word typed is found: in title, client, place, rooms, notes, or the colours and
    verdicts of their reviews."""
    jobs = listed(user)
    for word in text.split()[:MOST_WORDS]:
        here = Q(title__icontains=word) | Q(client__icontains=word) | Q(address__icontains=word)
        here |= Q(town__icontains=word) | Q(notes__icontains=word)
        inside = Q(name__icontains=word) | Q(notes__icontains=word)
        of_reviews = Q(reviews__colour__name__icontains=word) | Q(reviews__colour__code__iexact=word)
        of_reviews |= Q(reviews__verdict__icontains=word)
        rooms = Room.objects.filter(inside | (of_reviews & Q(reviews__deleted=None)), deleted=None)
        jobs = jobs.filter(here | Q(pk__in=rooms.values("job_id")))
    return jobs


def rooms(user: User) -> QuerySet[Room]:
    """Return every room of the studio, deleted ones too."""
    return Room.objects.filter(job__owner__in=team(user)).select_related("job")


def whole() -> QuerySet[Room]:
    surfaces = Prefetch("surfaces", Surface.objects.select_related("colour"))
    return Room.objects.select_related("job").prefetch_related("windows", "lamps", surfaces, *_stays())


def _stays() -> list[Prefetch[str]]:
    """Return what fetches the fixed elements and the finishes of rooms with their colours."""
    return [
        Prefetch("elements", Element.objects.select_related("colour")),
        Prefetch("elements__parts", ElementPart.objects.select_related("colour")),
        Prefetch("finishes", Finish.objects.select_related("colour__maker")),
    ]


def of_review(room_id: int | None, lit: bool = True) -> Room | None:
    """Return the room that a review is in, whole, or with what stays in it alone; None where it is in none, or in one
    that was put aside."""
    rooms = whole() if lit else Room.objects.select_related("job").prefetch_related(*_stays())
    return rooms.filter(pk=room_id, deleted=None, job__deleted=None).first() if room_id else None


def newest_review() -> Subquery:
    """Return what annotates rooms with the id of the review that was touched last in each; None where there is none."""
    reviews = reviews_of_rooms().filter(room=OuterRef("pk"), deleted=None).order_by("-updated", "-id")
    return Subquery(reviews.values("pk")[:1])


def reviews_of_rooms() -> QuerySet[Any]:
    """Return all reviews: they are of an app that stands on this one, so they are found by what a room calls them."""
    model = Room._meta.get_field("reviews").related_model
    assert model is not None and not isinstance(model, str)
    return model._default_manager.all()


def pinned_white(job: Job) -> int | None:
    """Return the id of the white that is set for a job's home; None where none is."""
    pins = job.white_rules.filter(kind=WhiteRule.Kind.PIN, lifted=None)
    return pins.values_list("colour_id", flat=True).first()


MOST_CHOICES = 300
"""Rooms that are offered to put a review into: those of the jobs that changed last."""


def choices(user: User, now: Room | None = None) -> list[tuple[str, list[tuple[int, str]]]]:
    """Return the rooms that a review may be put into, id and name, by the title of their job; the one it is in among
    them, however long ago."""
    open_rooms = rooms(user).filter(deleted=None, job__deleted=None).order_by("-job__updated", "job_id", "id")
    rows = list(open_rooms.values_list("job_id", "job__title", "pk", "name")[:MOST_CHOICES])
    if now and now.deleted is None and all(pk != now.pk for *_, pk, _ in rows):
        rows.insert(0, (now.job_id, now.job.title, now.pk, now.name))
    return [
        (title, [(pk, name) for *_, pk, name in each])
        for (_, title), each in groupby(rows, lambda row: (row[0], row[1]))
    ]


def reflectance_of(thing: Coated) -> Reflectance | None:
    """Return the reflectance of something, (31,), of several colours their mean by share; None where its colour is not
    known."""
    if isinstance(thing, Element) and (mixed := _mixed(list(thing.parts.all()))):
        return mixed
    if thing.colour:
        return spectrum_of(thing.colour.stimulus)
    return library()[thing.material].reflectance if thing.material in library() else None


def _mixed(parts: list[ElementPart]) -> Reflectance | None:
    known = [(np.asarray(own), part.share) for part in parts if (own := reflectance_of(part)) is not None]
    whole = sum(share for _, share in known)
    if not whole:
        return None
    shares = np.array([share / whole for _, share in known])
    return tuple((shares @ np.array([own for own, _ in known])).tolist())


PLAIN_SURFACES = {"floor": "wood-brown", "ceiling": ""}
"""What a floor is taken to be while nobody has said: brown wood. A ceiling is a plain white."""
_WHITE_CEILING: Reflectance = (0.82,) * 31


def finish_of(room: Room, part: str) -> Finish | None:
    """Return what is decided of a part of a room; None where nothing is."""
    return next((finish for finish in room.finishes.all() if finish.part == part), None)


def known_of(room: Room) -> Known:
    named = any(surface.side == "floor" and reflectance_of(surface) for surface in room.surfaces.all())
    return Known(metered=room.correction is not None, floor=named, lamps=bool(room.lamps.all()))


def room_faults(room: Room) -> list[tuple[str, str]]:
    """Return what cannot be of a room, as `whole` fetches it, by field: its place, figures, windows in their walls."""
    lit = _as_entered(room, painted=False)
    if lit is None:
        many = len(room.windows.all()) > checks.MOST_WINDOWS
        return [("windows", messages.rooms.too_many("windows", checks.MOST_WINDOWS))] if many else []
    return list(checks.faults(lit))


def lit_room(room: Room, painted: bool = True) -> LitRoom | None:
    """Return a room as light finds it; None while its size or place is not known, or holds what cannot be.

    Walls that are to be painted, or of which nothing is known, take the tried colour; with `painted` false all walls
    are as they are now.
    """
    lit = _as_entered(room, painted)
    return None if lit is None or any(checks.faults(lit)) else lit


def _as_entered(room: Room, painted: bool) -> LitRoom | None:
    place = room.job.place
    if place is None or room.width is None or room.depth is None or room.height is None:
        return None
    surfaces: dict[str, Reflectance | None] = {
        "floor": library()[PLAIN_SURFACES["floor"]].reflectance,
        "ceiling": _WHITE_CEILING,
    }
    for surface in room.surfaces.all():
        own = reflectance_of(surface)
        if surface.side in surfaces:
            surfaces[surface.side] = own or surfaces[surface.side]
        elif own and not (painted and surface.to_paint):
            surfaces[surface.side] = own
    fixed = [(thing, reflectance_of(thing)) for thing in room.elements.all()]
    return LitRoom(
        place,
        room.width,
        room.depth,
        room.height,
        rotation_deg=room.rotation_deg,
        windows=tuple(
            Window(w.wall, w.width, w.height, w.sill, w.along, w.outside, w.hides, w.glazing)
            for w in room.windows.all()
        ),
        lamps=tuple(
            Lamp(x.kelvin, x.lumens, x.count, x.kind, x.rendering, x.dimmed / 100, x.hung) for x in room.lamps.all()
        ),
        surfaces=surfaces,
        fixed=tuple(Fixed(thing.name, own, thing.area, thing.on) for thing, own in fixed if own),
        storey=room.storey,
        correction=room.correction or 1.0,
        furnishing=room.furnishing,
    )
