"""Commands of the colour in company: `whites`, `scheme`."""

from __future__ import annotations

import argparse
from typing import Any

import numpy as np

from prism import words
from prism.commands import decks
from prism.commands.arguments import entry_of, fail, method_of, parse_colour, print_json
from prism.method.checks import CHARACTERS
from prism.numbers import is_number, parse
from prism.palette.pool import Pool
from prism.palette.scheme import CARRIED, Asked, Carried, Scheme, SchemeError, scheme
from prism.reading import choose_neutral, read, read_all
from prism.whites import home
from prism.whites.ranking import rank, which


def run_whites(args: argparse.Namespace) -> None:
    """Rank all whites of the demo deck beside a colour."""
    chosen = method_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    wall = read(parse_colour(args.colour), chosen, neutral)
    wanted = chosen.trim_gap
    if args.gap is not None:
        if not is_number(args.gap) or not 0 <= parse(args.gap) <= 100:
            fail(f"{args.gap}: the gap is LRV points, 0 to 100")
        wanted = parse(args.gap)
    there = [entry_of(code) for code in args.there]
    entries = decks.deck()
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
    notes = [words.whites.white_note(white, wanted, names) for white in ranked]
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
        print(words.whites.none_clears(wanted, max(abs(white.gap) for white in ranked)))
    for white, note in zip(ranked, notes, strict=True):
        entry = whites[white.index]
        print(words.whites.whites_line(f"{entry.code} {entry.name}", white, note))


def run_scheme(args: argparse.Namespace) -> None:
    """Print schemes of the demo deck round a colour: one of each character, or of the one that is asked for."""
    chosen = method_of(args)
    neutral = choose_neutral(chosen, args.neutral)
    subject = read(parse_colour(args.colour), chosen, neutral)
    entries = decks.deck()
    pool = Pool(
        np.array([entry.colour.lab for entry in entries]),
        np.array([entry.colour.lrv for entry in entries]),
        keys := [entry.code for entry in entries],
        chosen,
        neutral,
    )
    whites = read_all([entries[row].colour for row in pool.whites], chosen, neutral)
    ranked = rank(subject, whites, [keys[row] for row in pool.whites], chosen)
    trims = [(int(pool.whites[w.index]), home.score(w, subject.temperature.value)) for w in ranked[:4]]
    named = [(code, parse_colour(code)) for code in args.carries]
    carried = [Carried(code, place.lab, place.lrv) for code, place in named]
    plain = [character for character in CHARACTERS if carried or character not in CARRIED]
    made = []
    for character in [args.character] if args.character else plain:
        try:
            made.append(scheme(subject, character, pool, Asked(trims=trims, carried=carried)))
        except SchemeError:
            if args.character:
                fail(words.palette.scheme_needs(character))
    if args.json:
        print_json([_scheme_json(scheme, args.colour, keys) for scheme in made])
        return
    for drawn in made:
        print(f"{words.palette.scheme_title(drawn.character, drawn.score)}: {words.palette.scheme_score(drawn.score)}")
        for place in drawn.places:
            code = args.colour if place.row < 0 else keys[place.row]
            name = "" if place.row < 0 else entries[place.row].name
            print(f"  {words.palette.scheme_line(place, code, name)}")


def _scheme_json(scheme: Scheme, subject: str, keys: list[str]) -> dict[str, Any]:
    return {
        "character": scheme.character,
        "score": round(scheme.score, 4),
        "places": [
            {
                "place": place.name,
                "code": subject if place.row < 0 else keys[place.row],
                "share": float(place.share),
                "score": round(place.score, 4),
                "reasons": words.palette.place_reasons(place),
                "runners_up": [keys[row] for row in place.runners_up],
            }
            for place in scheme.places
        ],
    }
