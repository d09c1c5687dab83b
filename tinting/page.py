"""The tinting machine's screen as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User

from people.queries import team
from prism import words
from prism.tint.dispenser import CANISTER
from prism.tint.system import TintSystem
from tinting import queries
from tinting.models import Batch, System


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
    def _system(self) -> TintSystem | None:
        return queries.system_for(self._user)

    @cached_property
    def canisters(self) -> list[Canister]:
        """The colorants with what is left of them; none without a tinting system."""
        system = self._system
        if system is None:
            return []
        levels = queries.machine(self._user, system).levels
        return [
            Canister(code, part.name, f"{words.number(levels[code], 0)} mL", levels[code] / CANISTER)
            for code, part in system.colorants.items()
            if code in levels
        ]

    @cached_property
    def batches(self) -> list[Batch]:
        """The cans it made, newest first."""
        made = Batch.objects.filter(owner__in=team(self._user)).order_by("-serial")
        return list(made.prefetch_related("sessions")[:50])

    @cached_property
    def systems(self) -> list[System]:
        """The tinting systems, the one in force first."""
        return list(queries.systems(self._user).defer("table"))

    @property
    def in_force(self) -> str:
        """Which tinting system recipes are computed with."""
        system = self._system
        if system is None:
            return words.no_system()
        return words.system_in_force(system.name, len(system.bases), len(system.colorants))
