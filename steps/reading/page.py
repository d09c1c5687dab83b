"""The Reading step as its template needs it."""

from __future__ import annotations

from functools import cached_property

from django.utils.safestring import SafeString

from prism import messages, words
from prism.choosing.deck import Pick
from prism.edges import FamilyEdge, on_edge
from reviews.context import ReviewContext, SwatchView
from reviews.context.figures import FigureLine, Phrases
from reviews.drawings.rose import undertone_rose
from web.settled import Page


class ReadingPage(Page):
    """What the Reading step of one review shows."""

    def __init__(self, context: ReviewContext) -> None:
        self._context = context
        self._subject = context.subject
        self.phrases = Phrases(context.subject)

    @property
    def whole(self) -> str:
        return words.readings.what_it_is(self._subject.reading, self._subject.stimulus.provenance)

    @property
    def depth(self) -> str:
        """LRV and its band."""
        return words.readings.depth(self._subject.reading)

    @cached_property
    def _edge(self) -> FamilyEdge | None:
        subject, decks = self._subject, self._context.decks
        return on_edge(
            subject.reading, subject.method, subject.neutral, decks.deck, decks.catalogue.index, decks.own_rows
        )

    @cached_property
    def tipping(self) -> list[SwatchView]:
        """The boards that tip a colour on a family's edge to the one or the other."""
        rows = [row for row in self._edge.boards if row is not None] if self._edge else []
        return self._context.decks.hold([Pick(row, "tips", self._apart(row), kind="added") for row in rows])

    def _apart(self, row: int) -> float:
        return self._context.decks.apart(self._context.decks.catalogue.lab[row])

    @property
    def edge(self) -> str:
        """That it stands between two families, and what tips it; empty for a colour well within its own."""
        if self._edge is None:
            return ""
        boards = iter(self.tipping)
        return words.readings.family_edge(
            self._edge, [next(boards).name if row is not None else None for row in self._edge.boards]
        )

    @property
    def support(self) -> str:
        return self._context.set.support_text

    @property
    def twins(self) -> str:
        return self._context.decks.twins_text

    @property
    def trust(self) -> list[str]:
        """What must be said of the name and of a stated LRV; a name that holds needs no word."""
        subject = self._subject
        notes = []
        if any(not check.keeps for check in subject.name_checks):
            notes.append(words.places.name_check(subject.colour.name, subject.name_checks, subject.reading))
        if subject.lrv_check:
            notes.append(words.places.lrv_check(subject.lrv_check))
        return notes

    @cached_property
    def figures(self) -> list[FigureLine]:
        reading = self._subject.reading
        return [
            FigureLine("LRV", words.text.number(reading.lrv)),
            FigureLine("L*, a*, b*", messages.sources.lab_text(reading.lab)),
            FigureLine("Undertone strength", words.text.number(reading.undertone.strength)),
            FigureLine("Undertone hue", f"{words.text.number(reading.undertone.hue, 0)}°"),
            FigureLine("Temperature", words.text.number(reading.temperature.value, signed=True)),
            FigureLine("ΔE00 from the neutral", words.text.number(reading.undertone.effect)),
        ]

    @property
    def rose(self) -> SafeString:
        return undertone_rose(self._subject, self._context.wall)
