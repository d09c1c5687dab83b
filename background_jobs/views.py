"""Long work as its person sees it: how far it is, stopping it, what came of it."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_POST, require_safe

from background_jobs import services
from background_jobs.models import Work
from prism import words
from web.http import StudioRequest
from web.settled import render


def _work(request: StudioRequest, pk: int) -> Work:
    return get_object_or_404(Work.objects.defer("content"), pk=pk, owner=request.user)


@require_safe
def show(request: StudioRequest, pk: int) -> HttpResponse:
    """Show how far it is; a page asks again until it has ended."""
    work = _work(request, pk)
    state = words.background_jobs.work_text(work.state, work.steps_done, work.steps, work.said, work.is_lost)
    template = "background_jobs/how_far.html" if request.htmx else "background_jobs/work.html"
    response = render(request, template, {"work": work, "sentence": state})
    if request.htmx and not work.is_under_way:
        response["HX-Refresh"] = "true"  # the stop goes, what came of it stands there
    return response


@require_POST
def stop(request: StudioRequest, pk: int) -> HttpResponse:
    work = _work(request, pk)
    services.stop(work)
    return redirect(work)


@require_safe
def result(request: StudioRequest, pk: int) -> HttpResponse:
    work = get_object_or_404(Work, pk=pk, owner=request.user, state=Work.State.DONE)
    response = HttpResponse(bytes(work.content or b""), content_type=work.content_type)
    response["Content-Disposition"] = f'inline; filename="{work.file_name}"'
    return response
