"""What all the boards together say of an undertone: how sure it is, and what it would be on another basis."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from prism.neutral import WorkingNeutral
from prism.reading import Reading, read
from prism.school import School
from prism.stimulus import Stimulus

SURE, LIKELY = 0.95, 0.7
"""Shares of the uncertainty from which an undertone is called sure, and likely."""


class Confidence(StrEnum):
    """How sure an undertone is, whatever the comparators say."""

    SURE = "sure"
    LIKELY = "likely"
    OPEN = "open"


def confidence(reading: Reading, shares: Mapping[str, float]) -> Confidence:
    """Return how sure the undertone of a reading is, from the shares of `choosing.in_play`.

    A passive colour is sure to be passive where no undertone has the greatest share; what may not be claimed is open.
    """
    if reading.undertone.main is None and not reading.undertone.passive:
        return Confidence.OPEN
    share = shares.get(reading.undertone.main or "", 0.0)
    return Confidence.SURE if share >= SURE else Confidence.LIKELY if share >= LIKELY else Confidence.OPEN


@dataclass(frozen=True)
class Under:
    """The same colour judged on another basis: what the basis is called, the reading there, and whether it names the
    same main undertone."""

    basis: str
    reading: Reading
    same: bool


def on_other_bases(colour: Stimulus, own: Reading, bases: Iterable[tuple[str, School, WorkingNeutral]]) -> list[Under]:
    """Return how a colour reads on other bases: a name, a school and a neutral each."""
    found = []
    for name, school, neutral in bases:
        reading = read(colour, school, neutral)
        found.append(Under(name, reading, reading.undertone.main == own.undertone.main))
    return found


def flat_neutral(lab: tuple[float, float, float]) -> WorkingNeutral:
    """Return the neutral of those who judge against one white: its a*, b* at every depth."""
    return WorkingNeutral("white", (lab[0],), (lab[1],), (lab[2],))
