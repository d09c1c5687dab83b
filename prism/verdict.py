"""What an undertone would be on another basis."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read
from prism.stimulus import Stimulus


@dataclass(frozen=True)
class Under:
    """The same colour judged on another basis: what the basis is called, the reading there, and whether it names the
    same main undertone."""

    basis: str
    reading: Reading
    same: bool


def on_other_bases(colour: Stimulus, own: Reading, bases: Iterable[tuple[str, Method, WorkingNeutral]]) -> list[Under]:
    """Return how a colour reads on other bases: a name, a method and a neutral each."""
    others = []
    for name, method, neutral in bases:
        reading = read(colour, method, neutral)
        others.append(Under(name, reading, reading.undertone.main == own.undertone.main))
    return others


def flat_neutral(lab: tuple[float, float, float]) -> WorkingNeutral:
    """Return the neutral of those who judge against one white: its a*, b* at every depth."""
    return WorkingNeutral("white", (lab[0],), (lab[1],), (lab[2],))
