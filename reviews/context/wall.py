"""The wall: which boards hang there, in which order, which one is held beside, and what may not be shown yet."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

from decks.models import Colour
from prism import arranging, words
from reviews.context.comparison_set import ComparisonSet
from reviews.context.holding import Decks, SwatchView, place_of
from reviews.context.looking import Looking
from reviews.models import Review
from web.settled import Page


@dataclass(frozen=True)
class Group:
    """Boards that are on the wall for the same reason."""

    label: str
    boards: list[SwatchView]


class Wall(Page):
    """What hangs beside the subject. `_asked` is the colour the person holds beside it, or None for the first."""

    def __init__(self, decks: Decks, comparison: ComparisonSet, looking: Looking, asked: Colour | None) -> None:
        self.review = decks.subject.review
        self.subject = decks.subject
        self._decks = decks
        self._set = comparison
        self._looking = looking
        self._asked = asked
        self._instead: Group | None = None

    def hold_beside(self, colour: Colour | None) -> None:
        """Hold a colour beside the subject, before anything is asked of the pair."""
        self._asked = colour

    def hold_instead(self, label: str, boards: list[SwatchView]) -> None:
        """Hold other boards on the wall instead of the comparison set, under their numbers."""
        self._instead = Group(label, [replace(swatch, caption=str(i)) for i, swatch in enumerate(boards, start=1)])

    @cached_property
    def beside(self) -> SwatchView | None:
        """The colour held beside the subject: the one asked for, else the first of the set."""
        if self._asked is None or self._asked.pk == self.subject.colour.pk:
            return next(iter(self._set.guide), None)
        of_set = next((swatch for swatch in self._set.comparison_colours if swatch.colour.pk == self._asked.pk), None)
        return of_set or self._decks.fetch(self._asked)

    @property
    def boards(self) -> list[SwatchView]:
        """Everything held beside the subject: the set and a board fetched by hand, or what is held instead."""
        if self._instead:
            return self._instead.boards
        boards = self._set.comparison_colours
        here = {swatch.colour.pk for swatch in boards}
        return [*boards, *([self.beside] if self.beside and self.beside.colour.pk not in here else [])]

    @cached_property
    def arranged(self) -> list[SwatchView]:
        """Everything on the wall but the subject, in the order asked for, but while findings are withheld."""
        boards = self.boards
        by = self.review.wall_order
        if by == Review.Order.HAND:
            places = {pk: at for at, pk in enumerate(self.review.hand_order)}
            return sorted(boards, key=lambda swatch: places.get(swatch.colour.pk, len(places)))
        if self.any_withheld:
            return boards
        rows = arranging.order([swatch.reading for swatch in boards], by, self.subject.method, self.review.shuffle)
        return [boards[row] for row in rows]

    @cached_property
    def groups(self) -> list[Group]:
        """The boards by why each is there; in any other order than as chosen, all in one."""
        if self._instead:
            return [self._instead]
        if self.any_withheld:
            return [Group(words.walks.WITHHELD_GROUP, self.arranged)]
        if self.review.wall_order != Review.Order.CHOSEN:
            return [Group(words.pairs.order_label(self.review.get_wall_order_display()), self.arranged)]
        boards = self._set.comparison_colours
        groups = [
            Group(label, [swatch for swatch in boards if swatch.kind in kinds]) for label, kinds in words.pairs.GROUPS
        ]
        return [group for group in groups if group.boards]

    @cached_property
    def third(self) -> SwatchView | None:
        """The third board where three are shown: the one that comes after the board held beside."""
        boards = self.arranged
        at = place_of(self.beside, boards)
        after = 0 if at is None else at + 1
        return boards[after % len(boards)] if len(boards) > 1 else None

    @property
    def together(self) -> list[SwatchView]:
        """The boards held together with the subject: one, two or all."""
        if self.review.wall_view == Review.View.ALL:
            return self.arranged
        third = [self.third] if self.third and self.review.wall_view == Review.View.THREE else []
        return [*([self.beside] if self.beside else []), *third]

    @property
    def drawn(self) -> list[SwatchView]:
        """What the drawings may show: what is on the wall, but for findings that are withheld."""
        return [swatch for swatch in self.boards if not self._looking.waits(swatch)]

    @property
    def withheld(self) -> bool:
        """Whether the finding beside the board that is held up waits; without any board, all of them do."""
        return self._looking.waits(self.beside) if self.beside else self.review.withhold

    @cached_property
    def any_withheld(self) -> bool:
        """Whether anything about the undertone still waits: then nothing on the screen may give it away."""
        return self.review.withhold and any(self._looking.waits(swatch) for swatch in self._set.guide)

    @property
    def waits(self) -> str:
        """Why nothing may be given out yet: findings are withheld until somebody has looked; empty otherwise."""
        return words.walks.WITHHELD_STEP if self.any_withheld else ""

    @property
    def taken_away(self) -> int:
        return self._set.taken_away
