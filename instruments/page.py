"""A session as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User

from instruments import queries
from instruments.models import Batch, Session, Shot
from instruments.queries import Bench
from prism import demo, reader, screen, words
from prism.dispenser import CANISTER
from schools import queries as schools


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
    def against_formula(self) -> str:
        """How far a can is from its formula, and from the first can of that formula."""
        found = self.bench.from_formula
        if found is None:
            return ""
        chosen = schools.usual(self.session.owner)
        said = words.from_its_formula(found[0], chosen)
        return f"{said} {words.batches_apart(found[1], chosen)}" if found[1] is not None else said

    @property
    def why_not(self) -> str:
        """Why the readings cannot be believed."""
        return self.bench.why_not

    @property
    def can_measure(self) -> bool:
        """Whether there is room for another reading."""
        return len(self.bench.shots) < reader.MOST_READINGS


@dataclass(frozen=True)
class Canister:
    """A colorant in the machine, and how much is left of it."""

    code: str
    name: str
    left: str
    part: float


class MachinePage:
    """What the tinting machine's screen shows."""

    def __init__(self, user: User) -> None:
        self._user = user

    @cached_property
    def canisters(self) -> list[Canister]:
        """The colorants with what is left of them."""
        names = demo.tint_system().colorants
        levels = queries.machine(self._user).levels
        return [
            Canister(code, names[code].name, f"{words.number(left, 0)} mL", left / CANISTER)
            for code, left in levels.items()
        ]

    @cached_property
    def batches(self) -> list[Batch]:
        """The cans it made, newest first."""
        return list(Batch.objects.filter(owner=self._user).order_by("-serial").prefetch_related("sessions")[:50])
