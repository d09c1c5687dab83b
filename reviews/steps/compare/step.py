"""Compare as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from reviews.steps.base import Step, StepRequest
from reviews.steps.compare import views
from reviews.steps.compare.page import ComparePage


class CompareStep(Step):
    """What the colour shows beside near-identical ones, and what the person sees there."""

    key, label = "compare", "Compare"
    template = "reviews/compare/page.html"
    gives_away = False
    at_once = True
    board_acts, set_acts = "reviews/compare/board_acts.html", "reviews/compare/bring_back.html"
    actions = {"board": views.board, "see": views.see, "unsee": views.unsee}

    def finding(self, context: ReviewContext) -> str:
        """Return the undertone."""
        return words.capital(words.undertone_short(context.subject.reading))

    def page(self, visit: StepRequest) -> ComparePage:
        """Return the page."""
        return ComparePage(visit)
