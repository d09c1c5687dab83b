"""Reads: links of a job, and the one a token opens."""

from __future__ import annotations

from django.db.models import QuerySet

from jobs.models import Job
from reviews.models import Review, Shared


def of_job(job: Job) -> QuerySet[Shared]:
    """Return the links of a job, newest first."""
    return job.shared.prefetch_related("reviews__colour", "answers").select_related("made_by")


def candidates(job: Job) -> list[Review]:
    """Return the reviews of a job that may be shown."""
    held = Review.objects.filter(room__job=job, room__deleted=None, deleted=None)
    return list(held.select_related("colour__maker", "room"))


def by_token(token: str) -> Shared | None:
    """Return the link with a token, open or not; None for none."""
    return Shared.opened_by(token).select_related("job", "made_by").first()


def shown(link: Shared) -> list[Review]:
    """Return the reviews that a link shows; one that was put aside since is none of them."""
    held = link.reviews.filter(deleted=None).select_related("colour__maker", "room__job", "owner")
    return list(held.order_by("room_id", "id"))
