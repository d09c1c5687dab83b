"""The Strength step as its templates need it: sentences, figures and drawings of strengths, formulas and mixtures."""

from __future__ import annotations

from functools import cached_property

from django.utils.safestring import SafeString
from django.utils.timezone import localdate

from instruments import queries as machines
from instruments.models import Batch
from prism import words
from prism.colour import Colour as Paint
from prism.comparison import shared_undertone
from prism.difference import delta_e
from prism.formula import CANS
from prism.reading import read
from reviews import drawings
from reviews.forms import AdjustForm, MixForm
from reviews.strengths import Strengths

DARK_OUTSIDE = 20.0
"""LRV below which the caution about heat outdoors is shown."""


class Mixing:
    """Two paints stirred together: the form, and what they make once it is filled in."""

    def __init__(self, form: MixForm, at: Strengths | None = None) -> None:
        self.form = form
        self._at = at

    @cached_property
    def _parts(self) -> tuple[float, float]:
        data = self.form.cleaned_data
        return data["own_parts"], data["other_parts"]

    @cached_property
    def paint(self) -> Paint | None:
        """What they make; None where that is not known, or nothing was asked."""
        return self._at.mixed_with(self.form.colour, *self._parts) if self._at else None

    @property
    def name(self) -> str:
        """What the mixture is called."""
        assert self._at is not None
        return words.mixed([(self._at.bench.name, self._parts[0]), (self.form.colour.name, self._parts[1])])

    @property
    def result(self) -> str:
        """What they make, in a sentence."""
        if self._at is None:
            return ""
        if self.paint is None:
            return words.NO_MIXTURE
        found = read(self.paint, self._at.bench.school, self._at.bench.neutral)
        apart = float(delta_e(self.paint.lab_array, self._at.bench.paint.lab_array))
        return words.mixture_result(self.name, found.lrv, words.undertone_short(found), apart)


class StrengthPage:
    """What the Strength step of one review shows."""

    def __init__(self, at: Strengths, adjust: AdjustForm | None, mixing: Mixing | None) -> None:
        self.at = at
        self.bench = at.bench
        self.review = at.bench.review
        self.adjust = adjust
        self.mixing = mixing or Mixing(MixForm(None, at))

    @property
    def no_recipe(self) -> str:
        """Why there are no strengths."""
        near = self.bench.nearest_with_recipe
        return words.no_recipe(near[0].name if near else None, near[1] if near else 0.0)

    @property
    def recipe_caveat(self) -> str:
        """That the recipe is estimated, or of another tinting system; empty for a maker's own that can be computed."""
        said = [words.recipe_unknown(self.at.recipe_problem)] if self.at.recipe_problem else []
        if self.at.estimates:
            best = self.at.estimates[0]
            said.append(words.estimated(best.residual, best.from_spectrum, len(self.at.estimates) - 1))
        return " ".join(said)

    @property
    def recipes(self) -> list[str]:
        """The recipe that strengths are computed from, and others that would do nearly as well."""
        known = [one.recipe for one in self.at.estimates] or ([self.at.recipe] if self.at.recipe else [])
        return [words.recipe(recipe, self.at.colorant_names) for recipe in known]

    @property
    def adjusted_name(self) -> str:
        """What the strength that is looked at is called."""
        return words.strength_name(self.bench.name, self.review.strength)

    @property
    def adjusted_percent(self) -> str:
        """The strength that is looked at."""
        return words.percent(round(self.review.strength, 1))

    @property
    def can_choices(self) -> list[tuple[str, str]]:
        """The cans a formula can go into."""
        return [(can.key, can.label) for can in CANS]

    @property
    def adjusted_sentence(self) -> str:
        """What the strength that is looked at is."""
        bench, step = self.bench, self.at.adjusted
        if step is None:
            return ""
        moved = words.drift(step, bench.reading.undertone, bench.school)
        return words.adjusted(step.percent, bench.name, step.lrv, words.seen(step.delta_e, bench.school), moved)

    @property
    def reached_sentence(self) -> str:
        """Whether what was asked for was reached."""
        asked = self.adjust
        if asked is None or asked.found is None or asked.data.get("percent"):
            return ""
        return words.reached(asked.found)

    @property
    def trim_sentence(self) -> str:
        """How far the clean white stands from the strength that is looked at."""
        clean = self.bench.clean_white
        if clean is None or self.at.adjusted is None:
            return ""
        gap = clean.reading.lrv - self.at.adjusted.lrv
        return words.trim_gap(gap, clean.name, self.bench.school.trim_gap)

    @property
    def curve_points(self) -> str:
        """The curve of LRV against strength as `percent:LRV` pairs, for what is said while the slider moves."""
        return " ".join(f"{step.percent:g}:{step.lrv:.2f}" for step in self.at.fine)

    @property
    def trim_lrv(self) -> str:
        """LRV of the clean white; empty where there is none."""
        clean = self.bench.clean_white
        return f"{clean.reading.lrv:.2f}" if clean else ""

    @property
    def catalogue_sentence(self) -> str:
        """Whether to adjust, or to take a colour of the catalogue."""
        bench = self.bench
        if self.at.adjusted is None or not self.at.near_adjusted:
            return words.nothing_in_catalogue()
        near = self.at.near_adjusted[0]
        if bench.colour.maker and self.at.is_standard:
            return words.as_in_catalogue(near.name, near.delta_e)
        if near.colour.pk == bench.colour.pk:
            return words.standard_is_nearest(near.delta_e, bench.school)
        same = shared_undertone(near.reading, self.at.adjusted.reading)
        return words.against_catalogue(near.name, near.delta_e, same, bench.school)

    @property
    def run_figures(self) -> list[dict[str, str]]:
        """The figures of each strength."""
        return [
            {
                "percent": step.percent,
                "lrv": words.number(step.strength.lrv),
                "delta_e": words.number(step.strength.delta_e) if step.strength.percent else "",
                "drift": words.number(step.strength.drift_effect) if step.strength.percent else "",
                "undertone": words.undertone_short(step.strength.reading),
                "temperature": step.strength.reading.temperature.word,
                "seen": words.seen(step.strength.delta_e, self.bench.school) if step.strength.percent else "",
            }
            for step in self.at.run
        ]

    @property
    def formula_lines(self) -> list[dict[str, str]]:
        """The colorants of the formula, as the counter reads them."""
        found = self.at.formula
        return [
            {
                "code": line.code,
                "name": line.name,
                "shots": words.ounces(line.ounces, line.shots),
                "ml": words.number(line.ml, 2),
                "grams": words.number(line.grams, 2),
            }
            for line in (found.lines if found else ())
        ]

    @property
    def label_line(self) -> str:
        """What the printed label says above the colorants."""
        found, step = self.at.formula, self.at.adjusted
        if found is None or step is None:
            return ""
        of = f"{self.bench.name}, {self.bench.colour.label}" if self.review.names_shown else self.bench.name
        return words.label_line(found, of, step.lrv, f"{localdate():%d %b %Y}")

    @property
    def formula_text(self) -> str:
        """The formula as text to be copied."""
        found = self.at.formula
        return words.formula_text(self.adjusted_name, found) if found else ""

    @property
    def formula_warnings(self) -> list[str]:
        """What is wrong with the formula in this can, and what the next base would do."""
        found = self.at.formula
        said = words.formula_warnings(found) if found else []
        return [*said, words.next_base(*self.at.in_next_base)] if self.at.in_next_base else said

    @property
    def rounding_note(self) -> str:
        """What rounding costs, where it cannot be seen."""
        found = self.at.formula
        return words.rounding_note(found) if found else ""

    @property
    def formula_cautions(self) -> list[str]:
        """Short cautions beside a formula."""
        dark = self.at.adjusted is not None and self.at.adjusted.lrv < DARK_OUTSIDE
        return [*words.FORMULA_CAUTIONS, *([words.DARK_OUTSIDE] if dark else [])]

    @property
    def cans(self) -> list[Batch]:
        """The cans that were made of this colour."""
        return list(machines.batches(self.review.owner, self.review.colour))

    @property
    def curve(self) -> SafeString:
        """LRV against strength."""
        return drawings.strength_curve(self.at)

    @property
    def drift(self) -> SafeString:
        """The drift of the undertone over the strengths."""
        return drawings.drift_rose(self.at)

    @property
    def adjusted_edge(self) -> SafeString:
        """Subject and adjusted strength butted together."""
        return drawings.adjusted_edge(self.at)
