"""The bases and colorants that recipes refer to, and what they make."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

import numpy as np

from prism.spectrum import Array
from prism.tint.counter import Can, Shots
from prism.tint.optics import opaque, surface
from prism.tint.recipe import Recipe, RecipeError


class Kind(StrEnum):
    """What a colorant is made of: plain ones are preferred where several recipes make one colour."""

    WHITE = "white"
    BLACK = "black"
    EARTH = "earth"
    ORGANIC = "organic"


@dataclass(frozen=True)
class Ingredient:
    """A base or colorant: K and S, shape (31,), per litre of base or per mL of colorant in a litre of base.

    `capacity` mL of colorant that a litre of a base holds; `density` g/mL; `kind` of a colorant, None for a base.
    """

    code: str
    name: str
    k: Array
    s: Array
    capacity: float = 0.0
    density: float = 1.0
    kind: Kind | None = None


@dataclass(frozen=True)
class Film:
    """The dry film by which hiding is judged: so many `coats` of so many `micrometres` together, and what it scatters,
    S·X, for an S of 1."""

    coats: int
    micrometres: float
    scattering: float


@dataclass(frozen=True)
class TintSystem:
    """The bases and colorants that recipes refer to, by code; how they are dosed, the cans they go into, and the film
    they make, None where that is not stated."""

    bases: Mapping[str, Ingredient]
    colorants: Mapping[str, Ingredient]
    name: str = ""
    shots: Shots = field(default_factory=Shots)
    cans: tuple[Can, ...] = ()
    film: Film | None = None

    def reflectance(self, recipes: Iterable[Recipe]) -> Array:
        """Return reflectances, specular included, shape (n, 31), of n recipes. Raises `RecipeError`.

        Source: Kubelka and Munk (1931) for an opaque film, Saunderson (1942) for the surface.
        """
        return surface(opaque(*self.parts(recipes)))

    def parts(self, recipes: Iterable[Recipe]) -> tuple[Array, Array]:
        """Return K and S, (n, 31) each, of a litre of base with its colorants, of n recipes. Raises `RecipeError`."""
        wanted = list(recipes)
        codes = list(self.colorants)
        for recipe in wanted:
            self.check(recipe)
        amounts = np.array([[r.amounts.get(code, 0.0) for code in codes] for r in wanted]).reshape(-1, len(codes))
        k = np.array([self.bases[r.base].k for r in wanted]) + amounts @ np.array([self.colorants[c].k for c in codes])
        s = np.array([self.bases[r.base].s for r in wanted]) + amounts @ np.array([self.colorants[c].s for c in codes])
        return k, s

    def of_kind(self, *kinds: Kind) -> frozenset[str]:
        """Return the codes of the colorants of some kinds."""
        return frozenset(code for code, part in self.colorants.items() if part.kind in kinds)

    def can(self, key: str) -> Can:
        """Return a can by its key; the first one where there is none such. Raises `RecipeError` without any cans."""
        if not self.cans:
            raise RecipeError("the tinting system names no cans")
        return next((can for can in self.cans if can.key == key), self.cans[0])

    def capacity_used(self, recipe: Recipe) -> float:
        """Return the part of the base's capacity that a recipe fills; more than 1 does not fit the can."""
        return recipe.total / self.bases[recipe.base].capacity

    def check(self, recipe: Recipe) -> None:
        """Raise `RecipeError` unless every part of the recipe is known and not negative."""
        if recipe.base not in self.bases:
            raise RecipeError(f"unknown base '{recipe.base}'")
        for code, amount in recipe.amounts.items():
            if code not in self.colorants:
                raise RecipeError(f"unknown colorant '{code}'")
            if amount < 0:
                raise RecipeError(f"colorant '{code}' has a negative amount, {amount:g}")
