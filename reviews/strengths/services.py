"""Which strength is looked at, and keeping it as a colour of its own."""

from __future__ import annotations

from django.db import transaction

from decks import queries as deck_queries
from decks import services as deck_services
from decks.models import Colour
from prism import words
from prism.stimulus import Stimulus, from_reflectance
from prism.tint.recipe import Recipe
from reviews.models import Review
from reviews.strengths.reads import Strengths

SAME = 0.05
"""Percent by which two kept strengths are one."""


def look_at_strength(review: Review, percent: float) -> None:
    """Note which strength is looked at. Like the place, this is no change to the record."""
    review.strength = percent
    Review.objects.filter(pk=review.pk).update(strength=percent)


@transaction.atomic
def choose_can(review: Review, at: Strengths, can: str) -> None:
    """Note into which can the formula goes: one that the tinting system has."""
    if at.system and any(can_size.key == can for can_size in at.system.cans):
        review.can = can
        review.save(update_fields=["can"])


class KeptAlreadyError(ValueError):
    def __init__(self, colour: Colour) -> None:
        super().__init__(colour.name)
        self.colour = colour


def kept_already(review: Review, percent: float) -> Colour | None:
    """Return the colour as which this strength of the review's colour is kept in its studio; None for none."""
    adjusted = deck_queries.own_colours(review.owner).filter(parent=review.colour_id, percent__isnull=False)
    return next(
        (colour for colour in adjusted if colour.percent is not None and abs(colour.percent - percent) < SAME), None
    )


def keep_strength(review: Review, at: Strengths, again: bool = False) -> Colour | None:
    """Keep the strength that is looked at as a colour of its own; None where there is none to keep. Raises
    `KeptAlreadyError` where it is kept, unless it is to be once more."""
    step = at.adjusted
    if step is None or not step.percent:
        return None
    name = words.strengths.strength_name(review.colour.name, step.percent)
    there = kept_already(review, step.percent)
    if there is not None and not again:
        raise KeptAlreadyError(there)
    provenance = "estimated" if at.estimates else "computed"
    stimulus = from_reflectance(
        step.reflectance, provenance, words.strengths.computed_given(review.colour.name, step.percent)
    )
    return deck_services.keep_adjusted(review.owner, review.colour, name, stimulus, step.recipe, step.percent)


def kept(review: Review, at: Strengths) -> Colour:
    """Return the strength that is looked at as a colour of its own, kept now if it is not yet; the review's colour
    where it is as good as that."""
    try:
        return keep_strength(review, at) or review.colour
    except KeptAlreadyError as there:
        return there.colour


def keep_mixture(review: Review, name: str, stimulus: Stimulus) -> Colour:
    return deck_services.keep_adjusted(review.owner, review.colour, name, stimulus, Recipe(""), None)
