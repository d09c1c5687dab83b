"""A recipe as the paint counter needs it: in a can, in shots, mL and grams, rounded to what a dispenser can give."""

from __future__ import annotations

from dataclasses import dataclass

from prism.difference import delta_e
from prism.spectrum import to_lab
from prism.tint.counter import Can, Shots
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

ROUNDED_TOO_FAR = 0.5
"""ΔE00 that rounding may cost before a larger can is advised: it could then be seen."""


@dataclass(frozen=True)
class ColorantLine:
    """One colorant of a formula: exact mL, and what is dispensed, in ounces and shots, mL and grams."""

    code: str
    name: str
    exact_ml: float
    ounces: int
    shots: float
    ml: float
    grams: float

    @property
    def dropped(self) -> bool:
        return self.ml == 0 < self.exact_ml


@dataclass(frozen=True)
class Formula:
    """What the counter dispenses into a can.

    `recipe` is the rounded recipe, mL per litre; `rounding` the ΔE00 that rounding costs; `filled` the part of the
    base's capacity it takes; `better_can` the smallest can in which rounding could not be seen, where this one is too
    small.
    """

    can: Can
    base: str
    base_name: str
    lines: tuple[ColorantLine, ...]
    recipe: Recipe
    rounding: float
    filled: float
    better_can: Can | None

    @property
    def over_capacity(self) -> bool:
        return self.filled > 1


def rounded(recipe: Recipe, can: Can, shots: Shots) -> Recipe:
    """Return the recipe, mL per litre, that a dispenser gives into a can, in its smallest parts of a shot."""
    step = shots.ml * shots.smallest / can.litres
    return Recipe(recipe.base, {code: round(amount / step) * step for code, amount in recipe.amounts.items()})


def rounding_error(recipe: Recipe, can: Can, system: TintSystem) -> float:
    """Return the ΔE00 between a recipe and what is dispensed of it into a can."""
    lab = to_lab(system.reflectance([recipe, rounded(recipe, can, system.shots)]))
    return float(delta_e(lab[0], lab[1]))


def formula(recipe: Recipe, can: Can, system: TintSystem) -> Formula:
    """Return the formula of a recipe in a can. Raises `RecipeError` for what the system does not have."""
    system.check(recipe)
    dosed = system.shots
    given = rounded(recipe, can, dosed)
    lines = []
    for code, amount in recipe.amounts.items():
        ml = given.amounts[code] * can.litres
        shots = round(ml / dosed.ml / dosed.smallest) * dosed.smallest
        ounces = int(shots // dosed.in_ounce)
        part = system.colorants[code]
        lines.append(
            ColorantLine(
                code, part.name, amount * can.litres, ounces, shots - ounces * dosed.in_ounce, ml, ml * part.density
            )
        )
    error = rounding_error(recipe, can, system)
    better = None
    if error > ROUNDED_TOO_FAR:
        larger = [
            can_size for can_size in system.cans if can_size.litres > can.litres and can_size.metric == can.metric
        ]
        better = next((c for c in larger if rounding_error(recipe, c, system) <= ROUNDED_TOO_FAR), None)
    return Formula(
        can,
        recipe.base,
        system.bases[recipe.base].name,
        tuple(lines),
        given,
        error,
        system.capacity_used(recipe),
        better,
    )
