"""Writes: beginning a sitting, hanging its walls, answering them."""

from __future__ import annotations

from secrets import randbits

import numpy as np
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.utils import timezone
from fsrs import Card, Rating, Scheduler

from prism import school, words
from prism.training.exercise import Exercise, Kind, PoolError
from prism.training.pool import Pool
from prism.training.walls import make
from schools import queries as school_queries
from training import queries
from training.models import Returning, Sitting, Wall

KINDS = tuple(Kind)
USUAL = (1.5, 4.5)
"""ΔE00 between which walls are as hard whose difficulty does not follow the eye."""
WORTH = (0.6, 12.0)
"""ΔE00 between which the decks hold walls that are worth hanging."""
_scheduler = Scheduler(enable_fuzzing=False)


class NoWallError(ValueError):
    """A studio whose decks hold no wall to train with; the message says what would."""


def begin(user: User) -> Sitting:
    """Begin a sitting under the person's usual school, or go on with the one that is open."""
    held = queries.open_sitting(user)
    if held is not None:
        return held
    usual = school_queries.usual(user)
    table = school_queries.table_of(user, usual.key)
    return Sitting.objects.create(owner=user, school=usual.key, school_table=table, seed=randbits(48))


def hang(sitting: Sitting) -> Wall | None:
    """Return the wall that waits for an answer, else hang the next one; None where the sitting is over.

    A wall is made before anything is locked; of two requests that hang the same number the second has the first's.
    Raises `NoWallError`.
    """
    waits = sitting.walls.filter(right=None).first()
    if waits is not None or sitting.is_over:
        return waits
    made = _made(sitting)
    try:
        with transaction.atomic():
            made.save()
    except IntegrityError:
        return hang(sitting)
    return made


def _made(sitting: Sitting) -> Wall:
    """Return the next wall of a sitting, not kept yet. Raises `NoWallError`."""
    number = sitting.walls.count() + 1
    rng = np.random.default_rng([sitting.seed, number])
    chosen = queries.school_of(sitting)
    held, pool = queries.decks_of(sitting.owner, chosen)
    hung = {tuple(sorted(boards)) for boards in sitting.walls.values_list("boards", flat=True)}
    for kind in _kinds(sitting, rng):
        try:
            found = make(kind, pool, rng, _apart(sitting.owner, kind, rng), school.besides(chosen))
        except PoolError:
            continue
        boards = [int(held.ids[row]) for row in found.boards]
        if tuple(sorted(boards)) not in hung:
            names = [held.names[row] for row in found.boards]
            return _wall(sitting, number, found, boards, words.because(found, pool, names), pool)
    raise NoWallError(words.NO_WALLS)


def _wall(sitting: Sitting, number: int, found: Exercise, boards: list[int], because: str, pool: Pool) -> Wall:
    first = found.accepted[0]
    asked = found.kind is Kind.UNDERTONE
    return Wall(
        sitting=sitting,
        number=number,
        kind=found.kind.value,
        axis=found.axis,
        boards=boards,
        accepted=[list(one) if isinstance(one, tuple) else [one] for one in found.accepted],
        choices=list(found.choices),
        wanted=len(first) if isinstance(first, tuple) else 1,
        apart=found.apart,
        because=because,
        direction=[round(float(v), 4) for v in pool.seen.u[found.boards[0]]] if asked else None,
    )


def _kinds(sitting: Sitting, rng: np.random.Generator) -> list[Kind]:
    """Return in which order kinds are tried: what is due first, then any but the one that hung last."""
    due = Returning.objects.filter(owner=sitting.owner, due__lte=timezone.now()).values_list("kind", flat=True)
    last = sitting.walls.values_list("kind", flat=True).last()
    coming = [Kind(kind) for kind in dict.fromkeys(due) if kind != last]
    rest = [KINDS[i] for i in rng.permutation(len(KINDS)) if KINDS[i].value != last]
    return list(dict.fromkeys([*coming, *rest, *KINDS]))


def _apart(user: User, kind: Kind, rng: np.random.Generator) -> float:
    """Return how far apart the next wall of a kind should be, ΔE00."""
    if kind in queries.TRAINED:
        return float(np.clip(queries.staircase(user, kind.value).next, *WORTH))
    return float(rng.uniform(*USUAL))


@transaction.atomic
def pick(wall: Wall, picked: str) -> Wall:
    """Take one pick of an answer; with the last of them the wall is answered. What was answered stays answered.

    Raises `ValueError` for what cannot be picked.
    """
    held = Wall.objects.select_for_update().select_related("sitting").get(pk=wall.pk)
    if held.right is not None:
        return held
    one: int | str = picked if held.choices and held.wanted == 1 else int(picked)
    if one in held.picked or one not in (held.choices if isinstance(one, str) else range(len(held.boards))):
        raise ValueError(picked)
    held.picked = [*held.picked, one]
    if held.wanted > 1 and len(held.picked) == held.wanted - 1:  # the last place is that of what is left
        held.picked += [place for place in range(len(held.boards)) if place not in held.picked]
    if len(held.picked) >= held.wanted:
        held.right, held.answered = held.picked in held.accepted, timezone.now()
        _schedule(held)
    held.save(update_fields=["picked", "right", "answered"])
    return held


def unpick(wall: Wall) -> None:
    """Take the last pick back, as long as the wall is not answered."""
    if wall.right is None and wall.picked:
        wall.picked = wall.picked[:-1]
        wall.save(update_fields=["picked"])


def _schedule(wall: Wall) -> None:
    """Have what was missed come back soon, and what was right later and later."""
    owner = wall.sitting.owner
    kept = Returning.objects.select_for_update().filter(owner=owner, kind=wall.kind, axis=wall.axis).first()
    card = Card.from_dict(kept.card) if kept else Card()
    card, _ = _scheduler.review_card(card, Rating.Good if wall.right else Rating.Again, review_datetime=wall.answered)
    Returning.objects.update_or_create(
        owner=owner, kind=wall.kind, axis=wall.axis, defaults={"card": card.to_dict(), "due": card.due}
    )
