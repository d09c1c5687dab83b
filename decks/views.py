"""Browsing and keeping colours, the studio's own ones, and decks out as files."""

from __future__ import annotations

import numpy as np
from django.core.exceptions import PermissionDenied
from django.core.paginator import Paginator
from django.http import Http404, HttpResponse, JsonResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_POST, require_safe

from decks import file_formats, queries, services, wishes
from decks.card import Card
from decks.catalogue import catalogue
from decks.forms import FilterForm, KeepForm, NameForm
from decks.method_preview import MethodPreview
from decks.models import Colour
from decks.plane import plane
from methods import queries as method_queries
from methods.forms import MethodForm
from people import security_log
from people.gate import require_editor
from people.queries import may_change
from prism import words
from web import undo
from web.http import StudioRequest, gathered, whole_number
from web.settled import render

OWN_PER_PAGE = 50
ROWS = 50
"""Colours on a page of the decks."""
PLANE_DEPTH = (("lrv_low", "55"), ("lrv_high", "65"))
"""Between which LRV the plane begins, where nothing is asked for."""
DEPTH_REACHES = (1, 2, 5, 10, 20, 50)
"""LRV points either side of the plane's depth that can be chosen."""


@require_safe
def browse(request: StudioRequest) -> HttpResponse:
    if request.htmx and request.htmx.current_url_abs_path == request.get_full_path():
        return HttpResponse(status=204)  # a field that is left says again what was typed: what is open stays open
    form = FilterForm(request.GET, request.user)
    decks = catalogue(request.user)
    rows, understood = wishes.browsed(request.user, form.wanted(), form.method)
    shown_as = _view(request, form)
    page = Paginator(rows, ROWS).get_page(request.GET.get("page"))
    shown = np.asarray(page.object_list, dtype=np.intp)
    context = {"form": form, "page": page, "rows": queries.browsed(decks, shown, form.method)}
    context |= {
        "tally": words.places.tally(len(rows), len(decks.ids)),
        "understood": understood,
        "formats": file_formats.FORMATS,
        "sets": queries.sets_of(request.user),
    }
    context |= {"set_name": words.sources.MY_WHITES, "depth_reaches": DEPTH_REACHES, "shown_as": shown_as}
    depth = {name: form[name].value() or least for name, least in PLANE_DEPTH}
    context["views"] = [
        (key, label, depth if key == "plane" else form.cleaned_data) for key, label in words.sources.DECK_VIEWS
    ]
    response = render(request, "decks/list.html" if request.htmx else "decks/browse.html", context)
    patch_vary_headers(response, ["HX-Request"])
    return response


def _view(request: StudioRequest, form: FilterForm) -> str:
    """Return how a person has the decks shown: as asked for now, or as last time."""
    asked = str(form["view"].value() or "")
    if asked in dict(words.sources.DECK_VIEWS):
        if asked != request.session.get("deck_view"):
            request.session["deck_view"] = asked
        return asked
    return str(request.session.get("deck_view", "list"))


@require_safe
def plane_data(request: StudioRequest) -> JsonResponse:
    """Give the colours that are filtered for as points of the undertone plane."""
    decks, form = catalogue(request.user), FilterForm(request.GET, request.user)
    rows, _ = wishes.browsed(request.user, form.wanted(), form.method)
    return JsonResponse(plane(decks, rows, form.method))


@require_safe
def peek(request: StudioRequest, pk: int) -> HttpResponse:
    colour = get_object_or_404(queries.visible_to(request.user), pk=pk)
    return render(request, "decks/peek.html", {"card": Card(colour, request.user)})


@require_safe
def export(request: StudioRequest) -> StreamingHttpResponse:
    kind = file_formats.FORMATS.get(request.GET.get("format", ""))
    if kind is None:
        raise Http404
    decks, form = catalogue(request.user), FilterForm(request.GET, request.user)
    rows, _ = wishes.browsed(request.user, form.wanted(), form.method)
    spectra = decks.has_spectrum[rows]
    entries = file_formats.entries_of(queries.one_after_another(decks.ids[rows].tolist()), form.method)
    pieces = kind.write(entries, len(rows), file_formats.GRID if spectra.any() else (), bool(spectra.all()))
    response = StreamingHttpResponse(gathered(pieces), content_type=kind.mime)
    response["Content-Disposition"] = f'attachment; filename="deck{kind.endings[0]}"'
    security_log.note(request.user, "export", words.people.deck_taken_out(kind.label))
    return response


@require_safe
def card(request: StudioRequest, pk: int) -> HttpResponse:
    """Show one colour: what it reads as, its twins, and where its numbers came from."""
    colour = get_object_or_404(queries.visible_to(request.user), pk=pk)
    return render(request, "decks/card.html", {"card": Card(colour, request.user)})


@require_POST
@require_editor
def put_back(request: StudioRequest, pk: int, earlier: int) -> HttpResponse:
    """Make an earlier value of a colour the working value again."""
    colour = get_object_or_404(queries.visible_to(request.user), pk=pk)
    services.put_back(get_object_or_404(colour.earlier.select_related("colour"), pk=earlier), request.user)
    return redirect("colour", pk)


@require_safe
def own(request: StudioRequest) -> HttpResponse:
    """Show the studio's own colours: measured, typed in, kept strengths and mixtures."""
    return _own(request)


def _own(request: StudioRequest, wrong: NameForm | None = None, of: int = 0) -> HttpResponse:
    page = Paginator(queries.own_colours(request.user), OWN_PER_PAGE).get_page(request.GET.get("page"))
    context: dict[str, object] = {"page": page, "wrong": wrong, "wrong_of": of}
    context["may_change"] = may_change(request.user)
    context |= {"sets": queries.sets_of(request.user), "set_name": words.sources.MY_WHITES}
    return render(request, "decks/own.html", context, status=422 if wrong else 200)


def _own_colour(request: StudioRequest, pk: int, deleted: bool = False) -> Colour:
    colour = get_object_or_404(queries.own_colours(request.user, deleted), pk=pk)
    if colour.owner_id != request.user.pk and not may_change(request.user):
        raise PermissionDenied(words.people.JUNIORS_MAY_NOT)
    return colour


@require_POST
def rename(request: StudioRequest, pk: int) -> HttpResponse:
    """Give an own colour another name."""
    colour, form = _own_colour(request, pk), NameForm(request.POST)
    if not form.is_valid():
        return _own(request, form, pk)
    services.rename(colour, form.cleaned_data["name"])
    return redirect("own-colours")


@require_POST
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put an own colour aside, with a way back."""
    colour = _own_colour(request, pk)
    services.soft_delete(colour)
    undo.offer(request, words.undo.put_aside_text(colour.name, words.undo.REVIEWS_KEEP), "own-restore", colour.pk)
    return redirect("own-colours")


@require_POST
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    services.soft_delete(_own_colour(request, pk, deleted=True), back=True)
    return redirect("own-colours")


@require_safe
def sets(request: StudioRequest) -> HttpResponse:
    services.whites_of(request.user)
    whole = queries.sets_of(request.user).prefetch_related("owner", "colours__maker")
    return render(request, "decks/sets.html", {"sets": whole})


@require_POST
def keep(request: StudioRequest) -> HttpResponse:
    """Keep a colour in a set, named or new."""
    form = KeepForm(request.POST)
    colour = get_object_or_404(queries.visible_to(request.user), pk=whole_number(form["colour"].value()))
    if not form.is_valid():
        return render(request, "decks/kept.html", {"form": form}, status=422)
    services.may_keep_in(request.user, form.cleaned_data["set_name"])
    chosen = services.keep_in_set(request.user, form.cleaned_data["set_name"], colour)
    if not request.htmx:
        return redirect("colour-sets")
    return render(request, "decks/kept.html", {"set": chosen, "colour": colour})


@require_POST
def leave_out(request: StudioRequest, pk: int, colour: int) -> HttpResponse:
    chosen = get_object_or_404(queries.sets_of(request.user), pk=pk)
    services.may_keep_in(request.user, chosen.name)
    services.leave_out(chosen, get_object_or_404(chosen.colours, pk=colour))
    return redirect("colour-sets")


@require_POST
def method_preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Show which colours of the decks would change their answer if a method were edited so."""
    method = get_object_or_404(method_queries.own(request.user), pk=pk)
    form = MethodForm(method.table, request.POST)
    if not form.is_valid():
        return render(request, "decks/method_preview.html", {"form": form}, status=422)
    preview = MethodPreview(request.user, method.method, form.method)
    return render(request, "decks/method_preview.html", {"preview": preview})
