"""How much of each colour there is in the room of a review context: its real surfaces, and what stays in it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from jobs.amounts import areas_of
from jobs.contents import by_permanence, floor_of, parts_of
from prism.light.claims import warmth
from prism.light.room import WALLS
from prism.painting.areas import wall_shares
from prism.palette import proportions
from prism.palette.proportions import Fit, Repeats, Sides, SplitError
from prism.palette.scheme import Place
from prism.stimulus import Stimulus
from reviews.context import ReviewContext
from steps.palette.schemes import Schemes

SURFACES = (*WALLS, "ceiling", "trim", "doors")
USUAL = {"ceiling": "trim", "trim": "trim", "doors": "trim"}
"""What surfaces are of while nobody says otherwise; the walls are of the subject."""
FITTED = ("subject", "paler", "accent")
"""What the parts of a split are of, the largest first."""


@dataclass(frozen=True)
class Covered:
    """A surface with its colour: m², which place of the scheme is on it (empty for what stays), and how it reads."""

    surface: str
    area: float
    place: str
    name: str
    screen: str
    lab: tuple[float, float, float]


class Proportions:
    """What is where and how much of it, in the room of a review context or by a split alone."""

    def __init__(self, context: ReviewContext, schemes: Schemes, query: Mapping[str, str]) -> None:
        self.context, self._schemes, self._query = context, schemes, query

    @cached_property
    def areas(self) -> dict[str, float]:
        """m² of the surfaces that are painted; empty without a room of known size."""
        room = self._schemes.room
        size = areas_of(room) if room else None
        if room is None or size is None or not room.width or not room.depth or not room.height:
            return {}
        panes = [(window.wall, window.width * window.height) for window in room.windows.all()]
        each = wall_shares(room.width, room.depth, room.height, panes, size.walls)
        return each | {"ceiling": size.ceiling, "trim": size.trim, "doors": size.doors}

    @cached_property
    def places(self) -> dict[str, tuple[Place, str, str, tuple[float, float, float]]]:
        """The places of the scheme: each with the colour's name, screen value and Lab."""
        places = {}
        chosen = [place for place in (self._schemes.scheme.places if self._schemes.scheme else ()) if place.row >= 0]
        swatches = self._schemes.held([place.row for place in chosen])
        for place, swatch in zip(chosen, swatches, strict=True):
            places[place.name] = (place, swatch.name, swatch.colour.screen, swatch.reading.lab)
        subject = self.context.subject
        own = self._schemes.scheme.places[0] if self._schemes.scheme else None
        if own:
            places = {"subject": (own, subject.name, subject.stimulus.screen, subject.reading.lab)} | places
        return places

    @cached_property
    def split(self) -> tuple[float, ...] | None:
        """The split that was asked for; None where none was, or it is no split."""
        return self._split[0]

    @property
    def split_problem(self) -> SplitError | None:
        return self._split[1]

    @cached_property
    def _split(self) -> tuple[tuple[float, ...] | None, SplitError | None]:
        text = self._query.get("split", "")
        if not text:
            return None, None
        try:
            return proportions.parse_split(text[:40]), None
        except SplitError as wrong:
            return None, wrong

    @cached_property
    def fit(self) -> Fit | None:
        """How the surfaces come nearest to the split that was asked for."""
        if self.split is None or not self.areas:
            return None
        largest = max(WALLS, key=lambda wall: (self.areas[wall], -WALLS.index(wall)))
        divided = {surface: area for surface, area in self.areas.items() if surface != "trim"}
        return proportions.fit(divided, self.split, {largest: 0})

    @cached_property
    def on(self) -> dict[str, str]:
        """Which place of the scheme each surface is of: as chosen, else as the split asks, else as is usual."""
        on = {}
        parts = [place for place in (*FITTED, "middle") if place in self.places]
        for surface in SURFACES:
            asked = self._query.get(f"on-{surface}", "")
            usual = USUAL.get(surface, "subject")
            if self.fit and surface in self.fit.parts and not asked:
                usual = parts[min(self.fit.parts[surface], len(parts) - 1)]
            on[surface] = asked if asked in self.places else usual if usual in self.places else "subject"
        return on

    @cached_property
    def covered(self) -> list[Covered]:
        """Every surface with its colour, and what stays in the room with its own; without a room the scheme's places by
        their shares."""
        if not self.places:
            return []
        if not self.areas:
            return [
                Covered(name, share, name, *self.places[name][1:])
                for name, share in self._plain_shares.items()
                if name in self.places and share
            ]
        covered = [
            Covered(surface, area, self.on[surface], *self.places[self.on[surface]][1:])
            for surface, area in self.areas.items()
            if area > 0
        ]
        return [*covered, *self._stays]

    @property
    def _plain_shares(self) -> dict[str, float]:
        """Shares by place where there are no surfaces: those of the split, else those of the scheme."""
        if self.split is None:
            return {name: thing[0].share for name, thing in self.places.items()}
        names = [*FITTED, "middle"][: len(self.split)] if len(self.split) > 2 else ["subject", "accent"]
        return dict(zip(names, self.split, strict=False))

    @cached_property
    def _stays(self) -> list[Covered]:
        room, stays = self._schemes.room, []
        for element in by_permanence(room) if room else []:
            parts: list[tuple[Stimulus, float]] = parts_of(element)
            whole = sum(share for _, share in parts)
            for colour, share in parts:
                stays.append(
                    Covered(element.name, element.area * share / whole, "", element.name, colour.screen, colour.lab)
                )
        floor = floor_of(room) if room else None
        if room and floor and room.width and room.depth:
            covered = sum(element.area for element in room.elements.all() if element.on == "floor")
            bare = max(room.width * room.depth - covered, 0.0)
            stays.append(Covered("floor", bare, "", "floor", floor.screen, floor.lab))
        return stays

    @property
    def shares(self) -> list[tuple[str, float]]:
        """The share of each colour, 0-1, largest first."""
        areas: dict[str, float] = {}
        for area in self.covered:
            areas[area.name] = areas.get(area.name, 0.0) + area.area
        return proportions.shares(areas)

    @property
    def nearest(self) -> tuple[tuple[float, ...], float]:
        """The split that the shares come nearest to, and by how many points they miss it."""
        return proportions.nearest_split([share for _, share in self.shares])

    @property
    def sides(self) -> Sides:
        subject = self.context.subject
        heat = [float(warmth(area.lab, subject.method, subject.neutral)) for area in self.covered]
        return proportions.sides([area.area for area in self.covered], heat, subject.method)

    @property
    def repeats(self) -> Repeats:
        """Where the subject appears again: in what stays, and on surfaces that are no wall."""
        others = [
            (area.surface, area.lab, area.area)
            for area in self.covered
            if area.surface not in WALLS and area.surface != "subject" and (self.areas or area.place == "")
        ]
        return proportions.repeats(self.context.subject.reading.lab, others, self.context.subject.method)
