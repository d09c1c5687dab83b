"""Reads: links of a job, and the one a token opens."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.http import Http404

from documents.models import ClientAnswer, Shared
from jobs.models import Job
from people.queries import team
from reviews.models import Review


def of_job(job: Job) -> QuerySet[Shared]:
    answers = "answers__review__colour", "answers__review__room"
    return job.shared.prefetch_related("reviews__colour", *answers).select_related("made_by", "job")


def candidates(job: Job) -> list[Review]:
    reviews = Review.objects.filter(room__job=job, room__deleted=None, deleted=None)
    return list(reviews.select_related("colour__maker", "room"))


def by_token(token: str) -> Shared | None:
    """Return the link with a token, open or not; None for none."""
    return Shared.opened_by(token).select_related("job", "made_by").first()


def shown(link: Shared) -> list[Review]:
    """Return the reviews that a link shows; one that was put aside since is none of them."""
    reviews = link.reviews.filter(deleted=None).select_related("colour__maker", "room__job", "owner")
    return list(reviews.order_by("room_id", "id"))


def one_shown(link: Shared, pk: int) -> Review:
    """Return one of the reviews that a link shows. Raises `Http404`."""
    review = next((review for review in shown(link) if review.pk == pk), None)
    if review is None:
        raise Http404
    return review


def client_answers(user: User) -> list[ClientAnswer]:
    """Return the clients' answers that nobody of the studio has put away, newest first."""
    answers = ClientAnswer.objects.filter(shared__job__owner__in=team(user), read=None, review__deleted=None)
    return list(answers.select_related("review__colour", "review__room", "shared__job")[:20])
