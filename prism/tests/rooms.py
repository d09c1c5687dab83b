"""Rooms that tests stand in."""

import numpy as np

from prism.light.materials import smoothest
from prism.light.room import Lamp, Room, Window
from prism.light.sun import Place

SKERRY = Place(57.2, -2.1, "Europe/London")
SOUTHERN = Place(-57.2, -2.1, "UTC")
WHITE = np.ones(31)


def paint(*lab):
    return smoothest(np.array(lab, dtype=float))


def plain_room(*windows, place=SKERRY, **changes):
    """A room of 4 by 5 m with a brownish floor and a white ceiling."""
    given = {
        "surfaces": {"floor": tuple(paint(45, 1, 8)), "ceiling": tuple(paint(95, 0, 2))},
        "lamps": (Lamp(2_700, 800, 4),),
    } | changes
    return Room(place, 4.0, 5.0, 2.6, windows=windows, **given)


def window(wall, **changes):
    return Window(wall, **({"width": 1.8, "height": 1.3, "hides": 0.0} | changes))
