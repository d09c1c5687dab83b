"""Light in a box: form factors, energy, the integrating sphere, and the hand formula of daylight."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism.light.box import box, sun_on_floor, sunlight
from prism.light.form_factors import Rectangles, exchange
from prism.light.glass import slanted
from prism.light.lamplight import lamplight
from prism.light.room import HUNG, SIDES, Lamp, Room
from prism.light.seen import eye_in
from prism.light.sky import outdoors
from prism.light.solve import burning, entering, lit, on_ground, solve, toward_sun
from prism.light.spectra import colour_temperature, column, lux, xyz
from prism.spectrum import white_point
from prism.tests.rooms import SKERRY, plain_room, window

LENGTHS = st.floats(0.5, 20)


class FormFactors(unittest.TestCase):
    """Howell, "A catalog of radiation heat transfer configuration factors", C-11 and C-14: unit squares."""

    def test_unit_squares(self):
        def square(axis, at):
            return Rectangles(axis, at, np.zeros((1, 2)), np.ones((1, 2)))

        self.assertAlmostEqual(exchange(square(2, 0.0), square(2, 1.0)).item(), 0.1998, places=4)
        self.assertAlmostEqual(exchange(square(2, 0.0), square(0, 0.0)).item(), 0.2000, places=4)

    @settings(max_examples=25, deadline=None)
    @given(LENGTHS, LENGTHS, st.floats(1.5, 8))
    def test_every_patch_sees_the_whole_room_and_no_more(self, width, depth, height):
        shape = box((width, depth, height), ())
        np.testing.assert_allclose(shape.factors.sum(axis=1), 1, atol=1e-9)
        sent = shape.factors * shape.areas[:, None]
        np.testing.assert_allclose(sent, sent.T, atol=1e-9)

    def test_a_window_sends_all_its_light_somewhere(self):
        for wall in ("north", "east", "south", "west", "ceiling"):
            shape = box((4.0, 5.0, 2.6), (window(wall, hides=0.3),))
            (pane,) = shape.panes
            total = (pane.share.sum(axis=1) * shape.areas).sum()
            self.assertAlmostEqual(total, pane.rectangle.areas[0], places=6)


class Energy(unittest.TestCase):
    def test_what_comes_in_is_taken_up_or_leaves(self):
        room = plain_room(window("south"), window("east"), window("ceiling", width=1, height=1))
        shape = box(room.size, room.windows)
        light = outdoors([35, 8], [150, 100], 172)
        straight = entering(room, light) + burning(room)[..., None]
        found = lit(room, straight, np.full(31, 0.6))
        coats = shape.coats(found.reflectance)
        came = np.einsum("bnt,n->bt", straight, shape.areas)
        kept = np.einsum("bnt,bn,n->bt", found.patches, 1 - coats, shape.areas)
        np.testing.assert_allclose(kept, came, rtol=1e-9)

    def test_sunlight_through_a_window_is_all_on_the_patches(self):
        shape = box((4.0, 5.0, 2.6), (window("south"),))
        toward = np.array([[0.0, -0.8, 0.6], [0.3, -0.9, 0.3], [0.0, 0.8, 0.6]])
        fallen = (sunlight(shape, toward)[0] * shape.areas).sum(axis=1)
        # two panes of index 1.526 by Fresnel, worked by hand: 0.8465 straight on, 0.8379 at 36.9° and 0.8434 at 25.8°
        cos, passed = np.array([0.8, 0.9 / np.sqrt(0.99)]), np.array([0.9925, 0.9977])
        np.testing.assert_allclose(fallen[:2] / np.array([1, np.sqrt(0.99)]), 1.8 * 1.3 * cos * passed, rtol=2e-3)
        self.assertEqual(fallen[2], 0)

    def test_a_slanting_sun_brings_in_what_its_beam_covers(self):
        # the beam on the pane is E·cos θ, of which two panes pass 0.7588 of 0.8465 at 60° and 0.3095 at 80° (Fresnel)
        shape = box((4.0, 5.0, 2.6), (window("south"),))
        toward = np.array([[np.sqrt(0.5), -0.5, 0.5], [np.sqrt(1 - 0.25 - np.cos(np.radians(80)) ** 2), 0, 0.5]])
        toward[1, 1] = -np.cos(np.radians(80))
        fallen = (sunlight(shape, toward)[0] * shape.areas).sum(axis=1)
        expected = 1.8 * 1.3 * np.array([0.5 * 0.8964, 0.17365 * 0.3657])
        np.testing.assert_allclose(fallen, expected, rtol=2e-3)

    def test_the_sun_patch_lies_where_it_should(self):
        # a low sun in the south lights the north wall, a high one the floor near the window
        shape = box((4.0, 5.0, 2.6), (window("south"),))
        low, high = (np.array([[0.0, -np.cos(h), np.sin(h)]]) for h in np.radians([8, 60]))
        on = [np.bincount(shape.side, sunlight(shape, d)[0, 0] * shape.areas, 6) for d in (low, high)]
        self.assertEqual(on[0].argmax(), SIDES.index("north"))
        self.assertEqual(on[1].argmax(), SIDES.index("floor"))

    def test_the_sun_on_the_floor_is_the_window_laid_down(self):
        high = np.array([0.0, -np.cos(np.radians(60)), np.sin(np.radians(60))])
        (shape,) = sun_on_floor((4.0, 5.0, 2.6), (window("south"),), high)
        x, y = np.array(shape).T
        self.assertAlmostEqual(x.max() - x.min(), 1.8)
        # sill and head of the glass, drawn out by the cotangent of the sun's height
        self.assertAlmostEqual(y.min(), 0.9 / np.tan(np.radians(60)))
        self.assertAlmostEqual(y.max(), 2.2 / np.tan(np.radians(60)))
        self.assertEqual(sun_on_floor((4.0, 5.0, 2.6), (window("north"),), high), [])
        self.assertEqual(sun_on_floor((4.0, 5.0, 2.6), (window("south"),), np.array([0.0, -1.0, 0.0])), [])

    def test_all_lumens_fall_somewhere(self):
        shape = box((4.0, 5.0, 2.6), ())
        for hung in HUNG:
            for count in (1, 3, 8):
                total = (lamplight(shape.size, Lamp(count=count, hung=hung)) * shape.areas).sum()
                self.assertAlmostEqual(total, 1, places=9)


class Windows(unittest.TestCase):
    def test_glass_passes_what_fresnel_says(self):
        # index 1.526: reflectances 0.1855 across and 0.00145 along at 60°, 0.04336 straight on, worked by hand
        for panes, at_60, from_all_sides in ((1, 0.8421 / 0.9169, 0.92), (2, 0.7588 / 0.8465, 0.90)):
            self.assertAlmostEqual(float(slanted(0.5, panes)), at_60, places=3)
            self.assertAlmostEqual(float(slanted(1.0, panes)), 1.0)
            angle = np.radians(np.arange(0.25, 90, 0.5))
            whole = (2 * slanted(np.cos(angle), panes) * np.cos(angle) * np.sin(angle)).sum() * np.radians(0.5)
            self.assertAlmostEqual(whole, from_all_sides, delta=0.005)

    def test_under_cloud_it_does_not_matter_where_the_sun_would_be(self):
        # a cloud has no shadow of a house, so all four sides get the same light, and of the same colour
        light = outdoors([40], [180], 172, 1.0)
        seen = []
        for wall in ("north", "south"):
            room = plain_room(window(wall, outside="lawn"), lamps=())
            found = lit(room, entering(room, light), np.full(31, 0.5)).sides[0, SIDES.index("east")]
            seen.append((float(lux(found)), float(colour_temperature(found)[0])))
        np.testing.assert_allclose(seen[0], seen[1], rtol=1e-9)

    def test_a_house_hides_a_part_of_the_sky_from_the_ground_before_it(self):
        # two thirds of the sky's light, for a window half-way up a wall: by integrating over the ground in view
        room = plain_room(window("north", sill=2.35, height=1.3, outside="sand"), lamps=())
        room = replace(room, height=4.0)
        (pane,) = box(room.size, room.windows).panes
        light = outdoors([40], [180], 172, 1.0)
        toward = toward_sun(light, 0.0)
        part = float(lux(on_ground(room, light, pane, toward))[0] / lux(light.ground)[0])
        x = np.linspace(1e-3, 400, 400_000)  # distances on the ground, of a window 3 m up a wall of 6 m
        down, up = np.arctan2(3.0, x), np.arctan2(6.0, x)
        weight = np.cos(down) * np.gradient(-down)
        self.assertAlmostEqual(part, ((1 + np.cos(up)) / 2 * weight).sum() / weight.sum(), delta=0.01)


class Limits(unittest.TestCase):
    def test_a_white_box_under_d65_returns_d65(self):
        shape = box((4.0, 4.0, 3.0), ())
        straight = np.repeat(column("D65")[:, None, None] * 100, len(shape.areas), axis=1)
        for reflectance in (0.0, 0.5, 0.9):
            found = solve(shape, np.full((6, 31), reflectance), straight)
            kelvin, _ = colour_temperature(np.moveaxis(found, 0, -1))
            np.testing.assert_allclose(kelvin, 6_504, atol=3)
            coats = np.full((31, len(shape.areas)), reflectance)
            white = eye_in(found, shape.areas, shape.side < 4, coats).white[0]
            np.testing.assert_allclose(white, white_point(), atol=1e-3)

    def test_a_grey_box_meets_the_integrating_sphere(self):
        # an even box holds E = E₀/(1 − ρ), as a sphere does (Ulbricht)
        shape = box((3.0, 3.0, 3.0), ())
        straight = np.ones((31, len(shape.areas), 1))
        for reflectance in (0.1, 0.5, 0.85):
            found = solve(shape, np.full((6, 31), reflectance), straight)
            np.testing.assert_allclose(found, 1 / (1 - reflectance), rtol=1e-6)

    def test_a_lamp_in_a_cube_holds_what_a_sphere_would(self):
        # mean E = Φ / (A(1 − ρ)), whatever the lamp's place
        room = Room(SKERRY, 3.0, 3.0, 3.0, lamps=(Lamp(4_000, 1_000, 1, hung="pendant"),))
        shape = box(room.size, ())
        found = lit(room, burning(room)[..., None], np.full(31, 0.7))
        mean = (lux(np.moveaxis(found.patches, 0, -1))[:, 0] * shape.areas).sum() / shape.areas.sum()
        self.assertAlmostEqual(mean, 1_000 / 54 / 0.3, delta=0.5)

    def test_average_daylight_factor_of_the_hand_formula(self):
        # BS 8206-2 (after Lynes and Crisp): D = T·W·θ·M / (A(1 − R²)) per cent, here on the floor, where nothing
        # outside stands in the way (θ = 90°); it takes an upright window to get 0.45 of what the ground gets
        both = window("south"), window("east", width=1.2)
        for windows in ((window("north"),), both, (window("west", height=1.6),)):
            room = replace(plain_room(*windows), lamps=())
            light = outdoors([40], [180], 172, 1.0)
            grey = {side: tuple(np.full(31, v)) for side, v in (("floor", 0.2), ("ceiling", 0.7))}
            room = replace(room, surfaces=grey)
            found = lit(room, entering(room, light), np.full(31, 0.5))
            shape = box(room.size, room.windows)
            on_floor = lux(np.moveaxis(found.patches, 0, -1))[:, 0]
            area = shape.areas.sum()
            whole = (on_floor * shape.areas)[shape.side == SIDES.index("floor")].sum() / 20
            glass = sum(w.width * w.height for w in windows)
            rho = (0.2 * 20 + 0.7 * 20 + 0.5 * (area - 40 - glass) + 0.1 * glass) / area
            factor = 100 * whole / float(lux(light.ground)[0])
            expected = 0.80 * 0.90 * glass * 90 / (area * (1 - rho**2))
            self.assertAlmostEqual(factor / expected, 1, delta=0.2, msg=str(windows))

    def test_floor_outside_and_paint_tint_the_light(self):
        room = plain_room(window("north"))
        light = outdoors([40], [180], 172)
        straight = entering(room, light)
        grey = np.full(31, 0.5)

        def tint(tried, **surfaces):
            held = replace(room, surfaces=room.surfaces | surfaces)
            found = lit(held, straight, tried).sides[0, :4].mean(axis=0)
            _, y, z = xyz(found)
            return z / y

        warm = tuple(np.linspace(0.1, 0.7, 31))
        self.assertLess(tint(grey, floor=warm), tint(grey) - 0.01)
        self.assertLess(tint(np.asarray(warm)), tint(grey) - 0.05)
        snow = plain_room(window("north", outside="snow"))
        bright = lit(snow, entering(snow, light), grey).sides[0, 5]
        self.assertGreater(lux(bright), 1.5 * lux(lit(room, straight, grey).sides[0, 5]))
