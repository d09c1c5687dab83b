"""Writes for Compare: what was done with boards, and what was seen."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import transaction

from decks.models import Colour
from prism.comparison import PairFinding, agreement
from reviews.context import SwatchView
from reviews.models import Board, Observation, Review
from reviews.services import save


@transaction.atomic
def set_board(review: Review, colour: Colour, state: str, kind: str = "", why: str = "") -> None:
    """Note what the person did with a board; no state forgets it, so that it is chosen again or not."""
    if state:
        Board.objects.update_or_create(
            review=review, colour=colour, defaults={"state": state, "kind": kind, "why": why}
        )
    else:
        Board.objects.filter(review=review, colour=colour).delete()
    save(review)


@transaction.atomic
def bring_back(review: Review) -> None:
    """Let the boards that were taken away be chosen again."""
    review.boards.filter(state=Board.State.OUT).delete()
    save(review)


@transaction.atomic
def observe(
    review: Review, beside: SwatchView, pair: PairFinding, seen: Sequence[str], note: str, light: str
) -> Observation:
    save(review)
    return Observation.objects.create(
        review=review,
        colour=beside.colour,
        seen=list(seen),
        note=note,
        light=light,
        computed=list(pair.spoken),
        agreement=agreement(seen, pair).value,
        by=review.owner,
    )


@transaction.atomic
def forget(observation: Observation) -> None:
    observation.delete()
