"""What a wall is asked to be of, and the colours and the order it is drawn in by chance."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from prism.method import Method
from prism.training.exercise import PoolError
from prism.training.pool import Pool, Rows

Hardness = Callable[[str], float]
"""By how much, ΔE00, what is asked for is to be apart along an axis."""
LOOKED_AT = 500
"""Colours that are drawn to look for a wall among; more of a dense deck would be no better."""
WITHIN = 0.45
"""Part of the difference that is asked for by which a wall may miss it."""


@dataclass(frozen=True)
class Asked:
    """What a wall is to be made of: a pool, by chance, about so hard, with the methods whose words count besides; and
    the row that it is to be about, where it is to be about one, or the undertone it is to have."""

    pool: Pool
    rng: np.random.Generator
    hard: Hardness
    others: Sequence[Method]
    about: int | None = None
    hue: str = ""


def sampled(rows: Rows, rng: np.random.Generator) -> Rows:
    return rows if len(rows) <= LOOKED_AT else rng.choice(rows, LOOKED_AT, replace=False)


def drawn(asked: Asked, least: int) -> tuple[Rows, int]:
    """Return some of the pool's neutrals, and one of them to begin with, or what it is about.

    Raises `PoolError` for fewer than `least`.
    """
    rows = sampled(asked.pool.neutrals, asked.rng)
    if asked.about is not None:
        rows = np.union1d(rows, [asked.about])
    if len(rows) < least:
        raise PoolError(least)
    return rows, int(asked.rng.choice(rows)) if asked.about is None else asked.about


def hung_at_random(boards: Sequence[int], rng: np.random.Generator) -> tuple[list[int], tuple[int, ...]]:
    """Return at which place each board hangs, and the boards in the order in which they do."""
    order = rng.permutation(len(boards)).tolist()
    return [order.index(i) for i in range(len(boards))], tuple(int(boards[i]) for i in order)


def left_open(pool: Pool, boards: Sequence[int]) -> float:
    """Return what the least sure two of some boards leave open between them, ΔE00."""
    return float(np.sqrt((np.sort(pool.doubt[list(boards)])[-2:] ** 2).sum()))
