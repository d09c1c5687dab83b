"""Walls on which a colour is seen changed: by the evening, by another recipe, in another strength."""

from __future__ import annotations

import numpy as np

from prism.difference import delta_e
from prism.spectrum import Array
from prism.training.asked import WITHIN, Asked, drawn, hung_at_random, left_open
from prism.training.exercise import (
    ANOTHER_STRENGTH,
    LIGHTER_BY_A_QUARTER,
    QUARTER,
    Exercise,
    Kind,
    Look,
    Manner,
)
from prism.training.looking import in_the_evening, weaker

LOOKALIKES = 3
OTHER_STRENGTHS = (90, 85, 60, 50)
"""Percents of strength that a colour mixed a quarter lighter is to be told from."""
WEAKENED_TO = 70.0
"""LRV up to which a paint is dark enough that a quarter of its strength makes a difference."""


def twin(asked: Asked) -> Exercise | None:
    """Return a board and several that are like it; the first hangs alone, the nearest of the others is right."""
    pool = asked.pool
    apart = asked.hard("difference")
    rows, subject = drawn(asked, LOOKALIKES + 1)
    far = delta_e(pool.lab[rows], pool.lab[subject])
    order = np.argsort(far)
    order = order[rows[order] != subject]
    nearest = int(order[0])
    rest = [int(i) for i in order[1:] if far[i] >= far[nearest] + apart][:LOOKALIKES]
    if len(rest) < LOOKALIKES or far[nearest] > far[rest[0]] / 1.5:
        return None
    boards = [int(rows[nearest]), *(int(rows[i]) for i in rest)]
    if far[rest[0]] - far[nearest] < left_open(pool, boards):
        return None
    place, hung = hung_at_random(boards, asked.rng)
    gap = float(far[rest[0]] - far[nearest])
    return Exercise(Kind.TWIN, (subject, *hung), (place[0] + 1,), (), gap, "difference", given=1)


def evening(asked: Asked) -> Exercise | None:
    """Return a board by day, and several as they look under the lamp of an evening, one of them the same."""
    pool = asked.pool
    rows, subject = drawn(asked, LOOKALIKES + 1)
    apart = asked.hard("difference")
    far = delta_e(pool.lab[rows], pool.lab[subject])
    order = np.argsort(np.where((far >= apart) & (far > pool.doubt[rows] + pool.doubt[subject]), far, np.inf))
    boards = [subject, *(int(rows[i]) for i in order[:LOOKALIKES])]
    seen = in_the_evening(pool.lab[boards])
    gap = float(delta_e(seen[1:], seen[0]).min())
    if gap < max(WITHIN * apart, left_open(pool, boards)):
        return None
    place, hung = hung_at_random(boards, asked.rng)
    looks = {place[i] + 1: Look(_triple(seen[i]), Manner.EVENING) for i in range(len(boards))}
    return Exercise(Kind.EVENING, (subject, *hung), (place[0] + 1,), (), gap, "difference", given=1, looks=looks)


OTHER_STRENGTHS = (90, 85, 60, 50)
"""Percents of strength that a colour mixed a quarter lighter is to be told from."""


def strength(asked: Asked) -> Exercise | None:
    """Return a board and the same paint mixed weaker: by a quarter, or by clearly more or less."""
    pool = asked.pool
    clean = pool.clean
    deep = pool.neutrals[pool.lrv[pool.neutrals] < WEAKENED_TO]
    if clean is None or not len(deep):
        return None
    row, apart = int(asked.rng.choice(deep)), asked.hard("lighter")
    percents = (QUARTER, *OTHER_STRENGTHS)
    mixed = weaker(np.repeat(pool.lab[[row]], len(percents), axis=0), pool.lab[clean], percents)
    far = delta_e(mixed[1:], mixed[0])
    able = np.flatnonzero(far > pool.doubt[row])
    if not len(able):
        return None
    at = 1 + int(able[np.argmin(np.abs(far[able] - apart))])
    right = asked.rng.random() < 0.5
    shown = 0 if right else at
    look = Look(_triple(mixed[shown]), Manner.WEAKER, percents[shown])
    answer = LIGHTER_BY_A_QUARTER if right else ANOTHER_STRENGTH
    choices = (LIGHTER_BY_A_QUARTER, ANOTHER_STRENGTH)
    return Exercise(Kind.STRENGTH, (row, row), (answer,), choices, float(far[at - 1]), "lighter", looks={1: look})


WEAKENED_TO = 70.0
"""LRV up to which a paint is dark enough that a quarter of its strength makes a difference."""


def _triple(lab: Array) -> tuple[float, float, float]:
    lightness, a, b = lab.tolist()
    return lightness, a, b
