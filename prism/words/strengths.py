"""Adjusted strengths and recipes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING

from prism.words.basics import listed, number, percent
from prism.words.readings import hue

if TYPE_CHECKING:
    from prism.reading import Undertone
    from prism.school import School
    from prism.tint import Recipe, Strength


def strength_name(name: str, change: float) -> str:
    """Return the name of a colour at an adjusted strength."""
    return name if not change else f"{name} at {number(100 + change, 0)} %"


def _drift(step: Strength, standard: Undertone, lrv: float, school: School) -> str:
    if step.drift_effect < school.just_seen:
        return "its undertone holds"
    now = step.reading.undertone
    if now.main == standard.main and now.main is not None:
        name = hue(now.main, lrv)
        return f"its {name} {'comes forward' if now.strength > standard.strength else 'falls back'}"
    if now.main is None:
        return "its undertone goes passive" if now.passive else "its undertone is too close to call"
    return f"its undertone moves to {hue(now.main, lrv)}"


def strength_step(step: Strength, standard: Undertone, school: School) -> str:
    """Say what one adjusted strength does."""
    if not step.percent:
        return "The standard."
    if step.delta_e < school.just_seen:
        seen = "Not visible"
    else:
        seen = "Small but visible" if step.delta_e < school.plainly_seen else "Plain to see"
    way = "lighter" if step.percent < 0 else "darker"
    text = f"{seen}: {way} by ΔE00 {number(step.delta_e)}, and {_drift(step, standard, step.lrv, school)}."
    if step.over_capacity:
        text += " More colorant than this base can hold."
    return text


def strength_run(steps: Sequence[Strength], school: School) -> str:
    """Say what happens to the undertone over the run, one clause per direction."""
    standard = next((step.reading.undertone for step in steps if not step.percent), None)
    if standard is None or len(steps) < 2:
        return ""
    first, last = min(steps, key=lambda s: s.percent), max(steps, key=lambda s: s.percent)
    parts = []
    for step, way in ((first, "Made lighter"), (last, "Made darker")):
        if step.percent:
            parts.append(f"{way}, {_drift(step, standard, step.lrv, school)}.")
    return " ".join(parts)


def strength_short(steps: Sequence[Strength]) -> str:
    """Say the run in a few words, for the path."""
    standard = next(step.reading.undertone for step in steps if not step.percent)
    held = [s.percent for s in steps if s.percent and s.reading.undertone.main == standard.main]
    if standard.main is None:
        return f"LRV {number(min(s.lrv for s in steps))} to {number(max(s.lrv for s in steps))}"
    name = hue(standard.main, steps[0].lrv).capitalize()
    if len(held) == len(steps) - 1:
        return f"{name} holds all the way"
    lost = [s.percent for s in steps if s.percent and s.reading.undertone.main != standard.main]
    return f"{name} does not hold at {listed([percent(p) for p in lost])}"


def no_recipe(near: str | None, delta_e: float) -> str:
    """Say why a colour has no strengths, and what would give it some."""
    text = "There is no recipe for this colour, so its strengths cannot be computed. A maker's colour brings its own."
    if near:
        text += f" The nearest one in these decks is {near}, at ΔE00 {number(delta_e)}."
    return text


def recipe(found: Recipe, colorants: Mapping[str, str]) -> str:
    """Return a recipe in words, amounts per litre of base."""
    parts = [f"{colorants[code]} {number(amount, 2)} mL" for code, amount in found.amounts.items()]
    return f"Base {found.base}, to the litre: {', '.join(parts)}."
