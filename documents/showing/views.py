"""The showing: run, spoken to, edited."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST, require_safe

from documents import editing, services
from documents.forms import SectionForm
from documents.showing.slides import Showing
from people.queries import as_by, studio_of
from reviews import queries
from reviews.models import Review
from steps.shell.views import own_review, studio_review
from web.http import StudioRequest
from web.settled import render


@require_safe
def show(request: StudioRequest, pk: int) -> HttpResponse:
    """Run the showing: a slide at a time, with names hidden."""
    return _page(request, studio_review(request, pk), "documents/showing/show.html")


@require_safe
def notes(request: StudioRequest, pk: int) -> HttpResponse:
    """Show whoever speaks their notes, in a second window that goes along."""
    return _page(request, studio_review(request, pk), "documents/showing/notes.html")


@require_safe
def slides(request: StudioRequest, pk: int) -> HttpResponse:
    """List the slides: in which order, which are left out, and what each says."""
    return _page(request, studio_review(request, pk), "documents/showing/slides.html")


def _page(
    request: StudioRequest, review: Review, template: str, wrong: SectionForm | None = None, key: str = ""
) -> HttpResponse:
    context = {
        "showing": Showing(review), "review": review, "studio": studio_of(request.user),
        "mine": queries.may_write(request.user, review), "wrong": wrong, "wrong_key": key,
    }  # fmt: skip
    with as_by(review.owner):
        return render(request, template, context, status=422 if wrong else 200)


@require_POST
def edit(request: StudioRequest, pk: int, slide: str) -> HttpResponse:
    """Write a slide's sentence, give it back, leave the slide out, take it up, or move it."""
    review = own_review(request, pk)
    showing = Showing(review)
    with as_by(review.owner):
        given = showing.slide(slide)
        if given is None:
            raise Http404
        keys = [slide.slide.key for slide in showing.every]
        wrong = editing.edit(
            request, review, slide, given.sentence, given.slide.sentence,
            lambda by: services.reorder(review, keys, slide, by),
        )  # fmt: skip
        if wrong:
            return _page(request, review, "documents/showing/slides.html", wrong, slide)
    return redirect(f"/reviews/{review.pk}/showing/slides/#{slide}")
