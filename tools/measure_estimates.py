"""Print how far estimated recipes go astray at other strengths: the figures behind `estimates` in the methods.

Run by hand (`python -m tools.measure_estimates`). Colours of the demo deck are estimated from their spectrum and from
Lab alone, and both recipes are scaled. Once the colours are made of the demo's own colorants, and once of others, whose
absorption lies elsewhere and whose bodies scatter otherwise: what a foreign maker's paint is.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import replace

import numpy as np

from prism import demo
from prism.difference import delta_e
from prism.spectrum import BANDS, to_lab
from prism.stimulus import from_lab, from_reflectance
from prism.tint.estimate import estimate
from prism.tint.recipe import Recipe
from prism.tint.system import Ingredient, TintSystem

PERCENTS = (-50, -25, 25, 50)
COLOURS, SEED = 150, 4
SHIFT, STRENGTH, BODY = 8.0, (0.85, 1.15), (0.5, 1.6)
"""How other pigments differ: nm by which they absorb elsewhere, and factors of K and S."""


def foreign(system: TintSystem, chance: np.random.Generator) -> TintSystem:
    """Return a system whose colorants are like those of another, and none of them the same."""

    def other(part: Ingredient) -> Ingredient:
        at = BANDS - chance.normal(0, SHIFT)
        k = np.interp(at, BANDS, part.k) * chance.uniform(*STRENGTH)
        return replace(part, k=k, s=np.interp(at, BANDS, part.s) * chance.uniform(*BODY))

    return replace(system, colorants={code: other(part) for code, part in system.colorants.items()})


def errors(made: Callable[[Recipe], np.ndarray], recipes: list[Recipe], from_spectrum: bool) -> dict[int, list[float]]:
    """Return ΔE00 between each estimated recipe and the true one, by percent of change."""
    errors: dict[int, list[float]] = {percent: [] for percent in PERCENTS}
    system = demo.tint_system()
    for recipe in recipes:
        colour = from_reflectance(made(recipe)) if from_spectrum else from_lab(to_lab(made(recipe)))
        for estimated in estimate(colour, system)[:1]:
            for percent in PERCENTS:
                guessed = to_lab(system.reflectance([estimated.recipe.scaled(percent)]))[0]
                errors[percent].append(float(delta_e(guessed, to_lab(made(recipe.scaled(percent))))))
    return errors


def main() -> None:
    system = demo.tint_system()
    recipes = [entry.recipe for entry in random.Random(SEED).sample(demo.deck(), COLOURS)]
    for name, paint in (("own colorants", system), ("other pigments", foreign(system, np.random.default_rng(3)))):
        for source, from_spectrum in (("spectrum", True), ("Lab alone", False)):
            errors_of = errors(lambda recipe, paint=paint: paint.reflectance([recipe])[0], recipes, from_spectrum)
            each = [
                f"{p:+} %: rms {np.sqrt(np.mean(np.square(e))):.2f}, worst {max(e):.2f}" for p, e in errors_of.items()
            ]
            print(f"{name}, from {source}: {'; '.join(each)}")


if __name__ == "__main__":
    main()
