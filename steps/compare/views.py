"""What is done in Compare: with boards, and saying what is seen."""

from __future__ import annotations

from django.shortcuts import get_object_or_404

from reviews.context import ReviewContext
from reviews.models import Review
from steps.base import StepRequest
from steps.compare import boards, services
from steps.compare.forms import SeenForm
from steps.compare.reads import pair_of
from web.http import StudioRequest, whole_number


def board(request: StudioRequest, review: Review) -> StepRequest:
    """Pin, swap, take away or bring in a board of the comparison set."""
    colour = whole_number(request.POST.get("colour"))
    done = boards.act(review, request.POST.get("act", ""), colour, request.POST.get("hue", ""))
    return StepRequest(done.context or ReviewContext(review), notice=done.notice)


def see(request: StudioRequest, review: Review) -> StepRequest:
    form = SeenForm(request.POST)
    context = ReviewContext(review)
    pair = pair_of(context)
    if not form.is_valid() or context.wall.beside is None or pair is None:
        return StepRequest(context, forms={"seen": form}, refused=True)
    services.observe(review, context.wall.beside, pair, **form.cleaned_data)
    return StepRequest(ReviewContext(review))


def unsee(request: StudioRequest, review: Review) -> StepRequest:
    pk = whole_number(request.POST.get("observation"))
    services.forget(get_object_or_404(review.observations, pk=pk))
    return StepRequest(ReviewContext(review))
