"""A review's subject at other strengths, and what the counter needs for them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import hypot

import numpy as np

from decks.models import Colour
from prism import words
from prism.choosing.deck import Pick
from prism.difference import delta_e
from prism.method import Method
from prism.nearest import nearest
from prism.neutral import WorkingNeutral
from prism.spectrum import to_lab
from prism.stimulus import Stimulus, from_reflectance
from prism.tint import reach
from prism.tint.counter import Can
from prism.tint.estimate import Estimate, estimate, nearest_miss
from prism.tint.formula import Formula
from prism.tint.formula import formula as make_formula
from prism.tint.hiding import hiding_base
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.strengths import Adjusted, Curve, curve, strengths
from prism.tint.system import TintSystem
from reviews.context import ReviewContext, SwatchView
from tinting import queries as tinting_queries

RUN = (-75.0, -50.0, -25.0, 0.0, 25.0, 50.0, 75.0, 100.0)
"""Percent of change of the strengths shown as boards."""
FINE = tuple(float(percent) for percent in np.arange(-100, 100.1, 2.5))
"""Percent of change at which a change of family is looked for, and the curve is drawn."""


@dataclass(frozen=True)
class RunStep:
    """One strength of the run with its name, its board's screen colour and its sentence."""

    strength: Adjusted
    name: str
    percent: str
    screen: str
    sentence: str


class Strengths:
    """The subject of a review context at other strengths; each part is computed when it is first asked for."""

    def __init__(self, context: ReviewContext) -> None:
        self.context = context
        self.subject = context.subject

    @cached_property
    def system(self) -> TintSystem | None:
        """The tinting system that recipes are computed with; None where the studio has none."""
        return tinting_queries.system_as_of(self.context.tinting)

    @cached_property
    def can(self) -> Can | None:
        return self.system.can(self.context.review.can) if self.system and self.system.cans else None

    @cached_property
    def estimates(self) -> list[Estimate]:
        """Estimated recipes, best first; none where the colour brings a recipe that can be computed here."""
        return [] if self._known_recipe or self.system is None else estimates_of(self.subject.stimulus, self.system)

    @cached_property
    def _known_recipe(self) -> Recipe | None:
        recipe = self.subject.value.recipe
        return recipe if recipe and self.system and not self.recipe_problem else None

    @cached_property
    def recipe_problem(self) -> str:
        """Why the colour's own recipe cannot be computed with the studio's colorants; empty where it can."""
        return _problem(self.subject.value.recipe, self.system)

    @cached_property
    def recipe(self) -> Recipe | None:
        """The recipe that strengths are computed from: the colour's own, or an estimated one."""
        return self._known_recipe or (self.estimates[0].recipe if self.estimates else None)

    def at(self, percents: Sequence[float]) -> list[Adjusted]:
        """Return the subject at strengths; empty where there is no recipe to compute from."""
        subject = self.subject
        if self.recipe is None or self.system is None:
            return []
        doubt, unsure = 0.0, subject.reading.uncertainty
        if self.estimates:
            first = self.estimates[0]
            doubt, unsure = subject.method.estimate_doubt[first.from_spectrum], hypot(unsure, first.residual)
        basis = subject.method, subject.neutral, unsure, doubt
        return list(_strengths(Source.of(self.recipe, self.system), tuple(percents), *basis))

    @cached_property
    def run(self) -> list[RunStep]:
        standard = self.subject.reading.undertone
        return [
            RunStep(
                step,
                words.strengths.strength_name(self.subject.name, step.percent),
                words.text.percent(step.percent),
                step.screen,
                words.strengths.strength_step(step, standard, self.subject.method),
            )
            for step in self._steps[: len(RUN)]
        ]

    @cached_property
    def _turns(self) -> list[float]:
        """The strengths, lighter and darker, at which the subject first belongs to another family; the bare base is
        another paint anyway."""
        if self.curve is None:
            return []
        was = self.subject.reading.family.base
        others = [p for p, word in zip(FINE, self.curve.families, strict=True) if word != was and p > -100]
        turns = [max((p for p in others if p < 0), default=None), min((p for p in others if p > 0), default=None)]
        return [turn for turn in turns if turn is not None]

    @cached_property
    def _steps(self) -> list[Adjusted]:
        """The subject at the strengths shown as boards, and then where its family turns: computed together."""
        return self.at([*RUN, *self._turns])

    @cached_property
    def curve(self) -> Curve | None:
        """The subject over many strengths: how light it is there, and which family it belongs to."""
        if self.recipe is None or self.system is None:
            return None
        return _curve(Source.of(self.recipe, self.system), self.subject.method)

    @cached_property
    def adjusted(self) -> Adjusted | None:
        of_run = next(
            (step.strength for step in self.run if step.strength.percent == self.context.review.strength), None
        )
        return of_run or next(iter(self.at([self.context.review.strength])), None)

    @property
    def is_standard(self) -> bool:
        return self.adjusted is not None and abs(self.adjusted.percent) < 1

    @cached_property
    def near_adjusted(self) -> list[SwatchView]:
        """The colours of the decks nearest to the adjusted strength, nearest first."""
        if self.adjusted is None:
            return []
        return self.context.decks.nearest_to(self.adjusted.reading.lab, 3, without_own=self.is_standard)

    @property
    def family_changes(self) -> list[str]:
        """Where the subject stops being what it is, lighter and darker."""
        was = self.subject.reading.family.word
        return [
            words.strengths.family_change(was, words.readings.headline(step.reading).lower(), step.percent)
            for step in self._steps[len(RUN) :]
        ]

    def percent_for_lrv(self, wanted: float) -> reach.Reached | None:
        """Return the strength that comes nearest to an LRV."""
        return reach.for_lrv(self.recipe, wanted, self.system) if self.recipe and self.system else None

    @cached_property
    def formula(self) -> Formula | None:
        if self.adjusted is None or self.system is None or self.can is None:
            return None
        return make_formula(self.adjusted.recipe, self.can, self.system)

    @cached_property
    def in_next_base(self) -> tuple[str, float, float] | None:
        """For a strength its base cannot hold: the next base, percent of change of the colorants there, and ΔE00."""
        step, system = self.adjusted, self.system
        if step is None or system is None or not step.over_capacity:
            return None
        if (base := reach.deeper_base(step.recipe, system)) is None:
            return None
        return _moved(step, reach.in_base(step.recipe, base, system), system)

    @cached_property
    def where_it_hides(self) -> tuple[str | None, float, float] | None:
        """For a strength that does not hide: the base in which it would, percent of change of the colorants there, and
        ΔE00 between the two; None where it hides."""
        step, system = self.adjusted, self.system
        if step is None or system is None or step.hides:
            return None
        moved = hiding_base(step.recipe, system)
        return _moved(step, moved, system) if moved else (None, 0.0, 0.0)

    @property
    def nearest_miss(self) -> float | None:
        """How far from the subject the nearest recipe stays that was found, ΔE00; None where none was."""
        return _nearest_miss(self.subject.stimulus, Same(self.system)) if self.system else None

    def mixed_with(self, other: Colour, own_parts: float, other_parts: float) -> Stimulus | None:
        """Return what the subject and another paint make together, in parts; None where a recipe is missing."""
        system, theirs = self.system, other.recipe
        if system is None:
            return None
        if theirs is None or _problem(theirs, system):
            estimates = estimates_of(other.stimulus, system)
            theirs = estimates[0].recipe if estimates else None
        if self.recipe is None or theirs is None:
            return None
        made = reach.mixture([(self.recipe, own_parts), (theirs, other_parts)], system)
        return from_reflectance(
            made, "computed", words.recipes.mixed([(self.subject.name, own_parts), (other.name, other_parts)])[:118]
        )

    @cached_property
    def nearest_with_recipe(self) -> tuple[SwatchView, float] | None:
        """The nearest deck colour that has a recipe, with ΔE00, for a subject that has none."""
        catalogue = self.context.decks.catalogue
        rows = np.flatnonzero(catalogue.has_recipe)
        rows_found, distance = nearest(self.subject.reading.lab, catalogue.lab[rows], 1)
        if not rows_found.size:
            return None
        apart = float(distance[0])
        pick = Pick(int(rows[rows_found[0]]), "nearest", apart, kind="added")
        return self.context.decks.hold([pick])[0], apart


def formula_of(at: Strengths, colour: Colour, percent: float = 0.0) -> dict[str, object] | None:
    """Return the recipe of the subject at a strength, or of another colour, as a decision keeps it, and whether it was
    estimated; None where none is known or can be."""
    recipe, estimated = at.recipe, bool(at.estimates)
    if colour.pk != at.subject.colour.pk:
        recipe, estimated = colour.recipe, False
        if recipe is None and at.system is not None:
            estimates = estimates_of(colour.stimulus, at.system)
            recipe, estimated = (estimates[0].recipe, True) if estimates else (None, False)
    if recipe is None:
        return None
    made = recipe.scaled(percent)
    return {"base": made.base, "amounts": dict(made.amounts), "estimated": estimated}


def _moved(step: Adjusted, moved: Recipe, system: TintSystem) -> tuple[str, float, float]:
    """Return the base a strength was moved to, percent of change of its colorants, and ΔE00 between the two."""
    change = 100 * (moved.total / step.recipe.total - 1) if step.recipe.total else 0.0
    apart = delta_e(np.asarray(step.reading.lab), to_lab(system.reflectance([moved])[0]))
    return system.bases[moved.base].name, change, float(apart)


def _problem(recipe: Recipe | None, system: TintSystem | None) -> str:
    """Return why a recipe cannot be computed with the studio's colorants; empty where it can, or there is none."""
    try:
        if recipe and system:
            system.check(recipe)
    except RecipeError as wrong:
        return str(wrong)
    return ""


def estimates_of(stimulus: Stimulus, system: TintSystem) -> list[Estimate]:
    """Return estimated recipes of a colour; they depend on nothing but the two."""
    return _estimates(stimulus, Same(system))


@dataclass(frozen=True)
class Same:
    """A tinting system that counts as the same only as itself, so that what was computed with it can be kept."""

    system: TintSystem

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.system is self.system

    def __hash__(self) -> int:
        return id(self.system)


@lru_cache(maxsize=256)
def _estimates(stimulus: Stimulus, same: Same) -> list[Estimate]:
    return estimate(stimulus, same.system)


@lru_cache(maxsize=256)
def _nearest_miss(stimulus: Stimulus, same: Same) -> float | None:
    return nearest_miss(stimulus, same.system)


@dataclass(frozen=True)
class Source:
    """What strengths are computed from: a recipe in a tinting system, the same for the same amounts."""

    base: str
    amounts: tuple[tuple[str, float], ...]
    same: Same

    @classmethod
    def of(cls, recipe: Recipe, system: TintSystem) -> Source:
        return cls(recipe.base, tuple(recipe.amounts.items()), Same(system))

    @property
    def recipe(self) -> Recipe:
        return Recipe(self.base, dict(self.amounts))


@lru_cache(maxsize=256)
def _curve(source: Source, method: Method) -> Curve:
    return curve(source.recipe, FINE, source.same.system, method)


@lru_cache(maxsize=256)
def _strengths(
    source: Source,
    percents: tuple[float, ...],
    method: Method,
    neutral: WorkingNeutral,
    uncertainty: float,
    doubt: float,
) -> tuple[Adjusted, ...]:
    steps = strengths(source.recipe, percents, source.same.system, method, neutral, uncertainty, doubt)
    return tuple(steps)
