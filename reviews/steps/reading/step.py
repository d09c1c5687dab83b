"""Read as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from reviews.steps.base import Step, StepRequest
from reviews.steps.reading.page import ReadPage


class ReadingStep(Step):
    """What the colour is: depth, family, undertone, temperature."""

    key, label = "reading", "Reading"
    template = "reviews/reading/page.html"
    at_once = True

    def finding(self, context: ReviewContext) -> str:
        """Return depth, family and LRV."""
        reading = context.subject.reading
        return f"{words.headline(reading)}, LRV {words.number(reading.lrv)}"

    def page(self, visit: StepRequest) -> ReadPage:
        """Return the page."""
        return ReadPage(visit.context)
