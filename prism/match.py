"""Which colours of a deck answer a wish: each is checked against every piece of it as a pair is, and only what fulfils
all of it is an answer; what misses one piece is a near-miss, and says which."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.arranging import CREAM_HUE
from prism.choosing.axes import axis_vectors
from prism.choosing.deck import Deck, Pick
from prism.classify import Classification, classify_many
from prism.comparison import PairPhrases
from prism.difference import delta_e
from prism.method import Method
from prism.nearest import Nearest
from prism.neutral import WorkingNeutral
from prism.query import NEAR_LRV, AskError, Kind, Piece, Wish
from prism.reading import Reading
from prism.side_by_side import COMPARATIVE, Colours, Pairs, side_by_side
from prism.spectrum import Array, lightness_to_lrv, lrv_to_lightness
from prism.surety import AXES, axes_at, below

POOL = 300
"""Colours nearest to what is wished for that are looked at."""
LEAST_OF_WISH = 0.35
"""Part of the wished change that a colour must show along every direction asked for."""
ALIKE_HUE, SAME_WAY, STILL_SAME = 25.0, 45.0, 1.5
"""Degrees within which an undertone is the same, and within which greyer or clearer keeps it; ΔE00 by which one that
cannot be named may move and still be the same."""
BY_WITHIN = 1.5
"""LRV points within which a colour is so many points lighter or darker, or a tenth of them."""
HALFWAY = (0.25, 0.75)
"""Where, from one colour to another, something lies between the two."""
Mask = NDArray[np.bool_]


@dataclass(frozen=True)
class Answer:
    """A colour that answers a wish, or nearly: how far it lies from what was described, ΔE00, and the pieces of the
    wish that it misses."""

    pick: Pick
    off: float
    misses: tuple[Piece, ...] = ()


@dataclass(frozen=True)
class Granted:
    """The answers to a wish, best first, and the near-misses, nearest first."""

    answers: tuple[Answer, ...]
    near: tuple[Answer, ...]

    @property
    def parts(self) -> tuple[tuple[Answer, ...], tuple[Answer, ...]]:
        return self.answers, self.near


def ways(undertone: Sequence[float], method: Method) -> dict[str, Array]:
    """Return the unit vector (ΔL*, Δu_a, Δu_b) of each axis that may be wished for, from an undertone (2,)."""
    cream = np.radians(CREAM_HUE)
    creamy = np.array([0.0, np.cos(cream), np.sin(cream)])
    warm = np.array([0.0, *method.warm_axis()])
    fresh = np.array([0.5, *(-0.87 * warm[1:])])
    return axis_vectors(undertone, method) | {"creamier": creamy, "crisper": -creamy, "fresher": fresh}


def target_of(
    wish: Wish, subject: Reading, method: Method, neutral: WorkingNeutral, named: Mapping[str, Reading]
) -> Array:
    """Return the Lab (3,) that a wish describes, from a subject; `named` are the colours it names."""
    start, u = np.asarray(subject.lab), np.asarray(subject.undertone.vector)
    for piece in wish.of_kind(Kind.BETWEEN):
        pair = [named[name] for name in piece.what.split("/")]
        start = np.mean([reading.lab for reading in pair], axis=0)
        u = np.mean([reading.undertone.vector for reading in pair], axis=0)
    vectors = ways(subject.undertone.vector, method)
    moved = np.zeros(3)
    for piece in wish.of_kind(Kind.MORE):
        moved += piece.units * vectors[piece.what]
    lightness = float(np.clip(start[0] + moved[0], 0, 100))
    for piece in wish.of_kind(Kind.BY):
        lightness = float(lrv_to_lightness(np.clip(subject.lrv + piece.low, 0, 100)))
    for piece in wish.of_kind(Kind.LRV):
        lrv = float(lightness_to_lrv(lightness))
        inside = (piece.low + piece.high) / 2 if piece.high - piece.low <= 2 * NEAR_LRV else lrv
        lightness = float(lrv_to_lightness(np.clip(inside, piece.low, piece.high)))
    return np.array([lightness, *(neutral.at(lightness) + u + moved[1:])])


class Looked:
    """Some rows of a deck, looked at beside a subject."""

    def __init__(
        self, rows: NDArray[np.intp], deck: Deck, subject: Reading, method: Method, neutral: WorkingNeutral
    ) -> None:
        self.rows, self.deck, self.subject, self.method, self.neutral = rows, deck, subject, method, neutral
        self.lab, self.lrv = deck.lab[rows], deck.lrv[rows]
        self.found: Classification = classify_many(self.lab, self.lrv, deck.doubt[rows], method, neutral)
        self.pairs, self.phrases = self._beside(subject)

    def _beside(self, other: Reading) -> tuple[Pairs, PairPhrases]:
        """Return what every row shows beside one colour."""
        count = len(self.rows)
        unsure = np.full(count, other.uncertainty)
        lab, u = np.repeat([other.lab], count, axis=0), np.repeat([other.undertone.vector], count, axis=0)
        compared = Colours(lab, u, unsure, np.full(count, other.lightness_uncertainty))
        own = self.found.doubt
        shared = self.deck.shared_with(other, self.method, self.rows)
        pairs = side_by_side(Colours(self.lab, self.found.u, own, own), compared, shared, self.method)
        return pairs, PairPhrases(pairs, self.method)

    def _offset_from(self, other: Reading) -> Array:
        """Return how far every row lies from one colour in lightness and undertone, Lab units, (n, 3)."""
        u = np.asarray(other.undertone.vector)
        return np.concatenate([self.lab[:, :1] - other.lab[0], self.found.u - u], axis=1)

    def holds(self, piece: Piece, named: Mapping[str, Reading], strip: int, makers: Mask | None) -> Mask:
        """Return which rows fulfil a piece of a wish."""
        if piece.kind is Kind.MORE:
            return self._goes(piece.what, self.pairs, self.phrases, self.subject, LEAST_OF_WISH * piece.units)
        if piece.kind is Kind.THAN:
            axis, name = piece.what.split("/")
            return self._goes(axis, *self._beside(named[name]), named[name], 0.0)
        if piece.kind is Kind.KEEP:
            return self._keeps(piece.what, strip)
        if piece.kind is Kind.WITHOUT:
            share = self.found.hues.shares[:, self.method.undertone.words.index(piece.what)]
            return ~self.found.says(piece.what) & (share < 1 - self.method.claims.probable)
        if piece.kind is Kind.NOT_TOO:
            return self._not_too(piece.what)
        if piece.kind is Kind.LRV:
            return (self.lrv >= piece.low - 0.05) & (self.lrv <= piece.high + 0.05)
        if piece.kind is Kind.BY:
            return np.abs(self.lrv - self.subject.lrv - piece.low) <= max(BY_WITHIN, 0.1 * abs(piece.low))
        if piece.kind is Kind.FAMILY:
            return np.isin(self.found.family, family_codes(piece.what, self.method))
        if piece.kind is Kind.MAKER:
            return np.ones(len(self.rows), dtype=bool) if makers is None else makers[self.rows]
        return self._between(*(named[name] for name in piece.what.split("/")))

    def _goes(self, axis: str, pairs: Pairs, phrases: PairPhrases, other: Reading, least: float) -> Mask:
        """Return which rows differ from a colour along an axis, at least probably, visibly, and by so much."""
        method, words = self.method, self.method.undertone.words
        if axis in ("lighter", "darker"):
            sign = 1 if axis == "lighter" else -1
            apart = sign * (self.lab[:, 0] - other.lab[0])
            return (phrases.lightness > 0) & (apart > 0) & (apart >= least)
        if axis in ("warmer", "cooler"):
            apart = pairs.warmth if axis == "warmer" else -pairs.warmth
            return (phrases.warmth > 0) & (apart > 0) & (apart >= least)
        if axis in ("greyer", "clearer"):
            return self._greyness(axis, pairs, other, least)
        vectors = ways(other.undertone.vector, method)
        offset = self._offset_from(other)
        along = offset @ vectors[axis]
        sure = self._surely(along, vectors[axis], pairs) & (along >= least)
        hue = next((hue for hue, more in COMPARATIVE.items() if more == axis), axis.removeprefix("more "))
        if hue in words:
            place = words.index(hue)
            named = ((phrases.hue > 0) & (pairs.sector == place)) | ((phrases.beside > 0) & (pairs.beside == place))
            mask: Mask = sure & named
            return mask
        if axis in ("crisper", "fresher"):
            sure = sure & (offset[:, 0] > -1.0)
        return sure & (pairs.warmth < 0) if axis == "fresher" else sure

    def _surely(self, along: Array, vector: Array, pairs: Pairs) -> Mask:
        """Return which differences go along a vector at least probably, and by more than the eye overlooks."""
        per_step = axes_at((self.lab + np.asarray(self.subject.lab)) / 2).step(vector[1:], float(vector[0]))
        probable = below(along / np.maximum(per_step * pairs.doubt / AXES, 1e-9)) >= self.method.claims.probable
        sure: Mask = probable & (along > self.method.just_seen * per_step)
        return sure

    def _greyness(self, axis: str, pairs: Pairs, other: Reading, least: float) -> Mask:
        """Return which rows have the same undertone with less of it, or more."""
        sign = 1 if axis == "clearer" else -1
        much = sign * pairs.greyness >= max(least, self.method.just_seen)
        sure = much & (pairs.clearer >= self.method.claims.probable)
        turned = self._turned_from(other) <= SAME_WAY
        gone = self.found.strength < self.method.passive_below
        return sure & (turned | gone if axis == "greyer" else turned)

    def _turned_from(self, other: Reading) -> Array:
        """Return by how many degrees every undertone points elsewhere than that of one colour, (n,)."""
        return np.abs((self.found.hue - other.undertone.hue + 180) % 360 - 180)

    def _keeps(self, what: str, strip: int) -> Mask:
        subject, method = self.subject, self.method
        if what == "depth":
            return np.abs(self.lrv - subject.lrv) <= method.same_depth
        if what == "temperature":
            return np.abs(self.pairs.warm_effect) <= STILL_SAME
        if what == "strip":
            on_strip: Mask = self.deck.strip[self.rows] == strip
            return on_strip
        if subject.undertone.main is None:
            return (self.found.main < 0) & (self.pairs.effect <= STILL_SAME)
        places = [method.undertone.words.index(hue) for hue in subject.undertone.hues]
        alike = self._turned_from(subject) <= ALIKE_HUE
        return np.isin(self.found.main, places) & alike

    def _not_too(self, side: str) -> Mask:
        """Return which rows are not on a side, cool or warm, not even probably."""
        _, low, high = self.method.temperate
        deviation = np.maximum(self.found.warm_deviation, 1e-9)
        beyond = below((low - self.found.warmth if side == "cool" else self.found.warmth - high) / deviation)
        return beyond < 1 - self.method.claims.probable

    def _between(self, reading: Reading, other: Reading) -> Mask:
        """Return which rows lie between two colours: nearer to both than they are to each other, about halfway."""
        line = np.array([other.lab[0] - reading.lab[0], *np.subtract(other.undertone.vector, reading.undertone.vector)])
        offset = self._offset_from(reading)
        part = offset @ line / max(float(line @ line), 1e-9)
        whole = float(delta_e(np.asarray(reading.lab), np.asarray(other.lab)))
        sides = [delta_e(np.asarray(end.lab), self.lab) for end in (reading, other)]
        beside = np.linalg.norm(offset - part[:, None] * line, axis=1)
        halfway = (part >= HALFWAY[0]) & (part <= HALFWAY[1]) & (beside <= 0.5 * np.sqrt(line @ line))
        inside: Mask = halfway & (np.maximum(*sides) < whole) & (np.minimum(*sides) > self.method.just_seen)
        return inside


def family_codes(word: str, method: Method) -> list[int]:
    """Return the survey's codes for a family or hue family, with those of the words that count as it."""
    codes = [i for i, rule in enumerate(method.families) if word in (rule.word, rule.base)]
    if word in method.hue_family.words:
        codes.append(-1 - method.hue_family.words.index(word))
    return codes


def grant(
    wish: Wish,
    subject: Reading,
    deck: Deck,
    index: Nearest,
    method: Method,
    neutral: WorkingNeutral,
    named: Mapping[str, Reading] | None = None,
    exclude: NDArray[np.intp] | None = None,
    strip: int = 0,
    makers: Mask | None = None,
    most: int = 8,
) -> Granted:
    """Return the colours of a deck that answer a wish, best first, and near-misses; best is nearest to what the wish
    describes. `named` are the colours it names, `strip` the subject's, `makers` the rows of a maker that is asked for.

    Raises `AskError` for an axis that the subject does not have, or a strip where it has none.
    """
    others = named or {}
    vectors = ways(subject.undertone.vector, method)
    for piece in wish.of_kind(Kind.MORE):
        if piece.what not in vectors:
            raise AskError(piece.what)
    target = target_of(wish, subject, method, neutral, others)
    rows, distance = index.query(target, POOL)
    if narrow := _narrowed(wish, deck, strip, makers):
        fits = np.flatnonzero(np.logical_and.reduce(narrow))
        apart = delta_e(target, deck.lab[fits])
        order = np.argsort(apart, kind="stable")[:POOL]
        both = np.concatenate([fits[order], rows]), np.concatenate([apart[order], distance])
        rows, first = np.unique(both[0], return_index=True)
        distance = both[1][first]
    keep = delta_e(np.asarray(subject.lab), deck.lab[rows]) > method.just_seen
    if exclude is not None:
        keep &= ~np.isin(rows, exclude)
    rows, distance = rows[keep], distance[keep]
    if not rows.size:
        return Granted((), ())
    look = Looked(rows, deck, subject, method, neutral)
    masks = np.array([look.holds(piece, others, strip, makers) for piece in wish.pieces])
    missed = (~masks).sum(axis=0)
    order = np.lexsort((rows, distance))
    apart = delta_e(np.asarray(subject.lab), look.lab)
    full = [int(i) for i in order if missed[i] == 0][:most]
    near = [int(i) for i in order if missed[i] == 1][: most // 2] if len(wish.pieces) > 1 else []

    def answer(i: int) -> Answer:
        misses = tuple(piece for piece, holds in zip(wish.pieces, masks[:, i], strict=True) if not holds)
        return Answer(Pick(int(rows[i]), "wished", float(apart[i]), kind="wished"), float(distance[i]), misses)

    return Granted(tuple(answer(i) for i in full), tuple(answer(i) for i in near))


def _narrowed(wish: Wish, deck: Deck, strip: int, makers: Mask | None) -> list[Mask]:
    """Return which rows can fulfil the pieces that are cheap to look at: maker, strip and LRV."""
    masks: list[Mask] = [makers] if makers is not None and wish.of_kind(Kind.MAKER) else []
    masks += [deck.strip == strip for piece in wish.of_kind(Kind.KEEP) if piece.what == "strip"]
    return masks + [(deck.lrv >= p.low - 0.05) & (deck.lrv <= p.high + 0.05) for p in wish.of_kind(Kind.LRV)]
