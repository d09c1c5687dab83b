"""Pairs, comparators, brackets."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import comparison, demo, school, words
from prism.reading import read, read_many

WALL = school.load()
DECK = demo.deck()
LAB = np.array([entry.colour.lab for entry in DECK])
LRV = np.array([entry.colour.lrv for entry in DECK])
READINGS = read_many(LAB, LRV, np.full(len(DECK), 0.3), WALL)
REVERSED = {"lighter": "darker", "warmer": "cooler", "greyer": "clearer"}
REVERSED |= {after: before for before, after in REVERSED.items()}

rows = st.integers(0, len(DECK) - 1)


def view(subject, *away, lab=LAB):
    return comparison.view_along_axes(subject, lab, WALL, WALL.neutral, exclude=np.array(away, dtype=int))


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
        self.assertEqual(found.word, "the same to the eye")
        self.assertIn("the same to the eye", words.pair("A", "B", found, 50))

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
        self.assertIn("less green", words.pair("A", "B", comparison.compare(plain, green, WALL), 41))
        self.assertIn("greener", words.pair("A", "B", comparison.compare(green, plain, WALL), 41))

    def test_too_close_to_call(self):
        pair = read_many([[80, 0, 4], [80.5, 0.4, 4.6]], [57, 57.8], [2.0, 2.0], WALL)
        found = comparison.compare(pair[0], pair[1], WALL)
        self.assertTrue(found.too_close)
        self.assertIn("too close to call", words.pair("A", "B", found, 57))


class Whites(unittest.TestCase):
    def test_clean_warmest_coolest(self):
        found = comparison.reference_whites(LAB, LRV, WALL, WALL.neutral)
        self.assertEqual(list(found), ["clean", "warmest", "coolest"])
        warmth = {why: READINGS[row].temperature.value for why, row in found.items()}
        self.assertGreater(warmth["warmest"], warmth["clean"])
        self.assertLess(warmth["coolest"], warmth["clean"])
        for row in found.values():
            self.assertGreaterEqual(LRV[row], WALL.white_lrv)

    def test_excluded_rows_and_decks_without_whites(self):
        first = comparison.reference_whites(LAB, LRV, WALL, WALL.neutral)["clean"]
        again = comparison.reference_whites(LAB, LRV, WALL, WALL.neutral, exclude=np.array([first]))
        self.assertNotEqual(again["clean"], first)
        dark = np.flatnonzero(LRV < 60)
        self.assertEqual(comparison.reference_whites(LAB[dark], LRV[dark], WALL, WALL.neutral), {})
        self.assertEqual(comparison.reference_whites(np.empty((0, 3)), [], WALL, WALL.neutral), {})


class NearIdenticals(unittest.TestCase):
    @settings(deadline=None)
    @given(rows)
    def test_each_lies_mostly_along_its_axis(self, row):
        subject = READINGS[row]
        picks = comparison.near_identicals(view(subject, row), WALL)
        self.assertEqual(len({pick.index for pick in picks.values()}), len(picks))
        own = np.array(subject.undertone.vector)
        for axis, pick in picks.items():
            self.assertNotEqual(pick.index, row)
            self.assertGreater(pick.share, 0.5)
            other = READINGS[pick.index]
            if axis == "lighter":
                self.assertGreater(other.lab[0], subject.lab[0])
            if axis == "darker":
                self.assertLess(other.lab[0], subject.lab[0])
            if axis == "greyer":
                self.assertLess(other.undertone.strength, subject.undertone.strength)
                self.assertLess(float((np.array(other.undertone.vector) - own) @ own), 0)
            if axis == "clearer":
                self.assertGreater(float((np.array(other.undertone.vector) - own) @ own), 0)

    def test_a_passive_colour_has_nothing_greyer(self):
        passive = next(r for r in READINGS if r.undertone.passive)
        self.assertNotIn("greyer", comparison.axis_vectors(passive.undertone.vector, WALL))

    def test_most_demo_colours_find_most_axes(self):
        found = [
            len(comparison.near_identicals(view(READINGS[row], row), WALL))
            for row in range(0, len(DECK), 9)
            if READINGS[row].family.is_neutral
        ]
        self.assertGreaterEqual(np.mean(found), 6)

    def test_an_empty_deck(self):
        nothing = view(READINGS[0], lab=np.empty((0, 3)))
        self.assertEqual(comparison.near_identicals(nothing, WALL), {})
        for bracket in comparison.brackets(nothing):
            self.assertIsNone(bracket.before)
            self.assertIn("nothing", words.bracket(bracket, {}).lower())


class Brackets(unittest.TestCase):
    def test_nothing_nearer_lies_on_either_side(self):
        row = 150
        seen = view(READINGS[row], row)
        found = comparison.brackets(seen)
        self.assertEqual([b.axes for b in found], list(comparison.OPPOSITES))
        picks = [pick for b in found for pick in (b.before, b.after) if pick]
        self.assertGreaterEqual(len(picks), 5)
        for pick in picks:
            column = seen.axes.index(pick.why)
            rivals = np.flatnonzero(seen.share[:, column] > 0.5)
            self.assertAlmostEqual(float(seen.distance[rivals].min()), pick.delta_e)


class Supporting(unittest.TestCase):
    def test_greyer_agrees_and_clearer_disagrees(self):
        blue = read(demo.find("H16.3").colour, WALL)
        picks = comparison.near_identicals(view(blue), WALL)
        others = [READINGS[picks["greyer"].index], READINGS[picks["clearer"].index], blue]
        found = comparison.support(blue, others, WALL)
        self.assertEqual((found.agree, found.disagree, found.silent), ((0,), (1,), (2,)))
        text = words.supporting(found, ["one", "two", "three"], blue)
        self.assertIn("two", text)
        self.assertNotIn("three", text.replace("three comparators", ""))
