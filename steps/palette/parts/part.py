"""What the parts of the Palette step share."""

from __future__ import annotations

from typing import ClassVar
from urllib.parse import urlencode

from methods.rests_on import RestsOn, rests_on
from prism import words
from steps.base import StepRequest
from steps.palette.schemes import Schemes
from web.settled import Page


class Part(Page):
    """A part of the step: what it shows in the reading, on the right of it, and on the wall.

    `key` names it in addresses. `wall` is empty where the comparison set hangs.
    """

    key: ClassVar[str] = ""
    reading: ClassVar[str]
    beside: ClassVar[str]

    def __init__(self, visit: StepRequest, at: Schemes) -> None:
        self._context, self.query, self.at = visit.context, visit.query, at
        self._subject = visit.context.subject

    @property
    def wall(self) -> str:
        """The template of the wall; empty for the comparison set."""
        return ""

    @property
    def paths(self) -> tuple[str, ...]:
        raise NotImplementedError

    @property
    def rests_on(self) -> list[RestsOn]:
        return rests_on(self._subject.method, self._context.review.method_own, self.paths)

    def link(self, **changes: str) -> str:
        """Return the address of the same part with other parameters."""
        asked = dict(self.query) | changes
        return f"?{urlencode({k: v for k, v in asked.items() if v})}"

    @property
    def waits(self) -> str:
        chroma = float((self._subject.reading.lab[1] ** 2 + self._subject.reading.lab[2] ** 2) ** 0.5)
        least = self._subject.method.palette.saturated
        return words.palette.waits_for_fabrics(self._subject.name, chroma, least) if chroma >= least else ""
