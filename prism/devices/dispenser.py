"""Tinting machines: what a driver must do, and a simulated one that is never quite exact and can run dry."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

import numpy as np

from prism import messages
from prism.tint.counter import Can
from prism.tint.formula import Formula
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

CANISTER = 2000.0
"""mL of a colorant in a full canister."""


class DispenserError(RuntimeError):
    """A can that cannot be tinted now; the message says why and what to do. Nothing was dispensed."""


@dataclass(frozen=True)
class Dispensed:
    """One can as it came out: the can, what really went in (mL per litre), and the machine's running number."""

    can: Can
    recipe: Recipe
    serial: int


class Dispenser(Protocol):
    """What a tinting machine must do to be used. `levels` are mL left by colorant code."""

    serial: int
    levels: dict[str, float]

    def dispense(self, formula: Formula) -> Dispensed:
        """Tint a can; raises `DispenserError` and dispenses nothing where it cannot."""

    def refill(self, code: str) -> None:
        """Fill a canister up."""


class DispenserDriver(Protocol):
    """How a machine is made for a request."""

    def __call__(self, system: TintSystem, seed: int, serial: int, levels: Mapping[str, float] | None, /) -> Dispenser:
        """Return the machine of a studio (`seed`) as it was left: cans made, and mL in each canister; None while it has
        made none and is full."""


class SimulatedDispenser:
    """A machine whose pumps give a little more or less than asked, each in its own way.

    Every pump is off by a part that belongs to this machine (`seed`), by a part that varies from can to can, and by up
    to a fixed volume, which matters in small cans. All of it follows from `seed` and `serial`.
    """

    PUMP = 0.006
    CAN_TO_CAN = 0.008
    DROP = 0.06
    """Of a shot."""

    def __init__(
        self, system: TintSystem, seed: int, serial: int = 0, levels: Mapping[str, float] | None = None
    ) -> None:
        self._system = system
        self._seed = seed
        self.serial = serial
        self.levels = dict.fromkeys(system.colorants, CANISTER) | dict(levels or {})

    def dispense(self, formula: Formula) -> Dispensed:
        if formula.over_capacity:
            raise DispenserError(messages.devices.too_much_for_base(formula.base_name, formula.filled))
        short = next((line for line in formula.lines if line.ml > self.levels[line.code]), None)
        if short:
            raise DispenserError(messages.devices.ran_dry(short.name, short.ml, self.levels[short.code]))
        self.serial += 1
        own = np.random.default_rng(self._seed)
        pumps = dict(zip(self._system.colorants, own.normal(0, self.PUMP, len(self._system.colorants)), strict=True))
        chance = np.random.default_rng([self._seed, self.serial])
        drop = self.DROP * self._system.shots.ml
        amounts = {}
        for line in formula.lines:
            off = 1 + pumps[line.code] + float(chance.normal(0, self.CAN_TO_CAN))
            given = max(line.ml * off + float(chance.uniform(-drop, drop)), 0.0) if line.ml else 0.0
            self.levels[line.code] -= given
            amounts[line.code] = given / formula.can.litres
        return Dispensed(formula.can, Recipe(formula.base, amounts), self.serial)

    def refill(self, code: str) -> None:
        """Fill a canister up."""
        if code not in self.levels:
            raise DispenserError(messages.faults.unknown_choice("colorant", code, self.levels))
        self.levels[code] = CANISTER
