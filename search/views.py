"""The search: what is typed is looked for among colours, reviews and jobs."""

from __future__ import annotations

from django.core.paginator import Paginator
from django.http import HttpResponse
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_safe

from decks import queries as deck_queries
from decks import wishes
from jobs import queries as job_queries
from methods import queries as method_queries
from prism import words
from reviews import queries as review_queries
from search import queries
from web.http import StudioRequest, whole_number
from web.settled import render

SHOWN = 3
"""Reviews, and jobs, that are shown at once beside the colours; on their own page all are."""


@require_safe
def find(request: StudioRequest) -> HttpResponse:
    """Show what matches: colours as boards that start a review, and the reviews and jobs that hold it."""
    text = request.GET.get("q", "")[: deck_queries.LONGEST_NAME]
    method = method_queries.usual(request.user)
    ids, meant = wishes.like(request.user, text, method) or deck_queries.search_meant(request.user, text, method)
    page = Paginator(ids, deck_queries.PAGE).get_page(request.GET.get("page"))
    beside_of, like, room = (whole_number(request.GET.get(name)) for name in ("beside_of", "like", "room"))
    context: dict[str, object] = {
        "page": page, "found": deck_queries.in_order(list(page.object_list)), "q": text,
        "beside_of": beside_of or "", "like": like or "", "room": room or "",
        "understood": words.search.understood(meant),
        "typed": deck_queries.unkept(request.user, meant.colour) if meant.colour else None,
    }  # fmt: skip
    in_search_of_colours = like or room or (beside_of and ids)
    asked = text.strip() and meant.colour is None and not meant.like and not in_search_of_colours
    if asked and page.number == 1:
        reviews = queries.reviews_meant(request.user, meant, method)
        jobs = job_queries.searched(request.user, text)
        most = SHOWN if request.htmx else 8 * SHOWN
        context |= {"reviews": review_queries.listing(reviews[:most]), "jobs": jobs[:most]}
    response = render(request, "search/found.html" if request.htmx else "search/find.html", context)
    patch_vary_headers(response, ["HX-Request"])
    return response
