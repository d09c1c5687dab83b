"""How a paint counter measures: the cans it fills and the shots it gives."""

from __future__ import annotations

from dataclasses import dataclass

OUNCE = 29.5735295625
"""mL in a US fluid ounce."""


@dataclass(frozen=True)
class Can:
    """A size of can: a key, what it is called, and litres of paint."""

    key: str
    label: str
    litres: float
    metric: bool


@dataclass(frozen=True)
class Shots:
    """How colorant is dosed: mL in an ounce, shots in an ounce, and the smallest part of a shot that is given.

    >>> round(Shots().ml, 4)
    0.6161
    """

    ounce: float = OUNCE
    in_ounce: int = 48
    smallest: float = 0.25

    @property
    def ml(self) -> float:
        return self.ounce / self.in_ounce
