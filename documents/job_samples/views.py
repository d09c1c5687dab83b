"""The boards of a job on a page and as sheets, and the viewings of all its rooms."""

from __future__ import annotations

from datetime import timedelta

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.utils import timezone
from django.views.decorators.http import require_POST, require_safe

from documents.job_samples.job import boards_alone, job_boards
from documents.pdf import Sheet, sheets_pdf
from jobs import queries as job_queries
from prism import words
from prism.viewing import samples
from reviews import queries as review_queries
from reviews.context import ReviewContext
from steps.base import StepRequest
from steps.samples.page import SamplesPage
from steps.shell.views import studio_review
from viewings import services
from web import undo
from web.http import StudioRequest
from web.settled import render


@require_safe
def job_samples(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    return render(request, "documents/job_samples/job.html", {"job": job, "held": job_boards(job)})


@require_POST
def plan_job(request: StudioRequest, pk: int) -> HttpResponse:
    """Plan the viewings of all rooms of a job that a person may write, spread over the same days; or take that back."""
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    wanted = [plan for plan in job_boards(job).wanted if review_queries.may_write(request.user, plan.review)]
    if "back" in request.POST:
        services.unplan([plan.review for plan in wanted])
    else:
        services.schedule(request.user, wanted, timezone.localdate() + timedelta(days=1))
        undo.offer(request, words.viewing.ALL_PLANNED, "job-viewings-plan", job.pk, back="1")
    return redirect("job-samples", job.pk)


@require_safe
def sheets(request: StudioRequest, pk: int) -> HttpResponse:
    """Give a sheet for every board of a review, true to size, with its code back to the record."""
    review = studio_review(request, pk)
    part = SamplesPage(StepRequest(ReviewContext(review))).samples
    address = request.build_absolute_uri(review.get_absolute_url())
    how = part.plan.sampling
    boards = [
        Sheet.of(swatch.colour, swatch.name, swatch.label, how, part.litres, address) for swatch in part.candidates
    ]
    return _sheets(request, boards if how.size in samples.PAINTED_ON else [])


@require_safe
def job_sheets(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    made = [
        Sheet.of(
            board.colour, board.name, board.label, board.how, board.litres, request.build_absolute_uri(board.address)
        )
        for board in boards_alone(job)
        if board.how.size in samples.PAINTED_ON
    ]
    return _sheets(request, made)


def _sheets(request: StudioRequest, boards: list[Sheet]) -> HttpResponse:
    if not boards:
        raise Http404
    response = HttpResponse(sheets_pdf(boards, "printed" in request.GET), content_type="application/pdf")
    response["Content-Disposition"] = 'inline; filename="sheets.pdf"'
    return response
