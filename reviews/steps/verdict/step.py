"""Verdict as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from reviews.steps.base import Step, StepRequest
from reviews.steps.verdict import views
from reviews.steps.verdict.page import VerdictPage


class VerdictStep(Step):
    """What the specialist writes."""

    key, label = "verdict", "Verdict"
    template = "reviews/verdict/page.html"
    gives_away = False
    at_once = True
    needs_findings = True
    unknown = words.NOT_WRITTEN
    actions = {"keep": views.keep}

    def finding(self, context: ReviewContext) -> str:
        """Return how the verdict begins."""
        return words.shortened(context.review.verdict, 70)

    def page(self, visit: StepRequest) -> VerdictPage:
        """Return the page."""
        return VerdictPage(visit)
