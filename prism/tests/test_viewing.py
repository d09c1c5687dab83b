"""Samples, hours spread over days, and what was seen against what was computed."""

import unittest
from datetime import date, timedelta

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import method, words
from prism.reading import read
from prism.stimulus import from_lab
from prism.viewing import plan, samples, scales
from prism.viewing.plan import Hour, Look
from prism.viewing.samples import Sampling
from prism.viewing.scales import Agreement

WALL = method.load()


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
            self.assertTrue(words.viewing.SAMPLE_FAULTS[fault])
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


class TellingNeighbours(unittest.TestCase):
    def test_the_nearest_that_stays_apart_in_every_light_tells(self):
        # by day and under lamps: the first merges under the lamps, the second and third stay apart, the second nearer
        own = np.array([[70.0, 0, 0], [65.0, 2, 12]])
        others = np.array([
            [[70.0, 2, -3], [70, -4, 4], [70, 9, -9]],
            [[65.0, 2.1, 12], [65, -3, 15], [65, 12, 4]],
        ])  # fmt: skip
        found = samples.telling(own, others, WALL)
        self.assertEqual((found.best, found.merging), (1, (0,)))

    def test_none_tells_where_all_merge_or_there_is_none(self):
        own = np.array([[70.0, 0, 0]])
        self.assertEqual(samples.telling(own, own[:, None, :], WALL), samples.Telling(None, (0,)))
        self.assertEqual(samples.telling(own, np.zeros((1, 0, 3)), WALL), samples.Telling(None, ()))


class UndertonesSeen(unittest.TestCase):
    SHARES = {"blue": 0.7, "green": 0.2, "none": 0.08, "purple": 0.02}

    def test_an_undertone_agrees_is_near_or_differs_by_how_probable_it_was(self):
        for seen, agreement in (
            ("blue", Agreement.AGREES),
            ("green", Agreement.NEAR),
            ("none", Agreement.DIFFERS),
            ("purple", Agreement.DIFFERS),
            ("red", Agreement.DIFFERS),
        ):
            found = scales.told_hue(seen, self.SHARES)
            self.assertEqual((found.agreement, found.likeliest), (agreement, "blue"), seen)
        unsure = {"yellow": 0.31, "green": 0.3, "orange": 0.3, "blue": 0.09}
        self.assertEqual(scales.told_hue("blue", unsure).agreement, Agreement.NEAR)  # nothing was likely
        self.assertIsNone(scales.told_hue("", self.SHARES))
        self.assertIsNone(scales.told_hue("blue", {}))

    def test_shares_of_a_reading_are_of_all_undertones_and_none(self):
        shares = scales.shares_of(read(from_lab((88, -3.2, -0.2)), WALL))
        self.assertAlmostEqual(sum(shares.values()), 1, delta=0.02)
        self.assertEqual(max(shares, key=shares.get), "blue")
        self.assertLessEqual(set(shares), {*scales.HUES, scales.NO_UNDERTONE})

    def test_a_light_red_is_called_a_pink(self):
        found = scales.told_hue("red", self.SHARES)
        self.assertIn("pink", words.viewing.told_text(found, 70))
        self.assertIn("Shows red", words.viewing.told_text(found, 10))
        self.assertIn("no undertone", words.viewing.told_text(scales.told_hue("none", self.SHARES), 70))


class LooksThatShow(unittest.TestCase):
    BEST, EVENING = Hour(1, "best", 9.0, "south", "overcast"), Hour(1, "evening", 17.0, "east")

    def test_a_look_by_hand_shows_an_hour_on_its_wall_and_near_it(self):
        for hour, wall, lamps, shown in (
            (9.5, "south", False, True),
            (10.0, "south", False, True),
            (10.1, "south", False, False),
            (9.5, "north", False, False),
            (9.5, "south", True, False),
        ):
            self.assertEqual(plan.shows(Look(hour, wall, lamps), self.BEST), shown, (hour, wall, lamps))

    def test_the_evening_is_seen_under_lamps_on_any_wall_however_late(self):
        for hour, lamps, shown in ((16.0, True, True), (22.0, True, True), (15.5, True, False), (18.0, False, False)):
            self.assertEqual(plan.shows(Look(hour, "north", lamps), self.EVENING), shown)

    def test_a_planned_look_shows_its_hour_though_the_sun_has_moved_on(self):
        moved = Hour(1, "best", 11.5, "west", "overcast")
        self.assertTrue(plan.shows(Look(9.2, "south", False, "best", 9.0), moved))
        self.assertFalse(plan.shows(Look(13.0, "south", False, "best", 9.0), moved))
        self.assertFalse(plan.shows(Look(9.2, "south", False, "worst", 9.0), moved))


class Days(unittest.TestCase):
    FIRST = date(2026, 11, 27)

    def test_days_that_are_full_already_are_left_alone(self):
        hours = [Hour(1, "best", 9, "south")]
        load = {self.FIRST: plan.MOST_A_DAY, self.FIRST + timedelta(days=1): 1}
        found = plan.spread(hours, self.FIRST, self.FIRST + timedelta(days=3), load)
        self.assertEqual([day for day, _ in found], [self.FIRST + timedelta(days=2)])
        self.assertEqual(load, {self.FIRST: plan.MOST_A_DAY, self.FIRST + timedelta(days=1): 1})

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
        self.assertIn("pinker than predicted", words.viewing.leaning_text("Isla", one))
        (other,) = scales.leanings(true)
        self.assertLess(abs(other.mean), 0.7)
        self.assertEqual(scales.leanings(late[:4]), [])
