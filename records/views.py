"""The record of a review and of a job."""

from __future__ import annotations

from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, render
from django.views.decorators.http import require_safe

from jobs import queries as job_queries
from prism import words
from records import queries
from reviews import queries as review_queries
from web.http import StudioRequest

PER_PAGE = 200


@require_safe
def review_record(request: StudioRequest, pk: int) -> HttpResponse:
    """Show who changed what of a review, and when; not while its names are hidden."""
    review = get_object_or_404(review_queries.of_studio(request.user), pk=pk)
    page = Paginator(queries.of_review(review), PER_PAGE).get_page(request.GET.get("page"))
    hidden = "" if review.names_shown else words.RECORD_HIDDEN
    context = {"review": review, "page": page, "hidden": hidden, "title": review.called(review.colour.name)}
    context["acts"] = [] if hidden else queries.said(page.object_list)
    return render(request, "records/record.html", context)


@require_safe
def job_record(request: StudioRequest, pk: int) -> HttpResponse:
    """Show who changed what of a job and what is in it, and when."""
    job = get_object_or_404(job_queries.of_studio(request.user), pk=pk)
    page = Paginator(queries.of_job(job), PER_PAGE).get_page(request.GET.get("page"))
    context = {"job": job, "page": page, "acts": queries.said(page.object_list, whole=True), "title": job.title}
    return render(request, "records/record.html", context)
