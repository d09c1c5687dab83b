"""A session as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from instruments.models import Session, Shot
from instruments.queries import Bench
from prism import reader, screen, words


@dataclass(frozen=True)
class Line:
    """One reading in the list."""

    shot: Shot
    screen: str
    distance: str
    remark: str


class Page:
    """What the reader's screen shows."""

    def __init__(self, session: Session) -> None:
        self.session = session
        self.bench = Bench(session)

    @cached_property
    def lines(self) -> list[Line]:
        """The readings, each with its distance from the mean and what is to be said of it."""
        lines = []
        for shot in self.bench.shots:
            distance, outlying = self.bench.of_shot(shot)
            lines.append(
                Line(
                    shot,
                    screen.to_hex(screen.reflectance_to_screen(shot.reflectance)[0])[0],
                    words.number(distance, 2) if distance is not None else "",
                    words.shot_remark(shot.dropped, shot.reason, outlying, shot.calibrated),
                )
            )
        return lines

    @property
    def state(self) -> str:
        """How the reader stands."""
        return words.reader_state(self.bench.since_calibration)

    @property
    def summary(self) -> str:
        """What the readings say together."""
        found = self.bench.together
        if found is None or self.bench.mean_lrv is None:
            return words.NO_READINGS
        return words.readings_together(self.bench.kept_count, self.bench.mean_lrv, found.spread, found.uncertainty)

    @property
    def against_catalogue(self) -> str:
        """How far it is from its own card, or from the nearest where none is named."""
        if self.bench.from_card:
            card, apart, doubt = self.bench.from_card
            return words.from_card(card.name, card.label, apart, doubt)
        near = self.bench.nearest
        return words.from_its_card(near[0].name, near[0].label, near[1]) if near else ""

    @property
    def why_not(self) -> str:
        """Why the readings cannot be believed."""
        return self.bench.why_not

    @property
    def can_measure(self) -> bool:
        """Whether there is room for another reading."""
        return len(self.bench.shots) < reader.MOST_READINGS
