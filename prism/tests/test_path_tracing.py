"""The light of a room against a path tracer that knows nothing of patches: chance, straight lines and cosines.

It shares with the solver what the sources are (sky, sun, ground and glass as functions of direction), and nothing of
how light gets about. Each point gathers straight from windows and sun, then follows one ray on, and again.
"""

import unittest
from datetime import date

import numpy as np

from prism.light import materials
from prism.light.box import at, box, rectangles
from prism.light.day import outdoors_of
from prism.light.general_sky import CLEAR, OVERCAST, brightness
from prism.light.glass import slanted, through_glass
from prism.light.room import GLAZING, SIDES, Room, Window
from prism.light.solve import coats, entering, on_ground, skylight, solve, toward_sun
from prism.light.sun import Place

YORK = Place(53.96, -1.08, "Europe/London")
BAND = 15  # 550 nm
GLASS_BACK = 0.12
SAMPLES, AT_A_POINT, BOUNCES = 40_000, 12_000, 9
NORMALS = np.array([[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0], [0, 0, 1], [0, 0, -1]], dtype=float)
OUTWARD = {"west": (-1, 0, 0), "east": (1, 0, 0), "south": (0, -1, 0), "north": (0, 1, 0)}


class Tracer:
    """One room at one moment under a clear sky and an overcast one, in one band."""

    def __init__(self, room, hour, cloud):
        self.room, self.size = room, np.array(room.size)
        self.light = outdoors_of(room, DAY, (hour,), cloud)
        self.sun = toward_sun(self.light, room.rotation_deg)[0]
        self.reflectance = coats(room, np.full(31, 0.5))[:, BAND]
        self.windows = list(zip(room.windows, rectangles(room.size, room.windows), strict=True))
        self.panes = box(room.size, room.windows).panes
        self.rng = np.random.default_rng(5)

    def outside(self, at, toward):
        """Return the radiosity behind the glass of window `at` along directions (n, 3), over its transmittance."""
        window, _ = self.windows[at]
        pane = self.panes[at]
        normal = np.array(OUTWARD[window.wall], dtype=float)
        cos = np.maximum(toward @ normal, 0)
        sun = self.sun[None]
        up = toward[:, 2] > 0
        sky = self.light.dome[0, BAND] * brightness(toward, sun, CLEAR)[0]
        sky = sky + self.light.cloud[0, BAND] * brightness(toward, sun, OVERCAST)[0]
        ground = on_ground(self.room, self.light, pane, sun)[0, BAND] * materials.reflectance("grass-dry")[BAND]
        clear = through_glass(window.glazing)[BAND] * slanted(cos, GLAZING[window.glazing].panes)
        return clear * np.where(up, sky, ground)

    def straight(self, points, normals):
        """Return what falls on points straight from windows and sun, each window met at one place by chance."""
        found = np.zeros(len(points))
        for place, (window, rectangle) in enumerate(self.windows):
            flat = rectangle.low + self.rng.random((len(points), 2)) * (rectangle.high - rectangle.low)
            there = np.insert(flat, rectangle.axis, rectangle.at, axis=1)
            away = there - points
            square = np.maximum((away**2).sum(axis=1), 1e-9)
            toward = away / np.sqrt(square)[:, None]
            inside = np.maximum((toward * normals).sum(axis=1), 0)
            out = np.maximum(toward @ np.array(OUTWARD[window.wall], dtype=float), 0)
            found += self.outside(place, toward) * inside * out / square * rectangle.areas[0] / np.pi
            found += self.beam(place, window, rectangle, points, normals)
        return found

    def beam(self, at, window, rectangle, points, normals):
        out = float(self.sun @ np.array(OUTWARD[window.wall], dtype=float))
        if out <= 1e-6 or self.sun[2] <= 0:
            return 0.0
        axis = rectangle.axis
        steps = (rectangle.at - points[:, axis]) / self.sun[axis]
        met = np.delete(points + self.sun * steps[:, None], axis, axis=1)
        within = ((met >= rectangle.low) & (met <= rectangle.high)).all(axis=1) & (steps > 1e-9)
        passed = through_glass(window.glazing)[BAND] * slanted(np.array([out]), GLAZING[window.glazing].panes)[0]
        return self.light.beam[0, BAND] * passed * within * np.maximum(normals @ self.sun, 0)

    def irradiance(self, points, side):
        """Return the irradiance at points (n, 3) on sides (n,), each by one path of chance."""
        found, weight = np.zeros(len(points)), np.ones(len(points))
        for _ in range(BOUNCES):
            normals = NORMALS[side]
            found += weight * self.straight(points, normals)
            points, side, back = self.onward(points, normals)
            weight = weight * back
        return found

    def onward(self, points, normals):
        """Return where rays that leave points by the cosine law meet the room: points, sides, and what is sent back."""
        round_, up = 2 * np.pi * self.rng.random(len(points)), np.sqrt(self.rng.random(len(points)))
        flat = np.sqrt(1 - up**2)
        along = np.where(np.abs(normals[:, [0]]) > 0.5, [[0.0, 1.0, 0.0]], [[1.0, 0.0, 0.0]])
        across = np.cross(normals, along)
        toward = (
            along * (flat * np.cos(round_))[:, None] + across * (flat * np.sin(round_))[:, None] + normals * up[:, None]
        )
        with np.errstate(divide="ignore", invalid="ignore"):
            steps = np.where(toward > 0, (self.size - points) / toward, np.where(toward < 0, -points / toward, np.inf))
        steps = np.where(steps > 1e-9, steps, np.inf)
        axis = steps.argmin(axis=1)
        rows = np.arange(len(points))
        met = points + toward * steps[rows, axis][:, None]
        side = 2 * axis + (toward[rows, axis] > 0)
        back = self.reflectance[side]
        for window, rectangle in self.windows:
            on = side == SIDES.index(window.wall)
            place = np.delete(met, rectangle.axis, axis=1)
            back = np.where(on & ((place >= rectangle.low) & (place <= rectangle.high)).all(axis=1), GLASS_BACK, back)
        return met, side, back

    def sides(self):
        """Return the mean irradiance of each side but its windows."""
        return np.array([self.irradiance(points, side).mean() for points, side in map(self._over, range(6))])

    def _over(self, side):
        axis = side // 2
        flat = self.rng.random((SAMPLES, 2)) * np.delete(self.size, axis)
        outside = np.ones(SAMPLES, dtype=bool)
        for window, rectangle in self.windows:
            if SIDES.index(window.wall) == side:
                outside &= ~((flat >= rectangle.low) & (flat <= rectangle.high)).all(axis=1)
        points = np.insert(flat[outside], axis, self.size[axis] if side % 2 else 0.0, axis=1)
        return points, np.full(len(points), side)

    def at(self, point, side):
        """Return the irradiance of one point, without the sun that falls straight on it."""
        points, sides = np.repeat(point[None], AT_A_POINT, axis=0), np.full(AT_A_POINT, side)
        windows = enumerate(self.windows)
        sun = sum(self.beam(place, *window, points, NORMALS[sides]) for place, window in windows)
        return float(np.mean(self.irradiance(points, sides) - sun))


ROOMS = {
    "a north room, overcast": (
        Room(YORK, 3.6, 4.2, 2.5, windows=(Window("north", 1.6, 1.3, outside="open"),)), 12.0, 1.0
    ),
    "a long room with two windows, clear": (
        Room(YORK, 6.0, 3.0, 2.7, windows=(Window("east", 1.2, 1.4, outside="open"),
                                           Window("west", 0.9, 1.2, outside="open", glazing="single"))), 13.0, 0.0
    ),
    "a south room in the sun": (
        Room(YORK, 4.0, 5.0, 2.6, windows=(Window("south", 2.0, 1.5, 0.7, outside="open"),)), 11.0, 0.0
    ),
}  # fmt: skip


DAY = date(2026, 4, 12)
POINTS, EDGE, NEAR = 24, 0.25, 0.6
"""Points of a room that are looked at, and metres that they keep from edges and from windows."""


class PathTracing(unittest.TestCase):
    def solved(self, room, hour, cloud):
        light = outdoors_of(room, DAY, (hour,), cloud)
        shape = box(room.size, room.windows)
        sides = coats(room, np.full(31, 0.5))
        return light, shape, sides, solve(shape, sides, entering(room, light))

    def test_the_mean_of_every_side_within_three_per_cent(self):
        for name, (room, hour, cloud) in ROOMS.items():
            with self.subTest(name):
                _, shape, _, patches = self.solved(room, hour, cloud)
                means = shape.mean_weights() @ patches[BAND, :, 0]
                np.testing.assert_allclose(means, Tracer(room, hour, cloud).sides(), rtol=0.03)

    def test_points_within_eight_per_cent(self):
        for name, (room, hour, cloud) in ROOMS.items():
            with self.subTest(name):
                light, shape, sides, patches = self.solved(room, hour, cloud)
                points, side = self.places(room)
                seen = at(shape, points, side)
                sent = (shape.coats(sides)[..., None] * patches)[BAND, :, 0]
                found = seen.factors @ sent + skylight(room, light, seen)[BAND, :, 0]
                tracer = Tracer(room, hour, cloud)
                traced = [tracer.at(point, int(one)) for point, one in zip(points, side, strict=True)]
                np.testing.assert_allclose(found, traced, rtol=0.08)

    @staticmethod
    def places(room):
        """Return points of a room by chance, away from edges and windows."""
        rng, size = np.random.default_rng(11), np.array(room.size)
        points, sides = [], []
        while len(points) < POINTS:
            side = int(rng.integers(6))
            axis = side // 2
            flat = EDGE + rng.random(2) * (np.delete(size, axis) - 2 * EDGE)
            point = np.insert(flat, axis, size[axis] if side % 2 else 0.0)
            middles = [np.insert((one.low[0] + one.high[0]) / 2, one.axis, one.at)
                       for one in rectangles(room.size, room.windows)]  # fmt: skip
            if all(np.linalg.norm(point - middle) > NEAR + 0.5 * max(w.width, w.height)
                   for middle, w in zip(middles, room.windows, strict=True)):  # fmt: skip
                points.append(point)
                sides.append(side)
        return np.array(points), np.array(sides)
