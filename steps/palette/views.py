"""What is done in Palette: keeping a scheme, putting one aside."""

from __future__ import annotations

from django.shortcuts import get_object_or_404

from prism import words
from reviews.context import ReviewContext
from reviews.models import Review
from steps.base import StepRequest
from steps.palette import services
from steps.palette.schemes import LOCKABLE, Schemes
from web.http import StudioRequest, whole_number

ASKED = ("character", "decks", "ref", "without", *LOCKABLE)
"""What makes a scheme what it is."""


def keep(request: StudioRequest, review: Review) -> StepRequest:
    context = ReviewContext(review)
    at = Schemes(context, {name: request.POST[name] for name in ASKED if request.POST.get(name)})
    name = " ".join(request.POST.get("name", "").split())[:60]
    made = services.keep(review, at, name)
    return StepRequest(
        ReviewContext(review),
        notice="" if made else words.palette.scheme_not_kept(at.scheme is not None, services.MOST_KEPT),
    )


def aside(request: StudioRequest, review: Review) -> StepRequest:
    scheme = get_object_or_404(review.schemes, pk=whole_number(request.POST.get("scheme")))
    services.soft_delete(review, scheme, back="back" in request.POST)
    return StepRequest(ReviewContext(review))
