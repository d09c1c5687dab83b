"""The tinting machine's screen as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User

from people.queries import team
from prism import repeated, words
from prism.devices.dispenser import CANISTER
from prism.difference import delta_e
from prism.spectrum import to_lab, to_lrv
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem
from tinting import queries
from tinting.models import Batch, System
from web.settled import Page


@dataclass(frozen=True)
class Canister:
    """A colorant in the machine, and how much is left of it."""

    code: str
    name: str
    left: str
    part: float


MOST_CANS = 50


@dataclass(frozen=True)
class MadeCan:
    """A can that was made: its size and base, and what was measured of it, with the id of each session."""

    batch: Batch
    size: str
    measured: list[tuple[int, str]]


class MachinePage(Page):
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
            Canister(code, part.name, f"{words.text.number(levels[code], 0)} mL", levels[code] / CANISTER)
            for code, part in system.colorants.items()
            if code in levels
        ]

    @cached_property
    def batches(self) -> list[MadeCan]:
        made = Batch.objects.filter(owner__in=team(self._user)).select_related("colour__maker").order_by("-serial")
        return [self._made(batch) for batch in made.prefetch_related("sessions__shots")[:MOST_CANS]]

    def _made(self, batch: Batch) -> MadeCan:
        system = self._system
        sizes = {can.key: can.label for can in system.cans} if system else {}
        measured = []
        for session in batch.sessions.all():
            kept = [shot.reflectance for shot in session.shots.all() if not shot.dropped]
            together = repeated.together(kept) if kept else None
            if together is not None and system is not None and batch.base in system.bases:
                wanted = to_lab(system.reflectance([Recipe(batch.base, batch.wanted)])[0])
                apart = float(delta_e(wanted, to_lab(together.mean)))
                measured.append(
                    (session.pk, words.recipes.can_measured(float(to_lrv(together.mean)), apart, session.started))
                )
        return MadeCan(batch, f"{sizes.get(batch.can, batch.can)}, base {batch.base}", measured)

    @cached_property
    def systems(self) -> list[System]:
        return list(queries.systems(self._user).defer("table"))

    @property
    def in_force(self) -> str:
        system = self._system
        if system is None:
            return words.devices.NO_SYSTEM
        return words.devices.system_in_force(system.name, len(system.bases), len(system.colorants))
