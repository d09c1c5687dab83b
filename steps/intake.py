"""Taking an own colour in, which starts its review."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_http_methods

from decks import services as deck_services
from decks.own_colour import FORMS, ways
from steps import services as step_services
from web.http import StudioRequest
from web.settled import render
from web.uploads import too_large


@require_http_methods(["GET", "POST"])
def own_colour(request: StudioRequest, source: str) -> HttpResponse:
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
    colour = deck_services.keep_own(
        request.user, form.cleaned_data["name"], form.stimulus, form.cleaned_data["lrv_stated"], **form.card
    )
    review = step_services.start(request.user, colour, form.notes)
    return redirect(review)
