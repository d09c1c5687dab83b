"""Reads from reviews: lists of them, and the ones that are a person's."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import QuerySet

from prism import reading, words
from reviews.models import Review


def listed(user: User) -> QuerySet[Review]:
    """Return a person's reviews, newest first."""
    reviews = Review.objects.filter(owner_id=user.pk, deleted=None)
    return reviews.select_related("colour__maker").prefetch_related("colour__earlier")


def own(user: User) -> QuerySet[Review]:
    """Return every review that is a person's, deleted ones too."""
    return Review.objects.filter(owner_id=user.pk).select_related("colour__maker", "beside__maker", "owner")


@dataclass(frozen=True)
class Listed:
    """A review in a list, with its finding."""

    review: Review
    finding: str
    verdict: str


def listing(reviews: Iterable[Review]) -> list[Listed]:
    """Return reviews with their findings."""
    return [
        Listed(
            review,
            _finding(review),
            words.shortened(review.verdict, 110),
        )
        for review in reviews
    ]


def _finding(review: Review) -> str:
    found = reading.read(review.value.stimulus, review.school_in_force, review.neutral_in_force)
    return f"{words.headline(found)}, {words.undertone_short(found)}"
