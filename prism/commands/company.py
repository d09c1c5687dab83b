"""Commands of the colour in company: `whites`."""

from __future__ import annotations

import argparse

import numpy as np

from prism import demo, words
from prism.commands.arguments import entry_of, fail, parse_colour, print_json, school_of
from prism.numbers import is_number, parse
from prism.reading import choose_neutral, read, read_all
from prism.whites.ranking import rank, which


def run_whites(args: argparse.Namespace) -> None:
    """Rank all whites of the demo deck beside a colour."""
    chosen = school_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    wall = read(parse_colour(args.colour), chosen, neutral)
    wanted = chosen.trim_gap
    if args.gap is not None:
        if not is_number(args.gap) or not 0 <= parse(args.gap) <= 100:
            fail(f"{args.gap}: the gap is LRV points, 0 to 100")
        wanted = parse(args.gap)
    there = [entry_of(code) for code in args.there]
    entries = demo.deck()
    lab = np.array([entry.colour.lab for entry in entries])
    rows = which(lab, [entry.colour.lrv for entry in entries], chosen, neutral)
    whites = [entries[row] for row in rows]
    if not whites:
        fail(f"no white in the deck is as light as LRV {chosen.white_lrv:g}")
    ranked = rank(
        wall,
        read_all([entry.colour for entry in whites], chosen, neutral),
        [entry.code for entry in whites],
        chosen,
        wanted,
        read_all([entry.colour for entry in there], chosen, neutral),
    )
    names = [entry.name for entry in there]
    notes = [words.white_note(white, wanted, names) for white in ranked]
    if args.json:
        print_json(
            [
                {
                    "code": whites[white.index].code,
                    "lrv": round(white.reading.lrv, 4),
                    "gap": round(white.gap, 4),
                    "clears": white.clears,
                    "temperature": white.reading.temperature.word,
                    "warmth": round(white.reading.temperature.value, 4),
                    "agrees": white.agrees,
                    "creaminess": round(white.creaminess, 4),
                    "there": str(white.there),
                    "note": note,
                }
                for white, note in zip(ranked, notes, strict=True)
            ]
        )
        return
    if not any(white.clears for white in ranked):
        print(words.none_clears(wanted, max(abs(white.gap) for white in ranked)))
    for white, note in zip(ranked, notes, strict=True):
        entry = whites[white.index]
        print(words.whites_line(f"{entry.code} {entry.name}", white, note))
