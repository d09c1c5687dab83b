"""Paints held against fabrics, stone and rugs: same undertone, not same depth.

A fabric may hold several colours with shares. A paint belongs to it by how much of it agrees in undertone, and less
where it is nearly as deep as what it agrees with, since the two then merge.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import ArrayLike

from prism.comparison import PairFinding, compare
from prism.light.together import NEAR, OPPOSED
from prism.method import Method
from prism.reading import Reading
from prism.spectrum import Array

BELONGS = 0.6
"""Score from which a paint is said to belong."""
QUIET_SCORE = 0.55
"""How much two agree of which one has next to no undertone."""
CLEARER = 5.0
"""Lab units by which a paint's undertone may pass a fabric's before it agrees less; at twice that not at all."""
_DEPTH = 0.4
"""The part of a score that a difference in depth makes."""


@dataclass(frozen=True)
class Fabric:
    """A fabric, stone or rug: its name, and the readings of its colours with their shares, which come to 1."""

    name: str
    parts: tuple[tuple[Reading, float], ...]

    @property
    def main(self) -> Reading:
        """The colour that it has most of; of two alike the first."""
        return max(self.parts, key=lambda part: part[1])[0]


@dataclass(frozen=True)
class Belonging:
    """How a paint stands to a fabric: `score` 0-1; the share of it that `agrees` in undertone, 0-1; the `angle` in
    degrees to the part that agrees best, with its `gap` in LRV points (paint less part); whether it is of the
    `same_depth` as that; whether the two are `quiet`, and whether the largest part pulls against the paint (`clashes`);
    and how many `parts` the fabric has."""

    score: float
    agrees: float
    angle: float
    gap: float
    same_depth: bool
    quiet: bool
    clashes: bool
    parts: int


def _agreement(angle: Array, strength: Array, own: Array, method: Method) -> Array:
    """Return how far undertones agree, 0-1: wholly within `NEAR`, not at all from `OPPOSED` on; less where the paint is
    so much clearer that it is another colour of that hue. `strength` of the paints and the fabrics' `own`."""
    agreement = np.clip((OPPOSED - angle) / (OPPOSED - NEAR), 0, 1)
    clearer = np.clip((strength - own - CLEARER) / CLEARER, 0, 1)
    quiet = np.minimum(strength, own) < method.passive_below
    return np.where(quiet, QUIET_SCORE, agreement) * (1 - clearer)


def _against(u: Array, lrv: Array, fabric: Fabric, method: Method) -> tuple[Array, Array, Array, Array, Array]:
    """Return agreement, angle, weaker strength and LRV gap of paints against the parts of a fabric, (n, p) each, and
    the shares (p,)."""
    parts = np.array([part.undertone.vector for part, _ in fabric.parts])
    shares = np.array([share for _, share in fabric.parts])
    strength, own = np.hypot(u[:, 0], u[:, 1]), np.hypot(parts[:, 0], parts[:, 1])
    cos = (u @ parts.T) / np.maximum(strength[:, None] * own[None], 1e-9)
    angle = np.degrees(np.arccos(np.clip(cos, -1, 1)))
    weaker = np.minimum(strength[:, None], own[None])
    gap = lrv[:, None] - np.array([part.lrv for part, _ in fabric.parts])[None]
    agreement = _agreement(angle, strength[:, None], own[None], method)
    return agreement, angle, weaker, gap, shares


def scores(u: ArrayLike, lrv: ArrayLike, fabrics: Sequence[Fabric], method: Method) -> Array:
    """Return how paints, undertones (n, 2) and LRV (n,), belong to fabrics, 0-1, (n, f)."""
    vectors, y = np.asarray(u, dtype=np.float64).reshape(-1, 2), np.asarray(lrv, dtype=np.float64)
    scores = []
    for fabric in fabrics:
        agreement, _, _, gap, shares = _against(vectors, y, fabric, method)
        apart = np.clip(np.abs(gap) / max(method.trim_gap, 1e-9), 0, 1)
        depth = (apart * shares * agreement).sum(axis=1) / np.maximum((shares * agreement).sum(axis=1), 1e-9)
        scores.append((agreement @ shares) * (1 - _DEPTH + _DEPTH * depth))
    return np.stack(scores, axis=1) if scores else np.zeros((len(y), 0))


def belonging(paint: Reading, fabric: Fabric, method: Method) -> Belonging:
    u, lrv = np.array([paint.undertone.vector]), np.array([paint.lrv])
    agreement, angle, weaker, gap, shares = (np.atleast_2d(mark)[0] for mark in _against(u, lrv, fabric, method))
    weight = agreement * shares
    best, largest = int(weight.argmax()), int(shares.argmax())
    return Belonging(
        score=float(scores(u, lrv, [fabric], method)[0, 0]),
        agrees=float(shares[(angle <= NEAR) & (weaker >= method.passive_below)].sum()),
        angle=float(angle[best]),
        gap=float(gap[best]),
        same_depth=bool(abs(gap[best]) < method.trim_gap / 2),
        quiet=bool(weaker[best] < method.passive_below),
        clashes=bool(angle[largest] >= OPPOSED and weaker[largest] >= method.passive_below and not agreement[best]),
        parts=len(shares),
    )


@dataclass(frozen=True)
class Told:
    """Two fabrics that are thought alike and are not: their places, ΔE00 of their main colours, and how the first
    differs from the second."""

    first: int
    second: int
    delta_e: float
    finding: PairFinding


def told_apart(fabrics: Sequence[Fabric], method: Method) -> list[Told]:
    """Return fabrics whose main colours look related, so that they are thought alike, although one shows what the
    other does not; the nearest pair first."""
    pairs_told = []
    for (i, one), (j, other) in combinations(enumerate(fabrics), 2):
        finding = compare(one.main, other.main, method)
        hues = finding.hue_words[0] or finding.hue_words[1]
        if finding.visible and finding.delta_e < method.far_from and hues:
            pairs_told.append(Told(i, j, finding.delta_e, finding))
    return sorted(pairs_told, key=lambda told: (round(told.delta_e, 6), told.first, told.second))


def ranked(table: ArrayLike, keys: Sequence[str], count: int = 24) -> list[int]:
    """Return the best rows of scores (n, f): those that belong to most fabrics, then the better to the least one, then
    on the mean, then by key."""
    given = np.round(np.asarray(table, dtype=np.float64), 6)
    if not given.size:
        return []
    measures = np.stack([-(given >= BELONGS).sum(axis=1), -given.min(axis=1), -given.mean(axis=1)], axis=1)
    order = np.lexsort(measures.T[::-1])
    end = min(count, len(order))
    # all that are as good as the last one, so that a tie is settled by key alone
    while end < len(order) and (measures[order[end]] == measures[order[end - 1]]).all():
        end += 1
    head = sorted(order[:end].tolist(), key=lambda row: (*measures[row].tolist(), keys[row]))
    return head[:count]


def fabric(name: str, readings: Sequence[Reading], shares: Sequence[float]) -> Fabric:
    """Return a fabric whose shares are brought to 1. Raises `ValueError` without any colour, or for a share below 0."""
    total = float(sum(shares))
    if not readings or total <= 0 or min(shares) < 0:
        raise ValueError("a fabric needs a colour with a share above 0")
    return Fabric(name, tuple((reading, share / total) for reading, share in zip(readings, shares, strict=True)))
