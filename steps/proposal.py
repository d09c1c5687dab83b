"""Walls proposed for the rooms of a home that have none: from one colour, what stays, the light, and the doorways."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from django.contrib.auth.models import User
from django.db import transaction

from decks.models import Colour
from jobs import services
from jobs.contents import by_permanence, day_in, stimulus_of
from jobs.home_white import DECIDED, rooms_of, wall_of
from jobs.models import Finish, Job, Room
from prism import words
from prism.light.together import Terms, pairing
from reviews.context import ReviewContext, SwatchView
from reviews.models import Review
from steps.palette.schemes import Schemes
from web.settled import Page

PLACES = ("lighter", "middle")
"""Places of the safe palette whose colours are tried on walls, besides the colour itself and its strip."""
MOST_TRIED, SHOWN = 5, 3
CLASH, WARNING, DOORWAY, GOES, SAME = -4.0, -1.0, -3.0, 0.5, 0.25
"""What counts for and against a colour: each clash with what stays, each warning of the light, each clash at a doorway,
each thing it goes with, and each open neighbour in the same colour."""


@dataclass(frozen=True)
class Tried:
    """A colour tried on the walls of a room: how well it does, and what speaks for and against it."""

    colour: Colour
    name: str
    label: str
    score: float
    facts: tuple[str, ...]
    shared: frozenset[str] = frozenset()

    @property
    def screens(self) -> list[str]:
        return [self.colour.screen]

    @property
    def reasons(self) -> str:
        """What is true of it and not of all that are shown."""
        return words.homes.proposed_because([fact for fact in self.facts if fact not in self.shared])


@dataclass(frozen=True)
class Proposed:
    """A room with the colours proposed for its walls, the best first."""

    room: Room
    tried: list[Tried]

    @classmethod
    def of(cls, room: Room, tried: Sequence[Tried]) -> Proposed:
        shared = frozenset.intersection(*(frozenset(room.facts) for room in tried))
        return cls(room, [replace(room, shared=shared) for room in tried])

    @property
    def shared(self) -> str:
        """What is true of all that are shown; said once."""
        facts = [fact for fact in self.tried[0].facts if fact in self.tried[0].shared]
        return words.homes.proposed_all(facts, len(self.tried) > 1 and not any(room.reasons for room in self.tried))


class Proposal(Page):
    """What is proposed for a job, from the colour of one of its reviews."""

    unsettled = ("rooms", "user")

    def __init__(self, user: User, job: Job) -> None:
        self.user, self.job = user, job

    @cached_property
    def rooms(self) -> list[Room]:
        return rooms_of(self.job)

    @cached_property
    def base(self) -> Review | None:
        """The review whose colour the others follow: one that is decided, else the one last begun."""
        walls = [wall for room in self.rooms if (wall := wall_of(room)) and wall.review]
        decided = [wall.review for wall in walls if wall.why in DECIDED]
        bases = decided or [wall.review for wall in walls]
        if not bases:
            return None
        review: Review = Review.objects.select_related("colour__maker", "owner", "room__job").get(pk=bases[0].pk)
        return review

    @property
    def base_name(self) -> str:
        return self.base.called(self.base.colour.name) if self.base else ""

    @cached_property
    def _context(self) -> ReviewContext:
        assert self.base is not None
        return ReviewContext(self.base)

    @cached_property
    def _candidates(self) -> list[SwatchView]:
        """The colour itself, its neighbours on the strip, and the quiet places of its palette."""
        context = self._context
        own = context.decks.fetch(context.subject.colour)
        schemes = Schemes(context, {})
        places = schemes.scheme.places if schemes.scheme else ()
        rows = [place.row for place in places if place.name in PLACES]
        strip = [swatch for swatch in context.set.comparison_colours if swatch.kind == "strip"]
        swatches = {swatch.colour.pk: swatch for swatch in (own, *schemes.held(rows), *strip)}
        return list(swatches.values())[:MOST_TRIED]

    @cached_property
    def proposed(self) -> list[Proposed]:
        """The rooms without a colour on their walls, those next to one that has a colour first."""
        if self.base is None:
            return []
        walls = {room.pk: wall.colour for room in self.rooms if (wall := wall_of(room))}
        waiting = [room for room in self.rooms if room.pk not in walls]
        proposals = []
        while waiting:
            room = next(
                (review for review in waiting if any(near.pk in walls for near, _ in _neighbours(review))), waiting[0]
            )
            waiting.remove(room)
            tried = sorted(
                (self._try(room, swatch, walls) for swatch in self._candidates), key=lambda proposal: -proposal.score
            )
            walls[room.pk] = tried[0].colour
            proposals.append(Proposed.of(room, tried[:SHOWN]))
        return proposals

    def _try(self, room: Room, swatch: SwatchView, walls: dict[int, Colour]) -> Tried:
        method, neutral, own = self._context.subject.method, self._context.subject.neutral, swatch.colour.stimulus
        doubt = method.doubt(own)
        clashes: list[str] = []
        goes: list[str] = []
        for element in by_permanence(room):
            thing = stimulus_of(element)
            if thing is not None:
                terms = pairing(own.lab, thing.lab, (doubt, method.doubt(thing)), method, neutral).terms
                (clashes if terms is Terms.CLASH else goes if terms is Terms.AGREE else []).append(element.name)
        doors, same = [], []
        for near, is_open in _neighbours(room):
            wall = walls.get(near.pk)
            if wall is None:
                continue
            if wall.pk == swatch.colour.pk:
                same += [near.name] * is_open
            elif pairing(own.lab, wall.stimulus.lab, (doubt, doubt), method, neutral).terms is Terms.CLASH:
                doors.append(near.name)
        day = day_in(room, own, method, neutral, {"when": "equinox"}, elements=()) if room.can_be_lit else None
        warnings = [counsel for counsel in day.counsels if counsel.computed] if day else []
        score = CLASH * len(clashes) + WARNING * len(warnings) + DOORWAY * len(doors) + GOES * len(goes)
        score += SAME * len(same)
        told = [words.warnings.counsel_plain(warning.kind, warning.walls) for warning in warnings]
        facts = words.homes.proposed_facts(clashes, goes, doors, same, told, day is not None)
        label = words.homes.with_lrv(swatch.label, swatch.reading.lrv)
        return Tried(swatch.colour, swatch.title or swatch.name, label, score, tuple(facts))


def _neighbours(room: Room) -> list[tuple[Room, bool]]:
    """Return the rooms beside one, and whether there is no door between."""
    return [*((near, True) for near in room.open_to.all()), *((near, False) for near in room.leads_to.all())]


@transaction.atomic
def accept(by: User, chosen: Sequence[tuple[Room, Colour]]) -> list[int]:
    """Put colours on the walls of rooms; return the rooms."""
    for room, colour in chosen:
        services.set_part(by, room, Finish.Part.WALLS, colour)
    return [room.pk for room, _ in chosen]


@transaction.atomic
def take_back(by: User, rooms: Sequence[Room]) -> None:
    for room in rooms:
        services.set_part(by, room, Finish.Part.WALLS, None)
