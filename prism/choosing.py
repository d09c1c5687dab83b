"""Which colours to hold beside one: what is still undecided about it, and how much each candidate would show."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e, length, lightness_term
from prism.neutral import WorkingNeutral
from prism.reading import Reading, hue_of, temperature_of
from prism.school import HueScale, School
from prism.spectrum import Array

ON_AXIS = 0.5
"""Least share of a difference that must lie along an axis for a colour to show that axis."""
FARTHEST = 12.0
"""ΔE00 beyond which a colour shows too much at once to be held beside the subject."""
MOST_OF_RANGE = 5
"""Near-identicals on the wall: a handful."""
WORTH_ASKING = 0.05
"""Least share of the uncertainty for an undertone to be held open."""
FOIL_DEPTH = 8.0
"""L* within which a foil shows undertone rather than depth."""
FOIL_STRENGTH, OPPOSED, LEAST_FOIL = 2.5, 0.7, 0.2
"""What a foil must be: this strong, Lab units; this opposed (cosine); and this good in all, 0-1."""
SAME_WAY, STRENGTH_WITHIN, MATE_DEPTH = 0.97, 1.5, (3.0, 20.0)
"""How alike two undertones point (cosine), how near their strengths lie and how far the colours stand apart in L*, for
one to be the other's mate where there is no strip."""

COMPARATIVE = {
    "red": "redder", "orange": "oranger", "yellow": "yellower", "green": "greener", "blue": "bluer",
    "purple": "purpler",
}  # fmt: skip
OPPOSITE = {
    "lighter": "darker", "darker": "lighter", "greyer": "clearer", "clearer": "greyer", "warmer": "cooler",
    "cooler": "warmer", "greener": "redder", "redder": "greener", "yellower": "bluer", "bluer": "yellower",
    "oranger": "purpler", "purpler": "oranger",
}  # fmt: skip


def comparative(hue: str) -> str:
    """Return the axis along which a colour has more of a hue; a school may have hues of its own."""
    return COMPARATIVE.get(hue, f"more {hue}")


def less(hue: str) -> str:
    """Return the axis along which a colour has less of a hue."""
    return f"less {hue}"


@dataclass(frozen=True)
class Deck:
    """Colours to choose from, row for row: `lab` (n, 3), `lrv` and `doubt` (ΔE00) (n,), and `strip` (n,), a number for
    each strip of each maker, 0 for none."""

    lab: Array
    lrv: Array
    doubt: Array
    strip: NDArray[np.int64]
    _undertones: dict[WorkingNeutral, Array] = field(default_factory=dict, repr=False, compare=False)

    def undertone(self, neutral: WorkingNeutral) -> Array:
        """Return u, (n, 2), of every colour; kept for the neutral asked for last, not to be written to."""
        if neutral not in self._undertones:
            found = neutral.undertone(self.lab)
            self._undertones.clear()
            self._undertones[neutral] = found
            return found
        return self._undertones[neutral]


@dataclass(frozen=True)
class Pick:
    """A colour chosen from a deck.

    `index` its row; `kind` the group it belongs to; `why` the one thing it shows: an axis, or which white; `delta_e`
    from the subject; `share` of the difference that lies along its axis (0-1) and `power` to reveal (0-1), for kinds
    that have an axis.
    """

    index: int
    why: str
    delta_e: float
    share: float | None = None
    power: float | None = None
    kind: str = "range"


def number_strips(makers: Sequence[Any], strips: Sequence[str]) -> NDArray[np.int64]:
    """Return a number for the strip of each colour, (n,), 0 for none: by maker, then as people count, 2 before 10."""
    on_strips = sorted({(maker, strip) for maker, strip in zip(makers, strips, strict=True) if strip}, key=_as_counted)
    numbers = {where: number for number, where in enumerate(on_strips, start=1)}
    return np.array([numbers.get(where, 0) for where in zip(makers, strips, strict=True)], dtype=np.int64)


def _as_counted(where: tuple[Any, str]) -> tuple[Any, list[tuple[float, str]]]:
    parts = re.findall(r"\d+|\D+", where[1])
    return where[0], [(int(part), "") if part.isdecimal() else (np.inf, part.casefold()) for part in parts]


def _pick(subject: Reading, deck: Deck, row: int, why: str, kind: str) -> Pick:
    """Return a row of a deck as a pick that has no axis."""
    return Pick(row, why, float(delta_e(np.asarray(subject.lab), deck.lab[row])), kind=kind)


def in_play(subject: Reading, school: School) -> dict[str, float]:
    """Return the undertones that the uncertainty leaves open, each with its share, likeliest first; shares sum to 1.

    Counts, over the uncertainty and what the eye itself cannot tell, where the undertone may really lie. No undertone
    is the empty word.
    """
    spread = float(np.hypot(subject.uncertainty, school.just_seen))
    angle = np.radians(np.arange(0, 360, 15))
    # rings of equal mass of a round normal distribution
    radius = spread * np.sqrt(-2 * np.log(1 - np.array([0.125, 0.375, 0.625, 0.875])))
    points = np.asarray(subject.undertone.vector) + np.concatenate(
        [r * np.stack([np.cos(angle), np.sin(angle)], axis=-1) for r in radius]
    )
    scale = school.hues_for(subject.family.word)
    words = np.array(scale.words)[scale.index(hue_of(points))]
    if subject.family.word not in school.never_passive:
        words = np.where(np.hypot(points[:, 0], points[:, 1]) < school.passive_below, "", words)
    found, count = np.unique(words, return_counts=True)
    shares = {str(word): float(n) / len(points) for word, n in zip(found, count, strict=True)}
    return dict(sorted(shares.items(), key=lambda item: -item[1]))


def worth_asking(shares: Mapping[str, float]) -> dict[str, float]:
    """Return the undertones with a share that is large enough to be asked about, or named."""
    return {word: share for word, share in shares.items() if share >= WORTH_ASKING}


def axis_vectors(subject_undertone: ArrayLike, school: School) -> dict[str, Array]:
    """Return the unit vector (ΔL*, Δu_a, Δu_b) of each axis that exists for an undertone (2,).

    Each hue has two, more of it and less. A colour without an undertone can become clearer in no one direction and
    greyer in none.
    """
    u = np.asarray(subject_undertone, dtype=np.float64)
    vectors: dict[str, Array] = {"lighter": np.array([1.0, 0, 0]), "darker": np.array([-1.0, 0, 0])}
    hues = dict(zip(school.undertone.words, school.undertone.axes(), strict=True))
    vectors |= {comparative(hue): np.array([0.0, *axis]) for hue, axis in hues.items()}
    vectors |= {less(hue): np.array([0.0, *-axis]) for hue, axis in hues.items()}
    warm = np.array([0.0, *school.warm_axis()])
    vectors |= {"warmer": warm, "cooler": -warm}
    strength = float(np.hypot(*u))
    if strength >= school.passive_below:
        vectors["clearer"] = np.array([0, *(u / strength)])
        vectors["greyer"] = -vectors["clearer"]
    return vectors


@dataclass(frozen=True)
class AxisView:
    """The part of a deck within reach of a subject, seen along the subject's axes.

    `rows` (n,) of the deck; `offset` (n, 3) of lightness and undertone from the subject, Lab units; ΔE00 `distance` and
    `doubt`, both uncertainties together, (n,); `vectors` the unit vector of each axis; `own` the subject's undertone.
    """

    rows: NDArray[np.intp]
    offset: Array
    distance: Array
    doubt: Array
    vectors: Mapping[str, Array]
    own: Array
    readable: tuple[float, float]
    _shares: dict[str, Array] = field(default_factory=dict, repr=False, compare=False)

    def share(self, axis: str) -> Array:
        """Return the part of each difference that lies along an axis, 0-1, (n,); 0 where it lies the other way."""
        if axis not in self._shares:
            along = np.maximum(self.offset @ self.vectors[axis], 0.0)
            share = along * along * self._per_square
            if axis == "greyer":
                # what overshoots the neutral shows the opposite undertone, and is no greyer
                share[length(*(self.offset[:, 1:] + self.own).T) >= length(*self.own)] = 0
            self._shares[axis] = share
        return self._shares[axis]

    @cached_property
    def _per_square(self) -> Array:
        """One over the square of each offset."""
        per_square: Array = 1 / np.maximum(np.einsum("ij,ij->i", self.offset, self.offset), 1e-12)
        return per_square

    @cached_property
    def _visible(self) -> Array:
        """How readably and how surely each colour differs at all, 0-1."""
        low, high = self.readable
        # 1 where the difference is easy to see, falling away where it is faint or where it shows too much at once
        seen = np.minimum(1.0, self.distance / low) ** 2 * np.exp(-np.maximum(self.distance - high, 0) / 3)
        sure = np.maximum(1 - (self.doubt / np.maximum(self.distance, 1e-9)) ** 2, 0.0)
        visible: Array = seen * sure
        return visible

    def power(self, axis: str) -> Array:
        """Return how purely, how readably and how surely each colour shows an axis, 0-1, (n,).

        0 where no more than half of the difference lies along the axis, or where it is no larger than the doubt.
        """
        share = self.share(axis)
        power: Array = np.where(share > ON_AXIS, share * self._visible, 0.0)
        return power

    def best(self, axis: str, count: int = 1, taken: Iterable[int] = ()) -> list[Pick]:
        """Return the colours in view that show an axis best, best first, none of those taken; fewer where the deck has
        fewer."""
        if axis not in self.vectors:
            return []
        power = self.power(axis)
        away = list(taken)
        able = np.flatnonzero(power > 0)
        if able.size > count + len(away):
            few = np.argpartition(-power[able], count + len(away))[: count + len(away) + 1]
            able = able[few]
        able = able[~np.isin(self.rows[able], away)]
        order = able[np.lexsort((self.rows[able], -power[able]))][:count]
        return [self._pick(int(row), axis) for row in order]

    def nearest(self, axis: str) -> Pick | None:
        """Return the nearest colour in view that lies mainly along an axis."""
        if axis not in self.vectors:
            return None
        able = np.flatnonzero(self.share(axis) > ON_AXIS)
        return self._pick(int(able[np.argmin(self.distance[able])]), axis) if able.size else None

    def _pick(self, row: int, axis: str) -> Pick:
        share = float(self.share(axis)[row])
        power = share * float(self._visible[row]) if share > ON_AXIS else 0.0
        return Pick(int(self.rows[row]), axis, float(self.distance[row]), share, power)


def view_along_axes(
    subject: Reading,
    deck: Deck,
    school: School,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> AxisView:
    """Return how a deck lies along the subject's axes; rows of `exclude` are not looked at."""
    # ΔE00 is never less than its lightness term
    near = np.abs(lightness_term(subject.lab[0], deck.lab[:, 0])) <= FARTHEST
    if exclude is not None:
        near[exclude] = False
    rows = np.flatnonzero(near)
    distance = delta_e(np.asarray(subject.lab), deck.lab[rows])
    within = (distance > max(school.just_seen, subject.uncertainty)) & (distance <= FARTHEST)
    rows, distance = rows[within], distance[within]
    own = np.asarray(subject.undertone.vector)
    lightness = deck.lab[rows, :1] - subject.lab[0]
    offset = np.concatenate([lightness, deck.undertone(neutral)[rows] - own], axis=1)
    doubt = length(deck.doubt[rows], np.asarray(subject.uncertainty))
    return AxisView(rows, offset, distance, doubt, axis_vectors(own, school), own, school.readable)


def questions(subject: Reading, school: School) -> dict[str, float]:
    """Return what a comparison must still settle about a subject, as axes with their weight, heaviest first.

    How strong its undertone is; which of the neighbouring hues it leans to; and every other hue that the uncertainty
    leaves open. A colour without an undertone is asked about the hues it might have.
    """
    open_hues = {word: share for word, share in worth_asking(in_play(subject, school)).items() if word}
    asked = {comparative(word): 0.5 + share / 2 for word, share in open_hues.items() if word != subject.undertone.main}
    scale = school.hues_for(subject.family.word)
    if subject.undertone.main is None:
        rest = [word for word in scale.words if word not in open_hues]
        asked |= {comparative(word): 0.3 for word in rest}
    else:
        asked |= {"greyer": 1.0, "clearer": 0.6}
        for word in _beside(scale, subject.undertone.main):
            asked[comparative(word)] = max(asked.get(comparative(word), 0.0), 0.7)
    return dict(sorted(asked.items(), key=lambda item: -item[1]))


def _beside(scale: HueScale, word: str) -> tuple[str, ...]:
    """Return the hues on either side of one, as far as there are any."""
    at = scale.words.index(word)
    around = (scale.words[at - 1], scale.words[(at + 1) % len(scale.words)])
    return tuple(dict.fromkeys(other for other in around if other != word))


def range_of(
    view: AxisView, asked: Mapping[str, float], taken: Sequence[int] = (), most: int = MOST_OF_RANGE
) -> dict[str, Pick]:
    """Return, for each question, the colour in view that settles it best, heaviest questions first; no colour twice."""
    offers = sorted(
        (-weight * pick.power, number, pick.index, pick)
        for number, (axis, weight) in enumerate(asked.items())
        for pick in view.best(axis, len(asked), taken)
        if pick.power
    )
    chosen: dict[str, Pick] = {}
    for _, _, index, pick in offers:
        if len(chosen) < most and pick.why not in chosen and all(other.index != index for other in chosen.values()):
            chosen[pick.why] = pick
    return chosen


def end_to_end(picks: Sequence[Pick], u: Array, subject: Reading) -> list[Pick]:
    """Return near-identicals from one end of the undertone to the other, as they are held up one after another.

    By the hue of their undertones `u` (n, 2), seen from the subject's own; round the whole circle where it has none.
    """
    if not picks:
        return []
    if subject.undertone.main is None:
        turned = (hue_of(u - np.asarray(subject.undertone.vector)) - 15) % 360
    else:
        turned = (hue_of(u) - subject.undertone.hue + 180) % 360
    return [picks[i] for i in np.argsort(-turned, kind="stable")]


def strip_mates(subject: Reading, deck: Deck, u: Array, strip: int, taken: Sequence[int]) -> list[Pick]:
    """Return the next lighter and the next darker colour with the subject's undertone.

    Of its own strip; without one, of the whole deck within `MATE_DEPTH`, those whose undertone `u` (n, 2) is alike.
    """
    lightness = deck.lab[:, 0] - subject.lab[0]
    if strip:
        fits = deck.strip == strip
    else:
        along, strength = u @ np.asarray(subject.undertone.vector), length(u[:, 0], u[:, 1])
        fits = along > SAME_WAY * np.maximum(strength * subject.undertone.strength, 1e-9)
        fits &= np.abs(strength - subject.undertone.strength) < STRENGTH_WITHIN
        fits &= (np.abs(lightness) > MATE_DEPTH[0]) & (np.abs(lightness) < MATE_DEPTH[1])
    fits[list(taken)] = False
    found = []
    for why, side in (("lighter", lightness > 0.5), ("darker", lightness < -0.5)):
        rows = np.flatnonzero(fits & side)
        if rows.size:
            row = int(rows[np.argmin(np.abs(lightness[rows]))])
            found.append(_pick(subject, deck, row, why, "strip"))
    return found


def same_depth(
    subject: Reading, view: AxisView, deck: Deck, u: Array, school: School, taken: Sequence[int]
) -> Pick | None:
    """Return the nearest colour of the same LRV with another undertone, at a readable size."""
    rows = view.rows
    level = (np.abs(deck.lrv[rows] - subject.lrv) <= school.same_depth) & (view.distance >= school.readable[0])
    able = np.flatnonzero(level & ~np.isin(rows, list(taken)))
    other = school.undertone.index(hue_of(u[rows[able]])) != school.undertone.index(subject.undertone.hue)
    able = able[other]
    if not able.size:
        return None
    at = int(able[np.argmin(view.distance[able])])
    return Pick(int(rows[at]), "same depth", float(view.distance[at]), kind="strip")


def foil(subject: Reading, deck: Deck, u: Array, taken: Sequence[int]) -> Pick | None:
    """Return the colour beside which the subject's undertone jumps out: opposite to it, as strong or stronger, and no
    lighter or darker. None for a subject without an undertone."""
    against = -(u @ np.asarray(subject.undertone.vector))
    rows = np.flatnonzero((against > 0) & (np.abs(deck.lab[:, 0] - subject.lab[0]) <= FOIL_DEPTH))
    rows = rows[~np.isin(rows, list(taken))]
    if subject.undertone.main is None or not rows.size:
        return None
    strength, own = subject.undertone.strength, np.maximum(length(u[rows, 0], u[rows, 1]), 1e-9)
    opposed = against[rows] / (own * strength)
    wanted = max(strength, FOIL_STRENGTH)
    strong = np.minimum(own / wanted, 1.0) * np.exp(-np.maximum(own - 2 * wanted, 0) / 4)
    level = np.exp(-np.abs(deck.lab[rows, 0] - subject.lab[0]) / FOIL_DEPTH)
    score = np.where(opposed > OPPOSED, opposed**2 * strong * level, 0.0)
    at = int(np.argmax(score))
    if score[at] < LEAST_FOIL:
        return None
    return _pick(subject, deck, int(rows[at]), "foil", "foil")


def reference_whites(
    lab: ArrayLike,
    lrv: ArrayLike,
    school: School,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> dict[str, int]:
    """Return indices of the clean, the warmest and the coolest white of a deck: `lab` (n, 3), `lrv` (n,).

    Clean is the lightest for its chroma. Fewer entries where the deck has fewer whites; `exclude` is never chosen.
    """
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv)
    light = y >= school.white_lrv
    if exclude is not None:
        light[exclude] = False
    whites = np.flatnonzero(light)
    chroma = length(values[whites, 1], values[whites, 2])
    whites, chroma = whites[chroma < school.white_chroma], chroma[chroma < school.white_chroma]
    warmth = temperature_of(neutral.undertone(values[whites]), school)
    found: dict[str, int] = {}
    for name, score in (("clean", values[whites, 0] - chroma), ("warmest", warmth), ("coolest", -warmth)):
        ranked = [int(whites[i]) for i in _highest(score, 3)]  # two may be found already
        free = next((index for index in ranked if index not in found.values()), None)
        if free is not None:
            found[name] = free
    return found


def _highest(score: Array, count: int) -> NDArray[np.intp]:
    """Return where the highest scores are, highest first, of equal ones the first."""
    if score.size > count:
        able = np.flatnonzero(score >= np.partition(score, -count)[-count])
        return able[np.argsort(-score[able], kind="stable")][:count]
    return np.argsort(-score, kind="stable")


@dataclass(frozen=True)
class Chosen:
    """A comparison set in the order it is held up: whites, the range from one end to the other, strip and depth, the
    foil; and the deck as the choice saw it, for asking on."""

    picks: tuple[Pick, ...]
    view: AxisView


def choose(
    subject: Reading,
    deck: Deck,
    school: School,
    neutral: WorkingNeutral,
    strip: int = 0,
    own: NDArray[np.intp] | None = None,
    not_whites: NDArray[np.intp] | None = None,
    out: Sequence[int] = (),
) -> Chosen:
    """Return the comparison set for a subject: a handful that together settles what is undecided about it.

    `own` rows are the subject itself; `not_whites` never stand as reference whites; `out` were taken away by hand and
    give way to the next best.
    """
    away = [*(own.tolist() if own is not None else []), *out]
    no_whites = np.union1d(not_whites if not_whites is not None else [], away).astype(np.intp)
    u = deck.undertone(neutral)
    whites = reference_whites(deck.lab, deck.lrv, school, neutral, exclude=no_whites)
    picks = [_pick(subject, deck, row, why, "white") for why, row in whites.items()]
    view = view_along_axes(subject, deck, school, neutral, exclude=np.array(away, dtype=np.intp))
    taken = [*away, *whites.values()]
    mates = strip_mates(subject, deck, u, strip, taken)
    taken += [pick.index for pick in mates]
    found = list(range_of(view, questions(subject, school), taken).values())
    picks += end_to_end(found, u[[pick.index for pick in found]], subject)
    taken += [pick.index for pick in found]
    level = same_depth(subject, view, deck, u, school, taken)
    picks += [*mates, *([level] if level else [])]
    opposite = foil(subject, deck, u, [*taken, *([level.index] if level else [])])
    return Chosen((*picks, *([opposite] if opposite else [])), view)


def another(chosen: Chosen, axis: str, taken: Iterable[int]) -> Pick | None:
    """Return the next best colour that shows an axis, none of those taken; None where the deck has no more."""
    return next(iter(chosen.view.best(axis, 1, taken)), None)
