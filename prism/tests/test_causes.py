"""Why a wall looks other than its sample: each cause is found where it is put, and by as much."""

import unittest
from dataclasses import replace
from datetime import date

import numpy as np

from prism import demo, method, words
from prism.difference import delta_e
from prism.light.causes import SOURCES, Cause, Causes, causes
from prism.light.claims import readings
from prism.light.day import days
from prism.light.room import WALLS, Lamp
from prism.tests.rooms import plain_room, window

METHOD = method.load()
MARCH = date(2026, 3, 20)
GREY = next(entry.colour for entry in demo.deck() if entry.code == "H16.3")
COAT, SAMPLE = np.asarray(GREY.reflectance), np.asarray(GREY.lab)
NORTH = plain_room(window("north"))
RED = tuple(np.concatenate([np.full(16, 0.06), np.full(15, 0.5)]))


def why(room, hour, cloud=0.0, wall="south", day=MARCH):
    return causes(room, COAT, day, hour, cloud, wall, SAMPLE)


def part(found, kind):
    return next(one.part for one in found.each if one.kind == kind)


def said(found, sky="clear"):
    without, own = readings(np.array([found.each[0].without, SAMPLE]), 0.5, METHOD)
    return words.causes.causes_text(found, sky, "south", without, own)


class Measured(unittest.TestCase):
    def test_what_the_wall_looks_like_is_what_the_day_says(self):
        for hour, cloud in ((9.0, 0.0), (12.0, 1.0), (21.0, 0.0)):
            (day,) = days(NORTH, COAT, MARCH, (hour,), (cloud,))
            for wall in WALLS:
                found = why(NORTH, hour, cloud, wall)
                np.testing.assert_allclose(found.seen, day.seen(COAT)[0, WALLS.index(wall)], atol=1e-6)
                self.assertAlmostEqual(found.lux, float(day.lux[0, WALLS.index(wall)]), places=5)

    def test_a_north_sky_makes_it_bluer(self):
        found = why(NORTH, 12.0)
        self.assertEqual(found.each[0].kind, "sky")
        self.assertLess(found.seen[2], found.each[0].without[2])
        self.assertTrue(said(found).startswith("The light of the clear sky does most of this. Under a sky of neutral"))

    def test_lamps_of_an_evening_and_none_of_daylight(self):
        warm = why(NORTH, 21.0)
        self.assertEqual(warm.each[0].kind, "lamps")
        self.assertGreater(warm.seen[2], warm.each[0].without[2] + 3)
        cold = why(replace(NORTH, lamps=(Lamp(6_500, 800, 4, "led", 98),)), 21.0)
        self.assertLess(abs(part(cold, "lamps")), 0.3)

    def test_a_red_floor_under_cloud(self):
        room = replace(NORTH, surfaces=NORTH.surfaces | {"floor": RED})
        found = why(room, 12.0, 1.0)
        self.assertEqual(found.each[0].kind, "floor")
        self.assertLess(delta_e(found.each[0].without, SAMPLE), delta_e(found.seen, SAMPLE))
        self.assertIn("Over a grey floor, the south wall would look", said(found, "overcast"))

    def test_an_overcast_sky_is_of_daylight_already_and_a_grey_floor_grey(self):
        grey = replace(NORTH, surfaces={"floor": (0.2,) * 31, "ceiling": (0.85,) * 31})
        found = why(grey, 12.0, 1.0)
        for kind in ("sky", "sun", "lamps", "floor"):
            self.assertAlmostEqual(part(found, kind), 0.0, places=2, msg=kind)

    def test_dim_light_darkens_and_strong_light_lifts(self):
        dim = why(plain_room(window("north", width=0.5, height=0.6)), 12.0, 1.0)
        self.assertEqual(dim.each[0].kind, "level")
        self.assertIn("The dim light does most of this. In more light", said(dim, "overcast"))
        self.assertLess(dim.seen[0], dim.each[0].without[0])
        strong = why(plain_room(window("west", width=3.0)), 19.5, 0.0, "east", date(2026, 6, 21))
        self.assertGreater(strong.lux, 1_000)
        self.assertGreater(strong.seen[0], next(one for one in strong.each if one.kind == "level").without[0])


class Said(unittest.TestCase):
    def causes_of(self, *parts):
        kinds = (*SOURCES, "floor", "walls", "level")
        found = [Cause(kind, SAMPLE, value) for kind, value in zip(kinds, parts, strict=False)]
        return Causes(SAMPLE, 100.0, tuple(sorted(found, key=lambda one: -one.part)))

    def test_two_large_ones_are_both_named_and_none_where_none_is_large(self):
        self.assertIn(
            "The light of the clear sky and the dim light do most", said(self.causes_of(0.6, 0, 0, 0, 0, 0, 0.3))
        )
        self.assertIn("The colour of the lamps does most", said(self.causes_of(0.1, 0, 0, 0.9)))
        self.assertEqual(said(self.causes_of(0.2, 0.2, 0.1)), words.causes.MANY_CAUSES)

    def test_figures_give_every_cause_its_part_and_what_is_left_without(self):
        lines = words.causes.cause_figures(self.causes_of(0.6, 0.1), "clear", [0.4, 2.5])
        self.assertEqual(lines[0], ("The light of the clear sky", "60\xa0%, ΔE00 0.4 without"))
