"""Where the subject of a review context may go, with what is known of its room and of the house outside."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property

import numpy as np

from jobs.contents import day_in, stimulus_of
from jobs.models import Element
from jobs.queries import finish_of
from prism.light.materials import library
from prism.light.together import Pairing, pairing
from prism.numbers import typed_lrv
from prism.palette.cautions import Site, cautions
from prism.palette.use import Around, Outdoors, Use, outdoors, uses
from prism.stimulus import Stimulus, from_reflectance
from reviews.context import ReviewContext
from steps.palette.schemes import Schemes

MASONRY = ("brick", "stone", "tile")
"""Groups of the library that walls outside are made of."""


class Uses:
    """How the subject suits each surface."""

    def __init__(self, context: ReviewContext, schemes: Schemes, query: Mapping[str, str]) -> None:
        self.context, self._schemes, self._query = context, schemes, query

    @cached_property
    def limit(self) -> float | None:
        """The LRV limit of what it would go on outside; None where none was given."""
        return typed_lrv(self._query.get("limit", "").strip())

    @property
    def limit_wrong(self) -> bool:
        return bool(self._query.get("limit", "").strip()) and self.limit is None

    @cached_property
    def around(self) -> Around:
        room, subject = self._schemes.room, self.context.subject
        if room is None:
            return Around(limit=self.limit)
        day = day_in(room, subject.stimulus, subject.method, subject.neutral, {"when": "equinox"}, elements=())
        lux = float(np.median([mean.lux for mean in day.means])) if day and day.means else None
        floor = room.width * room.depth if room.width and room.depth else None
        decided = finish_of(room, "walls")
        walls = decided.colour.stimulus.lrv if decided and decided.colour else None
        if decided and decided.colour_id == self.context.review.colour_id:
            walls = None
        return Around(floor, lux, walls, self.limit)

    @cached_property
    def uses(self) -> list[Use]:
        return uses(self.context.subject.reading, self.context.subject.method, self.around)

    @cached_property
    def outdoors(self) -> Outdoors:
        return outdoors(self.context.subject.reading.lab)

    @property
    def masonry(self) -> list[tuple[str, str]]:
        """What it can be held against outside: what the room has of brick and stone, and the library's."""
        choices = [(f"e{element.pk}", element.name) for element in self._of_room]
        return [*choices, *((m.key, m.title) for m in library().values() if m.group in MASONRY)]

    @property
    def _of_room(self) -> list[Element]:
        kinds = (Element.Kind.BRICK, Element.Kind.STONE, Element.Kind.TILE)
        return [
            element
            for element in (self._schemes.room.elements.all() if self._schemes.room else ())
            if element.kind in kinds
        ]

    @cached_property
    def beside(self) -> tuple[str, Pairing] | None:
        """How it stands to the brick or stone that was chosen; None where none was."""
        key = self._query.get("stone", "")
        neighbour: tuple[str, Stimulus | None] | None = None
        for element in self._of_room:
            if key == f"e{element.pk}":
                neighbour = element.name, stimulus_of(element)
        material = library().get(key)
        if material and material.group in MASONRY:
            neighbour = material.title, from_reflectance(material.reflectance, "reading-average", material.title)
        if neighbour is None or neighbour[1] is None:
            return None
        subject, other = self.context.subject, neighbour[1]
        doubts = (subject.reading.uncertainty, subject.method.doubt(other))
        pair = pairing(subject.reading.lab, other.lab, doubts, subject.method, subject.neutral)
        return neighbour[0], pair

    @property
    def cautions(self) -> list[str]:
        room, subject = self._schemes.room, self.context.subject
        site = Site(height=room.height if room else None, outside=(subject.reading.lrv,), limit=self.limit)
        return cautions(site, subject.method)
