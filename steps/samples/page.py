"""The Samples step as its template needs it."""

from __future__ import annotations

from collections.abc import Collection
from functools import cached_property
from urllib.parse import urlencode

from django.utils.safestring import SafeString

from decks.models import Colour
from jobs.drawings import looking
from jobs.lighting import RoomDay
from jobs.models import Room
from people.names import name_of
from prism import words
from prism.light.room import WALLS
from prism.viewing.plan import WHYS, Hour
from prism.viewing.scales import Leaning
from reviews.context import SwatchView
from reviews.drawings.edges import butted
from steps.base import StepRequest
from steps.samples.forms import DecideForm, SampleForm
from steps.samples.parts.decide import DecidePart
from steps.samples.parts.samples import SamplesPart
from viewings import queries
from viewings.coverage import Candidate, Coverage
from viewings.leanings import Found, Leanings
from viewings.models import Correction, Viewing
from viewings.services import Wanted
from viewings.shown import Shown
from web import clocks
from web.settled import Page

PARTS = ("", "samples", "decide")
USUAL_BOARDS = 3
"""Candidates that are looked at together, unless a person says otherwise."""


class SamplesPage(Page):
    """What the View step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self._context, self.query, self.notice = visit.context, visit.query, visit.notice
        self.review, self._subject = visit.context.review, visit.context.subject
        self.part = visit.show if visit.show in PARTS else ""
        samples_sent, decide_sent = visit.forms.get("samples"), visit.forms.get("decide")
        self._samples_sent = samples_sent if isinstance(samples_sent, SampleForm) else None
        self._decide_sent = decide_sent if isinstance(decide_sent, DecideForm) else None
        if self._samples_sent and self._samples_sent.errors:
            self.part = "samples"
        if self._decide_sent and self._decide_sent.errors:
            self.part = "decide"

    @property
    def parts(self) -> list[tuple[str, str, bool]]:
        return [
            (words.viewing.SAMPLES_PARTS[key], f"?{urlencode({'show': key} if key else {})}", key == self.part)
            for key in PARTS
        ]

    @cached_property
    def samples(self) -> SamplesPart:
        return SamplesPart(self._context, self.room, self.hours, self._samples_sent)

    @cached_property
    def decide(self) -> DecidePart:
        return DecidePart(self._context, self.room, self.coverage, self._decide_sent)

    @cached_property
    def coverage(self) -> Coverage:
        shown = self.review.names_shown
        boards = self.samples.candidates
        names = [
            self._subject.name,
            *(board.title if shown else f"{words.walks.SUBJECT} {i}" for i, board in enumerate(boards[1:], 2)),
        ]
        candidates = [Candidate(board.colour, name) for board, name in zip(boards, names, strict=True)]
        return Coverage(self.hours, candidates, [viewing.viewing for viewing in self.viewings])

    # --- viewings ---

    @cached_property
    def viewings(self) -> list[Shown]:
        return [Shown(viewing) for viewing in queries.of_review(self.review)]

    @property
    def seen(self) -> list[Shown]:
        return [viewing for viewing in self.viewings if viewing.viewing.is_seen]

    @property
    def tally(self) -> str:
        counts = {key: sum(viewing.viewing.answer == key for viewing in self.viewings) for key in Viewing.Answer.values}
        return words.viewing.answers_tally(counts["yes"], counts["again"], counts["no"])

    @property
    def sentence(self) -> str:
        decision = self.decide.decision
        if decision:
            return words.decisions.decided_for(self.review.called(decision.colour.name))
        return words.viewing.samples_sentence(len(self.viewings), len(self.seen), self.tally)

    @cached_property
    def _leanings(self) -> Leanings:
        return Leanings(self.review)

    @property
    def leanings(self) -> list[Found]:
        """Systematic differences between what was seen and what was computed, for each who looked, and for the room."""
        return self._leanings.found if self.seen else []

    @property
    def corrections(self) -> list[tuple[Correction, str]]:
        return [(correction, correction_text(correction)) for correction in self._leanings.taken_up]

    # --- hours ---

    @cached_property
    def _day(self) -> RoomDay | None:
        return queries.day_of(self._context.room, self.review, self._subject.stimulus, {"when": "today"})

    @property
    def room(self) -> Room | None:
        """The room whose light is known; None without."""
        return self._context.room if self._day else None

    @cached_property
    def hours(self) -> list[Hour]:
        if self._day is None or self.room is None:
            return []
        return queries.hours_that_matter(self._day, self.room.pk, self.other.stimulus if self.other else None)

    @cached_property
    def other(self) -> Colour | None:
        """The other candidate: the first of the shortlist."""
        others = [swatch.colour.pk for swatch in self._context.shortlist if swatch.colour.pk != self.review.colour_id]
        return Colour.objects.select_related("maker").get(pk=others[0]) if others else None

    @property
    def pairs(self) -> list[tuple[int, str]]:
        """What a look right now may be beside: ids and names."""
        return [(swatch.colour.pk, swatch.title) for swatch in self._context.shortlist]

    @property
    def hours_text(self) -> list[str]:
        return [
            words.text.sentence(words.viewing.slot_text(hour.why, hour.hour, hour.wall, hour.sky))
            for hour in self.hours
        ]

    @property
    def no_hours(self) -> str:
        return words.viewing.NO_SLOTS

    @cached_property
    def second(self) -> SwatchView | None:
        """The board that hangs beside the subject: the first other candidate, or what tells its undertone here."""
        return next(iter([*self.samples.candidates[1:], *self.samples.beside]), None)

    @property
    def edge(self) -> SafeString:
        return butted([self._subject.stimulus.screen, self.second.colour.screen]) if self.second else SafeString("")

    @property
    def others(self) -> list[SwatchView]:
        return self.samples.candidates[2:]

    @property
    def wall_names(self) -> tuple[str, ...]:
        first = [hour.wall for hour in self.hours]
        return tuple(dict.fromkeys([*first, *WALLS]))

    @property
    def nothing_planned(self) -> str:
        return words.viewing.NO_VIEWINGS

    @property
    def has_plan(self) -> bool:
        return any(not viewing.viewing.is_seen and viewing.viewing.why in WHYS for viewing in self.viewings)

    @property
    def plan_said(self) -> str:
        return words.viewing.plan_these(self.samples.decide_by)

    @property
    def plan_for(self) -> list[tuple[int, str, bool]]:
        """Of which colours viewings may be planned: id, name, and whether that is usual."""
        candidates = self.coverage.candidates
        return [
            (candidate.colour.pk, candidate.name, i == 0 or len(candidates) <= USUAL_BOARDS)
            for i, candidate in enumerate(candidates)
        ]

    def wanted(self, asked: Collection[int] = ()) -> Wanted:
        """Return what is to be looked at: of the colours that are asked for, or as is usual. The room's light must be
        known."""
        assert self.room is not None
        usual = {pk for pk, _, is_usual in self.plan_for if is_usual}
        boards = [candidate.colour for candidate in self.coverage.candidates]
        colours = [board for board in boards if board.pk in asked] or [board for board in boards if board.pk in usual]
        return Wanted(self.review, self.room, self.hours, self.samples.decide_by, colours, self.other)

    @cached_property
    def walls(self) -> SafeString | None:
        """The room from above, with where to look and when; None while its light is not known."""
        if self._day is None or self.room is None:
            return None
        return looking(self._day.room, self.room.name, [(hour.wall, hour.hour) for hour in self.hours])


def correction_text(correction: Correction) -> str:
    finding = Found(
        Leaning(correction.scale, correction.mean, correction.half, correction.count),
        person=correction.person,
        room=correction.room,
    )
    undone = clocks.day(correction.undone) if correction.undone else ""
    return words.viewing.taken_up(finding.sentence, name_of(correction.by), clocks.day(correction.at), undone)
