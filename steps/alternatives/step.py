"""Alternatives as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from steps.alternatives import views
from steps.alternatives.page import AlternativesPage
from steps.alternatives.reads import Placing
from steps.base import Step, StepRequest


class AlternativesStep(Step):
    """Where the colour stands among its alternatives."""

    key, label = "alternatives", "Alternatives"
    template = "steps/alternatives/page.html"
    keeps = ("show", "ask")
    actions = {"shortlist": views.shortlist}

    def finding(self, context: ReviewContext) -> str:
        return words.places.place_short(*Placing(context).tightest)

    def page(self, visit: StepRequest) -> AlternativesPage:
        return AlternativesPage(visit)
