"""The document of a review: read, edited, given as PDF and JSON."""

from __future__ import annotations

from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from background_jobs import services as background_jobs
from documents import editing, services
from documents.document import Document
from documents.forms import SectionForm
from documents.job import JobDocument
from documents.pdf import asked_paper, html_file, pdf
from documents.taken_up import schema
from jobs import queries as job_queries
from people.models import PAPERS
from people.queries import as_by, membership, studio_of
from prism import words
from reviews import queries
from reviews.models import Review
from steps.shell.views import own_review, studio_review
from steps.verdict.forms import LONGEST_VERDICT
from web.http import StudioRequest, as_file
from web.settled import render


@require_safe
def document(request: StudioRequest, pk: int) -> HttpResponse:
    return _shown(request, studio_review(request, pk))


def _shown(request: StudioRequest, review: Review, wrong: SectionForm | None = None, key: str = "") -> HttpResponse:
    made = Document(review)
    context = {
        "document": made, "review": review, "papers": _papers(request), "wrong": wrong, "wrong_key": key,
        "mine": queries.may_write(request.user, review), "settle": words.conflicts.HOW_TO_SETTLE,
    }  # fmt: skip
    with as_by(review.owner):
        if not made.waits:
            found = made.conflicts
            context |= {"checked": made.checked, "conflicts": found}
            context["conflicts_head"] = words.conflicts.conflicts_head(len(found))
        return render(request, "documents/document.html", context, status=422 if wrong else 200)


@require_safe
def conflicts(request: StudioRequest, pk: int) -> HttpResponse:
    """Say how many sentences of a document the figures speak against, for where it is about to be sent."""
    review = studio_review(request, pk)
    made = Document(review)
    with as_by(review.owner):
        own = "" if made.waits else "\n".join(made.own_words)
        conflicts = len(made.against(own)) if own else 0
    return render(
        request, "documents/conflicts.html", {"review": review, "sentence": words.conflicts.conflicts_count(conflicts)}
    )


@require_POST
def sentences(request: StudioRequest, pk: int) -> HttpResponse:
    """List the sentences of a text being written that the figures speak against; none while findings or names are
    withheld, which what is known would give away."""
    review = studio_review(request, pk)
    text = (request.POST.get("verdict") or request.POST.get("reason") or "")[:LONGEST_VERDICT]
    if not text.strip() or not review.names_shown:
        return HttpResponse()
    made = Document(review)
    with as_by(request.user):
        conflicts = [] if made.waits else made.against(text)
    return render(request, "documents/sentences.html", {"found": conflicts, "settle": words.conflicts.HOW_TO_SETTLE})


def _papers(request: StudioRequest) -> list[str]:
    own = membership(request.user).paper
    return sorted(PAPERS, key=lambda paper: paper != own)


@require_safe
def document_pdf(request: StudioRequest, pk: int) -> HttpResponse:
    review = studio_review(request, pk)
    made = Document(review)
    if made.waits:
        return _shown(request, review)
    paper, evidence = asked_paper(request, request.GET), "evidence" in request.GET
    with as_by(review.owner):
        response = HttpResponse(pdf(made, studio_of(request.user), paper, evidence), content_type="application/pdf")
    return as_file(response, made.context.subject.name, "review", "pdf", shown=True)


@require_safe
def document_html(request: StudioRequest, pk: int) -> HttpResponse:
    """Give the client's pages as one file that any browser opens, with its pictures and styles in it."""
    review = studio_review(request, pk)
    made = Document(review)
    if made.waits:
        return _shown(request, review)
    with as_by(review.owner):
        response = HttpResponse(html_file(made, studio_of(request.user)))
    return as_file(response, made.context.subject.name, "review", "html")


@require_safe
def document_json(request: StudioRequest, pk: int) -> HttpResponse:
    review = studio_review(request, pk)
    made = Document(review)
    if made.waits:
        return _shown(request, review)
    with as_by(review.owner):
        table = made.table()
    return _json_file(table, made.context.subject.name, "review")


def _json_file(table: dict[str, object], title: str, otherwise: str) -> HttpResponse:
    response = JsonResponse(table, json_dumps_params={"ensure_ascii": False, "indent": 2})
    return as_file(response, title, otherwise, "json")


@login_not_required
@require_safe
def document_schema(request: HttpRequest) -> HttpResponse:
    return JsonResponse(schema(), json_dumps_params={"indent": 2})


@require_POST
def edit(request: StudioRequest, pk: int, section: str) -> HttpResponse:
    """Write a section, give it back, leave it out, take it up, or move it."""
    review = own_review(request, pk)
    made = Document(review)
    with as_by(review.owner):
        given = made.section(section)
    if given is None:
        raise Http404
    computed = "\n".join(given.section.lines)
    wrong = editing.edit(request, review, section, given.text, computed, lambda by: services.move(made, section, by))
    if wrong:
        return _shown(request, review, wrong, section)
    return redirect(f"/reviews/{review.pk}/document/#section-{section}")


@require_safe
def job_document_html(request: StudioRequest, pk: int) -> HttpResponse:
    """Give the consultation of a job as one file that any browser opens."""
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    with as_by(job.owner):
        response = HttpResponse(JobDocument(request.user, job).html_file(studio_of(request.user)))
    return as_file(response, job.title, "job", "html")


@require_safe
def job_document_json(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    with as_by(job.owner):
        table = JobDocument(request.user, job).table()
    return _json_file(table, job.title, "job")


@require_safe
def job_document(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    paper = asked_paper(request, request.GET)
    with as_by(job.owner):
        made = JobDocument(request.user, job).pdf(studio_of(request.user), paper)
    response = HttpResponse(made, content_type="application/pdf")
    return as_file(response, job.title, "job", "pdf", shown=True)


@require_http_methods(["GET", "HEAD", "POST"])
def consultation(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what the consultation of a job holds; begin the making of its PDF, which takes a while."""
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    if request.method != "POST":
        context: dict[str, object] = {"job": job, "papers": PAPERS, "own_paper": membership(request.user).paper}
        with as_by(job.owner):
            made = JobDocument(request.user, job)
            context |= {"rooms": made.rooms, "pages": len(made.pages), "overview": made.overview, "looks": made.looks}
            return render(request, "documents/job_document.html", context)
    paper = asked_paper(request, request.POST)
    title = words.background_jobs.document_of(job.title)
    return redirect(background_jobs.begin(request.user, "job-document", title, job=job.pk, paper=paper))
