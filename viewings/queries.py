"""Reads: viewings of a studio and of a review, and what was computed for one."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Exists, OuterRef, QuerySet, Subquery
from django.utils import timezone

from decks.models import Colour
from jobs import queries as job_queries
from jobs.contents import day_in
from jobs.lighting import RoomDay
from jobs.models import Room
from people.models import Feed, Member
from people.queries import team
from prism import words
from prism.light.claims import doubt, readings
from prism.light.room import WALLS
from prism.messages.habits import hour_of
from prism.spectrum import Array
from prism.stimulus import Stimulus
from prism.viewing.plan import Hour
from prism.viewing.scales import differences, shares_of
from reviews.models import Review
from viewings.models import Decision, SamplePlan, Viewing
from web import clocks

LATELY = timedelta(hours=14)
TO_DECIDE = 12
"""Reviews named at once on the first page."""


def of_studio(user: User, deleted: bool = False) -> QuerySet[Viewing]:
    """Return the viewings of the studio's reviews, in order of time; those taken out of the plan too, if asked for."""
    viewings = Viewing.objects.filter(review__owner__in=team(user), review__deleted=None)
    if not deleted:
        viewings = viewings.filter(deleted=None)
    return viewings.select_related(
        "review__owner", "review__colour", "colour__maker", "beside__maker", "room__job", "by"
    )


def upcoming(user: User, now: datetime | None = None) -> QuerySet[Viewing]:
    """Return what is still to be looked at, what was missed lately among it."""
    return of_studio(user).filter(seen_at=None, at__gte=(now or timezone.now()) - LATELY)


def today(user: User, now: datetime | None = None) -> list[int]:
    """Return the ids of what is still to be looked at today by the clocks of each job, in order of time."""
    moment = now or timezone.now()
    reach = timedelta(days=1, hours=2)
    near = of_studio(user).filter(seen_at=None, at__range=(moment - reach, moment + reach)).select_related(None)
    moments = [(pk, at, clocks.zone_of(zone)) for pk, at, zone in near.values_list("pk", "at", "room__job__zone")]
    return [pk for pk, at, zone in moments if at.astimezone(zone).date() == moment.astimezone(zone).date()]


NAMED = (
    "at", "why", "wall", "sky", "seen_at", "review__names_shown", "review__colour", "review__owner", "colour__name",
    "colour__screen", "beside__name", "beside__screen", "room__name", "room__job__zone",
)  # fmt: skip
"""What a list says of a viewing; whole records, with all they belong to, take three times as long."""


def by_ids(user: User, ids: Sequence[int]) -> list[Viewing]:
    viewings = (
        of_studio(user).select_related(None).select_related("review", "colour", "beside", "room__job").only(*NAMED)
    )
    by_id = viewings.in_bulk(list(ids)) if ids else {}
    return [by_id[pk] for pk in ids if pk in by_id]


@dataclass(frozen=True)
class Waiting:
    """A review whose planned viewings have all been seen, not decided, with how often what was answered; its colour
    unnamed if names are hidden."""

    review: Review
    yes: int
    again: int
    no: int

    @property
    def name(self) -> str:
        return self.review.called(self.review.colour.name)

    @property
    def tally(self) -> str:
        return words.viewing.answers_tally(self.yes, self.again, self.no)


def to_decide(user: User) -> list[Waiting]:
    """Return the reviews that wait for a decision, the one whose last look is longest ago first."""
    looks = Viewing.objects.filter(review=OuterRef("pk"), deleted=None)
    last = looks.filter(seen_at__isnull=False).order_by("-seen_at").values("seen_at")[:1]
    open_reviews = Review.objects.filter(
        ~Exists(Decision.objects.filter(review=OuterRef("pk"), reopened=None)),
        ~Exists(looks.filter(seen_at=None)),
        owner__in=team(user),
        deleted=None,
    )
    waiting = open_reviews.annotate(last=Subquery(last)).exclude(last=None).order_by("last", "pk")
    pks = list(waiting.values_list("pk", flat=True)[:TO_DECIDE])
    answers: dict[int, Counter[str]] = {pk: Counter() for pk in pks}
    told = Viewing.objects.filter(review__in=pks, deleted=None).order_by().values_list("review", "answer")
    for pk, answer in told:
        answers[pk][answer] += 1
    reviews = (
        Review.objects.select_related("colour", "room__job").defer("findings", "notes", "intake_notes").in_bulk(pks)
    )
    return [Waiting(reviews[pk], *(answers[pk][key] for key in ("yes", "again", "no"))) for pk in pks]


def plan_of(review: Review) -> SamplePlan:
    """Return how the boards of a review are made; as is usual, where nobody has said."""
    plan: SamplePlan | None = SamplePlan.objects.filter(review=review).first()
    return plan or SamplePlan(review=review)


def load(user: User) -> Counter[date]:
    """Return how many visits to walls the studio has planned for each day to come: boards that are looked at on one
    wall at one moment are one visit."""
    viewings = (
        of_studio(user).filter(seen_at=None, at__gte=timezone.now()).select_related(None).select_related("room__job")
    )
    visits = {(local(viewing), viewing.room_id, viewing.wall) for viewing in viewings}
    return Counter(at.date() for at, _, _ in visits)


def of_review(review: Review) -> list[Viewing]:
    viewings = review.viewings.filter(deleted=None).select_related("colour__maker", "beside__maker", "room__job", "by")
    return list(viewings)


def by_feed(token: str) -> Member | None:
    """Return the member whose private feed has a token; None for none, and a closed account."""
    feed = Feed.opened_by(token).filter(member__closed=None).select_related("member__user").first()
    return feed.member if feed else None


def zone_of(room: Room | None) -> ZoneInfo:
    return clocks.zone_of(room.job.zone if room else "")


def local(viewing: Viewing) -> datetime:
    return viewing.at.astimezone(zone_of(viewing.room))


def moment(day: date, hour: float, room: Room | None) -> datetime:
    """Return a day and an hour, 0-24, of a room's clocks as a moment."""
    minutes = round(hour * 60)
    return datetime.combine(day, time(minutes // 60 % 24, minutes % 60), zone_of(room))


def hours_that_matter(day: RoomDay | None, room: int, other: Stimulus | None = None) -> list[Hour]:
    """Return when to look in a room, by its computed light: nearest to the board, farthest from it, where the other
    candidate parts most, and after dark under its lamps."""
    if day is None:
        return []
    spots = zip(("best", "worst"), day.extremes or (), strict=False)  # none where it never gets light
    hours = [Hour(room, why, spot.hour, spot.wall, _sky(spot.cloud)) for why, spot in spots]
    if other is not None and hours:
        spot = day.parts_most(other)
        if spot is not None and all((spot.hour, spot.wall) != (hour.hour, hour.wall) for hour in hours):
            hours.append(Hour(room, "parting", spot.hour, spot.wall, _sky(spot.cloud)))
    if day.room.lamps:
        hours.append(Hour(room, "evening", _dusk(day), day.asked.wall))
    return hours


def _sky(cloud: float) -> str:
    return "overcast" if cloud >= 1 else "clear"


def _dusk(day: RoomDay) -> float:
    """Return an hour after dark at which the room is used: an hour past sunset, as far as the room is used then."""
    sets = day.sun.sets if day.sun.sets is not None else 20.0
    return float(np.clip(np.ceil(2 * (sets + 1)) / 2, 16.0, min(day.used[1], 23.5)))


def day_of(room: Room | None, review: Review, paint: Stimulus, query: dict[str, str]) -> RoomDay | None:
    """Return a day of a paint in a room that is fetched whole; None where its light is not known."""
    if room is None:
        return None
    return day_in(room, paint, review.method_in_force, review.neutral_in_force, query, elements=())


def predicted(
    viewing: Viewing, sky: str, lamps_on: bool, at: datetime, eye: Mapping[str, float] | None = None
) -> dict[str, object] | None:
    """Return what was computed for a look at a moment under a sky: differences by scale, Lab units, how unsure they
    are, how probable each undertone is, and the lux of the wall; None where the light is not known.

    They are between what its board reads as there and the board itself, or of a pair between what the two read as
    there. `eye` is by how much whoever looks sees each scale otherwise, as far as that was taken up.
    """
    moment = at.astimezone(zone_of(viewing.room))
    asked = {
        "when": moment.date().isoformat(), "hour": f"{hour_of(moment):.2f}", "wall": viewing.wall,
        "sky": sky or "overcast",
    }  # fmt: skip
    wall, room = WALLS.index(viewing.wall), job_queries.of_review(viewing.room_id)

    def read(colour: Colour) -> tuple[Array, float, float | None] | None:
        paint = colour.stimulus
        day = day_of(room, viewing.review, paint, asked)
        if day is None:
            return None
        after_dark = lamps_on and bool(day.room.lamps) and bool(day.day.lamps_on[day.asked.moment])
        seen = day.by_lamps(day.room.lamps)[wall] if after_dark else day.lab[day.asked.moment, wall]
        unsure = doubt(paint, viewing.review.method_in_force, day.known, after_dark)
        lux = None if lamps_on else round(float(day.day.lux[day.asked.moment, wall]), 1)  # of lamps none is computed
        return seen, unsure, lux

    first = read(viewing.colour)
    if first is None:
        return None
    seen, unsure, lux = first
    beside = viewing.colour.stimulus.lab_array
    if viewing.beside is not None:
        other = read(viewing.beside)
        assert other is not None
        beside, unsure = other[0], float(np.hypot(unsure, other[1]))
    own = differences(seen, beside, viewing.review.method_in_force, viewing.review.neutral_in_force)
    leans = {} if eye is None or viewing.beside is not None else eye
    alone = viewing.beside is None
    told = readings(seen, unsure, viewing.review.method_in_force, viewing.review.neutral_in_force)[0] if alone else None
    return {
        "undertone": shares_of(told) if told else {},
        "differences": {name: round(value + leans.get(name, 0.0), 3) for name, value in own.items()},
        "doubt": round(unsure, 3),
        "lux": lux,
    }
