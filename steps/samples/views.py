"""What is done in Samples: samples and hours planned, deciding, reopening."""

from __future__ import annotations

from datetime import timedelta

from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from prism import words
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths import services as strengths
from reviews.strengths.reads import Strengths, formula_of
from steps.base import StepRequest
from steps.samples.forms import DecideForm, SampleForm
from steps.samples.page import SamplesPage
from viewings import leanings, services
from viewings.leanings import Leanings
from viewings.models import SamplePlan
from viewings.services import Decided, DecidedError
from web.http import StudioRequest, whole_number


def samples(request: StudioRequest, review: Review) -> StepRequest:
    form = SampleForm(request.POST, instance=SamplePlan(review=review))
    if not form.is_valid():
        return StepRequest(ReviewContext(review), forms={"samples": form}, refused=True)
    services.plan_samples(review, form.how, form.cleaned_data["decide"])
    return StepRequest(ReviewContext(review))


def schedule(request: StudioRequest, review: Review) -> StepRequest:
    """Plan viewings at the key times, over the days before the decision."""
    context = ReviewContext(review)
    page = SamplesPage(StepRequest(context))
    if not page.hours or page.room is None:
        return StepRequest(context, notice=words.viewing.NO_SLOTS)
    asked = {pk for text in request.POST.getlist("of") if (pk := whole_number(text))}
    services.schedule(request.user, [page.wanted(asked)], timezone.localdate() + timedelta(days=1))
    return StepRequest(ReviewContext(review))


def unplan(request: StudioRequest, review: Review) -> StepRequest:
    """Take out what was planned by the light and not seen yet."""
    services.unplan([review])
    return StepRequest(ReviewContext(review))


def take_up(request: StudioRequest, review: Review) -> StepRequest:
    """Correct a person's neutral, or the room, by a systematic difference."""
    leaning = Leanings(review).find(request.POST.get("person", ""), request.POST.get("scale", ""))
    if leaning is None or not leaning.may_be_taken_up:
        return StepRequest(ReviewContext(review), notice=words.viewing.LEANING_GONE)
    leanings.take_up(request.user, leaning)
    return StepRequest(ReviewContext(review))


def undelete(request: StudioRequest, review: Review) -> StepRequest:
    wanted = whole_number(request.POST.get("correction"))
    correction = next((c for c in Leanings(review).taken_up if c.pk == wanted and c.undone is None), None)
    if correction is not None:
        leanings.undo(request.user, correction)
    return StepRequest(ReviewContext(review))


def decide(request: StudioRequest, review: Review) -> StepRequest:
    """Decide; where somebody decided first, theirs is shown."""
    context = ReviewContext(review)
    form = DecideForm(request.POST, context)
    if not form.is_valid():
        return StepRequest(context, forms={"decide": form}, refused=True)
    data, (colour, percent) = form.cleaned_data, form.chosen
    at = Strengths(context)
    formula = formula_of(at, colour, percent)
    try:
        with transaction.atomic():  # a strength is kept with its decision, or neither
            own = strengths.kept(review, at) if percent else colour
            what = Decided(own, data["reason"], data["sheen"], data["paint"], data["litres"], formula, form.against)
            services.decide(request.user, review, what)
    except DecidedError as first:
        return StepRequest(
            ReviewContext(review),
            forms={"decide": form},
            notice=words.decisions.decided_meanwhile(first.standing.who),
            refused=True,
        )
    return StepRequest(ReviewContext(review))


def reopen(request: StudioRequest, review: Review) -> StepRequest:
    decision = get_object_or_404(review.decisions, pk=whole_number(request.POST.get("decision")), reopened=None)
    services.reopen(request.user, decision)
    return StepRequest(ReviewContext(review))
