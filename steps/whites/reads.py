"""Reads for the Whites step: all whites of the decks beside the subject, with those that are there already."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from decks import queries as deck_queries
from jobs.contents import day_in, whites_of
from jobs.home_white import rooms_of, suited, walled
from jobs.lighting import Board, RoomDay
from jobs.models import Room
from prism import reading, words
from prism.choosing.deck import Pick
from prism.light.claims import doubt, warmth
from prism.light.together import Pairing
from prism.numbers import typed_lrv
from prism.reading import Reading
from prism.spectrum import Array
from prism.tint import reach
from prism.tint.reach import Reached
from prism.tint.recipe import RecipeError
from prism.typed_colour import pieces
from prism.whites.darks import Dark, darks
from prism.whites.ranking import White, coolest, safe, ways_out
from reviews import queries as review_queries
from reviews.context import ReviewContext, SwatchView
from reviews.context.whites import Ranked, ranked_whites
from tinting import queries as tinting_queries
from web.bounded_cache import BoundedCache

BEST = 6
"""The best whites that are shown."""
MOST_THERE = 8
_kept_rest: BoundedCache[object, tuple[list[int], int]] = BoundedCache(96)


@dataclass(frozen=True)
class Present:
    """A white that is there already: what it is called, how it reads, its screen value, and whether the room has it."""

    name: str
    reading: Reading
    screen: str
    of_room: bool
    code: str = ""


@dataclass(frozen=True)
class WhiteLit:
    """A white beside the wall in one light of the room: what wall and white read as, Lab (2, 3), by how much warmer
    than its board the white reads (Lab units) and how unsure that is (ΔE00), and how the two stand to each other."""

    evening: bool
    seen: Array
    warmer: float
    unsure: float
    pairing: Pairing

    @property
    def screens(self) -> list[str]:
        return RoomDay.screens(self.seen)


class Whites:
    """The whites beside the subject of a review context; each part is computed when it is asked for."""

    def __init__(self, context: ReviewContext, query: Mapping[str, str]) -> None:
        self.context, self.subject, self._query = context, context.subject, query

    @cached_property
    def gap(self) -> float:
        """LRV points wanted between wall and trim: those asked for, else the method's."""
        asked = typed_lrv(self._query.get("gap", "").strip())
        return self.subject.method.trim_gap if asked is None else asked

    @property
    def gap_wrong(self) -> bool:
        text = self._query.get("gap", "").strip()
        return bool(text) and typed_lrv(text) is None

    @cached_property
    def there(self) -> list[Present]:
        """The whites that are there: what stays in the room and is white, then those that were named."""
        return [*self._of_room(), *self._named()][:MOST_THERE]

    @property
    def room(self) -> Room | None:
        return self.context.room

    def _of_room(self) -> list[Present]:
        if self.room is None:
            return []
        method, neutral = self.subject.method, self.subject.neutral
        return [
            Present(words.whites.stands_there(name), reading.read(colour, method, neutral), colour.screen, True)
            for name, colour in whites_of(self.room, method, neutral)
        ]

    @cached_property
    def unknown(self) -> list[str]:
        return [text for text in self._typed if len(deck_queries.named(self.subject.owner, text)) != 1]

    @property
    def _typed(self) -> list[str]:
        return pieces(self._query.get("with", ""))[:MOST_THERE]

    def _named(self) -> list[Present]:
        whites = []
        for text in self._typed:
            colours = deck_queries.named(self.subject.owner, text)
            if len(colours) == 1:
                read = reading.read(colours[0].stimulus, self.subject.method, self.subject.neutral)
                whites.append(Present(colours[0].name, read, colours[0].screen, False, colours[0].code))
        return whites

    @cached_property
    def _ranked(self) -> Ranked:
        return ranked_whites(self.context.decks, [white.reading for white in self.there], self.gap)

    @property
    def ranked(self) -> list[White]:
        return self._ranked[0]

    def row_of(self, white: White) -> int:
        return self._ranked[1][white.index]

    def held(self, whites: list[White]) -> list[SwatchView]:
        picks = [Pick(self.row_of(white), "nearest", 0.0, kind="added") for white in whites]
        return self.context.decks.hold(picks)

    @cached_property
    def shown(self) -> list[White]:
        """The whites that are shown, in rank: the best, and for the sake of comparison the safe one, the coolest, the
        creamiest, the most brilliant and the one that is looked at."""
        by_cream = sorted(self.ranked, key=lambda white: -white.creaminess)
        brightest = sorted(self.ranked, key=lambda white: -white.reading.lrv)
        telling = [self.chosen, self.safe, self.coolest, *by_cream[:1], *brightest[:1]]
        wanted = {white.index for white in (*self.ranked[:BEST], *telling) if white}
        return [white for white in self.ranked if white.index in wanted]

    @cached_property
    def chosen(self) -> White | None:
        """The white that is looked at: the one asked for, else the best."""
        wanted = self._query.get("white", "")
        if wanted.isascii() and wanted.isdecimal():
            rows = {self.context.decks.id_of(row): row for row in self._ranked[1]}
            row = rows.get(int(wanted))
            chosen = next((w for w in self.ranked if row is not None and self.row_of(w) == row), None)
            if chosen:
                return chosen
        return self.ranked[0] if self.ranked else None

    @cached_property
    def all_lit(self) -> list[list[WhiteLit]]:
        """Every white that is shown beside the wall in the room's light: by day, and of an evening under its lamps.

        Empty without a room whose light can be computed. The day is that of the equinox, as on the path.
        """
        if self.room is None or not self.shown:
            return []
        method, neutral = self.subject.method, self.subject.neutral
        swatches = self.held(self.shown)
        known = deck_queries.by_ids([swatch.colour.pk for swatch in swatches])
        whites = [known[swatch.colour.pk].stimulus for swatch in swatches]
        boards = [
            Board(swatch.name, swatch.colour.screen, white) for swatch, white in zip(swatches, whites, strict=True)
        ]
        day = day_in(self.room, self.subject.stimulus, method, neutral, {"when": "equinox"}, elements=boards)
        if day is None:
            return []
        lights = [light for light in day.lights if light.lamps or day.room.windows]
        return [
            [
                WhiteLit(
                    light.lamps,
                    np.stack([light.own, light.things[i]]),
                    float(warmth(light.things[i], method, neutral)) - float(warmth(white.lab_array, method, neutral)),
                    doubt(white, method, day.known, light.lamps),
                    day.pair(light, i),
                )
                for light in lights
            ]
            for i, white in enumerate(whites)
        ]

    @property
    def lit(self) -> list[WhiteLit]:
        return self.all_lit[self.shown.index(self.chosen)] if self.all_lit and self.chosen else []

    @cached_property
    def rest_of_home(self) -> tuple[list[int], int]:
        """In how many other rooms of the home each white that is shown would do, and how many others have a colour."""
        if self.room is None:
            return [], 0
        room, method, neutral = self.room, self.subject.method, self.subject.neutral
        whites = tuple(white.reading for white in self.shown)
        of_job = review_queries.state_of(room.job)
        key = (
            self.context.decks.state,
            of_job,
            room.pk,
            room.updated,
            method,
            neutral,
            tuple(white.lab for white in whites),
        )

        def make() -> tuple[list[int], int]:
            others = [home_room for home_room in rooms_of(room.job) if home_room.pk != room.pk]
            walls_and_whites = walled(others, method, neutral)
            return suited(whites, walls_and_whites, method), len(walls_and_whites)

        return _kept_rest.get(key, make)

    @cached_property
    def other_strength(self) -> Reached | None:
        """Where no white clears: the strength of the wall at which the lightest does, in whole per cent, or how near
        the base comes; None where one clears or no recipe is known that can be computed."""
        recipe, system = self.subject.value.recipe, tinting_queries.system_as_of(self.context.tinting)
        if recipe is None or system is None or not self.ranked or any(white.clears for white in self.ranked):
            return None
        wanted = max(white.reading.lrv for white in self.ranked) - self.gap
        try:
            strength = reach.for_lrv(recipe, wanted, system)
            if not strength.reached:
                return strength
            percent = float(np.ceil(strength.percent) if strength.percent > 0 else np.floor(strength.percent))
            return Reached(percent, reach.lrv_at(recipe, percent, system), wanted)
        except RecipeError:
            return None

    @cached_property
    def safe(self) -> White | None:
        return safe(self.ranked)

    @property
    def ways_out(self) -> tuple[White | None, White | None]:
        catalogue = self.context.decks.catalogue
        return ways_out(self.ranked, [catalogue.names[row] for row in self._ranked[1]])

    @cached_property
    def coolest(self) -> White | None:
        return coolest(self.ranked)

    @cached_property
    def darks(self) -> list[Dark]:
        catalogue, subject = self.context.decks.catalogue, self.subject
        return darks(
            subject.reading, catalogue.lab, catalogue.lrv, list(catalogue.names), subject.method, subject.neutral
        )

    def held_darks(self) -> list[SwatchView]:
        return self.context.decks.hold([Pick(dark.row, "nearest", 0.0, kind="added") for dark in self.darks])
