"""The screens of a review."""

from __future__ import annotations

from copy import copy
from dataclasses import replace
from urllib.parse import urlencode

from django.contrib import messages
from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_POST, require_safe

from decks import queries as decks
from instruments import services as machines
from prism import words
from prism.dispenser import DispenserError
from reviews import boards, queries, services
from reviews.forms import SHIFT, AdjustForm, BasisForm, MixForm, SeenForm, WallForm, WritingForm
from reviews.models import Review
from reviews.page import Asked, Page, listing
from reviews.page_strength import Mixing
from reviews.strengths import Strengths
from studio.http import StudioRequest

PER_PAGE = 20


@require_safe
def home(request: StudioRequest) -> HttpResponse:
    """Show the person's reviews, newest first, and the ways to start one."""
    page = Paginator(queries.listed(request.user), PER_PAGE).get_page(request.GET.get("page"))
    context = {"page": page, "rows": listing(page.object_list), "makers": decks.makers(request.user)}
    return render(request, "reviews/home.html", context)


@require_POST
def start(request: StudioRequest) -> HttpResponse:
    """Start a review of a colour that the person may see."""
    colour = get_object_or_404(decks.visible_to(request.user), pk=_number(request.POST.get("colour")))
    return redirect(services.start(request.user, colour))


@require_safe
def reopen(request: StudioRequest, pk: int) -> HttpResponse:
    """Go to the step the review was left at."""
    return redirect(_review(request, pk))


@require_safe
def step(request: StudioRequest, pk: int, step: str) -> HttpResponse:
    """Show one step of the review; remember it, and the colour held beside the subject."""
    review = _review(request, pk)
    beside = review.beside
    if "beside" in request.GET:
        beside = get_object_or_404(decks.visible_to(request.user), pk=_number(request.GET["beside"]))
    services.remember_place(review, step, beside)
    bench, adjust = queries.Bench(review, review.beside), None
    if step == Review.Step.STRENGTH and any(key in request.GET for key in ("percent", "lrv", "gap", "like")):
        adjust = AdjustForm(request.GET, Strengths(bench))
        if adjust.is_valid() and adjust.found:
            services.look_at_strength(review, adjust.found.percent)
    if "can" in request.GET:
        services.choose_can(review, request.GET["can"])
    return _show(request, review, Asked(adjust=adjust), bench)


@require_POST
def wall(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep how the boards are shown."""
    review = _review(request, pk)
    form = WallForm(request.POST, instance=copy(review))
    if form.is_valid():
        services.arrange_wall(review, **form.cleaned_data)
    return _show(request, review)


@require_POST
def blind(request: StudioRequest, pk: int) -> HttpResponse:
    """Hide names and shuffle, or show them again."""
    review = _review(request, pk)
    services.go_blind(review)
    return _show(request, review)


@require_POST
def arrange(request: StudioRequest, pk: int) -> HttpResponse:
    """Move a board along the wall, by a number of places or to one."""
    review = _review(request, pk)
    ids = [held.colour.pk for held in queries.Bench(review, review.beside).arranged]
    colour = _number(request.POST.get("colour"))
    if colour in ids:
        by = {"earlier": -1, "later": 1}.get(request.POST.get("by", ""), 0)
        to = ids.index(colour) + by if by else _number(request.POST.get("to"))
        services.arrange(review, ids, colour, to)
    return _show(request, review)


@require_POST
def board(request: StudioRequest, pk: int) -> HttpResponse:
    """Pin, swap, take away or bring in a board of the comparison set."""
    review = _review(request, pk)
    colour = _number(request.POST.get("colour"))
    done = boards.act(review, request.POST.get("act", ""), colour, request.POST.get("hue", ""))
    return _show(request, review, Asked(notice=done.notice), done.bench)


@require_POST
def see(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep what a person sees beside the board held there."""
    review = _review(request, pk)
    form = SeenForm(request.POST)
    bench = queries.Bench(review, review.beside)
    if not form.is_valid() or bench.beside is None or bench.pair is None:
        return _show(request, review, Asked(seen=form), status=422)
    services.observe(review, bench.beside, bench.pair, **form.cleaned_data)
    return _show(request, review)


@require_POST
def unsee(request: StudioRequest, pk: int, observation: int) -> HttpResponse:
    """Take back what was seen."""
    review = _review(request, pk)
    services.forget(get_object_or_404(review.observations, pk=observation))
    return _show(request, review)


@require_POST
def shortlist(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a colour on the shortlist, take it off, or move it along."""
    review = _review(request, pk)
    colour = get_object_or_404(decks.visible_to(request.user), pk=_number(request.POST.get("colour")))
    act, notice = request.POST.get("act", "add"), ""
    if act == "add":
        notice = "" if services.shortlist(review, colour) else words.SHORTLIST_FULL
    elif act == "off":
        services.off_shortlist(review, colour)
    elif act in ("up", "down"):
        services.move_on_shortlist(review, colour, -1 if act == "up" else 1)
    return _show(request, review, Asked(notice=notice))


@require_POST
def basis(request: StudioRequest, pk: int) -> HttpResponse:
    """Change the school or the working neutral."""
    review = _review(request, pk)
    form = BasisForm(request.POST, instance=copy(review))  # a form writes into its instance even when it refuses
    if not form.is_valid():
        return _show(request, review, Asked(basis=form), status=422)
    data = form.cleaned_data
    services.judge_by(review, data["school"], data["neutral"], (data["neutral_a"], data["neutral_b"]), data["usual"])
    return _show(request, review)


@require_POST
def revalue(request: StudioRequest, pk: int) -> HttpResponse:
    """Read the review with the value its colour has now."""
    review = _review(request, pk)
    services.take_up_value(review)
    return _show(request, review)


@require_POST
def keep_strength(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep the strength that is looked at as a colour of its own."""
    review = _review(request, pk)
    bench = queries.Bench(review, review.beside)
    kept = services.keep_strength(review, Strengths(bench))
    notice = words.kept_as(kept.name) if kept else words.STANDARD_IS_KEPT
    return _show(request, review, Asked(notice=notice), bench)


@require_POST
def mix(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what the subject makes with another paint, and keep it if that is wanted."""
    review = _review(request, pk)
    at = Strengths(queries.Bench(review, review.beside))
    form = MixForm(request.POST, at)
    if not form.is_valid():
        return _show(request, review, Asked(mixing=Mixing(form)), at.bench, status=422)
    mixing = Mixing(form, at)
    notice = ""
    if "keep" in request.POST and mixing.paint:
        notice = words.kept_as(services.keep_mixture(review, mixing.name, mixing.paint).name)
    return _show(request, review, Asked(mixing=mixing, notice=notice), at.bench)


@require_POST
def dispense(request: StudioRequest, pk: int) -> HttpResponse:
    """Have the can tinted that the formula is for."""
    review = _review(request, pk)
    at = Strengths(queries.Bench(review, review.beside))
    if at.formula is None or at.adjusted is None:
        return _show(request, review, bench=at.bench)
    name = words.strength_name(review.colour.name, at.adjusted.percent)
    try:
        made = machines.dispense(request.user, review.colour, at.adjusted.percent, name, at.formula)
    except DispenserError as wrong:
        return _show(request, review, Asked(notice=str(wrong)), at.bench)
    return _show(request, review, Asked(notice=words.dispensed(str(made))), at.bench)


@require_POST
def write(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep what the specialist wrote."""
    review = _review(request, pk)
    form = WritingForm(request.POST)
    if form.is_valid():
        services.write(review, form.sent())
    if not request.htmx:
        return redirect(review)
    return render(
        request, "reviews/saved.html", {"review": review, "form": form}, status=200 if form.is_valid() else 422
    )


@require_POST
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a review aside, with a way back."""
    review = _review(request, pk)
    services.delete(review)
    messages.info(request, str(review.pk), extra_tags="deleted")
    return redirect("home")


@require_POST
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring a deleted review back."""
    review = get_object_or_404(queries.own(request.user), pk=pk)
    services.restore(review)
    return redirect(review)


def _review(request: StudioRequest, pk: int) -> Review:
    return get_object_or_404(queries.own(request.user), pk=pk, deleted=None)


def _number(text: str | None) -> int:
    return int(text) if text and text.isdecimal() and len(text) < 12 else 0


def _show(
    request: StudioRequest,
    review: Review,
    asked: Asked | None = None,
    bench: queries.Bench | None = None,
    status: int = 200,
) -> HttpResponse:
    wish = request.GET.get("ask", "") or request.POST.get("ask", "")
    show = request.GET.get("show", "") or request.POST.get("show", "")
    asked = replace(asked or Asked(), wish=wish, show=show)
    if request.method == "POST" and not request.htmx and status == 200 and not asked.notice:
        query = urlencode({key: value for key, value in (("ask", wish), ("show", show)) if value})
        return redirect(f"{review.get_absolute_url()}{f'?{query}' if query else ''}")
    template = "reviews/review_swap.html" if request.htmx else "reviews/review.html"
    context = {"review": review, "page": Page(review, asked, bench), "shift": SHIFT}
    response = render(request, template, context, status=status)
    patch_vary_headers(response, ["HX-Request"])
    return response
