"""Whites as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.whites.page import WhitesPage
from steps.whites.reads import Whites


class WhitesStep(Step):
    """Which white beside the colour."""

    key, label = "whites", "Whites"
    template = "steps/whites/page.html"
    keeps = ("show", "white", "with", "gap")
    unknown = words.whites.NO_WHITES

    def finding(self, context: ReviewContext) -> str:
        at = Whites(context, {})
        if not at.ranked:
            return ""
        (swatch,) = at.held(at.ranked[:1])
        return words.whites.white_short(swatch.name, at.ranked[0].gap, at.ranked[0].clears)

    def page(self, visit: StepRequest) -> WhitesPage:
        return WhitesPage(visit)

    def wall(self, page: WhitesPage) -> str:
        return "steps/whites/wall.html" if page.lines else super().wall(page)

    def ladder(self, page: WhitesPage) -> SafeString | None:
        return page.ladder if page.lines else None
