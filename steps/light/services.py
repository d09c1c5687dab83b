"""Writes for Light: a strength that does better in the room, kept and put on the shortlist."""

from __future__ import annotations

from django.db import transaction

from decks import services as deck_services
from decks.models import Colour
from prism import words
from prism.stimulus import from_reflectance
from reviews import services
from reviews.models import Review
from steps.light.reads import Light


def keep_strength(review: Review, at: Light, percent: float) -> Colour | None:
    """Keep a strength of the subject as a colour of its own and put it on the shortlist; None for a strength that was
    not offered, or where the shortlist is full."""
    step = at.adjusted.get(percent)
    if step is None:
        return None
    name = words.strengths.strength_name(review.colour.name, percent)
    stimulus = from_reflectance(
        step.reflectance, "computed", words.strengths.computed_given(review.colour.name, percent)
    )
    with transaction.atomic():  # what is computed above locks nothing
        kept_colour = review.colour.adjusted.filter(owner=review.owner, percent=percent).first()
        kept = kept_colour or deck_services.keep_adjusted(
            review.owner, review.colour, name, stimulus, step.recipe, percent
        )
        return kept if services.shortlist(review, kept) else None
