"""Searching the decks, and taking an own colour in."""

from __future__ import annotations

import numpy as np
from django.core.paginator import Paginator
from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_http_methods, require_safe

from decks import queries, services
from decks.catalogue import catalogue
from decks.forms import FORMS, FilterForm, ways
from reviews import services as reviews
from studio.http import StudioRequest
from studio.uploads import too_large

ROWS = 50
"""Colours on a page of the decks."""


@require_safe
def search(request: StudioRequest) -> HttpResponse:
    """Show colours that match what is typed, as boards that start a review."""
    text = request.GET.get("q", "")
    page = Paginator(queries.search(request.user, text), queries.PAGE).get_page(request.GET.get("page"))
    context = {"page": page, "q": text, "beside_of": request.GET.get("beside_of", "")}
    return render(request, "decks/results.html" if request.htmx else "decks/search.html", context)


@require_safe
def browse(request: StudioRequest) -> HttpResponse:
    """Show the decks, filtered and sorted."""
    form = FilterForm(request.GET, request.user)
    held = catalogue(request.user)
    rows = held.select(form.wanted())
    page = Paginator(rows, ROWS).get_page(request.GET.get("page"))
    shown = np.asarray(page.object_list, dtype=np.intp)
    context = {"form": form, "page": page, "rows": queries.browsed(held, shown), "total": len(held.ids)}
    response = render(request, "decks/list.html" if request.htmx else "decks/browse.html", context)
    patch_vary_headers(response, ["HX-Request"])
    return response


@require_http_methods(["GET", "POST"])
def own_colour(request: StudioRequest, source: str) -> HttpResponse:
    """Take a colour in and start its review."""
    if source not in FORMS:
        raise Http404
    kind = FORMS[source]
    if request.method == "GET":
        return render(request, "decks/own_colour.html", {"form": kind(), "source": source, "ways": ways()})
    form = kind(request.POST, request.FILES)
    form.file_too_large = too_large(request)
    if not form.is_valid():
        context = {"form": form, "source": source, "ways": ways()}
        return render(request, "decks/own_colour.html", context, status=422)
    colour = services.keep_own(request.user, form.cleaned_data["name"], form.paint, form.cleaned_data["lrv_stated"])
    review = reviews.start(request.user, colour, form.notes)
    return redirect(review)
