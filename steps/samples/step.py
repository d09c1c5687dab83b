"""Samples as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.samples import views
from steps.samples.page import SamplesPage


class SamplesStep(Step):
    """From screen to wall."""

    key, label = "samples", "Samples"
    template = "steps/samples/page.html"
    wall_last = True
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
    unknown = words.viewing.NOT_SEEN_YET

    def finding(self, context: ReviewContext) -> str:
        decided = context.review.decisions.filter(reopened=None).select_related("colour").first()
        if decided is not None:
            return words.decisions.decided_for(context.review.called(decided.colour.name))
        moments = list(context.review.viewings.filter(deleted=None).values_list("seen_at", flat=True))
        return words.viewing.view_short(len(moments), sum(at is not None for at in moments))

    def page(self, visit: StepRequest) -> SamplesPage:
        return SamplesPage(visit)

    def wall(self, page: SamplesPage) -> str:
        return "steps/samples/wall.html"

    def ladder(self, page: SamplesPage) -> SafeString | None:
        return page.walls
