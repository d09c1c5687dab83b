"""Place as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from reviews.steps.alternatives import views
from reviews.steps.alternatives.page import PlacePage
from reviews.steps.alternatives.reads import Placing
from reviews.steps.base import Step, StepRequest


class AlternativesStep(Step):
    """Where the colour stands among its alternatives."""

    key, label = "alternatives", "Alternatives"
    template = "reviews/alternatives/page.html"
    keeps = ("show", "ask")
    actions = {"shortlist": views.shortlist}

    def finding(self, context: ReviewContext) -> str:
        """Return the narrowest bracket."""
        return words.place_short(*Placing(context).tightest)

    def page(self, visit: StepRequest) -> PlacePage:
        """Return the page."""
        return PlacePage(visit)
