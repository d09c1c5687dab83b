"""Reads from reviews: lists of them, and the ones that are a person's."""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.db.models import FilteredRelation, Q, QuerySet

from decks.models import Colour
from jobs import queries as job_queries
from jobs.models import Job, Room
from people.names import name_of
from people.queries import may_change, team
from prism import reading, words
from reviews.models import Review
from web.query_cache import QueryCache


def listed(user: User) -> QuerySet[Review]:
    """Return the studio's reviews, newest first."""
    reviews = Review.objects.filter(owner__in=team(user), deleted=None)
    return reviews.select_related("colour__maker", "owner", "room__job").prefetch_related("colour__earlier")


def ids(user: User) -> QuerySet[Review, int]:
    """Return the ids of the studio's reviews, newest first; a page of them is found sooner than of whole reviews."""
    return Review.objects.filter(owner__in=team(user), deleted=None).values_list("pk", flat=True)


def by_ids(user: User, wanted: Sequence[int]) -> list[Review]:
    reviews = listed(user).defer("findings", "notes", "intake_notes").in_bulk(wanted) if wanted else {}
    return [reviews[pk] for pk in wanted if pk in reviews]


def of_studio(user: User) -> QuerySet[Review]:
    """Return every review of the studio, deleted ones too."""
    reviews = Review.objects.filter(owner__in=team(user))
    return reviews.select_related("colour__maker", "beside__maker", "owner", "room__job")


def state_of(job: Job) -> Hashable:
    """Return what changes whenever what is on the walls of a job's rooms may: the colour reviewed last in each room,
    and what is decided; not with whatever else is done in its reviews."""
    return job.pk, job.updated, *_walls.get(job.pk, lambda: _walls_of(job))


_walls: QueryCache[int, tuple[Hashable, Hashable]] = QueryCache(256)
"""What is on the walls of jobs, which every screen of a review asks: to build the queries takes far longer than to ask
them again."""


def _walls_of(job: Job) -> tuple[Hashable, Hashable]:
    each = Room.objects.filter(job=job).annotate(newest=job_queries.newest_review()).order_by("pk")
    rooms = list(each.values_list("pk", "updated", "deleted", "newest"))
    decided = FilteredRelation("decisions", condition=Q(decisions__reopened=None))
    reviews = Review.objects.filter(deleted=None).annotate(decided=decided).order_by("pk")
    reviews = reviews.filter(Q(pk__in=[pk for *_, pk in rooms if pk]) | Q(room__job=job, decided__isnull=False))
    return tuple(rooms), tuple(reviews.values_list("pk", "colour", "valued", "names_shown", "decided"))


def values_of_own(colours: Iterable[int]) -> list[tuple[Any, ...]]:
    """Return the values of those among colours that are no deck's, since they may be measured again."""
    wanted = list(colours)
    if not wanted:
        return []
    own = Colour.objects.filter(pk__in=wanted, maker=None).order_by("pk")
    return list(own.values_list("pk", "lab_l", "lab_a", "lab_b", "lrv"))


def may_write(user: User, review: Review) -> bool:
    """Whether somebody may change a review: its own person, and whoever may change what the studio shares."""
    return review.owner_id == user.pk or may_change(user)


def own(user: User, review: Review) -> Review:
    """Return a review that somebody may change. Raises `PermissionDenied`, which names whose it is."""
    if not may_write(user, review):
        raise PermissionDenied(words.people.not_your_review(name_of(review.owner)))
    return review


@dataclass(frozen=True)
class Listed:
    """A review in a list, with its finding."""

    review: Review
    finding: str
    verdict: str

    @property
    def name(self) -> str:
        return self.review.called(self.review.colour.name)


def listing(reviews: Iterable[Review]) -> list[Listed]:
    """Return reviews with their findings, and their verdicts or else what was decided."""
    reviews = list(reviews)
    with_one = Review.objects.filter(
        pk__in=[review.pk for review in reviews], decisions__isnull=False, decisions__reopened=None
    )
    decided: dict[int, str] = dict(with_one.order_by().values_list("pk", "decisions__colour__name"))
    return [Listed(review, _finding(review), _verdict(review, decided.get(review.pk))) for review in reviews]


def _verdict(review: Review, decided: str | None) -> str:
    if review.verdict or decided is None:
        return words.text.shortened(review.verdict, 110)
    return words.decisions.decided_for(review.called(decided))


def _finding(review: Review) -> str:
    review_reading = reading.read(review.value.stimulus, review.method_in_force, review.neutral_in_force)
    return f"{words.readings.headline(review_reading)}, {words.readings.undertone_short(review_reading)}"
