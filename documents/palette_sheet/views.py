"""The palette of a job: its page, and everything that can be taken along from it."""

from __future__ import annotations

from collections.abc import Callable

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_safe

from decks import file_formats
from documents.palette_sheet.palette import JobPalette, PictureForm
from documents.pdf import asked_paper
from documents.swatch_picture import SIZES
from jobs import queries as job_queries
from methods import queries as method_queries
from people.models import PAPERS, Studio
from people.queries import as_by, studio_of
from web.http import StudioRequest, as_file, gathered
from web.settled import render

GIVEN = ("csv", "xlsx", "json", "gpl", "cxf")
"""Formats of the decks that other programs take."""
USUAL = {"width": "1080", "height": "1350"}


def _palette(request: StudioRequest, pk: int) -> JobPalette:
    return JobPalette(request.user, get_object_or_404(job_queries.listed(request.user), pk=pk))


@require_safe
def palette(request: StudioRequest, pk: int, wrong: PictureForm | None = None) -> HttpResponse:
    """Show the palette, and what can be made of it."""
    made = _palette(request, pk)
    formats = [(key, file_formats.FORMATS[key].label) for key in GIVEN]
    context = {
        "palette": made, "job": made.job, "sizes": SIZES, "formats": formats, "papers": PAPERS,
        "form": wrong or PictureForm(),
    }  # fmt: skip
    return render(request, "documents/palette_sheet/palette.html", context, status=422 if wrong else 200)


@require_safe
def picture(request: StudioRequest, pk: int) -> HttpResponse:
    """Give the swatches as a picture of the size that is asked for."""
    form = PictureForm(request.GET if "width" in request.GET else USUAL)
    if not form.is_valid():
        return palette(request, pk, form)
    made = _palette(request, pk)
    if not made.colours:
        return redirect("job-palette", pk)
    response = HttpResponse(made.png(form.size), content_type="image/png")
    return as_file(response, f"{made.job.title} palette", "palette", "png", shown=True)


@require_safe
def sheet(request: StudioRequest, pk: int) -> HttpResponse:
    return _pdf(request, pk, "palette", JobPalette.pdf)


@require_safe
def cards(request: StudioRequest, pk: int) -> HttpResponse:
    return _pdf(request, pk, "cards", JobPalette.cards)


def _pdf(request: StudioRequest, pk: int, name: str, make: Callable[[JobPalette, Studio, str], bytes]) -> HttpResponse:
    made = _palette(request, pk)
    if not made.colours:
        return redirect("job-palette", pk)
    with as_by(made.job.owner):
        content = make(made, studio_of(request.user), asked_paper(request, request.GET))
    response = HttpResponse(content, content_type="application/pdf")
    return as_file(response, f"{made.job.title} {name}", name, "pdf", shown=True)


@require_safe
def colours(request: StudioRequest, pk: int, kind: str) -> HttpResponse:
    """Give the colours as a file for other programs."""
    if kind not in GIVEN:
        raise Http404
    made = _palette(request, pk)
    if not made.colours:
        return redirect("job-palette", pk)
    chosen = method_queries.usual(request.user)
    entries = file_formats.entries_of([colour.colour for colour in made.colours], chosen)
    given = file_formats.FORMATS[kind]
    every = all(colour.colour.has_spectrum for colour in made.colours)
    pieces = given.write(entries, len(made.colours), file_formats.GRID, every)
    response = HttpResponse(b"".join(gathered(pieces)), content_type=given.mime)
    return as_file(response, f"{made.job.title} colours", "colours", given.endings[0].removeprefix("."))
