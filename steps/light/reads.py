"""Reads for the Light step: the subject in its room, and what would do better there."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from decks import queries as deck_queries
from jobs.contents import day_in
from jobs.lighting import Board, RoomDay
from jobs.models import Room
from prism import words
from prism.choosing.deck import Pick
from prism.difference import delta_e
from prism.formats.room_json import spectrum_of
from prism.light.advice import ranked
from prism.light.materials import smoothest
from prism.spectrum import Array
from prism.tint.recipe import RecipeError
from prism.tint.strengths import Adjusted, strengths
from reviews.context import ReviewContext, SwatchView
from reviews.drawings.links import link_to
from tinting import queries as tinting_queries

COMPARISON_COLOURS = 5
"""Boards of the wall that are shown in the same light."""
CANDIDATES = 24
"""Colours of the decks, nearest to what is looked for, that are tried in the room."""
NAMED = 3
PERCENTS = (-75.0, -50.0, -25.0, 25.0, 50.0)
SHIFTED = 1.5
"""ΔE00 by which the walls must lie from the board before another colour is looked for."""


@dataclass(frozen=True)
class Better:
    """A colour that comes nearer in the room to what the subject's board shows: ΔE00 from it."""

    held: SwatchView
    near: float


class Light:
    """The subject of a review context in the room of its review; each part is computed when it is asked for."""

    def __init__(self, context: ReviewContext, query: Mapping[str, str]) -> None:
        self.context, self.subject, self._query = context, context.subject, query

    @property
    def room(self) -> Room | None:
        return self.context.room

    @cached_property
    def boards(self) -> list[Board]:
        """The boards shown in the same light: the clean white as trim, then what hangs on the wall."""
        wall, white = self.context.wall, self.context.set.clean_white
        swatches = [swatch for swatch in wall.arranged if white is None or swatch.colour.pk != white.colour.pk][
            :COMPARISON_COLOURS
        ]
        # fetched whole and together, since what a board shows leaves out its spectrum
        whole = deck_queries.by_ids([swatch.colour.pk for swatch in swatches] + ([white.colour.pk] if white else []))
        boards = (
            [Board(words.light.TRIM, white.colour.screen, whole[white.colour.pk].stimulus, "trim")] if white else []
        )
        return boards + [
            Board(
                swatch.caption or swatch.name,
                swatch.colour.screen,
                whole[swatch.colour.pk].stimulus,
                "board",
                link_to(swatch),
            )
            for swatch in swatches
        ]

    @cached_property
    def day(self) -> RoomDay | None:
        """The day in the room; None where its light cannot be computed."""
        return self._day_of(self._query, self.boards)

    def _day_of(self, query: Mapping[str, str], boards: list[Board]) -> RoomDay | None:
        if self.room is None:
            return None
        subject = self.subject
        return day_in(self.room, subject.stimulus, subject.method, subject.neutral, query, boards)

    def equinox_at(self, wall: str = "", sky: str = "") -> RoomDay | None:
        """Return the day at the equinox, which findings on the path go by, whatever day is looked at."""
        return self._day_of({"when": "equinox", "wall": wall, "sky": sky}, [])

    @cached_property
    def own(self) -> Array:
        """What the subject reads as on the walls by day, (4, 3)."""
        assert self.day is not None
        own: Array = self.day.means_of(np.array([spectrum_of(self.subject.stimulus)]))[0]
        return own

    @cached_property
    def own_away(self) -> float:
        """ΔE00 of the subject's walls, taken together, from its board."""
        return float(delta_e(self.own.mean(axis=0), self.subject.stimulus.lab_array))

    @property
    def is_shifted(self) -> bool:
        """Whether the room moves the colour far enough that another one may do better."""
        return self.day is not None and bool(self.day.means) and self.own_away >= SHIFTED

    @cached_property
    def better(self) -> list[Better]:
        """The colours of the decks that read in this room most as the subject's board does in daylight, best first."""
        if not self.is_shifted or self.day is None or self.day.aim is None:
            return []
        catalogue = self.context.decks.catalogue
        if not len(catalogue.ids):
            return []
        rows, _ = catalogue.nearest(self.day.aim.lab, CANDIDATES)
        rows = np.array([row for row in rows.tolist() if row not in set(self.context.decks.own_rows.tolist())])
        seen = self.day.means_of(smoothest(catalogue.lab[rows]))
        order, near = ranked(self.subject.stimulus.lab_array, self.own, seen)
        ranking = list(zip(order, near, strict=True))[:NAMED]
        picks = [Pick(int(rows[i]), "nearest", float(d), kind="added") for i, d in ranking]
        return [
            Better(swatch, pick.delta_e) for swatch, pick in zip(self.context.decks.hold(picks), picks, strict=True)
        ]

    @cached_property
    def adjusted(self) -> dict[float, Adjusted]:
        """The subject at strengths that can be made and painted, by percent of change; empty without a recipe."""
        recipe, system = self.subject.value.recipe, tinting_queries.system_as_of(self.context.tinting)
        if recipe is None or system is None:
            return {}
        try:
            made = strengths(recipe, PERCENTS, system, self.subject.method, self.subject.neutral)
        except RecipeError:
            return {}
        return {step.percent: step for step in made if step.hides and not step.over_capacity}

    @cached_property
    def strengths(self) -> list[tuple[float, float]]:
        """The strengths of the subject's own recipe that come nearer: percent of change, and ΔE00 from its board."""
        if not self.is_shifted or self.day is None or not self.adjusted:
            return []
        adjusted = list(self.adjusted.values())
        seen = self.day.means_of(np.array([step.reflectance for step in adjusted]))
        order, near = ranked(self.subject.stimulus.lab_array, self.own, seen)
        return [(adjusted[int(i)].percent, float(d)) for i, d in zip(order[:2], near[:2], strict=True)]

    @cached_property
    def candidates(self) -> list[SwatchView]:
        """The other candidates: those on the shortlist, else what is held beside."""
        beside = self.context.wall.beside
        return list(self.context.shortlist) or ([beside] if beside else [])
