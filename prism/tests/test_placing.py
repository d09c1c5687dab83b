"""A colour's place, and wishes in the trade's words."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import asking, placing, words
from prism.asking import AskError, parse
from prism.choosing.along_axes import view_along_axes
from prism.choosing.questions import worth_asking
from prism.nearest import Nearest
from prism.reading import read_many
from prism.tests.test_choosing import DECK, NOTHING, OFFERED, READINGS, ROWS, WALL, chosen_for, view
from prism.verdict import flat_neutral, on_other_bases

INDEX = Nearest(OFFERED.lab)


def granted(code, text, between=()):
    row = ROWS[code]
    picks = placing.grant(
        parse(text), READINGS[row], OFFERED, INDEX, WALL, WALL.neutral, between, exclude=np.array([row])
    )
    return [READINGS[pick.index] for pick in picks], READINGS[row]


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
        said = words.bracket(depth, codes, 39, True)
        self.assertIn("T13.7, darker on its strip by", said)

    def test_what_has_no_undertone_is_not_placed_by_it(self):
        found = placing.brackets(view(ROWS["T01.3"]))
        self.assertEqual([b.axes for b in found], [pair for pair in placing.PAIRS if "greyer" not in pair])

    def test_an_empty_deck_says_so(self):
        nothing = view_along_axes(READINGS[0], NOTHING, WALL, WALL.neutral)
        for bracket in placing.brackets(nothing):
            self.assertIsNone(bracket.before)
            self.assertIn("nothing", words.bracket(bracket, {}, 50).lower())


class Wishes(unittest.TestCase):
    def test_what_is_understood(self):
        for text, expected in (
            ("like this but a bit warmer", {"warmer": 2.5}),
            ("Warmer", {"warmer": 3.5}),
            ("much darker and a touch greyer", {"darker": 7 * asking.PER_DEPTH, "greyer": 1.5}),
            ("less green", {"less green": 3.5}),
            ("a bit less pink", {"less red": 2.5}),
            ("more blue, slightly", {"bluer": 3.5}),
            ("pinker", {"redder": 3.5}),
            ("cleaner", {"clearer": 3.5}),
            ("less grey", {"clearer": 3.5}),
        ):
            with self.subTest(text):
                self.assertEqual(dict(parse(text).towards), expected)
        self.assertEqual(parse("same undertone, LRV about 60"), asking.Wish(lrv=60.0, keep_undertone=True))
        self.assertEqual(parse("lrv 54,5").lrv, 54.5)
        self.assertEqual(parse("bluer at the same LRV").keep_depth, True)
        self.assertEqual(parse("between these two").between, ("this", "that"))
        self.assertEqual(parse("between H16.3 and haar bell").between, ("h16.3", "haar bell"))

    def test_what_is_not_understood_is_named(self):
        for text, part in (
            ("a bit cosier", "'cosier'"),
            ("", "asks for nothing"),
            ("this one please", "asks for nothing"),
            ("LRV 130", "between 0 and 100"),
            ("warmer; drop table", "'drop'"),
        ):
            with self.subTest(text), self.assertRaises(AskError) as wrong:
                parse(text)
            self.assertIn(part, str(wrong.exception))

    @given(st.text(max_size=80))
    def test_any_text_is_a_wish_or_an_error(self, text):
        try:
            parse(text)
        except AskError as wrong:
            self.assertTrue(str(wrong))

    def test_what_is_found_goes_the_way_asked(self):
        for text, measure in (
            ("a bit warmer", lambda r: r.temperature.value),
            ("cooler", lambda r: -r.temperature.value),
            ("lighter", lambda r: r.lab[0]),
            ("darker", lambda r: -r.lab[0]),
            ("greyer", lambda r: -r.undertone.strength),
            ("clearer", lambda r: r.undertone.strength),
        ):
            for code in ("H16.3", "T05.4", "H06.3"):
                found, own = granted(code, text)
                self.assertTrue(found, (text, code))
                for one in found:
                    self.assertGreater(measure(one), measure(own), (text, code))

    def test_an_lrv_and_an_undertone_are_held(self):
        found, own = granted("H16.3", "same undertone, LRV about 60")
        self.assertTrue(found)
        for one in found:
            self.assertLess(abs(one.lrv - 60), placing.LRV_WITHIN + 1e-9)
            self.assertEqual(one.undertone.main, own.undertone.main)
        level, own = granted("H16.3", "greener at the same LRV")
        self.assertTrue(all(abs(one.lrv - own.lrv) <= WALL.same_depth for one in level))

    def test_between_two_lies_nearer_to_both_than_they_to_each_other(self):
        one, other = READINGS[ROWS["H16.3"]], READINGS[ROWS["H16.6"]]
        found, _ = granted("H16.3", "between H16.3 and H16.6", between=(one, other))
        self.assertTrue(min(one.lrv, other.lrv) < found[0].lrv < max(one.lrv, other.lrv))

    def test_nothing_is_found_where_there_is_nothing(self):
        found, _ = granted("HK01" if "HK01" in ROWS else DECK[-1].code, "much lighter, LRV 3")
        self.assertEqual([one for one in found if one.lrv > 7], [])


class Verdicts(unittest.TestCase):
    def test_confidence_falls_with_uncertainty(self):
        entry, said = DECK[ROWS["H16.3"]], []
        for doubt in (0.3, 3.4, 9.0):
            reading = read_many([entry.colour.lab], [entry.colour.lrv], [doubt], WALL)[0]
            said.append(words.confidence(reading, worth_asking(reading, WALL)))
        self.assertEqual(said[0], "Sure: the uncertainty leaves no other.")
        self.assertRegex(said[1], r"Probable, not certain. It may also be .*\d\u00a0%")
        self.assertRegex(said[2], "Open. It may be ")

    def test_other_bases(self):
        entry = next(entry for entry in DECK if entry.code == "H16.3")
        own = READINGS[ROWS["H16.3"]]
        white = flat_neutral((97.0, 0.0, 9.0))
        found = on_other_bases(entry.colour, own, [("same", WALL, WALL.neutral), ("cream", WALL, white)])
        self.assertEqual([under.same for under in found], [True, True])
        self.assertAlmostEqual(found[1].reading.undertone.vector[1], entry.colour.lab[2] - 9)
        self.assertIn("the same under every", words.bases(found))
