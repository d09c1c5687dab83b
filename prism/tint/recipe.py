"""A recipe: a base and amounts of colorant."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field


class RecipeError(ValueError):
    """A recipe that names a base or colorant the tinting system does not have, or a negative amount."""


@dataclass(frozen=True)
class Recipe:
    """A base and amounts of colorant, mL per litre of base."""

    base: str
    amounts: Mapping[str, float] = field(default_factory=dict)

    def scaled(self, percent: float) -> Recipe:
        """Return the recipe at another strength: +25 scales every colorant by 1.25, −100 leaves the base."""
        if percent < -100:
            raise RecipeError(f"{percent:g} % would need less than no colorant: −100 % is the bare base")
        return Recipe(self.base, {code: amount * (1 + percent / 100) for code, amount in self.amounts.items()})

    @property
    def total(self) -> float:
        """All colorant together, mL per litre."""
        return sum(self.amounts.values())
