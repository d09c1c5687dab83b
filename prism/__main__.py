"""The command line: `python -m prism read|compare|beside|delta-e|strength|recipe|formula`."""

from __future__ import annotations

import argparse
import csv
import io
import json
import sys
from pathlib import Path
from typing import Any, NoReturn

import numpy as np

from prism import demo, school, words
from prism.choosing.comparison_set import choose
from prism.comparison import compare
from prism.difference import delta_e
from prism.formats import reflectance_csv
from prism.numbers import is_number, parse
from prism.reading import NEUTRALS, Reading, choose_neutral, read
from prism.stimulus import IntakeError, Stimulus, figure, from_hex, from_lab
from prism.tint.estimate import Estimate, estimate
from prism.tint.formula import formula
from prism.tint.recipe import RecipeError
from prism.tint.strengths import Adjusted, strengths


class _Parser(argparse.ArgumentParser):
    """An argument parser whose errors are one line."""

    def error(self, message: str) -> NoReturn:
        fail(message)


def fail(message: str) -> NoReturn:
    """Print one line to standard error and leave with status 2."""
    print(f"prism: {' '.join(message.split())}", file=sys.stderr)
    raise SystemExit(2)


def parse_colour(text: str) -> Stimulus:
    """Return the colour an argument names, or leave with an error that repeats the argument."""
    kind, _, rest = text.partition(":")
    try:
        if text.startswith("#"):
            return from_hex(text)
        if kind in ("lab", "lab50") and rest:
            return from_lab(_three_numbers(rest), kind)
        if kind == "spectrum" and rest:
            return reflectance_csv.read(reflectance_csv.text_of(_bytes(Path(rest)))).stimulus()
    except IntakeError as wrong:
        fail(f"{text}: {wrong}")
    except OSError as wrong:
        fail(f"{text}: {wrong.strerror}")
    entry = demo.find(text)
    if entry is None:
        fail(f"{text}: not #RRGGBB, lab:L,a,b, lab50:L,a,b, spectrum:FILE.csv or a demo deck code")
    return entry.colour


def _bytes(path: Path) -> bytes:
    with path.open("rb") as handle:
        return handle.read(reflectance_csv.MAX_BYTES + 1)


def _three_numbers(text: str) -> list[float]:
    parts = text.split(",")
    if len(parts) != 3:
        raise IntakeError("lab", f"three figures L,a,b are needed, not {len(parts)}.")
    return [figure(name, part) for name, part in zip(("L*", "a*", "b*"), parts, strict=True)]


def reading_json(text: str, colour: Stimulus, reading: Reading) -> dict[str, Any]:
    """Return the stable JSON form of one reading."""
    return {
        "input": text,
        "provenance": colour.provenance,
        "given": colour.given,
        "lrv": round(reading.lrv, 4),
        "lab": [round(v, 4) for v in reading.lab],
        "depth": reading.depth,
        "family": words.family(reading.family),
        "undertone": undertone_json(reading),
        "temperature": {
            "value": round(reading.temperature.value, 4),
            "word": reading.temperature.word,
            "supported": reading.temperature.supported,
        },
        "screen": colour.screen,
        "screen_in_gamut": colour.in_gamut,
        "uncertainty": reading.uncertainty,
        "school": reading.school,
        "neutral": reading.neutral,
    }


def undertone_json(reading: Reading) -> dict[str, Any]:
    """Return the undertone part: `main` is null where none may be claimed, `nearest` is where the hue lies anyway."""
    found = reading.undertone
    return {
        "main": found.main,
        "second": found.second,
        "nearest": found.nearest,
        "hue": round(found.hue, 2),
        "strength": round(found.strength, 4),
        "strength_word": found.strength_word,
        "ruled_out": list(found.ruled_out),
    }


def run_read(args: argparse.Namespace) -> None:
    """Read colours one by one."""
    chosen = _school(args)
    neutral = choose_neutral(chosen, args.neutral)
    colours = [(text, parse_colour(text)) for text in args.colours]
    readings = [(text, colour, read(colour, chosen, neutral)) for text, colour in colours]
    if args.json:
        _print_json([reading_json(*item) for item in readings])
        return
    for text, colour, reading in readings:
        print(f"{text}: {words.headline(reading)}. {words.depth(reading)}")
        print(f"  {words.undertone(reading, colour.provenance)}")
        print(f"  {words.temperature(reading)}")
        print(f"  {words.provenance(colour.provenance, reading.uncertainty)}")
        print(f"  {words.neutral_note(neutral, reading.lab[0])}")


def run_compare(args: argparse.Namespace) -> None:
    """Hold the first colour beside the second; every difference is first minus second."""
    chosen = _school(args)
    neutral = choose_neutral(chosen, args.neutral)
    first, second = (read(parse_colour(text), chosen, neutral) for text in (args.first, args.second))
    finding = compare(first, second, chosen)
    sentence = words.pair(_name(args.first), _name(args.second), finding, first.lrv)
    if not args.json:
        print(sentence)
        return
    _print_json(
        {
            "delta_e00": round(finding.delta_e, 4),
            "lrv_difference": round(finding.lrv, 4),
            "directions": list(finding.directions),
            "word": finding.word,
            "sentence": sentence,
        }
    )


def run_delta_e(args: argparse.Namespace) -> None:
    """Print ΔE00 for each line of six figures."""
    try:
        text = sys.stdin.read() if args.file == "-" else Path(args.file).read_text(encoding="utf-8-sig")
    except (OSError, UnicodeDecodeError) as wrong:
        fail(f"{args.file}: {getattr(wrong, 'strerror', None) or 'not a text file'}")
    rows: list[list[float]] = []
    for number, cells in enumerate(csv.reader(io.StringIO(text)), start=1):
        if not cells or (number == 1 and not is_number(cells[0])):
            continue  # a blank line, or a heading
        if len(cells) != 6:
            fail(f"{args.file}, line {number}: six figures L1,a1,b1,L2,a2,b2 are needed, not {len(cells)}")
        bad = next((cell for cell in cells if not is_number(cell)), None)
        if bad is not None:
            fail(f"{args.file}, line {number}: '{words.shortened(bad)}' is not a number")
        rows.append([parse(cell) for cell in cells])
    lab = np.array(rows, dtype=np.float64).reshape(-1, 6)
    result = [round(float(v), 6) for v in delta_e(lab[:, :3], lab[:, 3:])]
    if args.json:
        _print_json(result)
    else:
        for value in result:
            print(f"{value:.4f}")


def run_strength(args: argparse.Namespace) -> None:
    """Print a demo colour at adjusted strengths."""
    chosen = _school(args)
    entry = demo.find(args.code)
    if entry is None:
        fail(f"{args.code}: not a demo deck code")
    percents = []
    for text in args.percents:
        clean = text.removesuffix("%")
        if not is_number(clean):
            fail(f"{text}: not a percentage")
        percents.append(parse(clean))
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
        _print_json([strength_json(step) for step in steps])
        return
    standard = read(entry.colour, chosen, choose_neutral(chosen, args.neutral)).undertone
    for step in steps:
        print(f"{words.percent(step.percent)}: LRV {words.number(step.lrv)}. "
              f"{words.strength_step(step, standard, chosen)}")  # fmt: skip


def run_beside(args: argparse.Namespace) -> None:
    """Print the boards of the demo deck to hold beside a colour, and what each shows."""
    chosen = _school(args)
    neutral = choose_neutral(chosen, args.neutral)
    colour = parse_colour(args.colour)
    subject = read(colour, chosen, neutral)
    entries = demo.deck()
    offered = demo.offered(chosen)
    own = np.flatnonzero([entry.colour.lab == colour.lab for entry in entries])
    entry = entries[own[0]] if own.size else None
    strip = int(offered.strip[own[0]]) if entry else 0
    picks = choose(subject, offered, chosen, neutral, strip=strip, own=own).picks
    if args.json:
        _print_json(
            [
                {"code": entries[p.index].code, "kind": p.kind, "why": p.why, "delta_e00": round(p.delta_e, 4),
                 "share": None if p.share is None else round(p.share, 4)}
                for p in picks
            ]
        )  # fmt: skip
        return
    for pick in picks:
        print(f"{entries[pick.index].code} {entries[pick.index].name}: {words.why_picked(pick, subject, bool(strip))}")


def run_recipe(args: argparse.Namespace) -> None:
    """Print recipes of the demo colorants that make colours; `-` reads colours from standard input, one a line."""
    wanted = [line.strip() for line in sys.stdin if line.strip()] if args.colours == ["-"] else args.colours
    colours = [(text, parse_colour(text)) for text in wanted]
    names = {code: part.name for code, part in demo.tint_system().colorants.items()}
    gathered = []
    for number, (text, colour) in enumerate(colours, start=1):
        found = estimate(colour, demo.tint_system())
        if len(colours) >= MANY and number % MANY == 0:
            print(f"prism: {words.so_many_done(number, len(colours))}", file=sys.stderr)
        if args.json:
            gathered.append({"input": text, "recipes": [estimate_json(one) for one in found]})
            continue
        said = words.estimated(found[0].residual, found[0].from_spectrum, len(found) - 1) if found else ""
        print(f"{text}: {said or words.no_recipe(None, 0.0)}")
        for one in found:
            print(f"  {words.recipe(one.recipe, names)} ΔE00 {words.number(one.residual, 2)}")
    if args.json:
        _print_json(gathered)


MANY = 50
"""Colours after each of which a long run says how far it is."""


def estimate_json(one: Estimate) -> dict[str, Any]:
    """Return the stable JSON form of an estimated recipe."""
    return {
        "residual": round(one.residual, 4),
        "from_spectrum": one.from_spectrum,
        "base": one.recipe.base,
        "colorants": {code: round(amount, 4) for code, amount in one.recipe.amounts.items()},
    }


def run_formula(args: argparse.Namespace) -> None:
    """Print what the counter dispenses for a demo colour at a strength."""
    entry = demo.find(args.code)
    if entry is None:
        fail(f"{args.code}: not a demo deck code")
    clean = args.percent.removesuffix("%")
    if not is_number(clean):
        fail(f"{args.percent}: not a percentage")
    try:
        found = formula(entry.recipe.scaled(parse(clean)), demo.tint_system().can(args.can), demo.tint_system())
    except RecipeError as wrong:
        fail(str(wrong))
    print(words.formula_text(words.strength_name(entry.name, parse(clean)), found))
    for line in words.formula_warnings(found):
        print(line)


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


def _school(args: argparse.Namespace) -> school.School:
    try:
        return school.find(args.school)
    except school.SchoolError as wrong:
        fail(str(wrong))


def _name(text: str) -> str:
    entry = demo.find(text)
    return entry.name if entry else text


def _print_json(value: object) -> None:
    print(json.dumps(value, ensure_ascii=False, indent=2))


def build_parser() -> argparse.ArgumentParser:
    """Return the parser of all commands."""
    parser = _Parser(prog="prism", description="Read, compare and adjust paint colours.")
    commands = parser.add_subparsers(dest="command", required=True, parser_class=_Parser)
    shared = _Parser(add_help=False)
    shared.add_argument("--json", action="store_true", help="print JSON")
    judged = _Parser(add_help=False)
    judged.add_argument("--school", default=school.DEFAULT, help=f"one of {', '.join(school.names())}")
    judged.add_argument("--neutral", choices=NEUTRALS, default="painted")

    command = commands.add_parser("read", parents=[shared, judged], help="what is this colour?")
    command.add_argument("colours", nargs="+", metavar="COLOUR")
    command.set_defaults(run=run_read)
    command = commands.add_parser("compare", parents=[shared, judged], help="what does A show beside B?")
    command.add_argument("first", metavar="A")
    command.add_argument("second", metavar="B")
    command.set_defaults(run=run_compare)
    command = commands.add_parser("delta-e", parents=[shared], help="ΔE00 of pairs in a CSV file")
    command.add_argument("file", metavar="FILE|-")
    command.set_defaults(run=run_delta_e)
    command = commands.add_parser("strength", parents=[shared, judged], help="a demo colour lighter or darker")
    command.add_argument("code", metavar="CODE")
    command.add_argument("percents", nargs="+", metavar="P")
    command.set_defaults(run=run_strength)
    command = commands.add_parser("beside", parents=[shared, judged], help="which boards to hold beside a colour")
    command.add_argument("colour", metavar="COLOUR")
    command.set_defaults(run=run_beside)
    command = commands.add_parser("recipe", parents=[shared], help="recipes that make colours, estimated")
    command.add_argument("colours", nargs="+", metavar="COLOUR|-")
    command.set_defaults(run=run_recipe)
    command = commands.add_parser("formula", help="what the counter dispenses for a demo colour")
    command.add_argument("code", metavar="CODE")
    command.add_argument("percent", nargs="?", default="0", metavar="P")
    command.add_argument("--can", choices=[can.key for can in demo.tint_system().cans], default="gallon")
    command.set_defaults(run=run_formula)
    return parser


def main(argv: list[str] | None = None) -> None:
    """Run the command line."""
    # a negative percentage is a value, not an option
    given = sys.argv[1:] if argv is None else argv
    raw = [f" {arg}" if arg.startswith("-") and is_number(arg.removesuffix("%")) else arg for arg in given]
    args = build_parser().parse_args(raw)
    args.run(args)


if __name__ == "__main__":
    main()
