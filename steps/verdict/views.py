"""What is done in Verdict: writing."""

from __future__ import annotations

from django.http import HttpResponse

from reviews.context import ReviewContext
from reviews.models import Review
from steps.base import StepRequest
from steps.verdict import services
from steps.verdict.forms import WritingForm
from steps.verdict.page import VerdictPage
from web.http import StudioRequest
from web.settled import render


def keep(request: StudioRequest, review: Review) -> StepRequest | HttpResponse:
    """Keep what the specialist wrote; a text that was changed elsewhere meanwhile is shown beside it."""
    form = WritingForm(request.POST)
    conflicts = services.write(review, form.sent(), form.seen()) if form.is_valid() else []
    visit = StepRequest(ReviewContext(review), forms={"writing": form}, refused=bool(form.errors or conflicts))
    if not request.htmx and not visit.refused:
        return visit
    template = "steps/verdict/saved.html" if request.htmx else "steps/verdict/conflict.html"
    context = {"review": review, "page": VerdictPage(visit, conflicts)}
    return render(request, template, context, status=422 if visit.refused else 200)
