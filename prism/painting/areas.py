"""Areas of a room's surfaces, openings taken off. What nobody measured is estimated, and said to be."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

DOOR = (0.82, 2.05)
"""Width and height of a door, m, that is not measured."""
SKIRTING = 0.12
"""Height of a skirting, m."""
FRAME = 0.09
"""Width of the frame round a door or window, m."""
OPENING = (1.4, 2.1)
"""Width and height of an opening between two rooms without a door."""


@dataclass(frozen=True)
class Areas:
    """m² of walls without their openings, ceiling, floor, trim and doors. Trim and doors are estimated from the room's
    size and openings."""

    walls: float
    ceiling: float
    floor: float
    trim: float
    doors: float


def areas(
    width: float,
    depth: float,
    height: float,
    windows: Sequence[tuple[float, float]] = (),
    rooflights: Sequence[tuple[float, float]] = (),
    doors: int = 1,
    openings: int = 0,
    on_walls: float = 0.0,
) -> Areas:
    """Return the areas of a room, sizes in m, windows and rooflights as (width, height).

    `doors` and `openings` are counted, of the usual size; `on_walls` m² are covered by what is fixed there. Doors are
    painted on the side of this room. Nothing gets less than 0.
    """
    round_it, flat = 2 * (width + depth), width * depth
    gone = sum(w * h for w, h in windows) + doors * DOOR[0] * DOOR[1] + openings * OPENING[0] * OPENING[1]
    walls = round_it * height - gone - on_walls
    skirting = max(round_it - doors * DOOR[0] - openings * OPENING[0], 0.0) * SKIRTING
    round_doors = doors * (DOOR[0] + 2 * DOOR[1])
    round_windows = sum(2 * (w + h) for w, h in windows)
    trim = skirting + FRAME * (round_doors + round_windows)
    ceiling = flat - sum(w * h for w, h in rooflights)
    return Areas(max(walls, 0.0), max(ceiling, 0.0), flat, trim, doors * DOOR[0] * DOOR[1])


def wall_shares(
    width: float, depth: float, height: float, panes: Sequence[tuple[str, float]], walls: float
) -> dict[str, float]:
    """Return m² of each wall, which come to `walls` together: their own windows, (wall, m²), are taken off each, and
    doors and what else covers them from all alike."""
    own = {"north": width * height, "east": depth * height, "south": width * height, "west": depth * height}
    for wall, pane in panes:
        if wall in own:
            own[wall] = max(own[wall] - pane, 0.0)
    whole = sum(own.values())
    return {wall: area * walls / whole if whole else 0.0 for wall, area in own.items()}
