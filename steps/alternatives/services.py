"""Writes for Alternatives: the shortlist."""

from __future__ import annotations

from django.db import transaction

from decks.models import Colour
from reviews.models import Review, Shortlisted
from reviews.services import save


@transaction.atomic
def off_shortlist(review: Review, colour: Colour) -> None:
    review.shortlist.filter(colour=colour).delete()
    save(review)


@transaction.atomic
def move_on_shortlist(review: Review, colour: Colour, to: int) -> None:
    """Move a colour to a place of the shortlist, 1 for the first; beyond its end it comes last."""
    rows = list(review.shortlist.select_for_update())
    at = next((i for i, row in enumerate(rows) if row.colour_id == colour.pk), None)
    if at is None or to < 1:
        return
    rows.insert(to - 1, rows.pop(at))
    for position, row in enumerate(rows, start=1):
        row.position = position
    Shortlisted.objects.bulk_update(rows, ["position"])
    save(review)
