"""The Strength step as its templates need it: sentences, figures and drawings of strengths, formulas and mixtures."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.utils.safestring import SafeString
from django.utils.timezone import localdate

from prism import words
from prism.comparison import shared_undertone
from prism.difference import delta_e
from prism.reading import read
from prism.stimulus import Stimulus
from prism.tint.hiding import Opacity
from reviews.context import SwatchView
from reviews.context.figures import Phrases
from reviews.drawings.edges import butted
from reviews.strengths.reads import Strengths
from reviews.strengths.services import kept_already
from steps.base import StepRequest
from steps.strength.drawings import drift_rose, strength_curve
from steps.strength.forms import AdjustForm, MixForm
from tinting import queries as tinting_queries
from tinting.models import Batch
from web.settled import Page


class Mixing(Page):
    """Two paints stirred together: the form, and what they make once it is filled in."""

    def __init__(self, form: MixForm, at: Strengths) -> None:
        self.form = form
        self._at = at
        self._asked = form.is_bound and form.is_valid()

    @cached_property
    def _parts(self) -> tuple[float, float]:
        data = self.form.cleaned_data
        return data["own_parts"], data["other_parts"]

    @cached_property
    def made(self) -> Stimulus | None:
        """What they make; None where that is not known, or nothing was asked."""
        return self._at.mixed_with(self.form.colour, *self._parts) if self._asked else None

    def name(self) -> str:
        """Return what the mixture is called, once something was asked."""
        return words.recipes.mixed([(self._at.subject.name, self._parts[0]), (self.form.colour.name, self._parts[1])])

    @property
    def result(self) -> str:
        if not self._asked:
            return ""
        if self.made is None:
            return words.recipes.NO_MIXTURE
        reading = read(self.made, self._at.subject.method, self._at.subject.neutral)
        apart = float(delta_e(self.made.lab_array, self._at.subject.stimulus.lab_array))
        return words.recipes.mixture_result(self.name(), reading.lrv, words.readings.undertone_short(reading), apart)


@dataclass(frozen=True)
class StrengthBoard:
    """A strength as a board: percent of change, what it is called, screen value, LRV and ΔE00 from the standard.

    `thin` is how it looks over black and over white, where it does not hide what is under it.
    """

    percent: float
    label: str
    screen: str
    thin: Opacity | None
    lrv: float = 0.0
    delta_e: float = 0.0


class StrengthPage(Page):
    """What the Strength step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self.at = Strengths(visit.context)
        self.context = visit.context
        self.subject = visit.context.subject
        self.review = visit.context.review
        self.notice = visit.notice
        self.show = visit.show
        self.phrases = Phrases(self.subject)
        adjust, mix = visit.forms.get("adjust"), visit.forms.get("mix")
        self._asked = adjust if isinstance(adjust, AdjustForm) else None
        self.adjust = self._asked if self._asked and self._asked.errors else AdjustForm(None, self.at)
        self.mixing = Mixing(mix, self.at) if isinstance(mix, MixForm) else Mixing(MixForm(None, self.at), self.at)

    @property
    def no_recipe(self) -> str:
        if self.at.system is None:
            return words.devices.NO_SYSTEM
        near = self.at.nearest_with_recipe
        return words.recipes.no_recipe(near[0].name if near else None, near[1] if near else 0.0, self.at.nearest_miss)

    @property
    def recipe_caveat(self) -> str:
        """That the recipe is estimated, or of another tinting system; empty for a maker's own that can be computed."""
        notes = [words.recipes.recipe_unknown(self.at.recipe_problem)] if self.at.recipe_problem else []
        if self.at.estimates:
            best = self.at.estimates[0]
            notes.append(words.recipes.estimated(best.residual, best.from_spectrum, len(self.at.estimates) - 1))
        return " ".join(notes)

    @property
    def recipes(self) -> list[str]:
        """The recipe that strengths are computed from, and others that would do nearly as well."""
        known = [estimate.recipe for estimate in self.at.estimates] or ([self.at.recipe] if self.at.recipe else [])
        names = tinting_queries.colorant_names
        return [words.recipes.recipe(recipe, names(self.at.system, recipe)) for recipe in known]

    @cached_property
    def kept_as(self) -> str:
        """As what this strength is kept already; empty where it is not."""
        step = self.at.adjusted
        colour = kept_already(self.context.review, step.percent) if step and step.percent else None
        return colour.name if colour else ""

    @property
    def left_out(self) -> list[str]:
        return self._asked.left_out if self._asked else []

    @property
    def adjusted_name(self) -> str:
        return words.strengths.strength_name(self.subject.name, self.review.strength)

    @property
    def adjusted_percent(self) -> str:
        return words.text.percent(round(self.review.strength, 1))

    @property
    def whites(self) -> list[SwatchView]:
        return self.context.set.whites

    @property
    def can_choices(self) -> list[tuple[str, str]]:
        return [(can.key, can.label) for can in self.at.system.cans] if self.at.system else []

    @property
    def adjusted_sentence(self) -> str:
        subject, step = self.subject, self.at.adjusted
        if step is None:
            return ""
        moved = words.strengths.drift(step, subject.reading.undertone, subject.method)
        return words.strengths.adjusted(
            step.percent, subject.name, step.lrv, words.strengths.seen(step.delta_e, subject.method), moved
        )

    @property
    def hiding_sentence(self) -> str:
        step = self.at.adjusted
        sentence = words.strengths.hiding(step.opacity) if step else ""
        return (
            f"{sentence} {words.strengths.hiding_elsewhere(*self.at.where_it_hides)}"
            if self.at.where_it_hides
            else sentence
        )

    @property
    def reached_sentence(self) -> str:
        asked = self._asked
        if asked is None or asked.found is None or asked.data.get("percent"):
            return ""
        return words.strengths.reached(asked.found)

    @property
    def trim_sentence(self) -> str:
        """How far the clean white stands from the strength that is looked at."""
        clean = self.context.set.clean_white
        if clean is None or self.at.adjusted is None:
            return ""
        gap = clean.reading.lrv - self.at.adjusted.lrv
        return words.strengths.trim_gap(gap, clean.name, self.subject.method.trim_gap)

    @property
    def curve_points(self) -> str:
        """The curve of LRV against strength as `percent:LRV` pairs, for what is said while the slider moves."""
        curve = self.at.curve
        return " ".join(f"{p:g}:{y:.2f}" for p, y in zip(curve.percents, curve.lrv, strict=True)) if curve else ""

    @property
    def trim_lrv(self) -> str:
        """LRV of the clean white; empty where there is none."""
        clean = self.context.set.clean_white
        return f"{clean.reading.lrv:.2f}" if clean else ""

    @property
    def catalogue_sentence(self) -> str:
        subject = self.subject
        if self.at.adjusted is None or not self.at.near_adjusted:
            return words.strengths.NOTHING_IN_CATALOGUE
        near = self.at.near_adjusted[0]
        if subject.colour.maker and self.at.is_standard:
            return words.strengths.as_in_catalogue(near.name, near.delta_e)
        if near.colour.pk == subject.colour.pk:
            return words.strengths.standard_is_nearest(near.delta_e, subject.method)
        same = shared_undertone(near.reading, self.at.adjusted.reading)
        return words.strengths.against_catalogue(near.name, near.delta_e, same, subject.method)

    @property
    def adjusted_board(self) -> StrengthBoard | None:
        """The strength that is looked at."""
        step = self.at.adjusted
        return (
            StrengthBoard(step.percent, self.adjusted_percent, step.screen, step.thin, step.lrv, step.delta_e)
            if step
            else None
        )

    @property
    def run_boards(self) -> list[StrengthBoard]:
        return [
            StrengthBoard(board.strength.percent, board.percent, board.screen, board.strength.thin)
            for board in self.at.run
        ]

    @property
    def family_changes(self) -> list[str]:
        return self.at.family_changes

    @property
    def near_adjusted(self) -> list[SwatchView]:
        return self.at.near_adjusted

    @property
    def nearest_with_recipe(self) -> SwatchView | None:
        return self.at.nearest_with_recipe[0] if self.at.nearest_with_recipe else None

    @property
    def base(self) -> str:
        """Name and code of the formula's base."""
        return f"{self.at.formula.base_name} ({self.at.formula.base})" if self.at.formula else ""

    @property
    def run_figures(self) -> list[dict[str, str]]:
        return [
            {
                "percent": step.percent,
                "lrv": words.text.number(step.strength.lrv),
                "delta_e": words.text.number(step.strength.delta_e) if step.strength.percent else "",
                "drift": words.text.number(step.strength.drift_effect) if step.strength.percent else "",
                "covers": words.strengths.covering(step.strength.opacity),
                "undertone": words.readings.undertone_short(step.strength.reading),
                "temperature": words.readings.temperature_short(step.strength.reading),
                "seen": words.strengths.seen(step.strength.delta_e, self.subject.method).rstrip(".")
                if step.strength.percent
                else "",
            }
            for step in self.at.run
        ]

    @property
    def formula_lines(self) -> list[dict[str, str]]:
        formula = self.at.formula
        return [
            {
                "code": line.code,
                "name": line.name,
                "shots": words.recipes.ounces(line.ounces, line.shots),
                "ml": words.text.number(line.ml, 2),
                "grams": words.text.number(line.grams, 2),
            }
            for line in (formula.lines if formula else ())
        ]

    @property
    def label_line(self) -> str:
        formula, step = self.at.formula, self.at.adjusted
        if formula is None or step is None:
            return ""
        of = f"{self.subject.name}, {self.subject.colour.label}" if self.review.names_shown else self.subject.name
        return words.recipes.label_line(formula, of, step.lrv, words.habits.day(localdate()))

    @property
    def formula_text(self) -> str:
        formula = self.at.formula
        return words.recipes.formula_text(self.adjusted_name, formula) if formula else ""

    @property
    def formula_warnings(self) -> list[str]:
        formula = self.at.formula
        warnings = words.recipes.formula_warnings(formula) if formula else []
        return [*warnings, words.recipes.next_base(*self.at.in_next_base)] if self.at.in_next_base else warnings

    @property
    def rounding_note(self) -> str:
        formula = self.at.formula
        return words.recipes.rounding_note(formula) if formula else ""

    @property
    def formula_cautions(self) -> list[str]:
        dark = self.at.adjusted is not None and self.at.adjusted.lrv < self.subject.method.dark_outside
        return [*words.recipes.FORMULA_CAUTIONS, *([words.recipes.DARK_OUTSIDE] if dark else [])]

    @property
    def cans(self) -> list[Batch]:
        return list(tinting_queries.batches(self.review.owner, self.review.colour))

    @property
    def curve(self) -> SafeString:
        """LRV against strength."""
        return strength_curve(self.at) if self.at.run else SafeString("")

    @property
    def drift(self) -> SafeString:
        return drift_rose(self.at) if self.at.run else SafeString("")

    @property
    def adjusted_edge(self) -> SafeString:
        return butted([self.subject.stimulus.screen, self.at.adjusted.screen]) if self.at.adjusted else SafeString("")
