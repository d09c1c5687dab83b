"""What the parts of the Company step share."""

from __future__ import annotations

from typing import ClassVar
from urllib.parse import urlencode

from prism import words
from reviews.steps.base import StepRequest
from reviews.steps.palette.schemes import Schemes
from schools.rests_on import RestsOn, rests_on


class Part:
    """A part of the step: what it shows in the reading, on the right of it, and on the wall.

    `key` names it in addresses. `wall` is empty where the comparison set hangs.
    """

    key: ClassVar[str] = ""
    reading: ClassVar[str]
    beside: ClassVar[str]

    def __init__(self, visit: StepRequest, at: Schemes) -> None:
        self._bench, self.query, self.at = visit.bench, visit.query, at
        self._subject = visit.bench.subject

    @property
    def wall(self) -> str:
        """The template of the wall; empty for the comparison set."""
        return ""

    @property
    def paths(self) -> tuple[str, ...]:
        """The figures of the school that what is said rests on."""
        raise NotImplementedError

    @property
    def rests_on(self) -> list[RestsOn]:
        """The same with their values."""
        return rests_on(self._subject.school, self._bench.review.school_own, self.paths)

    def link(self, **changes: str) -> str:
        """Return the address of the same part with other parameters."""
        asked = dict(self.query) | changes
        return f"?{urlencode({k: v for k, v in asked.items() if v})}"

    @property
    def waits(self) -> str:
        """Whether the colour is told to wait for the real fabrics."""
        chroma = float((self._subject.reading.lab[1] ** 2 + self._subject.reading.lab[2] ** 2) ** 0.5)
        least = self._subject.school.company.saturated
        return words.waits_for_fabrics(self._subject.name, chroma, least) if chroma >= least else ""
