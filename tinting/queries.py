"""Reads: the tinting system in force, the machine as it stands, and the cans it made."""

from __future__ import annotations

from datetime import datetime
from functools import lru_cache

from django.contrib.auth.models import User
from django.db.models import Case, Q, QuerySet, Value, When

from decks.models import Colour
from people.queries import founder, team
from prism.devices.dispenser import Dispenser
from prism.formats import tint_system
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem
from tinting.models import Batch, Machine, System
from web import devices
from web.query_cache import QueryCache


def systems(user: User) -> QuerySet[System]:
    """Return the tinting systems a person may use, the one in force first: the studio's newest, else everybody's."""
    systems = System.objects.filter(Q(owner=None) | Q(owner__in=team(user)), deleted=None)
    return systems.order_by(Case(When(owner=None, then=Value(1)), default=Value(0)), "-changed")


State = tuple[int, datetime] | None
"""Which tinting system is in force, and since when; what is computed with it changes only when this does."""


def state(user: User) -> State:
    """Return the state of the tinting system that recipes are computed with; None where the studio has none yet."""
    return _states.get(team(user), lambda: systems(user).values_list("pk", "changed").first())


_states: QueryCache[tuple[int, ...], State] = QueryCache(256)


def system_as_of(known: State) -> TintSystem | None:
    return _system(*known) if known else None


def system_for(user: User) -> TintSystem | None:
    """Return the tinting system that recipes are computed with; None where the studio has none yet."""
    return system_as_of(state(user))


@lru_cache(maxsize=8)
def _system(pk: int, changed: datetime) -> TintSystem:
    return tint_system.from_table(System.objects.values_list("table", flat=True).get(pk=pk))


def colorant_names(system: TintSystem | None, recipe: Recipe) -> dict[str, str]:
    """Return what the colorants of a recipe are called, by code; their codes where they are none of the system's."""
    known = system.colorants if system else {}
    return {code: known[code].name if code in known else code for code in recipe.amounts}


def machine(user: User, system: TintSystem) -> Dispenser:
    """Return the studio's tinting machine as it was left, by the driver that the settings name."""
    own = founder(user)
    kept = Machine.objects.filter(owner_id=own).first()
    return devices.tinting_machine()(system, own, kept.serial if kept else 0, kept.levels if kept else None)


def batches(user: User, colour: Colour) -> QuerySet[Batch]:
    return Batch.objects.filter(owner__in=team(user), colour=colour).prefetch_related("sessions__shots")
