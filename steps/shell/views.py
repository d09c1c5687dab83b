"""The screens of a review, whatever its steps."""

from __future__ import annotations

from copy import copy
from urllib.parse import urlencode

from django.contrib import messages
from django.db import transaction
from django.http import Http404, HttpResponse, HttpResponsePermanentRedirect
from django.shortcuts import get_object_or_404, redirect
from django.urls import Resolver404, resolve, reverse
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from decks import queries as deck_queries
from decks import services as deck_services
from jobs import queries as job_queries
from jobs.models import Room
from prism import words
from reviews import queries, services
from reviews.context import ReviewContext
from reviews.models import Review
from steps import registry as steps
from steps import services as step_services
from steps.base import StepRequest
from steps.shell.forms import BasisForm, WallForm
from steps.shell.path import Path
from steps.shell.shell import Shell
from web import undo
from web.http import StudioRequest, whole_number
from web.settled import render


def _room(request: StudioRequest, named: str | None) -> Room | None:
    """Return the room of a number; None for no number."""
    wanted = whole_number(named)
    return get_object_or_404(job_queries.rooms(request.user), pk=wanted, deleted=None) if wanted else None


@require_POST
def start(request: StudioRequest) -> HttpResponse:
    """Start a review of a colour that the person may see, in a room or as another one was made where that is named.

    A colour that is `named` and is not one alone is looked for; one to be held beside a review is kept for it.
    """
    room = _room(request, request.POST.get("room"))
    named = request.POST.get("named", "").strip()
    try:
        colour = deck_queries.one_named(request.user, named) if named else None
    except deck_queries.NotOneColourError:
        asked = urlencode({"q": named} | ({"room": room.pk} if room else {}))
        return redirect(f"{reverse('find')}?{asked}")
    if colour is None:
        number = whole_number(request.POST.get("colour"))
        colour = get_object_or_404(deck_queries.visible_to(request.user), pk=number)
    if beside_of := whole_number(request.POST.get("beside_of")):
        review = get_object_or_404(queries.of_studio(request.user), pk=beside_of, deleted=None)
        kept = deck_services.kept(request.user, colour)
        return redirect(f"{reverse('review-step', args=[review.pk, 'compare'])}?beside={kept.pk}")
    like = whole_number(request.POST.get("like"))
    if not like:
        made = step_services.start(request.user, colour)
        if room:
            services.move(made, room)
        return redirect(made)
    other = get_object_or_404(queries.of_studio(request.user), pk=like, deleted=None)
    return redirect(step_services.start_like(request.user, colour, other))


@require_safe
def reopen(request: StudioRequest, pk: int) -> HttpResponse:
    """Go to the step the review was left at."""
    review = studio_review(request, pk)
    return redirect("review-step", review.pk, steps.of(review.step).key)


@require_safe
def step(request: StudioRequest, pk: int, step: str) -> HttpResponse:
    """Show one step of the review; remember it, and the colour held beside the subject."""
    review = studio_review(request, pk)
    beside = review.beside
    if "beside" in request.GET:
        wanted = whole_number(request.GET["beside"])
        beside = get_object_or_404(deck_queries.visible_to(request.user), pk=wanted)
    if queries.may_write(request.user, review):
        services.remember_place(review, step, beside)
    else:
        review.step, review.beside = step, beside  # for this look only
    return _show(request, steps.of(step).visit(request, review))


@require_http_methods(["GET", "HEAD", "POST"])
def moved_step(request: StudioRequest, pk: int, former: str, act: str = "") -> HttpResponse:
    """Lead from the address that a step had before to today's, with all that was asked and sent."""
    review = studio_review(request, pk)
    name, args = ("review-act", [review.pk, former, act]) if act else ("review-step", [review.pk, former])
    asked = f"?{request.GET.urlencode()}" if request.GET else ""
    return HttpResponsePermanentRedirect(reverse(name, args=args) + asked, preserve_request=True)


@require_POST
def act(request: StudioRequest, pk: int, step: str, act: str) -> HttpResponse:
    done = steps.of(step).actions.get(act)
    if done is None:
        raise Http404
    came = done(request, own_review(request, pk))
    return came if isinstance(came, HttpResponse) else _show(request, came)


@require_safe
def findings(request: StudioRequest, pk: int) -> HttpResponse:
    """Make the findings that the path still lacks, and give them as pieces of it."""
    review = studio_review(request, pk)
    path = Path(ReviewContext(review), steps.of(review.step)).steps(every=True)
    return render(request, "steps/shell/findings.html", {"path": path})


@require_POST
def wall(request: StudioRequest, pk: int) -> HttpResponse:
    review = own_review(request, pk)
    form = WallForm(request.POST, instance=copy(review))
    if form.is_valid():
        services.arrange_wall(review, **form.cleaned_data)
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def blind(request: StudioRequest, pk: int) -> HttpResponse:
    """Hide names and shuffle, or show them again."""
    review = own_review(request, pk)
    services.go_blind(review)
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def arrange(request: StudioRequest, pk: int) -> HttpResponse:
    """Move a board along the wall, by a number of places or to one."""
    with transaction.atomic():  # a move counts from the order that stands, also where two move at once
        review = own_review(request, pk)
        ids = [swatch.colour.pk for swatch in ReviewContext(review).wall.arranged]
        colour = whole_number(request.POST.get("colour"))
        if colour in ids:
            by = {"earlier": -1, "later": 1}.get(request.POST.get("by", ""), 0)
            to = ids.index(colour) + by if by else whole_number(request.POST.get("to"))
            services.arrange(review, ids, colour, to)
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def basis(request: StudioRequest, pk: int) -> HttpResponse:
    """Change the method or the neutral line."""
    review = own_review(request, pk)
    form = BasisForm(request.POST, instance=copy(review))  # a form writes into its instance even when it refuses
    if not form.is_valid():
        return _show(request, StepRequest(ReviewContext(review), forms={"basis": form}, refused=True))
    data = form.cleaned_data
    services.judge_by(review, data["method"], data["neutral"], (data["neutral_a"], data["neutral_b"]), data["usual"])
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def revalue(request: StudioRequest, pk: int) -> HttpResponse:
    """Read the review with the value its colour has now."""
    review = own_review(request, pk)
    services.take_up_value(review)
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def move(request: StudioRequest, pk: int) -> HttpResponse:
    """Put the review into another room, or into none."""
    review = own_review(request, pk)
    services.move(review, _room(request, request.POST.get("room")))
    return _show(request, StepRequest(ReviewContext(review)))


@require_POST
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a review aside, with a way back."""
    review = own_review(request, pk)
    services.delete(review)
    named = words.undo.of_review(review.called(review.colour.name), review.room.name if review.room else "")
    undo.offer(request, words.undo.put_aside_text(named), "review-restore", review.pk)
    return redirect("home")


@require_POST
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    review = get_object_or_404(queries.of_studio(request.user), pk=pk)
    queries.own(request.user, review)
    services.restore(review)
    return redirect(review)


def studio_review(request: StudioRequest, pk: int) -> Review:
    """Return a review of the studio, which all of it may read. Raises `Http404`."""
    review = get_object_or_404(queries.of_studio(request.user), pk=pk, deleted=None)
    if review.owner_id == request.user.pk:
        review.owner = request.user  # who is known already, with their studio
    return review


def own_review(request: StudioRequest, pk: int) -> Review:
    """Return a review that the person may change, at the step that their page shows: another page may have gone on to
    another one since."""
    review = queries.own(request.user, studio_review(request, pk))
    review.step = _step_shown(request, review) or review.step
    return review


def _step_shown(request: StudioRequest, review: Review) -> str:
    path = request.htmx.current_url_abs_path if request.htmx else None
    try:
        there = resolve((path or "").split("?")[0])
    except Resolver404:
        return ""
    shown = there.url_name == "review-step" and there.kwargs.get("pk") == review.pk
    return str(there.kwargs["step"]) if shown else ""


def _show(request: StudioRequest, visit: StepRequest) -> HttpResponse:
    """Answer with the step the review is at: the whole page, or what htmx swaps; after a plain POST, its address."""
    review = visit.context.review
    step = steps.of(review.step)
    asked = {key: request.GET.get(key, "") or request.POST.get(key, "") for key in step.keeps}
    visit.query = {key: value for key, value in asked.items() if value}
    if request.method == "POST" and not request.htmx and not visit.refused:
        if visit.notice:  # said after the way back, so that loading the page again does nothing again
            messages.info(request, visit.notice)
        return redirect(f"{review.get_absolute_url()}{f'?{urlencode(visit.query)}' if visit.query else ''}")
    shell = Shell(visit, step).settled()
    context = {"review": review, "shell": shell, "page": shell.page, "subject": shell.subject, "wall": shell.wall}
    template = "steps/shell/review_swap.html" if request.htmx else "steps/shell/review.html"
    response = render(request, template, context, status=422 if visit.refused else 200)
    patch_vary_headers(response, ["HX-Request"])
    return response
