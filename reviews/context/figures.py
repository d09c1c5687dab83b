"""Lines of figures, as tables on the screen show them, and what several steps say of a subject."""

from __future__ import annotations

from dataclasses import dataclass

from prism import words
from reviews.context.subject import Subject
from web.settled import Page


@dataclass(frozen=True)
class FigureLine:
    """A line of figures: label, the subject's value, and in comparison the neighbour's and the difference."""

    label: str
    this: str
    beside: str = ""
    difference: str = ""


class Phrases(Page):
    """What more than one step says of the subject."""

    def __init__(self, subject: Subject) -> None:
        self._subject = subject

    @property
    def undertone(self) -> str:
        return words.readings.undertone(self._subject.reading, self._subject.stimulus.provenance)

    @property
    def temperature(self) -> str:
        return words.readings.temperature(self._subject.reading)

    @property
    def rule(self) -> str:
        return words.readings.undertone_rule(self._subject.reading, self._subject.method)

    @property
    def neutral_note(self) -> str:
        """Where the neutral line lies at the subject's depth."""
        return words.readings.neutral_note(self._subject.neutral, self._subject.reading.lab[0])

    @property
    def caution(self) -> str:
        return self._subject.caution
