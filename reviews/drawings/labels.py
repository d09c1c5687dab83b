"""Labels that touch no mark: boxes of text, and the nearest free place for one."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import cos, hypot, radians, sin

LETTER, LINE = 5.6, 10.0
"""About how wide a letter and how high a line of a label is, drawing units."""
GAP = 2.0
"""Drawing units that a label keeps from everything."""


@dataclass(frozen=True)
class Box:
    """A rectangle about its middle."""

    x: float
    y: float
    width: float
    height: float

    def meets(self, other: Box) -> bool:
        """Return whether two boxes come nearer than the gap."""
        across = abs(self.x - other.x) < (self.width + other.width) / 2 + GAP
        return across and abs(self.y - other.y) < (self.height + other.height) / 2 + GAP

    def crosses(self, radius: float) -> bool:
        """Return whether a circle about the origin runs through the box."""
        x, y = abs(self.x), abs(self.y)
        near = hypot(max(x - self.width / 2, 0), max(y - self.height / 2, 0))
        far = hypot(x + self.width / 2, y + self.height / 2)
        return near - GAP < radius < far + GAP


def width_of(words: str) -> float:
    return LETTER * len(words)


def free_place(
    words: str, x: float, y: float, taken: Iterable[Box], rings: Sequence[float], within: float
) -> Box | None:
    """Return the place for a label nearest to a point that meets nothing taken and crosses no ring; None for none.

    `rings` are radii about the origin; the label stays inside the largest, `within`.
    """
    width, boxes = width_of(words), list(taken)
    for away in range(10, 90, 8):
        for angle in range(0, 360, 24):
            # a label is wide: beside the point its middle lies farther off than above or below it
            at = x + cos(radians(angle)) * (away + width / 2), y - sin(radians(angle)) * away
            box = Box(*at, width, LINE)
            if hypot(abs(box.x) + width / 2, abs(box.y) + LINE / 2) > within - GAP:
                continue
            if any(box.crosses(radius) for radius in rings) or any(box.meets(other) for other in boxes):
                continue
            return box
    return None
