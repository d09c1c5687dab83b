"""A session as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from instruments import queries
from instruments.models import Session, Shot
from instruments.queries import Sitting
from methods import queries as method_queries
from prism import messages, repeated, screen, words
from web.settled import Page

ENOUGH = 3
"""Readings after which keeping is the next thing to do."""


@dataclass(frozen=True)
class ShotLine:
    """One reading in the list."""

    shot: Shot
    screen: str
    distance: str
    remark: str


class SessionPage(Page):
    """What the reader's screen shows."""

    unsettled = ("sitting",)

    def __init__(self, session: Session) -> None:
        self.session = session
        self.sitting = Sitting(session)

    @property
    def is_enough(self) -> bool:
        return len(self.lines) >= ENOUGH and not self.why_not

    @cached_property
    def lines(self) -> list[ShotLine]:
        lines = []
        for shot in self.sitting.shots:
            distance, outlying = self.sitting.of_shot(shot)
            lines.append(
                ShotLine(
                    shot,
                    screen.to_hex(screen.reflectance_to_screen(shot.reflectance)[0])[0],
                    words.text.number(distance, 2) if distance is not None else "",
                    words.devices.shot_remark(shot.dropped, shot.reason, outlying, shot.calibrated),
                )
            )
        return lines

    @property
    def state(self) -> str:
        return words.devices.reader_state(self.sitting.since_calibration)

    @property
    def summary(self) -> str:
        together = self.sitting.together
        if together is None or self.sitting.mean_lrv is None:
            return messages.devices.NO_READINGS
        return words.devices.readings_together(
            self.sitting.kept_count, self.sitting.mean_lrv, together.spread, together.uncertainty
        )

    @property
    def against_catalogue(self) -> str:
        """How far it is from its own card, or from the nearest where none is named."""
        if self.sitting.from_card:
            card, apart, doubt = self.sitting.from_card
            return words.devices.from_card(card.name, card.label, apart, doubt)
        near = self.sitting.nearest
        return words.devices.from_its_card(near[0].name, near[0].label, near[1]) if near else ""

    @property
    def against_formula(self) -> str:
        difference = self.sitting.from_formula
        if difference is None:
            return ""
        chosen = method_queries.usual(self.session.owner)
        sentence = words.devices.from_its_formula(difference[0], chosen)
        return (
            f"{sentence} {words.recipes.batches_apart(difference[1], chosen)}"
            if difference[1] is not None
            else sentence
        )

    @property
    def why_not(self) -> str:
        return self.sitting.why_not

    @property
    def why_not_card(self) -> str:
        return queries.why_not_card(self.session)

    @property
    def for_whom(self) -> str:
        card = self.session.card
        return words.devices.replaces_for(card.name, queries.reviews_of(card)) if card else ""

    @property
    def can_measure(self) -> bool:
        return len(self.sitting.shots) < repeated.MOST_READINGS
