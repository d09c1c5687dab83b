"""Pairs, what was seen of them, and how comparators bear on an undertone."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import comparison, demo, method, words
from prism.reading import read, read_many

WALL = method.load()
DECK = demo.deck()
LAB = np.array([entry.colour.lab for entry in DECK])
LRV = np.array([entry.colour.lrv for entry in DECK])
READINGS = read_many(LAB, LRV, np.full(len(DECK), 0.3), WALL)
REVERSED = {"lighter": "darker", "warmer": "cooler", "greyer": "clearer"}
REVERSED |= {after: before for before, after in REVERSED.items()}

rows = st.integers(0, len(DECK) - 1)


class Pairs(unittest.TestCase):
    @given(rows, rows)
    def test_swapping_reverses_every_difference(self, one, other):
        forth = comparison.compare(READINGS[one], READINGS[other], WALL)
        back = comparison.compare(READINGS[other], READINGS[one], WALL)
        self.assertAlmostEqual(forth.delta_e, back.delta_e, places=9)
        self.assertEqual(forth.word, back.word)
        for difference in ("lrv", "lightness", "warmth", "greyness"):
            self.assertAlmostEqual(getattr(forth, difference), -getattr(back, difference))
        np.testing.assert_allclose(forth.undertone_shift, -np.array(back.undertone_shift))
        self.assertEqual(
            {REVERSED[word] for word in forth.directions if word in REVERSED},
            {word for word in back.directions if word in REVERSED},
        )

    @given(rows, rows, st.floats(0, 4))
    def test_uncertainty_never_adds_directions(self, one, other, doubt):
        sure = comparison.compare(READINGS[one], READINGS[other], WALL)
        vague = read_many(LAB[[one, other]], LRV[[one, other]], [0.3 + doubt] * 2, WALL)
        unsure = comparison.compare(vague[0], vague[1], WALL)
        self.assertLessEqual(set(unsure.directions), set(sure.directions))

    def test_a_colour_beside_itself_shows_nothing(self):
        found = comparison.compare(READINGS[7], READINGS[7], WALL)
        self.assertEqual(found.directions, ())
        self.assertEqual(found.word, "no visible difference")
        self.assertIn("no visible difference", words.pairs.pair("A", "B", found, 50))

    def test_one_thing_different_is_said_as_that(self):
        grey = np.array([70.0, *WALL.neutral.at(70)])
        for change, word in (
            ([8, *(WALL.neutral.at(78) - WALL.neutral.at(70))], "lighter"),
            ([0, -4, 2.0], "greener"),
            ([0, -1.5, -4.0], "bluer"),
            ([0, 0.2, 5.0], "yellower"),
            ([0, 4, -4.5], "purpler"),
        ):
            pair = read_many([grey + change, grey], [50, 50], [0.3, 0.3], WALL)
            found = comparison.compare(pair[0], pair[1], WALL)
            self.assertIn(word, found.directions)
            self.assertEqual("lighter" in found.directions, word == "lighter")

    def test_a_loss_is_said_as_a_loss(self):
        grey = np.array([70.0, *WALL.neutral.at(70)])
        greenish = np.add(grey, [0, -4, 2.0])
        plain, green = read_many([grey, greenish], [41, 41], [0.3, 0.3], WALL)
        self.assertIn("less green", words.pairs.pair("A", "B", comparison.compare(plain, green, WALL), 41))
        self.assertIn("greener", words.pairs.pair("A", "B", comparison.compare(green, plain, WALL), 41))

    def test_too_close_to_call(self):
        pair = read_many([[80, 0, 4], [80.5, 0.4, 4.6]], [57, 57.8], [2.0, 2.0], WALL)
        found = comparison.compare(pair[0], pair[1], WALL)
        self.assertTrue(found.too_close)
        self.assertIn("too close to call", words.pairs.pair("A", "B", found, 57))


class Seeing(unittest.TestCase):
    def finding(self, *directions):
        found = comparison.compare(READINGS[3], READINGS[9], WALL)
        return replace(found, directions=directions)

    def test_what_agrees_and_what_differs(self):
        for seen, computed, expected in (
            (["bluer"], ["bluer"], "agree"),
            (["bluer"], ["bluer", "cooler"], "agree"),
            (["bluer", "darker"], ["bluer"], "partly"),
            (["darker"], ["bluer"], "differ"),
            (["yellower"], ["bluer"], "differ"),
            (["bluer", "lighter"], ["bluer", "darker"], "differ"),
            (["no difference"], [], "agree"),
            (["no difference"], ["bluer"], "differ"),
            (["bluer"], [], "differ"),
        ):
            with self.subTest(seen=seen, computed=computed):
                self.assertEqual(comparison.agreement(seen, self.finding(*computed)), expected)

    @given(rows, rows)
    def test_what_was_computed_always_agrees_with_itself(self, one, other):
        found = comparison.compare(READINGS[one], READINGS[other], WALL)
        self.assertEqual(comparison.agreement(found.directions or found.probably or ["no difference"], found), "agree")


class Supporting(unittest.TestCase):
    def test_greyer_agrees_and_clearer_disagrees(self):
        blue = read(demo.find("H16.3").colour, WALL)
        rows = {entry.code: row for row, entry in enumerate(DECK)}
        others = [READINGS[rows["T01.3"]], READINGS[rows["H24.2"]], blue]  # greyer; clearer; itself
        found = comparison.support(blue, others, WALL)
        self.assertEqual((found.agree, found.disagree, found.silent), ((0,), (1,), (2,)))
        text = words.pairs.supporting(found, ["Sand", "Plum", "Third"], blue)
        self.assertEqual(
            text, "One of three comparison colours shows the blue. Beside Plum it looks less blue: Plum is bluer."
        )
