"""One white for the home of a job: solved over its rooms, by the colours that were reviewed for them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np
from django.contrib.auth.models import User

from decks.catalogue import catalogue
from jobs import queries
from jobs.contents import whites_of
from jobs.models import Job, Room
from jobs.page import reviews_of
from prism import words
from prism.reading import Reading, read
from prism.whites import home
from prism.whites.ranking import White, rank, which
from schools import queries as school_queries

MOST_WHITES = 240


@dataclass(frozen=True)
class Walled:
    """A room with the colour last reviewed for its walls, and the whites that are there."""

    room: Room
    wall: Reading
    there: tuple[Reading, ...]


class HomeWhite:
    """The white of a job's home, and what is said of it."""

    def __init__(self, user: User, job: Job) -> None:
        self.job = job
        self._school = school_queries.usual(user)
        self._held = catalogue(user)

    @cached_property
    def walled(self) -> list[Walled]:
        """The rooms that a colour was reviewed for."""
        found = []
        for room in queries.whole().filter(job=self.job, deleted=None).prefetch_related("open_to", reviews_of()):
            reviews: list[Any] = list(room.reviews.all())
            if reviews:
                held = whites_of(room, self._school, self._school.neutral)
                there = tuple(read(colour, self._school) for _, colour in held)
                found.append(Walled(room, read(reviews[0].value.stimulus, self._school), there))
        return found

    @cached_property
    def _whites(self) -> list[int]:
        held = self._held
        rows = which(held.lab, held.lrv, self._school, self._school.neutral).tolist()
        return sorted(rows, key=lambda row: (-held.lrv[row], held.names[row]))[:MOST_WHITES]

    def _name(self, white: int) -> str:
        row = self._whites[white]
        (colour,) = self._held.boards([row])
        return colour.name

    @cached_property
    def found(self) -> home.Home | None:
        """The solution; None where no room has a colour or no white is there."""
        if not self.walled or not self._whites:
            return None
        readings = self._held.readings(self._whites, self._school, self._school.neutral)
        keys = [self._held.names[row] for row in self._whites]
        scores = np.zeros((len(readings), len(self.walled)))
        for r, walled in enumerate(self.walled):
            for white in rank(walled.wall, readings, keys, self._school, there=walled.there):
                scores[white.index, r] = home.score(white, walled.wall.temperature.value)
        places = {walled.room.pk: r for r, walled in enumerate(self.walled)}
        open_to = [
            (places[walled.room.pk], places[other.pk])
            for walled in self.walled
            for other in walled.room.open_to.all()
            if other.pk in places
        ]
        return home.solve(scores, keys, home.zones(len(self.walled), open_to))

    def _in(self, white: int, room: int) -> White:
        walled = self.walled[room]
        readings = self._held.readings([self._whites[white]], self._school, self._school.neutral)
        return rank(walled.wall, readings, [""], self._school, there=walled.there)[0]

    @property
    def screen(self) -> str:
        """The white's screen value."""
        assert self.found is not None
        (colour,) = self._held.boards([self._whites[self.found.best.white]])
        return colour.screen

    @property
    def said(self) -> list[str]:
        """The white, its weakest room and why, the runners-up, and what one exception would buy."""
        if self.found is None:
            return [words.no_home_white(bool(self._whites))]
        best = self.found.best
        weakest = self.walled[best.weakest]
        note = words.white_note(
            self._in(best.white, best.weakest), self._school.trim_gap, [words.WHITE_THERE] * len(weakest.there)
        )
        lines = [
            words.home_white(self._name(best.white), len(self.walled), best.told_by),
            words.home_weakest(weakest.room.name, best.least, note),
        ]
        if self.found.runners_up:
            lines.append(words.home_runners([(self._name(one.white), one.least) for one in self.found.runners_up]))
        if self.found.exception:
            one = self.found.exception
            rooms = [self.walled[r].room.name for r in one.zone]
            lines.append(words.home_exception(self._name(one.white), rooms, one.gain))
        return lines
