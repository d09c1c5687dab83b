"""What is done in Light."""

from __future__ import annotations

from prism import words
from prism.numbers import is_number, typed
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.steps.base import StepRequest
from reviews.steps.light import services
from reviews.steps.light.reads import Light
from web.http import StudioRequest


def strength(request: StudioRequest, review: Review) -> StepRequest:
    """Put a strength that was offered on the shortlist."""
    context = ReviewContext(review)
    text = request.POST.get("percent", "")
    kept = services.keep_strength(review, Light(context, {}), typed(text)) if is_number(text) else None
    return StepRequest(ReviewContext(review), notice="" if kept else words.SHORTLIST_FULL)
