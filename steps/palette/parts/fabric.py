"""From the fabric: what stays in the room, and which paints belong to it."""

from __future__ import annotations

from functools import cached_property

from django.utils.safestring import SafeString

from prism import words
from reviews.context import SwatchView
from steps.palette import drawings
from steps.palette.fabrics import Fabrics
from steps.palette.parts.part import Part


class FabricPart(Part):
    """What stays, how the subject stands to it, and what belongs to most of it."""

    key = "fabric"
    reading, beside = "steps/palette/fabric.html", "steps/palette/fabric_table.html"

    @property
    def wall(self) -> str:
        return "steps/palette/wall_fabric.html" if self.fabrics.stays else ""

    @property
    def paths(self) -> tuple[str, ...]:
        """Where undertones begin, how far apart depths are, and what is thought alike."""
        return ("trim.gap", "undertone.strength_edges", "difference.edges")

    @cached_property
    def fabrics(self) -> Fabrics:
        return Fabrics(self._context, self.at, self.query)

    @property
    def stays(self) -> list[tuple[SafeString, str, str]]:
        """What stays: its board, its name, and how the subject stands to it."""
        return [
            (
                drawings.strands(fabric.strands),
                fabric.element.name,
                words.palette.belongs(self._subject.name, fabric.element.name, how),
            )
            for fabric, how in zip(self.fabrics.stays, self.fabrics.own, strict=True)
        ]

    @property
    def told(self) -> list[str]:
        stays = self.fabrics.stays
        return [
            words.palette.fabrics_differ(
                stays[t.first].element.name, stays[t.second].element.name, t.delta_e, t.finding,
                stays[t.first].fabric.main.lrv,
            )
            for t in self.fabrics.told
        ]  # fmt: skip

    @property
    def belonging(self) -> list[tuple[SwatchView, list[str], str]]:
        """The paints by how they belong: each with its scores, and to how many it belongs."""
        return [
            (swatch, [words.text.number(10 * score) for score in scores], str(words.palette.belongs_count(scores)))
            for swatch, scores in self.fabrics.ranked
        ]

    @property
    def fabric_sentence(self) -> str:
        if not self.fabrics.stays:
            return words.palette.NO_FABRICS
        if not self.fabrics.ranked:
            return words.palette.NO_CANDIDATES
        swatch, scores = self.fabrics.ranked[0]
        least = self.fabrics.stays[min(range(len(scores)), key=scores.__getitem__)].element.name
        return words.palette.belongs_to_most(swatch.name, words.palette.belongs_count(scores), len(scores), least)

    @property
    def of_choices(self) -> list[tuple[str, str, bool]]:
        """What is ranked: the decks or the shortlist."""
        listed = self.fabrics.from_shortlist
        return [
            (words.palette.OF_DECKS, self.link(of=""), not listed),
            (words.palette.OF_SHORTLIST, self.link(of="shortlist"), listed),
        ]
