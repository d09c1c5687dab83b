"""What practice says of whites, trims and companions, statement by statement, held against the demo's colours.

Each statement is made under a method, or under several that say it otherwise; each is a sentence of practitioners and a
question to the core.
"""

import unittest
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import numpy as np

from prism import demo, method
from prism.difference import delta_e
from prism.palette import cautions, contrast, fabric, proportions
from prism.palette.pool import Pool
from prism.palette.scheme import Asked, Carried, scheme
from prism.palette.use import Around, Suits, outdoors, uses
from prism.reading import read, read_all
from prism.whites import home, sheen
from prism.whites.darks import darks
from prism.whites.ranking import Agreement, There, coolest, rank, safe, which

WALL, EVEN, SHORT = (method.load(key) for key in ("wall-practice", "even", "short-lists"))
ENTRIES = demo.deck()
LAB = np.array([entry.colour.lab for entry in ENTRIES])
LRV = np.array([entry.colour.lrv for entry in ENTRIES])
KEYS = [entry.code for entry in ENTRIES]
PALE_BLUE, TAUPE, BEIGE, CLEAN, CREAMY, BRILLIANT = "H16.3", "T05.4", "H06.3", "HW03", "HW11", "HW01"
DEEP, MID = "H16.7", "H16.5"


@cache
def of(code, chosen=WALL):
    return read(demo.find(code).colour, chosen)


@cache
def pool(chosen=WALL):
    return Pool(LAB, LRV, KEYS, chosen, chosen.neutral)


@cache
def ranked(code, chosen=WALL, there=(), gap=None):
    rows = which(LAB, LRV, chosen, chosen.neutral)
    whites = read_all([ENTRIES[row].colour for row in rows], chosen)
    held = [of(one, chosen) for one in there]
    return [
        (KEYS[rows[w.index]], w) for w in rank(of(code, chosen), whites, [KEYS[r] for r in rows], chosen, gap, held)
    ]


def white(code, beside, **more):
    return dict(ranked(beside, **more))[code]


def place(code, beside, **more):
    return [key for key, _ in ranked(beside, **more)].index(code)


@cache
def made(code, character, chosen=WALL, carried=()):
    held = [Carried(one, demo.find(one).colour.lab, demo.find(one).colour.lrv) for one in carried]
    return {p.name: p for p in scheme(of(code, chosen), character, pool(chosen), Asked(carried=held)).places}


def warmth(row, chosen=WALL):
    return read(ENTRIES[row].colour, chosen).temperature.value


@cache
def goes(code, surface, chosen=WALL, **around):
    return next(u.suits for u in uses(of(code, chosen), chosen, Around(**around)) if u.surface == surface)


def palest(chosen=WALL):
    """Return an off-white wall of the demo: the lightest that is no white."""
    whites = set(which(LAB, LRV, chosen, chosen.neutral).tolist())
    return KEYS[max((row for row in range(len(KEYS)) if row not in whites), key=lambda row: (LRV[row], KEYS[row]))]


def clearest():
    return KEYS[int(np.hypot(LAB[:, 1], LAB[:, 2]).argmax())]


def cloth(*parts):
    return fabric.fabric("cloth", [of(code) for code, _ in parts], [share for _, share in parts])


def most_of(code, character, chosen=WALL):
    found = [p.share for p in made(code, character, chosen).values()]
    return max(found)


@dataclass(frozen=True)
class Statement:
    """One sentence of practice, the methods that make it, and the question it puts."""

    methods: tuple[str, ...]
    said: str
    holds: Callable[[], bool]


ALL = ("wall-practice", "even", "short-lists")
STATEMENTS = (
    # whites beside a wall
    Statement(
        ("wall-practice", "short-lists"),
        "An edge shows from ten points of LRV on.",
        lambda: all(w.clears == (abs(w.gap) >= 10) for _, w in ranked(PALE_BLUE)),
    ),
    Statement(
        ("even",),
        "An edge wants fifteen points.",
        lambda: all(w.clears == (abs(w.gap) >= 15) for _, w in ranked(PALE_BLUE, EVEN)),
    ),
    Statement(
        ALL,
        "Beside an off-white wall only the brightest whites are left, or none.",
        lambda: sum(w.clears for _, w in ranked(palest())) < 0.05 * len(ranked(palest())),
    ),
    Statement(
        ALL,
        "Warm goes with warm: a creamy white comes before a cool one beside beige.",
        lambda: place(CREAMY, BEIGE) < place("T50.2", BEIGE),
    ),
    Statement(
        ALL,
        "Cool goes with cool: beside a blue grey a creamy white comes after a cool one.",
        lambda: place("T50.2", MID) < place(CREAMY, MID),
    ),
    Statement(
        ALL,
        "A creamy white beside a cool grey ooks yellow beside the wall.",
        lambda: white(CREAMY, PALE_BLUE).shows_yellow,
    ),
    Statement(
        ALL,
        "A clean white beside a cream looks crisp and makes it creamier.",
        lambda: white(CLEAN, CREAMY).looks_crisper,
    ),
    Statement(
        ALL,
        "A soft white that is neither warm nor cool bridges both.",
        lambda: all(any(w.agreement is Agreement.BRIDGES for _, w in ranked(one)) for one in (MID, BEIGE)),
    ),
    Statement(
        ALL,
        "The bright, clean, nearly neutral white is safe almost everywhere.",
        lambda: all(
            (s := safe([w for _, w in ranked(one)])) and s.agrees and s.clears
            for one in (PALE_BLUE, TAUPE, BEIGE, MID, DEEP)
        ),
    ),
    Statement(ALL, "The most brilliant white glares on doors.", lambda: white(BRILLIANT, TAUPE).glares),
    Statement(
        ALL,
        "The coolest white suits only a cool wall.",
        lambda: coolest([w for _, w in ranked(BEIGE)]).agreement is Agreement.OPPOSES,
    ),
    Statement(
        ALL,
        "Trim may be darker than the wall: the gap counts both ways.",
        lambda: all(d.gap < -10 for d in darks(of(PALE_BLUE), LAB, LRV, KEYS, WALL, WALL.neutral)),
    ),
    Statement(
        ALL,
        "A dark trim carries an undertone related to the wall's.",
        lambda: all(d.angle <= 50 for d in darks(of(PALE_BLUE), LAB, LRV, KEYS, WALL, WALL.neutral)),
    ),
    Statement(
        ALL, "A dark wall takes no dark trim.", lambda: not darks(of("HK01"), LAB, LRV, KEYS, WALL, WALL.neutral)
    ),
    # whites that are there
    Statement(
        ALL,
        "Beside clean white tiles a creamy trim turns yellow.",
        lambda: white(CREAMY, TAUPE, there=(CLEAN,)).yellows,
    ),
    Statement(
        ALL,
        "Beside clean white tiles a clean trim does not.",
        lambda: not white(BRILLIANT, TAUPE, there=(CLEAN,)).yellows,
    ),
    Statement(
        ALL,
        "Whites that nearly match look like a mistake: they come last.",
        lambda: not any(w.is_near_miss or w.yellows for _, w in ranked(TAUPE, there=(CLEAN,))[:40]),
    ),
    Statement(
        ALL,
        "Match what is there, or clearly differ.",
        lambda: (
            white(CLEAN, TAUPE, there=(CLEAN,)).there is There.MATCHES
            and white(CREAMY, TAUPE, there=(CLEAN,)).there is There.DIFFERS
        ),
    ),
    # one white for the home
    Statement(
        ALL,
        "One white serves the whole home where no room speaks against it.",
        lambda: home.solve([[0.9, 0.8], [0.4, 1.0]], ["a", "b"], home.zones(2, [])).best.white == 0,
    ),
    Statement(
        ALL, "Rooms that are open to each other have one white.", lambda: home.zones(3, [(0, 2)]) == [(0, 2), (1,)]
    ),
    Statement(
        ALL,
        "Trim that is there and works is kept.",
        lambda: home.solve([[0.8, 0.8], [0.85, 0.85]], ["old", "new"], home.zones(2, []), {0: 0, 1: 0}).best.white == 0,
    ),
    # sheen
    Statement(
        ("wall-practice",),
        "Crown moulding shines like the woodwork.",
        lambda: next(a for a in sheen.advice(WALL) if a.surface == "crown moulding").most == "semi-gloss",
    ),
    Statement(
        ("even", "short-lists"),
        "Crown moulding is flat like the ceiling.",
        lambda: all(
            next(a for a in sheen.advice(one) if a.surface == "crown moulding").most == "flat" for one in (EVEN, SHORT)
        ),
    ),
    Statement(
        ALL,
        "Ceilings are flat, walls matte to eggshell, trim and doors satin to semi-gloss.",
        lambda: (
            {a.surface: (a.least, a.most) for a in sheen.advice(WALL) if a.surface in ("ceilings", "walls", "doors")}
            == {"ceilings": ("flat", "flat"), "walls": ("matte", "eggshell"), "doors": ("satin", "semi-gloss")}
        ),
    ),
    Statement(
        ALL,
        "More sheen looks deeper.",
        lambda: sheen.deeper(of(DEEP).lrv, "gloss") > sheen.deeper(of(DEEP).lrv, "satin") > 0,
    ),
    # companions
    Statement(
        ALL,
        "Tonal palette is the safe scheme.",
        lambda: all(made(PALE_BLUE, "ladder")[n].angle < 35 for n in ("paler", "middle", "accent")),
    ),
    Statement(
        ALL,
        "The paler companion is paler, the accent deeper.",
        lambda: made(TAUPE, "ladder")["paler"].lrv > of(TAUPE).lrv > made(TAUPE, "ladder")["accent"].lrv,
    ),
    Statement(
        ALL,
        "An accent opposite in temperature wakes a quiet scheme.",
        lambda: warmth(made(PALE_BLUE, "opposite")["accent"].row) * of(PALE_BLUE).temperature.value < 0,
    ),
    Statement(
        ("wall-practice", "short-lists"),
        "Warm and cool together want no half and half: sixty of a hundred lead.",
        lambda: proportions.sides((55, 45), (5, -5), WALL).half and not proportions.sides((65, 35), (5, -5), WALL).half,
    ),
    Statement(
        ("even",),
        "Warm and cool together want seventy to thirty.",
        lambda: proportions.sides((65, 35), (5, -5), EVEN).half and not proportions.sides((75, 25), (5, -5), EVEN).half,
    ),
    Statement(
        ("even",), "The colour itself has seventy of a hundred parts.", lambda: most_of(PALE_BLUE, "ladder", EVEN) == 70
    ),
    Statement(
        ("wall-practice", "short-lists"),
        "The colour itself has sixty of a hundred parts.",
        lambda: most_of(PALE_BLUE, "ladder") == 60,
    ),
    Statement(
        ALL,
        "What is fixed decides the undertone: a scheme can carry it on.",
        lambda: made(PALE_BLUE, "fixed", carried=("H39.6", "T30.6"))["paler"].angle < 35,
    ),
    Statement(
        ALL,
        "A paint belongs to a fabric by its undertone, not by its depth.",
        lambda: (
            fabric.belonging(of("H16.2"), cloth(("H16.7", 1)), WALL).score
            > fabric.belonging(of("H16.7"), cloth(("H16.7", 1)), WALL).score
            and fabric.belonging(of("H16.2"), cloth(("H16.7", 1)), WALL).score
            > fabric.belonging(of("T04.3"), cloth(("H16.7", 1)), WALL).score
        ),
    ),
    Statement(
        ALL,
        "A wall colour appears at least twice more, in different sizes.",
        lambda: (
            len(
                proportions.repeats(
                    LAB[KEYS.index(MID)],
                    [("a", LAB[KEYS.index("H16.6")], 1.0), ("b", LAB[KEYS.index("H16.4")], 4.0)],
                    WALL,
                ).where
            )
            == 2
        ),
    ),
    Statement(
        ALL,
        "Saturated colours against the real fabrics.",
        lambda: (
            float(np.hypot(*of(clearest()).lab[1:])) >= WALL.palette.saturated > float(np.hypot(*of(TAUPE).lab[1:]))
        ),
    ),
    # use
    Statement(
        ("wall-practice", "short-lists"),
        "Walls of a whole home want LRV 55 or more.",
        lambda: (
            goes("H16.4", "walls of the whole home") is Suits.SUITS
            and goes("H16.5", "walls of the whole home") is Suits.WITH_CARE
        ),
    ),
    Statement(
        ("even",),
        "Walls of a whole home want LRV 60 or more.",
        lambda: all(
            (goes(code, "walls of the whole home", EVEN) is Suits.SUITS) == (of(code).lrv >= 60)
            for code in ("H16.3", "H16.4", "H16.5", "H16.6")
        ),
    ),
    Statement(
        ALL,
        "A deep colour all over is for a large daylit room.",
        lambda: goes(DEEP, "all over", floor=30.0, lux=900.0) > goes(DEEP, "all over", floor=8.0, lux=900.0),
    ),
    Statement(ALL, "A deep ceiling brings a ceiling down.", lambda: goes(MID, "ceiling") is Suits.WITH_CARE),
    Statement(
        ALL,
        "Outdoors a colour looks lighter and less coloured.",
        lambda: all(
            outdoors(of(code).lab).lighter > 0 and outdoors(of(code).lab).paler > 0
            for code in (TAUPE, BEIGE, MID, DEEP)
        ),
    ),
    Statement(
        ALL,
        "Dark colours outside heat up.",
        lambda: "heat" in cautions.cautions(cautions.Site(outside=(of("HK01").lrv,)), WALL),
    ),
    Statement(
        ALL,
        "A white door on a pale wall is hard to find for people who see little, a dark one is not.",
        lambda: (
            not contrast.held("doors", of(CLEAN).lrv, of(PALE_BLUE).lrv, WALL)[0].met
            and all(one.met for one in contrast.held("doors", of("HK01").lrv, of(PALE_BLUE).lrv, WALL))
        ),
    ),
)


class Practice(unittest.TestCase):
    def test_every_statement_holds_under_the_method_that_makes_it(self):
        self.assertGreaterEqual(len(STATEMENTS), 40)
        for statement in STATEMENTS:
            with self.subTest(statement.said, methods=statement.methods):
                self.assertTrue(statement.holds())

    def test_every_method_makes_statements_and_where_they_differ_both_are_here(self):
        for key in method.names():
            self.assertGreater(sum(key in statement.methods for statement in STATEMENTS), 25, key)
        self.assertGreaterEqual(sum(len(statement.methods) < 3 for statement in STATEMENTS), 8)

    def test_neighbours_of_a_scheme_can_be_told_apart(self):
        rows = [place.row for place in made(PALE_BLUE, "balance").values() if place.row >= 0]
        away = [float(delta_e(LAB[a], LAB[b])) for i, a in enumerate(rows) for b in rows[i + 1 :]]
        self.assertGreaterEqual(min(away), WALL.palette.apart)
