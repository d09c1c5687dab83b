"""What is done in Alternatives: the shortlist."""

from __future__ import annotations

from django.shortcuts import get_object_or_404

from decks import queries as deck_queries
from prism import words
from reviews import services as review_services
from reviews.context import ReviewContext
from reviews.models import Review
from steps.alternatives import services
from steps.base import StepRequest
from web.http import StudioRequest, whole_number


def shortlist(request: StudioRequest, review: Review) -> StepRequest:
    """Put a colour on the shortlist, take it off, or move it along."""
    wanted = whole_number(request.POST.get("colour"))
    colour = get_object_or_404(deck_queries.visible_to(request.user), pk=wanted)
    act, notice = request.POST.get("act", "add"), ""
    if act == "add":
        notice = "" if review_services.shortlist(review, colour) else words.places.SHORTLIST_FULL
    elif act == "off":
        services.off_shortlist(review, colour)
    elif act == "to":
        services.move_on_shortlist(review, colour, whole_number(request.POST.get("to")))
    return StepRequest(ReviewContext(review), notice=notice)
