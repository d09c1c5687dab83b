"""The decision of a review: what was seen of each candidate, what is open, and what was decided."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from jobs.amounts import areas_of, paint_of, usual_sheen
from jobs.models import Room
from people.names import name_of
from prism import words
from prism.tint.system import TintSystem
from reviews.context import ReviewContext
from steps.samples.forms import Asked, DecideForm
from tinting import queries as tinting_queries
from viewings.coverage import Coverage
from viewings.models import Decision
from web import clocks
from web.settled import Page


@dataclass(frozen=True)
class Recorded:
    """A decision in the record: in a sentence, and in one without the reason; its formula for the counter, and why not
    the others."""

    decision: Decision
    sentence: str
    brief: str
    formula: str
    against: list[str]


@dataclass(frozen=True)
class ClientSaid:
    """What a client said: its number, in a sentence, when, what was replied, what it asks for next, and whether it
    waits for a reply."""

    pk: int
    sentence: str
    when: str
    replied: str
    next: str
    waits: bool


class DecidePart(Page):
    """What is to be decided of one review."""

    def __init__(
        self, context: ReviewContext, room: Room | None, coverage: Coverage, sent: DecideForm | None = None
    ) -> None:
        self._context, self._room, self.coverage, self._sent = context, room, coverage, sent
        self.review = context.review

    @cached_property
    def decisions(self) -> list[Decision]:
        decisions = self.review.decisions.select_related("colour", "by", "reopened_by")
        return list(decisions.prefetch_related("ruled_out__colour"))

    @property
    def decision(self) -> Decision | None:
        return next((decision for decision in self.decisions if decision.reopened is None), None)

    @property
    def client_answers(self) -> list[ClientSaid]:
        """What clients said of it, the newest first, and what that asks for."""
        answers = []
        for answer in self.review.client_answers.select_related("review__colour", "review__room", "replied_by"):
            replied = ""
            if answer.replied:
                replied = words.sharing.client_replied(
                    name_of(answer.replied_by), clocks.day(answer.replied), answer.reply
                )
            asks_for = "" if replied else words.sharing.client_next(answer.answer, self.decision is not None)
            waits = answer.answer == "ask" and not replied
            answers.append(ClientSaid(answer.pk, answer.sentence, clocks.day(answer.at), replied, asks_for, waits))
        return answers

    @property
    def record(self) -> list[Recorded]:
        return [self._recorded(decision) for decision in self.decisions]

    def _recorded(self, decision: Decision) -> Recorded:
        called, formula = self.review.called, ""
        if decision.recipe is not None:
            names = tinting_queries.colorant_names(self._system, decision.recipe)
            formula = words.recipes.formula_said(decision.recipe, names, decision.is_estimated)
        shown = self.review.names_shown
        against = [
            words.decisions.decided_against(each.colour.name if shown else words.viewing.OTHER_BOARD, each.reason)
            for each in decision.ruled_out.all()
        ]
        name = called(decision.colour.name)
        return Recorded(
            decision, decision_text(decision, name), decision_text(decision, name, with_reason=False), formula, against
        )

    @cached_property
    def _system(self) -> TintSystem | None:
        return tinting_queries.system_as_of(self._context.tinting)

    @property
    def open_points(self) -> list[str]:
        """What is open before the subject is decided for, every hour by its name."""
        return self.coverage.open_points(self.review.colour) or [words.decisions.NOTHING_OPEN]

    @cached_property
    def still_open(self) -> list[str]:
        """The same beside the table of the hours; empty where nothing is."""
        return self.coverage.open_points(self.review.colour, named=False)

    @property
    def nothing_open(self) -> str:
        return words.decisions.NOTHING_OPEN

    @cached_property
    def asked(self) -> Asked:
        """What the form begins with: what the room wants by its size and the method."""
        method = self._context.subject.method
        if self._room is None:
            return Asked()
        sheen = usual_sheen(self._room, "walls", method)
        size, paint = areas_of(self._room), paint_of(self._room.job, method)
        if size is None:
            return Asked(sheen)
        amount = words.viewing.wall_amount(size.walls, paint.coats, paint.spreading, paint.own)
        return Asked(sheen, round(paint.litres(size.walls), 1), amount)

    @cached_property
    def form(self) -> DecideForm:
        return self._sent or DecideForm(None, self._context, self.asked)


def decision_text(decision: Decision, name: str, with_reason: bool = True) -> str:
    amount = words.sizes.volume_text(decision.litres) if decision.litres else ""
    reason = decision.reason if with_reason else ""
    sentence = words.decisions.decided_text(
        name, decision.sheen, reason, decision.who, clocks.day(decision.made), amount, decision.paint
    )
    return f"{sentence}; reopened {clocks.day(decision.reopened)}" if decision.reopened else sentence
