"""Jobs and rooms as their templates need them."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from itertools import groupby
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Prefetch, QuerySet
from django.utils.safestring import SafeString

from decks.models import Colour
from jobs import drawings, queries
from jobs.forms import RoomSheet
from jobs.lighting import SEASONS, SKIES, Asked, Board, RoomDay
from jobs.models import Element, Job, Metered, Room
from jobs.towns import TOWNS
from prism import words
from prism.difference import delta_e
from prism.light.checks import zones
from prism.light.day import HALF_HOURS
from prism.light.findings import Facing
from prism.light.materials import library
from prism.light.room import WALLS
from prism.light.together import Terms
from prism.reading import read
from prism.stimulus import Stimulus, from_lab, from_reflectance
from schools import queries as school_queries


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
        """The jobs that were asked for, in order."""
        found = queries.searched(self._user, self.q) if self.q else queries.listed(self._user)
        if self.state:
            found = found.filter(state=self.state)
        return found.order_by(*([self.group] if self.group else []), self.sort, "-pk")

    def grouped(self, jobs: list[Job]) -> list[tuple[str, list[Job]]]:
        """Return jobs of a page by group; one group without a name where they are not grouped."""
        if not self.group:
            return [("", jobs)]
        return [(words.group_name(self.group, str(key)), list(each)) for key, each in groupby(jobs, self._key)]

    def _key(self, job: Job) -> str:
        return job.get_state_display() if self.group == "state" else str(getattr(job, self.group))

    @property
    def is_narrowed(self) -> bool:
        """Whether something was searched or filtered for."""
        return bool(self.q or self.state)


class JobPage:
    """A job with its rooms and what was reviewed in them."""

    def __init__(self, user: User, job: Job) -> None:
        self.job, self._user = job, user

    @cached_property
    def rooms(self) -> list[Room]:
        """The rooms, with their reviews."""
        held = self.job.rooms.filter(deleted=None)
        return list(held.prefetch_related("open_to", "windows", "elements__colour", reviews_of()))

    @property
    def summaries(self) -> list[tuple[Room, list[str]]]:
        """What stays in each room against the colour last reviewed for it: clashes, and what goes with it."""
        found = []
        for room in queries.whole().filter(job=self.job, deleted=None):
            page = RoomPage(self._user, room, {})
            if page.day and page.reviews and page.day.elements:
                found.append((room, words.stays_said(page.tried[0], _terms(page.day))))
        return found

    @property
    def changed(self) -> str:
        """Who changed it last, and when."""
        return words.changed_by(_name(self.job.changed_by), self.job.updated)

    @property
    def place(self) -> str:
        """Where it is, in words and figures."""
        job = self.job
        return words.place_said(job.town, job.latitude, job.longitude, job.zone)

    @property
    def colours(self) -> list[Colour]:
        """The colours reviewed in its rooms, each once."""
        found = {review.colour_id: review.colour for room in self.rooms for review in room.reviews.all()}
        return list(found.values())


def _name(user: User | None) -> str:
    return (user.get_full_name() or user.get_username()) if user else ""


def _terms(day: RoomDay) -> list[tuple[str, str, str, bool]]:
    """Return what stands in a room, on which terms with the paint, how surely, and whether of an evening only."""
    found = []
    for thing, by_day, late in day.pairings:
        if late and late.terms is Terms.CLASH and by_day.terms is not Terms.CLASH:
            found.append((thing.name, str(late.terms), str(late.level), True))
        else:
            found.append((thing.name, str(by_day.terms), str(by_day.level), False))
    return found


def reviews_of() -> Prefetch[str]:
    """Return what fetches the reviews of rooms, newest first, with their colours."""
    reviews = Room._meta.get_field("reviews").related_model
    assert reviews is not None and not isinstance(reviews, str)
    held = reviews._default_manager.filter(deleted=None)
    return Prefetch("reviews", held.select_related("colour__maker", "owner"))


@dataclass(frozen=True)
class Line:
    """A fixed element in the list of a room: what it reads as by itself, and how the paint stands to it."""

    element: Element
    screen: str
    own: str
    reading: str


WHITE = (92.0, -0.3, 3.5)
"""What walls are shown as while nothing is known of them: a plain painted white."""


def element_boards(room: Room) -> list[Board]:
    """Return the fixed elements of a room as things in its light; those whose colour is not known are none."""
    order = list(Element.Kind.values)
    found = []
    for element in sorted(room.elements.all(), key=lambda e: order.index(e.kind)):
        colour = stimulus_of(element)
        if colour:
            found.append(Board(element.name, colour.screen, colour, element.kind))
    return found


def stimulus_of(element: Element) -> Stimulus | None:
    """Return the colour of a fixed element; None where it is not known."""
    if element.colour:
        return element.colour.stimulus
    material = library().get(element.material)
    return from_reflectance(material.reflectance, "reading-average", material.title) if material else None


class RoomPage:
    """A room: its plan, its light by one of its colours, what stands in it, what was reviewed there."""

    seasons, skies = SEASONS, SKIES

    def __init__(self, user: User, room: Room, query: Mapping[str, str]) -> None:
        self.room, self.job, self._user, self.query = room, room.job, user, query
        self.school = school_queries.usual(user)

    @cached_property
    def lit(self) -> Any:
        """The room as light finds it; None while its size or place is not known."""
        return queries.lit_room(self.room)

    @cached_property
    def reviews(self) -> list[Any]:
        """The reviews of colours for this room."""
        return list(Room.objects.prefetch_related(reviews_of()).get(pk=self.room.pk).reviews.all())

    @cached_property
    def tried(self) -> tuple[str, Stimulus, Any]:
        """The paint that is shown on the walls: the review asked for or the newest, else what is there, else white."""
        wanted = self.query.get("review", "")
        review = next((one for one in self.reviews if str(one.pk) == wanted), None)
        review = review or (self.reviews[0] if self.reviews else None)
        if review:
            return review.colour.name, review.value.stimulus, review
        wall = next((s for s in self.room.surfaces.all() if s.side in WALLS and s.colour), None)
        if wall and wall.colour:
            return wall.colour.name, wall.colour.stimulus, None
        return words.PLAIN_WHITE, from_lab(WHITE), None

    @cached_property
    def day(self) -> RoomDay | None:
        """The day; None while the light cannot be computed."""
        if self.lit is None:
            return None
        return RoomDay(
            self.lit,
            self.tried[1],
            self.school,
            self.school.neutral,
            self.query,
            elements=element_boards(self.room),
            used=(self.room.used_from, self.room.used_until),
            metered=self.room.correction is not None,
        )

    @cached_property
    def shown(self) -> DayShown | None:
        """The day as it is drawn; None while the light cannot be computed."""
        return DayShown(self.day, self.room.name, self.tried[0]) if self.day else None

    @property
    def zone(self) -> str:
        """The time zone of its clocks."""
        return self.job.zone or "UTC"

    @property
    def readings(self) -> list[tuple[Metered, str]]:
        """What meters read, newest first, each held against what was computed."""
        held = self.room.readings.select_related("by")[:12]
        return [
            (r, words.metered(words.lux_said(r.lux), r.wall, words.lux_said(r.computed_lux), r.lux / r.computed_lux))
            for r in held
        ]

    @property
    def rescaled(self) -> str:
        """By how much meters rescale it."""
        if self.room.correction is None:
            return ""
        return words.rescaled(self.room.correction, self.room.readings.filter(taken=True).count() or 1)

    @property
    def changed(self) -> str:
        """Who changed it last, and when."""
        return words.changed_by(_name(self.room.changed_by), self.room.updated)

    @property
    def why_not(self) -> str:
        """Why the light cannot be computed, or shows nothing."""
        if self.lit is None:
            return words.ROOM_UNKNOWN
        return "" if self.lit.windows or self.lit.lamps else words.NO_LIGHT_AT_ALL

    @property
    def elements(self) -> list[Line]:
        """What is fixed, in the order of permanence, with how the paint stands to it."""
        pairings = {thing.name: (by_day, late) for thing, by_day, late in self.day.pairings} if self.day else {}
        order = list(Element.Kind.values)
        lines = []
        for element in sorted(self.room.elements.all(), key=lambda e: order.index(e.kind)):
            colour = stimulus_of(element)
            said = ""
            if element.name in pairings:
                by_day, late = pairings[element.name]
                said = words.pairing_said(element.name, by_day.terms, by_day.level, by_day.lrv, by_day.size)
                if late and late.terms != by_day.terms:
                    evening = words.pairing_said(element.name, late.terms, late.level, late.lrv, late.size, True)
                    said = f"{said} {evening}"
            own = words.headline(read(colour, self.school)) if colour else ""
            lines.append(Line(element, colour.screen if colour else "", own, said))
        return lines


class DayShown:
    """A day as templates draw it: sentences, boards, strip, plan, and what the script relights the boards by."""

    seasons, skies = SEASONS, SKIES

    def __init__(self, day: RoomDay, room: str, paint: str) -> None:
        self.day, self.room, self.paint = day, room, paint

    @property
    def asked(self) -> Asked:
        """What is looked at."""
        return self.day.asked

    @cached_property
    def names(self) -> list[tuple[str, str]]:
        """The walls and what they are called."""
        return list(zip(WALLS, drawings.wall_names(self.day.room), strict=True))

    @property
    def lit_screen(self) -> str:
        """The wall as it reads at the moment that is looked at."""
        return self.day.screens(self.day.lab[self.asked.moment, self.day.wall])[0]

    @property
    def caption(self) -> str:
        """Which wall, when."""
        return words.wall_at(self.asked.wall, self.asked.hour)

    @property
    def measured(self) -> str:
        """Lux and colour temperature there."""
        day, t, w = self.day.day, self.asked.moment, self.day.wall
        return words.light_there(float(day.lux[t, w]), float(day.kelvin[t, w]))

    @cached_property
    def sentences(self) -> list[str]:
        """What the wall reads as, at each moment."""
        own = self.day.own
        return [
            words.seen_line(self.asked.wall, hour, None if self.day.day.dark[t, self.day.wall] else reading, own)
            for t, (hour, reading) in enumerate(zip(HALF_HOURS, self.day.readings, strict=True))
        ]

    @property
    def sentence(self) -> str:
        """What it reads as at the moment that is looked at."""
        return self.sentences[self.asked.moment]

    @cached_property
    def beside(self) -> list[tuple[int, Board, str]]:
        """The things in the same light: their number, what they are, and the screen value they read as."""
        screens = self.day.screens(self.day.together[self.asked.moment])
        things = [*self.day.boards, *self.day.elements]
        return [(i, thing, value) for i, (thing, value) in enumerate(zip(things, screens, strict=True))]

    @property
    def hung(self) -> list[tuple[int, Board, str]]:
        """The boards in the same light."""
        return self.beside[: len(self.day.boards)]

    @property
    def stays(self) -> list[tuple[int, Board, str]]:
        """The fixed elements in the same light."""
        return self.beside[len(self.day.boards) :]

    @property
    def strip(self) -> SafeString:
        """The strip of the day."""
        return drawings.strip(self.day, self.paint)

    @property
    def plan(self) -> SafeString:
        """The plan."""
        day, t = self.day.day, self.asked.moment
        return drawings.plan(self.day.room, self.room, self.asked.hour, float(day.azimuth[t]), float(day.height[t]))

    @property
    def sun(self) -> str:
        """When the sun is up."""
        return words.sun_said(self.day.sun.rises, self.day.sun.sets, self.day.sun.up)

    @property
    def best(self) -> str:
        """Where and when it is nearest to its board."""
        found = self.day.extremes
        return words.spot_said(found[0].hour, found[0].wall, words.sky_of(found[0].cloud)) if found else words.NEVER_LIT

    @property
    def worst(self) -> str:
        """Where and when it is farthest from its board."""
        found = self.day.extremes
        return words.spot_said(found[1].hour, found[1].wall, words.sky_of(found[1].cloud)) if found else ""

    @property
    def runs(self) -> list[str]:
        """What is said of the wall, stretch by stretch."""
        return [words.run_said(run.start, run.end, run.said) for run in drawings.runs(self.day)]

    @property
    def practice(self) -> str:
        """What the school's practice says of rooms that look this way."""
        if self.day.facing is Facing.NOWHERE:
            return ""
        return words.practice_said(self.day.facing, getattr(self.day.school.light, self.day.facing))

    @property
    def deeper(self) -> str:
        """How four walls differ from the board."""
        return words.deeper_said(*self.day.deeper)

    @property
    def floor(self) -> str:
        """What the floor does to the walls; empty where it does nothing to speak of."""
        return words.floor_said(self.day.floor_effect)

    @property
    def clean(self) -> str:
        """What it reads as beside a clean white in the same light."""
        return words.beside_clean_white(self.day.clean)

    @cached_property
    def under_lamps(self) -> list[tuple[str, str, str]]:
        """The wall under each temperature of lamp: its name, screen value and undertone."""
        return [
            (words.kelvin_said(kelvin), self.day.screens(lab)[0], words.undertone_short(reading))
            for kelvin, lab, reading in self.day.under_lamps
        ]

    @property
    def lamps_said(self) -> str:
        """Which undertone each lamp pulls out."""
        found = self.day.under_lamps
        away = [float(delta_e(lab, self.day.board)) for _, lab, _ in found]
        said = words.lamps_said([k for k, _, _ in found], [words.undertone_short(r) for _, _, r in found], away)
        shifts = self.day.lamp_shifts
        said += " " + words.lamp_shift_said(
            max(shifts), found[shifts.index(max(shifts))][0], self.day.paint.has_spectrum
        )
        return said if self.day.room.lamps else f"{words.NO_LAMPS} {said}"

    @property
    def data(self) -> str:
        """What the script needs to relight the boards by the hour, as JSON."""
        day = self.day.day
        wall = self.day.wall
        return json.dumps(
            {
                "hours": list(HALF_HOURS),
                "wall": "".join(v[1:] for v in self.day.screens(self.day.lab[:, wall])),
                "beside": [
                    "".join(v[1:] for v in self.day.screens(self.day.together[:, i]))
                    for i in range(self.day.together.shape[1])
                ],
                "said": self.sentences,
                "light": [
                    words.light_there(float(x), float(k))
                    for x, k in zip(day.lux[:, wall], day.kelvin[:, wall], strict=True)
                ],
                "caption": [words.wall_at(self.asked.wall, hour) for hour in HALF_HOURS],
                "sunlit": [
                    drawings.sunlit(self.day.room, float(a), float(h))
                    for a, h in zip(day.azimuth, day.height, strict=True)
                ],
                "sun": [[round(float(a), 1), round(float(h), 1)] for a, h in zip(day.azimuth, day.height, strict=True)],
            },
            ensure_ascii=False,
            separators=(",", ":"),
        )


def sheet_context(sheet: RoomSheet) -> dict[str, Any]:
    """Return what the sheet of a room needs."""
    return {"sheet": sheet, "materials": [m.title for m in library().values()], "job": sheet.room.job}


def place_context() -> dict[str, Any]:
    """Return what the sheet of a job needs."""
    return {"zones": sorted(zone for zone in zones() if "/" in zone and not zone.startswith("Etc")), "towns": TOWNS}
