"""Reads for Alternatives: brackets, and colours that answer a wish."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks import queries as deck_queries
from decks import wishes
from prism import placing, query, words
from prism.choosing.deck import Pick
from prism.comparison import PairFinding, compare
from prism.match import Answer
from prism.query import Wish
from reviews.context import ReviewContext, SwatchView

MOST_WISHED = 8
"""Colours that answer a wish, as many as are shown."""


@dataclass(frozen=True)
class Side:
    """One side of a bracket: the held colour nearest on that axis, or none."""

    axis: str
    held: SwatchView | None
    delta_e: float


@dataclass(frozen=True)
class PlacedBracket:
    """A pair of axes with what stands on either side, and the sentence for it."""

    before: Side
    after: Side
    sentence: str


@dataclass(frozen=True)
class Wished:
    """The held colours that answer a wish, best first, and those that miss one piece of it."""

    answers: list[tuple[SwatchView, Answer]]
    near: list[tuple[SwatchView, Answer]]


class Placing:
    """The subject among its alternatives."""

    def __init__(self, context: ReviewContext) -> None:
        self._context = context
        self._subject = context.subject

    @property
    def sentences(self) -> list[str]:
        lrv, on_strip = self._subject.reading.lrv, bool(self._context.decks.strip)
        return words.places.brackets(self._found, self._names, lrv, on_strip)

    @cached_property
    def _found(self) -> list[placing.Bracket]:
        chosen = self._context.set.chosen
        return placing.brackets(chosen.view, [pick for pick in chosen.picks if pick.kind == "strip"])

    @cached_property
    def _held(self) -> dict[tuple[str, int], SwatchView]:
        picks = [pick for bracket in self._found for pick in (bracket.before, bracket.after) if pick]
        return dict(zip(((pick.why, pick.index) for pick in picks), self._context.decks.hold(picks), strict=True))

    @property
    def _names(self) -> dict[int, str]:
        return {index: swatch.name for (_, index), swatch in self._held.items()}

    @cached_property
    def brackets(self) -> list[PlacedBracket]:
        """The subject's place: the nearest colour on either side of each pair of axes."""
        swatches, names = self._held, self._names
        lrv, on_strip = self._subject.reading.lrv, bool(self._context.decks.strip)

        def side(axis: str, pick: Pick | None) -> Side:
            direction = words.pairs.direction(axis, lrv)
            return Side(direction, swatches[pick.why, pick.index] if pick else None, pick.delta_e if pick else 0.0)

        return [
            PlacedBracket(
                side(b.axes[0], b.before), side(b.axes[1], b.after), words.places.bracket(b, names, lrv, on_strip)
            )
            for b in self._found
        ]

    @property
    def tightest(self) -> tuple[str | None, str | None]:
        """The names on either side of the narrowest whole bracket."""
        whole = [b for b in self.brackets if b.before.held and b.after.held]
        if not whole:
            return None, None
        narrowest = min(whole, key=lambda b: b.before.delta_e + b.after.delta_e)
        before, after = narrowest.before.held, narrowest.after.held
        return before.name if before else None, after.name if after else None

    def wish(self, text: str) -> Wish:
        """Return how a wish in the trade's words is understood. Raises `AskError`."""
        return wishes.understood(self._subject.owner, text, self._subject.method)

    def wished(self, wish: Wish) -> Wished:
        """Return the colours of the decks that answer a wish, and those that nearly do. Raises `AskError`."""
        subject, decks = self._subject, self._context.decks
        answer = wishes.granted(
            subject.owner, wish, subject.reading, decks.catalogue, decks.own_rows, subject.method, subject.neutral,
            MOST_WISHED, lambda name: self._named(name).reading,
        )  # fmt: skip
        return Wished(*(list(zip(decks.hold([a.pick for a in part]), part, strict=True)) for part in answer.parts))

    def _named(self, name: str) -> SwatchView:
        """Return the colour that a wish names. Raises `AskError`."""
        decks, beside = self._context.decks, self._context.wall.beside
        if name in ("this", "this one"):
            return decks.fetch(self._subject.colour)
        if name in ("that", "that one"):
            if beside is None:
                raise query.AskError(words.places.EMPTY_DECK)
            return beside
        try:
            return decks.fetch(deck_queries.one_named(self._subject.owner, name))
        except deck_queries.NotOneColourError as wrong:
            raise query.AskError(str(wrong)) from None

    def against(self, swatch: SwatchView) -> PairFinding:
        return compare(swatch.reading, self._subject.reading, self._subject.method)
