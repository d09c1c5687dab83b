"""Small cases of claims, pairs, tints, rooms and whites that can be reckoned by hand, to the last figure."""

import math
import unittest
from dataclasses import replace
from itertools import pairwise
from types import SimpleNamespace

import numpy as np

from prism import comparison, demo, method
from prism.choosing.axes import OPPOSITE, comparative, is_hue, less
from prism.difference import delta_e
from prism.light import box, lamplight, solve
from prism.light.room import SIDES, Fixed
from prism.reading import read_many
from prism.spectrum import lightness_to_lrv, to_lab, to_lrv
from prism.surety import AXES, Level, apart, axes_at, band_shares, bands, below, lightness_span, outline
from prism.tests.rooms import paint, plain_room, window
from prism.tint import reach
from prism.tint.hiding import opacities
from prism.tint.optics import K1, opaque, surface
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.strengths import curve
from prism.whites import home, sheen
from prism.whites.ranking import YELLOWER, Agreement, There, agreement, rank, safe, ways_out

WALL = method.load("wall-practice")
REACH = math.sqrt(-2 * math.log(0.05))
"""Deviations of a round normal distribution within which 95 % of it lie."""


def readings(*labs, doubt=0.3, sources=None):
    lab = np.array(labs, dtype=float)
    found = read_many(lab, lightness_to_lrv(lab[:, 0]), np.full(len(lab), doubt), WALL)
    return [replace(one, source=source) for one, source in zip(found, sources or [""] * len(found), strict=True)]


def at(lightness, a=0.0, b=0.0):
    """A colour by its undertone: so much a* and b* from the neutral line."""
    return np.array([lightness, *(WALL.neutral.at(np.array([lightness]))[0] + [a, b])])


class Clouds(unittest.TestCase):
    LAB = np.array([60.0, 4.0, 9.0])

    def test_an_outline_goes_once_round_at_the_reach_of_the_doubt(self):
        plane = axes_at(self.LAB).plane[0]
        for count in (48, 12):
            drawn = outline(self.LAB, 1.3, count) if count != 48 else outline(self.LAB, 1.3)
            self.assertEqual(drawn.shape, (count, 2))
            steps = np.linalg.solve(plane, drawn.T).T  # ΔE00 along chroma and hue
            np.testing.assert_allclose(np.hypot(*steps.T), REACH * 1.3 / AXES)
            turns = np.radians(np.arange(count) * 360 / count)
            round_ = np.stack([np.cos(turns), np.sin(turns)], axis=-1)
            np.testing.assert_allclose(steps, REACH * 1.3 / AXES * round_, atol=1e-9)

    def test_lightness_lies_within_two_deviations_and_within_what_there_is(self):
        wide = 1.96 * float(axes_at(self.LAB).lightness[0]) / AXES
        for doubt in (0.5, 2.0):
            np.testing.assert_allclose(lightness_span(self.LAB, doubt), (60 - doubt * wide, 60 + doubt * wide))
        self.assertEqual(lightness_span([0.3, 5, 5], 3.0)[0], 0.0)
        self.assertEqual(lightness_span([99.8, 0, 2], 3.0)[1], 100.0)

    def test_shares_of_bands_add_up_for_one_and_for_many(self):
        many = band_shares([10.0, 20.0], [2.0, 4.0], [12.0, 18.0])
        self.assertEqual(many.shape, (2, 3))
        np.testing.assert_allclose(many.sum(axis=1), 1.0)
        np.testing.assert_allclose(many[0, 0], below(1.0))
        np.testing.assert_allclose(many[1], [below(-2.0), below(-0.5) - below(-2.0), 1 - below(-0.5)])

    def test_bands_widened_by_what_looks_the_same_overlap(self):
        one = band_shares([10.0], [2.0], [12.0, 18.0], [1.0])[0]
        np.testing.assert_allclose(one, [below(1.5), below(4.5) - below(0.5), 1 - below(3.5)])

    def said(self, shares, place, widened=None):
        found = bands(np.array([shares]), np.array([widened or shares]), np.array([place]), WALL.claims)
        return found, found.words(0, ["a", "b", "c"])

    def test_words_of_a_scale_by_their_shares(self):
        sure, likely = WALL.claims.certain + 0.01, WALL.claims.probable + 0.01
        under = WALL.claims.probable - 0.05
        rest = 1 - under
        for shares, place, expected, level in (
            ([sure, 1 - sure, 0.0], 0, ("a",), Level.CERTAIN),
            ([0.5, 0.5, 0.0], 1, ("b", "a"), Level.NONE),
            ([0.0, 0.5, 0.5], 2, ("c", "b"), Level.NONE),
            ([0.1, likely, 0.9 - likely], 1, ("b", "a"), Level.PROBABLY),
            ([rest / 2, under, rest / 2], 1, ("b", "c"), Level.NONE),  # of equals the one above
            ([0.7 * rest, under, 0.3 * rest], 1, ("b", "a"), Level.NONE),
        ):
            found, band = self.said(shares, place)
            self.assertEqual((band.words, band.level), (expected, level), shares)
            for i, word in enumerate("abc"):
                self.assertEqual(bool(found.says(i)[0]), word in expected, (shares, word))
        self.assertEqual(
            bands(np.ones((1, 1)), np.ones((1, 1)), np.array([0]), WALL.claims).words(0, ["a"]).words, ("a",)
        )

    def test_a_border_is_no_doubt_where_what_looks_the_same_has_the_word(self):
        _, band = self.said([0.6, 0.4, 0.0], 0, widened=[0.99, 0.7, 0.0])
        self.assertEqual((band.word, band.across, band.level), ("a", "b", Level.CERTAIN))
        _, inside = self.said([0.99, 0.01, 0.0], 0, widened=[1.0, 0.1, 0.0])
        self.assertEqual((inside.word, inside.across), ("a", ""))

    def test_a_level_is_reached_at_its_threshold(self):
        claims = WALL.claims
        probabilities = [claims.probable - 1e-9, claims.probable, claims.certain - 1e-9, claims.certain, 1.0]
        self.assertEqual([claims.level(p) for p in probabilities],
                         [Level.NONE, Level.PROBABLY, Level.PROBABLY, Level.CERTAIN, Level.CERTAIN])  # fmt: skip
        self.assertEqual(list(claims.levels(probabilities)), [0, 1, 1, 2, 2])
        self.assertIs(claims.level(0.9, certain=0.9), Level.CERTAIN)
        self.assertIs(claims.level(0.5, certain=0.4), Level.CERTAIN)
        self.assertEqual(list(claims.levels([0.9, 0.95], certain=0.92)), [1, 2])

    def test_what_two_share_is_no_difference(self):
        np.testing.assert_allclose(apart([3.0, 1.0], [4.0, 1.0], [0.0, 1.0]), [5.0, 0.0])
        self.assertEqual(apart(2, 1), math.sqrt(5))


class Supporting(unittest.TestCase):
    """Which boards bear out an undertone of green, by how far theirs lie along it."""

    GREEN = math.radians(150)

    def along(self, *sizes, doubt=0.05, across=0.0, sources=None):
        way, side = (np.array([math.cos(t), math.sin(t)]) for t in (self.GREEN, self.GREEN + math.pi / 2))
        boards = [at(60, *(size * way + across * side)) for size in (4.0, *sizes)]
        subject, *held = readings(*boards, doubt=doubt, sources=sources)
        found = comparison.support(replace(subject), held, WALL)
        return tuple(found.agree), tuple(found.disagree), tuple(found.silent)

    def test_less_of_it_agrees_more_of_it_disagrees_and_as_much_is_silent(self):
        self.assertEqual(self.along(0.0, 4.0, 9.0, -3.0), ((0, 3), (2,), (1,)))

    def test_without_boards_there_is_nothing_to_bear_out(self):
        found = comparison.support(readings(at(60, -3, 2))[0], [], WALL)
        self.assertEqual((found.agree, found.disagree, found.silent), ((), (), ()))

    def step(self, gap, per_step_of=60):
        """Lab units that one ΔE00 makes along the way, midway between the two."""
        way = np.array([math.cos(self.GREEN), math.sin(self.GREEN)])
        middle = at(per_step_of, *((4.0 - gap / 2) * way))
        return float(axes_at(middle).step(way)[0])

    def test_it_must_be_seen_and_probable(self):
        seen = WALL.just_seen * self.step(1.5)
        self.assertEqual(self.along(4.0 - 0.97 * seen)[2], (0,))
        self.assertEqual(self.along(4.0 - 1.05 * seen)[0], (0,))
        # a deviation of the difference is √2 of the doubt of each, and an axis of three
        sure = next(z for z in np.arange(0, 3, 0.001) if below(z) >= WALL.claims.probable)
        for part, told in ((0.95, (0,)), (1.05, ())):
            doubt = part * 3.0 / (sure * self.step(3.0) * math.sqrt(2) / AXES)
            self.assertEqual(self.along(1.0, doubt=doubt)[0], told)

    def test_errors_of_one_maker_are_shared_in_part(self):
        gap = 2.0
        sure = next(z for z in np.arange(0, 3, 0.001) if below(z) >= WALL.claims.probable)
        doubt = 1.05 * gap / (sure * self.step(gap) * math.sqrt(2) / AXES)  # a little too much to tell
        self.assertEqual(self.along(4.0 - gap, doubt=doubt, sources=["a", "b"])[2], (0,))
        self.assertEqual(self.along(4.0 - gap, doubt=doubt, sources=["a", "a"])[0], (0,))

    def test_what_is_taken_away_is_named_where_it_names_better(self):
        undertone = WALL.undertone

        def off(angle):
            centre = undertone.centre(undertone.word(angle))
            return min(abs(angle - centre + turn) for turn in (-360, 0, 360))

        for hue in np.arange(0.5, 360, 7.0):
            back = hue + 180 if hue < 180 else hue - 180
            expected = undertone.word(back) if off(back) < off(hue) else None
            self.assertEqual(comparison._loss_of(float(hue), WALL), expected, hue)


class Paired(unittest.TestCase):
    """A subject that is a little yellower than the board beside it: the board is less yellow, not bluer."""

    def pair(self, degrees, size=3.0):
        way = size * np.array([math.cos(math.radians(degrees)), math.sin(math.radians(degrees))])
        subject, held = readings(at(60, *(np.array([-1.0, 2.0]) + way)), at(60, -1.0, 2.0))
        return subject, held, {axis: comparison.as_paired(axis, subject, held, WALL) for axis in
                               ("lighter", "warmer", *map(comparative, WALL.undertone.words))}  # fmt: skip

    def test_the_opposite_of_what_the_subject_gains_is_less_of_it(self):
        for degrees in range(5, 360, 10):
            subject, held, found = self.pair(degrees)
            hue = (
                float(np.degrees(np.arctan2(*np.subtract(subject.undertone.vector, held.undertone.vector)[::-1]))) % 360
            )
            gained = WALL.undertone.word(hue)
            lost = WALL.undertone.word((hue + 180) % 360)
            had = lost in held.undertone.hues, gained in subject.undertone.hues
            spoken = {(True, False): False, (False, True): True}.get(had, comparison._loss_of(hue, WALL) is None)
            for axis, said in found.items():
                opposite = spoken and is_hue(axis) and axis == OPPOSITE.get(comparative(gained))
                self.assertEqual(said, less(gained) if opposite else axis, (degrees, axis))

    def test_a_hue_that_one_of_the_two_has_names_their_difference(self):
        clean, blue, orange = readings(at(96, -0.5, -0.8), at(88, -3.0, -3.8), at(80, 4.0, 6.0))
        self.assertEqual(blue.undertone.main, "blue")
        self.assertIn("bluer", comparison.compare(blue, clean, WALL).spoken)
        self.assertIn("less blue", comparison.compare(clean, blue, WALL).spoken)
        self.assertIn("less orange", comparison.compare(clean, orange, WALL).spoken)

    def test_two_share_an_undertone_by_their_first_or_by_leaning_to_each_other(self):
        def leaning(main, second):
            return SimpleNamespace(undertone=SimpleNamespace(main=main, second=second))

        for first, second, shared in (
            (("green", ""), ("green", "blue"), True), (("green", "blue"), ("blue", "green"), True),
            (("green", "blue"), ("blue", ""), False), (("green", ""), ("blue", "green"), False),
            (("green", "yellow"), ("blue", "green"), False),
        ):  # fmt: skip
            found = comparison.shared_undertone(leaning(*first), leaning(*second))
            self.assertEqual(found, shared, (first, second))


class Tints(unittest.TestCase):
    SYSTEM = demo.tint_system()
    BASE = max(SYSTEM.bases.values(), key=lambda one: one.capacity)
    CODE = next(iter(sorted(SYSTEM.colorants)))

    def test_the_fullest_is_what_the_base_holds_up_to_the_strongest(self):
        half = Recipe(self.BASE.code, {self.CODE: self.BASE.capacity / 2})
        self.assertAlmostEqual(reach.fullest(half, self.SYSTEM), 100.0)
        little = Recipe(self.BASE.code, {self.CODE: self.BASE.capacity / 50})
        self.assertEqual(reach.fullest(little, self.SYSTEM), reach.STRONGEST)
        self.assertEqual(reach.fullest(Recipe(self.BASE.code, {}), self.SYSTEM), 0.0)

    def test_a_wanted_lrv_is_reached_or_it_is_said_what_stopped_it(self):
        dark = next(one.recipe for one in demo.deck() if one.recipe and one.recipe.total and one.colour.lrv < 30)
        now = reach.lrv_at(dark, 0, self.SYSTEM)
        found = reach.for_lrv(dark, now + 3, self.SYSTEM)
        self.assertEqual((found.wanted, found.limit, found.reached), (now + 3, "", True))
        self.assertAlmostEqual(found.lrv, now + 3, places=3)
        self.assertLess(found.percent, 0)
        over = reach.for_lrv(dark, 99.9, self.SYSTEM)
        self.assertEqual((over.percent, over.limit, over.wanted), (reach.WEAKEST, "base", 99.9))
        self.assertFalse(over.reached)
        under = reach.for_lrv(dark, 0.0, self.SYSTEM)
        self.assertEqual((under.limit, under.wanted), ("capacity", 0.0))
        self.assertAlmostEqual(under.percent, reach.fullest(dark, self.SYSTEM))

    def test_bare_base_stays_bare_in_another(self):
        first, other = sorted(self.SYSTEM.bases)[:2]
        found = reach.in_base(Recipe(first, {}), other, self.SYSTEM)
        self.assertEqual((found.base, dict(found.amounts)), (other, {}))

    def test_a_mixture_counts_by_volume(self):
        one, other = Recipe(self.BASE.code, {self.CODE: 20.0}), Recipe(self.BASE.code, {})
        alone = self.SYSTEM.reflectance([one])[0]
        np.testing.assert_allclose(reach.mixture([(one, 3.0)], self.SYSTEM), alone)
        np.testing.assert_allclose(reach.mixture([(one, 1.0), (one, 5.0)], self.SYSTEM), alone)
        k, s = self.SYSTEM.parts([one, other])
        shares = np.array([0.25 / 1.02, 0.75])  # a litre of base with 20 mL is 1.02 litres of paint
        expected = surface(opaque(shares @ k, shares @ s))
        np.testing.assert_allclose(reach.mixture([(one, 1.0), (other, 3.0)], self.SYSTEM), expected)
        for parts in ((0.0, 0.0), (-1.0, 2.0)):
            with self.assertRaises(RecipeError):
                reach.mixture([(one, parts[0]), (other, parts[1])], self.SYSTEM)

    def test_a_curve_is_each_strength_by_itself(self):
        recipe = next(one.recipe for one in demo.deck() if one.recipe and one.recipe.total)
        found = curve(recipe, [-50, 0, 25], self.SYSTEM, WALL)
        spectra = self.SYSTEM.reflectance([recipe.scaled(percent) for percent in (-50, 0, 25)])
        np.testing.assert_allclose(found.lab, to_lab(spectra))
        np.testing.assert_allclose(found.lrv, to_lrv(spectra))
        self.assertEqual(list(found.percents), [-50, 0, 25])
        expected = read_many(to_lab(spectra), to_lrv(spectra), np.zeros(3), WALL)
        self.assertEqual(found.families, tuple(one.family.base for one in expected))
        for array in (found.percents, found.lrv, found.lab):
            self.assertFalse(array.flags.writeable)

    def test_the_deeper_base_is_the_next_that_holds_more(self):
        order = sorted(self.SYSTEM.bases.values(), key=lambda one: one.capacity)
        for smaller, larger in pairwise(order):
            if larger.capacity > smaller.capacity:
                self.assertEqual(reach.deeper_base(Recipe(smaller.code, {}), self.SYSTEM), larger.code)
        self.assertIsNone(reach.deeper_base(Recipe(order[-1].code, {}), self.SYSTEM))

    def test_the_chart_shows_through_on_black_and_on_white(self):
        bare, full = Recipe(self.BASE.code, {}), Recipe(self.BASE.code, {self.CODE: self.BASE.capacity})
        for one in opacities([bare, full], self.SYSTEM):
            for shown in (one.black, one.white):
                self.assertRegex(shown, "^#[0-9A-Fa-f]{6}$")
            self.assertLessEqual(one.ratio, one.with_third)
            self.assertLessEqual(int(one.black[3:5], 16), int(one.white[3:5], 16))

    def test_a_can_that_is_not_there_is_the_first(self):
        for can in self.SYSTEM.cans:
            self.assertEqual(self.SYSTEM.can(can.key), can)
        self.assertEqual(self.SYSTEM.can("no such"), self.SYSTEM.cans[0])


class Boxes(unittest.TestCase):
    TRIED = paint(70, 0, 5)

    def test_what_is_fixed_takes_its_part_of_its_side(self):
        slate, screen = paint(30, 0, 0), paint(80, 0, 20)
        bare = plain_room(surfaces={"floor": tuple(paint(45, 1, 8))})
        room = replace(
            bare, fixed=(Fixed("hearth", tuple(slate), 5.0, "floor"), Fixed("screen", tuple(screen), 9.36, "walls"))
        )
        found, before = solve.coats(room, self.TRIED), solve.coats(bare, self.TRIED)
        at_floor = SIDES.index("floor")
        np.testing.assert_allclose(found[at_floor], 0.75 * before[at_floor] + 0.25 * slate)  # 5 of 20 m²
        walls = 2 * (4.0 + 5.0) * 2.6
        for side in ("north", "east", "south", "west"):
            np.testing.assert_allclose(
                found[SIDES.index(side)], (1 - 9.36 / walls) * self.TRIED + 9.36 / walls * screen
            )
        np.testing.assert_allclose(found[SIDES.index("ceiling")], self.TRIED)
        one = replace(bare, fixed=(Fixed("door", tuple(slate), 2.6, "east"),))
        found = solve.coats(one, self.TRIED)
        np.testing.assert_allclose(found[SIDES.index("east")], 0.8 * self.TRIED + 0.2 * slate)
        np.testing.assert_allclose(found[SIDES.index("west")], self.TRIED)
        whole = replace(bare, fixed=(Fixed("rug", tuple(slate), 500.0, "floor"),))
        np.testing.assert_allclose(solve.coats(whole, self.TRIED)[at_floor], 0.05 * before[at_floor] + 0.95 * slate)

    def test_lamps_hang_spread_at_their_height(self):
        size = (4.0, 6.0, 2.6)
        heights = {"ceiling": 2.58, "pendant": 1.9, "wall": 1.8, "table": lamplight._STANDING}
        for hung, height in heights.items():
            places = lamplight._hung(size, 6, hung)
            self.assertEqual(places.shape, (6, 3))
            np.testing.assert_allclose(places[:, 2], height)
            self.assertTrue(((places[:, :2] > 0) & (places[:, :2] < size[:2])).all())
        low = (4.0, 4.0, 1.5)
        self.assertEqual([round(lamplight._hung(low, 1, hung)[0, 2], 3) for hung in heights], [1.48, 0.8, 1.125, 0.9])
        spread = lamplight._hung(size, 6, "ceiling")
        np.testing.assert_allclose(sorted(set(spread[:, 0])), [1.0, 3.0])
        np.testing.assert_allclose(sorted(set(spread[:, 1])), [1.0, 3.0, 5.0])
        np.testing.assert_allclose(sorted(set(lamplight._hung(size, 6, "wall")[:, 0])), [0.25, 3.75])
        np.testing.assert_allclose(sorted(set(lamplight._hung((6.0, 4.0, 2.6), 6, "wall")[:, 1])), [0.25, 3.75])
        self.assertEqual(len(lamplight._hung(size, 7, "ceiling")), 7)

    def test_the_sun_s_shape_is_cut_off_at_the_walls(self):
        room = plain_room(window("south", width=2.0, height=1.0, sill=1.0, along=2.0))

        def shape(toward):
            found = box.sun_on_floor(room.size, room.windows, np.array(toward) / np.linalg.norm(toward))
            return np.array(found[0]) if found else None

        def area(corners):
            x, y = corners.T
            return abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1))) / 2

        whole = shape((0.0, -1.0, 1.0))  # at 45°: as long as it is high, from 1 to 2 m from the wall
        np.testing.assert_allclose(sorted(set(np.round(whole[:, 1], 6))), [1.0, 2.0])
        np.testing.assert_allclose(sorted(set(np.round(whole[:, 0], 6))), [1.0, 3.0])
        self.assertAlmostEqual(area(whole), 2.0)
        aside = shape((-2.0, -1.0, 1.0))  # moved 2 to 4 m to the east: a part goes out of the wall at 4 m
        self.assertAlmostEqual(float(aside[:, 0].max()), 4.0)
        self.assertAlmostEqual(area(aside), 0.25)
        deep = shape((0.0, -3.6, 1.0))  # 3.6 to 7.2 m deep, of which 5 are there
        self.assertAlmostEqual(float(deep[:, 1].max()), 5.0)
        self.assertAlmostEqual(area(deep), 2.0 * (5.0 - 3.6))
        self.assertIsNone(shape((0.0, 1.0, 1.0)))
        self.assertIsNone(shape((0.0, -1.0, 0.0)))
        self.assertIsNone(shape((-9.0, -1.0, 1.0)))

    def test_two_rectangles_overlap_by_what_they_share(self):
        [hole] = box.rectangles((4.0, 5.0, 2.6), (window("south", width=1.8, height=1.3, along=2.0),))
        for aside, part in ((0.0, 1.0), (0.9, 0.5), (-1.35, 0.25), (2.0, 0.0)):
            moved = replace(hole, low=hole.low + np.array([aside, 0]), high=hole.high + np.array([aside, 0]))
            np.testing.assert_allclose(box._overlap(hole, moved), part, atol=1e-12)


class Whites(unittest.TestCase):
    WALL_READING = readings((70, -1.0, 1.0))[0]

    def ranked(self, *labs, there=(), gap=None):
        held = readings(*labs)
        found = rank(
            self.WALL_READING, held, [str(i) for i in range(len(labs))], WALL, gap, readings(*there) if there else ()
        )
        return {one.index: one for one in found}

    def test_sheens_of_every_surface_as_the_method_has_them(self):
        flat = {"walls": ("matte", "eggshell", "walls"), "kitchen and bath walls": ("eggshell", "satin", "wet"),
                "ceilings": ("flat", "flat", "ceiling"), "trim and sills": ("satin", "semi-gloss", "wear"),
                "doors": ("satin", "semi-gloss", "wear"), "cabinets": ("satin", "semi-gloss", "washed")}  # fmt: skip
        for crown, expected in (
            (sheen.WOODWORK, ("satin", "semi-gloss", "crown shines")),
            ("flat", ("flat", "flat", "crown flat")),
        ):
            found = {a.surface: (a.least, a.most, a.why) for a in sheen.advice(replace(WALL, crown=crown))}
            self.assertEqual(found, flat | {"crown moulding": expected})

    def test_what_a_sheen_takes_off_is_the_veil_that_it_does_not_scatter(self):
        for name, part in sheen.DIFFUSE.items():
            self.assertAlmostEqual(sheen.looks(50.0, name), 50.0 - 100 * K1 * (1 - part))
            self.assertEqual(sheen.looks(0.0, name), 0.0)
            self.assertGreaterEqual(sheen.deeper(20.0, name), sheen.deeper(60.0, name))
        self.assertEqual(sheen.deeper(30.0, "matte", "matte"), 0.0)

    def test_a_white_s_score_is_the_sum_of_its_parts(self):
        white = self.ranked((95, 0.0, 3.0))[0]
        temper = white.reading.temperature.value
        best = replace(white, clears=True, agreement=Agreement.AGREES, glares=False, there=There.NOTHING, yellows=False)
        self.assertAlmostEqual(home.score(best, temper), 1.0)
        self.assertAlmostEqual(home.score(replace(best, clears=False), temper), 0.6)
        self.assertAlmostEqual(home.score(replace(best, agreement=Agreement.BRIDGES), temper), 0.925)
        self.assertAlmostEqual(home.score(replace(best, agreement=Agreement.OPPOSES), temper), 0.7)
        self.assertAlmostEqual(home.score(replace(best, glares=True), temper), 0.9)
        for away in (2.0, -2.0):
            self.assertAlmostEqual(home.score(best, temper + away), 0.95)
        self.assertAlmostEqual(home.score(best, temper + 50), 0.8)
        self.assertAlmostEqual(home.score(replace(best, yellows=True), temper), 0.25)
        self.assertAlmostEqual(home.score(replace(best, there=There.NEAR_MISS), temper), 0.25)

    def test_temperatures_agree_bridge_or_oppose_by_their_sides(self):
        _, low, high = WALL.temperate
        warm, cool, neither = high + 0.1, low - 0.1, (low + high) / 2
        for one, other, expected in (
            (warm, warm, "agrees"), (cool, cool, "agrees"), (neither, neither, "agrees"), (warm, cool, "opposes"),
            (cool, warm, "opposes"), (warm, neither, "bridges"), (neither, cool, "bridges"), (low, high, "agrees"),
        ):  # fmt: skip
            self.assertEqual(agreement(one, other, WALL), expected, (one, other))

    def test_a_white_is_held_against_the_nearest_that_is_there(self):
        there = ((94, 0, 2.0), (93, 0, 9.0))
        found = self.ranked((94, 0, 2.1), (94, 0, 2.9), (93.5, -0.5, 8.0 + YELLOWER), (89, 1, 2.0), there=there)
        self.assertEqual([found[i].near for i in range(4)], [0, 0, 1, 0])
        for i, lab in enumerate(((94, 0, 2.1), (94, 0, 2.9), (93.5, -0.5, 8.0 + YELLOWER), (89, 1, 2.0))):
            self.assertAlmostEqual(found[i].away, min(float(delta_e(lab, one)) for one in there))
        self.assertEqual([found[i].there for i in (0, 1, 3)], [There.MATCHES, There.NEAR_MISS, There.DIFFERS])
        alone = self.ranked((94, 0, 2.1))[0]
        self.assertEqual((alone.there, alone.near, alone.away, alone.yellows), (There.NOTHING, -1, 0.0, False))
        creamy = self.ranked((93, 0, 2.0 + YELLOWER + 1.5), (93, 0, 2.0 + YELLOWER / 2), there=((93, 0, 2.0),))
        self.assertEqual([creamy[i].yellows for i in (0, 1)], [True, False])
        self.assertEqual([creamy[i].creaminess > creamy[1].creaminess for i in (0, 1)], [True, False])

    def test_the_gap_is_reached_where_it_is_met(self):
        lrv = float(lightness_to_lrv(93.0)) - self.WALL_READING.lrv
        for wanted, clears in ((lrv, True), (lrv + 1e-6, False), (lrv - 1e-6, True)):
            one = self.ranked((93, 0, 3.0), gap=wanted)[0]
            self.assertEqual((one.clears, round(one.gap, 6)), (clears, round(lrv, 6)))
        self.assertEqual(self.ranked((93, 0, 3.0))[0].clears, lrv >= WALL.trim_gap)

    def test_what_glares_is_light_and_nearly_without_colour(self):
        light = 96.5
        self.assertGreater(float(lightness_to_lrv(light)), WALL.whites.glare_lrv)
        self.assertTrue(self.ranked(at(light))[0].glares)
        self.assertFalse(self.ranked(at(light, 0.0, WALL.whites.clean_within * 1.5))[0].glares)
        self.assertFalse(self.ranked(at(90.0))[0].glares)

    def test_the_safe_answer_clears_spoils_nothing_and_shows_least_colour(self):
        base = self.ranked((95, 0.0, 3.6))[0]

        def white(index, strength, lrv, **more):
            reading = replace(base.reading, lrv=lrv, undertone=replace(base.reading.undertone, strength=strength))
            given = {
                "clears": True,
                "agreement": Agreement.AGREES,
                "glares": False,
                "there": There.NOTHING,
                "yellows": False,
            }
            return replace(base, index=index, reading=reading, **(given | more))

        plain, strong, brighter = white(0, 0.3, 84), white(1, 3.0, 90), white(2, 0.4, 88)
        self.assertEqual(safe([strong, plain, brighter]).index, 2)  # as little colour to half a unit, and brighter
        self.assertEqual(safe([strong, plain]).index, 0)
        for fault in (
            {"clears": False},
            {"agreement": Agreement.OPPOSES},
            {"there": There.NEAR_MISS},
            {"yellows": True},
        ):
            self.assertEqual(safe([strong, white(3, 0.0, 89, **fault)]).index, 1, fault)
        glaring = white(4, 0.0, 92, glares=True)
        self.assertEqual(safe([strong, glaring]).index, 1)
        self.assertEqual(safe([glaring]).index, 4)  # better that than none
        self.assertEqual(safe([strong, replace(glaring, agreement=Agreement.BRIDGES)]).index, 4)
        self.assertIsNone(safe([white(5, 0.0, 89, clears=False)]))
        self.assertIsNone(safe([]))
        same, apart_ = (
            white(i, 1.0, 88, there=t, away=away) for i, t, away in ((6, There.MATCHES, 0.4), (7, There.DIFFERS, 4.0))
        )
        nearer = white(8, 1.0, 88, there=There.MATCHES, away=0.2)
        keys = [str(i) for i in range(9)]
        self.assertEqual([one.index for one in ways_out([same, apart_, nearer], keys)], [8, 7])
        self.assertEqual(ways_out([replace(same, clears=False), replace(apart_, yellows=True)], keys), (None, None))
