"""A room drawn: light on points, what an eye makes of it, sun, and pixels."""

import unittest
from datetime import date
from functools import cache

import numpy as np

from prism.light.box import Rectangles
from prism.light.day import days
from prism.light.form_factors import at_points
from prism.light.picture import LEVEL, ROWS, brighter, pictures
from prism.light.room import SIDES, WALLS, Fixed
from prism.light.view import ACROSS, Camera, camera, drawn
from prism.screen import lab_to_screen
from prism.tests.rooms import paint, plain_room, window

SAGE, CREAM, RED = paint(75, -4, 6), paint(92, 0, 4), paint(45, 45, 30)
JUNE = date(2026, 6, 21)


@cache
def made(*walls, lamps=True, hours=(9.0, 12.0, 22.5), fixed=False):
    changes = {} if lamps else {"lamps": ()}
    if fixed:
        changes["fixed"] = (Fixed("hearth", tuple(RED), 2.0, "north"), Fixed("rug", tuple(RED), 3.0))
    room = plain_room(*(window(wall) for wall in walls), **changes)
    return room, pictures(room, SAGE, CREAM, JUNE, hours)


def of_points():
    """What each point of a wall stands for: they stand from edge to edge, so that those of an edge count half."""
    weights = np.ones(ROWS)
    weights[[0, -1]] /= 2
    weights[:, [0, -1]] /= 2
    return weights.ravel()


class Points(unittest.TestCase):
    def test_a_small_patch_below_a_rectangle_sees_as_much_as_the_handbook_says(self):
        """F = (1/2π)[X/√(1+X²)·atan(Y/√(1+X²)) + Y/√(1+Y²)·atan(X/√(1+Y²))] below a corner: Howell, B-3."""

        def corner(a, b, h):
            x, y = a / h, b / h
            one, other = np.hypot(1, x), np.hypot(1, y)
            return (x / one * np.arctan(y / one) + y / other * np.arctan(x / other)) / (2 * np.pi)

        up = np.array([[0.0, 0.0, 1.0]])
        for a, b, h in ((4, 5, 2.6), (1, 1, 1), (0.3, 2, 0.8)):
            above = Rectangles(2, h, np.zeros((1, 2)), np.array([[a, b]], dtype=float))
            self.assertAlmostEqual(at_points(np.zeros((1, 3)), up, above).item(), corner(a, b, h), places=6)
            middle = at_points(np.array([[a / 2, b / 2, 0.0]]), up, above).item()
            self.assertAlmostEqual(middle, 4 * corner(a / 2, b / 2, h), places=6)

    def test_what_lies_in_the_same_plane_is_not_seen(self):
        beside = Rectangles(2, 0.0, np.ones((1, 2)), np.full((1, 2), 2.0))
        self.assertEqual(at_points(np.zeros((1, 3)), np.array([[0.0, 0.0, 1.0]]), beside).item(), 0)


class Light(unittest.TestCase):
    def test_the_mean_of_the_points_of_a_wall_is_what_is_said_of_it(self):
        room, (_, cloudy) = made("north")
        told = days(room, SAGE, JUNE, (9.0, 12.0, 22.5))[1]
        for wall in ("north", "east", "south", "west"):
            mine = cloudy.side == SIDES.index(wall)
            drawn_ = np.average(cloudy.lux[:, mine], axis=1, weights=of_points())
            told_ = told.lux[:, WALLS.index(wall)]
            np.testing.assert_allclose(drawn_, told_, rtol=0.12, err_msg=wall)

    def test_walls_look_as_they_are_said_to_look(self):
        room, (_, cloudy) = made("north")
        told = days(room, SAGE, JUNE, (9.0, 12.0, 22.5))[1]
        for wall in ("east", "south", "west"):
            mean = np.average(cloudy.lab[:, cloudy.side == SIDES.index(wall)], axis=1, weights=of_points())
            away = np.linalg.norm(mean[:, 1:] - told.seen()[:, WALLS.index(wall), 1:], axis=1)
            self.assertLess(away.max(), 1.5, wall)

    def test_nearer_the_window_is_lighter(self):
        _, (_, cloudy) = made("north", lamps=False)
        floor = cloudy.lux[1, cloudy.side == SIDES.index("floor")].reshape(LEVEL)
        along = floor.mean(axis=0)
        self.assertGreater(along.max(), 3 * along.min())

    def test_by_night_without_lamps_no_colour_is_claimed(self):
        _, (clear, _) = made("north", lamps=False, hours=(0.5,))
        self.assertLess(clear.lux.max(), 0.3)
        self.assertEqual(float(np.abs(clear.lab[..., 1:]).max()), 0.0)

    def test_a_room_without_windows_is_drawn_by_its_lamps(self):
        _, (clear, cloudy) = made()
        np.testing.assert_allclose(clear.lab, cloudy.lab)
        self.assertFalse(clear.sun.any())
        self.assertGreater(clear.lux[2].min(), 1)  # they are lit of an evening


class Sun(unittest.TestCase):
    def test_it_comes_through_a_window_that_faces_it_and_through_no_other(self):
        _, (clear, cloudy) = made("south")
        self.assertTrue(clear.sun[1].any())
        self.assertFalse(cloudy.sun.any())
        self.assertFalse(clear.sun[2].any())  # at night
        _, (north, _) = made("north")
        self.assertFalse(north.sun[1].any())  # at noon

    def test_what_stands_in_it_is_lighter(self):
        _, (clear, _) = made("south")
        floor = clear.side == SIDES.index("floor")
        more = (clear.sunlit - clear.lab)[1, floor, 0]
        self.assertGreaterEqual(more.min(), 0)
        self.assertGreater(np.median(more), 5)

    def test_of_a_step_in_light_so_much_is_drawn_as_the_eye_keeps(self):
        """Y of L* 50 is 18.42; ten times the light by the exponent 0.3 is 1.995 times Y: 36.75, L* 67.1."""
        dark, pale = brighter(np.array([[50.0, 0, 0], [95, -2, 8]]), np.array([10.0, 40.0]))
        self.assertAlmostEqual(dark[0], 67.1, places=1)
        self.assertAlmostEqual(pale[0], 100, places=3)
        self.assertLess(abs(pale[2]), 8)
        same = brighter(np.array([60.0, 5, 5]), np.array(1.0))
        np.testing.assert_allclose(same, [60, 5, 5], atol=1e-6)

    def test_its_patch_on_the_floor_is_where_geometry_puts_it(self):
        room, (clear, _) = made("south")
        sun = clear.sun[1]
        image = drawn(clear, 1, Camera((2.0, 2.5, 2.4), 180.0, -89.0), (300, 300))
        # a ray to the sun from the floor goes through the pane, 0.9 to 2.2 m above it by default
        pane = room.windows[0]
        nearest = pane.sill * abs(sun[1]) / sun[2]
        furthest = (pane.sill + pane.height) * abs(sun[1]) / sun[2]
        reach = np.tan(np.radians(ACROSS) / 2) * 2.4  # metres from the middle to the edge of the picture

        def at(y):
            return image[round(150 - (2.5 - y) / reach * 150) - 1, 150].astype(int).sum()

        self.assertGreater(at((nearest + furthest) / 2), at(furthest + 0.4) + 20)


class Pixels(unittest.TestCase):
    def test_the_middle_of_a_wall_has_the_colour_of_its_points(self):
        _, (clear, _) = made()
        points = clear.lab[1, clear.side == SIDES.index("west")].reshape(*ROWS, 3)
        image = drawn(clear, 1, Camera((3.5, 2.5, 1.3), 270.0, 0.0), (200, 125))
        middle = (lab_to_screen(points[4, 2])[0] + lab_to_screen(points[4, 3])[0]) / 2
        np.testing.assert_allclose(image[62, 100] / 255, middle, atol=0.02)

    def test_two_paints_part_in_the_middle(self):
        room, (clear, _) = made()
        (other, _) = pictures(room, RED, CREAM, JUNE, (9.0, 12.0, 22.5))
        seen_from = camera(clear, "corner")
        both = drawn(clear, 1, seen_from, (200, 125), other)
        np.testing.assert_array_equal(both[:, :100], drawn(clear, 1, seen_from, (200, 125))[:, :100])
        np.testing.assert_array_equal(both[:, 100:], drawn(other, 1, seen_from, (200, 125))[:, 100:])

    def test_what_stays_is_drawn_with_its_area_and_colour(self):
        _, (clear, _) = made(fixed=True)
        hearth = clear.things[0]
        area = np.prod(np.subtract(hearth.high, hearth.low))
        self.assertAlmostEqual(float(area), 2.0, places=6)
        image = drawn(clear, 2, Camera((2.0, 0.6, 1.4), 0.0, 0.0), (200, 125))
        red = (image[..., 0].astype(int) - image[..., 1]) > 60
        self.assertGreater(red.mean(), 0.02)

    def test_every_stand_is_in_the_room_and_looks_across_it(self):
        room, (clear, _) = made("east")
        for stand in ("door", "north", "east", "south", "west", "corner"):
            found = camera(clear, stand)
            self.assertTrue(all(0 < at < size for at, size in zip(found.place, room.size, strict=True)), stand)
            ahead = np.array([np.sin(np.radians(found.heading)), np.cos(np.radians(found.heading))])
            self.assertGreater(ahead @ (np.array(room.size[:2]) / 2 - found.place[:2]), 0, stand)
