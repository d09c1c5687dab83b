"""View as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from reviews.steps.base import Step, StepRequest
from reviews.steps.samples import views
from reviews.steps.samples.page import ViewPage


class SamplesStep(Step):
    """From screen to wall."""

    key, label = "samples", "Samples"
    template = "reviews/samples/page.html"
    at_once = True
    actions = {
        "samples": views.samples,
        "schedule": views.schedule,
        "unplan": views.unplan,
        "decide": views.decide,
        "reopen": views.reopen,
        "take-up": views.take_up,
        "take-back": views.undelete,
    }
    unknown = words.NOT_SEEN_YET

    def finding(self, context: ReviewContext) -> str:
        """Return how far the viewings are, or what was decided."""
        decided = context.review.decisions.filter(reopened=None).select_related("colour").first()
        if decided is not None:
            return words.decided_for(context.review.called(decided.colour.name))
        held = list(context.review.viewings.filter(deleted=None).values_list("seen_at", flat=True))
        return words.view_short(len(held), sum(at is not None for at in held))

    def page(self, visit: StepRequest) -> ViewPage:
        """Return the page."""
        return ViewPage(visit)

    def wall(self, page: ViewPage) -> str:
        """Hang what is to be painted beside what to hold against it."""
        return "reviews/samples/wall.html"

    def ladder(self, page: ViewPage) -> SafeString | None:
        """Stand the room from above where the ladder is else."""
        return page.walls
