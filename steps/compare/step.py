"""Compare as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.compare import views
from steps.compare.page import ComparePage


class CompareStep(Step):
    """What the colour shows beside near-identical ones, and what the person sees there."""

    key, label = "compare", "Compare"
    template = "steps/compare/page.html"
    gives_away = False
    at_once = True
    board_actions, set_actions = "steps/compare/board_actions.html", "steps/compare/bring_back.html"
    actions = {"board": views.board, "see": views.see, "unsee": views.unsee}

    def finding(self, context: ReviewContext) -> str:
        return words.text.capital(words.readings.undertone_short(context.subject.reading))

    def page(self, visit: StepRequest) -> ComparePage:
        return ComparePage(visit)
