"""Rooms as people have them, drawn by chance from a seed, with a moment of daylight each."""

from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from prism.light.day import CLEAR, OVERCAST, Day, days
from prism.light.materials import library
from prism.light.room import OUTSIDE, WALLS, Room, Window
from prism.light.sun import Place, moments, positions
from prism.tests.rooms import paint

FLOORS = (
    "oak-fresh", "wood-bleached", "wood-golden", "wood-brown", "wood-grey", "wood-red", "wood-dark", "tile-red",
    "tile-concrete", "stone-dark", "stone-warm", "stone-pale",
)  # fmt: skip
CEILINGS = ((95.0, -0.5, 2.5), (93.0, 0.0, 6.0), (90.0, -1.0, 1.0))
LOWEST_SUN = 5.0


@dataclass(frozen=True)
class Case:
    """A room, the wall looked at (its place in `WALLS`), and when: a day, an hour and a sky."""

    room: Room
    wall: int
    day: date
    hour: float
    cloud: float

    def lit(self, reflectance) -> Day:
        """Return the moment with a paint (31,) on all walls."""
        return days(self.room, reflectance, self.day, (self.hour,), (self.cloud,), "off")[0]


def cases(count, seed):
    """Yield rooms of 2.5 to 8 m with one to three windows, by day, with the sun at least `LOWEST_SUN` degrees high."""
    rng = np.random.default_rng(seed)
    made = 0
    while made < count:
        place = Place(float(rng.uniform(35, 60)), 0.0, "UTC")
        day = date(2026, 1, 1) + timedelta(days=int(rng.integers(365)))
        hour = float(rng.uniform(6, 20))
        height, _ = positions(place, moments(place, day, (hour,)))
        room = _room(rng, place)
        wall, cloud = int(rng.integers(4)), (CLEAR, OVERCAST)[int(rng.integers(2))]
        if height[0] >= LOWEST_SUN:
            made += 1
            yield Case(room, wall, day, hour, cloud)


def _room(rng, place):
    width, depth = (float(v) for v in rng.uniform(2.5, 8, 2))
    height = float(rng.uniform(2.3, 3.2))
    windows = []
    for wall in rng.choice(WALLS, size=int(rng.integers(1, 4)), replace=False):
        length = width if wall in ("north", "south") else depth
        sill = float(rng.choice([0.1, 0.8, 1.0]))
        windows.append(
            Window(
                str(wall),
                float(rng.uniform(0.25, 0.7) * length),
                float(rng.uniform(0.9, height - sill - 0.15)),
                sill,
                outside=str(rng.choice(list(OUTSIDE))),
                glazing=str(rng.choice(["single", "double", "low-e", "triple"])),
            )
        )
    surfaces = {
        "floor": library()[str(rng.choice(FLOORS))].reflectance,
        "ceiling": tuple(paint(*CEILINGS[int(rng.integers(len(CEILINGS)))])),
    }
    turn, storey = float(rng.uniform(0, 360)), int(rng.integers(0, 4))
    size = width, depth, height
    return Room(place, *size, rotation_deg=turn, windows=tuple(windows), surfaces=surfaces, storey=storey)
