"""Reads for the Strength step: a review's subject at other strengths, and what the counter needs for them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from decks.models import Colour
from prism import demo, strength, tint, words
from prism.colour import Colour as Paint
from prism.colour import from_reflectance
from prism.difference import delta_e
from prism.estimate import Estimate, estimate
from prism.formula import BY_KEY, Formula
from prism.formula import formula as make_formula
from prism.spectrum import to_lab
from reviews.queries import Bench, Held

RUN = (-75.0, -50.0, -25.0, 0.0, 25.0, 50.0, 75.0, 100.0)
"""Percent of change of the strengths shown as boards."""
FINE = tuple(float(percent) for percent in np.arange(-100, 100.1, 2.5))
"""Percent of change at which a change of family is looked for, and the curve is drawn."""
ESTIMATE_DOUBT = {True: 0.5, False: 1.0}
"""ΔE00 that a recipe estimated from a spectrum, or from Lab alone, adds for each 25 % of change."""


@dataclass(frozen=True)
class RunStep:
    """One strength of the run with its name, its board's screen colour and its sentence."""

    strength: tint.Strength
    name: str
    percent: str
    screen: str
    sentence: str


class Strengths:
    """The subject of a bench at other strengths; each part is computed when it is first asked for."""

    def __init__(self, bench: Bench) -> None:
        self.bench = bench

    @cached_property
    def estimates(self) -> list[Estimate]:
        """Estimated recipes, best first; none where the colour brings a recipe that can be computed here."""
        return [] if self._known_recipe else _estimates(self.bench.paint)

    @cached_property
    def _known_recipe(self) -> tint.Recipe | None:
        recipe = self.bench.value.recipe
        return recipe if recipe and not self.recipe_problem else None

    @cached_property
    def recipe_problem(self) -> str:
        """Why the colour's own recipe cannot be computed with the studio's colorants; empty where it can."""
        return _problem(self.bench.value.recipe)

    @cached_property
    def recipe(self) -> tint.Recipe | None:
        """The recipe that strengths are computed from: the colour's own, or an estimated one."""
        return self._known_recipe or (self.estimates[0].recipe if self.estimates else None)

    def at(self, percents: Sequence[float]) -> list[tint.Strength]:
        """Return the subject at strengths; empty where there is no recipe to compute from."""
        if self.recipe is None:
            return []
        doubt = ESTIMATE_DOUBT[self.estimates[0].from_spectrum] if self.estimates else 0.0
        system, uncertainty = demo.tint_system(), self.bench.reading.uncertainty
        return tint.strengths(self.recipe, percents, system, self.bench.school, self.bench.neutral, uncertainty, doubt)

    @cached_property
    def run(self) -> list[RunStep]:
        """The subject at the strengths shown as boards."""
        standard = self.bench.reading.undertone
        return [
            RunStep(
                step,
                words.strength_name(self.bench.name, step.percent),
                words.percent(step.percent),
                step.screen,
                words.strength_step(step, standard, self.bench.school),
            )
            for step in self.at(RUN)
        ]

    @cached_property
    def fine(self) -> list[tint.Strength]:
        """The subject at many strengths, for the curve and for changes of family."""
        return self.at(FINE)

    @cached_property
    def adjusted(self) -> tint.Strength | None:
        """The subject at the strength that is looked at."""
        found = self.at([self.bench.review.strength])
        return found[0] if found else None

    @property
    def is_standard(self) -> bool:
        """Whether the strength that is looked at is as good as the standard one."""
        return self.adjusted is not None and abs(self.adjusted.percent) < 1

    @cached_property
    def near_adjusted(self) -> list[Held]:
        """The colours of the decks nearest to the adjusted strength, nearest first."""
        if self.adjusted is None:
            return []
        return self.bench.nearest_to(self.adjusted.reading.lab, 3, without_own=self.is_standard)

    @property
    def family_changes(self) -> list[str]:
        """Where the subject stops being what it is, lighter and darker; the bare base is another paint anyway."""
        was = self.bench.reading.family.word
        lighter = [step for step in reversed(self.fine) if -100 < step.percent < 0]
        darker = [step for step in self.fine if step.percent > 0]
        said = []
        for side in (lighter, darker):
            turn = next((step for step in side if step.reading.family.word != was), None)
            if turn:
                now = words.headline(turn.reading).lower()
                said.append(words.family_change(was, now, turn.percent))
        return said

    def percent_for_lrv(self, wanted: float) -> strength.Reached | None:
        """Return the strength that comes nearest to an LRV."""
        return strength.for_lrv(self.recipe, wanted, demo.tint_system()) if self.recipe else None

    @cached_property
    def formula(self) -> Formula | None:
        """What the counter dispenses for the strength that is looked at, into the can that is chosen."""
        if self.adjusted is None:
            return None
        return make_formula(self.adjusted.recipe, BY_KEY[self.bench.review.can], demo.tint_system())

    @cached_property
    def in_next_base(self) -> tuple[str, float, float] | None:
        """For a strength its base cannot hold: the next base, percent of change of the colorants there, and ΔE00."""
        step = self.adjusted
        system = demo.tint_system()
        if step is None or not step.over_capacity or (base := strength.deeper_base(step.recipe, system)) is None:
            return None
        moved = strength.in_base(step.recipe, base, system)
        change = 100 * (moved.total / step.recipe.total - 1)
        apart = delta_e(np.asarray(step.reading.lab), to_lab(system.reflectance([moved])[0]))
        return system.bases[base].name, change, float(apart)

    def mixed_with(self, other: Colour, own_parts: float, other_parts: float) -> Paint | None:
        """Return what the subject and another paint make together, in parts; None where a recipe is missing."""
        theirs = other.recipe
        if theirs is None or _problem(theirs):
            found = _estimates(other.paint)
            theirs = found[0].recipe if found else None
        if self.recipe is None or theirs is None:
            return None
        made = strength.mixture([(self.recipe, own_parts), (theirs, other_parts)], demo.tint_system())
        return from_reflectance(
            made, "computed", words.mixed([(self.bench.name, own_parts), (other.name, other_parts)])[:118]
        )

    @property
    def colorant_names(self) -> dict[str, str]:
        """Names of the colorants that recipes refer to."""
        return {code: part.name for code, part in demo.tint_system().colorants.items()}


def _problem(recipe: tint.Recipe | None) -> str:
    """Return why a recipe cannot be computed with the studio's colorants; empty where it can, or there is none."""
    try:
        if recipe:
            demo.tint_system().check(recipe)
    except tint.RecipeError as wrong:
        return str(wrong)
    return ""


@lru_cache(maxsize=256)
def _estimates(paint: Paint) -> list[Estimate]:
    """Return estimated recipes of a colour; they depend on nothing else."""
    return estimate(paint, demo.tint_system())
