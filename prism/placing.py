"""A colour's place among others: what stands on either side of it, and which colours answer a wish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.asking import Wish
from prism.choosing.along_axes import AxisView
from prism.choosing.axes import axis_vectors
from prism.choosing.deck import Deck, Pick
from prism.difference import delta_e
from prism.nearest import Nearest
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.school import School
from prism.spectrum import Array, lrv_to_lightness

PAIRS = (
    ("lighter", "darker"), ("warmer", "cooler"), ("greyer", "clearer"), ("greener", "redder"),
    ("yellower", "bluer"), ("oranger", "purpler"),
)  # fmt: skip
"""The pairs of axes on which a colour is placed."""
POOL = 400
"""Colours nearest to what is wished for that are looked at."""
LEAST_OF_WISH = 0.35
"""Part of the wished change that a colour must show along every direction asked for."""
LRV_WITHIN = 4.0
"""LRV points by which a colour may miss an LRV that was asked for."""


@dataclass(frozen=True)
class Bracket:
    """The nearest colour on either side along one pair of axes; None where the deck has nothing there."""

    axes: tuple[str, str]
    before: Pick | None
    after: Pick | None


def brackets(view: AxisView, mates: Sequence[Pick] = ()) -> list[Bracket]:
    """Return the bracket on each pair of axes: the nearest colour in view mainly along it, each side.

    Lighter and darker are the `mates` with the same undertone, as far as there are any. A colour without an undertone
    is not placed between greyer and clearer.
    """
    by_axis = {pick.why: pick for pick in mates if pick.why in PAIRS[0]}
    return [
        Bracket(pair, *(by_axis.get(axis) or view.nearest(axis) for axis in pair))
        for pair in PAIRS
        if set(pair) & set(view.vectors)
    ]


def target_of(
    wish: Wish, subject: Reading, school: School, neutral: WorkingNeutral, between: Sequence[Reading] = ()
) -> Array:
    """Return the Lab (3,) that a wish describes, from a subject; `between` are the colours it names."""
    if len(between) == 2:
        start = np.mean([reading.lab for reading in between], axis=0)
        undertone = np.mean([reading.undertone.vector for reading in between], axis=0)
    else:
        start, undertone = np.asarray(subject.lab), np.asarray(subject.undertone.vector)
    vectors = axis_vectors(subject.undertone.vector, school)
    moved = sum((amount * vectors[axis] for axis, amount in wish.towards.items() if axis in vectors), np.zeros(3))
    if wish.lrv is not None:
        lightness = float(lrv_to_lightness(wish.lrv))
    else:
        lightness = float(np.clip(start[0] + moved[0], 0, 100))
    a, b = neutral.at(lightness) + undertone + moved[1:]
    return np.array([lightness, a, b])


def grant(
    wish: Wish,
    subject: Reading,
    deck: Deck,
    index: Nearest,
    school: School,
    neutral: WorkingNeutral,
    between: Sequence[Reading] = (),
    exclude: NDArray[np.intp] | None = None,
    most: int = 8,
) -> list[Pick]:
    """Return the colours of a deck that answer a wish, best first; none that does not go the way asked.

    Ranked by ΔE00 from what the wish describes; a wished LRV is held to `LRV_WITHIN` points, and an undertone or depth
    to be kept counts before the rest.
    """
    target = target_of(wish, subject, school, neutral, between)
    rows, distance = index.query(target, POOL)
    away = set(exclude.tolist()) if exclude is not None else set()
    keep = np.array([int(row) not in away for row in rows], dtype=bool)
    lab = deck.lab[rows]
    u = neutral.undertone(lab)
    offset = np.concatenate([lab[:, :1] - subject.lab[0], u - np.asarray(subject.undertone.vector)], axis=1)
    vectors = axis_vectors(subject.undertone.vector, school)
    for axis, amount in wish.towards.items():
        if axis in vectors:
            keep &= offset @ vectors[axis] >= LEAST_OF_WISH * amount
    wanted_lrv = wish.lrv if wish.lrv is not None else subject.lrv if wish.keep_depth else None
    if wanted_lrv is not None:
        keep &= np.abs(deck.lrv[rows] - wanted_lrv) <= (LRV_WITHIN if wish.lrv is not None else school.same_depth)
    cost = distance.copy()
    if wish.keep_undertone:
        aside = np.hypot(*offset[:, 1:].T)
        keep &= aside < max(2.5, subject.undertone.strength)
        cost = cost + 2 * aside
    apart = delta_e(np.asarray(subject.lab), lab)
    able = np.flatnonzero(keep & (apart > school.just_seen))
    order = able[np.lexsort((rows[able], cost[able]))][:most]
    return [Pick(int(rows[i]), "wished", float(apart[i]), kind="wished") for i in order]
