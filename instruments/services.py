"""Writes: calibrating, measuring, dropping, keeping."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import replace

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from decks import services as decks
from decks.models import Colour
from instruments import queries
from instruments.models import Batch, Machine, Session, Shot
from prism import reader, words
from prism.colour import Colour as Paint
from prism.colour import Specular, from_reflectance
from prism.dispenser import SimulatedDispenser
from prism.formula import Formula


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


@contextmanager
def _at_machine(owner: User) -> Iterator[SimulatedDispenser]:
    """Lend a person's tinting machine, and keep how it is left; where it refuses, nothing has changed."""
    with transaction.atomic():
        kept, _ = Machine.objects.select_for_update().get_or_create(owner_id=owner.pk)
        device = queries.machine(owner)
        yield device
        kept.serial, kept.levels = device.serial, device.levels
        kept.save()


@transaction.atomic
def dispense(owner: User, colour: Colour, percent: float, name: str, formula: Formula) -> Batch:
    """Have a can tinted. Raises `DispenserError` where the machine cannot; then nothing was dispensed."""
    with _at_machine(owner) as device:
        made = device.dispense(formula)
    return Batch.objects.create(
        owner_id=owner.pk,
        colour=colour,
        percent=percent,
        name=name[:160],
        can=formula.can.key,
        serial=made.serial,
        base=made.recipe.base,
        wanted=dict(formula.recipe.amounts),
        given=dict(made.recipe.amounts),
    )


def refill(owner: User, code: str) -> None:
    """Fill a canister up. Raises `DispenserError` for a colorant that the machine does not have."""
    with _at_machine(owner) as device:
        device.refill(code)


def calibrate(session: Session) -> None:
    """Read the white tile."""
    session.calibrated = timezone.now()
    session.save(update_fields=["calibrated"])


@transaction.atomic
def measure(session: Session) -> Shot:
    """Take one reading. Raises `ReaderError` when there are enough, or the reader cannot measure."""
    session = Session.objects.select_for_update().get(pk=session.pk)
    taken = session.shots.count()
    if taken >= reader.MOST_READINGS:
        raise reader.ReaderError(words.enough_readings(reader.MOST_READINGS))
    device = queries.device(session)
    reading = device.measure(session.thing, session.setting, queries.minutes(timezone.now()))
    session.serial = device.serial
    session.save(update_fields=["serial"])
    return session.shots.create(
        number=taken + 1, reflectance=reading.tolist(), calibrated=session.calibrated is not None
    )


def drop(shot: Shot, reason: str) -> None:
    """Leave a reading out of the mean, with the reason; an empty reason takes it in again."""
    shot.dropped, shot.reason = bool(reason), reason
    shot.save(update_fields=["dropped", "reason"])


def keep(session: Session, name: str) -> Colour:
    """Keep the mean of the readings as an own colour. Raises `ReaderError` when they cannot be believed."""
    return decks.keep_own(session.owner, name, _measured(session))


def improve_card(session: Session) -> Colour:
    """Make the mean of the readings the working value of the colour whose code stands on the can.

    Raises `ReaderError` when they cannot be believed, or no code was given.
    """
    if session.card is None:
        raise reader.ReaderError(words.no_card())
    decks.improve(session.card, _measured(session), words.measured_on(session.thing), session.owner)
    return session.card


def name_card(session: Session, card: Colour | None) -> None:
    """Note which colour the thing is said to be."""
    session.card = card
    session.save(update_fields=["card"])


def _measured(session: Session) -> Paint:
    """Return the mean of the readings as a colour. Raises `ReaderError`."""
    found = queries.Bench(session)
    if found.why_not:
        raise reader.ReaderError(found.why_not)
    assert found.together is not None
    count = found.kept_count
    given = words.reader_given(session.thing, count, session.aperture, session.specular)
    paint = from_reflectance(found.together.mean, queries.provenance(count), given)
    return replace(paint, spread=found.together.uncertainty, specular=Specular(session.specular))
