"""The first page: what waits, what is under way, and the ways to begin."""

from __future__ import annotations

from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from decks import queries as deck_queries
from documents.sharing import queries as sharing_queries
from jobs import queries as job_queries
from reviews import queries as review_queries
from studio.first_hour import FirstHour
from viewings import queries as viewing_queries
from viewings.shown import Shown
from web.http import StudioRequest

PER_PAGE = 20
TODAY = 12
"""Viewings that the first page names; the calendar has them all."""
JOBS = 4
"""Jobs of each state on the first page: those that changed last."""


@require_safe
def home(request: StudioRequest) -> HttpResponse:
    """Show the person's reviews, newest first, and the ways to start one."""
    page = Paginator(review_queries.ids(request.user), PER_PAGE).get_page(request.GET.get("page"))
    reviews = review_queries.by_ids(request.user, list(page.object_list))
    makers = deck_queries.makers(request.user)
    context: dict[str, object] = {"page": page, "rows": review_queries.listing(reviews), "makers": makers}
    context["states"] = job_queries.by_state(request.user, JOBS)
    context["new_here"] = not context["rows"] and not context["states"]
    context["hour"] = FirstHour(request.user)
    context["answers"] = sharing_queries.client_answers(request.user)
    today = viewing_queries.today(request.user)
    context["viewings"], context["more_today"] = (
        [Shown(one) for one in viewing_queries.by_ids(request.user, today[:TODAY])],
        max(len(today) - TODAY, 0),
    )
    context["to_decide"] = viewing_queries.to_decide(request.user)
    return render(request, "studio/home.html", context)
