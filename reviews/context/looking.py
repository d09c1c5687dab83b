"""What a person saw beside boards, and which findings wait until they have looked."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from prism import words
from prism.comparison import Agreement
from reviews.context.holding import SwatchView
from reviews.context.subject import Subject
from reviews.models import Observation


@dataclass(frozen=True)
class Seen:
    """What was seen beside a board, next to what was computed."""

    observation: Observation
    name: str
    sentence: str
    standing: str


class Looking:
    """The observations of a review."""

    def __init__(self, subject: Subject) -> None:
        self._subject = subject

    @cached_property
    def observations(self) -> list[Observation]:
        return list(self._subject.review.observations.select_related("by", "colour"))

    def waits(self, swatch: SwatchView) -> bool:
        """Return whether the finding beside a board waits for the person to say what they see."""
        withheld = self._subject.review.withhold
        return withheld and swatch.colour.pk not in {observation.colour_id for observation in self.observations}

    def lettered(self, boards: Sequence[SwatchView]) -> list[SwatchView]:
        """Return boards shuffled and under letters where their findings are withheld: order and caption would give them
        away."""
        if not any(self.waits(swatch) for swatch in boards):
            return list(boards)
        shuffled = random.Random(self._subject.review.pk).sample(boards, len(boards))
        return [
            replace(swatch, name=words.pairs.letter(i), caption=words.pairs.letter(i), reason="")
            if self.waits(swatch)
            else swatch
            for i, swatch in enumerate(shuffled)
        ]

    def seen_beside(self, swatch: SwatchView | None) -> list[Seen]:
        return [look for look in self.seen if swatch and look.observation.colour_id == swatch.colour.pk]

    @cached_property
    def seen(self) -> list[Seen]:
        """What was seen beside any board, what parts from the computation first."""
        lrv = self._subject.reading.lrv
        ranked = sorted(self.observations, key=lambda look: look.agreement != Agreement.DIFFER)
        shown = self._subject.review.names_shown
        return [
            Seen(
                look,
                look.colour.name if shown else words.walks.A_BOARD,
                self.said_of(look),
                words.walks.standing(look.agreement, look.computed, lrv),
            )
            for look in ranked
        ]

    @property
    def tally(self) -> str:
        """How many boards were looked at, and how often eye and computation part; empty where none was."""
        boards = {observation.colour_id for observation in self.observations}
        apart = sum(observation.agreement == Agreement.DIFFER for observation in self.observations)
        return words.pairs.seen_tally(len(boards), apart) if boards else ""

    def said_of(self, observation: Observation) -> str:
        lrv = self._subject.reading.lrv
        return words.walks.saw(
            observation.seen,
            lrv,
            observation.note,
            observation.light,
            str(observation.by or ""),
            words.habits.day(observation.at),
        )

    @property
    def last_light(self) -> str:
        """The light written down last, since most boards are looked at in one light."""
        return next((observation.light for observation in self.observations if observation.light), "")
