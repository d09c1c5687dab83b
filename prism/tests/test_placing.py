"""A colour's place, and wishes in the trade's words."""

import unittest

import numpy as np

from prism import placing, words
from prism.choosing.along_axes import view_along_axes
from prism.choosing.questions import worth_asking
from prism.reading import read_many
from prism.tests.test_choosing import DECK, NOTHING, READINGS, ROWS, WALL, chosen_for, view
from prism.verdict import flat_neutral, on_other_bases


class Brackets(unittest.TestCase):
    def test_nothing_nearer_lies_on_either_side(self):
        seen = view(150)
        found = placing.brackets(seen)
        self.assertEqual([b.axes for b in found], list(placing.PAIRS))
        picks = [pick for b in found for pick in (b.before, b.after) if pick]
        self.assertGreaterEqual(len(picks), 7)
        for pick in picks:
            rivals = np.flatnonzero(seen.share(pick.why) > 0.5)
            self.assertAlmostEqual(float(seen.distance[rivals].min()), pick.delta_e)

    def test_lighter_and_darker_are_of_the_strip_where_it_has_one(self):
        chosen = chosen_for(ROWS["T13.6"])
        mates = [pick for pick in chosen.picks if pick.kind == "strip"]
        depth, *rest = placing.brackets(chosen.view, mates)
        codes = {pick.index: DECK[pick.index].code for pick in (depth.before, depth.after)}
        self.assertEqual(list(codes.values()), ["T13.5", "T13.7"])
        self.assertEqual(rest, placing.brackets(chosen.view)[1:])
        said = words.places.bracket(depth, codes, 39, True)
        self.assertTrue(said.startswith("On its strip, T13.5 is lighter"))

    def test_what_has_no_undertone_is_not_placed_by_it(self):
        found = placing.brackets(view(ROWS["T01.3"]))
        self.assertEqual([b.axes for b in found], [pair for pair in placing.PAIRS if "greyer" not in pair])

    def test_an_empty_deck_says_so(self):
        nothing = view_along_axes(READINGS[0], NOTHING, WALL, WALL.neutral)
        for bracket in placing.brackets(nothing):
            self.assertIsNone(bracket.before)
            self.assertIn("nothing", words.places.bracket(bracket, {}, 50).lower())


class Verdicts(unittest.TestCase):
    def test_confidence_falls_with_uncertainty(self):
        entry, said = DECK[ROWS["H16.3"]], []
        for doubt in (0.3, 3.4, 9.0):
            reading = read_many([entry.colour.lab], [entry.colour.lrv], [doubt], WALL)[0]
            said.append(words.walks.confidence(reading, worth_asking(reading, WALL)))
        self.assertEqual(said[0], "Sure: no other undertone is possible.")
        self.assertRegex(said[1], r"Probable, not certain. It may also be .*\d\u00a0%")
        self.assertRegex(said[2], "Open. It may be ")

    def test_other_bases(self):
        entry = next(entry for entry in DECK if entry.code == "H16.3")
        own = READINGS[ROWS["H16.3"]]
        white = flat_neutral((97.0, 0.0, 9.0))
        found = on_other_bases(entry.colour, own, [("same", WALL, WALL.neutral), ("cream", WALL, white)])
        self.assertEqual([under.same for under in found], [True, True])
        self.assertAlmostEqual(found[1].reading.undertone.vector[1], entry.colour.lab[2] - 9)
        self.assertIn("gives the same answer", words.walks.bases(found))
