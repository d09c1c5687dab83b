"""Readings: depth, family, undertone, temperature, and what uncertainty takes away."""

import unittest

import numpy as np
from hypothesis import example, given
from hypothesis import strategies as st

from prism import demo, method, words
from prism.neutral import GREY, WorkingNeutral
from prism.reading import read, read_many
from prism.stimulus import from_hex, from_lab
from prism.surety import Level

WALL, EVEN = method.load("wall-practice"), method.load("even")


def at(lightness, strength, hue, neutral=None):
    """Lab at a strength and hue of undertone from a neutral."""
    u = strength * np.array([np.cos(np.radians(hue)), np.sin(np.radians(hue))])
    return np.concatenate([[lightness], (neutral or WALL.neutral).at(lightness) + u])


def read_lab(lab, uncertainty=0.3, neutral=None, under=WALL):
    lrv = from_lab(lab).lrv
    return read_many([lab], [lrv], [uncertainty], under, neutral)[0]


class Neutral(unittest.TestCase):
    def test_the_line_of_the_colour_model(self):
        for lightness, b in ((35, 2.5), (50, 5.0), (75, 4.0), (95, 3.5), (99, 3.5), (62.5, 4.5)):
            np.testing.assert_allclose(WALL.neutral.at(lightness), [-0.25, b])
        np.testing.assert_allclose(WALL.neutral.at([10, 20]), 0, err_msg="towards black it has no colour")

    def test_moving_the_line_moves_every_undertone(self):
        moved = WALL.neutral.moved(0.5, -1.0)
        lab = np.array([[60, 1, 2], [90, -1, 5.0]])
        np.testing.assert_allclose(moved.undertone(lab), WALL.neutral.undertone(lab) - [0.5, -1.0])

    def test_chosen_whites_replace_the_light_end_only(self):
        line = WALL.neutral.through((94.0, -0.8, 2.0))
        np.testing.assert_allclose(line.at(94), [-0.8, 2.0])
        np.testing.assert_allclose(line.at(99), [-0.8, 2.0])
        np.testing.assert_allclose(line.at(50), WALL.neutral.at(50))
        np.testing.assert_allclose(WALL.neutral.through((20.0, 1.0, 1.0)).at(80), [1.0, 1.0])
        self.assertEqual(line.kind, "whites")

    def test_bad_lines_are_refused(self):
        with self.assertRaises(ValueError):
            WorkingNeutral("painted", (50, 40), (0, 0), (1, 1))
        with self.assertRaises(ValueError):
            WorkingNeutral("painted", (50, 60), (0,), (1, 1))

    def test_grey_changes_the_answer_where_it_should(self):
        lab = (80.0, -0.3, 1.0)  # a whisper of yellow to mathematics, plainly blue beside painted greys
        self.assertEqual(read_lab(lab).undertone.main, "blue")
        self.assertNotEqual(read_lab(lab, neutral=GREY).undertone.nearest, "blue")


class Depth(unittest.TestCase):
    def test_methods_differ_on_57(self):
        lab = (80.17, 0, 4)
        self.assertAlmostEqual(from_lab(lab).lrv, 57, delta=0.1)
        self.assertEqual(read_lab(lab).depth, "light")
        self.assertEqual(read_lab(lab, under=EVEN).depth, "mid-tone")

    def test_every_edge_begins_its_word(self):
        for chosen in (WALL, EVEN):
            for word, edge in zip(chosen.depth.words[1:], chosen.depth.edges, strict=True):
                self.assertEqual(chosen.depth.word(edge), word)
                self.assertNotEqual(chosen.depth.word(edge - 0.01), word)

    def test_the_edge_is_said_when_the_uncertainty_spans_it(self):
        self.assertEqual(read_lab((79.4, 0, 4), uncertainty=2.0).depths.words, ("light", "mid-tone"))
        self.assertEqual(read_lab((79.4, 0, 4), uncertainty=0.1).depths.words, ("light",))
        self.assertEqual(
            words.readings.depth(read_lab((79.4, 0, 4), uncertainty=2.0)),
            "LRV 55.6, light, on the border with mid-tone.",
        )


class Families(unittest.TestCase):
    def test_examples_of_each(self):
        for lab, word in (
            ((96, -0.5, 2.5), "white"),
            ((90, 0, 4.8), "off-white"),
            ((92, 0.5, 9), "cream"),
            ((80, 0, 3), "grey"),
            ((70, 0.6, 6.5), "greige"),
            ((70, 2.5, 5.0), "taupe"),
            ((75, 2, 11), "beige"),
            ((20, 0, 1), "black"),
            ((40, 8, 12), "brown"),
            ((60, -8, -12), "blue"),
        ):
            found = read_lab(lab).family
            self.assertEqual(found.word, word, lab)

    def test_a_hue_is_greyed_or_clear(self):
        self.assertEqual(words.readings.family(read_lab((55, -4, -14)).family), "blue, muted")
        self.assertEqual(words.readings.family(read_lab((55, -8, -30)).family), "blue, clear")

    def test_a_cool_grey_with_much_blue_is_still_a_grey(self):
        self.assertEqual(read_lab((65, -2.5, -0.2)).family.word, "grey")


class Undertones(unittest.TestCase):
    def test_the_middle_of_each_sector_has_its_name(self):
        for word in WALL.undertone.words:
            found = read_lab(at(70, 4, WALL.undertone.centre(word))).undertone
            self.assertEqual(found.main, word)
            self.assertAlmostEqual(found.strength, 4, places=6)
            self.assertEqual(found.strength_word, "clear")
            self.assertNotIn(word, found.ruled_out)

    def test_second_undertone_close_to_an_edge(self):
        self.assertEqual(read_lab(at(70, 4, 275)).undertone.second, "purple")
        self.assertEqual(read_lab(at(70, 4, 205)).undertone.second, "green")
        self.assertIsNone(read_lab(at(70, 4, 232)).undertone.second)

    def test_red_goes_through_zero(self):
        for hue in (351, 0, 44):
            self.assertEqual(WALL.undertone.word(hue), "red")
        self.assertEqual(WALL.undertone.word(349.9), "purple")
        self.assertAlmostEqual(WALL.undertone.centre("red"), 18.0)

    def test_strength_words(self):
        for strength, word in ((0.9, "none"), (1.0, "faint"), (2.5, "clear"), (5.0, "strong")):
            self.assertEqual(WALL.undertone_strength.word(strength), word)

    def test_a_colour_whose_undertone_is_another_hue_than_its_own_is_not_called_by_it(self):
        entries = demo.deck()[::5]
        many = read_many([e.colour.lab for e in entries], [e.colour.lrv for e in entries], [0.3] * len(entries), WALL)
        for entry, found in zip(entries, many, strict=True):
            if found.family.hue and found.undertone.main:
                agrees = found.family.hue == found.undertone.main and len(found.undertone.hues) == 1
                shown = words.readings.undertone(found, "reading-average")
                self.assertEqual("is the colour itself" in shown, agrees, entry.code)

    def test_passive_claims_nothing(self):
        found = read_lab(at(70, 0.8, 232))
        self.assertIsNone(found.undertone.main)
        self.assertEqual(found.undertone.ruled_out, ())
        self.assertEqual(words.readings.undertone_short(found), "no clear undertone")

    def test_opposites_are_ruled_out(self):
        found = read_lab(at(70, 4, 232)).undertone
        self.assertTrue({"red", "orange", "yellow"} <= set(found.ruled_out))
        self.assertNotIn("blue", found.ruled_out)

    def test_what_it_is_is_one_sentence(self):
        for lab, said in (
            (at(88, 4, 232), "A light grey with a clear blue undertone. No pink, no purple."),
            (at(97, 0.2, 232), "A white with no clear undertone."),
            ((10, 0, 0), "A black with no undertone."),
            ((55, -4, -14), "A muted medium-dark blue. No red, no purple."),  # LRV 23, in the band of 20 to 40
        ):
            self.assertEqual(words.readings.what_it_is(read_lab(lab), "reading-average"), said)

    def test_two_are_ruled_out_by_name_and_the_others_under_why(self):
        found = read_lab(at(70, 4, 232))
        self.assertEqual(words.readings.ruled_out(found), "No pink, no purple.")
        self.assertTrue(
            words.readings.undertone_rule(found, WALL).endswith("Also ruled out: green, yellow and orange.")
        )
        white = read_lab(at(97, 3, 232))
        self.assertEqual((white.family.base, words.readings.ruled_out(white)), ("white", "No yellow, no pink."))

    def test_a_screen_value_is_too_close_to_call_where_a_reader_is_not(self):
        lab = at(80, 1.15, 190)
        self.assertEqual(read_lab(lab, 0.3).undertone.hues, ("green",))
        vague = read_lab(lab, WALL.uncertainty["screen"])
        self.assertIsNone(vague.undertone.main)
        self.assertEqual(vague.undertone.nearest, "green")
        sentence = words.readings.undertone(vague, "screen")
        self.assertIn("no hue can be told", sentence)
        self.assertIn("Measure", sentence)

    @given(st.floats(15, 97), st.floats(0, 12), st.floats(0, 360), st.floats(0.1, 3), st.floats(0, 3))
    @example(15.0, 8.0, 63.0, 1.0, 1.5)  # the doubt lies towards red, the value itself leans to yellow
    def test_uncertainty_never_adds_claims(self, lightness, strength, hue, doubt, more):
        lab = at(lightness, strength, hue)
        sure, unsure = read_lab(lab, doubt), read_lab(lab, doubt + more)
        if sure.undertone.main is None:
            self.assertIsNone(unsure.undertone.main)
        self.assertLessEqual(set(unsure.undertone.ruled_out), set(sure.undertone.ruled_out))
        levels = [reading.temperature.band.level for reading in (sure, unsure)]
        self.assertTrue(levels[0] is not Level.NONE or levels[1] is Level.NONE)

    @given(st.floats(15, 97), st.floats(1.1, 12), st.floats(0, 360))
    def test_main_and_second_are_never_ruled_out(self, lightness, strength, hue):
        found = read_lab(at(lightness, strength, hue), 0.1).undertone
        self.assertFalse({found.main, found.second} & set(found.ruled_out))


class Temperatures(unittest.TestCase):
    def test_words_and_axis(self):
        for value, word in ((-3.1, "cool"), (-2, "slightly cool"), (0.9, "neutral"), (2, "slightly warm"), (3, "warm")):
            found = read_lab(at(70, abs(value), 65 if value > 0 else 245)).temperature
            self.assertAlmostEqual(found.value, value, places=6)
            self.assertEqual(found.word, word)

    def test_the_projection_of_the_colour_model(self):
        np.testing.assert_allclose(WALL.warm_axis(), [0.42, 0.91], atol=0.005)


class ManyAndOne(unittest.TestCase):
    def test_a_deck_reads_as_its_colours_do(self):
        entries = demo.deck()[::200]
        lab = np.array([e.colour.lab for e in entries])
        many = read_many(lab, [e.colour.lrv for e in entries], [0.3] * len(entries), WALL)
        for found, entry in zip(many, entries, strict=True):
            alone = read(entry.colour, WALL)
            self.assertEqual(words.readings.undertone_short(found), words.readings.undertone_short(alone))
            self.assertEqual((found.depth, found.family), (alone.depth, alone.family))
            self.assertAlmostEqual(found.undertone.hue, alone.undertone.hue, places=9)

    def test_no_colours_read_as_none(self):
        self.assertEqual(read_many(np.empty((0, 3)), [], [], WALL), [])


class Intake(unittest.TestCase):
    def test_provenance_limits_are_data(self):
        self.assertEqual(WALL.uncertainty[from_hex("#C4CBC9").provenance], 1.0)
        self.assertEqual(WALL.uncertainty[from_lab((80, 0, 0)).provenance], 0.8)
        self.assertEqual(EVEN.uncertainty, WALL.uncertainty)


class Methods(unittest.TestCase):
    def test_names_titles_and_beginnings(self):
        self.assertEqual(method.find("Wall practice").key, "wall-practice")
        self.assertEqual(method.find("even").key, "even")
        self.assertEqual(method.find("wall").key, "wall-practice")
        for bad in ("", "w ll", "../pyproject", "nobody"):
            with self.assertRaises(method.MethodError):
                method.find(bad)
        with self.assertRaises(method.MethodError):
            method.load("../../pyproject")

    def test_scales_that_do_not_add_up_are_refused(self):
        with self.assertRaises(method.MethodError):
            method.Scale(("a", "b"), (1.0, 2.0))
        with self.assertRaises(method.MethodError):
            method.Scale(("a", "b", "c"), (2.0, 1.0))
        with self.assertRaises(method.MethodError):
            method.HueScale(("a", "b", "c"), (10.0, 200.0, 100.0))
