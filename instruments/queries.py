"""Reads: the reader as it stands, and what the readings say together."""

from __future__ import annotations

from datetime import UTC, datetime
from functools import cached_property

import numpy as np
from django.utils import timezone

from decks import queries as decks
from decks.catalogue import catalogue
from decks.models import Colour
from instruments.models import Session, Shot
from prism import reader, school
from prism.demo.things import things
from prism.difference import delta_e
from prism.spectrum import to_lab, to_lrv

_EPOCH = datetime(2020, 1, 1, tzinfo=UTC)


def minutes(moment: datetime) -> float:
    """Return a moment on the reader's clock."""
    return (moment - _EPOCH).total_seconds() / 60


def device(session: Session) -> reader.Driver:
    """Return the reader as this session left it."""
    calibrated = minutes(session.calibrated) if session.calibrated else None
    return reader.SimulatedReader(things(), session.owner_id, session.serial, calibrated)


def what_can_be_measured() -> list[str]:
    """Return the names of things."""
    return list(things())


def provenance(readings: int) -> str:
    """Return what kind of source the mean of several readings is."""
    return "reading-average" if readings > 1 else "reading-single"


class Bench:
    """A session with what its readings say."""

    def __init__(self, session: Session) -> None:
        self.session = session

    @cached_property
    def shots(self) -> list[Shot]:
        """Every reading, dropped ones too."""
        return list(self.session.shots.all())

    @cached_property
    def _kept(self) -> list[Shot]:
        return [shot for shot in self.shots if not shot.dropped]

    @property
    def kept_count(self) -> int:
        """How many readings are in the mean."""
        return len(self._kept)

    @cached_property
    def together(self) -> reader.Together | None:
        """What the kept readings say together."""
        return reader.together([shot.reflectance for shot in self._kept]) if self._kept else None

    @property
    def since_calibration(self) -> float | None:
        """Minutes since the white tile was read; None if it never was."""
        if self.session.calibrated is None:
            return None
        return minutes(timezone.now()) - minutes(self.session.calibrated)

    @property
    def why_not(self) -> str:
        """Why the readings cannot be believed; empty when they can."""
        all_calibrated = all(shot.calibrated for shot in self._kept)
        return reader.why_not(self.kept_count, self.together, self.since_calibration if all_calibrated else None)

    def of_shot(self, shot: Shot) -> tuple[float | None, bool]:
        """Return a kept reading's ΔE00 from the mean and whether it lies far from the others."""
        if shot.dropped or self.together is None:
            return None, False
        position = self._kept.index(shot)
        return self.together.distances[position], position in self.together.outlying

    @property
    def mean_lrv(self) -> float | None:
        """LRV of the mean."""
        return float(to_lrv(self.together.mean)) if self.together else None

    @cached_property
    def from_card(self) -> tuple[Colour, float, float] | None:
        """The colour whose code the thing bears, its ΔE00 from the mean, and what both are unsure by."""
        card = self.session.card
        if self.together is None or card is None:
            return None
        chosen = school.load()
        kind = provenance(self.kept_count)
        doubt = chosen.doubt(card.provenance, card.spread), chosen.doubt(kind, self.together.uncertainty)
        apart = float(delta_e(card.paint.lab_array, to_lab(self.together.mean)))
        return card, apart, float(np.hypot(*doubt))

    @cached_property
    def nearest(self) -> tuple[Colour, float] | None:
        """The catalogue colour nearest to the mean, with ΔE00."""
        held = catalogue(self.session.owner)
        if self.together is None or not len(held.ids):
            return None
        rows, distance = held.nearest(to_lab(self.together.mean), 1)
        return decks.in_order([int(held.ids[rows[0]])])[0], float(distance[0])
