"""The simulated reader: it drifts, it scatters, and it says when it is not to be believed."""

import unittest
from dataclasses import replace

import numpy as np

from prism import demo, method, repeated
from prism.demo.things import things
from prism.devices.reader import ReaderError, Setting
from prism.devices.simulated_reader import SimulatedReader
from prism.difference import delta_e
from prism.spectrum import to_lab, to_lrv
from prism.stimulus import Specular, from_reflectance

BOARD = "board painted from H16.3"


def readings(device, thing=BOARD, count=9, setting=None, minute=0.0):
    return np.array([device.measure(thing, setting or Setting(), minute) for _ in range(count)])


def calibrated(seed=1):
    device = SimulatedReader(things(), seed)
    device.calibrate(0.0)
    return device


class Simulated(unittest.TestCase):
    def test_it_finds_the_truth_when_calibrated(self):
        for seed in range(8):
            mean = readings(calibrated(seed)).mean(axis=0)
            self.assertLess(float(delta_e(to_lab(mean), to_lab(things()[BOARD].reflectance))), 0.3)

    def test_it_is_wrong_before_and_looks_no_different(self):
        for seed in range(8):
            raw = readings(SimulatedReader(things(), seed))
            self.assertGreater(float(delta_e(to_lab(raw.mean(axis=0)), to_lab(things()[BOARD].reflectance))), 0.6)
            self.assertLess(repeated.together(raw).spread, 0.4)

    def test_it_drifts_as_time_goes_by(self):
        device = calibrated()
        soon, late = (readings(device, minute=m).mean(axis=0) for m in (1.0, 900.0))
        truth = to_lab(things()[BOARD].reflectance)
        self.assertGreater(float(delta_e(to_lab(late), truth)), float(delta_e(to_lab(soon), truth)))

    def test_a_wide_aperture_evens_out_wood(self):
        spreads = [
            repeated.together(readings(calibrated(), "limed larch", setting=Setting(mm))).spread for mm in (4, 25)
        ]
        self.assertGreater(spreads[0], spreads[1])

    def test_specular_light_is_left_out_where_there_is_gloss(self):
        brick = "glazed brick of the chimney"
        both = [
            float(to_lrv(readings(calibrated(), brick, setting=Setting(8, specular)).mean(axis=0)))
            for specular in (Specular.INCLUDED, Specular.EXCLUDED)
        ]
        self.assertAlmostEqual(both[0] - both[1], 4.0, delta=0.8)

    def test_a_stored_session_repeats(self):
        first = SimulatedReader(things(), 5, serial=3, calibrated_at=0.0).measure(BOARD, Setting(), 1.0)
        again = SimulatedReader(things(), 5, serial=3, calibrated_at=0.0).measure(BOARD, Setting(), 1.0)
        other = SimulatedReader(things(), 5, serial=4, calibrated_at=0.0).measure(BOARD, Setting(), 1.0)
        np.testing.assert_array_equal(first, again)
        self.assertFalse(np.array_equal(first, other))

    def test_what_is_not_there_cannot_be_measured(self):
        with self.assertRaises(ReaderError):
            calibrated().measure("the moon", Setting(), 0.0)
        with self.assertRaises(ReaderError):
            calibrated().measure(BOARD, Setting(7), 0.0)


class Together(unittest.TestCase):
    def test_more_readings_make_the_mean_surer(self):
        some, many = readings(calibrated(), "old wall in the stair tower", 3), None
        many = readings(calibrated(2), "old wall in the stair tower", 9)
        self.assertLess(repeated.together(many).uncertainty, repeated.together(some).uncertainty + 0.3)
        self.assertLess(repeated.together(many).uncertainty, repeated.together(many).spread)

    def test_an_outlier_is_pointed_out_and_only_it(self):
        values = readings(calibrated(), count=5)
        values[3] = values[3] * 0.85
        found = repeated.together(values)
        self.assertEqual(found.outlying, (3,))
        self.assertEqual(repeated.together(np.delete(values, 3, axis=0)).outlying, ())

    def test_one_reading(self):
        found = repeated.together(readings(calibrated(), count=1))
        self.assertEqual((found.distances, found.outlying, found.uncertainty), ((0.0,), (), 0.0))

    def test_what_cannot_be_believed_is_said(self):
        good = repeated.together(readings(calibrated(), count=3))
        wild = repeated.together(np.array([np.full(31, 0.2), np.full(31, 0.3)]))
        self.assertIn("white tile", repeated.why_not(3, good, None))
        self.assertIn("hours ago", repeated.why_not(3, good, 600.0))
        self.assertIn("scatter", repeated.why_not(2, wild, 1.0))
        self.assertIn("No reading", repeated.why_not(0, None, 1.0))
        self.assertEqual(repeated.why_not(3, good, 1.0), "")

    def test_scatter_can_make_a_colour_less_sure_than_its_source_but_never_surer(self):
        chosen = method.load()
        grey = from_reflectance(np.full(31, 0.4), "reading-average")
        self.assertEqual(chosen.doubt(replace(grey, spread=0.9)), 0.9)
        self.assertEqual(chosen.doubt(replace(grey, spread=0.01)), 0.3)


class Things(unittest.TestCase):
    def test_they_are_real_surfaces_and_the_boards_are_not_quite_their_cards(self):
        for thing in things().values():
            self.assertTrue(((thing.reflectance > 0) & (thing.reflectance < 1)).all(), thing.name)
        for code in ("H16.3", "T05.4", "H06.3"):
            apart = float(
                delta_e(to_lab(things()[f"board painted from {code}"].reflectance), demo.find(code).colour.lab)
            )
            self.assertTrue(0.1 < apart < 3, (code, apart))
