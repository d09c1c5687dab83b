"""Training: every wall has its right answers, thresholds and neutrals of simulated observers are found."""

import unittest

import numpy as np

from prism import demo, method
from prism.difference import delta_e
from prism.training.exercise import LIGHTER_BY_A_QUARTER, SAME, Kind, PoolError
from prism.training.eye import Besides, estimate, sector_shares
from prism.training.looking import in_the_evening, weaker
from prism.training.pool import Pool
from prism.training.showing import How, showing
from prism.training.staircase import Staircase, right_answers
from prism.training.walls import make

WALL = method.load(method.DEFAULT)
OTHERS = [method.load(key) for key in method.names() if key != method.DEFAULT]


def pool_of(entries, chosen=WALL):
    found = demo.offered(chosen, entries)
    makers = sorted({entry.maker for entry in entries})
    return Pool.of(found.lab, found.lrv, found.doubt, [makers.index(entry.maker) for entry in entries], chosen)


POOL = pool_of(demo.deck())


def creamy(u):
    return u @ [np.cos(np.radians(85)), np.sin(np.radians(85))]


class Walls(unittest.TestCase):
    """Some 10,000 walls, each of which has one right answer, or says which are accepted."""

    EACH = {kind: 200 if kind in (Kind.WARMER, Kind.LIGHTER) else 880 for kind in Kind}

    def walls(self, kind, **more):
        for seed in range(self.EACH[kind]):
            rng = np.random.default_rng([seed, list(Kind).index(kind)])
            yield make(kind, POOL, rng, rng.choice([0.8, 2.0, 3.0, 4.5]), **more)

    def test_they_are_ten_thousand(self):
        self.assertGreaterEqual(sum(self.EACH.values()), 10_000)

    def test_a_pair_is_never_one_that_might_as_well_be_the_other_way(self):
        for kind, sure in ((Kind.WARMER, "warmer"), (Kind.LIGHTER, "lighter")):
            for wall in self.walls(kind):
                [place] = wall.accepted
                first, second = wall.boards[place], wall.boards[1 - place]
                found = POOL.beside(np.array([first]), np.array([second]))
                more = found.warmth[0] if kind is Kind.WARMER else found.difference.lightness[0]
                self.assertGreater(more, 0)
                self.assertGreaterEqual(getattr(found, sure)[0], WALL.claims.certain)

    def test_orders_are_the_only_ones(self):
        for wall in self.walls(Kind.STRIP):
            [order] = wall.accepted
            lightness = POOL.lab[[wall.boards[place] for place in order], 0]
            self.assertTrue(np.all(np.diff(lightness) < -1))
        for wall in self.walls(Kind.CREAMINESS):
            [order] = wall.accepted
            u = POOL.seen.u[[wall.boards[place] for place in order]]
            self.assertTrue(np.all(np.diff(creamy(u)) < -0.4))

    def test_the_odd_one_is_odd_beside_each_and_the_twin_is_nearest(self):
        for wall in self.walls(Kind.ODD):
            [place] = wall.accepted
            rest = [row for row in wall.boards if row != wall.boards[place]]
            far = delta_e(POOL.lab[rest], POOL.lab[wall.boards[place]])
            inside = max(float(delta_e(POOL.lab[a], POOL.lab[b])) for a in rest for b in rest)
            self.assertGreater(far.min(), inside)
        for wall in self.walls(Kind.TWIN):
            far = delta_e(POOL.lab[list(wall.boards[1:])], POOL.lab[wall.boards[0]])
            self.assertEqual(wall.accepted, (int(np.argmin(far)) + 1,))
            self.assertGreater(np.sort(far)[1], 1.5 * far.min())

    def test_same_and_different_come_alike_often_and_are_so(self):
        walls = list(self.walls(Kind.SAME))
        for wall in walls:
            self.assertEqual(wall.accepted == (SAME,), wall.boards[0] == wall.boards[1])
        same = sum(wall.accepted == (SAME,) for wall in walls)
        self.assertTrue(len(walls) * 0.4 < same < len(walls) * 0.6)

    def test_what_methods_call_otherwise_is_right_too(self):
        several = 0
        for wall in self.walls(Kind.UNDERTONE, others=OTHERS):
            self.assertEqual(wall.stages, 3)
            alone, clean, contrast_colour = (POOL.seen.u[row] for row in wall.boards)
            self.assertLess(alone @ contrast_colour, 0)
            self.assertLess(np.hypot(*clean), 2.0)
            words = [WALL.undertone.words[int(POOL.seen.main[wall.boards[0]])]]
            self.assertEqual(wall.accepted[0], words[0])
            self.assertLessEqual(set(wall.accepted), set(wall.choices))
            several += len(wall.accepted) > 1
        self.assertGreater(several, 0)

    def test_six_neutrals_have_six_undertones(self):
        for wall in self.walls(Kind.PAIR):
            [order] = wall.accepted
            named = [WALL.undertone.words[int(POOL.seen.main[wall.boards[place]])] for place in order]
            self.assertEqual(named, list(wall.choices))
            self.assertEqual(len(set(named)), 6)

    def test_one_white_alone_shows_its_yellow(self):
        for wall in self.walls(Kind.YELLOW):
            more = creamy(POOL.seen.u[list(wall.boards)])
            shows = np.flatnonzero(more[1:] - more[0] >= 2.5) + 1
            self.assertEqual(wall.accepted, (int(shows[0]),))
            self.assertEqual(len(shows), 1)

    def test_of_the_boards_in_the_evening_one_is_the_first(self):
        for wall in self.walls(Kind.EVENING):
            [place] = wall.accepted
            self.assertEqual([at for at, row in enumerate(wall.boards) if row == wall.boards[0]], [0, place])
            self.assertEqual(sorted(wall.looks), [1, 2, 3, 4])
            seen = np.array([wall.looks[at].lab for at in range(1, 5)])
            turned = in_the_evening(POOL.lab[list(wall.boards[1:])])
            np.testing.assert_allclose(seen, turned, atol=1e-6)
            others = np.delete(seen, place - 1, axis=0)
            self.assertGreater(float(delta_e(others, seen[place - 1]).min()), 0.3)

    def test_a_quarter_lighter_is_so_and_what_is_not_differs_from_it(self):
        answers = []
        for wall in self.walls(Kind.STRENGTH):
            [said], look = wall.accepted, wall.looks[1]
            self.assertEqual(said == LIGHTER_BY_A_QUARTER, look.percent == 75)
            self.assertGreater(look.lab[0], POOL.lab[wall.boards[0], 0])
            if look.percent != 75:
                true = weaker(POOL.lab[[wall.boards[0]]], POOL.lab[POOL.clean], [75])[0]
                self.assertGreater(float(delta_e(true, look.lab)), 0.3)
            answers.append(said)
        self.assertTrue(0.4 < answers.count(LIGHTER_BY_A_QUARTER) / len(answers) < 0.6)

    def test_the_board_that_would_have_shown_it_is_none_of_the_wall_and_does(self):
        held = 0
        for kind in Kind:
            for seed in range(30):
                wall = make(kind, POOL, np.random.default_rng([seed, 5]))
                shown = showing(wall, POOL)
                if shown is None:
                    continue
                held += 1
                self.assertTrue(shown.row not in wall.boards or kind is Kind.UNDERTONE)
                beside = [wall.boards[place] for place in shown.beside]
                if shown.how is How.BETWEEN:
                    ends = delta_e(POOL.lab[beside], POOL.lab[shown.row])
                    self.assertLess(ends.max(), float(delta_e(POOL.lab[beside[0]], POOL.lab[beside[1]])))
                if shown.how is How.CONTRAST:
                    self.assertLess(POOL.seen.u[beside[0]] @ POOL.seen.u[shown.row], 0)
                if shown.how is How.RUNG:
                    self.assertLess(abs(POOL.lrv[shown.row] / 10 - round(POOL.lrv[shown.row] / 10)), 0.2)
        self.assertGreater(held, 0.8 * 30 * len(Kind))

    def test_an_lrv_is_right_to_the_next_ten(self):
        for wall in self.walls(Kind.LRV):
            for said in wall.accepted:
                self.assertLessEqual(abs(int(said) - POOL.lrv[wall.boards[0]]), 6)

    def test_a_seed_makes_the_same_wall_and_its_difficulty_is_kept(self):
        for kind in Kind:
            one, other = (make(kind, POOL, np.random.default_rng(7)) for _ in range(2))
            self.assertEqual(one, other)
        for apart in (2.0, 4.0, 8.0):
            found = [make(Kind.WARMER, POOL, np.random.default_rng(seed), apart).apart for seed in range(20)]
            self.assertAlmostEqual(float(np.mean(found)), apart, delta=0.2 * apart)

    def test_a_deck_that_is_too_small_is_refused(self):
        small = pool_of(demo.deck()[:2])
        for kind in (Kind.STRIP, Kind.CREAMINESS, Kind.ODD, Kind.PAIR, Kind.TWIN, Kind.YELLOW, Kind.EVENING):
            with self.assertRaises(PoolError):
                make(kind, small, np.random.default_rng(1))


class Thresholds(unittest.TestCase):
    ANSWERS = 80

    def observer(self, threshold, seed):
        rng, found = np.random.default_rng(seed), Staircase()
        for _ in range(self.ANSWERS):
            apart = found.next
            found.answered(apart, bool(rng.random() < right_answers(apart, threshold)))
        return found.found

    def test_of_simulated_observers_within_fifteen_per_cent_and_said_how_surely(self):
        for threshold in (0.7, 1.5, 3.0):
            found = [self.observer(threshold, seed) for seed in range(120)]
            off = np.array([np.log(one.value / threshold) for one in found])
            self.assertLess(float(np.sqrt((off**2).mean())), 0.15, threshold)
            inside = np.mean([one.low <= threshold <= one.high for one in found])
            self.assertGreater(inside, 0.88)

    def test_the_function_is_what_it_says(self):
        self.assertAlmostEqual(float(right_answers(1.5, 1.5)), 0.74, places=2)
        self.assertAlmostEqual(float(right_answers(0.0, 1.5)), 0.5)
        self.assertAlmostEqual(float(right_answers(99.0, 1.5)), 0.98, places=2)

    def test_answers_one_by_one_and_all_at_once_are_the_same(self):
        rng = np.random.default_rng(3)
        apart, right = rng.uniform(0.5, 4, 50), rng.random(50) < 0.7
        one, all_at_once = Staircase(), Staircase()
        for size, hit in zip(apart, right, strict=True):
            one.answered(size, hit)
        told = all_at_once.follow(apart, right, told=12)
        self.assertAlmostEqual(one.found.value, all_at_once.found.value, places=9)
        self.assertEqual((len(told), told[0][0], told[-1][0]), (12, 1, 50))
        self.assertEqual(told[-1][1], all_at_once.found)
        self.assertLess(told[-1][1].high / told[-1][1].low, told[0][1].high / told[0][1].low)

    def test_what_was_not_apart_says_nothing(self):
        found = Staircase()
        found.answered(0.0, False)
        self.assertEqual(found.found.answers, 0)


class Intervals(unittest.TestCase):
    """What is said of a threshold holds for eyes of many kinds: 95 % said, nine of ten at least."""

    def right(self, slope, lapses, falls, answers=100):
        inside = 0
        for seed in range(30):
            rng = np.random.default_rng([seed, int(10 * slope), int(100 * lapses)])
            first, found = float(np.exp(rng.normal(np.log(1.5), 0.5))), Staircase()
            for i in range(answers):
                there = first * (1 - falls * i / (answers - 1))
                shown = float(np.clip(found.next, 0.1, 20))
                found.answered(shown, rng.random() < right_answers(shown, there, 0.5, slope, lapses))
            inside += found.found.low <= there <= found.found.high
        return inside / 30

    def test_for_steep_and_shallow_eyes_and_hands_that_slip(self):
        for slope, lapses in ((1.3, 0.02), (3.5, 0.0), (5.0, 0.08)):
            self.assertGreaterEqual(self.right(slope, lapses, 0.0), 0.9, (slope, lapses))

    def test_for_an_eye_that_learns(self):
        self.assertGreaterEqual(self.right(3.0, 0.02, 0.4), 0.9)


class Eyes(unittest.TestCase):
    def named(self, shift, noise, answers, seed):
        """Return boards and what an eye with a neutral of its own calls them."""
        rng = np.random.default_rng(seed)
        u = rng.normal(0, 2.2, (answers, 2))
        seen = u - np.asarray(shift) + rng.normal(0, noise, (answers, 2))
        return u, WALL.undertone.index(np.degrees(np.arctan2(seen[:, 1], seen[:, 0])) % 360)

    def test_the_shares_of_all_hues_are_one_and_those_of_drawn_looks(self):
        rng = np.random.default_rng(3)
        for seen, noise in (([0.4, -0.2], 1.0), ([2.0, 1.0], 0.8), ([-5.0, 2.0], 0.7)):
            every = np.arange(len(WALL.undertone.words))
            at = np.tile(seen, (len(every), 1))
            shares = sector_shares(at, noise, WALL.undertone, every)
            self.assertAlmostEqual(float(shares.sum()), 1.0, places=2)
            looks = np.asarray(seen) + rng.normal(0, noise, (40_000, 2))
            drawn = WALL.undertone.index(np.degrees(np.arctan2(looks[:, 1], looks[:, 0])) % 360)
            counted = np.bincount(drawn, minlength=len(every)) / len(drawn)
            np.testing.assert_allclose(shares, counted, atol=0.012)

    def test_a_neutral_of_one_s_own_is_found_within_what_is_said(self):
        inside, off = [], []
        for seed in range(200):
            rng = np.random.default_rng([9, seed])
            shift, noise = rng.normal(0, rng.choice([0.5, 1.0]), 2), rng.choice([0.7, 0.9, 1.3])
            u, named = self.named(shift, noise, int(rng.choice([30, 64, 200])), seed)
            eye = estimate(u, named, WALL.undertone)
            for degrees, true in ((0, shift[0]), (90, shift[1])):
                found, give = eye.along(degrees)
                inside.append(abs(found - true) <= give)
                off.append(found - true)
        self.assertGreaterEqual(np.mean(inside), 0.95)
        self.assertLess(abs(float(np.mean(off))), 0.03)
        self.assertLess(float(np.std(off)), 0.25)

    def test_what_is_known_besides_counts_as_surely_as_it_is(self):
        u, named = self.named((0.8, 0.0), 0.9, 30, 4)
        alone = estimate(u, named, WALL.undertone)
        sure = estimate(u, named, WALL.undertone, Besides((0.0, 0.5), (0.05, np.inf), 12))
        self.assertAlmostEqual(sure.shift[0], 0.0, delta=0.1)
        self.assertAlmostEqual(sure.shift[1], alone.shift[1], delta=0.15)
        self.assertEqual(sure.answers, 42)

    def test_more_answers_make_it_surer_and_none_leaves_the_method_s(self):
        few, many = (estimate(*self.named((0.8, 0.0), 0.9, n, 4), WALL.undertone) for n in (30, 600))
        self.assertLess(many.along(0)[1], few.along(0)[1] / 2)
        self.assertAlmostEqual(many.along(0)[0], 0.8, delta=0.25)
        nothing = estimate(np.empty((0, 2)), [], WALL.undertone)
        self.assertEqual((nothing.answers, [round(v, 6) for v in nothing.shift]), (0, [0.0, 0.0]))
        self.assertAlmostEqual(nothing.along(30)[1], 2.09, delta=0.1)
