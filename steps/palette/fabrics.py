"""Fabrics, stone and what else stays in the room, each with its colours; and which paints belong to them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from jobs.contents import by_permanence, fabric_of, parts_of
from jobs.models import Element
from prism.choosing.deck import Pick
from prism.palette import fabric
from prism.palette.fabric import Belonging, Fabric, Told
from reviews.context import ReviewContext, SwatchView
from steps.palette.schemes import Schemes

AS_DEEP = 12.0
"""LRV points within which a colour of the decks can stand in for the subject."""
SHOWN = 8


@dataclass(frozen=True)
class Stays:
    """Something that stays: the element, its colours as paints are held against it, and (screen value, share) each."""

    element: Element
    fabric: Fabric
    strands: list[tuple[str, float]]


class Fabrics:
    """What stays in the room of a review context, and which paints belong to it."""

    def __init__(self, context: ReviewContext, schemes: Schemes, query: Mapping[str, str]) -> None:
        self.context, self._schemes = context, schemes
        self.from_shortlist = query.get("of") == "shortlist"

    @cached_property
    def stays(self) -> list[Stays]:
        if self._schemes.room is None:
            return []
        subject, fabrics = self.context.subject, []
        for element in by_permanence(self._schemes.room):
            fabric = fabric_of(element, subject.method, subject.neutral)
            if fabric:
                strands = [(colour.screen, share) for colour, share in parts_of(element)]
                fabrics.append(Stays(element, fabric, strands))
        return fabrics

    @cached_property
    def own(self) -> list[Belonging]:
        subject = self.context.subject
        return [fabric.belonging(subject.reading, element.fabric, subject.method) for element in self.stays]

    @cached_property
    def told(self) -> list[Told]:
        return fabric.told_apart([element.fabric for element in self.stays], self.context.subject.method)

    @cached_property
    def ranked(self) -> list[tuple[SwatchView, list[float]]]:
        """The shortlist, or the colours of the decks that are as deep as the subject, by how they belong; with their
        scores."""
        fabrics, method = [element.fabric for element in self.stays], self.context.subject.method
        if not fabrics:
            return []
        if self.from_shortlist:
            listed = self.context.shortlist
            readings = [swatch.reading for swatch in listed]
            vectors = np.array([reading.undertone.vector for reading in readings]).reshape(-1, 2)
            table = fabric.scores(vectors, [reading.lrv for reading in readings], fabrics, method)
            order = fabric.ranked(table, [swatch.colour.name for swatch in listed], len(listed))
            return [(listed[i], table[i].tolist()) for i in order]
        pool, lrv = self._schemes.pool, self.context.subject.reading.lrv
        rows = np.flatnonzero(np.abs(pool.lrv - lrv) <= AS_DEEP)
        rows = rows[~np.isin(rows, pool.whites)]
        table = fabric.scores(pool.undertone[rows], pool.lrv[rows], fabrics, method)
        order = fabric.ranked(table, [pool.keys[row] for row in rows.tolist()], SHOWN)
        swatches = self.context.decks.hold([Pick(int(rows[i]), "nearest", 0.0, kind="added") for i in order])
        return [(swatch, table[i].tolist()) for swatch, i in zip(swatches, order, strict=True)]
