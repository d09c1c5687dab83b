"""Commands about tint: `strength`, `mix`, `recipe`, `formula`."""

from __future__ import annotations

import argparse
import sys
from typing import Any

from prism import demo, messages, words
from prism.commands.arguments import entry_of, fail, method_of, parse_colour, percent_of, print_json
from prism.commands.reading import undertone_json
from prism.demo import DeckColour
from prism.difference import delta_e
from prism.reading import choose_neutral, read
from prism.stimulus import from_reflectance
from prism.tint.estimate import Estimate, estimate, nearest_miss
from prism.tint.formula import formula
from prism.tint.reach import STRONGEST, WEAKEST, mixture
from prism.tint.recipe import RecipeError
from prism.tint.strengths import Adjusted, strengths

MANY = 50
"""Colours after each of which a long run says how far it is."""


def run_strength(args: argparse.Namespace) -> None:
    """Print a demo colour at adjusted strengths."""
    chosen = method_of(args)
    entry = with_recipe(args.code)
    percents = [percent_of(text) for text in args.percents]
    for percent in percents:
        if percent > STRONGEST:
            fail(messages.faults.out_of_range("the change", percent, WEAKEST, STRONGEST))
    try:
        steps = strengths(
            entry.recipe,
            percents,
            demo.tint_system(),
            chosen,
            choose_neutral(chosen, args.neutral),
            chosen.uncertainty[entry.colour.provenance],
        )
    except RecipeError as wrong:
        fail(str(wrong))
    if args.json:
        print_json([strength_json(step) for step in steps])
        return
    standard = read(entry.colour, chosen, choose_neutral(chosen, args.neutral)).undertone
    for step in steps:
        print(f"{words.text.percent(step.percent)}: LRV {words.text.number(step.lrv)}. "
              f"{words.strengths.strength_step(step, standard, chosen)}")  # fmt: skip


def with_recipe(code: str) -> DeckColour:
    entry = entry_of(code)
    if not entry.recipe.base:
        fail(f"{code}: the deck gives no recipe for it")
    return entry


def run_mix(args: argparse.Namespace) -> None:
    """Print what two demo colours make, stirred together in parts."""
    chosen = method_of(args)
    one, other = with_recipe(args.first), with_recipe(args.second)
    parts = [percent_of(text) for text in args.parts.split(":")]
    if len(parts) != 2:
        fail(f"{args.parts}: parts are given as 2:1")
    try:
        made = mixture([(one.recipe, parts[0]), (other.recipe, parts[1])], demo.tint_system())
    except RecipeError as wrong:
        fail(str(wrong))
    name = words.recipes.mixed([(one.name, parts[0]), (other.name, parts[1])])
    colour = from_reflectance(made, "computed", name)
    reading = read(colour, chosen, choose_neutral(chosen, args.neutral))
    apart = float(delta_e(colour.lab_array, one.colour.lab_array))
    if args.json:
        print_json(
            {
                "parts": {one.code: parts[0], other.code: parts[1]},
                "lrv": round(reading.lrv, 4),
                "lab": [round(v, 4) for v in reading.lab],
                "delta_e00_from_first": round(apart, 4),
                "undertone": undertone_json(reading),
            }
        )
        return
    print(words.recipes.mixture_result(name, reading.lrv, words.readings.undertone_short(reading), apart))


def strength_json(step: Adjusted) -> dict[str, Any]:
    """Return the stable JSON form of one strength."""
    return {
        "percent": step.percent,
        "lrv": round(step.lrv, 4),
        "lab": [round(v, 4) for v in step.reading.lab],
        "delta_e00": round(step.delta_e, 4),
        "undertone": undertone_json(step.reading),
        "recipe": {
            "base": step.recipe.base,
            "colorants": {code: round(amount, 4) for code, amount in step.recipe.amounts.items()},
            "unit": "mL per litre of base",
            "over_capacity": step.over_capacity,
        },
    }


def run_recipe(args: argparse.Namespace) -> None:
    """Print recipes of the demo colorants that make colours; `-` reads colours from standard input, one a line."""
    wanted = [line.strip() for line in sys.stdin if line.strip()] if args.colours == ["-"] else args.colours
    colours = [(text, parse_colour(text)) for text in wanted]
    names = {code: part.name for code, part in demo.tint_system().colorants.items()}
    gathered = []
    for number, (text, colour) in enumerate(colours, start=1):
        estimates = estimate(colour, demo.tint_system())
        if len(colours) >= MANY and number % MANY == 0:
            print(f"prism: {words.recipes.so_many_done(number, len(colours))}", file=sys.stderr)
        if args.json:
            gathered.append({"input": text, "recipes": [estimate_json(estimate) for estimate in estimates]})
            continue
        sentence = (
            words.recipes.estimated(estimates[0].residual, estimates[0].from_spectrum, len(estimates) - 1)
            if estimates
            else ""
        )
        print(f"{text}: {sentence or words.recipes.no_recipe(None, 0.0, nearest_miss(colour, demo.tint_system()))}")
        for candidate in estimates:
            print(f"  {words.recipes.recipe(candidate.recipe, names)} ΔE00 {words.text.number(candidate.residual, 2)}")
    if args.json:
        print_json(gathered)


def estimate_json(estimate: Estimate) -> dict[str, Any]:
    """Return the stable JSON form of an estimated recipe."""
    return {
        "residual": round(estimate.residual, 4),
        "from_spectrum": estimate.from_spectrum,
        "base": estimate.recipe.base,
        "colorants": {code: round(amount, 4) for code, amount in estimate.recipe.amounts.items()},
    }


def run_formula(args: argparse.Namespace) -> None:
    """Print what the counter dispenses for a demo colour at a strength."""
    entry = with_recipe(args.code)
    percent = percent_of(args.percent)
    try:
        mixed = formula(entry.recipe.scaled(percent), demo.tint_system().can(args.can), demo.tint_system())
    except RecipeError as wrong:
        fail(str(wrong))
    if args.json:
        lines = [
            {"code": line.code, "ounces": line.ounces, "shots": line.shots, "ml": round(line.ml, 4),
             "grams": round(line.grams, 4)}
            for line in mixed.lines
        ]  # fmt: skip
        name = words.strengths.strength_name(entry.name, percent)
        print_json({"name": name, "base": mixed.base, "can": mixed.can.key,
                    "lines": lines, "rounding_delta_e00": round(mixed.rounding, 4)})  # fmt: skip
        return
    print(words.recipes.formula_text(words.strengths.strength_name(entry.name, percent), mixed))
    for line in words.recipes.formula_warnings(mixed):
        print(line)
