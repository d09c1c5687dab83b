"""Practice of the demo's people: walls answered as simulated observers with a threshold and a neutral of their own."""

from __future__ import annotations

from datetime import datetime, timedelta

import numpy as np
from django.contrib.auth.models import User
from django.utils import timezone

from methods import queries as method_queries
from prism.method import Method
from prism.sectors import hue_of
from prism.training.exercise import Kind
from prism.training.staircase import right_answers
from training import queries, services
from training.models import Sitting, Wall

SITTINGS, WALLS, EVERY = 7, 14, timedelta(days=5)
THRESHOLD, FINER = 2.4, 0.86
"""ΔE00 that a simulated observer tells at first, and by which part of it at each sitting after."""
NOISE = 0.8


def practise(user: User, shift: tuple[float, float], seed: int) -> None:
    """Have somebody answer a few sittings of walls in the weeks before today, judging from a neutral that is moved by a
    shift, (2,), Lab units."""
    rng, chosen = np.random.default_rng(seed), method_queries.usual(user)
    for number in range(SITTINGS):
        begun = timezone.now() - EVERY * (SITTINGS - number)
        sitting = Sitting.objects.create(owner=user, method=chosen.key, seed=seed * 100 + number, begun=begun)
        for place in range(WALLS):
            wall = services.hang(sitting)
            assert wall is not None
            for picked in _answers(wall, rng, np.array(shift), THRESHOLD * FINER**number, chosen):
                services.pick(wall, str(picked))
            _answered(wall, begun + timedelta(seconds=24 * (place + 1)))
        Sitting.objects.filter(pk=sitting.pk).update(until=begun + timedelta(minutes=5))


def _answers(
    wall: Wall, rng: np.random.Generator, shift: np.ndarray, threshold: float, chosen: Method
) -> list[int | str]:
    """Return what an observer picks of a wall: more often right the farther apart it is."""
    right = wall.accepted[0]
    if wall.kind == Kind.UNDERTONE:
        seen = [np.array(wall.direction) - shift / (at + 1) + rng.normal(0, NOISE, 2) for at in range(wall.wanted)]
        return [chosen.undertone.words[int(chosen.undertone.index(hue_of(look)))] for look in seen]
    if rng.random() < right_answers(wall.apart, threshold, queries.GUESSED.get(Kind(wall.kind), 0.5)):
        picks: list[int | str] = list(right)
    elif len(right) > 1:
        picks = [right[1], right[0], *right[2:]]
    else:
        others = [
            choice for choice in wall.choices or range(wall.given, len(wall.boards)) if [choice] not in wall.accepted
        ]
        picks = [others[int(rng.integers(len(others)))]]
    return picks[: max(wall.wanted - 1, 1)]


def _answered(wall: Wall, at: datetime) -> None:
    Wall.objects.filter(pk=wall.pk).update(shown=at - timedelta(seconds=10), answered=at)
