"""Reads for Place: brackets, and colours that answer a wish."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks import queries as deck_queries
from prism import asking, placing, words
from prism.choosing.axes import axis_vectors
from prism.choosing.deck import Pick
from prism.comparison import PairFinding, compare
from reviews.bench import Bench, Held


@dataclass(frozen=True)
class Side:
    """One side of a bracket: the held colour nearest on that axis, or none."""

    axis: str
    held: Held | None
    delta_e: float


@dataclass(frozen=True)
class PlacedBracket:
    """A pair of axes with what stands on either side, and the sentence for it."""

    before: Side
    after: Side
    sentence: str


class Placing:
    """The subject among its alternatives."""

    def __init__(self, bench: Bench) -> None:
        self._bench = bench
        self._subject = bench.subject

    @cached_property
    def brackets(self) -> list[PlacedBracket]:
        """The subject's place: the nearest colour on either side of each pair of axes."""
        chosen = self._bench.set.chosen
        found = placing.brackets(chosen.view, [pick for pick in chosen.picks if pick.kind == "strip"])
        picks = [pick for bracket in found for pick in (bracket.before, bracket.after) if pick]
        held = dict(zip(((pick.why, pick.index) for pick in picks), self._bench.decks.hold(picks), strict=True))
        names = {pick.index: held[pick.why, pick.index].name for pick in picks}
        lrv, on_strip = self._subject.reading.lrv, bool(self._bench.decks.strip)

        def side(axis: str, pick: Pick | None) -> Side:
            said = words.direction(axis, lrv)
            return Side(said, held[pick.why, pick.index] if pick else None, pick.delta_e if pick else 0.0)

        return [
            PlacedBracket(side(b.axes[0], b.before), side(b.axes[1], b.after), words.bracket(b, names, lrv, on_strip))
            for b in found
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

    def wished(self, text: str) -> list[Held]:
        """Return the colours of the decks that answer a wish in the trade's words. Raises `AskError`."""
        wish = asking.parse(text)
        subject, decks = self._subject, self._bench.decks
        ways = axis_vectors(subject.reading.undertone.vector, subject.school)
        for axis in wish.towards:
            if axis not in ways:
                raise asking.AskError(words.no_such_way(axis, subject.reading.lrv))
        between = [self._named(name).reading for name in wish.between] if wish.between else []
        basis = subject.school, subject.neutral
        index = decks.catalogue.index
        return decks.hold(placing.grant(wish, subject.reading, decks.deck, index, *basis, between, decks.own_rows))

    def _named(self, name: str) -> Held:
        """Return the colour that a wish names. Raises `AskError`."""
        decks, beside = self._bench.decks, self._bench.wall.beside
        if name in ("this", "this one"):
            return decks.fetch(self._subject.colour)
        if name in ("that", "that one"):
            if beside is None:
                raise asking.AskError(words.EMPTY_DECK)
            return beside
        try:
            return decks.fetch(deck_queries.one_named(self._subject.owner, name))
        except deck_queries.NotOneColourError as wrong:
            raise asking.AskError(str(wrong)) from None

    def against(self, held: Held) -> PairFinding:
        """Return what a held colour shows beside the subject."""
        return compare(held.reading, self._subject.reading, self._subject.school)
