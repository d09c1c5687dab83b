"""The showing: run, spoken to, edited."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_POST, require_safe

from documents import services
from documents.forms import SectionForm
from documents.showing.slides import Showing
from people.queries import as_by, studio_of
from prism import words
from reviews import queries
from reviews.models import Review
from steps.shell.views import own_review
from web.http import StudioRequest


def _review(request: StudioRequest, pk: int) -> Review:
    return get_object_or_404(queries.of_studio(request.user), pk=pk, deleted=None)


@require_safe
def show(request: StudioRequest, pk: int) -> HttpResponse:
    """Run the showing: a slide at a time, with names hidden."""
    return _page(request, _review(request, pk), "documents/showing/show.html")


@require_safe
def notes(request: StudioRequest, pk: int) -> HttpResponse:
    """Show whoever speaks their notes, in a second window that goes along."""
    return _page(request, _review(request, pk), "documents/showing/notes.html")


@require_safe
def slides(request: StudioRequest, pk: int) -> HttpResponse:
    """List the slides: in which order, which are left out, and what each says."""
    return _page(request, _review(request, pk), "documents/showing/slides.html")


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
        act = request.POST.get("act", "write")
        if act == "back":
            services.give_back(review, slide)
        elif act in ("out", "in"):
            services.leave_out(review, slide, act == "out")
        elif act in ("up", "down"):
            keys = [one.slide.key for one in showing.every]
            services.reorder(review, keys, slide, -1 if act == "up" else 1)
        else:
            form = SectionForm(request.POST)
            if form.is_valid() and request.POST.get("seen", given.version) != given.version:
                form.add_error("text", words.section_meanwhile(given.sentence))
            if not form.is_valid():
                return _page(request, review, "documents/showing/slides.html", form, slide)
            services.write(request.user, review, slide, form.cleaned_data["text"], given.slide.sentence)
    return redirect(f"/reviews/{review.pk}/showing/slides/#{slide}")
