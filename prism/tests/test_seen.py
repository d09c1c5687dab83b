"""What walls read as: the appearance model by its oracle, the white it keeps, and what practice sees."""

import unittest
from dataclasses import replace
from datetime import date

import numpy as np

from prism import method
from prism.appearance import appearance, conditions, degree_of_adaptation, stimulus
from prism.difference import delta_e
from prism.light.box import box
from prism.light.claims import UNKNOWN_SPECTRUM, readings, warmth
from prism.light.day import days, deepening, evening, outside
from prism.light.materials import library, smoothest
from prism.light.room import SIDES, WALLS, Lamp
from prism.light.seen import USUAL_LUX, beside_white, coming_from_daylight, eye_in
from prism.light.sky import outdoors
from prism.light.solve import entering, lit, solve
from prism.light.spectra import column
from prism.spectrum import lab_to_xyz, to_lab, white_point
from prism.tests.oracle import oracle
from prism.tests.random_rooms import cases
from prism.tests.rooms import paint, plain_room, window
from prism.tests.surfaces import measured_paints

BLUE, TAUPE = (80.0, -3.25, 0.08), (80.0, 0.95, 6.2)
BACK = {"north": "south", "south": "north"}


class Ciecam16(unittest.TestCase):
    """CIE 248:2022."""

    def test_lightness_chroma_and_hue_of_the_oracle(self):
        colour = oracle()
        stimuli = np.array([[19.01, 20, 21.78], [57.06, 43.06, 31.96], [3.53, 6.56, 2.14], [80, 84, 70]])
        for white in ([95.05, 100, 108.88], [109.85, 100, 35.58]):
            for luminance in (318.31, 20.0, 1.0):
                ours = appearance(stimuli, conditions(np.broadcast_to(white, stimuli.shape), luminance))
                for i, one in enumerate(stimuli):
                    theirs = colour.XYZ_to_CIECAM16(one, np.array(white), luminance, 20)
                    for found, expected in zip(
                        (ours.lightness[i], ours.chroma[i], ours.hue[i]), (theirs.J, theirs.C, theirs.h), strict=True
                    ):
                        self.assertAlmostEqual(found, float(expected), places=6)

    def test_there_and_back(self):
        stimuli = lab_to_xyz(np.random.default_rng(4).uniform([5, -30, -30], [97, 30, 30], (50, 3)))
        view = conditions(np.broadcast_to([103.0, 100, 60], stimuli.shape), 12.0)
        np.testing.assert_allclose(stimulus(appearance(stimuli, view), view), stimuli, rtol=1e-9)

    def test_degree_of_adaptation_at_300_lux(self):
        self.assertAlmostEqual(float(degree_of_adaptation(300 / np.pi * 0.2)), 0.86, delta=0.01)


class Eye(unittest.TestCase):
    def test_a_board_in_even_daylight_is_itself(self):
        shape = box((4.0, 4.0, 3.0), ())
        patches = np.repeat(column("D65")[:, None, None] * USUAL_LUX, len(shape.areas), axis=1)
        eye = eye_in(patches, shape.areas, shape.side < 4, np.full(patches.shape[:2], 0.5))
        paints = measured_paints()[:20]
        light = np.repeat(patches[:, 0].T[None], len(paints), axis=1)
        for found in (coming_from_daylight(light, paints, eye), beside_white(light, paints)):
            self.assertLess(delta_e(found[0], to_lab(paints)).max(), 0.25)

    def test_how_much_of_a_light_a_white_keeps(self):
        # by practice and by the degree of adaptation: under a sky of 10,000 K about −2 of b*, under 2,700 K about +8
        shape = box((4.0, 4.0, 3.0), ())
        from prism.light.lamps import spectrum
        from prism.light.spectra import daylight, lux

        for light, expected in ((daylight(10_000), -2), (spectrum("led", 2_700.0), 8)):
            light = light / lux(light) * 300
            patches = np.repeat(light[:, None, None], len(shape.areas), axis=1)
            eye = eye_in(patches, shape.areas, shape.side < 4, np.full(patches.shape[:2], 0.5))
            found = coming_from_daylight(patches[:, :1].transpose(2, 1, 0), np.ones(31), eye)[0, 0]
            self.assertAlmostEqual(found[2], expected, delta=1.5)
            self.assertAlmostEqual(found[0], 100, delta=1)
            np.testing.assert_allclose(
                beside_white(patches[:, :1].transpose(2, 1, 0), np.ones(31))[0, 0], [100, 0, 0], atol=0.01
            )

    def test_a_sunlit_wall_is_not_lighter_than_paint_can_be(self):
        room = plain_room(window("west"), lamps=())
        found = lit(room, entering(room, outdoors([5], [270], 172)), paint(*TAUPE))
        shape = box(room.size, room.windows)
        eye = eye_in(found.patches, shape.areas, shape.side < 4, shape.coats(found.reflectance))
        seen = coming_from_daylight(found.sides[:, :4], paint(*TAUPE), eye)[0]
        self.assertLess(seen[SIDES.index("east"), 0], TAUPE[0] + 7)


class PracticeSize(unittest.TestCase):
    """The size of the shifts that practice sees, in a room of 4 by 5 m."""

    def shifts(self, lab, facing, height, azimuth, cloud=0.0):
        room = plain_room(window(facing), lamps=())
        light = outdoors([height], [azimuth], 172, cloud)
        found = lit(room, entering(room, light), paint(*lab))
        shape = box(room.size, room.windows)
        eye = eye_in(found.patches, shape.areas, shape.side < 4, shape.coats(found.reflectance))
        seen = coming_from_daylight(found.sides[:, :4], paint(*lab), eye)[0] - lab
        return {wall: seen[SIDES.index(wall)] for wall in WALLS}

    def test_away_from_the_sun_it_turns_blue(self):
        for lab in (BLUE, TAUPE):
            back = self.shifts(lab, "north", 40, 180)["south"]
            self.assertTrue(-3 < back[2] < -0.7, back)  # cool, by a little
            self.assertLess(abs(back[1]), 1.5)

    def test_facing_the_sun_it_stays(self):
        for lab in (BLUE, TAUPE):
            side = self.shifts(lab, "south", 40, 180)["east"]
            self.assertLess(np.hypot(*side[1:]), 1.5)

    def test_under_an_overcast_sky_it_nearly_stays(self):
        side = self.shifts(BLUE, "north", 40, 180, 1.0)["east"]
        self.assertLess(np.hypot(*side[1:]), 2.5)

    def test_a_low_west_sun_warms(self):
        self.assertGreater(self.shifts(BLUE, "west", 5, 270)["west"][2], 2)

    def test_back_walls_fall_and_side_walls_hold(self):
        for facing, cloud in (("north", 0.0), ("north", 1.0), ("south", 1.0)):
            found = self.shifts(TAUPE, facing, 40, 180, cloud)
            self.assertTrue(-6 < found[BACK[facing]][0] < (-2 if cloud else 0), found)
            self.assertTrue(-4 < found["east"][0] < 1, found)

    def test_warm_lamps_pull_warm_undertones_out(self):
        room = plain_room()
        sorts = [(Lamp(kelvin, 800, 4),) for kelvin in (2_700, 3_000, 4_000)]
        line = method.load()
        for lab in (BLUE, TAUPE):
            lit_by = evening(room, paint(*lab), sorts)
            warm = warmth(lit_by.seen()[:, 0], line)
            self.assertGreater(warm[0], warm[1])
            self.assertGreater(warm[1], warm[2])
            self.assertGreater(warm[0] - warmth(np.array(lab), line), 3)


class WhiteStaysWhite(unittest.TestCase):
    """By practice: a clean white on a wall is a white by day, whatever stands outside and on the floor."""

    white = (96.0, -0.8, 2.9)
    whites = ("white", "off-white")

    def test_in_rooms_of_every_kind(self):
        seen = []
        for case in cases(500, 7):
            there = case.lit(paint(*self.white))
            if there.lux[0, case.wall] > 200:
                seen.append(there.seen()[0, case.wall])
        self.assertGreater(len(seen), 300)
        named = [reading.family.word in self.whites for reading in readings(seen, 0.3, method.load())]
        self.assertGreaterEqual(np.mean(named), 0.95)

    def test_over_a_golden_floor_with_a_lawn_outside(self):
        floor = library()["wood-golden"].reflectance
        south = plain_room(window("south", outside="lawn"), lamps=(), surfaces={"floor": floor})
        dark = plain_room(window("south"), lamps=(), surfaces={"floor": tuple(paint(20, 2, 4))})
        for room, sky in ((south, 0.0), (dark, 1.0)):
            (there,) = days(room, paint(*self.white), date(2026, 6, 21), (12.0,), (sky,), "off")
            side = there.seen()[0, WALLS.index("east")]
            (found,) = readings([side], 0.3, method.load())
            self.assertIn(found.family.word, self.whites, side)
            self.assertGreater(side[0], 90)

    def test_a_dark_floor_does_not_darken_the_walls_of_a_grey_day(self):
        # what the eye takes for white is what is bright and large; the floor before the window is neither
        room = plain_room(window("south", width=3.0, sill=0.1), lamps=(), surfaces={"floor": tuple(paint(20, 2, 4))})
        (there,) = days(room, paint(*self.white), date(2026, 6, 21), (12.0,), (1.0,), "off")
        self.assertGreater(there.seen()[0, :, 0].min(), 96 - 8)


class WholeDays(unittest.TestCase):
    day = date(2026, 6, 21)

    def test_all_hours_at_once_are_the_hours_one_by_one(self):
        room = plain_room(window("west"))
        hours = (5.0, 12.0, 18.5, 23.0)
        together = days(room, paint(*TAUPE), self.day, hours)
        for cloud, whole in zip((0.0, 1.0), together, strict=True):
            for t, hour in enumerate(hours):
                (alone,) = days(room, paint(*TAUPE), self.day, (hour,), (cloud,))
                np.testing.assert_allclose(whole.seen()[t], alone.seen()[0], atol=1e-6)
                np.testing.assert_allclose(whole.lux[t], alone.lux[0], rtol=1e-9)

    def test_what_arrives_is_what_comes_in_and_what_all_others_send_on(self):
        """By factors and step by step; also in surfaces that send on more than they get, as a bad measurement says."""
        room, chance = plain_room(window("west")), np.random.default_rng(4)
        shape = box(room.size, room.windows)
        straight = chance.uniform(0, 2, (31, len(shape.areas), 16))
        straight[..., 3] = 0
        for sides in (chance.uniform(0, 0.95, (6, 31)), np.full((6, 31), 1.3)):
            for few in (straight, straight[..., :4]):
                there = solve(shape, sides, few)
                sent = np.einsum("ij,bj,bjt->bit", shape.factors, shape.coats(sides), there)
                self.assertTrue(np.isfinite(there).all())
                np.testing.assert_allclose(there, few + sent, atol=1e-6 * np.abs(there).max())

    def test_a_meter_that_finds_half_makes_all_of_it_half(self):
        room = plain_room(window("north"), lamps=())
        full, half = (days(replace(room, correction=c), paint(*TAUPE), self.day, (12.0,))[0] for c in (1.0, 0.5))
        np.testing.assert_allclose(half.lux, full.lux / 2)
        np.testing.assert_allclose(half.kelvin, full.kelvin)

    def test_no_window_and_no_lamp_is_dark_not_an_error(self):
        room = plain_room(lamps=())
        for found in days(room, paint(*TAUPE), self.day):
            self.assertTrue(found.dark.all())
            self.assertTrue(np.isfinite(found.seen()).all())

    def test_midnight_sun_and_polar_night(self):
        from prism.light.sun import Place

        far = Place(78.0, 15.0, "UTC")
        room = plain_room(window("south"), place=far, lamps=())
        (summer,) = days(room, paint(*TAUPE), self.day, clouds=(0.0,))
        (winter,) = days(room, paint(*TAUPE), date(2026, 12, 21), clouds=(0.0,))
        self.assertFalse(summer.dark.any())
        self.assertTrue(winter.dark.all())

    def test_a_turned_room_is_the_room_facing_there(self):
        north = plain_room(window("north"), lamps=(), surfaces={})
        turned = replace(north, rotation_deg=180.0)
        south = replace(north, windows=(window("south"),))
        a, b = (days(room, paint(*TAUPE), self.day, (9.0, 13.0))[0] for room in (turned, south))
        np.testing.assert_allclose(a.lux[:, WALLS.index("north")], b.lux[:, WALLS.index("south")], rtol=0.02)

    def test_four_walls_are_deeper_than_the_board(self):
        room = plain_room(window("south"), lamps=())
        straight = outside(room, self.day, (12.0,), 1.0)[2]
        clear = paint(60, 25, 20)
        board, walls = deepening(room, clear, straight, paint(90, 0, 3))
        chroma = [np.hypot(*one[0, :, 1:].T).mean() for one in (board, walls)]
        self.assertGreater(chroma[1], chroma[0] + 1)


class Materials(unittest.TestCase):
    def test_the_smoothest_reflectance_has_its_lab(self):
        lab = np.array([[40, 2, 6], [95, 0, 2], [50, 40, -20], [88, -5, 60], [20, 0, 0], [75, -3, 1]], dtype=float)
        made = smoothest(lab)
        np.testing.assert_allclose(to_lab(made), lab, atol=1e-3)
        self.assertTrue(((made >= 0) & (made <= 1)).all())

    def test_paints_by_their_smoothest_reflectance_under_lamps(self):
        # what not knowing the spectrum costs under a lamp; it is part of what is unsure of a colour known by Lab
        from prism.light.lamps import spectrum

        paints = measured_paints()
        guessed = smoothest(to_lab(paints))
        light = spectrum("led", 2_700.0)[None, None] * 300
        lost = delta_e(beside_white(light, paints)[0], beside_white(light, guessed)[0])
        self.assertAlmostEqual(float(np.sqrt((lost**2).mean())), UNKNOWN_SPECTRUM, delta=0.1)

    def test_the_library_is_sound(self):
        found = library()
        self.assertGreater(len(found), 25)
        for material in found.values():
            self.assertEqual(len(material.reflectance), 31)
            self.assertTrue(min(material.reflectance) > 0 and max(material.reflectance) <= 1, material.key)
        estimated = {m.key for m in found.values() if m.origin == "estimated"}
        self.assertLess({"snow", "sea", "oak", "brass"}, estimated)
        self.assertFalse(estimated & {"lawn", "slate", "brick-red", "red brick", "terracotta"})
        np.testing.assert_allclose(white_point()[1], 100, atol=1e-4)
