"""The Palette step as its template needs it: the part that is shown, and the ways to the others."""

from __future__ import annotations

from urllib.parse import urlencode

from prism import words
from steps.base import StepRequest
from steps.palette.parts.fabric import FabricPart
from steps.palette.parts.part import Part
from steps.palette.parts.proportions import ProportionsPart
from steps.palette.parts.schemes import SchemesPart
from steps.palette.parts.use import UsePart
from steps.palette.schemes import Schemes
from steps.palette.wishing import granted
from web.settled import Page

PARTS: tuple[type[Part], ...] = (SchemesPart, FabricPart, ProportionsPart, UsePart)


class PalettePage(Page):
    """What the Company step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        visit.query, unmet = granted(visit.context, visit.query)
        self.query, self.notice = visit.query, visit.notice or unmet
        self.at = Schemes(visit.context, visit.query)
        kind = next((part for part in PARTS if part.key == visit.show), PARTS[0])
        self.part = kind(visit, self.at)

    @property
    def parts(self) -> list[tuple[str, str, bool]]:
        return [
            (words.palette.PALETTE_PARTS[kind.key], self._show(kind.key), kind.key == self.part.key) for kind in PARTS
        ]

    def _show(self, part: str) -> str:
        return f"?{urlencode({k: v for k, v in (dict(self.query) | {'show': part}).items() if v})}"
