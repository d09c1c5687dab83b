"""What is known of a review, for its sentences to be held against: figures, light, plan, and what was seen."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date
from itertools import islice

import numpy as np
from django.utils import timezone

from decks import queries as deck_queries
from decks.models import Colour
from documents.content import Content
from jobs.asked_day import SKIES
from jobs.contents import element_boards
from jobs.lighting import RoomDay
from prism.conflicts import Evidence, PartPlan, SeenBeside, SeenThere, Thing
from prism.light.claims import doubt, readings
from prism.light.day import HALF_HOURS
from prism.light.room import WALLS
from prism.light.room import Room as LitRoom
from prism.light.sun import moments, positions
from prism.reading import Reading, read
from prism.typed import flattened
from viewings.queries import local

TIMES = {"morning": (5.0, 11.0), "midday": (11.0, 14.0), "afternoon": (14.0, 18.0), "evening": (17.0, 22.0)}
"""Parts of a day by the hours of clocks between which they lie."""
LONGEST_NAME = 5
"""Words that the name of a colour has at most, for it to be found in a sentence."""
GRAZING, LOW = 85.0, 3.0
"""Degrees from straight on beyond which sun does not fall through a window, and the sun's height up to which something
outside hides it."""
_DAYS = ((3, 20), (6, 21), (12, 21))
_NAMED = re.compile(r"[A-Z][\w’'-]*(?: (?:&|of|and|the|in|[A-Z0-9][\w’'-]*))*")
_CODED = re.compile(r"\b(?=\w*\d)[A-Za-z]+[\w./-]*\d\b")


class Known:
    """What a review's sentences are held against."""

    def __init__(self, content: Content, texts: list[str]) -> None:
        self.content, self.texts = content, texts
        self.consultation, self.view = content.consultation, content.view
        self.context, self.subject = content.context, content.subject
        self.method = self.subject.method
        self.day = content.day

    def evidence(self) -> Evidence:
        day, home = self.day, self.consultation.home
        lit = day.room if day else None
        decision = self.view.decide.decision
        seen = [look.viewing for look in self.view.seen]
        return Evidence(
            things=tuple(self._things()),
            method=self.method,
            today=timezone.localdate(),
            lit=lit_by_time(day) if day else {},
            terms={thing.name: (first.terms, late.terms if late else None) for thing, first, late in day.pairings}
            if day
            else {},
            suits={use.surface: int(use.suits) for use in self.content.uses.uses.uses},
            parts=self._parts(),
            coats=home.paint.coats if home else None,
            facings=tuple(lit.facing(window.wall) for window in lit.windows if window.wall in WALLS) if lit else None,
            sunny=sunny(lit) if lit else None,
            kelvins=tuple(lamp.kelvin for lamp in lit.lamps) if lit else (),
            decided=decision.colour.name if decision else "",
            looked=frozenset("lamps" if look.lamps_on else "day" for look in seen),
            seen_there=tuple(
                SeenThere(light, look.undertone, look.answers.get("warmth"))
                for look in seen
                if look.colour_id == self.context.review.colour_id and look.beside_id is None
                for light in _lights(local(look).hour, look.sky, look.lamps_on)
            ),
            seen_beside=tuple(
                SeenBeside(observation.colour.name, tuple(observation.seen))
                for observation in self.context.looking.observations
            ),
        )

    def _things(self) -> Iterator[Thing]:
        """Yield the subject, what the texts name of colours, makers and codes, what stays in the room, and the room."""
        subject = self.subject.colour
        yield self._colour(subject, self.subject.reading)
        named = list(self._named())
        for colour in named:
            if colour.pk != subject.pk:
                yield self._colour(colour, read(colour.stimulus, self.method, self.subject.neutral))
        if self.day and self.consultation.room:
            for board in element_boards(self.consultation.room):
                own = read(board.colour, self.method, self.subject.neutral)
                yield Thing("stays", board.name, tuple(_ways(board.name)), own)
        if self.consultation.room:
            name = self.consultation.room.name
            yield Thing("room", name, (flattened(name),))
        makers = {maker.name for maker in deck_queries.makers(self.subject.owner)}
        for maker in sorted(makers):
            yield Thing("maker", maker, (flattened(maker),))
        for code in sorted({colour.code for colour in (subject, *named) if colour.code}):
            yield Thing("code", code, (code.casefold(),))

    def _colour(self, colour: Colour, own: Reading) -> Thing:
        names = [flattened(colour.name)]
        maker = colour.maker_name
        return Thing("colour", colour.name, tuple(names), own, maker, colour.code)

    def _named(self) -> list[Colour]:
        """Return the colours whose whole name or code stands in the texts."""
        names: set[str] = set()
        codes: set[str] = set()
        for text in self.texts:
            codes.update(_CODED.findall(text))
            for name in _NAMED.findall(text):
                words = name.split(" ")
                names.update(
                    " ".join(words[i : i + n])
                    for n in range(1, LONGEST_NAME + 1)
                    for i in range(len(words) - n + 1)
                    # a single word at the beginning of a sentence has its capital letter from there
                    if n > 1 or i > 0 or not re.search(rf"(?:^|[.!?]\s+){re.escape(words[i])}\b", text)
                )
        visible = deck_queries.visible_to(self.subject.owner)
        planned = [part.colour.pk for part in self.consultation.parts if part.colour]
        known = [*planned, *(swatch.colour.pk for swatch in self.consultation.others)]
        return [*visible.filter(name__in=names), *visible.filter(code__in=codes), *visible.filter(pk__in=known)]

    def _parts(self) -> dict[str, PartPlan]:
        home = self.consultation.home
        plans = {}
        for part in self.consultation.parts:
            bought = home.bought(part.litres) if home and part.litres else None
            plans[part.part] = PartPlan(
                part.name, part.sheen, part.area, part.litres, bought.litres if bought else None
            )
        return plans


def _ways(name: str) -> Iterator[str]:
    """Yield the ways of naming something: the whole, and its last word."""
    whole = flattened(name)
    yield whole
    last = whole.split(" ")[-1]
    if len(last) > 3:
        yield last
        yield last.split("-")[-1]


def _lights(hour: int, sky: str, lamps: bool) -> list[str]:
    if lamps:
        return ["lamps"]
    times = [time for time, (start, end) in TIMES.items() if start <= hour < end and time != "evening"]
    return [*times, *([sky] if sky else []), "day"]


def lit_by_time(day: RoomDay) -> dict[str, tuple[Reading, ...]]:
    """Return what the walls read as in each light that a sentence can name, hour by hour."""
    readings_at: dict[str, list[Reading]] = {}
    lit = [(t, sky, labs) for sky in SKIES for t, labs in day.walls_by_day(sky)[::2]]
    if lit:
        unsure = doubt(day.paint, day.method, day.known)
        each = iter(readings(np.concatenate([labs for *_, labs in lit]), unsure, day.method, day.neutral))
        for t, sky, labs in lit:
            walls = list(islice(each, len(labs)))
            for light in _lights(int(HALF_HOURS[t]), sky, lamps=False):
                readings_at.setdefault(light, []).extend(walls)
    if day.room.lamps:
        unsure = doubt(day.paint, day.method, day.known, lamps=True)
        readings_at["lamps"] = readings(day.by_lamps(day.room.lamps), unsure, day.method, day.neutral)
    return {light: tuple(walls) for light, walls in readings_at.items()}


def sunny(room: LitRoom) -> frozenset[str]:
    """Return the parts of a day in which sun falls in at some time of the year; rooflights take it from everywhere."""
    sunny: set[str] = set()
    ways = [room.facing(window.wall) for window in room.windows if window.wall in WALLS]
    up = any(window.wall not in WALLS for window in room.windows)
    year = timezone.localdate().year
    for month, number in _DAYS:
        height, azimuth = positions(room.place, moments(room.place, date(year, month, number), HALF_HOURS))
        for t, hour in enumerate(HALF_HOURS):
            within = any(abs((azimuth[t] - way + 180) % 360 - 180) < GRAZING for way in ways)
            if height[t] > LOW and (up or within):
                sunny.update(time for time, (start, end) in TIMES.items() if start <= hour < end)
    return frozenset(sunny)
