"""Jobs and rooms as their templates need them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import groupby
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Prefetch, Q, QuerySet, prefetch_related_objects

from decks import queries as deck_queries
from decks.models import Colour
from jobs import handing, queries
from jobs.asked_day import SEASONS, SKIES
from jobs.contents import by_permanence, day_in, pairings_text, stimulus_of, why_no_light
from jobs.day_shown import DayShown
from jobs.lighting import RoomDay
from jobs.models import Element, Finish, Job, Metered, Room, RoomPhoto
from jobs.sheet import RoomSheet
from jobs.towns import TOWNS
from methods import queries as method_queries
from people.names import name_of
from prism import sizes, words
from prism.light.checks import zones
from prism.light.materials import library
from prism.light.room import WALLS
from prism.light.together import Terms
from prism.method import Method
from prism.reading import read
from prism.stimulus import Stimulus, from_lab
from web import clocks
from web.http import whole_number
from web.settled import Page


class JobsPage:
    """The list of jobs: what was asked for, and what was found."""

    sorts, groups, states = queries.SORTS, queries.GROUPS, Job.State.choices

    def __init__(self, user: User, query: Mapping[str, str]) -> None:
        self.q = query.get("q", "")[:200]
        self.state = query.get("state", "") if query.get("state") in Job.State.values else ""
        self.sort = query.get("sort", "") if query.get("sort") in queries.SORTS else "-updated"
        self.group = query.get("group", "") if query.get("group") in queries.GROUPS else ""
        self._user = user

    @cached_property
    def found(self) -> QuerySet[Job]:
        jobs = queries.searched(self._user, self.q) if self.q else queries.listed(self._user)
        if self.state:
            jobs = jobs.filter(state=self.state)
        return jobs.order_by(*([self.group] if self.group else []), self.sort, "-pk")

    def grouped(self, jobs: list[Job]) -> list[tuple[str, list[Job]]]:
        """Return jobs of a page by group; one group without a name where they are not grouped."""
        if not self.group:
            return [("", jobs)]
        return [(words.rooms.group_name(self.group, str(key)), list(each)) for key, each in groupby(jobs, self._key)]

    def _key(self, job: Job) -> str:
        return job.get_state_display() if self.group == "state" else str(getattr(job, self.group))

    @property
    def is_narrowed(self) -> bool:
        return bool(self.q or self.state)


class JobPage(Page):
    """A job with its rooms and what was reviewed in them."""

    def __init__(self, user: User, job: Job) -> None:
        self.job, self._user = job, user

    @cached_property
    def rooms(self) -> list[Room]:
        rooms = self.job.rooms.filter(deleted=None)
        return list(rooms.prefetch_related("open_to", "windows", "elements__colour", reviews_of()))

    @cached_property
    def open_points(self) -> list[str]:
        return handing.open_points(self.job)

    @property
    def hand_overs(self) -> list[str]:
        return [handover.sentence for handover in handing.of_job(self.job)]

    @property
    def nothing_open(self) -> str:
        return words.homes.NOTHING_OPEN_HERE

    @property
    def changed(self) -> str:
        return words.rooms.changed_by(name_of(self.job.changed_by), self.job.updated)

    @property
    def place(self) -> str:
        job = self.job
        return words.rooms.place_text(job.town, job.latitude, job.longitude, job.zone)


def what_stays(user: User, job: Job) -> list[tuple[Room, list[str]]]:
    """Return what stays in each room of a job against the colour last reviewed for it: clashes, and what goes with
    it."""
    stays, method = [], method_queries.usual(user)
    for room in queries.whole().filter(job=job, deleted=None).prefetch_related(reviews_of()):
        page = RoomPage(user, room, {}, method)
        if page.day and page.reviews and page.day.elements:
            stays.append((room, words.rooms.stays_text(page.tried[0], _terms(page.day))))
    return stays


def _terms(day: RoomDay) -> list[tuple[str, str, str, bool]]:
    """Return what stands in a room, on which terms with the paint, how surely, and whether of an evening only."""
    terms = []
    for thing, by_day, late in day.pairings:
        if late and late.terms is Terms.CLASH and by_day.terms is not Terms.CLASH:
            terms.append((thing.name, str(late.terms), str(late.level), True))
        else:
            terms.append((thing.name, str(by_day.terms), str(by_day.level), False))
    return terms


def reviews_of(on_walls_of: Sequence[int] = ()) -> Prefetch[str]:
    """Return what fetches the reviews of rooms, newest first, with their colours, and what is decided of them as
    `in_force`; of the rooms with these ids only those that say what is on their walls: the newest of each, what was
    decided last, and what is of the colour that was put there by hand."""
    reviews = queries.reviews_of_rooms()
    decisions = reviews.model._meta.get_field("decisions").related_model
    assert decisions is not None and not isinstance(decisions, str)
    in_force = decisions._default_manager.filter(reopened=None)
    wanted = reviews.filter(deleted=None)
    if on_walls_of:
        rooms = Room.objects.filter(pk__in=on_walls_of).annotate(newest=queries.newest_review())
        by_hand = Finish.objects.filter(room__in=on_walls_of, part=Finish.Part.WALLS).values("colour")
        made = in_force.filter(review__room__in=on_walls_of, review__deleted=None).order_by("made")
        last = {room: (pk, review) for room, pk, review in made.values_list("review__room", "pk", "review")}
        wanted = wanted.filter(
            Q(pk__in=[*rooms.order_by().values_list("newest", flat=True), *(review for _, review in last.values())])
            | Q(room__in=on_walls_of, colour__in=by_hand)
        ).select_related("colour")
        # nothing that changes whenever somebody works on a review, since what is made of it is kept by its rows
        of_colour = (f"colour__{field.attname}" for field in Colour._meta.concrete_fields)
        wanted = wanted.only("room", "colour", "valued", "names_shown", *of_colour).order_by("room", "-updated", "-pk")
        in_force = in_force.filter(pk__in=[pk for pk, _ in last.values()]).select_related("colour")
    else:
        # people are fetched once each, not with every review: they hold who belongs to their studio
        wanted = wanted.select_related("colour__maker").prefetch_related("owner")
        in_force = in_force.select_related("colour__maker")
    decided = Prefetch("decisions", in_force, to_attr="in_force")
    return Prefetch("reviews", wanted.prefetch_related("colour__earlier", decided))


@dataclass(frozen=True)
class Line:
    """A fixed element in the list of a room: what it reads as by itself, and how the paint stands to it."""

    element: Element
    screen: str
    own: str
    reading: str


WHITE = (92.0, -0.3, 3.5)
"""What walls are shown as while nothing is known of them: a plain painted white."""


class RoomPage(Page):
    """A room: its plan, its light by one of its colours, what stands in it, what was reviewed there."""

    seasons, skies = SEASONS, SKIES

    def __init__(self, user: User, room: Room, query: Mapping[str, str], method: Method | None = None) -> None:
        self.room, self.job, self._user, self.query = room, room.job, user, query
        self.method = method or method_queries.usual(user)

    no_photos = words.photos.NO_PHOTOS

    @cached_property
    def photos(self) -> list[RoomPhoto]:
        return list(self.room.photos.filter(deleted=None).defer("content"))

    @cached_property
    def reviews(self) -> list[Any]:
        prefetch_related_objects([self.room], reviews_of())  # unless they came with the room
        return list(self.room.reviews.all())

    @cached_property
    def tried(self) -> tuple[str, Stimulus, Any]:
        """The paint that is shown on the walls: the one asked for, the review asked for or the newest, else what is
        there, else white."""
        asked = whole_number(self.query.get("paint"))
        if asked and (paint := deck_queries.visible_to(self._user).filter(pk=asked).first()):
            return paint.name, paint.stimulus, None
        wanted = self.query.get("review", "")
        review = next((review for review in self.reviews if str(review.pk) == wanted), None)
        review = review or (self.reviews[0] if self.reviews else None)
        if review:
            return review.name_now, review.value.stimulus, review
        wall = next((s for s in self.room.surfaces.all() if s.side in WALLS and s.colour), None)
        if wall and wall.colour:
            return wall.colour.name, wall.colour.stimulus, None
        return words.light.PLAIN_WHITE, from_lab(WHITE), None

    @cached_property
    def day(self) -> RoomDay | None:
        """The day; None while the light cannot be computed."""
        return day_in(self.room, self.tried[1], self.method, self.method.neutral, self.query)

    @cached_property
    def shown(self) -> DayShown | None:
        """The day as it is drawn; None while the light cannot be computed."""
        review = self.tried[2]
        if self.day is None:
            return None
        pk, framed = review.pk if review else None, self.query.get("frames", "")
        return DayShown(self.day, self.room, self.tried[0], pk, framed=framed, explained="why" in self.query)

    @property
    def zone(self) -> str:
        return self.job.zone or "UTC"

    @property
    def readings(self) -> list[tuple[Metered, str, str]]:
        """What meters read, newest first, each held against what was computed, and when by the room's clocks."""
        readings = self.room.readings.select_related("by")[:12]
        return [
            (
                r,
                words.rooms.metered(
                    words.light.lux_text(r.lux), r.wall, words.light.lux_text(r.computed_lux), r.lux / r.computed_lux
                ),
                clocks.moment(r.at, self.zone),
            )
            for r in readings
        ]

    @property
    def rescaled(self) -> str:
        if self.room.correction is None:
            return ""
        return words.rooms.rescaled(self.room.correction, self.room.readings.filter(taken=True).count() or 1)

    @property
    def changed(self) -> str:
        return words.rooms.changed_by(name_of(self.room.changed_by), self.room.updated)

    @property
    def why_not(self) -> str:
        return why_no_light(self.day, self.room)

    @property
    def elements(self) -> list[Line]:
        """What is fixed, in the order of permanence, with how the paint stands to it."""
        pairings = dict(pairings_text(self.day)) if self.day else {}
        lines = []
        for element in by_permanence(self.room):
            colour = stimulus_of(element)
            own = words.readings.headline(read(colour, self.method)) if colour else ""
            pairing = " ".join(pairings.get(element.name, []))
            lines.append(Line(element, colour.screen if colour else "", own, pairing))
        return lines


def sheet_context(sheet: RoomSheet) -> dict[str, Any]:
    return {
        "sheet": sheet,
        "unit": sizes.unit("length"),
        "materials": [m.title for m in library().values()],
        "job": sheet.room.job,
    }


def place_context() -> dict[str, Any]:
    return {"zones": sorted(zone for zone in zones() if "/" in zone and not zone.startswith("Etc")), "towns": TOWNS}
