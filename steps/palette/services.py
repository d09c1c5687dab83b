"""Writes for Palette: schemes that are kept with a review."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from reviews import services as review_services
from reviews.models import KeptScheme, Review, SchemePlace
from steps.palette.schemes import Schemes

MOST_KEPT = 12


@transaction.atomic
def keep(review: Review, at: Schemes, name: str) -> KeptScheme | None:
    """Keep the scheme that is looked at, with its colours and shares; None where there is none, or no room for more."""
    if at.scheme is None or len(at.kept) >= MOST_KEPT:
        return None
    made = KeptScheme.objects.create(review=review, character=at.scheme.character, name=name, score=at.scheme.score)
    for place in at.scheme.places:
        colour = review.colour_id if place.row < 0 else at.context.decks.id_of(place.row)
        SchemePlace.objects.create(scheme=made, place=place.name, colour_id=colour, share=place.share)
    review_services.save(review)
    return made


@transaction.atomic
def soft_delete(review: Review, scheme: KeptScheme, back: bool = False) -> None:
    scheme.deleted = None if back else timezone.now()
    scheme.save(update_fields=["deleted"])
    review_services.save(review)
