"""Searching, browsing and keeping colours; taking own colours in; decks in and out as files."""

from __future__ import annotations

import numpy as np
from django.contrib import messages as flash
from django.core.exceptions import PermissionDenied
from django.core.paginator import Paginator
from django.db.models import QuerySet
from django.http import Http404, HttpResponse, JsonResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from django_htmx.http import HttpResponseClientRedirect

from decks import file_formats, files, queries, services
from decks.card import Card
from decks.catalogue import catalogue
from decks.forms import FilterForm, ImportForm, KeepForm, NameForm
from decks.models import Colour, Import
from decks.plane import plane
from decks.preview import FilePreview, columns_named
from decks.school_preview import SchoolPreview
from people.gate import changes, changes_by_post
from people.queries import may_change, team
from prism import messages, words
from prism.formats import deck
from prism.formats.deck import DeckFileError
from schools import queries as school_queries
from schools.forms import SchoolForm
from web import undoing
from web.http import StudioRequest, gathered
from web.uploads import say_too_large

OWN_PER_PAGE = 50
ROWS = 50
"""Colours on a page of the decks."""
DEPTH_REACHES = (1, 2, 5, 10, 20, 50)
"""LRV points either side of the plane's depth that can be chosen."""
LONG_LOOK = 400_000
"""Bytes of a file beyond which looking at it takes long enough that the page says so first."""


@require_safe
def browse(request: StudioRequest) -> HttpResponse:
    """Show the decks, filtered and sorted."""
    form = FilterForm(request.GET, request.user)
    held = catalogue(request.user)
    rows = held.select(form.wanted(), form.school)
    page = Paginator(rows, ROWS).get_page(request.GET.get("page"))
    shown = np.asarray(page.object_list, dtype=np.intp)
    context = {"form": form, "page": page, "rows": queries.browsed(held, shown, form.school)}
    context |= {
        "tally": words.tally(len(rows), len(held.ids)),
        "formats": file_formats.FORMATS,
        "sets": queries.sets_of(request.user),
    }
    context |= {"set_name": words.MY_WHITES, "depth_reaches": DEPTH_REACHES}
    response = render(request, "decks/list.html" if request.htmx else "decks/browse.html", context)
    patch_vary_headers(response, ["HX-Request"])
    return response


@require_safe
def plane_data(request: StudioRequest) -> JsonResponse:
    """Give the colours that are filtered for as points of the undertone plane."""
    held, form = catalogue(request.user), FilterForm(request.GET, request.user)
    return JsonResponse(plane(held, held.select(form.wanted(), form.school), form.school))


@require_safe
def peek(request: StudioRequest, pk: int) -> HttpResponse:
    """Show one colour in brief, for the plane."""
    colour = get_object_or_404(queries.visible_to(request.user), pk=pk)
    return render(request, "decks/peek.html", {"card": Card(colour, request.user)})


@require_safe
def export(request: StudioRequest) -> StreamingHttpResponse:
    """Give the colours that are filtered for as a file."""
    kind = file_formats.FORMATS.get(request.GET.get("format", ""))
    if kind is None:
        raise Http404
    held, form = catalogue(request.user), FilterForm(request.GET, request.user)
    rows = held.select(form.wanted(), form.school)
    spectra = held.has_spectrum[rows]
    entries = file_formats.entries_of(queries.one_after_another(held.ids[rows].tolist()), form.school)
    pieces = kind.write(entries, len(rows), file_formats.GRID if spectra.any() else (), bool(spectra.all()))
    response = StreamingHttpResponse(gathered(pieces), content_type=kind.mime)
    response["Content-Disposition"] = f'attachment; filename="deck{kind.endings[0]}"'
    return response


def _imports(request: StudioRequest) -> QuerySet[Import]:
    return Import.objects.filter(owner__in=team(request.user)).select_related("owner").defer("content")


def _import(request: StudioRequest, pk: int) -> Import:
    return get_object_or_404(_imports(request), pk=pk)


@require_http_methods(["GET", "POST"])
@changes_by_post
def bring_in(request: StudioRequest) -> HttpResponse:
    """Take a file of a deck, to be looked at before anything is written."""
    form = ImportForm(request.POST or None, request.FILES or None)
    if request.method == "POST":
        say_too_large(request, form, deck.MAX_BYTES, messages.FEWER_COLOURS)
        if form.is_valid():
            upload = form.cleaned_data["file"]
            try:
                waiting = files.start(request.user, form.cleaned_data["deck_name"], upload.name, upload.read())
                return redirect("deck-preview", waiting.pk)
            except DeckFileError as wrong:
                form.add_error("file", str(wrong))
    done = _imports(request).exclude(state=Import.State.WAITING)[:10]
    waits = _imports(request).filter(state=Import.State.WAITING)
    context = {"form": form, "done": done, "waits": waits, "formats": file_formats.FORMATS.values()}
    return render(request, "decks/import.html", context, status=422 if form.errors else 200)


@require_http_methods(["GET", "POST"])
@changes_by_post
def preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what a file would do to its deck, or how far it is; a POST names the columns of a table by hand."""
    waiting = get_object_or_404(_imports(request), pk=pk, state__in=files.UNDER_WAY)
    if waiting.state == Import.State.RUNNING:
        return _coming_in(request, waiting)
    if request.method == "POST":
        waiting.mapping = FilePreview(waiting).keep_wavelengths(columns_named(request.POST.dict()))
        waiting.save(update_fields=["mapping"])
        return redirect("deck-preview", pk)
    if len(waiting.content) > LONG_LOOK and not request.htmx and "now" not in request.GET:
        return render(request, "decks/looking.html", {"waiting": waiting, "said": words.looked_at(None)})
    template = "decks/preview_body.html" if request.htmx else "decks/preview.html"
    return render(request, template, {"waiting": waiting, "preview": FilePreview(waiting)})


@require_safe
def looked(request: StudioRequest, pk: int) -> HttpResponse:
    """Show how far the looking at a file is."""
    waiting = _import(request, pk)
    return render(request, "decks/looked.html", {"part": waiting.looked, "said": words.looked_at(waiting.looked)})


@require_POST
@changes
def apply(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring the next part of the file in; the page asks again until all of it is."""
    try:
        running = files.advance(_import(request, pk))
    except DeckFileError:
        return redirect("deck-preview", pk)
    if running.state == Import.State.RUNNING:
        return _coming_in(request, running) if request.htmx else redirect("deck-preview", pk)
    if running.state == Import.State.UNDOING and request.htmx:
        return _coming_in(request, running)  # leaving now would show the decks before all of it is out again
    return HttpResponseClientRedirect(reverse("deck-import")) if request.htmx else redirect("deck-import")


def _coming_in(request: StudioRequest, running: Import) -> HttpResponse:
    template = "decks/how_far.html" if request.htmx else "decks/coming_in.html"
    out = running.state == Import.State.UNDOING
    how_far = words.going_out(running.file_name) if out else words.coming_in(running.done, running.total)
    return render(request, template, {"running": running, "how_far": how_far, "out": out})


@require_POST
@changes
def undo(request: StudioRequest, pk: int) -> HttpResponse:
    """Take an import back, also one that is only half in."""
    _say_left(request, files.undo(_import(request, pk)))
    return redirect("deck-import")


@require_POST
@changes
def cancel(request: StudioRequest, pk: int) -> HttpResponse:
    """Forget a file that was not brought in, or stop one that is coming in: nothing of it is left."""
    under_way = _imports(request).filter(pk=pk, state__in=files.UNDER_WAY).first()
    if under_way:
        _say_left(request, files.stop(under_way))
    return redirect("deck-import")


def _say_left(request: StudioRequest, left: files.Undone) -> None:
    if text := words.left_behind(left.used, left.changed_since):
        flash.info(request, text)


@require_safe
def card(request: StudioRequest, pk: int) -> HttpResponse:
    """Show one colour: what it reads as, its twins, and where its numbers came from."""
    colour = get_object_or_404(queries.visible_to(request.user), pk=pk)
    return render(request, "decks/card.html", {"card": Card(colour, request.user)})


@require_POST
@changes
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
    context |= {"sets": queries.sets_of(request.user), "set_name": words.MY_WHITES}
    return render(request, "decks/own.html", context, status=422 if wrong else 200)


def _own_colour(request: StudioRequest, pk: int, put_aside: bool = False) -> Colour:
    found = get_object_or_404(queries.own_colours(request.user, put_aside), pk=pk)
    if found.owner_id != request.user.pk and not may_change(request.user):
        raise PermissionDenied(words.juniors_may_not())
    return found


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
    services.put_aside(colour)
    undoing.offer(request, words.put_aside_said(colour.name, words.REVIEWS_KEEP), "own-restore", colour.pk)
    return redirect("own-colours")


@require_POST
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring an own colour back."""
    services.put_aside(_own_colour(request, pk, put_aside=True), back=True)
    return redirect("own-colours")


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
    services.may_keep_in(request.user, form.cleaned_data["set_name"])
    chosen = services.keep_in_set(request.user, form.cleaned_data["set_name"], colour)
    if not request.htmx:
        return redirect("colour-sets")
    return render(request, "decks/kept.html", {"set": chosen, "colour": colour})


@require_POST
def leave_out(request: StudioRequest, pk: int, colour: int) -> HttpResponse:
    """Take a colour out of a set."""
    chosen = get_object_or_404(queries.sets_of(request.user), pk=pk)
    services.may_keep_in(request.user, chosen.name)
    services.leave_out(chosen, get_object_or_404(chosen.colours, pk=colour))
    return redirect("colour-sets")


@require_POST
def school_preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Show which colours of the decks would change their answer if a school were edited so."""
    found = get_object_or_404(school_queries.own(request.user), pk=pk)
    form = SchoolForm(found.table, request.POST)
    if not form.is_valid():
        return render(request, "decks/school_preview.html", {"form": form}, status=422)
    preview = SchoolPreview(request.user, found.school, form.school)
    return render(request, "decks/school_preview.html", {"preview": preview})
