"""Methods as data: short lists, grey as an undertone, relative temperature, and what changing one changes."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo, method, words
from prism.method import HueScale, MethodError
from prism.reading import read, read_many
from prism.rereading import changed
from prism.stimulus import from_lab

DECK = demo.deck()
LAB = np.array([entry.colour.lab for entry in DECK])
LRV = np.array([entry.colour.lrv for entry in DECK])
WALL, EVEN, SHORT = (method.load(key) for key in ("wall-practice", "even", "short-lists"))


def readings(chosen):
    return read_many(LAB, LRV, np.full(len(DECK), 0.3), chosen)


class ShortLists(unittest.TestCase):
    def test_a_gap_is_divided_in_the_middle(self):
        greys = WALL.undertone.shortened(("green", "blue", "purple"))
        self.assertEqual(greys.words, ("green", "blue", "purple"))
        self.assertEqual(greys.word(60), "green")  # purple ends at 350, green begins at 110: 50 is the middle
        self.assertEqual(greys.word(40), "purple")
        self.assertEqual(greys.word(200), "blue")
        self.assertEqual(WALL.undertone.shortened(("yellow",)).word(300), "yellow")

    @given(st.lists(st.sampled_from(WALL.undertone.words), min_size=1, unique=True), st.floats(0, 359.9))
    def test_what_is_on_the_list_keeps_its_own_sector(self, hues, angle):
        short = WALL.undertone.shortened(tuple(hues))
        if WALL.undertone.word(angle) in hues:
            self.assertEqual(short.word(angle), WALL.undertone.word(angle))
        self.assertIn(short.word(angle), hues)

    def test_families_are_named_from_their_lists(self):
        for found in readings(SHORT):
            listed = SHORT.hues_for(found.family.base).words
            for word in (found.undertone.main, found.undertone.second, *found.undertone.ruled_out):
                self.assertIn(word, (None, *listed))
            if found.family.word == "grey":
                self.assertFalse(found.undertone.passive)

    def test_a_hue_off_the_list_is_said_and_not_renamed(self):
        warm_grey = from_lab((30.5, 1.3, 4.2), provenance="reading-average")
        one = read(warm_grey, SHORT)
        self.assertEqual((one.family.word, one.undertone.main, one.undertone.off_list), ("grey", None, "orange"))
        self.assertIn("names no such undertone", words.readings.undertone(one, "reading-average"))
        self.assertIn("on no list", words.readings.undertone_short(one))
        self.assertEqual(read(warm_grey, WALL).undertone.main, "orange")
        self.assertEqual(
            words.readings.temperature(one), "This method calls a colour warm or cool only beside another."
        )

    def test_wrong_lists_are_refused(self):
        table = method.table_of("wall-practice")
        table["undertone"]["lists"] = {"grey": ["mauve"]}
        with self.assertRaisesRegex(MethodError, "mauve"):
            method.build("x", table)
        with self.assertRaises(MethodError):
            HueScale(("red", "blue"), (10,))


class Differing(unittest.TestCase):
    def test_grey_counts_in_one_method_only(self):
        passive = next(i for i, found in enumerate(readings(WALL)) if found.undertone.passive)
        self.assertIn("no clear undertone", words.readings.undertone_short(readings(WALL)[passive]))
        self.assertIn(words.readings.undertone_short(readings(EVEN)[passive]), ("grey", "probably grey"))
        self.assertIn("grey, as this method says", words.readings.undertone(readings(EVEN)[passive], "maker-lab"))

    def test_what_changes_is_what_the_readings_say(self):
        sources = ["reading-average"] * len(DECK)
        found = changed(LAB, LRV, sources, WALL, EVEN)
        pairs = list(zip(readings(WALL), readings(EVEN), strict=True))
        self.assertEqual(found.depth.tolist(), [a.depth != b.depth for a, b in pairs])
        self.assertEqual(found.undertone.tolist(), [a.undertone.passive for a, b in pairs])
        self.assertFalse(found.family.any() or found.temperature.any())
        self.assertFalse(changed(LAB, LRV, sources, SHORT, SHORT).any.any())
        self.assertTrue(changed(LAB, LRV, sources, WALL, SHORT).temperature.all())

    def test_a_table_is_ones_own(self):
        table = method.table_of("even")
        table["depth"]["edges"][0] = 1
        self.assertEqual(method.load("even").depth.edges[0], 5)
        self.assertEqual(method.table_of("even")["depth"]["edges"][0], 5)
        self.assertEqual(
            method.table_of("even")["undertone"]["edges"], method.table_of("wall-practice")["undertone"]["edges"]
        )
