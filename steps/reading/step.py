"""Reading as a step."""

from __future__ import annotations

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.reading.page import ReadingPage


class ReadingStep(Step):
    """What the colour is: depth, family, undertone, temperature."""

    key, label = "reading", "Reading"
    template = "steps/reading/page.html"
    at_once = True

    def finding(self, context: ReviewContext) -> str:
        """Return depth, family and LRV."""
        reading = context.subject.reading
        return f"{words.readings.headline(reading)}, LRV {words.text.number(reading.lrv)}"

    def page(self, visit: StepRequest) -> ReadingPage:
        return ReadingPage(visit.context)
