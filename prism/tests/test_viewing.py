"""Samples, hours spread over days, and what was seen against what was computed."""

import unittest
from datetime import date, timedelta

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import school, words
from prism.reading import read
from prism.stimulus import from_lab
from prism.viewing import plan, samples, scales
from prism.viewing.plan import Hour
from prism.viewing.samples import Sampling
from prism.viewing.scales import Agreement

WALL = school.load()


class Samples(unittest.TestCase):
    def test_wrong_sampling_is_named(self):
        self.assertEqual(samples.faults(Sampling(), 2), [])
        for one, boards, fault in (
            (Sampling(size="thumbnail"), 2, "too small"),
            (Sampling(size="A5"), 2, "too small"),
            (Sampling(ground="wall"), 2, "on the wall"),
            (Sampling(coats=1), 2, "one coat"),
            (Sampling(margin=False), 2, "no margin"),
            (Sampling(), 1, "alone"),
        ):
            self.assertEqual(samples.faults(one, boards), [fault])
            self.assertTrue(words.SAMPLE_FAULTS[fault])
        self.assertEqual(samples.faults(Sampling(size="A3", ground="sheet"), 3), [])

    def test_the_margin_is_not_painted(self):
        self.assertAlmostEqual(samples.painted(Sampling()), (0.210 - 0.05) * (0.297 - 0.05))
        self.assertAlmostEqual(samples.painted(Sampling(size="thumbnail")), 0.02 * 0.05)

    def test_paint_for_boards(self):
        one = samples.litres(Sampling(), 1, 11)
        self.assertAlmostEqual(one, samples.painted(Sampling()) * 2 / 11 + samples.BRUSH)
        self.assertEqual(samples.litres(Sampling(), 0, 11), 0)
        self.assertGreater(samples.litres(Sampling(size="A2"), 1, 11), one)

    def test_opposites_are_kept_apart_and_twins_butted(self):
        boards = [read(from_lab(lab), WALL) for lab in ((80, -5, 6), (80, 6, 6), (80, -5.2, 6.1), (80, -0.2, 3.9))]
        found = {(n.first, n.second): n.why for n in samples.neighbours(boards, WALL)}
        self.assertEqual(found, {(0, 1): "apart", (0, 2): "edge", (1, 2): "apart"})


class Days(unittest.TestCase):
    FIRST = date(2026, 11, 27)

    def test_the_hours_of_a_room_are_on_different_days(self):
        hours = [Hour(1, "best", 9, "south"), Hour(1, "worst", 15, "north"), Hour(1, "evening", 20, "east")]
        found = plan.spread(hours, self.FIRST, self.FIRST + timedelta(days=5))
        self.assertEqual(len({day for day, _ in found}), 3)
        self.assertTrue(all(day < self.FIRST + timedelta(days=5) for day, _ in found))

    def test_one_day_takes_them_all(self):
        hours = [Hour(1, "best", 9, "south"), Hour(1, "worst", 15, "north")]
        self.assertEqual({day for day, _ in plan.spread(hours, self.FIRST, self.FIRST)}, {self.FIRST})

    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 8), st.integers(1, 9), st.permutations(range(3)))
    def test_all_are_planned_evenly_whatever_their_order(self, rooms, days, order):
        kinds = [("best", 9.0), ("worst", 15.0), ("evening", 19.0)]
        hours = [Hour(r, *kinds[k], "north") for r in range(rooms) for k in order]
        decide = self.FIRST + timedelta(days=days)
        found = plan.spread(hours, self.FIRST, decide)
        self.assertEqual(sorted(h.room for _, h in found), sorted(h.room for h in hours))
        self.assertEqual(found, plan.spread(sorted(hours, key=lambda h: (h.why, h.room)), self.FIRST, decide))
        load = [sum(day == d for d, _ in found) for day in {d for d, _ in found}]
        if days >= 3:
            self.assertLessEqual(max(load) - min(load), 3)


class Scales(unittest.TestCase):
    def test_differences_are_signed_as_their_ends_are_called(self):
        lighter = scales.differences((85, 0, 8), (80, 0, 4), WALL)
        self.assertGreater(lighter["depth"], 0)
        self.assertGreater(lighter["warmth"], 0)
        pinker = scales.differences((80, 4, 4), (80, -1, 4), WALL)
        self.assertGreater(pinker["hue"], 0)
        self.assertGreater(scales.differences((80, 9, 4), (80, 1, 4), WALL)["clearness"], 0)

    def test_an_answer_agrees_is_near_or_differs(self):
        for seen, computed, doubt, how in (
            (1, 2.0, 0.5, Agreement.AGREES),
            (0, 2.0, 0.5, Agreement.NEAR),
            (2, 2.0, 0.5, Agreement.NEAR),
            (0, 1.2, 0.5, Agreement.AGREES),  # what is unsure reaches none
            (-1, 2.0, 0.5, Agreement.DIFFERS),
            (-1, 0.3, 0.1, Agreement.NEAR),
            (2, 0.3, 0.1, Agreement.DIFFERS),
            (-2, 5.0, 0.5, Agreement.DIFFERS),
        ):
            (one,) = scales.held({"warmth": seen}, {"warmth": computed}, doubt)
            self.assertEqual(one.agreement, how, (seen, computed))
        self.assertEqual(scales.held({"warmth": 1}, {}, 1.0), [])

    def test_a_simulated_eye_that_sees_green_late_is_found_and_a_true_one_is_not(self):
        rng = np.random.default_rng(8)
        computed = rng.normal(0, 3, 60)
        late = [
            ("hue", scales.step_of(float(v + 2.5 + e)), float(v))
            for v, e in zip(computed, rng.normal(0, 0.6, 60), strict=True)
        ]
        true = [
            ("hue", scales.step_of(float(v + e)), float(v))
            for v, e in zip(computed, rng.normal(0, 0.6, 60), strict=True)
        ]
        (one,) = scales.leanings(late)
        self.assertTrue(one.is_plain)
        self.assertAlmostEqual(one.mean, 2.5, delta=1.0)
        self.assertIn("pinker than computed", words.leaning_said("Isla", one))
        (other,) = scales.leanings(true)
        self.assertLess(abs(other.mean), 0.7)
        self.assertEqual(scales.leanings(late[:4]), [])
