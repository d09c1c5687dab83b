"""Walls that are set: by one click from a review, by a viewing in which eye and product disagreed, by an owner for the
whole studio."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from secrets import randbits

import numpy as np
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from decks.models import Colour
from methods import queries as method_queries
from people.queries import team
from prism import words
from prism.method import Method
from prism.numbers import typed
from prism.training.exercise import Kind
from prism.training.walls import ABOUT_ONE
from prism.viewing.scales import Agreement, held
from reviews.models import Review
from training import queries
from training.making import NoWallError, made
from training.models import SetWall, Wall
from training.page import said
from viewings.models import Viewing

LEAST_TO_SHOW = 3
"""Answers from which the spread of a studio's wall is shown: of two, each would know the other's."""
LATELY = 60
"""Viewings, the last ones, that are looked through for disagreement."""
APART = (0.6, 12.0)
"""ΔE00 by which an owner may have a wall set apart."""


def of_studio(user: User) -> QuerySet[SetWall]:
    return SetWall.objects.filter(owner__in=team(user), origin=SetWall.Origin.STUDIO, withdrawn=None)


def waiting(user: User) -> SetWall | None:
    """Return the set wall that somebody is to answer next: their own, then the studio's; None for none."""
    own = Q(owner=user) & ~Q(origin=SetWall.Origin.STUDIO)
    everybody = Q(owner__in=team(user), origin=SetWall.Origin.STUDIO)
    answered = Wall.objects.filter(sitting__owner=user, set_wall__isnull=False).values("set_wall")
    left = SetWall.objects.filter(own | everybody, withdrawn=None).exclude(pk__in=answered)
    return left.order_by("origin", "made").first()


def from_review(user: User, review: Review) -> SetWall:
    """Make a wall of a review for oneself: its colour, without names, as the review's method would teach it.

    Raises `NoWallError`.
    """
    fields = _about(user, review.colour, review.method_in_force)
    return SetWall.objects.create(
        owner=user, origin=SetWall.Origin.REVIEW, review=review, method=review.method, **fields
    )


def from_viewings(user: User) -> int:
    """Make a wall of each of somebody's last viewings in which eye and product disagreed, once; return of how many."""
    known = set(SetWall.objects.filter(viewing__by=user).values_list("viewing_id", flat=True))
    logged = Viewing.objects.filter(by=user, beside=None, deleted=None, predicted__isnull=False, review__deleted=None)
    logged = (
        logged.filter(review__owner__in=team(user))
        .select_related("review", "colour__maker")
        .order_by("-seen_at")[:LATELY]
    )
    count = 0
    for viewing in [viewing for viewing in logged if viewing.pk not in known and _differs(viewing)]:
        try:
            fields = _about(user, viewing.colour, viewing.review.method_in_force, after_dark=viewing.lamps_on)
        except NoWallError:
            continue
        try:
            with transaction.atomic():
                SetWall.objects.create(
                    owner=user, origin=SetWall.Origin.VIEWING, viewing=viewing, method=viewing.review.method, **fields
                )
        except IntegrityError:
            continue  # another request made it
        count += 1
    return count


def _differs(viewing: Viewing) -> bool:
    predicted = viewing.predicted or {}
    scales = held(viewing.answers, predicted.get("differences", {}), float(predicted.get("doubt", 0.0)))
    return any(each.agreement is Agreement.DIFFERS for each in scales)


def _about(user: User, colour: Colour, chosen: Method, after_dark: bool = False) -> dict[str, object]:
    kinds = [Kind.EVENING, *ABOUT_ONE] if after_dark else list(ABOUT_ONE)
    rng = np.random.default_rng(randbits(48))
    ids, pool = queries.decks_with(user, chosen, colour)
    fields = made(kinds, ids, pool, rng, about=colour.pk)
    if fields is None:
        raise NoWallError(words.training.NO_WALL_ABOUT)
    return fields


def set_for_studio(user: User, kind: str, apart: str) -> SetWall:
    """Set a wall of a kind for everybody of the studio. Raises `NoWallError` and `ValueError` for what cannot be."""
    chosen = method_queries.usual(user)
    if kind not in set(Kind):
        raise ValueError(words.training.KIND_UNKNOWN)
    wanted = Kind(kind)
    try:
        size = typed(apart)
    except ValueError:
        raise ValueError(words.training.apart_wrong(apart, *APART)) from None
    if not APART[0] <= size <= APART[1]:
        raise ValueError(words.training.apart_wrong(apart, *APART))
    rng = np.random.default_rng(randbits(48))
    decks, pool = queries.decks_of(user, chosen)
    fields = made([wanted], decks.ids, pool, rng, {wanted: lambda axis: size})
    if fields is None:
        raise NoWallError(words.training.too_small(kind))
    return SetWall.objects.create(owner=user, origin=SetWall.Origin.STUDIO, method=chosen.key, **fields)


def withdraw(wall: SetWall, again: bool = False) -> None:
    """Take a studio's wall down, or hang it again; its answers stay."""
    wall.withdrawn = None if again else timezone.now()
    wall.save(update_fields=["withdrawn"])


@dataclass(frozen=True)
class Spread:
    """How many gave each answer to a studio's wall, the commonest first, of how many in all; who gave which is shown to
    nobody."""

    answers: list[tuple[str, int]]
    count: int

    @property
    def is_told(self) -> bool:
        return self.count >= LEAST_TO_SHOW


def spread(wall: SetWall, stage: int = 0) -> Spread:
    """Return the spread of answers to a studio's wall; of an undertone as it was named at a stage."""
    answered = Wall.objects.filter(set_wall=wall, right__isnull=False).values_list("picked", flat=True)
    by_stage = wall.kind == Kind.UNDERTONE
    counted = Counter(said(wall, picked[stage : stage + 1] if by_stage else picked) for picked in answered)
    ranked = sorted(counted.items(), key=lambda candidate: (-candidate[1], candidate[0]))
    return Spread(ranked, sum(counted.values()))
