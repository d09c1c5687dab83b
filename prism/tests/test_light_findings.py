"""What is found of days of light that are made up, so that each finding can be reckoned by hand."""

import math
import unittest

import numpy as np

from prism import method
from prism.difference import delta_e
from prism.light import advice, together
from prism.light.claims import UNKNOWN_SPECTRUM, Known, doubt, readings, warmth
from prism.light.day import Day
from prism.light.findings import (
    DULLED,
    FADED,
    FELL,
    ROSE,
    SHIFTED,
    Facing,
    Kind,
    Mean,
    best_and_worst,
    by_day,
    counsels,
    facing,
    facing_of,
    means,
    of_evening,
    parting_most,
)
from prism.light.room import WALLS, Lamp
from prism.light.seen import Eye
from prism.spectrum import lightness_to_lrv
from prism.stimulus import from_lab, from_reflectance
from prism.surety import Level
from prism.tests.rooms import SOUTHERN, paint, plain_room, window

PRACTICE = method.load("wall-practice")
WARM = np.array([math.cos(math.radians(65)), math.sin(math.radians(65))])
"""The method's axis of warmth."""


def a_day(hours, lux, height=None, lamps=None, cloud=0.0):
    """A day of which only what is needed is said: lux (t, 4) or (t,)."""
    t = len(hours)
    lux = np.broadcast_to(np.asarray(lux, dtype=float).reshape(t, -1), (t, 4))
    height = np.full(t, 30.0) if height is None else np.array(height, dtype=float)
    lamps = np.zeros(t, dtype=bool) if lamps is None else np.array(lamps)
    none = np.zeros((t, 4))
    eye = Eye(np.zeros(t), np.zeros((t, 3)))
    return Day(np.array(hours, dtype=float), height, none[:, 0], lamps, np.zeros((t, 4, 31)), lux, none, none, eye,
               none, np.zeros((4, 31)), cloud)  # fmt: skip


def neutral(lightness):
    """The neutral line at a lightness."""
    return np.array([lightness, *PRACTICE.neutral.at(np.array([lightness]))[0]])


def beside(lab, warmer=0.0, lighter=0.0):
    """A board that is so much warmer and lighter than another, by the method's axis and neutral."""
    there = np.array(lab, dtype=float)
    moved = neutral(there[0] + lighter)
    moved[1:] += there[1:] - neutral(there[0])[1:] + warmer * WARM
    return moved


def steady(wall, light, lab):
    """A wall that is as bright at its brightest as in the mean."""
    return Mean(wall, light, lab, light, lab)


class Facings(unittest.TestCase):
    def test_quarters_of_either_hemisphere(self):
        for degrees, north, south in (
            (0, Facing.AWAY, Facing.TOWARD),
            (44, Facing.AWAY, Facing.TOWARD),
            (46, Facing.EAST, Facing.EAST),
            (134, Facing.EAST, Facing.EAST),
            (180, Facing.TOWARD, Facing.AWAY),
            (270, Facing.WEST, Facing.WEST),
            (316, Facing.AWAY, Facing.TOWARD),
        ):
            self.assertEqual((facing_of(degrees, False), facing_of(degrees, True)), (north, south), degrees)

    def test_a_room_looks_where_most_of_its_glass_does(self):
        self.assertIs(facing(plain_room(window("north"))), Facing.AWAY)
        self.assertIs(facing(plain_room(window("north"), place=SOUTHERN)), Facing.TOWARD)
        self.assertIs(facing(plain_room(window("north"), rotation_deg=90)), Facing.EAST)
        big, small = window("west", width=3.0), window("north", width=0.9)
        self.assertIs(facing(plain_room(big, small)), Facing.WEST)
        self.assertIs(facing(plain_room(window("west", width=0.9), window("north", width=3.0))), Facing.AWAY)

    def test_a_room_looks_nowhere_without_walls_of_glass_or_both_ways(self):
        self.assertIs(facing(plain_room()), Facing.NOWHERE)
        self.assertIs(facing(plain_room(window("ceiling"))), Facing.NOWHERE)
        self.assertIs(facing(plain_room(window("north"), window("south"))), Facing.NOWHERE)
        # a third as much glass again on the one side is not yet a way to look, twice as much is
        self.assertIs(facing(plain_room(window("north", width=1.0), window("south", width=1.3))), Facing.NOWHERE)
        self.assertIs(facing(plain_room(window("north", width=1.0), window("south", width=2.0))), Facing.TOWARD)
        # a rooflight pulls nowhere, however large it is
        self.assertIs(facing(plain_room(window("ceiling", width=3, height=4), window("east"))), Facing.EAST)


class Hours(unittest.TestCase):
    def test_by_day_is_lit_from_outside_while_the_room_is_used(self):
        day = a_day(
            [6, 9, 12, 18, 21], [9, 9, 9, 9, 9], height=[-2, 10, 40, 0, -5], lamps=np.ones(5) == [0, 0, 1, 0, 1]
        )
        self.assertEqual(list(by_day(day)), [False, True, False, False, False])
        every = a_day([8, 9, 17, 18], [9] * 4)
        self.assertEqual(list(by_day(every, (9.0, 17.0))), [False, True, True, False])

    def test_the_best_and_the_worst_are_the_nearest_and_the_farthest_that_can_be_judged(self):
        board = np.array([60.0, 0.0, 4.0])
        seen = np.broadcast_to(board, (3, 4, 3)).copy()
        seen[0, 1, 0] -= 2.0
        seen[1, :, 0] -= 6.0
        seen[2, 2, 0] -= 30.0  # in the dark
        seen[0, 0, 0], seen[0, 2, 0], seen[0, 3, 0] = 59.5, 57.0, 56.0
        seen[2, [0, 1, 3], 0] = 58.0
        lux = np.full((3, 4), 300.0)
        lux[2, 2] = 0.0
        best, worst = best_and_worst([a_day([9, 12, 15], lux, cloud=0.4)], [seen], board)
        self.assertEqual((best.moment, best.hour, best.wall, best.cloud), (0, 9.0, "north", 0.4))
        self.assertEqual((worst.moment, worst.hour, worst.wall), (1, 12.0, "north"))
        self.assertAlmostEqual(best.away, float(delta_e(seen[0, 0], board)), places=9)
        self.assertAlmostEqual(worst.away, float(delta_e(seen[1, 0], board)), places=9)
        self.assertIsNone(best_and_worst([a_day([9], [0.0])], [seen[:1]], board))
        self.assertIsNone(best_and_worst([a_day([9], [300.0])], [seen[:1]], board, (12.0, 14.0)))

    def test_over_several_days_each_spot_has_its_own_sky(self):
        board = np.array([60.0, 0.0, 4.0])
        near, far = (np.broadcast_to(board - [d, 0, 0], (1, 4, 3)) for d in (1.0, 5.0))
        clear, grey = a_day([10], [400.0], cloud=0.0), a_day([14], [400.0], cloud=1.0)
        best, worst = best_and_worst([clear, grey], [far, near], board)
        self.assertEqual((best.cloud, best.hour, worst.cloud, worst.hour), (1.0, 14.0, 0.0, 10.0))

    def test_two_candidates_part_most_where_there_is_light_to_see_it(self):
        first = np.full((2, 4, 3), [60.0, 0.0, 4.0])
        second = first.copy()
        second[0, 1, 2] += 3.0
        second[1, 3, 2] += 2.0
        second[0, 2, 2] += 9.0  # in the dark
        lux = np.full((2, 4), 200.0)
        lux[0, 2] = 0.0
        found = parting_most([a_day([9, 16], lux, cloud=0.5)], [first], [second])
        self.assertEqual((found.moment, found.hour, found.wall, found.cloud), (0, 9.0, "east", 0.5))
        self.assertAlmostEqual(found.away, float(delta_e(first[0, 1], second[0, 1])), places=9)
        later = parting_most([a_day([9], [0.0]), a_day([9, 16], lux)], [first[:1], first], [second[:1], second])
        self.assertEqual((later.moment, later.wall), (0, "east"))
        self.assertIsNone(parting_most([a_day([9, 16], [0.0, 0.0])], [first], [second]))
        self.assertIsNone(parting_most([a_day([9, 16], lux)], [first], [first]))

    def test_means_are_the_middle_lux_and_the_mean_reading_of_all_days(self):
        lux = np.array([[100.0, 200, 300, 400], [300.0, 400, 500, 600], [900.0, 0, 0, 0]])
        seen = np.zeros((3, 4, 3))
        seen[:, :, 0] = [[50.0], [60.0], [10.0]]
        day = a_day([10, 12, 20], lux, height=[20, 40, -5])
        other = a_day([11], [200.0])
        found = means([day, other], [seen, np.full((1, 4, 3), 70.0)])
        self.assertEqual([one.wall for one in found], list(WALLS))
        self.assertEqual([one.lux for one in found], [200.0, 200.0, 300.0, 400.0])
        self.assertAlmostEqual(found[0].lab[0], 60.0)
        self.assertEqual(means([day], [seen], (13.0, 15.0)), [])


class Counsels(unittest.TestCase):
    """In a room that looks east, so that practice says nothing of where it looks."""

    EAST = plain_room(window("east"))

    def counsels(self, board, walls, room=EAST):
        return {one.kind: one for one in counsels(room, walls, np.asarray(board, dtype=float), PRACTICE)}

    def walls(self, lab, lux=300.0, **more):
        lux = more.get("each", [lux] * 4)
        return [steady(wall, light, np.asarray(lab, dtype=float)) for wall, light in zip(WALLS, lux, strict=True)]

    def test_a_room_that_leaves_a_board_alone_is_not_warned_of(self):
        board = beside(neutral(70), 3.0)
        self.assertEqual(self.counsels(board, self.walls(board)), {})
        self.assertEqual(self.counsels(board, []), {})

    def test_washing_out_needs_a_bright_wall_that_rises_fades_or_is_pale(self):
        board = beside(neutral(70), 5.0)  # LRV 41: practice says nothing
        risen = beside(board, lighter=ROSE + 0.1)
        found = self.counsels(board, self.walls(risen, each=[800, 300, 300, 800]))[Kind.WASHES]
        self.assertEqual((found.walls, found.computed, found.practice), (("north", "west"), True, False))
        self.assertAlmostEqual(found.size, ROSE + 0.1, places=6)
        self.assertNotIn(Kind.WASHES, self.counsels(board, self.walls(beside(board, lighter=ROSE - 0.1), 800.0)))
        self.assertNotIn(Kind.WASHES, self.counsels(board, self.walls(risen, 600.0)))
        faded = beside(neutral(70), 5.0 * FADED - 0.1)
        self.assertIn(Kind.WASHES, self.counsels(board, self.walls(faded, 800.0)))
        self.assertNotIn(Kind.WASHES, self.counsels(board, self.walls(beside(neutral(70), 5.0 * FADED + 0.1), 800.0)))
        quiet = beside(neutral(70), 0.8)  # no undertone to lose
        self.assertNotIn(Kind.WASHES, self.counsels(quiet, self.walls(neutral(70), 800.0)))
        pale = neutral(85)
        self.assertGreater(lightness_to_lrv(85.0), PRACTICE.light.washes_above)
        found = self.counsels(pale, self.walls(pale, 800.0))[Kind.WASHES]
        self.assertEqual((found.computed, found.practice), (False, True))

    def test_a_mid_tone_gets_heavy_and_others_dingy(self):
        mid = neutral(65)  # LRV 34
        found = self.counsels(mid, self.walls(beside(mid, lighter=-FELL - 0.1)))[Kind.HEAVY]
        self.assertEqual((found.computed, found.practice, found.walls), (True, False, WALLS))
        self.assertAlmostEqual(found.size, FELL + 0.1, places=6)
        self.assertEqual(self.counsels(mid, self.walls(beside(mid, lighter=-FELL + 0.1))), {})
        dim = self.counsels(mid, self.walls(mid, each=[80, 100, 80, 100]))
        self.assertEqual((dim[Kind.HEAVY].walls, dim[Kind.HEAVY].practice), (("north", "south"), True))
        self.assertNotIn(Kind.DINGY, dim)
        dark = neutral(45)  # LRV 15
        found = self.counsels(dark, self.walls(beside(dark, -0.5, -DULLED - 0.1)))
        self.assertEqual(set(found), {Kind.DINGY})
        self.assertTrue(found[Kind.DINGY].computed)
        self.assertEqual(self.counsels(dark, self.walls(beside(dark, -0.5, -DULLED + 0.1))), {})
        self.assertEqual(self.counsels(dark, self.walls(beside(dark, 0.5, -DULLED - 0.1))), {})  # warmer: it glows
        dim = self.counsels(dark, self.walls(dark, 80.0))
        self.assertEqual((set(dim), dim[Kind.DINGY].practice), ({Kind.DINGY}, True))

    def test_what_comes_forward_does_so_over_the_room_as_a_whole(self):
        board = neutral(70)
        for way, kind in ((-1, Kind.COOL), (1, Kind.WARM)):
            found = self.counsels(board, self.walls(beside(board, way * (SHIFTED + 0.1))))[kind]
            self.assertEqual((found.computed, found.practice, found.walls), (True, False, WALLS))
            self.assertAlmostEqual(found.size, way * (SHIFTED + 0.1), places=6)
            self.assertEqual(self.counsels(board, self.walls(beside(board, way * (SHIFTED - 0.1)))), {})
        one_wall = [steady(wall, 300.0, beside(board, 4.0 if wall == "east" else 0.0)) for wall in WALLS]
        self.assertEqual(self.counsels(board, one_wall), {})

    def test_practice_speaks_by_the_way_a_room_looks(self):
        cool, warm = beside(neutral(70), -10.0), beside(neutral(70), 10.0)
        away, toward = plain_room(window("north")), plain_room(window("south"))
        self.assertEqual(set(self.counsels(cool, self.walls(cool), away)), {Kind.COOL})
        found = self.counsels(warm, self.walls(warm), toward)[Kind.WARM]
        self.assertEqual((found.computed, found.practice), (False, True))
        # neither light brings forward what a colour has not
        self.assertEqual(self.counsels(warm, self.walls(warm), away), {})
        self.assertEqual(self.counsels(cool, self.walls(cool), toward), {})
        greyed = beside(neutral(85), -2.0)
        self.assertEqual(set(self.counsels(greyed, self.walls(greyed), away)), {Kind.COOL, Kind.DINGY})
        self.assertEqual(self.counsels(greyed, self.walls(greyed)), {})

    def test_an_evening_is_warm_by_what_is_computed_or_by_the_lamps(self):
        board = neutral(70)
        cool, warm = (plain_room(lamps=(Lamp(k, 800, 2),)) for k in (4_000, 2_700))
        walls = np.array([beside(board, 2 * SHIFTED + 0.1)] * 4)
        found = of_evening(cool, walls, board, PRACTICE)
        self.assertEqual((found.kind, found.walls, found.computed, found.practice), (Kind.EVENING, WALLS, True, False))
        self.assertAlmostEqual(found.size, 2 * SHIFTED + 0.1, places=6)
        same = np.array([board] * 4)
        self.assertIsNone(of_evening(cool, same, board, PRACTICE))
        found = of_evening(warm, same, board, PRACTICE)
        self.assertEqual((found.computed, found.practice), (False, True))
        self.assertIsNone(of_evening(plain_room(lamps=()), walls, board, PRACTICE))
        # by the lumens that burn: a bright cool lamp outweighs a warm one that is dimmed, and a warm one many cool ones
        dimmed = plain_room(lamps=(Lamp(2_700, 800, 4, dimmed=0.05), Lamp(4_000, 800, 1)))
        self.assertIsNone(of_evening(dimmed, same, board, PRACTICE))
        bright = plain_room(lamps=(Lamp(2_700, 800, 4), Lamp(4_000, 400, 1)))
        self.assertTrue(of_evening(bright, same, board, PRACTICE).practice)


class Doubts(unittest.TestCase):
    def test_doubts_are_independent(self):
        measured = from_reflectance(paint(70, 1, 6))
        own = PRACTICE.doubt(measured)
        self.assertAlmostEqual(doubt(measured, PRACTICE, Known()), math.hypot(own, PRACTICE.light.room))
        self.assertAlmostEqual(doubt(measured, PRACTICE, Known(metered=True)), math.hypot(own, PRACTICE.light.metered))
        self.assertAlmostEqual(doubt(measured, PRACTICE, Known(), lamps=True), doubt(measured, PRACTICE, Known()))
        typed = from_lab((70, 1, 6))
        plain = doubt(typed, PRACTICE, Known(metered=True))
        late = doubt(typed, PRACTICE, Known(metered=True), lamps=True)
        self.assertAlmostEqual(late, math.hypot(plain, UNKNOWN_SPECTRUM))

    def test_the_room_is_doubted_by_what_is_known_of_it(self):
        # by trials with what one may not know of a room: about 4 for one described in words, 2 where a meter was read
        self.assertAlmostEqual(Known(floor=False).doubt(PRACTICE, lamps=False), 4.0, delta=0.1)
        self.assertAlmostEqual(Known(metered=True).doubt(PRACTICE, lamps=False), 2.0)
        self.assertGreater(Known(lamps=False).doubt(PRACTICE, lamps=True), Known().doubt(PRACTICE, lamps=True))
        self.assertEqual(Known(lamps=False).doubt(PRACTICE, lamps=False), Known().doubt(PRACTICE, lamps=False))

    def test_a_wall_is_read_with_its_own_doubt_and_never_over_the_whole_of_the_light(self):
        lab = [(70, 2, 9), (104, 0, 3)]
        one, other = readings(lab, [0.5, 6.0], PRACTICE)
        self.assertAlmostEqual(one.lrv, float(lightness_to_lrv(70.0)))
        self.assertEqual(other.lrv, 100.0)
        alone = readings(lab[0], 0.5, PRACTICE)
        self.assertEqual((len(alone), alone[0].lrv), (1, one.lrv))

    def test_warmth_is_along_the_method_s_axis_from_the_neutral(self):
        self.assertAlmostEqual(float(warmth(neutral(60), PRACTICE)), 0.0)
        self.assertAlmostEqual(float(warmth(beside(neutral(60), 2.5), PRACTICE)), 2.5)
        across = neutral(60) + np.array([0.0, -WARM[1], WARM[0]]) * 3
        self.assertAlmostEqual(float(warmth(across, PRACTICE)), 0.0)
        self.assertEqual(warmth(np.full((2, 4, 3), 50.0), PRACTICE).shape, (2, 4))


class Together(unittest.TestCase):
    def at(self, degrees, size, lightness=60.0):
        angle = math.radians(degrees)
        return neutral(lightness) + size * np.array([0.0, math.cos(angle), math.sin(angle)])

    def pairing(self, degrees, size=4.0, doubts=(0.3, 0.3), other=4.0):
        return together.pairing(self.at(30, size), self.at(30 + degrees, other, 50.0), doubts, PRACTICE)

    def test_terms_by_the_angle_between_two_undertones(self):
        for degrees, terms in (
            (0, "agree"),
            (44, "agree"),
            (46, "differ"),
            (99, "differ"),
            (101, "clash"),
            (180, "clash"),
        ):
            found = self.pairing(degrees)
            self.assertEqual(found.terms, terms, degrees)
            self.assertAlmostEqual(found.angle, degrees, places=4)

    def test_the_weaker_one_counts_and_a_quiet_one_clashes_with_nothing(self):
        self.assertAlmostEqual(self.pairing(180, 2.0).size, 2.0)
        self.assertAlmostEqual(self.pairing(180, 6.0, other=1.5).size, 1.5)
        quiet = self.pairing(180, PRACTICE.passive_below - 0.05)
        self.assertEqual((quiet.terms, quiet.level), ("quiet", Level.NONE))
        self.assertEqual(self.pairing(180, PRACTICE.passive_below + 0.05).terms, "clash")

    def test_lrv_is_the_first_s_less_the_second_s(self):
        wanted = float(lightness_to_lrv(60.0) - lightness_to_lrv(50.0))
        self.assertAlmostEqual(self.pairing(90).lrv, wanted)

    def test_a_clash_is_as_sure_as_the_greater_doubt_lets_it_be(self):
        self.assertIs(self.pairing(180, doubts=(0.3, 0.3)).level, Level.CERTAIN)
        self.assertIs(self.pairing(180, 2.0, doubts=(0.3, 2.6)).level, Level.PROBABLY)
        unsure = self.pairing(180, 1.2, doubts=(9.0, 0.3))
        self.assertEqual((unsure.terms, unsure.level), ("differ", Level.NONE))
        # what lies across counts, not the whole: at 101 degrees a fifth of it
        self.assertEqual(self.pairing(101, 4.0, doubts=(4.0, 0.3)).terms, "differ")


class Advice(unittest.TestCase):
    def test_what_the_room_takes_is_given_to_the_board_beforehand(self):
        board = np.array([60.0, 2.0, 8.0])
        walls = [
            steady(wall, 300.0, board + np.array([-2.0, -0.5, change]))
            for wall, change in zip(WALLS, (-1, -2, -3, -2), strict=True)
        ]
        found = advice.aim(board, walls, PRACTICE)
        np.testing.assert_allclose(found.lab, board + np.array([2.0, 0.5, 2.0]))
        self.assertAlmostEqual(found.lrv, float(lightness_to_lrv(62.0)))
        self.assertAlmostEqual(found.warmer, float(warmth(found.lab, PRACTICE) - warmth(board, PRACTICE)))
        self.assertGreater(found.warmer, 1.0)
        self.assertIsNone(advice.aim(board, [], PRACTICE))

    def test_nothing_lighter_than_paint_is_wished_for(self):
        board = np.array([96.0, 0.0, 3.0])
        found = advice.aim(board, [steady("north", 300.0, np.array([80.0, 0.0, 3.0]))], PRACTICE)
        self.assertEqual(found.lab[0], 98.0)
        dark = advice.aim([3.0, 0, 0], [steady("north", 300.0, np.array([20.0, 0.0, 0.0]))], PRACTICE)
        self.assertEqual(dark.lab[0], 0.0)

    def test_only_what_comes_plainly_nearer_is_named_the_nearest_first(self):
        board = np.array([60.0, 0.0, 5.0])
        own = np.broadcast_to(board - [4.0, 0, 0], (4, 3))
        others = np.stack([np.broadcast_to(board - [d, 0, 0], (4, 3)) for d in (3.9, 1.0, 5.0, 0.2)])
        places, near = advice.ranked(board, own, others)
        self.assertEqual(list(places), [3, 1])
        np.testing.assert_allclose(near, [float(delta_e(board - [d, 0, 0], board)) for d in (0.2, 1.0)])
        none, _ = advice.ranked(board, own, others[2:3])
        self.assertEqual(len(none), 0)

    def test_a_colour_is_where_its_four_walls_are_in_the_mean(self):
        board = np.array([60.0, 0.0, 5.0])
        mixed = np.array([board + np.array([d, 0, 0]) for d in (-3.0, 3.0, -3.0, 3.0)])
        own = np.broadcast_to(board - [2.0, 0, 0], (4, 3))
        places, near = advice.ranked(board, own, mixed[None])
        self.assertEqual(list(places), [0])
        self.assertAlmostEqual(float(near[0]), 0.0, places=6)
