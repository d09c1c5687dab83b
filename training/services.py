"""Writes: beginning a sitting, hanging its walls, answering them; following an eye, letting progress be seen."""

from __future__ import annotations

from datetime import datetime
from secrets import randbits
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.utils import timezone
from fsrs import Card, Rating, Scheduler

from methods import queries as method_queries
from prism import words
from prism.training.asked import Hardness
from prism.training.exercise import Kind
from prism.viewing.scales import AXES
from training import queries, set_walls
from training.making import NoWallError, made
from training.models import Agreed, Returning, SetWall, Sitting, Wall
from viewings.models import Correction

KINDS = tuple(Kind)
USUAL = (1.5, 4.5)
"""ΔE00 between which walls are as hard whose difficulty does not follow the eye."""
WORTH = (0.6, 12.0)
"""ΔE00 between which the decks hold walls that are worth hanging."""
TRIES = 3
"""How often each kind is tried for a wall of colours that did not hang in the sitting yet."""
MORE_UNDERTONES = 3
"""How many times more often than other kinds undertones are asked for: there are six of them to be learnt."""
_scheduler = Scheduler(enable_fuzzing=False)


def begin(user: User) -> Sitting:
    """Begin a sitting under the person's usual method, or go on with the one that is open; viewings in which eye and
    product disagreed have become walls by then."""
    set_walls.from_viewings(user)
    sitting = queries.open_sitting(user)
    if sitting is not None:
        return sitting
    usual = method_queries.usual(user)
    table = method_queries.table_of(user, usual.key)
    return Sitting.objects.create(owner=user, method=usual.key, method_table=table, seed=randbits(48))


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
    """Return the next wall of a sitting, not kept yet: one that was set, else one from the decks.

    Raises `NoWallError`.
    """
    number = sitting.walls.count() + 1
    waiting = set_walls.waiting(sitting.owner)
    if waiting is not None:
        return _of(waiting, sitting, number)
    rng = np.random.default_rng([sitting.seed, number])
    decks, pool = queries.decks_of(sitting.owner, queries.method_of(sitting))
    walls = list(sitting.walls.all())
    hung = {_same(wall.kind, wall.boards) for wall in walls}
    # a white may come again: it is what others are held beside
    seen = {pk for wall in walls for pk in wall.boards} - set(decks.ids[pool.whites].tolist())
    hardness = {kind: _hardness(sitting.owner, kind, rng) for kind in KINDS}
    best: tuple[int, dict[str, Any]] | None = None
    for kind, hue in _kinds(sitting, rng) * TRIES:
        fields = made([kind], decks.ids, pool, rng, hardness, hue=hue)
        if fields is None or _same(kind.value, fields["boards"]) in hung:
            continue
        again = len(seen.intersection(fields["boards"]))
        if best is None or again < best[0]:
            best = again, fields
        if not again:
            break
    if best is None:
        raise NoWallError(words.training.NO_WALLS)
    return Wall(sitting=sitting, number=number, **best[1])


def _same(kind: str, boards: list[int]) -> tuple[str, tuple[int, ...]]:
    """Return what is alike of two walls that are the same: what is asked, of which boards."""
    return kind, tuple(sorted(boards))


def _of(set_wall: SetWall, sitting: Sitting, number: int) -> Wall:
    fields = {name: getattr(set_wall, name) for name in SetWall.CONTENT}
    if set_wall.method != sitting.method:
        fields["direction"] = None  # named by another method's words, it tells nothing of the eye by this one's
    return Wall(sitting=sitting, number=number, set_wall=set_wall, **fields)


def _kinds(sitting: Sitting, rng: np.random.Generator) -> list[tuple[Kind, str]]:
    """Return in which order kinds are tried, of undertones with the hue: what is due first, then any but the kind that
    hung last."""
    due = Returning.objects.filter(owner=sitting.owner, due__lte=timezone.now()).values_list("kind", "axis")
    last = sitting.walls.values_list("kind", flat=True).last()
    coming = [(Kind(kind), axis if kind == Kind.UNDERTONE else "") for kind, axis in due if kind != last]
    drawn = rng.permutation([*KINDS, *[Kind.UNDERTONE] * MORE_UNDERTONES])
    rest = [(Kind(kind), "") for kind in drawn if kind != last]
    return list(dict.fromkeys([*coming, *rest, *[(kind, "") for kind in KINDS]]))


def _hardness(user: User, kind: Kind, rng: np.random.Generator) -> Hardness:
    """Return how far apart the next wall of a kind should be, ΔE00, along each axis."""
    usual = float(rng.uniform(*USUAL))

    def apart(axis: str) -> float:
        if kind is Kind.UNDERTONE:
            return float(np.clip(queries.staircase(user, kind.value, axis).next, *WORTH))
        if kind in queries.TRAINED:
            return float(np.clip(queries.staircase(user, kind.value).next, *WORTH))
        return usual

    return apart


@transaction.atomic
def pick(wall: Wall, picked: str, of: str = "") -> tuple[Wall, bool]:
    """Take one pick of an answer, of undertones that are paired the board `of` one; with the last pick the wall is
    answered. Return the wall, and whether that was new: what was answered stays as it was answered first.

    Raises `ValueError` for what cannot be picked.
    """
    locked = Wall.objects.select_for_update().select_related("sitting").get(pk=wall.pk)
    if locked.right is not None:
        return locked, False
    choice: int | str = picked if locked.choices and locked.kind != Kind.PAIR else int(picked)
    if choice not in (locked.choices if isinstance(choice, str) else range(locked.given, len(locked.boards))):
        raise ValueError(picked)
    if locked.kind == Kind.PAIR:
        _pair(locked, int(choice), of)
    elif isinstance(choice, int) and choice in locked.picked:
        raise ValueError(picked)
    else:
        locked.picked = [*locked.picked, choice]
        if locked.wanted > 1 and isinstance(choice, int) and len(locked.picked) == locked.wanted - 1:
            locked.picked += [place for place in range(len(locked.boards)) if place not in locked.picked]
    if len(locked.picked) >= locked.wanted and None not in locked.picked:
        locked.right, locked.answered = _is_right(locked), timezone.now()
        _schedule(locked)
    locked.save(update_fields=["picked", "right", "answered"])
    return locked, True


def _pair(wall: Wall, place: int, of: str) -> None:
    """Put an undertone to a board: the one that is named, else the first that has none; a board that has one is set
    free, unless another undertone is put to it. The last undertone has the board that is left."""
    picked = list(wall.picked) or [None] * wall.wanted
    if of and of not in wall.choices:
        raise ValueError(of)
    if place in picked:
        picked[picked.index(place)] = None
        if not of:
            wall.picked = picked
            return
    at = wall.choices.index(of) if of else picked.index(None)
    picked[at] = place
    if picked.count(None) == 1:
        picked[picked.index(None)] = next(place for place in range(len(wall.boards)) if place not in picked)
    wall.picked = picked


def _is_right(wall: Wall) -> bool:
    """Whether an answer is right; of an undertone the one that was given before anything was held beside it."""
    return (wall.picked[:1] if wall.kind == Kind.UNDERTONE else wall.picked) in wall.accepted


@transaction.atomic
def unpick(wall: Wall) -> None:
    """Take the last pick back, as long as the wall is not answered."""
    if wall.right is None and wall.picked and wall.kind != Kind.UNDERTONE:
        wall.picked = wall.picked[:-1]
        wall.save(update_fields=["picked"])


def _schedule(wall: Wall) -> None:
    """Have what was missed come back soon, what was seen by comparison alone later, what was right later and later."""
    owner = wall.sitting.owner
    kept = Returning.objects.select_for_update().filter(owner=owner, kind=wall.kind, axis=wall.axis).first()
    card = Card.from_dict(kept.card) if kept else Card()
    card, _ = _scheduler.review_card(card, _rated(wall), review_datetime=_not_before(card.last_review))
    Returning.objects.update_or_create(
        owner=owner, kind=wall.kind, axis=wall.axis, defaults={"card": card.to_dict(), "due": card.due}
    )


def _rated(wall: Wall) -> Rating:
    if wall.right:
        return Rating.Good
    return Rating.Hard if wall.kind == Kind.UNDERTONE and wall.picked[-1:] in wall.accepted else Rating.Again


def _not_before(last: datetime | None) -> datetime:
    """Return now, or the time of the last answer where the clock was set back since."""
    now = timezone.now()
    return max(now, last) if last else now


@transaction.atomic
def follow(user: User) -> None:
    """Have new reviews begin with the neutral of somebody's eye as training knows it now; reviews that were made stay.

    It is kept as corrections of the person's eye, so that the record has it and predictions count it in.
    """
    leave(user)
    chosen = method_queries.usual(user)
    eye, rest = queries.eye_of(user, chosen), Correction.eye_of(user)
    for scale, degrees, shift in zip(AXES, (0, 90), eye.shift, strict=True):
        Correction.objects.create(
            person=user, by=user, practised=True, scale=scale, mean=-shift - rest.get(scale, 0.0),
            half=eye.along(degrees)[1], count=eye.answers,
        )  # fmt: skip


@transaction.atomic
def leave(user: User) -> None:
    """Have new reviews begin with the method's neutral again, as far as they followed training."""
    corrections = Correction.objects.filter(person=user, practised=True, undone=None)
    corrections.update(undone=timezone.now(), undone_by=user)


@transaction.atomic
def agree(user: User, agreed: bool) -> None:
    """Let the owners of the studio see one's progress, or no longer."""
    if agreed:
        Agreed.objects.get_or_create(person=user)
    else:
        Agreed.objects.filter(person=user).delete()
