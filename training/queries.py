"""Reads: somebody's sittings, what they can tell apart, how their eye differs, what is to come back."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils import timezone

from decks.catalogue import Catalogue, catalogue_as_of, state_for
from people.queries import team
from prism import school, words
from prism.school import School
from prism.training.exercise import Kind
from prism.training.eye import Eye, estimate
from prism.training.pool import Pool
from prism.training.staircase import Staircase, Threshold
from training.models import Returning, Sitting, Wall
from web.kept import Kept

GUESSED = {Kind.ODD: 0.25, Kind.TWIN: 0.25}
"""Part of right answers by guessing alone; of two otherwise."""
TRAINED = (Kind.WARMER, Kind.LIGHTER, Kind.SAME, Kind.ODD, Kind.TWIN)
"""Kinds whose difficulty follows the eye, and which find a threshold."""
LEAST_ANSWERS = 8
"""Answers before which nothing is said of an eye."""
LOOKED_BACK = 2_000
"""Answers from which an eye is estimated: the last ones."""

_pools: Kept[Hashable, Pool] = Kept(4)


def decks_of(user: User, chosen: School) -> tuple[Catalogue, Pool]:
    """Return the decks of somebody's studio, and the same row for row as exercises draw from them."""
    state = state_for(user)
    held = catalogue_as_of(user, state)
    made = _pools.get((team(user), state, chosen), lambda: Pool(held.survey(chosen), held.lrv, held.makers))
    return held, made


def school_of(sitting: Sitting) -> School:
    """Return the school of a sitting, as it stood when that began."""
    return school.in_force(sitting.school, sitting.school_table)


def sittings(user: User) -> QuerySet[Sitting]:
    """Return somebody's own sittings; nobody else has them."""
    return Sitting.objects.filter(owner=user)


def open_sitting(user: User) -> Sitting | None:
    """Return the sitting that can be gone on with."""
    return sittings(user).filter(until__gt=timezone.now()).first()


def answers(user: User) -> QuerySet[Wall]:
    """Return what somebody answered, the last first."""
    return Wall.objects.filter(sitting__owner=user, right__isnull=False).order_by("-answered", "-id")


def staircase(user: User, kind: str) -> Staircase:
    """Return what is known of somebody's threshold for a kind of wall."""
    found = Staircase()
    told = answers(user).filter(kind=kind).values_list("apart", "right")[:LOOKED_BACK]
    for apart, right in reversed(list(told)):
        found.answered(apart, bool(right), GUESSED.get(Kind(kind), 0.5))
    return found


def thresholds(user: User) -> list[tuple[str, Threshold]]:
    """Return what somebody can tell apart, by kind of wall."""
    return [(kind.value, staircase(user, kind.value).found) for kind in TRAINED]


def eye_of(user: User, chosen: School) -> Eye:
    """Return somebody's eye as far as their answers tell, against a school."""
    hues = {word: place for place, word in enumerate(chosen.undertone.words)}
    told = answers(user).filter(kind=Kind.UNDERTONE.value, sitting__school=chosen.key)
    found = [
        (direction, hues[picked[0]])
        for direction, picked in told.values_list("direction", "picked")[:LOOKED_BACK]
        if direction and picked and picked[0] in hues
    ]
    return estimate([direction for direction, _ in found], [hue for _, hue in found], chosen.undertone)


@dataclass(frozen=True)
class Progress:
    """What somebody's answers show, in sentences."""

    told: list[str]
    eye: list[str]
    answered: int
    returning: int


def progress(user: User, chosen: School) -> Progress:
    """Return what somebody's answers show by now."""
    eye = eye_of(user, chosen)
    scale = chosen.undertone
    sees = [words.sees_later(hue, *eye.along(scale.centre(hue)), eye.answers) for hue in scale.words]
    told = [words.told_apart(kind, found) for kind, found in thresholds(user)]
    due = Returning.objects.filter(owner=user, due__lte=timezone.now()).count()
    return Progress(told, sees if eye.answers >= LEAST_ANSWERS else [], answers(user).count(), due)
