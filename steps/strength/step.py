"""Strength as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths import services
from reviews.strengths.reads import Strengths
from steps.base import Step, StepRequest
from steps.strength import views
from steps.strength.drawings import strength_ladder
from steps.strength.forms import AdjustForm, MixForm
from steps.strength.page import StrengthPage
from web.http import StudioRequest


class StrengthStep(Step):
    """The colour lighter and darker."""

    key, label = "strength", "Strength"
    template = "steps/strength/page.html"
    unknown = words.places.NO_RECIPE
    keeps = ("show", "own_parts", "other_parts", "other")
    actions = {"keep": views.keep, "mix": views.mix, "dispense": views.dispense}

    def finding(self, context: ReviewContext) -> str:
        run = [step.strength for step in Strengths(context).run]
        return words.strengths.strength_short(run) if run else ""

    def visit(self, request: StudioRequest, review: Review) -> StepRequest:
        visit = super().visit(request, review)
        if any(key in request.GET for key in ("percent", "lrv", "gap", "like")):
            form = AdjustForm(request.GET, Strengths(visit.context))
            visit.forms["adjust"] = form
            if form.is_valid() and form.found:
                services.look_at_strength(review, form.found.percent)
        if request.GET.get("show") == "mix" and "other" in request.GET:
            visit.forms["mix"] = MixForm(request.GET, Strengths(visit.context))
        if "can" in request.GET:
            services.choose_can(review, Strengths(visit.context), request.GET["can"])
        return visit

    def page(self, visit: StepRequest) -> StrengthPage:
        return StrengthPage(visit)

    def wall(self, page: StrengthPage) -> str:
        return "steps/strength/wall_run.html" if page.at.run else super().wall(page)

    def ladder(self, page: StrengthPage) -> SafeString | None:
        return strength_ladder(page.at) if page.at.run else None
