"""Writes for Strength: what is looked at, and keeping it as a colour of its own."""

from __future__ import annotations

from decks import services as deck_services
from decks.models import Colour
from prism import words
from prism.stimulus import Stimulus, from_reflectance
from prism.tint.recipe import Recipe
from reviews.models import Review
from reviews.steps.strength.reads import Strengths


def look_at_strength(review: Review, percent: float) -> None:
    """Note which strength is looked at. Like the place, this is no change to the record."""
    review.strength = percent
    review.save(update_fields=["strength"])


def choose_can(review: Review, at: Strengths, can: str) -> None:
    """Note into which can the formula goes: one that the tinting system has."""
    if at.system and any(one.key == can for one in at.system.cans):
        review.can = can
        review.save(update_fields=["can"])


def keep_strength(review: Review, at: Strengths) -> Colour | None:
    """Keep the strength that is looked at as a colour of its own; None where there is none to keep."""
    step = at.adjusted
    if step is None or not step.percent:
        return None
    name = words.strength_name(review.colour.name, step.percent)
    provenance = "estimated" if at.estimates else "computed"
    stimulus = from_reflectance(step.reflectance, provenance, words.computed_given(review.colour.name, step.percent))
    return deck_services.keep_adjusted(review.owner, review.colour, name, stimulus, step.recipe, step.percent)


def keep_mixture(review: Review, name: str, stimulus: Stimulus) -> Colour:
    """Keep what two paints make together as a colour of its own."""
    return deck_services.keep_adjusted(review.owner, review.colour, name, stimulus, Recipe(""), None)
