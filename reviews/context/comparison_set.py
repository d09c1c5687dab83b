"""The comparison set: the boards the core chose, with what the person did to them."""

from __future__ import annotations

from collections.abc import Hashable
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from decks import queries as deck_queries
from prism import comparison, words
from prism.choosing import comparison_set
from prism.choosing.axes import comparative, less
from prism.choosing.deck import Pick
from reviews.context.holding import Decks, SwatchView
from reviews.context.looking import Looking
from reviews.models import Board
from web.bounded_cache import BoundedCache

LOOKED_AT = 40
"""Boards that are looked at for one that shows a hue."""
KINDS = ("white", "range", "strip", "foil", "added")
"""Groups of boards in the order they stand on the wall."""

_picked: BoundedCache[Hashable, tuple[Pick, ...]] = BoundedCache(256)
"""The boards chosen last, by all that the choice rests on: every step of a review shows the same ones."""


_chosen: BoundedCache[Hashable, comparison_set.Chosen] = BoundedCache(8)
"""The last choices whole, with the decks as they saw them: few, since those of a large deck are large."""


class ComparisonSet:
    """What is held beside the subject until something else is asked for."""

    def __init__(self, decks: Decks, looking: Looking, my_whites: list[int] | None = None) -> None:
        self._decks = decks
        self._subject = decks.subject
        self._looking = looking
        if my_whites is not None:
            self.my_whites = my_whites

    def anew(self, looking: Looking) -> ComparisonSet:
        """Return the set with the boards read again, chosen from what they leave."""
        return ComparisonSet(self._decks, looking, self.my_whites)

    @cached_property
    def my_whites(self) -> list[int]:
        return list(deck_queries.my_whites(self._subject.owner).values_list("pk", flat=True))

    @cached_property
    def not_my_whites(self) -> NDArray[np.intp] | None:
        """Rows that are no reference whites: where the person keeps whites, all others."""
        catalogue = self._decks.catalogue
        kept = np.setdiff1d(catalogue.rows_of(set(self.my_whites)), self._decks.own_rows)
        return np.setdiff1d(np.arange(len(catalogue.ids)), kept) if kept.size else None

    @cached_property
    def boards(self) -> dict[int, Board]:
        return {board.colour_id: board for board in self._subject.review.boards.all()}

    @cached_property
    def _away(self) -> list[int]:
        away = {pk for pk, board in self.boards.items() if board.state == Board.State.OUT}
        return [int(row) for row in self._decks.catalogue.rows_of(away)]

    @cached_property
    def chosen(self) -> comparison_set.Chosen:
        """The set as the core chooses it, without the boards that were taken away."""
        return _chosen.get(
            self._basis,
            lambda: comparison_set.choose(
                self._subject.reading,
                self._decks.deck,
                self._subject.method,
                self._subject.neutral,
                strip=self._decks.strip,
                own=self._decks.own_rows,
                not_whites=self.not_my_whites,
                out=self._away,
            ),
        )

    @property
    def _basis(self) -> Hashable:
        subject = self._subject
        rows = self._decks.strip, *self._decks.own_rows.tolist(), "away", *self._away, "whites", *self.my_whites
        return subject.owner.pk, self._decks.state, subject.stimulus, subject.method, subject.neutral, *rows

    @cached_property
    def picks(self) -> tuple[Pick, ...]:
        return _picked.get(self._basis, lambda: self.chosen.picks)

    @cached_property
    def comparison_colours(self) -> list[SwatchView]:
        """The whole set, in the order it is held up: chosen boards, pinned ones in their place, and those the person
        brought in."""
        catalogue = self._decks.catalogue
        kept = {pk: board for pk, board in self.boards.items() if board.state != Board.State.OUT and board.why}
        by_row = {int(row): kept[self._decks.id_of(row)] for row in catalogue.rows_of(set(kept))}
        replaced = {(board.kind, board.why) for board in kept.values() if board.state == Board.State.PINNED}
        picks = [pick for pick in self.picks if pick.index in by_row or (pick.kind, pick.why) not in replaced]
        missing = [row for row in by_row if all(pick.index != row for pick in picks)]
        picks += [
            Pick(row, by_row[row].why, self._decks.apart(catalogue.lab[row]), kind=by_row[row].kind or "range")
            for row in missing
        ]
        picks.sort(key=lambda pick: KINDS.index(pick.kind))
        swatches = self._decks.hold(picks, {row: board.state for row, board in by_row.items()})
        here = {swatch.colour.pk for swatch in swatches}
        added = [pk for pk, b in self.boards.items() if b.state == Board.State.ADDED and pk not in here]
        return self._looking.lettered([*swatches, *self._decks.fetch_all(added, Board.State.ADDED.value)])

    @cached_property
    def support(self) -> comparison.Support:
        readings = [swatch.reading for swatch in self.comparison_colours]
        return comparison.support(self._subject.reading, readings, self._subject.method)

    @property
    def support_text(self) -> str:
        return words.pairs.supporting(
            self.support, [swatch.name for swatch in self.comparison_colours], self._subject.reading
        )

    @property
    def whites(self) -> list[SwatchView]:
        return [swatch for swatch in self.comparison_colours if swatch.kind == "white"]

    @property
    def clean_white(self) -> SwatchView | None:
        return next((swatch for swatch in self.whites if swatch.why == "clean"), None)

    @cached_property
    def guide(self) -> list[SwatchView]:
        """The boards in the order they are held up: the clean white, the range, the contrast colour, the rest; while
        findings are withheld as they lie, for the order would tell."""
        boards = self.comparison_colours
        if any(self._looking.waits(swatch) for swatch in boards):
            return boards
        first = [swatch for swatch in boards if swatch.why == "clean"]
        middle = [swatch for swatch in boards if swatch.kind == "range"]
        contrast_colours = [swatch for swatch in boards if swatch.kind == "foil"]
        rest = [swatch for swatch in boards if swatch not in (*first, *middle, *contrast_colours)]
        return [*first, *middle, *contrast_colours, *rest]

    @property
    def taken_away(self) -> int:
        return sum(board.state == Board.State.OUT for board in self.boards.values())

    def another_that_shows(self, hue: str, on_the_wall: list[SwatchView]) -> Pick | None:
        """Return the next best board beside which a hue of the subject shows: one that has less of it."""
        taken = self._decks.catalogue.rows_of({swatch.colour.pk for swatch in on_the_wall})
        picks = self.chosen.view.best(less(hue), LOOKED_AT, taken.tolist())
        subject = self._subject
        readings = self._decks.catalogue.readings([pick.index for pick in picks], subject.method, subject.neutral)
        pairs = comparison.compare_many([subject.reading] * len(readings), readings, subject.method)
        # best one whose pair is said in that hue, not as the loss of another
        named = (pick for pick, pair in zip(picks, pairs, strict=True) if comparative(hue) in sum(pair.hue_words, ()))
        return next(named, picks[0] if picks else None)
