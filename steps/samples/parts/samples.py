"""The boards to paint for a review: how they are made, what to hold beside them, where to hang them."""

from __future__ import annotations

from datetime import date, timedelta
from functools import cached_property

import numpy as np
from django.utils import timezone

from decks import queries as deck_queries
from jobs.amounts import paint_of
from jobs.contents import day_in, element_boards
from jobs.lighting import Board
from jobs.models import Room
from prism import words
from prism.viewing import samples
from prism.viewing.plan import Hour
from reviews.context import ReviewContext, SwatchView
from steps.samples.forms import SampleForm
from viewings import queries
from viewings.models import SamplePlan
from web.settled import Page

USUAL_DAYS = 6
"""Days until a decision, where none is named."""


class SamplesPart(Page):
    """The sample plan of one review, in a room whose light is known or in none."""

    def __init__(
        self, context: ReviewContext, room: Room | None, hours: list[Hour], sent: SampleForm | None = None
    ) -> None:
        self._context, self.room, self._hours, self._sent = context, room, hours, sent
        self.review, self._subject = context.review, context.subject

    @cached_property
    def plan(self) -> SamplePlan:
        """How boards are made; as is usual, where nobody has said."""
        return queries.plan_of(self.review)

    @property
    def form(self) -> SampleForm:
        initial = {"decide": self.plan.decide or self.decide_by}
        return self._sent or SampleForm(instance=self.plan, initial=initial)

    @property
    def decide_by(self) -> date:
        usual = timezone.localdate() + timedelta(days=USUAL_DAYS)
        return self.plan.decide if self.plan.decide and self.plan.decide > timezone.localdate() else usual

    @cached_property
    def candidates(self) -> list[SwatchView]:
        """The boards to be painted: the subject and the shortlist."""
        own = self._subject.colour
        return [
            self._context.decks.fetch(own),
            *(swatch for swatch in self._context.shortlist if swatch.colour.pk != own.pk),
        ]

    @property
    def faults(self) -> list[str]:
        return [words.viewing.SAMPLE_FAULTS[key] for key in samples.faults(self.plan.sampling, len(self.candidates))]

    @property
    def litres(self) -> float:
        paint = paint_of(self.room.job if self.room else None, self._subject.method)
        return samples.litres(self.plan.sampling, 1, paint.spreading)

    @property
    def how(self) -> str:
        how = self.plan.sampling
        return words.viewing.sample_line(how.size, how.ground, how.coats, self.litres, how.margin)

    @property
    def neighbours(self) -> list[str]:
        candidates = self.candidates
        pairs = samples.neighbours([candidate.reading for candidate in candidates], self._subject.method)
        say = {"apart": words.viewing.keep_apart, "edge": words.viewing.butt_together}
        return [say[pair.why](candidates[pair.first].name, candidates[pair.second].name) for pair in pairs]

    @property
    def hang(self) -> str:
        return words.viewing.hang_on(words.viewing.spots([(hour.wall, hour.hour) for hour in self._hours]))

    # --- what to hold beside them ---

    @cached_property
    def _range(self) -> list[SwatchView]:
        return [swatch for swatch in self._context.set.guide if swatch.kind == "range"]

    @cached_property
    def telling(self) -> samples.Telling:
        """Which of the neighbours tell its undertone in this room, by day and of an evening."""
        own = np.asarray(self._subject.reading.lab)[None]
        others = np.array([swatch.reading.lab for swatch in self._range]).reshape(1, -1, 3)
        day = None
        if self.room is not None:
            # fetched whole and together, since what a board shows leaves out its spectrum
            whole = deck_queries.by_ids([swatch.colour.pk for swatch in self._range])
            boards = [
                Board(swatch.name, swatch.colour.screen, whole[swatch.colour.pk].stimulus) for swatch in self._range
            ]
            review = self.review
            day = day_in(
                self.room, self._subject.stimulus, review.method_in_force, review.neutral_in_force, {"when": "today"},
                elements=boards,
            )  # fmt: skip
        if day is not None:
            own, others = np.stack([lit.own for lit in day.lights]), np.stack([lit.things for lit in day.lights])
        return samples.telling(own, others, self._subject.method)

    @cached_property
    def beside(self) -> list[SwatchView]:
        """The boards to hold beside it: the clean white, the telling neighbour, the contrast colour."""
        best = [self._range[self.telling.best]] if self.telling.best is not None else []
        others = {swatch.why: swatch for swatch in self._context.set.guide if swatch.why in ("clean", "foil")}
        boards = [others.get("clean"), *best, others.get("foil")]
        return [swatch for swatch in boards if swatch is not None]

    @property
    def beside_text(self) -> str:
        return (
            words.viewing.hold_beside([swatch.name for swatch in self.beside])
            if self.beside
            else words.viewing.NOTHING_TO_HOLD
        )

    @property
    def merging_text(self) -> str:
        names = [self._range[i].name for i in self.telling.merging]
        return words.viewing.merging_here(names, self.room.name) if names and self.room else ""

    @cached_property
    def stays(self) -> list[Board]:
        return element_boards(self.room) if self.room else []

    @property
    def stays_text(self) -> str:
        return (
            words.viewing.hold_against([words.whites.stands_there(element.name) for element in self.stays])
            if self.stays
            else ""
        )
