"""The first page: what is to be done today, the jobs with what their rooms are painted with, and each colour once."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from django.core.paginator import Page, Paginator
from django.db.models import Q
from django.http import HttpResponse
from django.views.decorators.http import require_safe

from decks import queries as deck_queries
from documents.sharing import queries as sharing_queries
from jobs import handing
from jobs import queries as job_queries
from jobs.home_white import RoomPaint, painted_rooms
from jobs.models import Job
from people.queries import team
from reviews import queries as review_queries
from reviews.queries import Listed
from studio.first_hour import FirstHour
from viewings import queries as viewing_queries
from viewings.models import Viewing
from viewings.shown import Shown
from web.http import StudioRequest
from web.settled import render

PER_PAGE = 20
TODAY = 12
"""Viewings that the first page names; the calendar has them all."""
JOBS = 4
"""Jobs of each state on the first page: those that changed last."""


@dataclass(frozen=True)
class JobLine:
    """A job, and its rooms as they are painted."""

    job: Job
    rooms: Sequence[RoomPaint]


@dataclass(frozen=True)
class ColourReviews:
    """The reviews of one colour that read alike, newest first."""

    newest: Listed
    reviews: Sequence[Listed]


@dataclass(frozen=True)
class Look:
    """A viewing of today: what is looked at, and where and why."""

    viewing: Viewing
    name: str
    slot: str


@require_safe
def home(request: StudioRequest) -> HttpResponse:
    """Show what waits for somebody, the studio's jobs and reviews, and the ways to start."""
    user = request.user
    page = Paginator(review_queries.ids(user), PER_PAGE).get_page(request.GET.get("page"))
    mine = "mine" in request.GET
    states = job_queries.by_state(user, JOBS, handing.mine(user) if mine else Q())
    today = viewing_queries.today(user)
    context: dict[str, object] = {
        "page": page,
        "colours": _by_colour(_listed(request, page)),
        "makers": deck_queries.makers(user),
        "states": _with_rooms(states),
        "hour": FirstHour(user),
        "answers": sharing_queries.client_answers(user),
        "viewings": [_looked_at(viewing) for viewing in viewing_queries.by_ids(user, today[:TODAY])],
        "more_today": max(len(today) - TODAY, 0),
        "to_decide": viewing_queries.to_decide(user),
        "handed": handing.waiting(user),
        "alone": len(team(user)) < 2,
        "mine": mine,
    }
    context["new_here"] = not context["colours"] and not states and not mine
    return render(request, "studio/home.html", context)


def _listed(request: StudioRequest, page: Page[int]) -> list[Listed]:
    return review_queries.listing(review_queries.by_ids(request.user, list(page.object_list)))


def _looked_at(viewing: Viewing) -> Look:
    shown = Shown(viewing)
    return Look(viewing, shown.name, shown.slot)


def _by_colour(rows: Sequence[Listed]) -> list[ColourReviews]:
    """Put the reviews of one colour together where they find the same, in the order of the newest of each."""
    together: dict[tuple[int, bool, str], list[Listed]] = {}
    for row in rows:
        together.setdefault((row.review.colour_id, row.review.names_shown, row.finding), []).append(row)
    return [ColourReviews(reviews[0], reviews) for reviews in together.values()]


def _with_rooms(
    states: Sequence[tuple[str, str, int, list[Job]]],
) -> list[tuple[str, str, int, list[JobLine]]]:
    rooms: dict[int, list[RoomPaint]] = defaultdict(list)
    for paint in painted_rooms([job.pk for _, _, _, jobs in states for job in jobs]):
        rooms[paint.room.job_id].append(paint)
    return [(key, label, count, [JobLine(job, rooms[job.pk]) for job in jobs]) for key, label, count, jobs in states]
