"""Reads: somebody's sittings, what they can tell apart, how their eye differs, what is to come back."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from datetime import datetime

import numpy as np
from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils import timezone
from numpy.typing import NDArray

from decks.catalogue import Catalogue, catalogue_as_of, state_for
from decks.models import Colour
from people.queries import team
from prism import method, words
from prism.comparison import NOTHING_SEEN
from prism.difference import delta_e
from prism.method import Method
from prism.reading import read
from prism.spectrum import Array
from prism.training.exercise import Kind
from prism.training.eye import Besides, Eye, estimate
from prism.training.pool import Pool
from prism.training.staircase import Staircase, Threshold
from prism.viewing.scales import AXES
from reviews.models import Observation
from training.models import SLACK, Returning, Sitting, Wall
from viewings.leanings import of_person
from viewings.models import Correction
from web.bounded_cache import BoundedCache

GUESSED = {Kind.ODD: 0.25, Kind.TWIN: 0.25}
"""Part of right answers by guessing alone; of two otherwise, and of undertones one of their number."""
TRAINED = (Kind.WARMER, Kind.LIGHTER, Kind.SAME, Kind.ODD, Kind.TWIN)
"""Kinds whose difficulty follows the eye, and which find a threshold, besides that of each hue."""
LEAST_ANSWERS = 8
"""Answers before which nothing is said of an eye."""
LOOKED_BACK = 2_000
"""Answers from which an eye is estimated: the last ones."""
POINTS = 40
"""Places at which progress is drawn."""

_pools: BoundedCache[Hashable, Pool] = BoundedCache(4)


def decks_of(user: User, chosen: Method) -> tuple[Catalogue, Pool]:
    """Return the decks of somebody's studio, and the same row for row as exercises draw from them."""
    state = state_for(user)
    decks = catalogue_as_of(user, state)
    made = _pools.get((team(user), state, chosen), lambda: Pool(decks.classified(chosen), decks.lrv, decks.makers))
    return decks, made


def decks_with(user: User, chosen: Method, colour: Colour) -> tuple[NDArray[np.int64], Pool]:
    """Return the ids and the pool of somebody's decks, and a colour with them that may be no deck's."""
    decks, pool = decks_of(user, chosen)
    if colour.pk in decks.ids:
        return decks.ids, pool
    own = colour.stimulus
    seen = pool.seen
    return np.append(decks.ids, colour.pk), Pool.of(
        np.vstack([seen.lab, own.lab_array]),
        np.append(pool.lrv, own.lrv),
        np.append(seen.doubt, read(own, chosen).uncertainty),
        np.append(pool.maker, -1),
        chosen,
    )


def method_of(sitting: Sitting) -> Method:
    return method.in_force(sitting.method, sitting.method_table)


def sittings(user: User) -> QuerySet[Sitting]:
    """Return somebody's own sittings; nobody else has them."""
    return Sitting.objects.filter(owner=user)


def open_sitting(user: User) -> Sitting | None:
    now = timezone.now()
    return sittings(user).filter(until__gt=now, begun__lte=now + SLACK).first()


def answers(user: User) -> QuerySet[Wall]:
    return Wall.objects.filter(sitting__owner=user, right__isnull=False).order_by("-answered", "-id")


def answered_before(wall: Wall) -> Wall | None:
    """Return the wall before one in its sitting, where it was answered rightly."""
    return wall.sitting.walls.filter(number=wall.number - 1, right=True).first()


Told = tuple[float, bool, float, datetime]
"""By how much something was apart, whether it was told, the chance of guessing it, and when."""


def _told(user: User, kind: str, axis: str = "") -> list[Told]:
    """Return what was told apart by a kind of wall, along an axis of undertones: by how much it was apart, whether it
    was, the chance of guessing it, and when; the first answer first. What was seen of boards in reviews counts too."""
    told_before = answers(user).filter(kind=kind)
    if axis:
        told_before = told_before.filter(axis=axis)
    rows = told_before.values_list("apart", "right", "choices", "answered")[:LOOKED_BACK]
    named = kind == Kind.UNDERTONE
    told = [
        (apart, bool(right), 1 / max(len(choices), 2) if named else GUESSED.get(Kind(kind), 0.5), at)
        for apart, right, choices, at in rows
        if at
    ]
    if kind == Kind.SAME:
        told += _observed(user)
    return sorted(told, key=lambda answer: answer[3])[-LOOKED_BACK:]


def _observed(user: User) -> list[Told]:
    """Return the boards of reviews of which somebody said whether they saw a difference."""
    observations = Observation.objects.filter(by=user, review__deleted=None).select_related("colour", "review__colour")
    recent = list(observations[:LOOKED_BACK])
    if not recent:
        return []
    sizes = delta_e(
        _lab([observation.colour for observation in recent]),
        _lab([observation.review.colour for observation in recent]),
    )
    return [
        (float(size), NOTHING_SEEN not in observation.seen, 0.5, observation.at)
        for observation, size in zip(recent, sizes, strict=True)
        if size
    ]


def _lab(colours: list[Colour]) -> Array:
    return np.array([(colour.lab_l, colour.lab_a, colour.lab_b) for colour in colours])


def staircase(user: User, kind: str, axis: str = "") -> Staircase:
    """Return what is known of somebody's threshold for a kind of wall, along an axis of undertones."""
    return _followed(_told(user, kind, axis))[0]


def _followed(told: list[Told], points: int = 0) -> tuple[Staircase, list[tuple[int, Threshold]]]:
    staircase = Staircase()
    return staircase, staircase.follow(
        [answer[0] for answer in told], [answer[1] for answer in told], [answer[2] for answer in told], points
    )


def eye_of(user: User, chosen: Method) -> Eye:
    """Return somebody's eye as far as what they called undertones and what they saw in rooms tells, against a method.

    An undertone counts as it was named alone, before anything was held beside it.
    """
    hues = {word: place for place, word in enumerate(chosen.undertone.words)}
    told = answers(user).filter(kind=Kind.UNDERTONE.value, sitting__method=chosen.key)
    seen = [
        (direction, hues[picked[0]])
        for direction, picked in told.values_list("direction", "picked")[:LOOKED_BACK]
        if direction and picked and picked[0] in hues
    ]
    return estimate(
        [direction for direction, _ in seen], [hue for _, hue in seen], chosen.undertone, _seen_in_rooms(user)
    )


def _seen_in_rooms(user: User) -> Besides:
    """Return what somebody's viewings tell of their neutral: what was taken up of them, and what was seen since."""
    known = {leaning.scale: leaning for leaning in of_person(user)}
    taken = Correction.eye_of(user, practised=False)
    means, spreads, count = [0.0, 0.0], [np.inf, np.inf], 0
    for place, scale in enumerate(AXES):
        leaning = known.get(scale)
        if leaning is not None:
            means[place] = -(leaning.mean + taken.get(scale, 0.0))
            spreads[place] = max(leaning.half / SURE_OF_ROOMS, 0.05)
            count += leaning.count
    return Besides((means[0], means[1]), (spreads[0], spreads[1]), count)


SURE_OF_ROOMS = 1.96
"""Standard deviations that an interval of 95 % of what was seen in rooms reaches."""


def follows(user: User) -> bool:
    """Whether somebody's new reviews begin with the neutral of their eye as training knows it."""
    return Correction.objects.filter(person=user, practised=True, undone=None).exists()


@dataclass(frozen=True)
class Axis:
    """What somebody can tell along one axis: what it is, what is known now, and how that grew: after how many answers,
    and what was known then; the days of the first and the last answer."""

    title: str
    found: Threshold
    grew: list[tuple[int, Threshold]]
    first: datetime | None
    last: datetime | None


def axes(user: User, chosen: Method) -> list[Axis]:
    """Return what somebody can tell apart by kind of wall, then the undertones that were asked for."""
    asked = [(kind.value, "") for kind in TRAINED] + [(Kind.UNDERTONE.value, hue) for hue in chosen.undertone.words]
    axes = []
    for kind, axis in asked:
        told = _told(user, kind, axis)
        known, grew = _followed(told, POINTS)
        if axis and not told:
            continue
        ends = (told[0][3], told[-1][3]) if told else (None, None)
        axes.append(Axis(words.training.told_title(kind, axis), known.found, grew, *ends))
    return axes


@dataclass(frozen=True)
class Helped:
    """How often an undertone was named as computed: alone, beside the clean white, beside a contrast; of how many."""

    counts: tuple[int, ...]
    answered: int


def helped(user: User) -> Helped:
    """Return how much comparison helped somebody to name undertones."""
    told = answers(user).filter(kind=Kind.UNDERTONE.value, wanted=3).values_list("picked", "accepted")[:LOOKED_BACK]
    rows = [(picked, accepted) for picked, accepted in told if len(picked) == 3]
    counts = tuple(sum([picked[at]] in accepted for picked, accepted in rows) for at in range(3))
    return Helped(counts, len(rows))


@dataclass(frozen=True)
class Progress:
    """What somebody's answers show."""

    axes: list[Axis]
    eye: list[str]
    helped: str
    answered: int
    returning: int


def progress(user: User, chosen: Method, who: str = "") -> Progress:
    eye = eye_of(user, chosen)
    scale = chosen.undertone
    sees = [words.training.sees_later(hue, *eye.along(scale.centre(hue)), eye.answers, who) for hue in scale.words]
    due = Returning.objects.filter(owner=user, due__lte=timezone.now()).count()
    walls = helped(user)
    return Progress(
        axes(user, chosen),
        sees if eye.answers >= LEAST_ANSWERS else [],
        words.training.comparison_helped(walls.counts, walls.answered) if walls.answered else "",
        answers(user).count(),
        due,
    )


def shown_to(owner: User) -> list[User]:
    """Return who of the studio lets owners see their progress, besides an owner's own."""
    agreed = User.objects.filter(pk__in=team(owner), training_agreed__isnull=False, membership__closed=None)
    return list(agreed.exclude(pk=owner.pk).order_by("pk"))
