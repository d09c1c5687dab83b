"""Reads from reviews: what the screens of a review show, computed by the core."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from functools import cached_property

import numpy as np
from django.contrib.auth.models import User
from django.db.models import QuerySet
from numpy.typing import ArrayLike, NDArray

from decks import queries as decks
from decks.catalogue import catalogue
from decks.models import Colour, Earlier
from prism import (
    arranging,
    asking,
    choosing,
    comparison,
    naming,
    placing,
    reading,
    trust,
    verdict,
    words,
)  # fmt: skip
from prism.difference import delta_e, nearest
from prism.metamerism import Parting
from prism.reading import Reading
from prism.school import School
from reviews.models import Board, Observation, Review
from schools import queries as schools

KINDS = ("white", "range", "strip", "foil", "added")
"""Groups of boards in the order they stand on the wall."""


def listed(user: User) -> QuerySet[Review]:
    """Return a person's reviews, newest first."""
    reviews = Review.objects.filter(owner_id=user.pk, deleted=None)
    return reviews.select_related("colour__maker").prefetch_related("colour__earlier")


def own(user: User) -> QuerySet[Review]:
    """Return every review that is a person's, deleted ones too."""
    return Review.objects.filter(owner_id=user.pk).select_related("colour__maker", "beside__maker", "owner")


def finding(review: Review) -> str:
    """Return the finding of a review in a few words, for lists."""
    found = reading.read(review.value.paint, review.school_in_force, review.neutral_in_force)
    return f"{words.headline(found)}, {words.undertone_short(found)}"


@dataclass(frozen=True)
class Held:
    """A colour held beside the subject: what it reads as, what it is called for now, and why it is there.

    `kind` is the group it belongs to and `why` what it shows, keys of the core's picks; `caption` says it in a word;
    `state` what the person did with it, empty where it was chosen.
    """

    colour: Colour
    reading: Reading
    name: str
    kind: str
    why: str
    caption: str
    reason: str
    state: str = ""
    delta_e: float = 0.0


@dataclass(frozen=True)
class Group:
    """Boards that are on the wall for the same reason."""

    label: str
    boards: list[Held]


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


@dataclass(frozen=True)
class Seen:
    """What was seen beside a board, next to what was computed."""

    observation: Observation
    said: str
    standing: str


@dataclass(frozen=True)
class Newer:
    """A better value that replaced the one a review was made with: since when, why, its LRV, and ΔE00 between them."""

    since: datetime
    reason: str
    lrv: float
    delta_e: float


def place_of(one: Held | None, boards: Sequence[Held]) -> int | None:
    """Return where a board stands among others, from 0; None where it is not there."""
    return next((i for i, held in enumerate(boards) if one and held.colour.pk == one.colour.pk), None)


class Bench:
    """Everything one review shows; each part is computed when it is first asked for.

    `beside` is the colour the person asked to hold beside the subject, or None for the first of the set.
    `_at_hand` keeps the colour and reading of each row of the deck that was held up.
    """

    def __init__(self, review: Review, beside: Colour | None = None) -> None:
        self.review = review
        self.colour = review.colour
        self.value = review.value
        self.paint = review.value.paint
        self.school = review.school_in_force
        self.neutral = review.neutral_in_force
        self.reading = reading.read(self.paint, self.school, self.neutral)
        self._asked = beside
        self._instead: Group | None = None
        self._held = catalogue(review.owner)
        self._own_rows = self._held.rows_of({self.colour.pk})
        self._at_hand: dict[int, tuple[Colour, Reading]] = {}

    def after_boards_changed(self) -> Bench:
        """Return the bench with the boards read again, and a set chosen from what they leave."""
        after = Bench(self.review)
        after._at_hand = self._at_hand
        after._not_my_whites = self._not_my_whites
        return after

    def holding(self, colour: Colour | None) -> Bench:
        """Return the same bench with a colour held beside the subject, before anything is asked of the pair."""
        self._asked = colour
        return self

    @property
    def name(self) -> str:
        """What the subject is called for now: names can be hidden, since they mislead."""
        return self.colour.name if self.review.names_shown else "this colour"

    @cached_property
    def newer(self) -> Newer | None:
        """The working value of the colour, where it is no longer the one the review was made with."""
        if not isinstance(self.value, Earlier):
            return None
        now = self.colour.paint
        if now.lab == self.paint.lab and now.provenance == self.paint.provenance:
            return None
        apart = float(delta_e(self.paint.lab_array, now.lab_array))
        return Newer(self.value.replaced, self.value.reason, now.lrv, apart)

    def _hold(self, picks: Sequence[choosing.Pick], states: Mapping[int, str] | None = None) -> list[Held]:
        """Return picked rows of the deck as held colours."""
        rows = sorted({pick.index for pick in picks} - set(self._at_hand))
        if rows:
            colours = decks.by_ids([int(self._held.ids[row]) for row in rows])
            for row, found in zip(rows, self._held.readings(rows, self.school, self.neutral), strict=True):
                self._at_hand[row] = colours[int(self._held.ids[row])], found
        return [self._holding(*self._at_hand[pick.index], pick, (states or {}).get(pick.index, "")) for pick in picks]

    def _holding(self, colour: Colour, found: Reading, pick: choosing.Pick, state: str = "") -> Held:
        caption = words.board_caption(pick, self.reading.lrv)
        name = colour.name if self.review.names_shown else words.hidden_name(caption)
        reason = words.why_picked(pick, self.reading, bool(self._strip))
        return Held(colour, found, name, pick.kind, pick.why, caption, reason, state, pick.delta_e)

    @cached_property
    def _deck(self) -> choosing.Deck:
        return self._held.deck(self.school)

    @cached_property
    def _strip(self) -> int:
        return int(self._held.strips[self._own_rows[0]]) if self._own_rows.size else 0

    @cached_property
    def _not_my_whites(self) -> NDArray[np.intp] | None:
        """Rows that are no reference whites: where the person keeps whites, all others."""
        kept = self._held.rows_of(set(decks.my_whites(self.review.owner).values_list("pk", flat=True)))
        kept = np.setdiff1d(kept, self._own_rows)
        return np.setdiff1d(np.arange(len(self._held.ids)), kept) if kept.size else None

    @cached_property
    def _boards(self) -> dict[int, Board]:
        """What the person did with boards, by the colour's id."""
        return {board.colour_id: board for board in self.review.boards.all()}

    def _rows(self, state: Board.State) -> list[int]:
        rows = self._held.rows_of({pk for pk, board in self._boards.items() if board.state == state})
        return [int(row) for row in rows]

    @cached_property
    def chosen(self) -> choosing.Chosen:
        """The comparison set as the core chooses it, without the boards that were taken away."""
        return choosing.choose(
            self.reading,
            self._deck,
            self.school,
            self.neutral,
            strip=self._strip,
            own=self._own_rows,
            not_whites=self._not_my_whites,
            out=self._rows(Board.State.OUT),
        )

    @cached_property
    def comparators(self) -> list[Held]:
        """The whole comparison set, in the order it is held up: chosen boards, pinned ones in their place, and those
        the person brought in."""
        kept = {pk: board for pk, board in self._boards.items() if board.state != Board.State.OUT and board.why}
        by_row = {int(row): kept[int(self._held.ids[row])] for row in self._held.rows_of(set(kept))}
        replaced = {(board.kind, board.why) for board in kept.values() if board.state == Board.State.PINNED}
        picks = [pick for pick in self.chosen.picks if pick.index in by_row or (pick.kind, pick.why) not in replaced]
        missing = [row for row in by_row if all(pick.index != row for pick in picks)]
        picks += [
            choosing.Pick(row, by_row[row].why, self._apart(self._held.lab[row]), kind=by_row[row].kind or "range")
            for row in missing
        ]
        picks.sort(key=lambda pick: KINDS.index(pick.kind))
        held = self._hold(picks, {row: board.state for row, board in by_row.items()})
        here = {one.colour.pk for one in held}
        added = [pk for pk, b in self._boards.items() if b.state == Board.State.ADDED and pk not in here]
        brought = decks.by_ids(added) if added else {}
        return self._lettered([*held, *(self._fetched(brought[pk], Board.State.ADDED.value) for pk in added)])

    def _lettered(self, boards: list[Held]) -> list[Held]:
        """Return boards under letters where their findings are withheld, since a caption would give them away."""
        return [
            replace(held, name=words.letter(i), caption=words.letter(i), reason="") if self._waits(held) else held
            for i, held in enumerate(boards)
        ]

    def another_that_shows(self, hue: str) -> choosing.Pick | None:
        """Return the next best board beside which a hue of the subject shows: one that has less of it."""
        taken = self._held.rows_of({held.colour.pk for held in self.on_the_wall})
        return choosing.another(self.chosen, choosing.less(hue), taken.tolist())

    def colour_of(self, pick: choosing.Pick) -> Colour:
        """Return the colour of a pick."""
        pk = int(self._held.ids[pick.index])
        return decks.by_ids([pk])[pk]

    def _apart(self, lab: ArrayLike) -> float:
        return float(delta_e(self.paint.lab_array, np.asarray(lab)))

    def _fetched(self, colour: Colour, state: str = "") -> Held:
        found = reading.read(colour.paint, self.school, self.neutral)
        pick = choosing.Pick(-1, "fetched", self._apart(colour.paint.lab_array), kind="added")
        return self._holding(colour, found, pick, state)

    @property
    def whites(self) -> list[Held]:
        """The reference whites."""
        return [held for held in self.comparators if held.kind == "white"]

    @property
    def clean_white(self) -> Held | None:
        """The clean one of them."""
        return next((held for held in self.whites if held.why == "clean"), None)

    @cached_property
    def groups(self) -> list[Group]:
        """The comparison set by why each board is there; in any other order than as chosen, all in one."""
        if self._instead:
            return [self._instead]
        if self.any_withheld:
            return [Group(words.WITHHELD_GROUP, self.arranged)]
        if self.review.wall_order != Review.Order.CHOSEN:
            return [Group(words.order_label(self.review.get_wall_order_display()), self.arranged)]
        groups = [
            Group(label, [held for held in self.comparators if held.kind in kinds]) for label, kinds in words.GROUPS
        ]
        return [group for group in groups if group.boards]

    @cached_property
    def arranged(self) -> list[Held]:
        """Everything on the wall but the subject, in the order the person asked for."""
        boards = self.on_the_wall
        by = self.review.wall_order
        if by == Review.Order.HAND:
            places = {pk: at for at, pk in enumerate(self.review.hand_order)}
            return sorted(boards, key=lambda held: places.get(held.colour.pk, len(places)))
        rows = arranging.order([held.reading for held in boards], by, self.school, self.review.shuffle)
        return [boards[row] for row in rows]

    @cached_property
    def guide(self) -> list[Held]:
        """The boards as they are held up one after another: the clean white, the range from end to end, the foil, and
        then the rest."""
        boards = self.comparators
        first = [held for held in boards if held.why == "clean"]
        middle = [held for held in boards if held.kind == "range"]
        foils = [held for held in boards if held.kind == "foil"]
        rest = [held for held in boards if held not in (*first, *middle, *foils)]
        return [*first, *middle, *foils, *rest]

    @cached_property
    def beside(self) -> Held | None:
        """The colour held beside the subject: the one asked for, else the first of the set."""
        if self._asked is None or self._asked.pk == self.colour.pk:
            return next(iter(self.guide), None)
        of_set = next((held for held in self.comparators if held.colour.pk == self._asked.pk), None)
        return of_set or self._fetched(self._asked)

    @property
    def on_the_wall(self) -> list[Held]:
        """Everything held beside the subject: the set and a board fetched by hand, or what is held instead."""
        if self._instead:
            return self._instead.boards
        boards = self.comparators
        here = {held.colour.pk for held in boards}
        return [*boards, *([self.beside] if self.beside and self.beside.colour.pk not in here else [])]

    def hold_instead(self, label: str, boards: list[Held]) -> None:
        """Hold other boards on the wall instead of the comparison set, under their numbers."""
        self._instead = Group(label, [replace(held, caption=str(i)) for i, held in enumerate(boards, start=1)])

    @property
    def drawn(self) -> list[Held]:
        """What the drawings may show: what is on the wall, but for findings that are withheld."""
        return [held for held in self.on_the_wall if not self._waits(held)]

    @cached_property
    def third(self) -> Held | None:
        """The third board where three are shown: the one that comes after the board held beside."""
        boards = self.arranged
        at = place_of(self.beside, boards)
        after = 0 if at is None else at + 1
        return boards[after % len(boards)] if len(boards) > 1 else None

    @cached_property
    def pair(self) -> comparison.PairFinding | None:
        """What the subject shows beside the colour held there."""
        return comparison.compare(self.reading, self.beside.reading, self.school) if self.beside else None

    @cached_property
    def support(self) -> comparison.Support:
        """How the comparison set bears on the undertone."""
        return comparison.support(self.reading, [held.reading for held in self.comparators], self.school)

    # --- what was seen ---

    @cached_property
    def observations(self) -> list[Observation]:
        """What was seen so far, newest first."""
        return list(self.review.observations.select_related("by", "colour"))

    def _waits(self, held: Held) -> bool:
        """Return whether the finding beside a board waits for the person to say what they see."""
        return self.review.withhold and held.colour.pk not in {one.colour_id for one in self.observations}

    @property
    def withheld(self) -> bool:
        """Whether the finding beside the board that is held up waits; without any board, all of them do."""
        return self._waits(self.beside) if self.beside else self.review.withhold

    @property
    def any_withheld(self) -> bool:
        """Whether anything about the undertone still waits: then nothing on the screen may give it away."""
        return any(self._waits(held) for held in self.guide)

    @cached_property
    def seen(self) -> list[Seen]:
        """What was seen beside this board, each next to what was computed."""
        return [
            Seen(one, self.said_of(one), words.standing(one.agreement, one.computed, self.reading.lrv))
            for one in self.observations
            if self.beside and one.colour_id == self.beside.colour.pk
        ]

    def said_of(self, one: Observation) -> str:
        """Return what a person saw, in words."""
        return words.saw(one.seen, self.reading.lrv, one.note, one.light, str(one.by or ""), f"{one.at:%d %b %Y}")

    # --- verdict ---

    @cached_property
    def shares(self) -> dict[str, float]:
        """The undertones that the uncertainty leaves open, with their shares."""
        return choosing.in_play(self.reading, self.school)

    @cached_property
    def confidence(self) -> verdict.Confidence:
        """How sure the undertone is."""
        return verdict.confidence(self.reading, self.shares)

    @cached_property
    def other_bases(self) -> list[verdict.Under]:
        """The colour as it reads under other schools, other neutrals and the reference white."""
        bases = [
            (words.basis_school(one.title), one, one.neutral) for one in self.schools if one.key != self.school.key
        ]
        neutrals = {
            "painted": self.school.neutral,
            "grey": reading.choose_neutral(self.school, "grey"),
        }
        bases += [
            (words.basis_neutral(kind), self.school, neutral)
            for kind, neutral in neutrals.items()
            if neutral != self.neutral
        ]
        if white := self.clean_white:
            bases.append((words.basis_white(white.name), self.school, verdict.flat_neutral(white.reading.lab)))
        return verdict.on_other_bases(self.paint, self.reading, bases)

    @cached_property
    def schools(self) -> list[School]:
        """The schools the person may choose."""
        return schools.available(self.review.owner)

    @property
    def taken_away(self) -> int:
        """How many boards were taken away."""
        return sum(board.state == Board.State.OUT for board in self._boards.values())

    # --- place ---

    @cached_property
    def brackets(self) -> list[PlacedBracket]:
        """The subject's place: the nearest colour on either side of each pair of axes."""
        mates = [pick for pick in self.chosen.picks if pick.kind == "strip"]
        found = placing.brackets(self.chosen.view, mates)
        picks = [pick for bracket in found for pick in (bracket.before, bracket.after) if pick]
        held = dict(zip(((pick.why, pick.index) for pick in picks), self._hold(picks), strict=True))
        names = {pick.index: held[pick.why, pick.index].name for pick in picks}
        lrv = self.reading.lrv

        def side(axis: str, pick: choosing.Pick | None) -> Side:
            said = words.direction(axis, lrv)
            return Side(said, held[pick.why, pick.index] if pick else None, pick.delta_e if pick else 0.0)

        return [
            PlacedBracket(
                side(b.axes[0], b.before), side(b.axes[1], b.after), words.bracket(b, names, lrv, bool(self._strip))
            )
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
        ways = choosing.axis_vectors(self.reading.undertone.vector, self.school)
        for axis in wish.towards:
            if axis not in ways:
                raise asking.AskError(words.no_such_way(axis, self.reading.lrv))
        between = [self._named(name).reading for name in wish.between] if wish.between else []
        picks = placing.grant(
            wish, self.reading, self._deck, self._held.index, self.school, self.neutral, between, self._own_rows
        )
        return self._hold(picks)

    def _named(self, name: str) -> Held:
        """Return the colour that a wish names. Raises `AskError`."""
        if name in ("this", "this one"):
            return self._fetched(self.colour)
        if name in ("that", "that one"):
            if self.beside is None:
                raise asking.AskError(words.EMPTY_DECK)
            return self.beside
        try:
            return self._fetched(decks.one_named(self.review.owner, name))
        except decks.NotOneColourError as wrong:
            raise asking.AskError(str(wrong)) from None

    @cached_property
    def shortlist(self) -> list[Held]:
        """The shortlist, in its order."""
        return [self._fetched(one.colour) for one in self.review.shortlist.select_related("colour__maker")]

    def against(self, held: Held) -> comparison.PairFinding:
        """Return what a held colour shows beside the subject."""
        return comparison.compare(held.reading, self.reading, self.school)

    @cached_property
    def twins(self) -> list[tuple[str, float, Parting | None]]:
        """What colours that are the same to the eye or nearly are called, their ΔE00, and how they part under lamps."""
        found = decks.twins(self.review.owner, self.paint, self.school, self.colour.pk)
        shown = self.review.names_shown
        return [
            (twin.colour.name if shown else words.hidden_name("twin"), twin.delta_e, twin.parting) for twin in found
        ]

    @cached_property
    def name_checks(self) -> list[naming.NameCheck]:
        """What the subject's name promises; nothing while names are hidden."""
        return naming.check(self.colour.name, self.reading) if self.review.names_shown else []

    @cached_property
    def lrv_check(self) -> trust.LrvCheck | None:
        """The stated LRV against the computed one, where one is stated."""
        stated = self.value.lrv_stated
        return trust.check_lrv(stated, self.reading) if stated is not None else None

    # --- the decks around a colour ---

    def nearest_to(self, lab: ArrayLike, count: int, without_own: bool = False) -> list[Held]:
        """Return the colours of the decks nearest to a Lab (3,), nearest first."""
        rows, distance = self._held.nearest(lab, count + 1)
        own = set(self._own_rows.tolist()) if without_own else set()
        near = [(int(row), float(d)) for row, d in zip(rows, distance, strict=True) if int(row) not in own][:count]
        return self._hold([choosing.Pick(row, "nearest", d, kind="added") for row, d in near])

    @cached_property
    def nearest_with_recipe(self) -> tuple[Held, float] | None:
        """The nearest deck colour that has a recipe, with ΔE00, for a subject that has none."""
        rows = np.flatnonzero(self._held.has_recipe)
        found, distance = nearest(self.reading.lab, self._held.lab[rows], 1)
        if not found.size:
            return None
        apart = float(distance[0])
        return self._hold([choosing.Pick(int(rows[found[0]]), "nearest", apart, kind="added")])[0], apart
