"""The command that makes exercises: `exercise`."""

from __future__ import annotations

import argparse

import numpy as np

from prism import method, words
from prism.commands import decks
from prism.commands.arguments import fail, method_of, print_json
from prism.numbers import is_number, parse
from prism.training.exercise import Exercise, Kind, PoolError
from prism.training.pool import Pool
from prism.training.showing import showing
from prism.training.walls import make

HARDEST, EASIEST = 0.3, 15.0
"""ΔE00 between which an exercise may be asked for."""


def run_exercise(args: argparse.Namespace) -> None:
    """Make an exercise from the deck; the same seed makes the same one."""
    chosen = method_of(args)
    apart = parse(args.apart) if is_number(args.apart) else 0.0
    if not HARDEST <= apart <= EASIEST:
        fail(f"--apart: {words.training.apart_wrong(args.apart, HARDEST, EASIEST)}")
    entries, offered = decks.deck(), decks.offered(chosen)
    makers = sorted({entry.maker for entry in entries})
    numbers = [makers.index(entry.maker) for entry in entries]
    pool = Pool.of(offered.lab, offered.lrv, offered.doubt, numbers, chosen)
    try:
        wall = make(Kind(args.kind), pool, np.random.default_rng(args.seed), apart, method.besides(chosen))
    except PoolError:
        fail(words.training.too_small(args.kind))
    codes = [entries[row].code for row in wall.boards]
    names = [entries[row].name for row in wall.boards]
    because, shown = words.training.because(wall, pool, names), showing(wall, pool)
    if args.json:
        print_json({
            "kind": wall.kind.value, "boards": codes, "question": words.training.TRAINED[wall.kind.value],
            "choices": list(wall.choices), "accepted": accepted(wall, codes), "because": because,
            "apart": round(wall.apart, 4), "shown_by": entries[shown.row].code if shown else None,
        })  # fmt: skip
        return
    print(f"{words.training.TRAINED[wall.kind.value]}  {' '.join(codes)}")
    print("; ".join(code if isinstance(code, str) else " ".join(code) for code in accepted(wall, codes)))
    print(because)
    if shown:
        beside = [names[place] for place in shown.beside]
        print(words.training.shown_by(shown, entries[shown.row].name, beside, float(pool.lrv[shown.row])))


def accepted(wall: Exercise, codes: list[str]) -> list[str | list[str]]:
    """Return the right answers by codes: each a word, a code, or several in their order."""
    return [
        choice
        if isinstance(choice, str)
        else codes[choice]
        if isinstance(choice, int)
        else [codes[place] for place in choice]
        for choice in wall.accepted
    ]
