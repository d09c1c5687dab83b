"""What an exercise is: which boards hang, what is asked of them, and every answer that is right."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum


class Kind(StrEnum):
    """What an exercise asks."""

    WARMER = "warmer"
    LIGHTER = "lighter"
    CREAMINESS = "creaminess"
    STRIP = "strip"
    LRV = "lrv"
    ODD = "odd"
    SAME = "same"
    UNDERTONE = "undertone"
    PAIR = "pair"
    TWIN = "twin"
    YELLOW = "yellow"
    EVENING = "evening"
    STRENGTH = "strength"


class Manner(StrEnum):
    """How a board hangs: as it is, under the lamps of an evening, or mixed weaker."""

    PLAIN = ""
    EVENING = "evening"
    WEAKER = "weaker"


SAME, DIFFERENT = "same", "different"
QUARTER = 75
"""Percent of its strength at which a colour is mixed a quarter lighter."""
LIGHTER_BY_A_QUARTER, ANOTHER_STRENGTH = "25 % lighter", "another strength"


class PoolError(ValueError):
    """A deck from which no such exercise can be made."""


@dataclass(frozen=True)
class Look:
    """What a board is seen as that does not hang as it is: Lab D65/10°, in which manner, and at which part of its
    strength, percent."""

    lab: tuple[float, float, float]
    manner: Manner
    percent: int = 100


@dataclass(frozen=True)
class Exercise:
    """A wall to be answered: rows of the pool in the order in which they hang, and what is right.

    `accepted` are the right answers: each a place on the wall, 0-based, or several in their order, or a word. `choices`
    are the words that may be answered, empty where boards are. `apart` is by how much, ΔE00, what is asked for is
    apart; `axis` what it trains. The first `given` boards are there to be looked at and are no answer; `looks` are of
    the places whose boards do not hang as they are.
    """

    kind: Kind
    boards: tuple[int, ...]
    accepted: tuple[int | str | tuple[int, ...], ...]
    choices: tuple[str, ...]
    apart: float
    axis: str
    given: int = 0
    looks: dict[int, Look] = field(default_factory=dict)

    @property
    def stages(self) -> int:
        """How often it is asked, a board more each time: an undertone alone, beside a white, beside a contrast."""
        return len(self.boards) if self.kind is Kind.UNDERTONE else 1
