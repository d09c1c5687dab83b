"""Decks coming in as files: looked at, mended, brought in part by part, taken back."""

from __future__ import annotations

from django.contrib import messages as flash
from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from django_htmx.http import HttpResponseClientRedirect

from background_jobs import services as background_jobs
from background_jobs.models import Work
from decks import file_formats, files, work
from decks.forms import ImportForm
from decks.models import Import
from decks.preview import FilePreview, cells_typed, columns_named
from people.gate import require_editor, require_editor_to_post
from people.queries import team
from prism import messages, words
from prism.formats import deck
from prism.formats.deck import DeckFileError
from web.http import StudioRequest
from web.settled import render
from web.uploads import say_too_large

LONG_UNDO = 3_000
"""Colours beyond which taking them back takes long enough to be done by the queue."""
LONG_LOOK = 400_000
"""Bytes of a file beyond which looking at it takes long enough that the page says so first."""


def _imports(request: StudioRequest) -> QuerySet[Import]:
    return Import.objects.filter(owner__in=team(request.user)).select_related("owner").defer("content")


def _import(request: StudioRequest, pk: int) -> Import:
    return get_object_or_404(_imports(request), pk=pk)


@require_http_methods(["GET", "POST"])
@require_editor_to_post
def bring_in(request: StudioRequest) -> HttpResponse:
    """Take a file of a deck, to be looked at before anything is written."""
    form = ImportForm(request.POST or None, request.FILES or None)
    if request.method == "POST":
        say_too_large(request, form, deck.MAX_BYTES, messages.faults.FEWER_COLOURS)
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
@require_editor_to_post
def preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what a file would do to its deck, or how far it is; a POST names the columns of a table by hand."""
    waiting = _import(request, pk)
    if waiting.state not in files.UNDER_WAY:
        return _over(request)
    if waiting.state == Import.State.RUNNING:
        return _coming_in(request, waiting)
    if request.method == "POST":
        waiting.mapping = FilePreview(waiting).keep_wavelengths(columns_named(request.POST.dict()))
        waiting.save(update_fields=["mapping"])
        return redirect("deck-preview", pk)
    if len(waiting.content) > LONG_LOOK and not request.htmx and "now" not in request.GET:
        return render(request, "decks/looking.html", {"waiting": waiting, "sentence": words.files.looked_at(None)})
    template = "decks/preview_body.html" if request.htmx else "decks/preview.html"
    return render(request, template, {"waiting": waiting, "preview": FilePreview(waiting)})


@require_POST
@require_editor
def mend(request: StudioRequest, pk: int, line: int) -> HttpResponse:
    """Take what a person typed for a line of a waiting file instead of what stands there, or the file's own again."""
    waiting = get_object_or_404(_imports(request), pk=pk, state=Import.State.WAITING)
    again = "again" in request.POST
    try:
        files.mend(waiting, line, None if again else cells_typed(request.POST.dict()))
    except DeckFileError as wrong:
        flash.info(request, str(wrong))
    return redirect(f"{reverse('deck-preview', args=[pk])}#left-out")


@require_safe
def looked(request: StudioRequest, pk: int) -> HttpResponse:
    waiting = _import(request, pk)
    return render(
        request, "decks/looked.html", {"part": waiting.looked, "sentence": words.files.looked_at(waiting.looked)}
    )


@require_POST
@require_editor
def apply(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring the next part of the file in; the page asks again until all of it is."""
    try:
        running = files.advance(_import(request, pk))
    except DeckFileError:
        return redirect("deck-preview", pk)
    if running.state == Import.State.RUNNING:
        hand_over(request, work.IMPORT, running)
        running = _import(request, pk)
    if running.state == Import.State.RUNNING:
        return _coming_in(request, running) if request.htmx else redirect("deck-preview", pk)
    if running.state == Import.State.UNDOING and request.htmx:
        return _coming_in(request, running)  # leaving now would show the decks before all of it is out again
    return _over(request)


def _over(request: StudioRequest) -> HttpResponse:
    return HttpResponseClientRedirect(reverse("deck-import")) if request.htmx else redirect("deck-import")


def _coming_in(request: StudioRequest, running: Import) -> HttpResponse:
    template = "decks/how_far.html" if request.htmx else "decks/coming_in.html"
    out = running.state == Import.State.UNDOING
    by_itself = background_jobs.in_hand(work.IMPORT, file=running.pk)
    how_far = words.files.going_out(running.file_name) if out else words.files.coming_in(running.done, running.total)
    context = {"running": running, "how_far": how_far, "out": out, "by_itself": by_itself}
    return render(request, template, context)


def hand_over(request: StudioRequest, kind: str, file: Import) -> Work:
    """Have the rest of a long file done by the queue, so that it goes on when its person leaves the page."""
    return background_jobs.begin(request.user, kind, words.files.file_work(file.file_name), file=file.pk)


@require_POST
@require_editor
def undo(request: StudioRequest, pk: int) -> HttpResponse:
    """Take an import back, also one that is only half in; a long one by the queue."""
    file = _import(request, pk)
    if file.done > LONG_UNDO and file.state != Import.State.RUNNING:
        return redirect(hand_over(request, work.UNDO, file))
    _say_left(request, files.undo(file))
    return redirect("deck-import")


@require_POST
@require_editor
def cancel(request: StudioRequest, pk: int) -> HttpResponse:
    """Forget a file that was not brought in, or stop one that is coming in: nothing of it is left."""
    under_way = _imports(request).filter(pk=pk, state__in=files.UNDER_WAY).first()
    if under_way:
        _say_left(request, files.stop(under_way))
    return redirect("deck-import")


def _say_left(request: StudioRequest, left: files.Undone) -> None:
    if text := words.files.left_behind(left.used, left.changed_since):
        flash.info(request, text)
