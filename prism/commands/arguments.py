"""What arguments say: colours, percentages, entries of the demo deck, methods; and errors of one line."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import NoReturn

from prism import method
from prism.commands import decks
from prism.demo import DeckColour
from prism.formats import reflectance_csv
from prism.numbers import is_number, parse
from prism.stimulus import IntakeError, Stimulus, figure, from_hex, from_lab


class Parser(argparse.ArgumentParser):
    """An argument parser whose errors are one line."""

    def error(self, message: str) -> NoReturn:
        fail(message)


def fail(message: str) -> NoReturn:
    """Print one line to standard error and leave with status 2."""
    print(f"prism: {' '.join(message.split())}", file=sys.stderr)
    raise SystemExit(2)


class ColourError(ValueError):
    """An argument or line that names no colour; the message repeats it."""


def parse_colour(text: str) -> Stimulus:
    """Return the colour an argument names, or leave with an error that repeats the argument."""
    try:
        return colour_of(text)
    except ColourError as wrong:
        fail(str(wrong))


def colour_of(text: str) -> Stimulus:
    """Return the colour that a text names. Raises `ColourError`."""
    kind, _, rest = text.partition(":")
    try:
        if text.startswith("#"):
            return from_hex(text)
        if kind in ("lab", "lab50") and rest:
            return from_lab(_three_numbers(rest), kind)
        if kind == "spectrum" and rest:
            return reflectance_csv.read(reflectance_csv.text_of(_bytes(Path(rest)))).stimulus()
    except IntakeError as wrong:
        raise ColourError(f"{text}: {wrong}") from None
    except OSError as wrong:
        raise ColourError(f"{text}: {wrong.strerror}") from None
    entry = decks.find(text)
    if entry is None:
        raise ColourError(f"{text}: not #RRGGBB, lab:L,a,b, lab50:L,a,b, spectrum:FILE.csv or a code of the deck")
    return entry.colour


def lines_of_colours(count: int) -> tuple[list[tuple[list[str], list[Stimulus]]], bool]:
    """Return what each line of standard input names, `count` colours with space between, and whether all were sound.

    A bad line is reported with its number, and the rest goes on; empty lines are passed over.
    """
    colours, sound = [], True
    for number, line in enumerate(sys.stdin, start=1):
        parts = line.split()
        if not parts:
            continue
        try:
            if len(parts) != count:
                verb = "one colour is" if count == 1 else f"{count} colours are"
                raise ColourError(f"{' '.join(line.split())}: {verb} needed, not {len(parts)}")
            colours.append((parts, [colour_of(part) for part in parts]))
        except ColourError as wrong:
            sound = False
            print(f"prism: line {number}: {' '.join(str(wrong).split())}", file=sys.stderr)
    return colours, sound


def _bytes(path: Path) -> bytes:
    with path.open("rb") as handle:
        return handle.read(reflectance_csv.MAX_BYTES + 1)


def _three_numbers(text: str) -> list[float]:
    parts = text.split(",")
    if len(parts) != 3:
        raise IntakeError("lab", f"three figures L,a,b are needed, not {len(parts)}.")
    return [figure(name, part) for name, part in zip(("L*", "a*", "b*"), parts, strict=True)]


def entry_of(code: str) -> DeckColour:
    """Return an entry of the demo deck by its code, or leave."""
    entry = decks.find(code)
    if entry is None:
        fail(f"{code}: no code of the deck")
    return entry


def percent_of(text: str) -> float:
    """Return a percentage, with or without its sign, or leave."""
    clean = text.removesuffix("%")
    if not is_number(clean):
        fail(f"{text}: not a percentage")
    return parse(clean)


def method_of(args: argparse.Namespace) -> method.Method:
    """Return the method an argument names, or leave."""
    try:
        return method.find(args.method)
    except method.MethodError as wrong:
        fail(str(wrong))


def name_of(text: str) -> str:
    """Return the name of a demo colour, else what was typed."""
    entry = decks.find(text)
    return entry.name if entry else text


def print_json(value: object) -> None:
    """Print a value as JSON that a person can read too."""
    print(json.dumps(value, ensure_ascii=False, indent=2))
