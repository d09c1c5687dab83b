"""The record of a review and of a job."""

from __future__ import annotations

from django.contrib import messages
from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_safe

from documents import taken_up as documents
from documents.taken_up import DocumentFileError
from jobs import queries as job_queries
from people import security_log
from people.gate import require_editor
from prism import words
from records import job_file, queries
from records.job_file import JobFileError
from reviews import queries as review_queries
from web.http import StudioRequest, as_file
from web.settled import render
from web.uploads import too_large

PER_PAGE = 200


@require_safe
def review_record(request: StudioRequest, pk: int) -> HttpResponse:
    """Show who changed what of a review, and when; not while its names are hidden."""
    review = get_object_or_404(review_queries.of_studio(request.user), pk=pk)
    page = Paginator(queries.of_review(review), PER_PAGE).get_page(request.GET.get("page"))
    hidden = "" if review.names_shown else words.records.RECORD_HIDDEN
    context = {"review": review, "page": page, "hidden": hidden, "title": review.called(review.colour.name)}
    context["acts"] = [] if hidden else queries.acts(page.object_list)
    return render(request, "records/record.html", context)


@require_safe
def job_archive(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.of_studio(request.user), pk=pk)
    response = HttpResponse(job_file.written(job), content_type="application/json")
    security_log.note(request.user, "export", job.title)
    return as_file(response, job.title, "job", "json")


@require_http_methods(["GET", "HEAD", "POST"])
@require_editor
def bring_in(request: StudioRequest) -> HttpResponse:
    """Take a job up from such a file, or a review from the JSON of its document."""
    trouble = ""
    if request.method == "POST":
        upload = request.FILES.get("file")
        try:
            if too_large(request):
                raise JobFileError(words.archives.job_file_too_large(job_file.MOST_BYTES // 1_000_000))
            if upload is None:
                raise JobFileError(words.archives.JOB_FILE_NONE)
            return _taken_up(request, job_file.parsed(upload))
        except (JobFileError, DocumentFileError) as wrong:
            trouble = str(wrong)
    return render(request, "records/bring_in.html", {"trouble": trouble}, status=422 if trouble else 200)


def _taken_up(request: StudioRequest, content: object) -> HttpResponse:
    if isinstance(content, dict) and documents.is_one(content):
        documents.check(content)
        review = documents.take_up(request.user, content)
        messages.info(request, words.archives.document_taken_up(review.colour.name))
        return redirect("review-document", review.pk)
    came = job_file.take_up(request.user, job_file.checked(content))
    messages.info(request, words.archives.job_taken_up(came.job.title, came.colours, came.people))
    return redirect(came.job)


@require_safe
def job_record(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.of_studio(request.user), pk=pk)
    page = Paginator(queries.of_job(job), PER_PAGE).get_page(request.GET.get("page"))
    context = {"job": job, "page": page, "acts": queries.acts(page.object_list, whole=True), "title": job.title}
    return render(request, "records/record.html", context)
