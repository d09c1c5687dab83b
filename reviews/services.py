"""Writes to reviews."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from decks import queries as deck_queries
from decks.models import Colour
from jobs.models import Room
from methods import queries as method_queries
from methods import services as method_services
from reviews.models import Review, Shortlisted
from web.locks import without_waiting


def remember_place(review: Review, step: str, beside: Colour | None) -> None:
    """Remember where the review was left. This is no change to the record, so its date stays."""
    if review.step == step and (beside is None or review.beside_id == beside.pk):
        return
    review.step = step
    if beside:
        review.beside = beside
    Review.objects.filter(pk=review.pk).update(step=review.step, beside=review.beside)


def keep_findings(review: Review, findings: dict[str, Any]) -> None:
    """Keep the findings of the steps with the review. They follow from it, so its date stays.

    They are kept by whoever reads, and need not be: where somebody writes at that moment they are left to the next.
    """
    if findings == review.findings:
        return
    review.findings = findings
    with without_waiting() as free:
        if free:
            Review.objects.filter(pk=review.pk).update(findings=findings)


WALL = ("surround", "names_shown", "edge_view", "wall_view", "wall_order", "withhold")


@transaction.atomic
def arrange_wall(review: Review, **wall: Any) -> None:
    """Keep how the boards are shown: any of the fields of `WALL`."""
    for field in wall:
        if field not in WALL:
            raise ValueError(f"'{field}' is not how the wall is shown")
    for field, value in wall.items():
        setattr(review, field, value)
    if wall.get("wall_order") == Review.Order.SHUFFLED:
        review.shuffle = secrets.randbelow(2**31)
    save(review, *wall, "shuffle")


def go_blind(review: Review) -> None:
    """Hide names and shuffle the boards, since both mislead; or show names and the chosen order again."""
    blind = not review.names_shown and review.wall_order == Review.Order.SHUFFLED
    arrange_wall(review, names_shown=blind, wall_order=Review.Order.CHOSEN if blind else Review.Order.SHUFFLED)


@transaction.atomic
def arrange(review: Review, ids: Sequence[int], colour: int, to: int) -> None:
    """Put a board of the arrangement `ids` at another place, and keep the order as made by hand."""
    order = [pk for pk in ids if pk != colour]
    order.insert(max(0, min(to, len(order))), colour)
    review.hand_order, review.wall_order = order, Review.Order.HAND
    save(review, "hand_order", "wall_order")


@transaction.atomic
def hold_beside(review: Review, colour: Colour | None) -> None:
    """Hold a board beside the subject; none lets the set decide."""
    review.beside = colour
    review.save(update_fields=["beside"])


@transaction.atomic
def judge_by(review: Review, method: str, neutral: str, shift: tuple[float, float], usual: bool = False) -> None:
    """Change the method and the neutral line of a review; `usual` makes the method the person's usual one too."""
    if usual:
        method_services.judge_by(review.owner, method)
    table = method_queries.table_of(review.owner, method)
    if table or method != review.method:  # one that is gone stays as the review has it
        review.method_table = table
    review.method, review.neutral = method, neutral
    review.__dict__.pop("_method", None)
    review.neutral_a, review.neutral_b = shift
    if neutral == Review.Neutral.WHITES:
        # kept as it is now, so that the review does not change when the set does
        review.neutral_white = deck_queries.mean_white(review.owner)
    save(review, "method", "method_table", "neutral", "neutral_a", "neutral_b", "neutral_white")


@transaction.atomic
def take_up_value(review: Review) -> None:
    review.valued = review.colour.moment_now()
    review.__dict__.pop("value", None)
    save(review, "valued")


@transaction.atomic
def move(review: Review, room: Room | None) -> None:
    review.room = room
    save(review, "room")


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
    save(review)
    return True


@transaction.atomic
def delete(review: Review) -> None:
    """Put a review aside; `restore` brings it back as it was."""
    review.deleted = timezone.now()
    review.save(update_fields=["deleted"])


@transaction.atomic
def restore(review: Review) -> None:
    review.deleted = None
    review.save(update_fields=["deleted"])


@transaction.atomic
def save(review: Review, *fields: str) -> None:
    review.updated = timezone.now()
    review.save(update_fields=[*fields, "updated"])
