"""A wall as its page shows it: boards under letters until it is answered, then with their names and figures."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks import queries as deck_queries
from decks.models import Colour
from prism import words
from prism.method import Method
from prism.reading import read_all
from prism.training.exercise import Kind
from training import queries
from training.models import Question, Wall


@dataclass(frozen=True)
class Board:
    """A board of a wall: its place, its letter, its screen colour, which pick it was, empty for none, the key that
    picks it, and how it is captioned where it is no answer. Its margin has a colour in another light than day's."""

    place: int
    letter: str
    screen: str
    margin: str
    picked: str
    key: int
    given: str


@dataclass(frozen=True)
class Told:
    """A board with what was hidden: its name, maker and code, and what it reads as; `hangs` says how, where it is not
    as it is."""

    screen: str
    margin: str
    letter: str
    colour: Colour
    reads: str
    hangs: str


@dataclass(frozen=True)
class Choice:
    """A word that may be answered: its key, and the letter of the board that it was put to."""

    word: str
    key: int
    put: str


class WallPage:
    """One wall."""

    def __init__(self, wall: Wall) -> None:
        self.wall = wall

    @cached_property
    def _colours(self) -> list[Colour]:
        return colours_of(self.wall)

    @property
    def question(self) -> str:
        if self.is_paired:
            at = self.wall.picked.index(None) if self.wall.picked else 0
            return words.training.which_is(self.wall.choices[at])
        return words.training.TRAINED[self.wall.kind]

    @property
    def stage(self) -> str:
        """What came to hang beside, where it is asked again."""
        return words.training.UNDERTONE_STAGES[len(self.wall.picked)] if self.wall.kind == Kind.UNDERTONE else ""

    @cached_property
    def boards(self) -> list[Board]:
        """The boards in the order in which they hang; of an undertone those that hang by now."""
        shown = len(self.wall.picked) + 1 if self.wall.kind == Kind.UNDERTONE else len(self._colours)
        boards = []
        for place, colour in enumerate(self._colours[:shown]):
            look = self.wall.looks.get(str(place), {})
            given = place < self.wall.given or self.is_asked_by_words
            boards.append(
                Board(
                    place,
                    words.pairs.letter(place),
                    look.get("screen", colour.screen),
                    look.get("margin", ""),
                    self._pick(place),
                    place - self.wall.given + 1,
                    self._captioned(place) if given else "",
                )
            )
        return boards

    def _captioned(self, place: int) -> str:
        if place < self.wall.given:
            return words.training.THIS_ONE
        return words.pairs.letter(place)

    def _pick(self, place: int) -> str:
        if self.is_asked_by_words or place not in self.wall.picked:
            return ""
        at = self.wall.picked.index(place)
        return str(self.wall.choices[at]) if self.is_paired else str(at + 1)

    @property
    def is_paired(self) -> bool:
        return self.wall.kind == Kind.PAIR

    @property
    def is_asked_by_words(self) -> bool:
        return bool(self.wall.choices) and not self.is_paired

    @property
    def choices(self) -> list[Choice]:
        picked = self.wall.picked if self.is_paired and self.wall.picked else [None] * len(self.wall.choices)
        return [
            Choice(word, at + 1, words.pairs.letter(place) if place is not None else "")
            for at, (word, place) in enumerate(zip(self.wall.choices, picked, strict=True))
        ]

    @property
    def may_take_back(self) -> bool:
        """Whether the last pick can be taken back: of an order."""
        return bool(self.wall.picked) and not self.is_paired and not self.is_asked_by_words

    @property
    def origin(self) -> str:
        """Where the wall comes from, if it was set; empty for one from the decks."""
        set_wall = self.wall.set_wall
        return words.training.WALLS_FROM[set_wall.origin] if set_wall else ""

    @cached_property
    def told(self) -> list[Told]:
        return told_of(self.wall, self._colours, queries.method_of(self.wall.sitting))

    @cached_property
    def shown_by(self) -> Colour | None:
        colours = deck_queries.in_order([self.wall.shown_board]) if self.wall.shown_board else []
        return colours[0] if colours else None

    @property
    def verdict(self) -> str:
        right = [said(self.wall, answer) for answer in self.wall.accepted]
        given = self.wall.picked[:1] if self.wall.kind == Kind.UNDERTONE else self.wall.picked
        return words.training.answer_text(bool(self.wall.right), said(self.wall, given), right)

    @property
    def stages(self) -> str:
        """How an undertone was named each time it was asked for; empty for another wall."""
        if self.wall.kind != Kind.UNDERTONE or len(self.wall.picked) < 2:
            return ""
        return words.training.stages_text(self.wall.picked, [answer[0] for answer in self.wall.accepted])


def colours_of(wall: Question) -> list[Colour]:
    """Return the colours of a wall's boards, in the order in which they hang."""
    colours = {colour.pk: colour for colour in deck_queries.in_order(list(dict.fromkeys(wall.boards)))}
    return [colours[pk] for pk in wall.boards if pk in colours]


def told_of(wall: Question, colours: list[Colour], chosen: Method) -> list[Told]:
    readings = read_all([colour.stimulus for colour in colours], chosen)
    looks = [wall.looks.get(str(place), {}) for place in range(len(colours))]
    return [
        Told(
            look.get("screen", colour.screen),
            look.get("margin", ""),
            words.pairs.letter(place),
            colour,
            words.readings.headline(reading),
            look.get("said", ""),
        )
        for place, (colour, reading, look) in enumerate(zip(colours, readings, looks, strict=True))
    ]


def said(wall: Question, answer: list[int | str]) -> str:
    if wall.kind == Kind.PAIR:
        return ", ".join(
            f"{hue} {words.pairs.letter(int(place))}" for hue, place in zip(wall.choices, answer, strict=False)
        )
    return ", ".join(part if isinstance(part, str) else words.pairs.letter(part) for part in answer)
