"""The Company step as its template needs it: the part that is shown, and the ways to the others."""

from __future__ import annotations

from urllib.parse import urlencode

from prism import words
from reviews.steps.base import StepRequest
from reviews.steps.palette.parts.fabric import FabricPart
from reviews.steps.palette.parts.part import Part
from reviews.steps.palette.parts.proportions import ProportionsPart
from reviews.steps.palette.parts.schemes import SchemesPart
from reviews.steps.palette.parts.use import UsePart
from reviews.steps.palette.schemes import Schemes

PARTS: tuple[type[Part], ...] = (SchemesPart, FabricPart, ProportionsPart, UsePart)


class CompanyPage:
    """What the Company step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self.query, self.notice = visit.query, visit.notice
        self.at = Schemes(visit.context, visit.query)
        kind = next((one for one in PARTS if one.key == visit.show), PARTS[0])
        self.part = kind(visit, self.at)

    @property
    def parts(self) -> list[tuple[str, str, bool]]:
        """The parts with their addresses, and which is shown."""
        return [(words.COMPANY_PARTS[kind.key], self._show(kind.key), kind.key == self.part.key) for kind in PARTS]

    def _show(self, part: str) -> str:
        return f"?{urlencode({k: v for k, v in (dict(self.query) | {'show': part}).items() if v})}"
