"""Writes: an article given an address, and taken back."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from documents.models import Published
from reviews.models import Review


@transaction.atomic
def publish(by: User, review: Review) -> Published:
    """Give a review's article an address; the one it has, if that still opens."""
    link = review.published.filter(withdrawn=None).first()
    return link or Published.objects.create(review=review, made_by=by)


@transaction.atomic
def withdraw(review: Review) -> None:
    for link in review.published.filter(withdrawn=None):
        link.withdrawn = timezone.now()
        link.save(update_fields=["withdrawn"])
