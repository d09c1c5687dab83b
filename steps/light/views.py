"""What is done in Light."""

from __future__ import annotations

from prism import words
from prism.numbers import is_number, typed
from reviews.context import ReviewContext
from reviews.models import Review
from steps.base import StepRequest
from steps.light import services
from steps.light.reads import Light
from web.http import StudioRequest


def strength(request: StudioRequest, review: Review) -> StepRequest:
    context = ReviewContext(review)
    text = request.POST.get("percent", "")
    kept = services.keep_strength(review, Light(context, {}), typed(text)) if is_number(text) else None
    return StepRequest(ReviewContext(review), notice="" if kept else words.places.SHORTLIST_FULL)
