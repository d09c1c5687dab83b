"""Writes that begin a review."""

from __future__ import annotations

from collections.abc import Iterable

from django.contrib.auth.models import User
from django.db import transaction

from decks import services as deck_services
from decks.models import Colour
from methods import queries as method_queries
from prism.viewing.scales import neutral_shift
from reviews.models import Review
from reviews.services import save
from viewings.models import Correction, SamplePlan


@transaction.atomic
def start(owner: User, colour: Colour, intake_notes: Iterable[str] = ()) -> Review:
    """Start a review of a colour, under the person's usual method, against the neutral of their eye as far as that was
    taken up, and on the surround they last worked on."""
    colour = deck_services.kept(owner, colour)
    usual = method_queries.usual(owner)
    shift = neutral_shift(Correction.eye_of(owner))
    last = Review.objects.filter(owner_id=owner.pk).first()
    return Review.objects.create(
        owner_id=owner.pk,
        colour=colour,
        intake_notes="\n".join(intake_notes),
        method=usual.key,
        method_table=method_queries.table_of(owner, usual.key),
        surround=last.surround if last else Review.Surround.PALE,
        neutral_a=round(shift[0], 2),
        neutral_b=round(shift[1], 2),
        valued=colour.moment_now(),
    )


ALIKE = (
    "room", "method", "method_table", "neutral", "neutral_white", "neutral_a", "neutral_b", "surround", "edge_view",
    "wall_view", "wall_order", "withhold",
)  # fmt: skip
"""What another review has of the one it is begun like."""


@transaction.atomic
def start_like(owner: User, colour: Colour, other: Review) -> Review:
    """Start a review of a colour as another one was made: in its room, by its method, neutral and wall, with its plan
    of samples and the order of its document; nothing that was found, seen or written comes along."""
    made = start(owner, colour)
    for name in ALIKE:
        setattr(made, name, getattr(other, name))
    if made.wall_order == Review.Order.HAND:
        made.wall_order = Review.Order.CHOSEN
    save(made, *ALIKE)
    plan = SamplePlan.objects.filter(review=other).first()
    if plan:
        SamplePlan.objects.create(review=made, size=plan.size, ground=plan.ground, coats=plan.coats, margin=plan.margin)
    for edit in other.document_edits.all():
        if edit.left_out or edit.position is not None:
            made.document_edits.create(
                section=edit.section, left_out=edit.left_out, position=edit.position, by_id=owner.pk
            )
    return made
