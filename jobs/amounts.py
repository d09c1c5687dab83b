"""What a room takes to be painted: the areas of its surfaces, the sheens they want, and by what paint is reckoned."""

from __future__ import annotations

from dataclasses import dataclass

from jobs.contents import stimulus_of
from jobs.models import Element, Job, Room
from prism.light.room import WALLS
from prism.method import Method
from prism.painting import amounts
from prism.painting.areas import Areas, areas
from prism.whites import sheen

WET = {Element.Kind.TILE, Element.Kind.CABINETS}
"""What stands in kitchens and baths, whose walls are washed."""
ON_WALLS = {Element.Kind.CABINETS, Element.Kind.TILE, Element.Kind.BRICK, Element.Kind.STONE}
"""What covers a wall, so that it takes no paint there."""


@dataclass(frozen=True)
class Paint:
    """By what paint is reckoned: coats, m² that a litre covers once, and whether the job has figures of its own."""

    coats: float
    spreading: float
    own: bool

    def litres(self, area: float) -> float:
        return amounts.litres(area, self.coats, self.spreading)


def paint_of(job: Job | None, method: Method) -> Paint:
    """Return by what paint is reckoned: as a job has it, or the method; what no paint does counts as not said."""
    given = (job.coats, job.spreading) if job else (None, None)
    coats, spreading = (value if value and value > 0 else None for value in given)
    own = coats is not None or spreading is not None
    return Paint(coats or method.paint.coats, spreading or method.paint.spreading, own)


def usual_sheen(room: Room, part: str, method: Method) -> str:
    wet = any(element.kind in WET for element in room.elements.all())
    surface = {
        "walls": "kitchen and bath walls" if wet else "walls",
        "ceiling": "ceilings",
        "trim": "trim and sills",
        "doors": "doors",
    }[part]
    return next(advice.least for advice in sheen.advice(method) if advice.surface == surface)


def areas_of(room: Room) -> Areas | None:
    """Return the areas of a room's surfaces without openings and what covers them; None while its size is unknown."""
    if room.width is None or room.depth is None or room.height is None:
        return None
    panes = [(window.wall, (window.width, window.height)) for window in room.windows.all()]
    covered = sum(
        element.area
        for element in room.elements.all()
        if element.kind in ON_WALLS and element.on in (*WALLS, "walls") and stimulus_of(element)
    )
    openings, doors = room.open_to.all(), room.leads_to.all()
    return areas(
        room.width,
        room.depth,
        room.height,
        [size for wall, size in panes if wall != "ceiling"],
        [size for wall, size in panes if wall == "ceiling"],
        doors=max(len(doors), 0 if len(openings) else 1),
        openings=len(openings),
        on_walls=covered,
    )
