"""What is claimed is true as often as it says: calibration of every statement, and the ladder it is worded by."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo, method, words
from prism.classify import classify_many
from prism.comparison import compare
from prism.difference import delta_e
from prism.method import HueScale
from prism.reading import read, read_many
from prism.sectors import Cloud, hue_shares, undertone_shares
from prism.stimulus import from_hex
from prism.surety import (
    AXES,
    LEVELS,
    Band,
    Level,
    apart,
    axes_at,
    band_shares,
    below,
    cloud,
    lightness_span,
    outline,
)
from prism.tests.calibration import KINDS, calibrate

WALL = method.load()


class Calibration(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.found = calibrate(WALL)

    def test_certain_statements_are_true(self):
        for key, tally in self.found.items():
            right, made = tally.part("certain")
            self.assertGreater(made, 500, key)
            self.assertGreaterEqual(right, 0.98, key)

    def test_probable_ones_are_mostly(self):
        for key, tally in self.found.items():
            right, made = tally.part("probably")
            self.assertGreater(made, 100, key)
            self.assertGreaterEqual(right, 0.85, key)

    def test_each_kind_of_statement_by_itself(self):
        for subject in ("undertone", "family", "temperature", "depth", "lighter", "warmer", "clearer", "hue"):
            for level, least in (("certain", 0.98), ("probably", 0.85)):
                made = sum(tally.made[subject, level] for tally in self.found.values())
                true = sum(tally.true[subject, level] for tally in self.found.values())
                self.assertGreater(made, 200, subject)
                self.assertGreaterEqual(true / made, least, (subject, level))

    def test_a_visible_difference_is_not_passed_over(self):
        for (_, kind, errors), tally in self.found.items():
            self.assertGreater(tally.plain, 300)
            one_maker = errors != "drawn, two makers"
            if kind.startswith("reading"):
                self.assertLessEqual(tally.unsaid / tally.plain, 0.02, (kind, errors))
            elif one_maker:
                self.assertLessEqual(tally.unsaid / tally.plain, 0.12, (kind, errors))

    def test_worse_sources_claim_less(self):
        certain = [self.found["deck", kind, "drawn, two makers"].part("certain")[1] for kind in KINDS]
        average, single, stated, converted, _, _ = certain
        self.assertGreater(average, single)
        self.assertGreater(single, max(stated, converted))


class Model(unittest.TestCase):
    def test_a_source_is_as_far_from_the_truth_as_it_says(self):
        chance = np.random.default_rng(5)
        lab = np.repeat([[84.0, 1.0, 6.0], [50.0, -8.0, -12.0], [30.0, 20.0, 10.0]], 4000, axis=0)
        axes, error = axes_at(lab), chance.normal(size=lab.shape) * 1.0 / AXES
        plane = np.einsum("nij,nj->ni", axes.plane, error[:, 1:])
        seen = lab + np.column_stack([axes.lightness * error[:, 0], plane])
        self.assertAlmostEqual(float(np.sqrt((delta_e(lab, seen) ** 2).mean())), 1.0, delta=0.04)

    def test_one_step_along_an_axis_is_one_delta_e(self):
        lab = np.array([entry.colour.lab for entry in demo.deck()[::97]])
        axes = axes_at(lab)
        for column in (0, 1):
            moved = lab.copy()
            moved[:, 1:] += axes.plane[:, :, column] * 1e-3
            np.testing.assert_allclose(delta_e(lab, moved), 1e-3, rtol=2e-3)

    def test_the_cloud_is_round_and_normal(self):
        self.assertAlmostEqual(float(cloud().mean()), 0, delta=0.01)
        np.testing.assert_allclose(np.cov(cloud().T), np.eye(2), atol=0.03)
        self.assertAlmostEqual(float(((cloud() ** 2).sum(axis=1) < 2 * np.log(2)).mean()), 0.5, delta=0.01)

    def test_errors_that_are_shared_cancel(self):
        self.assertAlmostEqual(float(apart(1.0, 1.0)), 2**0.5)
        self.assertAlmostEqual(float(apart(1.0, 1.0, 1.0)), 0)
        self.assertAlmostEqual(float(apart(0.3, 2.0, 0.5)), (0.09 + 4 - 0.6) ** 0.5)

    def test_the_normal_share(self):
        for value, share in ((-3, 0.00135), (-1, 0.158655), (0, 0.5), (1, 0.841345), (2.5, 0.99379)):
            self.assertAlmostEqual(float(below(value)), share, places=5)

    @given(st.floats(0, 8), st.floats(0, 359), st.floats(0.05, 2))
    def test_shares_sum_to_one(self, strength, hue, doubt):
        u = strength * np.array([np.cos(np.radians(hue)), np.sin(np.radians(hue))])
        shares, weaker, _ = undertone_shares([u], [np.eye(2) * doubt], WALL.undertone, WALL.undertone_strength.edges)
        self.assertAlmostEqual(float(shares.sum() + weaker[0, 0]), 1)
        self.assertTrue((np.diff(weaker[0]) >= 0).all())

    def test_sectors_of_any_width(self):
        about = Cloud([[0.0, 0.0]], [np.eye(2)])
        for scale, expected in (
            (HueScale(("all",), (10,)), [1.0]),
            (HueScale(("wide", "narrow"), (0, 270)), [0.75, 0.25]),
            (HueScale(("a", "b", "c"), (350, 80, 200)), [0.25, 1 / 3, 150 / 360]),
        ):
            np.testing.assert_allclose(hue_shares(about, scale)[0], expected, atol=0.02)

    def test_drawings_show_the_true_shape(self):
        lab = (50.0, 30.0, 5.0)  # chroma errs by more Lab units than hue
        shape = outline(lab, 1.0)
        along, across = np.ptp(shape[:, 0]), np.ptp(shape[:, 1])
        self.assertGreater(along, across)
        on_edge = np.asarray(lab) + np.column_stack([np.zeros(len(shape)), shape])
        np.testing.assert_allclose(delta_e(lab, on_edge), 2.4477 / AXES, rtol=0.12)
        low, high = lightness_span(lab, 1.0)
        self.assertAlmostEqual(high - low, 2 * 1.96 / AXES, places=3)


class Ladder(unittest.TestCase):
    def test_bands_of_a_normal_error(self):
        shares = band_shares([0.0, 5.0], [1.0, 1e-6], (-1.0, 1.0))
        np.testing.assert_allclose(shares, [[0.1587, 0.6827, 0.1587], [0, 0, 1]], atol=1e-4)

    def test_a_word_of_a_scale_takes_its_side_and_marks_the_border(self):
        for found, said in (
            (Band(("light",), Level.CERTAIN), "light"),
            (Band(("light", "dark"), Level.CERTAIN), "light, on the border with dark"),
            (Band(("light", "dark"), Level.NONE), "light, on the border with dark"),
        ):
            self.assertEqual(words.surety.bordered(found), said)

    def said(self, strength, hue, doubt, lightness=80.0):
        angle = np.radians(hue)
        lab = [lightness, *(WALL.neutral.at(lightness) + strength * np.array([np.cos(angle), np.sin(angle)]))]
        return read_many([lab], [57.0], [doubt], WALL)[0]

    def test_an_undertone_down_the_ladder(self):
        for strength, hue, doubt, said in (
            (4.0, 232, 0.3, "a clear blue"),
            (4.0, 205, 0.8, "a clear blue, leaning green"),
            (4.0, 199, 0.3, "a clear blue, leaning green"),  # on the border, and plain all the same
            (4.0, 199, 2.0, "blue or green"),
            (1.9, 232, 1.3, "probably a faint blue"),
            (1.3, 75, 1.0, "on the warm side"),
            (0.9, 190, 0.8, "faint at most"),
            (0.2, 190, 0.3, "no clear undertone"),
            (2.0, 190, 4.0, "too close to call"),
        ):
            self.assertIn(said, words.readings.undertone_short(self.said(strength, hue, doubt)), (strength, hue, doubt))

    def test_what_is_not_certain_says_what_would_settle_it(self):
        for strength, hue, doubt in ((4.0, 200, 2.0), (1.9, 232, 1.3), (0.9, 190, 0.8), (2.0, 190, 4.0)):
            self.assertIn(
                "Measure a painted board", words.readings.undertone(self.said(strength, hue, doubt), "screen")
            )
        self.assertNotIn("Measure", words.readings.undertone(self.said(4.0, 232, 0.3), "screen"))

    def test_a_true_black_has_no_undertone(self):
        found = read_many([[25.0, 0.0, 0.9]], [4.4], [0.3], WALL)[0]
        self.assertEqual(found.family.word, "black")
        self.assertTrue(words.readings.undertone(found, "reading-average").startswith("Black, without an undertone"))
        self.assertEqual(words.readings.undertone_short(found), "no undertone")

    def test_more_doubt_never_says_more(self):
        for entry in demo.deck()[::401]:
            ranks = []
            for doubt in (0.2, 0.6, 1.5, 4.0):
                found = read_many([entry.colour.lab], [entry.colour.lrv], [doubt], WALL)[0].undertone
                ranks.append(LEVELS.index(found.level) / max(len(found.hues), 1))
            self.assertEqual(ranks, sorted(ranks, reverse=True), entry.code)


class Sources(unittest.TestCase):
    def test_two_values_of_one_maker_are_compared_more_surely(self):
        creams = [read(replaced, WALL) for replaced in (from_hex("#F4EBD9"), from_hex("#EFE6D4"))]
        apart_, together = compare(*creams, WALL), None
        from dataclasses import replace

        of_one = [replace(reading, source="Haaf screen") for reading in creams]
        together = compare(*of_one, WALL)
        self.assertLess(together.doubt, apart_.doubt)
        self.assertGreaterEqual(len(together.directions), len(apart_.directions))
        self.assertIn("lighter", together.phrases)
        other = replace(of_one[1], source="Haaf maker-lab")
        self.assertEqual(compare(of_one[0], other, WALL).doubt, apart_.doubt)

    def test_a_stated_lrv_makes_lightness_sure(self):
        kinds = ("screen-lrv", "screen")
        vague = [WALL.lightness_doubts(kind, [85.0, -1.0, 9.0])[0] for kind in kinds]
        self.assertLess(vague[0], vague[1])
        found = classify_many([[85.0, 0, 4.5]] * 2, [66.0] * 2, [0.95, 0.95], WALL, lightness=[0.5, 0.95])
        self.assertGreater(found.depth_shares.max(axis=1)[0], found.depth_shares.max(axis=1)[1] - 1e-9)
        np.testing.assert_allclose(found.hues.shares[0], found.hues.shares[1])

    def test_one_pair_is_worded_alike_everywhere(self):
        one, other = (read(demo.find(code).colour, WALL) for code in ("H16.3", "H16.4"))
        pair = compare(one, other, WALL)
        said = words.pairs.said_of_pair(pair, one.lrv)
        self.assertIn(said, words.pairs.pair("A", "B", pair, one.lrv))
        self.assertEqual(words.places.shortlisted("A", pair, one.lrv), said)
        self.assertIn(words.pairs.shift(pair, one.lrv), said)
        self.assertIn(
            words.pairs.directions(pair.spoken, one.lrv), words.walks.standing("differ", list(pair.spoken), one.lrv)
        )
