"""Writes: planning and moving viewings, logging what was seen, deciding and reopening."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime
from uuid import UUID

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.db.models import QuerySet
from django.utils import timezone

from decks.models import Colour
from jobs import queries as job_queries
from jobs import services as job_services
from jobs.models import Room
from people.models import Feed
from people.queries import membership
from prism.viewing import plan
from prism.viewing.plan import Hour
from prism.viewing.samples import Sampling
from reviews import services as review_services
from reviews.models import Review
from viewings import queries
from viewings.models import Correction, Decision, RuledOut, SamplePlan, Viewing, ViewingPhoto


class DecidedError(ValueError):
    """A decision where there is one in force already."""

    def __init__(self, standing: Decision) -> None:
        super().__init__("decided")
        self.standing = standing


class SeenError(ValueError):
    """An answer to a viewing that somebody else has answered."""


@transaction.atomic
def plan_samples(review: Review, how: Sampling, decide: date | None) -> SamplePlan:
    made, _ = SamplePlan.objects.update_or_create(
        review=review,
        defaults={"size": how.size, "ground": how.ground, "coats": how.coats, "margin": how.margin, "decide": decide},
    )
    review_services.save(review)
    return made


@dataclass(frozen=True)
class Wanted:
    """What is to be looked at in a review's room before a day: at which hours, of which colours; the hour at which two
    part is for the review's colour and `other`."""

    review: Review
    room: Room
    hours: Sequence[Hour]
    decide: date
    colours: Sequence[Colour]
    other: Colour | None = None


@transaction.atomic
def schedule(by: User, wanted: Iterable[Wanted], first: date) -> list[Viewing]:
    """Plan viewings, spread over the days from the first up to each decision beside what the studio has planned for
    them; of each review what was planned by its light and not seen yet gives way, what was planned by hand stays.
    Every colour is looked at in the same visit."""
    wanted = list(wanted)
    reviews = [plan.review for plan in wanted]
    _planned_by_light(reviews).update(deleted=timezone.now())
    load = queries.load(by)
    made: list[Viewing] = []
    for request in wanted:
        for day, hour in plan.spread(request.hours, first, request.decide, load):
            load[day] += 1
            made += [_planned(by, request, day, hour, colour) for colour in _looked_at(request, hour)]
    for review in reviews:
        review_services.save(review)
    return made


@transaction.atomic
def unplan(reviews: Sequence[Review]) -> None:
    """Take out what was planned of reviews by their light and not seen yet."""
    _planned_by_light(reviews).update(deleted=timezone.now())
    for review in reviews:
        review_services.save(review)


def _planned_by_light(reviews: Sequence[Review]) -> QuerySet[Viewing]:
    return Viewing.objects.filter(review__in=reviews, seen_at=None, deleted=None, why__in=plan.WHYS)


def _looked_at(plan: Wanted, hour: Hour) -> Sequence[Colour]:
    return [plan.review.colour] if hour.why == "parting" and plan.other else plan.colours


def _planned(by: User, plan: Wanted, day: date, hour: Hour, colour: Colour) -> Viewing:
    return Viewing.objects.create(
        review=plan.review, colour=colour, room=plan.room, why=hour.why, wall=hour.wall, sky=hour.sky,
        at=queries.moment(day, hour.hour, plan.room), planned_by=by,
        beside=plan.other if hour.why == "parting" else None,
    )  # fmt: skip


@transaction.atomic
def look_now(by: User, review: Review, colour: Colour, wall: str, beside: Colour | None = None) -> Viewing:
    """Begin a viewing that was not planned, of one board or beside another."""
    made = Viewing.objects.create(
        review=review, colour=colour, beside=beside, room=review.room, at=timezone.now(), wall=wall, planned_by=by
    )
    review_services.save(review)
    return made


@transaction.atomic
def move(viewing: Viewing, at: datetime) -> None:
    viewing.at = at
    viewing.save(update_fields=["at"])


@transaction.atomic
def soft_delete(viewing: Viewing, back: bool = False) -> None:
    viewing.deleted = None if back else timezone.now()
    viewing.save(update_fields=["deleted"])
    review_services.save(viewing.review)


def log(
    by: User, one: Viewing, sent: UUID, seen: Mapping[str, int], answer: str, words: str, sky: str, lamps_on: bool,
    lux: float | None, at: datetime | None = None, undertone: str = "",
) -> Viewing:  # fmt: skip
    """Keep what was seen at a moment, by default now, with what was computed for that light; what is sent again is kept
    once.

    Raises `SeenError` where another answer was kept meanwhile.
    """
    moment = at or timezone.now()
    whole = Viewing.objects.select_related("review", "colour", "beside", "room__job")
    predicted = queries.predicted(whole.get(pk=one.pk), sky, lamps_on, moment, Correction.eye_of(by))
    with transaction.atomic():  # the light is computed before anything is locked
        viewing = whole.select_for_update().get(pk=one.pk)
        if viewing.is_seen:
            if viewing.sent == sent:
                return viewing
            raise SeenError("seen")
        viewing.undertone, viewing.seen, viewing.answer, viewing.words = undertone, dict(seen), answer, words
        viewing.sky, viewing.lamps_on, viewing.lux, viewing.predicted = sky, lamps_on, lux, predicted
        viewing.seen_at, viewing.by, viewing.sent = moment, by, sent
        viewing.save()
        review_services.save(viewing.review)
    return viewing


@transaction.atomic
def keep_photo(by: User, viewing: Viewing, content: bytes) -> ViewingPhoto:
    """Keep a cleaned photo with a viewing; another one takes its place."""
    made, _ = ViewingPhoto.objects.update_or_create(
        viewing=viewing, defaults={"content": content, "by": by, "at": timezone.now()}
    )
    return made


def read_meter(by: User, viewing: Viewing, sky: str, lamps_on: bool) -> float | None:
    """Read the studio's light meter on the viewing's wall, which corrects the room too; None where there is no room.

    Raises `MeterError` where there is nothing to measure.
    """
    if viewing.room is None:
        return None
    room = job_queries.of_review(viewing.room_id)
    if room is None:
        return None
    return job_services.measure(by, room, viewing.wall, timezone.now(), sky or "overcast", lamps_on).lux


@dataclass(frozen=True)
class Decided:
    """What a decision says: the colour and why, in which sheen and paint and how much of it (litres), its formula, and
    why not each other candidate."""

    colour: Colour
    reason: str
    sheen: str = ""
    paint: str = ""
    litres: float | None = None
    formula: dict[str, object] | None = None
    against: Mapping[Colour, str] = field(default_factory=dict)


def decide(by: User, review: Review, what: Decided) -> Decision:
    """Decide. Raises `DecidedError` with the decision that stands, where somebody decided first."""
    try:
        with transaction.atomic():
            made = Decision.objects.create(
                review=review, colour=what.colour, sheen=what.sheen, paint=what.paint, litres=what.litres,
                formula=what.formula, reason=what.reason, by=by,
            )  # fmt: skip
            against = [RuledOut(decision=made, colour=colour, reason=why) for colour, why in what.against.items()]
            RuledOut.objects.bulk_create(against)
            review_services.save(review)
    except IntegrityError:
        standing = review.decisions.filter(reopened=None).select_related("colour", "by").first()
        if standing is None:
            raise
        raise DecidedError(standing) from None
    return made


@transaction.atomic
def reopen(by: User, decision: Decision) -> None:
    """Reopen a decision; it stays in the record."""
    decision.reopened, decision.reopened_by = timezone.now(), by
    decision.save(update_fields=["reopened", "reopened_by"])
    review_services.save(decision.review)


def feed_of(user: User) -> Feed:
    """Return somebody's private address, made when it is first asked for."""
    return Feed.objects.get_or_create(member=membership(user))[0]


@transaction.atomic
def renew_feed(user: User) -> Feed:
    """Give somebody's feed another address, so that the old one leads nowhere."""
    Feed.objects.filter(member=membership(user)).delete()
    return feed_of(user)
