"""Reads: the reader as it stands, and what the readings say together."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import UTC, datetime
from functools import cached_property

import numpy as np
from django.conf import settings
from django.utils import timezone

from decks.catalogue import catalogue
from decks.models import Colour
from instruments.models import Session, Shot
from methods import queries as method_queries
from people.queries import team
from prism import repeated, words
from prism.devices.reader import Reader, Thing
from prism.difference import delta_e
from prism.spectrum import Array, to_lab, to_lrv
from prism.tint.recipe import Recipe
from reviews.models import Review
from tinting import queries as tinting_queries
from tinting.models import Batch
from web import devices

_EPOCH = datetime(2020, 1, 1, tzinfo=UTC)


def minutes(moment: datetime) -> float:
    return (moment - _EPOCH).total_seconds() / 60


def device(session: Session) -> Reader:
    """Return the reader as this session left it, by the driver that the settings name.

    A board painted from the can that a session is about is something to measure too.
    """
    calibrated = minutes(session.calibrated) if session.calibrated else None
    return _reader(session.owner_id, session.serial, calibrated, _painted_board(session))


def _reader(
    seed: int, serial: int = 0, calibrated: float | None = None, also: Mapping[str, Thing] | None = None
) -> Reader:
    return devices.reader()(seed, serial, calibrated, also or {}, **settings.READER_OPTIONS)


def _painted_board(session: Session) -> dict[str, Thing]:
    system = tinting_queries.system_for(session.owner)
    if session.batch is None or system is None:
        return {}
    came_out = system.reflectance([Recipe(session.batch.base, session.batch.given)])[0]
    return {session.thing: Thing(session.thing, came_out, 0.0015, 0.3)}


def what_can_be_measured() -> list[str]:
    """Return the names of the things within the reader's reach."""
    return _reader(0).things()


def measured(session: Session) -> Array | None:
    """Return the mean reflectance of a session that can be believed; None otherwise."""
    sitting = Sitting(session)
    return sitting.together.mean if sitting.together is not None and not sitting.why_not else None


def provenance(readings: int) -> str:
    return "reading-average" if readings > 1 else "reading-single"


def why_not_card(session: Session) -> str:
    """Return why readings of a thing are not of the colour whose code it bears; empty where they may be."""
    batch = session.batch
    if session.card is None:
        return ""
    if batch and batch.colour_id == session.card.pk and batch.percent:
        return words.devices.other_strength(session.card.name, batch.percent)
    if batch and batch.colour_id != session.card.pk:
        return words.devices.other_colour(batch.name, session.card.name)
    return words.sources.SHARED_DECK if session.card.is_shared else ""


def reviews_of(card: Colour) -> int:
    return Review.objects.filter(colour=card, deleted=None).count()


class Sitting:
    """A session with what its readings say together."""

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
        return len(self._kept)

    @cached_property
    def together(self) -> repeated.Together | None:
        return repeated.together([shot.reflectance for shot in self._kept]) if self._kept else None

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
        return repeated.why_not(self.kept_count, self.together, self.since_calibration if all_calibrated else None)

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
        chosen = method_queries.usual(self.session.owner)
        of_mean = max(chosen.uncertainty[provenance(self.kept_count)], self.together.uncertainty)
        doubt = chosen.doubt(card.stimulus), of_mean
        apart = float(delta_e(card.stimulus.lab_array, to_lab(self.together.mean)))
        return card, apart, float(np.hypot(*doubt))

    @cached_property
    def from_formula(self) -> tuple[float, float | None] | None:
        """ΔE00 of the mean from what the formula of its can should give, and from the first can of that formula."""
        batch = self.session.batch
        system = tinting_queries.system_for(self.session.owner)
        if batch is None or system is None or self.together is None:
            return None
        mean = to_lab(self.together.mean)
        wanted = to_lab(system.reflectance([Recipe(batch.base, batch.wanted)])[0])
        cans = Batch.objects.filter(owner__in=team(batch.owner), can=batch.can)
        same = cans.filter(colour=batch.colour, percent=batch.percent)
        first = same.exclude(pk=batch.pk).filter(serial__lt=batch.serial).first()
        earlier = [measured(session) for session in first.sessions.all()] if first else []
        known = next((colour for colour in earlier if colour is not None), None)
        return float(delta_e(wanted, mean)), None if known is None else float(delta_e(to_lab(known), mean))

    @cached_property
    def nearest(self) -> tuple[Colour, float] | None:
        """The catalogue colour nearest to the mean, with ΔE00."""
        decks = catalogue(self.session.owner)
        if self.together is None or not len(decks.ids):
            return None
        rows, distance = decks.nearest(to_lab(self.together.mean), 1)
        return decks.boards([int(rows[0])])[0], float(distance[0])
