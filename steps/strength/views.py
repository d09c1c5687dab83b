"""What is done in Strength: keeping, mixing, having a can tinted."""

from __future__ import annotations

from prism import words
from prism.devices.dispenser import DispenserError
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths import services
from reviews.strengths.reads import Strengths
from steps.base import StepRequest
from steps.strength.forms import MixForm
from steps.strength.page import Mixing
from tinting import services as tinting_services
from web.http import StudioRequest


def keep(request: StudioRequest, review: Review) -> StepRequest:
    """Keep the strength that is looked at as a colour of its own."""
    context = ReviewContext(review)
    try:
        kept = services.keep_strength(review, Strengths(context), again="again" in request.POST)
    except services.KeptAlreadyError as there:
        return StepRequest(context, notice=words.strengths.kept_already(there.colour.name))
    return StepRequest(context, notice=words.strengths.kept_as(kept.name) if kept else words.recipes.STANDARD_IS_KEPT)


def mix(request: StudioRequest, review: Review) -> StepRequest:
    """Show what the subject makes with another paint, and keep it if that is wanted."""
    context = ReviewContext(review)
    at = Strengths(context)
    form = MixForm(request.POST, at)
    visit = StepRequest(context, forms={"mix": form}, refused=not form.is_valid())
    mixing = Mixing(form, at)
    if not visit.refused and "keep" in request.POST and mixing.made:
        visit.notice = words.strengths.kept_as(services.keep_mixture(review, mixing.name(), mixing.made).name)
    return visit


def dispense(request: StudioRequest, review: Review) -> StepRequest:
    context = ReviewContext(review)
    at = Strengths(context)
    if at.formula is None or at.adjusted is None:
        return StepRequest(context)
    name = words.strengths.strength_name(review.colour.name, at.adjusted.percent)
    try:
        made = tinting_services.dispense(request.user, review.colour, at.adjusted.percent, name, at.formula)
    except DispenserError as wrong:
        return StepRequest(context, notice=str(wrong))
    return StepRequest(context, notice=words.recipes.dispensed(str(made)))
