"""Writes to reviews."""

from __future__ import annotations

import secrets
from collections.abc import Iterable, Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from decks import queries as decks
from decks import services as colours
from decks.models import Colour
from prism import words
from prism.colour import Colour as Paint
from prism.colour import from_reflectance
from prism.comparison import PairFinding, agreement
from prism.formula import BY_KEY
from prism.tint import Recipe
from reviews.models import Board, Observation, Review, Shortlisted
from reviews.queries import Held
from reviews.strengths import Strengths
from schools import queries as schools
from schools import services as schools_services

WRITTEN = ("verdict", "notes", "job", "room")


def start(owner: User, colour: Colour, intake_notes: Iterable[str] = ()) -> Review:
    """Start a review of a colour, under the person's usual school and on the surround they last worked on."""
    usual = schools.usual(owner)
    last = Review.objects.filter(owner_id=owner.pk).first()
    return Review.objects.create(
        owner_id=owner.pk,
        colour=colour,
        intake_notes="\n".join(intake_notes),
        school=usual.key,
        school_table=schools.table_of(owner, usual.key),
        surround=last.surround if last else Review.Surround.PALE,
    )


def remember_place(review: Review, step: str, beside: Colour | None) -> None:
    """Remember where the review was left. This is no change to the record, so its date stays."""
    review.step = step
    if beside:
        review.beside = beside
    review.save(update_fields=["step", "beside"])


WALL = ("surround", "names_shown", "edge_view", "wall_view", "wall_order", "withhold")


def arrange_wall(review: Review, **wall: Any) -> None:
    """Keep how the boards are shown: any of the fields of `WALL`."""
    for field in wall:
        if field not in WALL:
            raise ValueError(f"'{field}' is not how the wall is shown")
    for field, value in wall.items():
        setattr(review, field, value)
    if wall.get("wall_order") == Review.Order.SHUFFLED:
        review.shuffle = secrets.randbelow(2**31)
    _save(review, *wall, "shuffle")


def go_blind(review: Review) -> None:
    """Hide names and shuffle the boards, since both mislead; or show names and the chosen order again."""
    blind = not review.names_shown and review.wall_order == Review.Order.SHUFFLED
    arrange_wall(review, names_shown=blind, wall_order=Review.Order.CHOSEN if blind else Review.Order.SHUFFLED)


def arrange(review: Review, ids: Sequence[int], colour: int, to: int) -> None:
    """Put a board of the arrangement `ids` at another place, and keep the order as made by hand."""
    order = [pk for pk in ids if pk != colour]
    order.insert(max(0, min(to, len(order))), colour)
    review.hand_order, review.wall_order = order, Review.Order.HAND
    _save(review, "hand_order", "wall_order")


def set_board(review: Review, colour: Colour, state: str, kind: str = "", why: str = "") -> None:
    """Note what the person did with a board; no state forgets it, so that it is chosen again or not."""
    if state:
        board = Board(review=review, colour=colour, state=state, kind=kind, why=why)
        Board.objects.bulk_create(
            [board], update_conflicts=True, unique_fields=["review", "colour"], update_fields=["state", "kind", "why"]
        )
    else:
        Board.objects.filter(review=review, colour=colour).delete()
    _save(review)


def bring_back(review: Review) -> None:
    """Let the boards that were taken away be chosen again."""
    review.boards.filter(state=Board.State.OUT).delete()
    _save(review)


def hold_beside(review: Review, colour: Colour | None) -> None:
    """Hold a board beside the subject; none lets the set decide."""
    review.beside = colour
    review.save(update_fields=["beside"])


def observe(review: Review, beside: Held, pair: PairFinding, seen: Sequence[str], note: str, light: str) -> Observation:
    """Keep what was seen beside a board, next to what was computed there."""
    _save(review)
    return Observation.objects.create(
        review=review,
        colour=beside.colour,
        seen=list(seen),
        note=note,
        light=light,
        computed=list(pair.directions),
        agreement=agreement(seen, pair).value,
        by=review.owner,
    )


def forget(observation: Observation) -> None:
    """Take back what was seen."""
    observation.delete()


@transaction.atomic
def shortlist(review: Review, colour: Colour) -> bool:
    """Put a colour on the shortlist, at its end; return whether there was room."""
    there = review.shortlist.select_for_update()
    if there.filter(colour=colour).exists():
        return True
    if there.count() >= Shortlisted.MOST:
        return False
    last = there.aggregate(Max("position"))["position__max"] or 0
    review.shortlist.create(colour=colour, position=last + 1)
    _save(review)
    return True


def off_shortlist(review: Review, colour: Colour) -> None:
    """Take a colour off the shortlist."""
    review.shortlist.filter(colour=colour).delete()
    _save(review)


@transaction.atomic
def move_on_shortlist(review: Review, colour: Colour, by: int) -> None:
    """Move a colour up (−1) or down (+1) the shortlist."""
    rows = list(review.shortlist.select_for_update())
    at = next((i for i, row in enumerate(rows) if row.colour_id == colour.pk), None)
    if at is None or not 0 <= at + by < len(rows):
        return
    rows[at], rows[at + by] = rows[at + by], rows[at]
    for position, row in enumerate(rows, start=1):
        row.position = position
    Shortlisted.objects.bulk_update(rows, ["position"])
    _save(review)


def judge_by(review: Review, school: str, neutral: str, shift: tuple[float, float], usual: bool = False) -> None:
    """Change the school and the working neutral of a review; `usual` makes the school the person's usual one too."""
    if usual:
        schools_services.judge_by(review.owner, school)
    table = schools.table_of(review.owner, school)
    if table or school != review.school:  # one that is gone stays as the review has it
        review.school_table = table
    review.school, review.neutral = school, neutral
    review.__dict__.pop("school_in_force", None)
    review.neutral_a, review.neutral_b = shift
    if neutral == Review.Neutral.WHITES:
        # kept as it is now, so that the review does not change when the set does
        review.neutral_white = decks.mean_white(review.owner)
    _save(review, "school", "school_table", "neutral", "neutral_a", "neutral_b", "neutral_white")


def look_at_strength(review: Review, percent: float) -> None:
    """Note which strength is looked at. Like the place, this is no change to the record."""
    review.strength = percent
    review.save(update_fields=["strength"])


def choose_can(review: Review, can: str) -> None:
    """Note into which can the formula goes."""
    if can in BY_KEY:
        review.can = can
        review.save(update_fields=["can"])


def keep_strength(review: Review, at: Strengths) -> Colour | None:
    """Keep the strength that is looked at as a colour of its own; None where there is none to keep."""
    step = at.adjusted
    if step is None or not step.percent:
        return None
    name = words.strength_name(review.colour.name, step.percent)
    provenance = "estimated" if at.estimates else "computed"
    paint = from_reflectance(step.reflectance, provenance, words.computed_given(review.colour.name, step.percent))
    return colours.keep_adjusted(review.owner, review.colour, name, paint, step.recipe, step.percent)


def keep_mixture(review: Review, name: str, paint: Paint) -> Colour:
    """Keep what two paints make together as a colour of its own."""
    return colours.keep_adjusted(review.owner, review.colour, name, paint, Recipe(""), None)


def take_up_value(review: Review) -> None:
    """Read the review with the value its colour has now."""
    review.valued = timezone.now()
    review.__dict__.pop("value", None)
    _save(review, "valued")


def write(review: Review, texts: dict[str, str]) -> None:
    """Keep what the specialist wrote: any of verdict, notes, job and room."""
    for field, text in texts.items():
        if field not in WRITTEN:
            raise ValueError(f"'{field}' is not written by hand")
        setattr(review, field, text)
    _save(review, *texts)


def delete(review: Review) -> None:
    """Put a review aside; `restore` brings it back as it was."""
    review.deleted = timezone.now()
    review.save(update_fields=["deleted"])


def restore(review: Review) -> None:
    """Bring a deleted review back."""
    review.deleted = None
    review.save(update_fields=["deleted"])


def _save(review: Review, *fields: str) -> None:
    review.updated = timezone.now()
    review.save(update_fields=[*fields, "updated"])
