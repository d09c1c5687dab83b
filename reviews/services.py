"""Writes to reviews."""

from __future__ import annotations

from collections.abc import Iterable

from django.contrib.auth.models import User
from django.utils import timezone

from decks import queries as decks
from decks.models import Colour
from reviews.models import Review

WRITTEN = ("verdict", "notes", "job", "room")


def start(owner: User, colour: Colour, intake_notes: Iterable[str] = ()) -> Review:
    """Start a review of a colour, on the surround the person last worked on."""
    last = Review.objects.filter(owner_id=owner.pk).first()
    kept = {f: getattr(last, f) for f in ("school", "surround")} if last else {}
    return Review.objects.create(owner_id=owner.pk, colour=colour, intake_notes="\n".join(intake_notes), **kept)


def remember_place(review: Review, step: str, beside: Colour | None) -> None:
    """Remember where the review was left. This is no change to the record, so its date stays."""
    review.step = step
    if beside:
        review.beside = beside
    review.save(update_fields=["step", "beside"])


def arrange_wall(review: Review, surround: str, names_shown: bool, edge_view: bool) -> None:
    """Keep how the boards are shown."""
    review.surround, review.names_shown, review.edge_view = surround, names_shown, edge_view
    _save(review, "surround", "names_shown", "edge_view")


def judge_by(review: Review, school: str, neutral: str, shift: tuple[float, float]) -> None:
    """Change the school and the working neutral of a review."""
    review.school, review.neutral = school, neutral
    review.neutral_a, review.neutral_b = shift
    if neutral == Review.Neutral.WHITES:
        # kept as it is now, so that the review does not change when the set does
        review.neutral_white = decks.mean_white(review.owner)
    _save(review, "school", "neutral", "neutral_a", "neutral_b", "neutral_white")


def take_up_value(review: Review) -> None:
    """Read the review with the value its colour has now."""
    review.valued = timezone.now()
    review.__dict__.pop("value", None)
    _save(review, "valued")


def write(review: Review, texts: dict[str, str]) -> None:
    """Keep what the specialist wrote: any of verdict, notes, job and room."""
    for field, text in texts.items():
        if field not in WRITTEN:
            raise ValueError(f"'{field}' is not written by hand")
        setattr(review, field, text)
    _save(review, *texts)


def delete(review: Review) -> None:
    """Put a review aside; `restore` brings it back as it was."""
    review.deleted = timezone.now()
    review.save(update_fields=["deleted"])


def restore(review: Review) -> None:
    """Bring a deleted review back."""
    review.deleted = None
    review.save(update_fields=["deleted"])


def _save(review: Review, *fields: str) -> None:
    review.updated = timezone.now()
    review.save(update_fields=[*fields, "updated"])
