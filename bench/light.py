"""Speed of the light: one linear solve for a whole day, against solving hour by hour in the same run."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from typing import TYPE_CHECKING

import numpy as np

from bench.timing import best, report

if TYPE_CHECKING:
    from prism.light.room import Room
    from prism.spectrum import Array

DAY = date(2026, 3, 20)


def of_a_day() -> None:
    """One room, one day in half-hours, clear and overcast, subject and eight comparators."""
    from prism.light.day import HALF_HOURS, days, outside
    from prism.light.materials import smoothest
    from prism.light.room import Lamp, Room, Window
    from prism.light.sun import Place

    surfaces = {"floor": tuple(smoothest([45, 1, 8])), "ceiling": tuple(smoothest([95, 0, 2]))}
    room = Room(
        Place(57.2, -2.1, "Europe/London"), 4.0, 5.0, 2.6, windows=(Window("north", 1.8, 1.3),), surfaces=surfaces,
        lamps=(Lamp(count=4),),
    )  # fmt: skip
    rng = np.random.default_rng(3)
    paints = smoothest(rng.normal([75, 0, 4], [6, 3, 3], (40, 3)))
    some = iter(np.tile(paints, (20, 1)))

    def whole() -> None:
        for day in days(room, next(some), DAY):
            day.seen()
            day.seen_many(paints[:8], 2)

    def by_hours() -> None:
        paint = next(some)
        for hour in HALF_HOURS:
            for day in days(room, paint, DAY, (hour,)):
                day.seen()
                day.seen_many(paints[:8], 2)

    whole()
    timing = best(whole, 9)
    report("light of a room, a day in half-hours, two skies, 9 colours", f"{1000 * timing:.0f} ms", "under 150 ms")
    report("  against solving hour by hour", f"{best(by_hours, 3) / timing:.0f}× faster", "-")

    turned = iter(range(1, 400))
    fresh = best(lambda: outside(replace(room, rotation_deg=float(next(turned))), DAY, HALF_HOURS, 0.0), 9)
    report("  of it sun, sky and sunlight through the windows, one sky", f"{1000 * fresh:.0f} ms", "-")
    twelve = [replace(room, rotation_deg=100.0 + i) for i in range(12)]

    def job() -> None:
        for one_room in twelve:
            days(one_room, paints[0], DAY)

    report("a job of 12 rooms", f"{1000 * best(job, 3):.0f} ms", "under 1 s")
    _drawn(room, paints)


def _drawn(room: Room, paints: Array) -> None:
    """The room drawn through the day: all hours in one call, against hour by hour."""
    from prism.light.day import HALF_HOURS
    from prism.light.picture import pictures
    from prism.light.view import camera, drawn

    some, white = iter(np.tile(paints, (20, 1))), paints[0]

    def whole() -> None:
        pictures(room, next(some), white, DAY)

    def by_hours() -> None:
        paint = next(some)
        for hour in HALF_HOURS:
            pictures(room, paint, white, DAY, (hour,))

    whole()
    timing = best(whole, 3)
    report("a room drawn, a day in half-hours, two skies", f"{1000 * timing:.0f} ms", "under 1.5 s")
    report("  against drawing hour by hour", f"{best(by_hours, 1) / timing:.1f}× faster", "-")
    made = pictures(room, paints[1], white, DAY, (12.0,))[0]
    report("  one frame of it, 1200 × 750", f"{1000 * best(lambda: drawn(made, 0, camera(made)), 3):.0f} ms", "-")
