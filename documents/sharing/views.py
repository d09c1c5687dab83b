"""Sharing: the links of a job for the studio; the chosen pages for whoever has a link, and nothing else."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps

from django.contrib import messages as flash
from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.urls import reverse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from documents.models import ClientAnswer, Shared
from documents.sharing import queries, services
from documents.sharing.forms import AnswerForm, ReplyForm, ShareForm
from documents.sharing.shown import pages_of, picture, printed
from jobs import queries as job_queries
from people.gate import require_editor, require_editor_to_post
from people.queries import as_by, studio_of, team
from prism import words
from web import throttle
from web.http import StudioRequest, as_file
from web.settled import render

MOST_PAGES, MOST_PICTURES = 20, 240
"""How often a link's pages, and the pictures on them, may be asked for in a minute: what is kept of them is made again
whenever something has changed."""


@require_http_methods(["GET", "HEAD", "POST"])
@require_editor_to_post
def share(request: StudioRequest, pk: int) -> HttpResponse:
    """Show the links of a job; make one."""
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    form = ShareForm(request.POST if request.method == "POST" else None, queries.candidates(job))
    if request.method == "POST" and form.is_valid():
        services.share(request.user, job, form.chosen, form.cleaned_data["days"], form.cleaned_data["home"])
        return redirect("job-share", job.pk)
    links = [(link, link.address(request, "shared")) for link in queries.of_job(job)]
    context = {"job": job, "form": form, "links": links, "not_again": words.sharing.NOT_SHOWN_AGAIN}
    return render(request, "documents/sharing/share.html", context, status=422 if form.errors else 200)


@require_POST
@require_editor
def withdraw(request: StudioRequest, pk: int) -> HttpResponse:
    link = get_object_or_404(Shared, pk=pk, job__owner__in=team(request.user))
    services.withdraw(link)
    return redirect("job-share", link.job_id)


@require_POST
def put_away(request: StudioRequest, pk: int) -> HttpResponse:
    answer = get_object_or_404(ClientAnswer, pk=pk, shared__job__owner__in=team(request.user))
    services.put_away(answer)
    return redirect("home")


@require_POST
@require_editor
def reply(request: StudioRequest, pk: int) -> HttpResponse:
    """Reply to a client where the review is decided."""
    answer = get_object_or_404(ClientAnswer, pk=pk, shared__job__owner__in=team(request.user), review__deleted=None)
    form = ReplyForm(request.POST)
    if form.is_valid():
        services.reply(request.user, answer, form.cleaned_data["reply"])
    else:
        flash.error(request, str(form.errors["reply"][0]))
    return redirect(f"{reverse('review-step', args=[answer.review_id, 'samples'])}?show=decide")


def over(request: StudioRequest, known: bool) -> HttpResponse:
    """Say that a link has ended, or leads nowhere, and whom to ask."""
    context = {"title": words.sharing.LINK_OVER_TITLE, "over": words.sharing.LINK_OVER}
    return render(request, "documents/sharing/over.html", context, status=410 if known else 404)


def _with_open_link(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    """Give a view the link that it is asked by; it is not asked where that has ended, or is opened too often."""

    @wraps(view)
    def asked(request: StudioRequest, token: str, **more: int) -> HttpResponse:
        link = queries.by_token(token)
        if link is None or not link.is_open:
            return over(request, link is not None)
        if throttle.is_too_often(f"pages {token}", MOST_PAGES):
            return _wait(request)
        return view(request, link, token, **more)

    return asked


def _wait(request: StudioRequest) -> HttpResponse:
    """Say that a link is opened too often; no browser of a client does."""
    context = {"title": words.sharing.TOO_OFTEN_TITLE, "over": words.sharing.TOO_OFTEN}
    response = render(request, "documents/sharing/over.html", context, status=429)
    response["Retry-After"] = str(throttle.MINUTE)
    return response


@login_not_required
@never_cache
@require_safe
@_with_open_link
def shared(request: StudioRequest, link: Shared, token: str) -> HttpResponse:
    """Show a client the pages that were chosen for them."""
    if request.method == "GET":
        services.count_visit(link)
    return _shown(request, link, token)


def _shown(
    request: StudioRequest, link: Shared, token: str, wrong: AnswerForm | None = None, of: int = 0
) -> HttpResponse:
    given, answered = pages_of(link, token), {answer.review_id: answer for answer in reversed(link.answers.all())}
    pages = []
    for page in given.pages:
        form = wrong if wrong and page.review == of else AnswerForm(auto_id=f"id-{page.review}-%s")
        pages.append((page, form, answered.get(page.review)))
    context = {"shown": given, "pages": pages, "link": link, "token": token, "studio": studio_of(link.job.owner)}
    with as_by(link.job.owner):
        return render(request, "documents/sharing/shared.html", context, status=422 if wrong else 200)


@login_not_required
@never_cache
@require_POST
@_with_open_link
def answer(request: StudioRequest, link: Shared, token: str, pk: int) -> HttpResponse:
    review = queries.one_shown(link, pk)
    form = AnswerForm(request.POST, auto_id=f"id-{review.pk}-%s")
    if not form.is_valid():
        return _shown(request, link, token, form, review.pk)
    data = form.cleaned_data
    services.answer(link, review, data["answer"], data["text"], data["name"])
    return redirect(f"{reverse('shared', args=[token])}#page-{review.pk}")


@login_not_required
@require_safe
def shared_look(request: StudioRequest, token: str, pk: int, number: int) -> HttpResponse:
    """Give a picture of a room that a client is shown, by its number."""
    return _picture(token, pk, "look", number)


@login_not_required
@require_safe
def shared_photo(request: StudioRequest, token: str, pk: int, number: int) -> HttpResponse:
    """Give a photograph of the room that a client is shown, by its number."""
    return _picture(token, pk, "site", number)


def _picture(token: str, pk: int, section: str, number: int) -> HttpResponse:
    link = queries.by_token(token)
    if link is None or not link.is_open:
        raise Http404
    if throttle.is_too_often(f"pictures {token}", MOST_PICTURES):
        return HttpResponse(status=429, headers={"Retry-After": str(throttle.MINUTE)})
    content, kind = picture(link, pk, section, number)
    response = HttpResponse(content, content_type=kind)
    response["Cache-Control"] = "private, max-age=600"
    return response


@login_not_required
@never_cache
@require_safe
@_with_open_link
def shared_pdf(request: StudioRequest, link: Shared, token: str, pk: int) -> HttpResponse:
    name, content = printed(link, pk)
    return as_file(HttpResponse(content, content_type="application/pdf"), name, "colour", "pdf", shown=True)
