"""Exercises: which boards hang, what is asked, and every answer that is right.

What is asked of a wall is certain of it: a pair that might as well be the other way round is never asked. Where it is a
matter of vocabulary, the answers of all the schools that are given count.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from prism.arranging import creamy_of
from prism.difference import delta_e
from prism.school import School
from prism.side_by_side import Pairs
from prism.spectrum import Array
from prism.surety import LEVELS, Level
from prism.survey import survey
from prism.training.pool import Pool, Rows


class Kind(StrEnum):
    """What an exercise asks."""

    WARMER = "warmer"
    LIGHTER = "lighter"
    CREAMINESS = "creaminess"
    STRIP = "strip"
    LRV = "lrv"
    ODD = "odd"
    SAME = "same"
    UNDERTONE = "undertone"
    PAIR = "pair"
    TWIN = "twin"


SAME, DIFFERENT = "same", "different"
USUAL_APART = 3.0
"""ΔE00 by which what is asked for is apart where no difficulty is given."""
LOOKED_AT = 500
"""Colours that are drawn to look for a wall among; more of a dense deck would be no better."""
TRIES = 60
WHITES, STEPS, LIKE, NEUTRALS, LOOKALIKES = 5, 5, 3, 6, 3
LRV_STEP = 10
WITHIN = 0.45
"""Part of the difference that is asked for by which a wall may miss it."""


class PoolError(ValueError):
    """A deck from which no such exercise can be made."""


@dataclass(frozen=True)
class Exercise:
    """A wall to be answered: rows of the pool in the order in which they hang, and what is right.

    `accepted` are the right answers: each a place on the wall, 0-based, or several in their order, or a word. `choices`
    are the words that may be answered, empty where boards are. `apart` is by how much, ΔE00, what is asked for is
    apart; `axis` what it trains.
    """

    kind: Kind
    boards: tuple[int, ...]
    accepted: tuple[int | str | tuple[int, ...], ...]
    choices: tuple[str, ...]
    apart: float
    axis: str

    def is_right(self, answer: int | str | Sequence[int]) -> bool:
        """Whether an answer is one of those that are right."""
        given = answer if isinstance(answer, int | str) else tuple(answer)
        return given in self.accepted


def make(
    kind: Kind, pool: Pool, rng: np.random.Generator, apart: float = USUAL_APART, others: Sequence[School] = ()
) -> Exercise:
    """Return an exercise of a kind, about so hard, with the schools whose words count besides the pool's own.

    Raises `PoolError` where the pool has no such wall.
    """
    for _ in range(TRIES):
        found = _MAKERS[kind](pool, rng, apart, others)
        if found is not None:
            return found
    raise PoolError(kind)


def _some(rows: Rows, rng: np.random.Generator) -> Rows:
    return rows if len(rows) <= LOOKED_AT else rng.choice(rows, LOOKED_AT, replace=False)


def _hung(boards: Sequence[int], rng: np.random.Generator) -> tuple[list[int], tuple[int, ...]]:
    """Return at which place each board hangs, and the boards in the order in which they do."""
    order = rng.permutation(len(boards)).tolist()
    return [order.index(i) for i in range(len(boards))], tuple(int(boards[i]) for i in order)


def _pair(
    pool: Pool,
    rng: np.random.Generator,
    apart: float,
    measure: Callable[[Pairs], tuple[Array, Array]],
    kind: Kind,
    still: Callable[[Pairs], Array],
) -> Exercise | None:
    """Return two boards of which the first is more of something, by about `apart`, for certain; `still` is what should
    differ little besides. The pool's neutrals are looked through from one of them, drawn by chance."""
    rows = _some(pool.neutrals, rng)
    if len(rows) < 2:
        return None
    one = int(rng.choice(rows))
    pairs = pool.beside(rows, np.full(len(rows), one))
    size, sure = measure(pairs)
    fits = (sure >= pool.school.claims.certain) & (np.abs(np.abs(size) - apart) < WITHIN * apart) & (rows != one)
    if not fits.any():
        return None
    other = int(np.argmin(np.where(fits, still(pairs) + np.abs(np.abs(size) - apart), np.inf)))
    boards = [int(rows[other]), one] if size[other] > 0 else [one, int(rows[other])]
    place, hung = _hung(boards, rng)
    return Exercise(kind, hung, (place[0],), (), float(abs(size[other])), kind.value)


def _warmer(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    return _pair(
        pool, rng, apart, lambda pairs: (pairs.warm_effect, pairs.warmer), Kind.WARMER,
        lambda pairs: np.abs(pairs.difference.lightness),
    )  # fmt: skip


def _lighter(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    return _pair(
        pool, rng, apart, lambda pairs: (pairs.difference.lightness, pairs.lighter), Kind.LIGHTER,
        lambda pairs: pairs.effect,
    )  # fmt: skip


def _in_order(pool: Pool, rows: Rows, value: Array, step: float, count: int, rng: np.random.Generator) -> list[int]:
    """Return `count` rows, each at least `step` above the one before; fewer where there are none."""
    order = np.argsort(value)
    ranked, worth = rows[order], value[order]
    at = int(rng.integers(0, max(len(ranked) - count, 1)))
    found = [at] if len(ranked) else []
    while len(found) < count:
        following = np.flatnonzero(worth >= worth[found[-1]] + step) if found else np.array([], dtype=np.intp)
        if not len(following):
            break
        found.append(int(following[0]))
    return [int(row) for row in ranked[found]]


def _creaminess(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return whites to be put in order, the creamiest first; neighbours differ for certain."""
    rows = _some(pool.whites, rng)
    creamy = creamy_of(pool.seen.u[rows])
    boards = _in_order(pool, rows, -creamy, apart * 0.6, WHITES, rng)
    if len(boards) < WHITES:
        return None
    worth = {int(row): float(value) for row, value in zip(rows, creamy, strict=True)}
    steps = np.diff([worth[row] for row in boards])
    doubt = np.hypot(pool.doubt[boards[1:]], pool.doubt[boards[:-1]]) / np.sqrt(3)
    if np.any(np.abs(steps) < 2 * doubt):
        return None
    place, hung = _hung(boards, rng)
    return Exercise(Kind.CREAMINESS, hung, (tuple(place),), (), float(np.abs(steps).min()), "yellow")


def _strip(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return colours of about one undertone to be put in order, the lightest first."""
    rows = _some(pool.neutrals, rng)
    if len(rows) < STEPS:
        return None
    one = int(rng.choice(rows))
    near = rows[np.hypot(*(pool.seen.u[rows] - pool.seen.u[one]).T) < 2.0]
    boards = _in_order(pool, near, -pool.lab[near, 0], max(apart, 1.5), STEPS, rng)
    if len(boards) < STEPS:
        return None
    found = pool.beside(np.array(boards[:-1]), np.array(boards[1:]))
    if np.any(found.lighter < pool.school.claims.certain):
        return None
    place, hung = _hung(boards, rng)
    return Exercise(Kind.STRIP, hung, (tuple(place),), (), float(found.difference.lightness.min()), "lighter")


def _lrv(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return one board whose LRV is to be said, to the next ten; on the line between two both are right."""
    if not len(pool):
        return None
    row = int(rng.integers(len(pool)))
    lrv = float(pool.lrv[row])
    offered = range(0, 101, LRV_STEP)
    best = sorted(offered, key=lambda figure: abs(figure - lrv))
    right = [figure for figure in best[:2] if abs(figure - lrv) <= LRV_STEP / 2 + pool.doubt[row]]
    return Exercise(Kind.LRV, (row,), tuple(map(str, right)), tuple(map(str, offered)), float(LRV_STEP), "lighter")


def _odd(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return boards that are alike but for one, which is farther from each than they are from one another."""
    rows = _some(pool.neutrals, rng)
    if len(rows) < LIKE + 1:
        return None
    one = int(rng.choice(rows))
    far = delta_e(pool.lab[rows], pool.lab[one])
    near = rows[np.argsort(far)][:LIKE]
    inside = max(float(delta_e(pool.lab[a], pool.lab[b])) for a in near for b in near)
    wanted = inside + apart
    fits = np.flatnonzero(np.abs(far - wanted) < WITHIN * apart)
    if not len(fits):
        return None
    odd = int(rows[fits[np.argmin(np.abs(pool.lab[rows[fits], 0] - pool.lab[one, 0]))]])
    from_each = delta_e(pool.lab[near], pool.lab[odd])
    if from_each.min() < inside + 0.5 * apart:
        return None
    place, hung = _hung([*map(int, near), odd], rng)
    return Exercise(Kind.ODD, hung, (place[-1],), (), float(from_each.min() - inside), "difference")


def _same(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return two boards that are one colour, or two that differ by about so much."""
    rows = _some(pool.neutrals, rng)
    if len(rows) < 2:
        return None
    one, choices = int(rng.choice(rows)), (SAME, DIFFERENT)
    if rng.random() < 0.5:
        return Exercise(Kind.SAME, (one, one), (SAME,), choices, 0.0, "difference")
    far = delta_e(pool.lab[rows], pool.lab[one])
    doubt = np.hypot(pool.doubt[rows], pool.doubt[one])
    fits = (np.abs(far - apart) < WITHIN * apart) & (far > doubt)
    if not fits.any():
        return None
    other = int(np.argmin(np.where(fits, np.abs(far - apart), np.inf)))
    _, hung = _hung([one, int(rows[other])], rng)
    return Exercise(Kind.SAME, hung, (DIFFERENT,), choices, float(far[other]), "difference")


def _undertone(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return one board whose undertone is to be named; what any of the schools names for certain is right."""
    seen, words = pool.seen, pool.school.undertone.words
    rows = _some(np.concatenate(pool.named), rng)
    if not len(rows):
        return None
    close = rows[np.abs(seen.effect[rows] - apart) < max(1.0, apart)]
    row = int(rng.choice(close if len(close) else rows))
    right = dict.fromkeys([words[int(seen.hues.said[row, 0])]])
    for school in others:
        theirs = survey(pool.lab[[row]], pool.lrv[[row]], pool.doubt[[row]], school)
        named = theirs.hues.said[0]
        if int(theirs.hues.level[0]) == LEVELS.index(Level.CERTAIN):
            right |= dict.fromkeys(school.undertone.words[int(place)] for place in named if place >= 0)
    choices = dict.fromkeys([*words, *(word for school in others for word in school.undertone.words)])
    return Exercise(Kind.UNDERTONE, (row,), tuple(right), tuple(choices), float(seen.effect[row]), next(iter(right)))


def _paired(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return one neutral of each undertone, to be paired with them; the answer names the boards in the order of the
    `choices`."""
    seen, words = pool.seen, pool.school.undertone.words
    boards, hues = [], []
    for place in rng.permutation(len(words)).tolist()[:NEUTRALS]:
        if len(pool.named[place]):
            boards.append(int(rng.choice(pool.named[place])))
            hues.append(words[place])
    if len(boards) < min(NEUTRALS, len(words)):
        return None
    place, hung = _hung(boards, rng)
    return Exercise(Kind.PAIR, hung, (tuple(place),), tuple(hues), float(seen.effect[boards].min()), "difference")


def _twin(pool: Pool, rng: np.random.Generator, apart: float, others: Sequence[School]) -> Exercise | None:
    """Return a board and several that are like it; the first hangs alone, the nearest of the others is right."""
    rows = _some(pool.neutrals, rng)
    if len(rows) < LOOKALIKES + 1:
        return None
    one = int(rng.choice(rows))
    far = delta_e(pool.lab[rows], pool.lab[one])
    order = np.argsort(far)
    order = order[rows[order] != one]
    twin = int(order[0])
    rest = [int(i) for i in order[1:] if far[i] >= far[twin] + apart][:LOOKALIKES]
    if len(rest) < LOOKALIKES or far[twin] > far[rest[0]] / 1.5:
        return None
    place, hung = _hung([int(rows[twin]), *(int(rows[i]) for i in rest)], rng)
    return Exercise(Kind.TWIN, (one, *hung), (place[0] + 1,), (), float(far[rest[0]] - far[twin]), "difference")


_MAKERS: dict[Kind, Callable[[Pool, np.random.Generator, float, Sequence[School]], Exercise | None]] = {
    Kind.WARMER: _warmer,
    Kind.LIGHTER: _lighter,
    Kind.CREAMINESS: _creaminess,
    Kind.STRIP: _strip,
    Kind.LRV: _lrv,
    Kind.ODD: _odd,
    Kind.SAME: _same,
    Kind.UNDERTONE: _undertone,
    Kind.PAIR: _paired,
    Kind.TWIN: _twin,
}
