"""Commands that read and compare: `read`, `compare`, `delta-e`, `beside`, `place`."""

from __future__ import annotations

import argparse
import csv
import io
import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np

from prism import placing, words
from prism.choosing.comparison_set import Chosen, choose
from prism.commands import decks
from prism.commands.arguments import fail, lines_of_colours, method_of, name_of, parse_colour, print_json
from prism.comparison import PairFinding, compare_many
from prism.difference import delta_e
from prism.numbers import is_number, parse
from prism.possible import can_be_paint
from prism.reading import Reading, choose_neutral, read, read_all
from prism.stimulus import Stimulus


def run_read(args: argparse.Namespace) -> None:
    """Read colours; `-` reads them from standard input, one a line, and goes on after a bad one."""
    chosen = method_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    sound = True
    if args.colours == ["-"]:
        lines, sound = lines_of_colours(1)
        colours = [(texts[0], colour[0]) for texts, colour in lines]
    else:
        colours = [(text, parse_colour(text)) for text in args.colours]
    readings = [
        (text, colour, reading)
        for (text, colour), reading in zip(
            colours, read_all([colour for _, colour in colours], chosen, neutral), strict=True
        )
    ]
    if args.json:
        print_json([reading_json(*item) for item in readings])
    else:
        for text, colour, reading in readings:
            print(f"{text}: {words.readings.headline(reading)}. {words.readings.depth(reading)}")
            print(f"  {words.readings.undertone(reading, colour.provenance)}")
            print(f"  {words.readings.temperature(reading)}")
            print(f"  {words.sources.provenance(colour.provenance, reading.uncertainty)}")
            print(f"  {words.readings.neutral_note(neutral, reading.lab[0])}")
            if not can_be_paint(colour):
                print(f"  {words.sources.IMPOSSIBLE_AS_PAINT}")
    if not sound:
        raise SystemExit(1)


def reading_json(text: str, colour: Stimulus, reading: Reading) -> dict[str, Any]:
    """Return the stable JSON form of one reading."""
    return {
        "input": text,
        "provenance": colour.provenance,
        "possible_as_paint": can_be_paint(colour),
        "given": colour.given,
        "lrv": round(reading.lrv, 4),
        "lab": [round(v, 4) for v in reading.lab],
        "depth": reading.depth,
        "depth_level": reading.depth_level.value,
        "depths": list(reading.depths.words),
        "family": words.readings.family(reading.family),
        "family_level": reading.family_level.value,
        "families": list(reading.families.words),
        "undertone": undertone_json(reading),
        "temperature": {
            "value": round(reading.temperature.value, 4),
            "word": reading.temperature.word,
            "level": reading.temperature.level.value,
            "side": reading.temperature.side,
            "side_level": reading.temperature.side_level.value,
            "supported": reading.temperature.supported,
        },
        "screen": colour.screen,
        "screen_in_gamut": colour.in_gamut,
        "uncertainty": reading.uncertainty,
        "school": reading.method,
        "neutral": reading.neutral,
    }


def undertone_json(reading: Reading) -> dict[str, Any]:
    """Return the undertone part: `hues` are what may be named, and `level` how surely; `main` is the likelier of two,
    null where none may be claimed; `nearest` is where the hue lies anyway; `no_undertone` how surely it has none."""
    undertone = reading.undertone
    return {
        "level": undertone.level.value,
        "hues": list(undertone.hues),
        "no_undertone": undertone.none.value,
        "main": undertone.main,
        "second": undertone.second,
        "nearest": undertone.nearest,
        "hue": round(undertone.hue, 2),
        "strength": round(undertone.strength, 4),
        "strength_word": undertone.strength_word,
        "ruled_out": list(undertone.ruled_out),
    }


def run_compare(args: argparse.Namespace) -> None:
    """Hold the first colour beside the second; `-` reads two colours a line. Every difference is first minus second."""
    chosen = method_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    sound = True
    if args.first == "-" and args.second is None:
        lines, sound = lines_of_colours(2)
    elif args.second is None:
        fail("B is needed: two colours, or - for pairs from standard input")
    else:
        lines = [([args.first, args.second], [parse_colour(text) for text in (args.first, args.second)])]
    both = [[one_maker(colours[side], args.one_maker) for _, colours in lines] for side in (0, 1)]
    first, second = (read_all(colours, chosen, neutral) for colours in both)
    findings = compare_many(first, second, chosen)
    sentences = [
        words.pairs.pair(name_of(texts[0]), name_of(texts[1]), finding, colour.lrv)
        for (texts, _), finding, colour in zip(lines, findings, first, strict=True)
    ]
    if args.json:
        each = [pair_json(*item) for item in zip([texts for texts, _ in lines], findings, sentences, strict=True)]
        print_json(each if args.first == "-" else each[0])
    else:
        print("\n".join(sentences))
    if not sound:
        raise SystemExit(1)


def one_maker(colour: Stimulus, same: bool) -> Stimulus:
    """Return a colour as one of the same maker as the other, where the two are said to be."""
    return replace(colour, maker="one maker") if same else colour


def pair_json(texts: list[str], finding: PairFinding, sentence: str) -> dict[str, Any]:
    """Return the stable JSON form of one pair: `directions` are certain, `probably` probable, of `either` one is."""
    return {
        "input": texts,
        "delta_e00": round(finding.delta_e, 4),
        "lrv_difference": round(finding.lrv, 4),
        "directions": list(finding.directions),
        "probably": list(finding.probably),
        "either": list(finding.either),
        "word": finding.word,
        "uncertainty": round(finding.doubt, 4),
        "sentence": sentence,
    }


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
            fail(f"{args.file}, line {number}: '{words.text.shortened(bad)}' is not a number")
        rows.append([parse(cell) for cell in cells])
    lab = np.array(rows, dtype=np.float64).reshape(-1, 6)
    result = [round(float(v), 6) for v in delta_e(lab[:, :3], lab[:, 3:])]
    if args.json:
        print_json(result)
    else:
        for value in result:
            print(f"{value:.4f}")


def _chosen_beside(args: argparse.Namespace) -> tuple[Reading, Chosen, bool]:
    """Return a colour's reading, the boards of the deck chosen for it, and whether it stands on a strip there."""
    chosen = method_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    colour = parse_colour(args.colour)
    subject = read(colour, chosen, neutral)
    offered = decks.offered(chosen)
    own = np.flatnonzero([entry.colour.lab == colour.lab for entry in decks.deck()])
    strip = int(offered.strip[own[0]]) if own.size else 0
    return subject, choose(subject, offered, chosen, neutral, strip=strip, own=own), bool(strip)


def run_beside(args: argparse.Namespace) -> None:
    """Print the boards of the deck to hold beside a colour, and what each shows."""
    subject, colours, on_strip = _chosen_beside(args)
    entries = decks.deck()
    if args.json:
        print_json(
            [
                {"code": entries[p.index].code, "kind": p.kind, "why": p.why, "delta_e00": round(p.delta_e, 4),
                 "share": None if p.share is None else round(p.share, 4)}
                for p in colours.picks
            ]
        )  # fmt: skip
        return
    near = method_of(args).readable[1]
    for pick in colours.picks:
        entry = entries[pick.index]
        why = words.pairs.why_picked(pick, subject, on_strip, near=near)
        print(f"{entry.code} {entry.name}: {why}")


def run_place(args: argparse.Namespace) -> None:
    """Print what stands on either side of a colour in the deck."""
    subject, colours, on_strip = _chosen_beside(args)
    entries = decks.deck()
    brackets = placing.brackets(colours.view, [pick for pick in colours.picks if pick.kind == "strip"])
    if args.json:
        print_json(
            [
                {axis: None if pick is None else {"code": entries[pick.index].code, "delta_e00": round(pick.delta_e, 4)}
                 for axis, pick in zip(bracket.axes, (bracket.before, bracket.after), strict=True)}
                for bracket in brackets
            ]
        )  # fmt: skip
        return
    names = {
        pick.index: f"{entries[pick.index].code} {entries[pick.index].name}"
        for bracket in brackets for pick in (bracket.before, bracket.after) if pick
    }  # fmt: skip
    print("\n".join(words.places.brackets(brackets, names, subject.lrv, on_strip)))
