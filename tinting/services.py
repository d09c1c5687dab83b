"""Writes: bringing a tinting system in, having cans tinted, refilling."""

from __future__ import annotations

import json
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from time import sleep

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from decks.models import Colour
from people.queries import founder
from prism import messages
from prism.devices.dispenser import Dispenser, DispenserError
from prism.formats import tint_system
from prism.tint.formula import Formula
from prism.tint.system import TintSystem
from tinting import queries
from tinting.models import Batch, Machine, System


@transaction.atomic
def keep_system(owner: User | None, system: TintSystem) -> System:
    """Keep a tinting system: a person's own, or with no owner the studio's, which it replaces under its name."""
    made, _ = System.objects.update_or_create(
        owner=owner,
        name=system.name,
        deleted=None,
        defaults={"table": json.loads(tint_system.write(system)), "changed": timezone.now()},
    )
    return made


@transaction.atomic
def soft_delete(system: System) -> None:
    """Put a tinting system aside; `undelete` brings it back."""
    system.deleted = timezone.now()
    system.save(update_fields=["deleted"])


@transaction.atomic
def undelete(system: System) -> None:
    """Bring a tinting system back, in force again from now on."""
    system.deleted, system.changed = None, timezone.now()
    system.save(update_fields=["deleted", "changed"])


AT_WORK, WAITS, LOOKS_AGAIN = timedelta(seconds=60), 5.0, 0.1
"""How long a machine may be at work on one order before it is taken to have been left, and for how many seconds,
looking how often, the next order waits for it."""


@contextmanager
def _at_machine(owner: User) -> Iterator[Dispenser]:
    """Lend the studio's tinting machine. While it works nothing is locked but the machine; no other writer waits.

    Raises `DispenserError` where there is none, or another order keeps it longer than one waits.
    """
    system = queries.system_for(owner)
    if system is None:
        raise DispenserError(messages.devices.NO_TINTING_SYSTEM)
    own = Machine.objects.filter(owner_id=founder(owner))
    _take(own, founder(owner))
    try:
        yield queries.machine(owner, system)
    finally:
        own.update(busy_until=None)


def _take(own: QuerySet[Machine], founder_id: int) -> None:
    Machine.objects.get_or_create(owner_id=founder_id)
    for _ in range(int(WAITS / LOOKS_AGAIN)):
        now = timezone.now()
        free = Q(busy_until=None) | Q(busy_until__lte=now)
        if own.filter(free).update(busy_until=now + AT_WORK):
            return
        sleep(LOOKS_AGAIN)
    raise DispenserError(messages.devices.MACHINE_BUSY)


def _left(owner: User, device: Dispenser) -> None:
    Machine.objects.filter(owner_id=founder(owner)).update(serial=device.serial, levels=dict(device.levels))


def dispense(owner: User, colour: Colour, percent: float, name: str, formula: Formula) -> Batch:
    """Have a can tinted. Raises `DispenserError` where the machine cannot; then nothing was dispensed."""
    with _at_machine(owner) as device:
        made = device.dispense(formula)
        with transaction.atomic():
            _left(owner, device)
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
        _left(owner, device)
