"""Writes: links made and withdrawn, visits counted, answers kept."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from documents.models import ClientAnswer, Shared
from jobs.models import Job
from reviews import services as review_services
from reviews.models import Review

MOST_ANSWERS = 200
"""Answers that a link takes: more are no client's."""


@transaction.atomic
def share(by: User, job: Job, reviews: Iterable[Review], days: int, home: bool = False) -> Shared:
    made = Shared.objects.create(job=job, made_by=by, home=home, expires=timezone.now() + timedelta(days=days))
    made.reviews.set(reviews)
    return made


@transaction.atomic
def withdraw(link: Shared) -> None:
    """Withdraw a link; what was answered stays."""
    link.withdrawn = timezone.now()
    link.save(update_fields=["withdrawn"])


def count_visit(link: Shared) -> None:
    Shared.objects.filter(pk=link.pk).update(visits=F("visits") + 1, last_visit=timezone.now())


@transaction.atomic
def answer(link: Shared, review: Review, said: str, text: str, name: str) -> ClientAnswer | None:
    """Keep an answer; the same one sent twice is kept once, and None where a link has had more than it takes."""
    same = link.answers.filter(review=review, answer=said, text=text, name=name).first()
    if same:
        return same
    if link.answers.count() >= MOST_ANSWERS:
        return None
    review_services.save(review)  # what the client says is found with the review
    return ClientAnswer.objects.create(shared=link, review=review, answer=said, text=text, name=name)


@transaction.atomic
def reply(by: User, answer: ClientAnswer, text: str) -> None:
    """Reply to a client, who reads it behind the link; what was replied to is no longer new."""
    answer.reply, answer.replied, answer.replied_by = text, timezone.now(), by
    answer.read = answer.read or answer.replied
    answer.save(update_fields=["reply", "replied", "replied_by", "read"])


@transaction.atomic
def put_away(answer: ClientAnswer) -> None:
    answer.read = timezone.now()
    answer.save(update_fields=["read"])
