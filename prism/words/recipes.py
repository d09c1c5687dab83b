"""Recipes, formulas and cans: what is mixed, and why something cannot be."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from prism.messages.devices import too_much_for_base
from prism.messages.habits import day
from prism.messages.text import capital, count, listed, number, percent, whole
from prism.words.strengths import seen

if TYPE_CHECKING:
    from prism.method import Method
    from prism.tint.formula import Formula
    from prism.tint.recipe import Recipe


def no_recipe(near: str | None, delta_e: float, miss: float | None = None) -> str:
    """Say why a colour has no strengths, and what would give it some; `miss` is how near an estimated recipe came."""
    text = "This colour has no recipe, and these colorants cannot make it, so no strength can be predicted."
    return f"{text} The closest colour with a recipe is {near}." if near else text


def recipe_unknown(reason: str) -> str:
    return f"Its recipe does not work here: {reason}. See the tinting system for this studio’s colorants."


def estimated(residual: float, from_spectrum: bool, others: int) -> str:
    basis = "its spectrum" if from_spectrum else "its Lab values alone"
    text = f"The maker’s recipe is unknown. This one is estimated from {basis}."
    return f"{text} {capital(count(others, 'other recipe'))} would do nearly as well." if others else text


def so_many_done(done: int, total: int) -> str:
    return f"{whole(done)} of {whole(total)} done"


def ounces(whole: int, shots: float) -> str:
    return f"{whole} oz {number(shots, 2).rstrip('0').rstrip('.') or '0'}"


def formula_warnings(formula: Formula) -> list[str]:
    warnings = []
    if formula.over_capacity:
        warnings.append(too_much_for_base(formula.base_name, formula.filled))
    dropped = [line.name for line in formula.lines if line.dropped]
    if dropped:
        verb = "is" if len(dropped) == 1 else "are"
        warnings.append(f"{capital(listed(dropped))} {verb} less than the smallest shot, and left out.")
    if formula.better_can:
        warnings.append(f"Rounding to shots is visible in a {formula.can.label}: make a {formula.better_can.label}.")
    return warnings


def rounding_note(formula: Formula) -> str:
    return "Rounding to shots makes no visible difference." if not formula.better_can else ""


def formula_text(name: str, formula: Formula) -> str:
    lines = [
        f"{name}",
        f"{formula.base_name} ({formula.base}), {formula.can.label}",
        *(
            f"{line.code} {line.name}: {ounces(line.ounces, line.shots)}/48  {number(line.ml, 2)} mL  "
            f"{number(line.grams, 2)} g"
            for line in formula.lines
        ),
    ]
    return "\n".join(lines)


def label_line(formula: Formula, of: str, lrv: float, day: str) -> str:
    return f"{capital(formula.can.label)}, {formula.base_name} ({formula.base}). From {of}. LRV {number(lrv)}. {day}."


FORMULA_CAUTIONS = (
    "Have a trial mix made and paint a sample before ordering.",
    "Sheen and base change with depth: ask which sheens this base comes in.",
    "Dispense and ventilate by the product’s safety data.",
)
DARK_OUTSIDE = "Dark colours heat up outdoors and can warp plastic or insulated render: check its limit."


def next_base(base: str, change: float, delta_e: float) -> str:
    return f"The {base} holds more colorant and comes close to it, at {percent(round(change, 1))}."


def mixed(names: Sequence[tuple[str, float]]) -> str:
    return " + ".join(f"{number(parts, 0 if parts == int(parts) else 1)} {name}" for name, parts in names)


def batch_given(name: str, serial: int) -> str:
    return f"can {serial}: {name}"


def batches_apart(delta_e: float, method: Method) -> str:
    return f"ΔE00 {number(delta_e, 2)} from the first can. {seen(delta_e, method)}"


def recipe(recipe: Recipe, colorants: Mapping[str, str]) -> str:
    parts = [
        f"{colorants[code]} {number(amount, 2)} mL" for code, amount in recipe.amounts.items() if amount >= LEAST_ML
    ]
    return f"Base {recipe.base}, to the litre: {', '.join(parts)}" if parts else f"Base {recipe.base}, untinted"


def formula_said(found: Recipe, colorants: Mapping[str, str], estimated: bool) -> str:
    return f"{recipe(found, colorants)}{'. Estimated, so have a trial mix made first.' if estimated else ''}"


FORMULA_WRONG = "A formula is a base and amounts of colorants."
PARTS = "Parts"
LEAST_ML = 0.005
"""Of a colorant less than this would be written as none."""


def white_called(caption: str) -> str:
    return f"{caption} white"


MIX_NEEDS_OTHER = "Give the code or name of the other paint."


PARTS_ABOVE_NOUGHT = "Parts must be above 0, up to 1000."


def mixture_result(name: str, lrv: float, reads: str, delta_e: float) -> str:
    return f"{capital(name)} makes LRV {number(lrv)}, {reads}."


NO_MIXTURE = "One of the two has no recipe, so the mixture cannot be predicted."
STANDARD_IS_KEPT = "The standard strength is the colour itself: choose another strength to save."


def dispensed(can: str) -> str:
    return f"Dispensed: {can}. Measure it to find out what came out."


def can_measured(lrv: float, apart: float, at: datetime) -> str:
    return f"LRV {number(lrv)}, ΔE00 {number(apart)} from its formula, {day(at, year=False)}"
