"""Writes: calibrating, measuring, dropping, keeping."""

from __future__ import annotations

from dataclasses import replace

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour
from instruments import queries
from instruments.models import Session, Shot
from prism import repeated, words
from prism.devices import reader
from prism.stimulus import Specular, Stimulus, from_reflectance
from tinting.models import Batch


def start(owner: User, thing: str, setting: reader.Setting, batch: Batch | None = None) -> Session:
    """Put the reader on a thing, or on a board painted from a can. A calibration of the last session still holds."""
    last = Session.objects.filter(owner=owner).first()
    return Session.objects.create(
        owner=owner,
        thing=thing,
        aperture=setting.aperture,
        specular=setting.specular,
        calibrated=last.calibrated if last else None,
        serial=last.serial if last else 0,
        batch=batch,
    )


def calibrate(session: Session) -> None:
    session.calibrated = timezone.now()
    session.save(update_fields=["calibrated"])


def read_at_once(session: Session, readings: int = 3) -> None:
    """Read the white tile, then the thing several times, as the reader asks for them. Raises `ReaderError`."""
    calibrate(session)
    for _ in range(readings):
        measure(session)


def measure(session: Session) -> Shot:
    """Take one reading. Raises `ReaderError` when there are enough, or the reader cannot measure.

    Nothing is locked while the reader is asked; a reading that was overtaken by another is taken once more.
    """
    for _ in range(TRIES):
        session = Session.objects.get(pk=session.pk)
        if session.shots.count() >= repeated.MOST_READINGS:
            raise reader.ReaderError(words.devices.enough_readings(repeated.MOST_READINGS))
        device = queries.device(session)
        reading = device.measure(session.thing, session.setting, queries.minutes(timezone.now()))
        with transaction.atomic():
            mine = Session.objects.filter(pk=session.pk, serial=session.serial).update(serial=device.serial)
            taken = session.shots.count()
            if mine and taken < repeated.MOST_READINGS:
                return session.shots.create(
                    number=taken + 1, reflectance=reading.tolist(), calibrated=session.calibrated is not None
                )
    raise reader.ReaderError(words.devices.READER_BUSY)


TRIES = 4


def drop(shot: Shot, reason: str) -> None:
    """Leave a reading out of the mean, with the reason; an empty reason takes it in again."""
    shot.dropped, shot.reason = bool(reason), reason
    shot.save(update_fields=["dropped", "reason"])


def keep(session: Session, name: str) -> Colour:
    """Keep the mean of the readings as an own colour. Raises `ReaderError` when they cannot be believed."""
    return deck_services.keep_own(session.owner, name, _measured(session))


def improve_card(session: Session) -> Colour:
    """Make the mean of the readings the working value of the colour whose code stands on the can.

    Raises `ReaderError` when they cannot be believed, or no code was given.
    """
    if session.card is None:
        raise reader.ReaderError(words.devices.NO_CARD)
    if why_not := queries.why_not_card(session):
        raise reader.ReaderError(why_not)
    deck_services.improve(session.card, _measured(session), words.sources.measured_on(session.thing), session.owner)
    return session.card


def name_card(session: Session, card: Colour | None) -> None:
    session.card = card
    session.save(update_fields=["card"])


def _measured(session: Session) -> Stimulus:
    """Return the mean of the readings as a colour. Raises `ReaderError`."""
    sitting = queries.Sitting(session)
    if sitting.why_not:
        raise reader.ReaderError(sitting.why_not)
    assert sitting.together is not None
    count = sitting.kept_count
    given = words.devices.reader_given(session.thing, count, session.aperture, session.specular)
    stimulus = from_reflectance(sitting.together.mean, queries.provenance(count), given)
    return replace(stimulus, spread=sitting.together.uncertainty, specular=Specular(session.specular))
