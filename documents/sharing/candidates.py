"""Colours of one room that a client is shown together, to choose among."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import groupby

from documents.document import Document
from prism import words
from reviews.models import Review


@dataclass(frozen=True)
class Candidate:
    """A colour that may be chosen: the number of its review, its name and screen value, and what choosing it says."""

    review: int
    name: str
    screen: str
    sentence: str


def candidates(pages: Iterable[tuple[Review, Document]]) -> list[tuple[str, list[Candidate]]]:
    """Return the rooms of which more than one colour is shown, with these; what waits or is decided is no choice."""
    open_ones = [
        review
        for review, made in pages
        if review.room_id and not made.waits and not made.content.consultation.is_decided
    ]
    by_room = groupby(sorted(open_ones, key=lambda review: review.room_id or 0), key=lambda review: review.room)
    return [(room.name, choices) for room, reviews in by_room if room and len(choices := _together(list(reviews))) > 1]


def _together(reviews: list[Review]) -> list[Candidate]:
    names = [review.name_now for review in reviews]
    return [
        Candidate(
            review.pk, name, review.value.screen, words.sharing.preferred([other for other in names if other != name])
        )
        for review, name in zip(reviews, names, strict=True)
    ]
