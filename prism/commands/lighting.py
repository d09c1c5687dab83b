"""The command `light`: what colours read as on the walls of a room, hour by hour."""

from __future__ import annotations

import argparse
import sys
from datetime import date
from pathlib import Path
from typing import Any

import numpy as np

from prism import messages, words
from prism.commands import decks
from prism.commands.arguments import fail, method_of, parse_colour, print_json
from prism.commands.reading import undertone_json
from prism.formats import room_json
from prism.formats.pixels import as_png
from prism.light import materials
from prism.light.checks import RoomError
from prism.light.claims import Known, doubt, readings
from prism.light.day import CLEAR, OVERCAST, Day, days
from prism.light.described import DescribedError, described
from prism.light.picture import pictures
from prism.light.room import WALLS, Room
from prism.light.view import CLEAN_WHITE, camera, drawn
from prism.method import Method
from prism.numbers import is_number, parse
from prism.reading import Reading, choose_neutral
from prism.spectrum import Array
from prism.stimulus import Stimulus

SKIES = {"clear": CLEAR, "overcast": OVERCAST}
USUAL_HOURS = "9,12,15,18,21"
PICTURE, MOST_DRAWN = (1200, 750), 2
"""Pixels of a picture, and how many colours it shows side by side."""


def run_light(args: argparse.Namespace) -> None:
    """Try colours on the walls of a room; what the room file leaves out has the tried colour."""
    room = _room(args.room)
    chosen = method_of(args)
    day, hours = _date(args.date), _hours(args.hours)
    colours = [(text, parse_colour(text)) for text in args.colours]
    neutral = choose_neutral(chosen, args.neutral)
    if args.picture:
        _pictured(args, room, [np.asarray(room_json.spectrum_of(colour)) for _, colour in colours], day, hours)
    known = Known(room.correction != 1.0, "floor" in room.surfaces, bool(room.lamps))
    rows = []
    for text, colour in colours:
        tried = np.asarray(room_json.spectrum_of(colour))
        (lit,) = days(room, tried, day, hours, (SKIES[args.sky],), args.lamps)
        seen, clean = lit.seen(tried), lit.beside_white(tried)
        by_day, by_lamp = (doubt(colour, chosen, known, lamps) for lamps in (False, True))
        unsure = np.tile(np.repeat(np.where(lit.lamps_on, by_lamp, by_day), len(WALLS)), 2)
        both = readings(np.concatenate([seen.reshape(-1, 3), clean.reshape(-1, 3)]), unsure, chosen, neutral)
        half = len(both) // 2
        rows += _each(text, colour, lit, both[:half], both[half:], chosen)
    if args.json:
        print_json([entry for entry, _ in rows])
    else:
        for _, line in rows:
            print(line)


def _pictured(args: argparse.Namespace, room: Room, paints: list[Array], day: date, hours: list[float]) -> None:
    """Draw the room at each hour, one paint or two side by side; several hours make numbered files."""
    if len(paints) > MOST_DRAWN:
        fail(messages.rooms.too_many("COLOUR with --picture", MOST_DRAWN))
    trim = materials.smoothest(CLEAN_WHITE)
    made = [pictures(room, paint, trim, day, hours, (SKIES[args.sky],), args.lamps)[0] for paint in paints]
    path = Path(args.picture)
    for t in range(len(hours)):
        image = drawn(made[0], t, camera(made[0], args.stand), PICTURE, made[1] if len(made) > 1 else None)
        out = path if len(hours) == 1 else path.with_stem(f"{path.stem}-{t + 1:02d}")
        try:
            out.write_bytes(as_png(image))
        except OSError as wrong:
            fail(f"{out}: {wrong.strerror}")


def _each(
    text: str, colour: Stimulus, lit: Day, seen: list[Reading], clean: list[Reading], method: Method
) -> list[tuple[dict[str, Any], str]]:
    rows = []
    for t, hour in enumerate(lit.hours.tolist()):
        for w, wall in enumerate(WALLS):
            at = t * len(WALLS) + w
            dark = bool(lit.dark[t, w])
            lux, cct = float(lit.lux[t, w]), float(lit.kelvin[t, w])
            entry = {
                "input": text,
                "hour": hour,
                "wall": wall,
                "lux": round(lux, 2),
                "cct": None if dark else round(cct),
                "duv": None if dark else round(float(lit.duv[t, w]), 4),
                "lab": None if dark else [round(v, 4) for v in seen[at].lab],
                "undertone": None if dark else undertone_json(seen[at]),
                "beside_white": None
                if dark
                else {"lab": [round(v, 4) for v in clean[at].lab], "undertone": undertone_json(clean[at])},
                "uncertainty": seen[at].uncertainty,
                "sun_height": round(float(lit.height[t]), 2),
                "lamps": bool(lit.lamps_on[t]),
            }
            rows.append((entry, words.light.wall_line(text, hour, wall, lux, cct, None if dark else seen[at])))
    return rows


def _room(given: str) -> Room:
    """Return the room of a file, or of a sentence where there is no such file and no file would be called so."""
    if " " in given.strip() and not Path(given).exists() and not given.casefold().endswith(".json"):
        return _described(given)
    return _filed(given)


def _described(sentence: str) -> Room:
    """Return the room of a sentence; what was supposed is said beside the answer."""
    try:
        room = described(sentence, is_colour=lambda text: decks.find(text) is not None)
    except DescribedError as wrong:
        fail(words.rooms.described_wrong(wrong))
    if not room.town:
        fail(words.rooms.DESCRIBE_TOWN)
    if remarks := words.rooms.described_text(room.supposed, room.unread, "", ""):
        print(remarks, file=sys.stderr)
    try:
        return room_json.from_table(room_json.of_described(room), decks.colour_of)
    except RoomError as wrong:
        fail(f"{wrong.field}: {wrong}")


def _filed(path: str) -> Room:
    try:
        with Path(path).open("rb") as handle:
            data = handle.read(room_json.MAX_BYTES + 1)
        return room_json.read(data, decks.colour_of)
    except OSError as wrong:
        fail(f"{path}: {wrong.strerror}")
    except RoomError as wrong:
        fail(f"{path}: {wrong.field}: {wrong}")


def _date(text: str | None) -> date:
    if text is None:
        return date.today()
    try:
        return date.fromisoformat(text)
    except ValueError:
        fail(messages.rooms.date_wrong(text))


def _hours(text: str) -> list[float]:
    parts = [part.strip() for part in text.split(",")]
    for part in parts:
        if not is_number(part) or not 0 <= parse(part) <= 24:
            fail(messages.rooms.hour_wrong(part))
    if len(parts) > 200:
        fail(messages.rooms.too_many("hours", 200))
    return [parse(part) for part in parts]
