"""A wall as its page shows it: boards under letters until it is answered, then with their names and figures."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks import queries as deck_queries
from decks.models import Colour
from prism import words
from prism.reading import read_all
from training import queries
from training.models import Wall


@dataclass(frozen=True)
class Board:
    """A board of a wall: its place, its letter, its screen colour, and which pick it was, empty for none."""

    place: int
    letter: str
    screen: str
    picked: str


@dataclass(frozen=True)
class Told:
    """A board with what was hidden: its name, maker and code, and what it reads as."""

    board: Board
    colour: Colour
    reads: str


class WallPage:
    """One wall."""

    def __init__(self, wall: Wall) -> None:
        self.wall = wall

    @cached_property
    def _colours(self) -> list[Colour]:
        held = {colour.pk: colour for colour in deck_queries.in_order(list(dict.fromkeys(self.wall.boards)))}
        return [held[pk] for pk in self.wall.boards if pk in held]

    @property
    def question(self) -> str:
        """What is asked, or what is to be picked next."""
        if self.wall.kind == "pair":
            return words.which_is(self.wall.choices[len(self.wall.picked)])
        return words.TRAINED[self.wall.kind]

    @cached_property
    def boards(self) -> list[Board]:
        """The boards in the order in which they hang."""
        return [
            Board(place, words.letter(place), colour.screen, self._pick(place))
            for place, colour in enumerate(self._colours)
        ]

    def _pick(self, place: int) -> str:
        if place not in self.wall.picked:
            return ""
        at = self.wall.picked.index(place)
        return str(self.wall.choices[at]) if self.wall.kind == "pair" else str(at + 1)

    @property
    def is_asked_by_words(self) -> bool:
        """Whether a word is the answer, rather than a board."""
        return self.wall.wanted == 1 and bool(self.wall.choices)

    @property
    def first_is_given(self) -> bool:
        """Whether the first board is what the others are held against."""
        return self.wall.kind == "twin"

    @cached_property
    def told(self) -> list[Told]:
        """The boards with what was hidden."""
        readings = read_all([colour.stimulus for colour in self._colours], queries.school_of(self.wall.sitting))
        return [
            Told(board, colour, words.headline(reading))
            for board, colour, reading in zip(self.boards, self._colours, readings, strict=True)
        ]

    @property
    def verdict(self) -> str:
        """Whether the answer was right, and what it was."""
        right = [self._said(one) for one in self.wall.accepted]
        return words.answer_said(bool(self.wall.right), self._said(self.wall.picked), right)

    def _said(self, answer: list[int | str]) -> str:
        return ", ".join(one if isinstance(one, str) else words.letter(one) for one in answer)
