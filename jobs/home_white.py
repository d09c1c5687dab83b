"""One white for the home of a job: solved over its rooms by the colours of their walls, and what a person ruled."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Prefetch, prefetch_related_objects

from decks.catalogue import catalogue
from decks.models import Colour
from jobs import queries
from jobs.contents import whites_of
from jobs.models import Finish, Job, Room, WhiteRule
from jobs.page import reviews_of
from methods import queries as method_queries
from people.names import name_of
from prism import words
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read
from prism.stimulus import Stimulus
from prism.whites import home
from prism.whites.ranking import White, rank, ways_out, which
from web.query_cache import QueryCache
from web.settled import Page

MOST_WHITES = 240
SUITS = 0.6
"""Score from which a white is said to suit a room."""


@dataclass(frozen=True)
class Walled:
    """A room with the colour of its walls, decided or else last reviewed; the whites that are there; and the trim that
    stays, None where none does."""

    room: Room
    name: str
    colour: Stimulus
    wall: Reading
    there: tuple[Reading, ...]
    trim: Colour | None


@dataclass(frozen=True)
class Conflict:
    """A room in which the home's white stands badly beside what is there, and the ways out."""

    room: Room
    sentence: str
    ways: list[str]


def rooms_of(job: Job) -> list[Room]:
    """Return the rooms of a job with all that lights and fills them, their finishes, doorways and reviews."""
    rooms = queries.whole().filter(job=job, deleted=None)
    return list(rooms.prefetch_related("open_to", "leads_to", reviews_of()))


@dataclass(frozen=True)
class RoomPaint:
    """A room, and the screen value, the state and the name of what its walls are to be painted with; empty for none."""

    room: Room
    screen: str
    state: str
    sentence: str


def painted_rooms(jobs: Iterable[int]) -> list[RoomPaint]:
    """Return the rooms of jobs with the colour of their walls, in the order of each job."""
    wanted = tuple(jobs)
    return _painted_rooms.get(wanted, lambda: _painted_rooms_of(wanted))


_painted_rooms: QueryCache[tuple[int, ...], list[RoomPaint]] = QueryCache(64)
"""Rooms of jobs as the first page shows them, which somebody opens again and again between other work."""


def _painted_rooms_of(jobs: tuple[int, ...]) -> list[RoomPaint]:
    finishes = Prefetch("finishes", Finish.objects.filter(part=Finish.Part.WALLS).select_related("colour"))
    rooms = list(Room.objects.only("job", "name").filter(job__in=jobs, deleted=None).order_by("job", "name", "pk"))
    reviews = reviews_of([room.pk for room in rooms])
    prefetch_related_objects(rooms, finishes, reviews)
    return [_painted(room) for room in rooms]


def _painted(room: Room) -> RoomPaint:
    wall = wall_of(room)
    if wall is None:
        return RoomPaint(room, "", words.viewing.NO_COLOUR_YET, words.viewing.NO_COLOUR_YET)
    name = wall.review.called(wall.name) if wall.review else wall.name
    if wall.is_decided:
        return RoomPaint(room, wall.value.screen, words.viewing.IS_DECIDED, words.decisions.decided_for(name))
    return RoomPaint(room, wall.value.screen, words.viewing.IS_REVIEWED, words.decisions.reviewed_only(name))


DECIDED = ("decided", "agreed")
"""Why walls are a colour, where somebody chose it: by hand, or in a review."""


@dataclass(frozen=True)
class OnWalls:
    """The colour of a room's walls with its value, why it is (`stays`, `decided` by hand, `agreed` in a review, or last
    `reviewed`), the review that is of it, and its decision."""

    colour: Colour
    value: Stimulus
    why: str
    review: Any = None
    decision: Any = None

    @property
    def name(self) -> str:
        return self.colour.name

    @property
    def is_decided(self) -> bool:
        """Whether nothing is open about it: it stays, or somebody decided."""
        return self.why != "reviewed"


def wall_of(room: Room) -> OnWalls | None:
    """Return what is on the walls of a room: what was put there by hand, else what its reviews decided last, else
    the colour last reviewed; None where there is none of them."""
    by_hand = queries.finish_of(room, Finish.Part.WALLS)
    reviews: list[Any] = list(room.reviews.all())
    if by_hand and by_hand.colour:
        review = next((review for review in reviews if review.colour_id == by_hand.colour_id), None)
        return OnWalls(by_hand.colour, by_hand.colour.stimulus, "stays" if by_hand.stays else "decided", review)
    decided = agreed_of(room)
    if decided is not None:
        review, decision = decided
        of_it = decision.colour_id == review.colour_id
        value = review.value.stimulus if of_it else decision.colour.stimulus
        return OnWalls(decision.colour, value, "agreed", review, decision)
    return OnWalls(reviews[0].colour, reviews[0].value.stimulus, "reviewed", reviews[0]) if reviews else None


def agreed_of(room: Room) -> tuple[Any, Any] | None:
    """Return the decision made last among a room's reviews that is in force, with its review; None for none."""
    reviews: list[Any] = list(room.reviews.all())
    decided = [(review, decision) for review in reviews for decision in review.in_force]
    return max(decided, key=lambda pair: pair[1].made, default=None)


def walled(rooms: Sequence[Room], method: Method, neutral: WorkingNeutral) -> list[Walled]:
    walls = []
    for room in rooms:
        wall = wall_of(room)
        if wall is None:
            continue
        there = tuple(read(colour, method, neutral) for _, colour in whites_of(room, method, neutral))
        trim = queries.finish_of(room, Finish.Part.TRIM)
        stays = trim.colour if trim and trim.stays else None
        walls.append(Walled(room, wall.name, wall.value, read(wall.value, method, neutral), there, stays))
    return walls


def suited(whites: Sequence[Reading], rooms: Sequence[Walled], method: Method) -> list[int]:
    counts = [0] * len(whites)
    for room in rooms:
        for white in rank(room.wall, whites, [""] * len(whites), method, there=room.there):
            counts[white.index] += home.score(white, room.wall.temperature.value) >= SUITS
    return counts


class HomeWhite(Page):
    """The white of a job's home, and what is said of it."""

    unsettled = ("walled", "rules", "pin", "unruled", "found")

    def __init__(self, user: User, job: Job, rooms: Sequence[Room] | None = None) -> None:
        self.job = job
        self._method = method_queries.usual(user)
        self._held = catalogue(user)
        self._rooms = rooms

    @cached_property
    def walled(self) -> list[Walled]:
        rooms = rooms_of(self.job) if self._rooms is None else self._rooms
        return walled(rooms, self._method, self._method.neutral)

    @cached_property
    def rules(self) -> list[WhiteRule]:
        """What is set and ruled out, the newest first; then what was lifted."""
        rules = list(self.job.white_rules.select_related("colour__maker", "by", "lifted_by"))
        return [*(rule for rule in rules if not rule.lifted), *(rule for rule in rules if rule.lifted)]

    @property
    def pin(self) -> WhiteRule | None:
        return next((rule for rule in self.rules if rule.kind == WhiteRule.Kind.PIN and not rule.lifted), None)

    @cached_property
    def _forbidden(self) -> set[int]:
        return {rule.colour_id for rule in self.rules if rule.kind == WhiteRule.Kind.FORBID and not rule.lifted}

    @cached_property
    def _candidates(self) -> list[tuple[Colour, Reading]]:
        """The whites that are weighed: the lightest of the decks, what stays as trim, and what is set."""
        decks, method = self._held, self._method
        rows = which(decks.lab, decks.lrv, method, method.neutral).tolist()
        rows = sorted(rows, key=lambda row: (-decks.lrv[row], decks.names[row]))[:MOST_WHITES]
        boards = list(zip(decks.boards(rows), decks.readings(rows, method, method.neutral), strict=True))
        known = {colour.pk for colour, _ in boards}
        extra = [wall.trim for wall in self.walled if wall.trim] + ([self.pin.colour] if self.pin else [])
        for colour in extra:
            if colour.pk not in known:
                known.add(colour.pk)
                boards.append((colour, read(colour.stimulus, method)))
        return boards

    def colour(self, white: int) -> Colour:
        return self._candidates[white][0]

    @cached_property
    def _ranked(self) -> list[list[White]]:
        readings = [reading for _, reading in self._candidates]
        return [rank(wall.wall, readings, self._keys, self._method, there=wall.there) for wall in self.walled]

    @cached_property
    def _scores(self) -> Any:
        scores = np.zeros((len(self._candidates), len(self.walled)))
        for r, (wall, ranked) in enumerate(zip(self.walled, self._ranked, strict=True)):
            for white in ranked:
                scores[white.index, r] = home.score(white, wall.wall.temperature.value)
        return scores

    @cached_property
    def _keys(self) -> list[str]:
        return [f"{colour.name.casefold()} {colour.code.casefold()}" for colour, _ in self._candidates]

    @cached_property
    def _zones(self) -> list[tuple[int, ...]]:
        places = {wall.room.pk: r for r, wall in enumerate(self.walled)}
        open_to = [
            (places[wall.room.pk], places[other.pk])
            for wall in self.walled
            for other in wall.room.open_to.all()
            if other.pk in places
        ]
        return home.zones(len(self.walled), open_to)

    def _solved(self, pinned: int | None) -> home.Home | None:
        """Return the solution; None where no room has a colour, or no white is left."""
        if not self.walled or not self._candidates:
            return None
        ids = [colour.pk for colour, _ in self._candidates]
        existing = {r: ids.index(wall.trim.pk) for r, wall in enumerate(self.walled) if wall.trim}
        forbidden = [i for i, pk in enumerate(ids) if pk in self._forbidden]
        try:
            return home.solve(self._scores, self._keys, self._zones, existing, forbidden, pinned)
        except home.HomeError:
            return None

    @cached_property
    def unruled(self) -> home.Home | None:
        return self._solved(None)

    @cached_property
    def found(self) -> home.Home | None:
        if self.pin is None:
            return self.unruled
        return self._solved([colour.pk for colour, _ in self._candidates].index(self.pin.colour_id))

    @property
    def chosen(self) -> Colour | None:
        """The white of the home; None where there is none."""
        return self.colour(self.found.best.white) if self.found else None

    def _in(self, white: int, room: int) -> White:
        wall = self.walled[room]
        return rank(wall.wall, [self._candidates[white][1]], [""], self._method, there=wall.there)[0]

    @property
    def sentences(self) -> list[str]:
        """The white, its weakest room and why, the runners-up, and what one exception would buy."""
        if self.found is None:
            return [words.whites.no_home_white(bool(self._candidates), bool(self.walled), len(self._forbidden))]
        best, lines = self.found.best, []
        name = self.colour(best.white).name
        if self.pin:
            free = self.unruled.best.white if self.unruled else best.white
            lines.append(
                words.whites.white_set(name, self.pin.reason, "" if free == best.white else self.colour(free).name)
            )
        else:
            lines.append(words.whites.home_white(name, len(self.walled), best.told_by))
        weakest = self.walled[best.weakest]
        facts = words.whites.white_facts(
            self._in(best.white, best.weakest), self._method.trim_gap, [words.whites.WHITE_THERE] * len(weakest.there)
        )
        lines.append(words.whites.home_weakest(weakest.room.name, best.least, facts[0] if facts else ""))
        stays = [wall.room.name for wall in self.walled if wall.trim and wall.trim.pk == self.colour(best.white).pk]
        if stays:
            lines.append(words.whites.trim_kept(name, stays, home.EXISTING))
        runners = self.found.runners_up
        if runners:
            lines.append(
                words.whites.home_runners([(self.colour(runner.white).name, runner.least) for runner in runners])
            )
        if self.found.exception:
            exception = self.found.exception
            rooms = [self.walled[r].room.name for r in exception.zone]
            lines.append(words.whites.home_exception(self.colour(exception.white).name, rooms, exception.gain))
        if len(self.walled) == 1:
            lines.append(words.whites.ONE_ROOM)
        return lines

    @cached_property
    def conflicts(self) -> list[Conflict]:
        """Rooms in which the white stands badly beside a white that is there, with the ways out."""
        if self.found is None:
            return []
        best, proposal = self.found.best.white, []
        zones = {r: zone for zone in self._zones for r in zone}
        for r, wall in enumerate(self.walled):
            white = self._in(best, r)
            if not (white.is_near_miss or white.yellows):
                continue
            names = [
                words.whites.stands_there(name) for name, _ in whites_of(wall.room, self._method, self._method.neutral)
            ]
            able = [w for w in self._ranked[r] if self.colour(w.index).pk not in self._forbidden]
            same, apart = ways_out(able, self._keys)
            name = self.colour(best).name
            ways = [
                *words.whites.ways_out(same, apart, lambda w: self.colour(w.index).name, names),
                words.whites.way_alone(wall.room.name) if len(zones[r]) == 1 else words.whites.way_zone(len(zones[r])),
                words.whites.way_repaint(names[white.near], name),
            ]
            sentences = words.whites.white_conflict(name, names[white.near], white.yellows, white.away)
            proposal.append(Conflict(wall.room, sentences, ways))
        return proposal

    @property
    def record(self) -> list[tuple[WhiteRule, str]]:
        """What was set and ruled out, by whom and why, what is in force first."""
        return [
            (rule, words.whites.white_ruled(rule.colour.name, rule.kind, rule.reason, name_of(rule.by), rule.lifted))
            for rule in self.rules
        ]
