"""Making exercises: from a deck, by chance, as hard as is wanted.

What is asked of a wall is certain of it: a pair that might as well be the other way round is never asked. Where it is a
matter of vocabulary, the answers of all the methods that are given count.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from prism.arranging import creamy_of
from prism.classify import classify_many
from prism.difference import delta_e
from prism.method import Method
from prism.side_by_side import Pairs
from prism.spectrum import Array
from prism.surety import LEVELS, Level
from prism.training.asked import WITHIN, Asked, Hardness, drawn, hung_at_random, left_open, sampled
from prism.training.changed_walls import evening, strength, twin
from prism.training.exercise import (
    DIFFERENT,
    SAME,
    Exercise,
    Kind,
    PoolError,
)
from prism.training.pool import Pool, Rows
from prism.whites.ranking import YELLOWER

Maker = Callable[[Asked], Exercise | None]

USUAL_APART = 3.0
"""ΔE00 by which what is asked for is apart where no difficulty is given."""
TRIES = 60
WHITES, STEPS, LIKE, NEUTRALS = 5, 5, 3, 6
LRV_STEP = 10
WIDEST = 0.8
"""Part of the creaminess of all whites over which an order of some may reach."""
ABOUT_ONE = (Kind.UNDERTONE, Kind.WARMER, Kind.LIGHTER, Kind.TWIN, Kind.EVENING, Kind.LRV)
"""Kinds that can be about one board, those that teach most of it first; an LRV can be asked of any."""


def make(
    kind: Kind,
    pool: Pool,
    rng: np.random.Generator,
    apart: float | Hardness = USUAL_APART,
    others: Sequence[Method] = (),
    about: int | None = None,
    hue: str = "",
) -> Exercise:
    """Return an exercise of a kind, about so hard, with the methods whose words count besides the pool's own.

    About a row of the pool, where one is given, for the kinds of `ABOUT_ONE`; an undertone that is to be named is a
    `hue` of the method, where one is given.

    Raises `PoolError` where the pool has no such wall.
    """
    hard = apart if callable(apart) else lambda axis: apart
    for _ in range(TRIES):
        wall = _MAKERS[kind](Asked(pool, rng, hard, others, about, hue))
        if wall is not None:
            return wall
    raise PoolError(kind)


def _pair(
    asked: Asked,
    apart: float,
    measure: Callable[[Pairs], tuple[Array, Array]],
    kind: Kind,
    still: Callable[[Pairs], Array],
) -> Exercise | None:
    """Return two boards of which the first is more of something, by about `apart`, for certain; `still` is what should
    differ little besides. The pool's neutrals are looked through from one of them, drawn by chance."""
    pool = asked.pool
    rows, subject = drawn(asked, 2)
    pairs = pool.beside(rows, np.full(len(rows), subject))
    size, sure = measure(pairs)
    fits = (sure >= pool.method.claims.certain) & (np.abs(np.abs(size) - apart) < WITHIN * apart) & (rows != subject)
    if not fits.any():
        return None
    other = int(np.argmin(np.where(fits, still(pairs) + np.abs(np.abs(size) - apart), np.inf)))
    boards = [int(rows[other]), subject] if size[other] > 0 else [subject, int(rows[other])]
    place, hung = hung_at_random(boards, asked.rng)
    return Exercise(kind, hung, (place[0],), (), float(abs(size[other])), kind.value)


def _warmer(asked: Asked) -> Exercise | None:
    return _pair(
        asked, asked.hard("warmer"), lambda pairs: (pairs.warm_effect, pairs.warmer), Kind.WARMER,
        lambda pairs: np.abs(pairs.difference.lightness),
    )  # fmt: skip


def _lighter(asked: Asked) -> Exercise | None:
    return _pair(
        asked, asked.hard("lighter"), lambda pairs: (pairs.difference.lightness, pairs.lighter), Kind.LIGHTER,
        lambda pairs: pairs.effect,
    )  # fmt: skip


def _in_order(rows: Rows, value: Array, step: float, count: int, rng: np.random.Generator) -> list[int]:
    """Return `count` rows, each at least `step` above the one before; fewer where there are none."""
    if not len(rows):
        return []
    order = np.argsort(value)
    ranked, worth = rows[order], value[order]
    able = np.flatnonzero(worth <= worth[-1] - step * (count - 1))
    places = [int(rng.choice(able))] if len(able) else [0]
    while len(places) < count:
        following = np.flatnonzero(worth >= worth[places[-1]] + step)
        if not len(following):
            break
        places.append(int(following[0]))
    return [int(row) for row in ranked[places]]


def _creaminess(asked: Asked) -> Exercise | None:
    """Return whites to be put in order, the creamiest first; neighbours differ for certain."""
    pool = asked.pool
    rows = sampled(pool.whites, asked.rng)
    creamy = creamy_of(pool.seen.u[rows])
    widest = WIDEST * float(np.ptp(creamy)) / (WHITES - 1) if len(creamy) else 0.0
    boards = _in_order(rows, -creamy, min(asked.hard("yellow") * 0.6, widest), WHITES, asked.rng)
    if len(boards) < WHITES:
        return None
    worth = {int(row): float(value) for row, value in zip(rows, creamy, strict=True)}
    steps = np.diff([worth[row] for row in boards])
    doubt = np.hypot(pool.doubt[boards[1:]], pool.doubt[boards[:-1]]) / np.sqrt(3)
    if np.any(np.abs(steps) < 2 * doubt):
        return None
    place, hung = hung_at_random(boards, asked.rng)
    return Exercise(Kind.CREAMINESS, hung, (tuple(place),), (), float(np.abs(steps).min()), "yellow")


def _strip(asked: Asked) -> Exercise | None:
    """Return colours of about one undertone to be put in order, the lightest first."""
    pool = asked.pool
    rows, subject = drawn(asked, STEPS)
    near = rows[np.hypot(*(pool.seen.u[rows] - pool.seen.u[subject]).T) < 2.0]
    boards = _in_order(near, -pool.lab[near, 0], max(asked.hard("lighter"), 1.5), STEPS, asked.rng)
    if len(boards) < STEPS:
        return None
    apart = pool.beside(np.array(boards[:-1]), np.array(boards[1:]))
    if np.any(apart.lighter < pool.method.claims.certain):
        return None
    place, hung = hung_at_random(boards, asked.rng)
    return Exercise(Kind.STRIP, hung, (tuple(place),), (), float(apart.difference.lightness.min()), "lighter")


def _lrv(asked: Asked) -> Exercise | None:
    """Return one board whose LRV is to be said, to the next ten; on the line between two both are right."""
    pool = asked.pool
    if not len(pool):
        return None
    row = int(asked.rng.integers(len(pool))) if asked.about is None else asked.about
    lrv = float(pool.lrv[row])
    offered = range(0, 101, LRV_STEP)
    best = sorted(offered, key=lambda figure: abs(figure - lrv))
    right = [figure for figure in best[:2] if abs(figure - lrv) <= LRV_STEP / 2 + pool.doubt[row]]
    return Exercise(Kind.LRV, (row,), tuple(map(str, right)), tuple(map(str, offered)), float(LRV_STEP), "lighter")


def _odd(asked: Asked) -> Exercise | None:
    """Return boards that are alike but for one, which is farther from each than they are from one another."""
    pool = asked.pool
    apart = asked.hard("difference")
    rows, subject = drawn(asked, LIKE + 1)
    far = delta_e(pool.lab[rows], pool.lab[subject])
    near = rows[np.argsort(far)][:LIKE]
    inside = max(float(delta_e(pool.lab[a], pool.lab[b])) for a in near for b in near)
    wanted = inside + apart
    fits = np.flatnonzero(np.abs(far - wanted) < WITHIN * apart)
    if not len(fits):
        return None
    odd = int(rows[fits[np.argmin(np.abs(pool.lab[rows[fits], 0] - pool.lab[subject, 0]))]])
    from_each = delta_e(pool.lab[near], pool.lab[odd])
    if from_each.min() < inside + max(0.5 * apart, left_open(pool, [*near, odd])):
        return None
    place, hung = hung_at_random([*map(int, near), odd], asked.rng)
    return Exercise(Kind.ODD, hung, (place[-1],), (), float(from_each.min() - inside), "difference")


def _same(asked: Asked) -> Exercise | None:
    """Return two boards that are one colour, or two that differ by about so much."""
    pool = asked.pool
    apart = asked.hard("difference")
    (rows, subject), choices = drawn(asked, 2), (SAME, DIFFERENT)
    if asked.rng.random() < 0.5:
        return Exercise(Kind.SAME, (subject, subject), (SAME,), choices, 0.0, "difference")
    far = delta_e(pool.lab[rows], pool.lab[subject])
    doubt = np.hypot(pool.doubt[rows], pool.doubt[subject])
    fits = (np.abs(far - apart) < WITHIN * apart) & (far > doubt)
    if not fits.any():
        return None
    other = int(np.argmin(np.where(fits, np.abs(far - apart), np.inf)))
    _, hung = hung_at_random([subject, int(rows[other])], asked.rng)
    return Exercise(Kind.SAME, hung, (DIFFERENT,), choices, float(far[other]), "difference")


def _undertone(asked: Asked) -> Exercise | None:
    """Return a board whose undertone is to be named, the clean white and a contrast colour it is then held beside.

    What any of the methods names for certain is right."""
    pool = asked.pool
    seen, words = pool.seen, pool.method.undertone.words
    row = _with_undertone(asked)
    if row is None:
        return None
    hue = int(seen.hues.named[row, 0])
    choices = dict.fromkeys([*words, *(word for method in asked.others for word in method.undertone.words)])
    beside = [board for board in (pool.clean, pool.contrast_colour(row)) if board is not None and board != row]
    right = _right_undertones(pool, row, asked.others)
    return Exercise(Kind.UNDERTONE, (row, *beside), right, tuple(choices), float(seen.effect[row]), words[hue])


def _with_undertone(asked: Asked) -> int | None:
    """Return a row that certainly has one undertone, about as strong as is asked; None where there is none."""
    pool = asked.pool
    if asked.about is not None:
        return asked.about if pool.is_named[asked.about] else None
    words = pool.method.undertone.words
    able = [at for at, rows in enumerate(pool.named) if len(rows) and asked.hue in ("", words[at])]
    if not able:
        return None
    hue = int(asked.rng.choice(able))
    rows, apart = sampled(pool.named[hue], asked.rng), asked.hard(words[hue])
    off = np.abs(pool.seen.effect[rows] - apart)
    return int(asked.rng.choice(rows[off <= max(WITHIN * apart, float(off.min()))]))


def _right_undertones(pool: Pool, row: int, others: Sequence[Method]) -> tuple[str, ...]:
    """Return what a board of the pool may be called that certainly has an undertone: by the pool's method, and by
    others where they are certain."""
    right = dict.fromkeys([pool.method.undertone.words[int(pool.seen.hues.named[row, 0])]])
    for method in others:
        theirs = classify_many(pool.lab[[row]], pool.lrv[[row]], pool.doubt[[row]], method)
        if int(theirs.hues.level[0]) == LEVELS.index(Level.CERTAIN):
            right |= dict.fromkeys(method.undertone.words[int(at)] for at in theirs.hues.named[0] if at >= 0)
    return tuple(right)


def _paired(asked: Asked) -> Exercise | None:
    """Return one neutral of each undertone, to be paired with them; the answer names the boards in the order of the
    `choices`."""
    pool = asked.pool
    seen, words = pool.seen, pool.method.undertone.words
    boards, hues = [], []
    for place in asked.rng.permutation(len(words)).tolist()[:NEUTRALS]:
        if len(pool.named[place]):
            boards.append(int(asked.rng.choice(pool.named[place])))
            hues.append(words[place])
    if len(boards) < min(NEUTRALS, len(words)):
        return None
    place, hung = hung_at_random(boards, asked.rng)
    return Exercise(Kind.PAIR, hung, (tuple(place),), tuple(hues), float(seen.effect[boards].min()), "difference")


def _yellow(asked: Asked) -> Exercise | None:
    """Return a wall's colour and whites, of which one alone certainly shows its yellow beside it."""
    pool = asked.pool
    _, wall = drawn(asked, 1)
    rows = sampled(pool.whites[pool.whites != wall], asked.rng)
    if len(rows) < WHITES - 1:
        return None
    more = creamy_of(pool.seen.u[rows]) - float(creamy_of(pool.seen.u[[wall]])[0]) - YELLOWER
    sure = 2 * np.hypot(pool.doubt[rows], pool.doubt[wall]) / np.sqrt(3)
    apart = asked.hard("yellow")
    shows, hides = np.flatnonzero((more > sure) & (more < sure + apart)), np.flatnonzero(more < -sure)
    if not len(shows) or len(hides) < WHITES - 2:
        return None
    near = hides[np.argsort(np.abs(more[hides] + apart / 2))[: 3 * (WHITES - 2)]]
    shown, rest = int(asked.rng.choice(shows)), asked.rng.choice(near, WHITES - 2, replace=False)
    place, hung = hung_at_random([int(rows[shown]), *map(int, rows[rest])], asked.rng)
    gap = float(more[shown] - more[rest].max())
    return Exercise(Kind.YELLOW, (wall, *hung), (place[0] + 1,), (), gap, "yellow", given=1)


_MAKERS: dict[Kind, Maker] = {
    Kind.WARMER: _warmer,
    Kind.LIGHTER: _lighter,
    Kind.CREAMINESS: _creaminess,
    Kind.STRIP: _strip,
    Kind.LRV: _lrv,
    Kind.ODD: _odd,
    Kind.SAME: _same,
    Kind.UNDERTONE: _undertone,
    Kind.PAIR: _paired,
    Kind.TWIN: twin,
    Kind.YELLOW: _yellow,
    Kind.EVENING: evening,
    Kind.STRENGTH: strength,
}
