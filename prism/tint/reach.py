"""Which strength gives a wanted depth, what a base can take, and what two paints make together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from prism.spectrum import Array, to_lrv
from prism.tint.optics import opaque, surface
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.system import TintSystem

WEAKEST, STRONGEST = -100.0, 400.0
"""Percent of change that is looked at: the bare base to five times the colorant."""


@dataclass(frozen=True)
class Reached:
    """The strength that comes nearest to a wanted LRV: percent of change, the LRV there, and whether it was reached.

    `limit` says what stopped it: `base` where even the bare base is darker, `capacity` where the base holds no more.
    """

    percent: float
    lrv: float
    wanted: float
    limit: str = ""

    @property
    def reached(self) -> bool:
        """Whether the wanted LRV is there."""
        return not self.limit


def lrv_at(recipe: Recipe, percent: float, system: TintSystem) -> float:
    """Return the LRV of a recipe at a strength."""
    return float(to_lrv(system.reflectance([recipe.scaled(percent)]))[0])


def fullest(recipe: Recipe, system: TintSystem) -> float:
    """Return the strongest change, percent, that the base still holds."""
    if not recipe.total:
        return 0.0
    room = system.bases[recipe.base].capacity / recipe.total
    return float(min(100 * (room - 1), STRONGEST))


def for_lrv(recipe: Recipe, wanted: float, system: TintSystem) -> Reached:
    """Return the strength at which a recipe has an LRV, 0-100; the nearest it can where its base does not reach.

    LRV falls as colorant is added for any colorant that absorbs more than it scatters; where a white colorant makes it
    rise, the search runs the other way.
    """
    from scipy.optimize import brentq  # late: it takes longer to import than the whole core

    low, high = WEAKEST, fullest(recipe, system)
    ends = lrv_at(recipe, low, system), lrv_at(recipe, high, system)
    if not min(ends) <= wanted <= max(ends):
        nearest_low = abs(ends[0] - wanted) <= abs(ends[1] - wanted)
        percent, lrv = (low, ends[0]) if nearest_low else (high, ends[1])
        return Reached(percent, lrv, wanted, "base" if nearest_low else "capacity")
    percent = float(brentq(lambda p: lrv_at(recipe, p, system) - wanted, low, high, xtol=1e-6))
    return Reached(percent, lrv_at(recipe, percent, system), wanted)


def deeper_base(recipe: Recipe, system: TintSystem) -> str | None:
    """Return the base that holds next more colorant; None for the last."""
    capacity = system.bases[recipe.base].capacity
    more = sorted((base.capacity, code) for code, base in system.bases.items() if base.capacity > capacity)
    return more[0][1] if more else None


def in_base(recipe: Recipe, base: str, system: TintSystem) -> Recipe:
    """Return a recipe in another base, its colorants scaled alike so that its LRV stays as near as it can."""
    wanted = lrv_at(recipe, 0, system)
    if not recipe.total:
        return Recipe(base, recipe.amounts)
    filled = system.bases[base].capacity / recipe.total
    full = Recipe(base, {code: amount * filled for code, amount in recipe.amounts.items()})
    return full.scaled(for_lrv(full, wanted, system).percent)


def mixture(paints: Sequence[tuple[Recipe, float]], system: TintSystem) -> Array:
    """Return the reflectance (31,) of paints stirred together in parts by volume: `(recipe, parts)` each.

    K and S of each paint count by its share of the volume; a litre of base is more than a litre once tinted. Raises
    `RecipeError` for negative parts or none. Source: Duncan (1940), additivity of K and S in a mixture.
    """
    parts = np.array([amount for _, amount in paints], dtype=np.float64)
    if (parts < 0).any() or not parts.sum() > 0:
        raise RecipeError("parts must be above 0")
    k, s = system.parts(recipe for recipe, _ in paints)
    share = parts / parts.sum() / (1 + np.array([recipe.total for recipe, _ in paints]) / 1000)
    return surface(opaque(share @ k, share @ s))
