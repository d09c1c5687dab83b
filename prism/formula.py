"""A recipe as the paint counter needs it: in a can, in shots, mL and grams, rounded to what a dispenser can give."""

from __future__ import annotations

from dataclasses import dataclass

from prism.difference import delta_e
from prism.spectrum import to_lab
from prism.tint import Recipe, TintSystem

OUNCE = 29.5735295625
"""mL in a US fluid ounce."""
SHOTS_IN_OUNCE = 48
SMALLEST = 0.25
"""Smallest part of a shot (1/48 fl oz) that a dispenser gives."""
ROUNDED_TOO_FAR = 0.5
"""ΔE00 that rounding may cost before a larger can is advised: it could then be seen."""


@dataclass(frozen=True)
class Can:
    """A size of can: a key, what it is called, and litres of paint."""

    key: str
    label: str
    litres: float
    metric: bool


CANS = (
    Can("half-pint", "half pint (8 fl oz)", 0.2365882365, False),
    Can("quart", "quart", 0.946352946, False),
    Can("gallon", "gallon", 3.785411784, False),
    Can("five", "five gallons", 18.92705892, False),
    Can("250ml", "250 mL", 0.25, True),
    Can("1l", "1 L", 1.0, True),
    Can("2.5l", "2.5 L", 2.5, True),
    Can("5l", "5 L", 5.0, True),
    Can("10l", "10 L", 10.0, True),
)
BY_KEY = {can.key: can for can in CANS}


@dataclass(frozen=True)
class Line:
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
        """Whether the colorant is wanted but too little to be given."""
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
    lines: tuple[Line, ...]
    recipe: Recipe
    rounding: float
    filled: float
    better_can: Can | None

    @property
    def over_capacity(self) -> bool:
        """Whether the base cannot hold it."""
        return self.filled > 1


def rounded(recipe: Recipe, can: Can, smallest: float = SMALLEST) -> Recipe:
    """Return the recipe, mL per litre, that a dispenser gives into a can, in steps of `smallest` shots."""
    step = OUNCE / SHOTS_IN_OUNCE * smallest / can.litres
    return Recipe(recipe.base, {code: round(amount / step) * step for code, amount in recipe.amounts.items()})


def rounding_error(recipe: Recipe, can: Can, system: TintSystem, smallest: float = SMALLEST) -> float:
    """Return the ΔE00 between a recipe and what is dispensed of it into a can."""
    lab = to_lab(system.reflectance([recipe, rounded(recipe, can, smallest)]))
    return float(delta_e(lab[0], lab[1]))


def formula(recipe: Recipe, can: Can, system: TintSystem, smallest: float = SMALLEST) -> Formula:
    """Return the formula of a recipe in a can. Raises `RecipeError` for what the system does not have."""
    system.check(recipe)
    given = rounded(recipe, can, smallest)
    lines = []
    for code, amount in recipe.amounts.items():
        ml = given.amounts[code] * can.litres
        shots = round(ml / OUNCE * SHOTS_IN_OUNCE / smallest) * smallest
        ounces = int(shots // SHOTS_IN_OUNCE)
        part = system.colorants[code]
        lines.append(
            Line(code, part.name, amount * can.litres, ounces, shots - ounces * SHOTS_IN_OUNCE, ml, ml * part.density)
        )
    error = rounding_error(recipe, can, system, smallest)
    better = None
    if error > ROUNDED_TOO_FAR:
        larger = [one for one in CANS if one.litres > can.litres and one.metric == can.metric]
        better = next((c for c in larger if rounding_error(recipe, c, system, smallest) <= ROUNDED_TOO_FAR), None)
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
