"""What practice says of light in rooms, statement by statement, held against what is computed.

Each statement is a sentence of practitioners and a question to the model. Where the model answers otherwise, the
statement stands in docs/practice.md with the reason; the two lists must agree.
"""

import unittest
from collections.abc import Callable
from dataclasses import dataclass
from datetime import date
from functools import cache
from pathlib import Path

import numpy as np

from prism import method
from prism.light.claims import warmth
from prism.light.day import CLEAR, OVERCAST, days, evening
from prism.light.findings import Kind, counsels, means
from prism.light.room import Lamp
from prism.spectrum import to_lab
from prism.tests.rooms import SKERRY, SOUTHERN, paint, plain_room, window

PAGE = Path(__file__).parents[2] / "docs" / "practice.md"
SUMMER, EQUINOX, WINTER = date(2026, 6, 21), date(2026, 3, 20), date(2026, 12, 21)
WARM, COOL, GREY, PALE, MID, DARK = (
    (78.0, 2.0, 11.0), (78.0, -3.0, -1.0), (75.0, -0.3, 4.0), (92.0, -0.2, 5.0), (65.0, 1.0, 8.0), (35.0, 0.5, 6.0),
)  # fmt: skip
CLEAR_COLOUR = (70.0, 25.0, 25.0)
DULL_FLOOR, RED_FLOOR, PALE_FLOOR = (45.0, 1.0, 8.0), (40.0, 28.0, 24.0), (80.0, 1.0, 8.0)


@cache
def seen(lab, facing, day=EQUINOX, hour=12.0, sky=CLEAR, south=False, floor=DULL_FLOOR, outside="lawn", wide=1.8):
    """Return what the four walls read as, (4, 3), their lux (4,), and their board, (3,)."""
    windows = (window(facing, outside=outside, hides=None, width=wide),) if facing else ()
    room = plain_room(
        *windows,
        place=SOUTHERN if south else SKERRY,
        surfaces={"floor": tuple(paint(*floor)), "ceiling": tuple(paint(95, 0, 2))},
        lamps=(),
    )
    (found,) = days(room, paint(*lab), day, (hour,), (sky,), "off")
    return found.seen()[0], found.lux[0], np.array(lab)


LINE = method.load()


def warmer(lab, *args, **more):
    """Return by how much the walls read warmer than their board, in the middle of the four."""
    walls, _, board = seen(lab, *args, **more)
    return float(np.median(warmth(walls, LINE)) - warmth(board, LINE))


def lighter(lab, *args, **more):
    walls, _, board = seen(lab, *args, **more)
    return float(np.median(walls[:, 0]) - board[0])


def undertone(lab, *args, **more):
    walls, _, _ = seen(lab, *args, **more)
    return float(np.median(np.hypot(*LINE.neutral.undertone(walls).T)))


def light(*args, **more):
    return float(np.median(seen(GREY, *args, **more)[1]))


def evening_of(lab, kelvin, rendering=80):
    room = plain_room(lamps=(Lamp(kelvin, 800, 4, rendering=rendering),))
    return evening(room, paint(*lab), [room.lamps]).seen()[0]


def evening_warmth(lab, kelvin):
    return float(np.median(warmth(evening_of(lab, kelvin), LINE)) - warmth(np.array(lab), LINE))


def counselled(lab, facing, day=EQUINOX, wide=1.8):
    room = plain_room(window(facing, outside="open", width=wide, hides=None), lamps=())
    found = days(room, paint(*lab), day)
    walls = means(found, [one.seen() for one in found])
    return {c.kind for c in counsels(room, walls, np.array(lab), LINE) if c.computed}


@dataclass(frozen=True)
class Statement:
    said: str
    asked: Callable[[], bool]
    holds: bool = True


STATEMENTS = (
    Statement("Rooms that face away from the sun are cool.", lambda: warmer(GREY, "north") < -1),
    Statement("They are steady: morning and afternoon differ little.",
              lambda: abs(warmer(GREY, "north", hour=9.0) - warmer(GREY, "north", hour=15.0)) < 1),
    Statement("Colours read darker in a room that faces away.", lambda: lighter(GREY, "north") < 0),
    Statement("A cool colour turns cooler facing away.", lambda: warmer(COOL, "north") < -1),
    Statement("A warm colour loses warmth facing away.", lambda: warmer(WARM, "north") < -1),
    Statement("A cool undertone comes forward facing away.",
              lambda: undertone(COOL, "north") > undertone(COOL, "south") + 0.5),
    Statement("In the south of the world it is the south room that is cool.",
              lambda: warmer(GREY, "south", south=True, day=EQUINOX) < -1),
    Statement("There the north room is the warm one.",
              lambda: warmer(GREY, "north", south=True) > warmer(GREY, "south", south=True) + 1),
    Statement("Rooms that face the sun are warmer than those that face away.",
              lambda: warmer(GREY, "south") > warmer(GREY, "north") + 1),
    Statement("Rooms that face the sun are brighter.", lambda: light("south") > 2 * light("north")),
    Statement("A warm colour warms up facing the sun.", lambda: warmer(WARM, "south") > 1),
    Statement("A cool colour softens facing the sun, against facing away.",
              lambda: undertone(COOL, "south") < undertone(COOL, "north")),
    Statement("Pale colours wash out in a very bright room.",
              lambda: Kind.WASHES in counselled(PALE, "south", SUMMER, 3.6)),
    Statement("East rooms are brighter in the morning than in the afternoon.",
              lambda: light("east", hour=8.0) > 2 * light("east", hour=16.0)),
    Statement("East rooms are cool and flat in the afternoon.", lambda: warmer(GREY, "east", hour=15.0) < -0.5),
    Statement("East rooms are warmer in the morning than in the afternoon.",
              lambda: warmer(GREY, "east", hour=8.0) > warmer(GREY, "east", hour=15.0) + 0.5),
    Statement("West rooms are flat in the morning.", lambda: warmer(GREY, "west", hour=9.0) < 0),
    Statement("West rooms are warm late in the day.",
              lambda: warmer(GREY, "west", hour=17.5) > warmer(GREY, "west", hour=9.0) + 1),
    Statement("An overcast sky brings walls nearer to their boards than a clear one facing away.",
              lambda: abs(warmer(GREY, "north", sky=OVERCAST)) < abs(warmer(GREY, "north"))),
    Statement("Under an overcast sky it matters little which way a room faces.",
              lambda: abs(warmer(GREY, "north", sky=OVERCAST) - warmer(GREY, "south", sky=OVERCAST)) < 0.3),
    Statement("Winter is darker than summer.", lambda: light("north", day=WINTER) < light("north", day=SUMMER)),
    Statement("The sun reaches deeper into a room in winter.",
              lambda: seen(GREY, "south", day=WINTER)[1][0] > seen(GREY, "south", day=SUMMER)[1][0]),
    Statement("Warm lamps make every colour warmer.",
              lambda: all(evening_warmth(lab, 2_700) > 2 for lab in (WARM, COOL, GREY, PALE, MID))),
    Statement("The warmer the lamp, the warmer the wall.",
              lambda: evening_warmth(GREY, 2_700) > evening_warmth(GREY, 3_000) > evening_warmth(GREY, 4_000)),
    Statement("Cool lamps push a paint towards grey or blue, against warm ones.",
              lambda: evening_warmth(WARM, 4_000) < evening_warmth(WARM, 2_700) - 2),
    Statement("A lamp of 4,000 K comes nearest to daylight of the three.",
              lambda: abs(evening_warmth(GREY, 4_000)) < min(abs(evening_warmth(GREY, k)) for k in (2_700, 3_000))),
    Statement("A cool undertone can go under a warm lamp.",
              lambda: bool(LINE.neutral.undertone(np.median(evening_of(COOL, 2_700), axis=0))[1] > -1)),
    Statement("Changing the lamps after painting changes the scheme visibly.",
              lambda: float(np.abs(np.median(evening_of(GREY, 2_700) - evening_of(GREY, 4_000), axis=0)).max()) > 1.5),
    Statement("A warm floor warms the walls.",
              lambda: warmer(GREY, "south", floor=RED_FLOOR) > warmer(GREY, "south", floor=DULL_FLOOR) + 0.3),
    Statement("A pale floor brightens a room.", lambda: light("south", floor=PALE_FLOOR) > 1.1 * light("south")),
    Statement("Trees and grass outside turn the light green.",
              lambda: float(np.median(seen(GREY, "south", outside="trees")[0][:, 1]))
              < float(np.median(seen(GREY, "south", outside="sea")[0][:, 1])) - 0.2),
    Statement("A red brick wall opposite warms the light.",
              lambda: warmer(GREY, "north", outside="brick") > warmer(GREY, "north", outside="sea") + 0.5),
    Statement("Snow outside brightens a room.", lambda: light("north", outside="snow") > 1.3 * light("north")),
    Statement("Mid-tones get heavy in a dim room.", lambda: Kind.HEAVY in counselled(MID, "north", WINTER, 0.6)),
    Statement("Darks get dingy in a dim room.", lambda: Kind.DINGY in counselled(DARK, "north", WINTER, 0.6)),
    Statement("Four walls of a clear colour look more coloured than its board.",
              lambda: float(np.median(np.hypot(*seen(CLEAR_COLOUR, "south", sky=OVERCAST)[0][:, 1:].T)))
              > float(np.hypot(*CLEAR_COLOUR[1:])) + 0.5),
    Statement("A dark colour makes the whole room darker.",
              lambda: float(np.median(seen(DARK, "south")[1])) < 0.9 * float(np.median(seen(PALE, "south")[1]))),
    Statement("The wall with the window is the darkest.",
              lambda: int(seen(GREY, "south", sky=OVERCAST)[1].argmin()) == 2),
    Statement("A larger window brings walls no nearer to their board in colour, only in depth.",
              lambda: abs(warmer(GREY, "north", wide=3.6) - warmer(GREY, "north", wide=1.2)) < 1),
    Statement("Poor lamps shift a clear colour more than good ones.",
              lambda: _shifted_by_rendering(60) > _shifted_by_rendering(95)),
)  # fmt: skip


def _shifted_by_rendering(rendering):
    """Return how far a clear colour lies, beside a clean white under a fluorescent tube, from its board."""
    room = plain_room(lamps=(Lamp(4_200, 1_500, 2, "fluorescent", rendering),))
    board = paint(*CLEAR_COLOUR)
    lit = evening(room, board, [room.lamps])
    return float(np.abs(np.median(lit.beside_white(board)[0], axis=0) - to_lab(board)).sum())


class Practice(unittest.TestCase):
    def test_there_are_enough(self):
        self.assertGreaterEqual(len(STATEMENTS), 30)
        self.assertEqual(len({one.said for one in STATEMENTS}), len(STATEMENTS))

    def test_each_holds_or_is_known_not_to(self):
        for one in STATEMENTS:
            with self.subTest(one.said):
                self.assertEqual(bool(one.asked()), one.holds)

    def test_what_does_not_hold_is_listed_with_its_reason(self):
        page = PAGE.read_text()
        listed = [line[4:].strip() for line in page.splitlines() if line.startswith("### ")]
        self.assertEqual(listed, [one.said for one in STATEMENTS if not one.holds])
        self.assertIn(f"{len(STATEMENTS)} statements", page)
