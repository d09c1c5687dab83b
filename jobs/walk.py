"""The walk through a home: each doorway's pair of walls, each as it stands in its own room's light."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from jobs.contents import day_in
from jobs.home_white import wall_of
from jobs.lighting import RoomDay
from jobs.models import Room
from prism import words
from prism.light.claims import Known, doubt
from prism.light.together import Pairing, Terms, pairing
from prism.method import Method
from prism.spectrum import Array
from prism.stimulus import Stimulus
from web.settled import Page

Lit = tuple[Stimulus, str, RoomDay | None]
"""The colour of a room's walls, what it is called, and a day in the room."""


@dataclass(frozen=True)
class Doorway:
    """A doorway: the two rooms, screen values of their walls as each is lit, and what is said."""

    rooms: tuple[Room, Room]
    screens: tuple[str, str]
    clash: bool
    sentences: list[str]
    how: str


class Walk(Page):
    """The doorways of a home."""

    unsettled = ("rooms", "method")

    def __init__(self, rooms: Sequence[Room], method: Method) -> None:
        self.rooms, self.method = rooms, method

    @cached_property
    def _days(self) -> dict[int, Lit]:
        days = {}
        for room in self.rooms:
            wall = wall_of(room)
            if wall:
                day = day_in(room, wall.value, self.method, self.method.neutral, {"when": "equinox"}, elements=())
                days[room.pk] = (wall.value, wall.name, day)
        return days

    @cached_property
    def doorways(self) -> list[Doorway]:
        """Every doorway, the two walls as each stands in its own light; clashes first."""
        doorways, seen = [], set()
        here = {room.pk: room for room in self.rooms}
        for room in self.rooms:
            for other, is_open in [
                *((o, True) for o in room.open_to.all()),
                *((o, False) for o in room.leads_to.all()),
            ]:
                key = frozenset((room.pk, other.pk))
                if other.pk in here and key not in seen and {room.pk, other.pk} <= set(self._days):
                    seen.add(key)
                    doorways.append(self._doorway(room, here[other.pk], is_open))
        return sorted(doorways, key=lambda doorway: not doorway.clash)

    def _doorway(self, room: Room, other: Room, is_open: bool) -> Doorway:
        one, two = self._days[room.pk], self._days[other.pk]
        names, sentences, clash = (one[1], two[1]), [], False
        screens = (one[0].screen, two[0].screen)
        if one[2] is None or two[2] is None:
            doubts = [self.method.doubt(colour) for colour, _, _ in (one, two)]
            pair = pairing(one[0].lab_array, two[0].lab_array, (doubts[0], doubts[1]), self.method)
            sentences.append(words.homes.doorway_text(names, pair, "boards"))
            clash = pair.terms is Terms.CLASH
        else:
            for evening in (False, True):
                lit = [next((x for x in day.lights if x.lamps == evening), None) for day in (one[2], two[2])]
                if lit[0] is None or lit[1] is None:
                    continue
                pair = self._lit_pair(lit[0].own, lit[1].own, (one, two), evening)
                if evening and sentences and pair.terms is not Terms.CLASH:
                    continue
                clash |= pair.terms is Terms.CLASH
                sentences.append(words.homes.doorway_text(names, pair, "evening" if evening else "day"))
                if not evening:
                    first, second = one[2].screens(lit[0].own), two[2].screens(lit[1].own)
                    screens = (first[0], second[0])
        return Doorway(
            (room, other),
            screens,
            clash,
            sentences,
            words.homes.OPEN_DOORWAY if is_open else words.homes.CLOSED_DOORWAY,
        )

    def _lit_pair(self, first: Array, second: Array, rooms: tuple[Lit, ...], evening: bool) -> Pairing:
        days = [(colour, day) for colour, _, day in rooms]
        doubts = [doubt(colour, self.method, day.known if day else Known(), evening) for colour, day in days]
        return pairing(first, second, (doubts[0], doubts[1]), self.method)

    @property
    def closed_off(self) -> list[str]:
        led = {pk for doorway in self.doorways for pk in (doorway.rooms[0].pk, doorway.rooms[1].pk)}
        return [room.name for room in self.rooms if room.pk not in led]

    @property
    def closed_off_text(self) -> str:
        return words.homes.not_in_the_walk(self.closed_off)
