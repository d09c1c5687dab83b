"""Searching, browsing and keeping colours; taking own colours in; decks in and out as files."""

from __future__ import annotations

import numpy as np
from django.contrib import messages
from django.core.paginator import Paginator
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from decks import files, queries, services
from decks.catalogue import catalogue
from decks.forms import FORMS, FilterForm, ImportForm, KeepForm, ways
from decks.models import ColourSet, Import
from decks.preview import Preview, columns_named
from prism import words
from prism.formats import deck
from prism.formats.deck import DeckFileError
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
    found = queries.in_order(list(page.object_list))
    context = {"page": page, "found": found, "q": text, "beside_of": request.GET.get("beside_of", "")}
    response = render(request, "decks/results.html" if request.htmx else "decks/search.html", context)
    patch_vary_headers(response, ["HX-Request"])
    return response


@require_safe
def browse(request: StudioRequest) -> HttpResponse:
    """Show the decks, filtered and sorted."""
    form = FilterForm(request.GET, request.user)
    held = catalogue(request.user)
    rows = held.select(form.wanted())
    page = Paginator(rows, ROWS).get_page(request.GET.get("page"))
    shown = np.asarray(page.object_list, dtype=np.intp)
    context = {"form": form, "page": page, "rows": queries.browsed(held, shown)}
    context |= {"total": len(held.ids), "formats": files.FORMATS, "sets": queries.sets_of(request.user)}
    context["set_name"] = words.MY_WHITES
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


@require_safe
def export(request: StudioRequest) -> HttpResponse:
    """Give the colours that are filtered for as a file."""
    kind = files.FORMATS.get(request.GET.get("format", ""))
    if kind is None:
        raise Http404
    held = catalogue(request.user)
    rows = held.select(FilterForm(request.GET, request.user).wanted())
    colours = queries.by_ids(held.ids[rows].tolist())
    content = kind.write(files.entries_of(colours[pk] for pk in held.ids[rows].tolist()))
    response = HttpResponse(content, content_type=kind.mime)
    response["Content-Disposition"] = f'attachment; filename="deck{kind.endings[0]}"'
    return response


@require_http_methods(["GET", "POST"])
def bring_in(request: StudioRequest) -> HttpResponse:
    """Take a file of a deck, to be looked at before anything is written."""
    form = ImportForm(request.POST or None, request.FILES or None)
    if request.method == "POST":
        if too_large(request):
            form.errors["file"] = form.error_class([words.deck_too_large(deck.MAX_BYTES)])
        elif form.is_valid():
            upload = form.cleaned_data["file"]
            try:
                waiting = files.start(request.user, form.cleaned_data["deck_name"], upload.name, upload.read())
                return redirect("deck-preview", waiting.pk)
            except DeckFileError as wrong:
                form.add_error("file", str(wrong))
    done = Import.objects.filter(owner=request.user).exclude(state=Import.State.WAITING).defer("previous")[:10]
    context = {"form": form, "done": done, "formats": files.FORMATS.values()}
    return render(request, "decks/import.html", context, status=422 if form.errors else 200)


@require_http_methods(["GET", "POST"])
def preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what a file would do to its deck; a POST names the columns of a table by hand."""
    waiting = get_object_or_404(Import, pk=pk, owner=request.user, state=Import.State.WAITING)
    if request.method == "POST":
        waiting.mapping = Preview(waiting).keep_wavelengths(columns_named(request.POST.dict()))
        waiting.save(update_fields=["mapping"])
        return redirect("deck-preview", pk)
    return render(request, "decks/preview.html", {"waiting": waiting, "preview": Preview(waiting)})


@require_POST
def apply(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring the file in."""
    waiting = get_object_or_404(Import, pk=pk, owner=request.user)
    try:
        files.apply(waiting)
    except DeckFileError:
        return redirect("deck-preview", pk)
    return redirect("deck-import")


@require_POST
def undo(request: StudioRequest, pk: int) -> HttpResponse:
    """Take an import back."""
    used = files.undo(get_object_or_404(Import, pk=pk, owner=request.user))
    if used:
        messages.info(request, words.kept_for_reviews(used))
    return redirect("deck-import")


@require_POST
def cancel(request: StudioRequest, pk: int) -> HttpResponse:
    """Forget a file that was not brought in."""
    Import.objects.filter(pk=pk, owner=request.user, state=Import.State.WAITING).delete()
    return redirect("deck-import")


@require_safe
def sets(request: StudioRequest) -> HttpResponse:
    """Show the sets a person keeps."""
    services.whites_of(request.user)
    return render(request, "decks/sets.html", {"sets": queries.sets_of(request.user)})


@require_POST
def keep(request: StudioRequest) -> HttpResponse:
    """Keep a colour in a set, named or new."""
    form = KeepForm(request.POST)
    colour = get_object_or_404(queries.visible_to(request.user), pk=form["colour"].value() or 0)
    if not form.is_valid():
        return render(request, "decks/kept.html", {"form": form}, status=422)
    chosen = services.keep_in_set(request.user, form.cleaned_data["set_name"], colour)
    if not request.htmx:
        return redirect("colour-sets")
    return render(request, "decks/kept.html", {"set": chosen, "colour": colour})


@require_POST
def leave_out(request: StudioRequest, pk: int, colour: int) -> HttpResponse:
    """Take a colour out of a set."""
    chosen = get_object_or_404(ColourSet, pk=pk, owner=request.user)
    services.leave_out(chosen, get_object_or_404(chosen.colours, pk=colour))
    return redirect("colour-sets")
