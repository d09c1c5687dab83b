"""Sixty findings with their figures, as they are said: whoever changes a word reads them all again.

`WRITE=1 python -m unittest prism.tests.test_findings_kept` writes `findings.txt` anew.
"""

import os
import random
import unittest
from datetime import date
from pathlib import Path

import numpy as np

from prism import demo, method, words
from prism.comparison import compare
from prism.light.claims import readings
from prism.light.day import days
from prism.light.room import WALLS
from prism.palette import contrast, use
from prism.reading import read
from prism.tests.rooms import plain_room, window

KEPT = Path(__file__).with_name("findings.txt")
METHOD = method.load()
HOURS = (9.0, 13.0, 17.0, 21.5)


def figures(reading):
    lab = ", ".join(f"{value:.1f}" for value in reading.lab)
    return f"Lab {lab}; LRV {reading.lrv:.1f}; undertone {reading.undertone.strength:.1f}"


def colours(count, seed):
    return random.Random(seed).sample(demo.deck(), count)


def found():
    """Return each finding as its figures and its sentence."""
    for entry in colours(20, 1):
        reading = read(entry.colour, METHOD, METHOD.neutral)
        yield f"{entry.code}, {figures(reading)}", words.readings.what_it_is(reading, entry.colour.provenance)
    for one, other in zip(colours(15, 2), colours(15, 3), strict=True):
        first, second = (read(each.colour, METHOD, METHOD.neutral) for each in (one, other))
        gaps = ", ".join(f"{value:+.1f}" for value in np.subtract(first.lab, second.lab))
        pair = compare(first, second, METHOD)
        yield f"{one.code} beside {other.code}, Lab {gaps}", words.pairs.pair(one.name, other.name, pair, first.lrv)
    room = plain_room(window("north"))
    for entry in colours(3, 4):
        own = read(entry.colour, METHOD, METHOD.neutral)
        paint = np.asarray(entry.colour.reflectance)
        (day,) = days(room, paint, date(2026, 3, 20), HOURS, (0.0,))
        for t, seen in enumerate(readings(day.seen(paint)[:, 1], 1.0, METHOD)):
            yield f"{entry.code} {HOURS[t]:g} h, {figures(seen)}", words.light.seen_line(WALLS[1], HOURS[t], seen, own)
    for entry in colours(8, 5):
        reading = read(entry.colour, METHOD, METHOD.neutral)
        uses = use.uses(reading, METHOD)
        said = words.use.use_summary(entry.name, uses)
        yield f"{entry.code}, LRV {reading.lrv:.1f}", said
    for thing, own, wall in (
        ("doors", 30, 72),
        ("switches", 85, 88),
        ("handrail", 60, 90),
        ("frames", 5, 20),
        ("signs", 8, 80),
    ):
        yield f"{thing} {own} against {wall}", words.use.contrast_line(thing, contrast.held(thing, own, wall, METHOD))


class Kept(unittest.TestCase):
    maxDiff = None

    def test_sixty_findings_are_said_as_they_were_read_aloud(self):
        text = "\n\n".join(f"{number}. {said}\n   {basis}" for number, (basis, said) in enumerate(found(), 1)) + "\n"
        self.assertEqual(text.count("\n   "), 60)
        if os.environ.get("WRITE"):
            KEPT.write_text(text, encoding="utf-8")
        self.assertEqual(text, KEPT.read_text(encoding="utf-8"))
