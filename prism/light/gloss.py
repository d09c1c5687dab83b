"""What a shiny wall adds where it mirrors a window."""

from __future__ import annotations

from datetime import date

import numpy as np

from prism.light.box import box, plane_of, view_from
from prism.light.day import outdoors_of
from prism.light.glare import standing
from prism.light.glass import mirrored_parts
from prism.light.room import SIDES, WALLS, Room
from prism.light.solve import seen_through
from prism.spectrum import Array

MIRRORS = {"flat": 0.02, "matte": 0.05, "eggshell": 0.15, "satin": 0.30, "semi-gloss": 0.55, "gloss": 0.85}
"""How brightly a film of each sheen mirrors, of what polished glass does: middles of the usual ranges of gloss at 60°
over 100 (ISO 2813). Estimated."""
_INDEX = 1.5
"""Refractive index of a film of paint."""


def mirrored(room: Room, day: date, hour: float, cloud: float, light: Array) -> dict[str, float]:
    """Return by how many points of LRV walls as smooth as glass would look lighter where they mirror a window, seen
    from the middle of the room; one in a sheen by that part of it that `MIRRORS` gives.

    `light` (4,) lux on the `WALLS` at that moment. Walls that mirror no window are left out.
    """
    shape = box(room.size, room.windows)
    at, outside = standing(shape), outdoors_of(room, day, (hour,), cloud)
    mirrored: dict[str, float] = {}
    for wall, on_wall in zip(WALLS, light, strict=True):
        side = SIDES.index(wall)
        axis, plane = side // 2, plane_of(room.size, side)
        for pane in shape.panes:
            middle = pane.rectangle.middles[0]
            if pane.window.wall == wall or on_wall <= 0:
                continue
            image = middle.copy()
            image[axis] = 2 * plane - middle[axis]
            ray = image - at
            cos = abs(ray[axis]) / float(np.linalg.norm(ray))
            place = at + ray * (plane - at[axis]) / ray[axis]
            luminance = float(seen_through(room, outside, view_from(pane, place))[0])
            added = 100 * float(np.mean(mirrored_parts(cos, _INDEX))) * luminance * np.pi / float(on_wall)
            mirrored[wall] = max(mirrored.get(wall, 0.0), added)
    return mirrored
