"""The colour that a review is about, read under the method and the neutral in force."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

from decks.models import Valued, ValueRevision
from prism import naming, reading, trust, words
from prism.difference import delta_e
from reviews.models import Review


@dataclass(frozen=True)
class Newer:
    """A better value that replaced the one a review was made with: since when, why, its LRV, and ΔE00 between them."""

    since: datetime
    reason: str
    lrv: float
    delta_e: float


class Subject:
    """One colour, as a review judges it."""

    def __init__(self, review: Review) -> None:
        self.review = review
        self.owner = review.owner
        self.colour = review.colour
        self.value: Valued = review.value
        self.stimulus = self.value.stimulus
        self.method = review.method_in_force
        self.neutral = review.neutral_in_force
        self.reading = reading.read(self.stimulus, self.method, self.neutral)

    @property
    def name(self) -> str:
        """What it is called for now: names can be hidden, since they mislead."""
        return self.review.called(self.colour.name)

    @property
    def label(self) -> str:
        """Its maker and code; nothing while names are hidden."""
        return self.colour.label if self.review.names_shown else ""

    @property
    def title(self) -> str:
        """What the whole page is called; a hidden name stands nowhere on it."""
        return self.colour.name if self.review.names_shown else words.walks.NAME_HIDDEN

    @cached_property
    def newer(self) -> Newer | None:
        """The working value of the colour, where it is no longer the one the review was made with."""
        if not isinstance(self.value, ValueRevision):
            return None
        now = self.colour.stimulus
        if now.lab == self.stimulus.lab and now.provenance == self.stimulus.provenance:
            return None
        apart = float(delta_e(self.stimulus.lab_array, now.lab_array))
        return Newer(self.value.replaced, self.value.reason, now.lrv, apart)

    @cached_property
    def name_checks(self) -> list[naming.NameCheck]:
        """What its name promises; nothing while names are hidden."""
        return naming.check(self.colour.name, self.reading) if self.review.names_shown else []

    @cached_property
    def lrv_check(self) -> trust.LrvCheck | None:
        """The stated LRV against the computed one, where one is stated."""
        stated = self.value.lrv_stated
        return trust.check_lrv(stated, self.reading, self.method) if stated is not None else None

    @property
    def caution(self) -> str:
        return words.sources.screen_caution(self.stimulus.in_gamut)
