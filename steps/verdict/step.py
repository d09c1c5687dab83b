"""Verdict as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.verdict import views
from steps.verdict.page import VerdictPage


class VerdictStep(Step):
    """What the specialist writes."""

    key, label = "verdict", "Verdict"
    template = "steps/verdict/page.html"
    wall_last = True
    gives_away = False
    at_once = True
    needs_findings = True
    unknown = words.walks.NOT_WRITTEN
    actions = {"keep": views.keep}

    def finding(self, context: ReviewContext) -> str:
        return words.text.shortened(context.review.verdict, 70)

    def page(self, visit: StepRequest) -> VerdictPage:
        return VerdictPage(visit)
