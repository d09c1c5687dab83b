"""The path: the steps of a review, each with its finding so far.

A finding that costs nothing is made with every screen. The others are kept with the review, with a mark of all they
rest on; when that has changed they are made anew, by the step itself or by a request of their own, so that opening one
step computes that step only.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from hashlib import sha256
from typing import Any

from prism import words
from prism.messages import habits
from prism.method import Method
from reviews import queries, services
from reviews.context import ReviewContext
from steps import registry as steps
from steps.base import Step

VERSION = 5
"""Moves when findings are worded or computed otherwise, so that those kept before are made anew."""


@dataclass(frozen=True)
class PathStep:
    """One step on the path, with its finding so far; `pending` where it has still to be made."""

    number: int
    key: str
    label: str
    finding: str
    done: bool
    current: bool
    pending: bool = False


@lru_cache(maxsize=64)
def _mark_of(method: Method) -> str:
    return sha256(repr(method).encode()).hexdigest()


def rests_on(context: ReviewContext) -> str:
    """Return a mark of all that findings rest on: value, method, neutral, boards, whites, decks, tinting, room, job
    (its place, and the white that is set for the home), and the schemes that were kept; not the walls of other rooms,
    which no finding names."""
    review, subject, room = context.review, context.subject, context.review.room
    parts: tuple[Any, ...] = (
        VERSION,
        subject.stimulus,
        subject.value.recipe,
        _mark_of(subject.method),
        subject.neutral,
        review.names_shown,
        sorted((pk, board.state, board.kind, board.why) for pk, board in context.set.boards.items()),
        context.set.my_whites,
        context.decks.state,
        context.tinting,
        (room.pk, room.updated, room.deleted, room.job.updated, room.job.deleted) if room else None,
        queries.values_of_own(context.set.boards),
        [scheme.pk for scheme in context.schemes if scheme.deleted is None],
    )
    return sha256(repr(parts).encode()).hexdigest()[:24]


class Path:
    """The path of one review, as the screen of one of its steps shows it."""

    def __init__(self, context: ReviewContext, current: Step) -> None:
        self._context = context
        self._current = current
        self._mark, self._habits = rests_on(context), repr(habits.current())
        kept = context.review.findings
        # each way of writing has findings of its own, so that two people do not make them anew in turn
        kept_findings = kept.get("said", {}) if kept.get("on") == self._mark else {}
        self._others = {habits: sentences for habits, sentences in kept_findings.items() if habits != self._habits}
        self._said: dict[str, str] = dict(kept_findings.get(self._habits, {}))

    def _finding(self, step: Step, make: bool) -> str | None:
        """Return the finding of a step; None where it is not known yet and must not be made now."""
        if step.at_once:
            return step.finding(self._context)
        if step.key not in self._said:
            if not make:
                return None
            self._said[step.key] = step.finding(self._context)
        return self._said[step.key]

    def steps(self, every: bool = False) -> list[PathStep]:
        """Return the steps in the order of the job; `every` finding is made, or else only that of the current step."""
        waits = self._context.wall.any_withheld
        path = [self._step(number, step, every, waits) for number, step in enumerate(steps.ALL, start=1)]
        findings = {**self._others, self._habits: self._said}
        services.keep_findings(self._context.review, {"on": self._mark, "said": findings} if self._said else {})
        return path

    def _step(self, number: int, step: Step, every: bool, waits: bool) -> PathStep:
        current = step.key == self._current.key
        if waits and (step.gives_away or step.key == "compare"):
            return PathStep(number, step.key, step.label, words.walks.WITHHELD, True, current)
        finding = self._finding(step, every or current or self._current.needs_findings)
        if finding is None:
            return PathStep(number, step.key, step.label, words.walks.NOT_LOOKED_AT, False, current, pending=True)
        return PathStep(number, step.key, step.label, finding or step.unknown, bool(finding), current)
