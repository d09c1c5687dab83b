"""Many colours classified at once, and how surely: undertone, depth, family, temperature, as arrays."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.method import ANY_CHROMA, FamilyRule, HueScale, Method
from prism.neutral import WorkingNeutral
from prism.sectors import likelier_neighbour, undertone_shares
from prism.spectrum import Array, lightness_to_lrv, lrv_to_lightness
from prism.surety import AXES, LEVELS, SAME, Axes, Band, Bands, axes_at, band_shares, bands, cloud

_STEP = 4
"""Every so many points of the cloud are asked for their family."""


@dataclass(frozen=True)
class Family:
    """A family: the `word` it is called by, and the one that it counts as, `base`, mostly the same.

    For a hue family `hue` is that hue and `clear` tells clear from greyed, None where the word says how coloured.
    """

    word: str
    base: str
    hue: str | None = None
    clear: bool | None = None

    @property
    def is_neutral(self) -> bool:
        """Whether the colour belongs to the whites, greys and browns rather than to a hue."""
        return self.hue is None


def temperature_of(u: ArrayLike, method: Method) -> Array:
    """Return warmth, shape (...), of undertones (..., 2): their projection on the method's warm axis."""
    value: Array = np.asarray(u) @ method.warm_axis()
    return value


def hue_of(vector: ArrayLike) -> Array:
    """Return hue in degrees 0-360, shape (...), of vectors in the a*, b* plane (..., 2).

    >>> float(hue_of([0.0, -2.0]))
    270.0
    """
    value = np.asarray(vector)
    hue: Array = np.degrees(np.arctan2(value[..., 1], value[..., 0])) % 360
    return hue


@dataclass(frozen=True)
class Hues:
    """The undertone that may be named of each colour, row for row, on one ladder: the likeliest hue, where it is true
    of what looks the same for certain or probably, else two neighbouring ones.

    `said` (n, 2) are places among the method's hues, the likelier first, −1 for none; `level` (n,) places in
    `surety.LEVELS`; `none` (n,) how surely no undertone is the likeliest, a place there. `shares` (n, hues) is the
    probability of each hue and `weaker` (n, edges) of less than each edge of strength: under the first edge there is no
    undertone. `strengths` (n, words) is the probability of each word for strength, what looks the same counted too.
    """

    said: NDArray[np.int8]
    level: NDArray[np.int8]
    none: NDArray[np.int8]
    shares: Array
    weaker: Array
    strengths: Array


@dataclass(frozen=True)
class Classification:
    """Many colours classified at once, row for row; words are indices into the method's own lists.

    `u` (n, 2) undertone; `strength`, `hue` (degrees), `effect` (ΔE00), `warmth` (n,); `sector` the nearest hue word.
    The hue of what belongs to a hue family is the colour's own, that of a neutral its undertone's;
    `passive` whether the value itself has no undertone; `hues` what may be named; `depth` the depth word; `family` the
    rule that fits, or −1 − h for hue family h; `doubt` the uncertainty, ΔE00, and `lightness_doubt` that of lightness.
    """

    lab: Array
    u: Array
    strength: Array
    hue: Array
    effect: Array
    sector: NDArray[np.intp]
    passive: NDArray[np.bool_]
    hues: Hues
    warmth: Array
    depth: NDArray[np.intp]
    family: NDArray[np.intp]
    chroma: Array
    doubt: Array
    lightness_doubt: Array
    axes: Axes
    method: Method

    @property
    def claimed(self) -> NDArray[np.bool_]:
        """Whether an undertone may be named at all, (n,)."""
        named: NDArray[np.bool_] = self.hues.level > 0
        return named

    @property
    def main(self) -> NDArray[np.int8]:
        """The hue that may be named, the likelier of two, (n,); −1 where none may."""
        return self.hues.said[:, 0]

    @cached_property
    def warm_deviation(self) -> Array:
        """The standard deviation of warmth, Lab units, (n,)."""
        deviation: Array = self.axes.step(self.method.warm_axis()) * self.doubt / AXES
        return deviation

    @cached_property
    def temperature_shares(self) -> Array:
        """The probability of each word for temperature, (n, words)."""
        return band_shares(self.warmth, self.warm_deviation, self.method.temperature.edges)

    @cached_property
    def temperatures(self) -> Bands:
        same = SAME * self.axes.step(self.method.warm_axis())
        wide = band_shares(self.warmth, self.warm_deviation, self.method.temperature.edges, same)
        return bands(self.temperature_shares, wide, self.method.temperature.index(self.warmth), self.method.claims)

    @cached_property
    def depth_shares(self) -> Array:
        """The probability of each word for depth, (n, words)."""
        return self._depth_shares(0.0)

    def _depth_shares(self, same: ArrayLike) -> Array:
        deviation = self.axes.lightness * self.lightness_doubt / AXES
        return band_shares(self.lab[:, 0], deviation, lrv_to_lightness(self.method.depth.edges).tolist(), same)

    @cached_property
    def depths(self) -> Bands:
        wide = self._depth_shares(SAME * self.axes.lightness)
        return bands(self.depth_shares, wide, self.depth, self.method.claims)

    @cached_property
    def strengths(self) -> Bands:
        shares = np.diff(self.hues.weaker, axis=1, prepend=0.0, append=1.0)
        at = self.method.undertone_strength.index(self.strength)
        return bands(shares, self.hues.strengths, at, self.method.claims)

    def says(self, hue: str) -> NDArray[np.bool_]:
        """Return which rows are said to have a hue, certainly, probably or as one of two, (n,)."""
        found: NDArray[np.bool_] = (self.hues.said == self.method.undertone.words.index(hue)).any(axis=1)
        return found

    def family_at(self, row: int) -> Family:
        return family_of(int(self.family[row]), float(self.chroma[row]), self.method)


def family_of(code: int, chroma: float, method: Method) -> Family:
    clear = chroma >= method.clear_from
    if code < 0:
        word = method.hue_family.words[-1 - code]
        return Family(word, word, word, clear)
    rule = method.families[code]
    if rule.base not in method.hue_family.words:
        return Family(rule.word, rule.base)
    return Family(rule.word, rule.base, rule.base, clear if rule.chroma == ANY_CHROMA else None)


def classify_many(
    lab: ArrayLike,
    lrv: ArrayLike,
    uncertainty: ArrayLike,
    method: Method,
    neutral: WorkingNeutral | None = None,
    lightness: ArrayLike | None = None,
) -> Classification:
    """Return many colours classified: `lab` (n, 3), `lrv` (n,), `uncertainty` (n,) in ΔE00, and that of `lightness`
    where it is another."""
    neutral = neutral or method.neutral
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    y = np.asarray(lrv, dtype=np.float64).reshape(-1)
    doubt = np.asarray(uncertainty, dtype=np.float64).reshape(-1)
    u = neutral.undertone(values)
    strength, hue = np.hypot(u[:, 0], u[:, 1]), hue_of(u)
    chroma = np.hypot(values[:, 1], values[:, 2])
    family = families(values, y, u, method)
    passive = strength < method.passive_below
    own_hue = is_of_hue(family, method)
    hue = np.where(own_hue, hue_of(values[:, 1:]), hue)
    leans = np.where(own_hue[:, None], values[:, 1:], u)
    sector = method.undertone.index(hue)
    axes = axes_at(values)
    spread = axes.plane * (doubt / AXES)[:, None, None]
    reach = SAME * axes.plane
    hues = _named(leans, spread, reach, method.undertone, method, method.undertone_strength.edges)
    for word in sorted({*method.lists, *method.never_passive}):
        rows = np.flatnonzero(np.isin(family, [n for n, rule in enumerate(method.families) if rule.base == word]))
        scale, edges = method.hues_for(word), method.undertone_strength.edges
        if word in method.never_passive:
            passive[rows] = False
            edges = (0.0, *edges[1:])
        of_list = np.array([method.undertone.words.index(one) for one in scale.words])
        sector[rows] = of_list[scale.index(hue[rows])]
        part = _named(leans[rows], spread[rows], reach[rows], scale, method, edges)
        hues.said[rows] = np.where(part.said < 0, -1, of_list[part.said])
        for name in ("level", "none", "weaker", "strengths"):
            getattr(hues, name)[rows] = getattr(part, name)
        hues.shares[rows] = 0.0
        hues.shares[np.ix_(rows, of_list)] = part.shares
    return Classification(
        lab=values,
        u=u,
        strength=strength,
        hue=hue,
        effect=delta_e(values, neutral.lab(values[:, 0])),
        sector=sector,
        passive=passive,
        hues=hues,
        warmth=temperature_of(u, method),
        depth=method.depth.index(y),
        family=family,
        chroma=chroma,
        doubt=doubt,
        lightness_doubt=doubt if lightness is None else np.asarray(lightness, dtype=np.float64).reshape(-1),
        axes=axes,
        method=method,
    )


def is_of_hue(family: NDArray[np.intp], method: Method) -> NDArray[np.bool_]:
    """Return whether each family of a survey, (n,), counts as a hue, as blue and navy do."""
    by_rule = np.array([*(rule.base in method.hue_family.words for rule in method.families), False])
    found: NDArray[np.bool_] = (family < 0) | by_rule[np.maximum(family, 0)]
    return found


def _named(
    u: Array, spread: Array, reach: Array, scale: HueScale, method: Method, edges: tuple[float, ...]
) -> Hues:  # fmt: skip
    """Return what may be named of undertones on a scale; places are those among the words of the scale."""
    # a short list may have no word for where a colour leans
    own = method.undertone.axes()[[method.undertone.words.index(word) for word in scale.words]]
    towards = None if scale is method.undertone else own
    claims = method.claims
    shares, weaker, _ = undertone_shares(u, spread, scale, edges, towards)
    wide, under, over = undertone_shares(u, spread, scale, edges, towards, reach)
    rows, first = np.arange(len(u)), shares.argmax(axis=1)
    second = likelier_neighbour(shares, first)
    alone = shares[rows, first]
    both = alone + np.where(second == first, 0.0, shares[rows, second])
    one, two = claims.levels(wide[rows, first]), claims.levels(both)
    takes_two = (one == 0) & (two > 0) & (second != first)
    level = np.where(takes_two, two, one)
    none = np.where(weaker[:, 0] > alone, claims.levels(under[:, 0]), 0).astype(np.int8)
    level = np.where(none > 0, 0, level).astype(np.int8)
    said = np.stack([first, np.where(takes_two, second, -1)], axis=1).astype(np.int8)
    said[level == 0] = -1
    strengths = np.concatenate([under, np.ones((len(u), 1))], axis=1) - np.concatenate(
        [np.zeros((len(u), 1)), over], axis=1
    )
    return Hues(said, level, none, shares, weaker, strengths)


def families(lab: Array, lrv: Array, u: Array, method: Method) -> NDArray[np.intp]:
    """Return the first family rule that fits each colour, (n,), or −1 − h for hue family h: `lab` (n, 3), `lrv` (n,)
    and undertones `u` (n, 2)."""
    chroma, hue = np.hypot(lab[:, 1], lab[:, 2]), hue_of(lab[:, 1:])
    strength, sector = np.hypot(u[:, 0], u[:, 1]), method.undertone.index(hue_of(u))
    chosen = -1 - method.hue_family.index(hue)
    for number, rule in reversed(list(enumerate(method.families))):
        fits = _fits(rule, lrv, chroma, hue, strength)
        if rule.undertone:
            fits &= np.isin(sector, [method.undertone.words.index(word) for word in rule.undertone])
        chosen[fits] = number
    return chosen


def family_spread(
    lab: ArrayLike,
    uncertainty: ArrayLike,
    lightness: ArrayLike,
    method: Method,
    neutral: WorkingNeutral,
    step: int = _STEP,
) -> list[dict[str, float]]:
    """Return the probability of each family word of colours, likeliest first: `lab` (n, 3), ΔE00 `uncertainty` and that
    of `lightness` (n,). Every `step`th point of the cloud is looked at."""
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    if not len(values):
        return []
    words = family_words_at(_scattered(values, uncertainty, lightness, step).reshape(-1, 3), method, neutral)
    return [_counted(row) for row in words.reshape(len(values), -1)]


def family_bands(
    lab: ArrayLike, uncertainty: ArrayLike, lightness: ArrayLike, method: Method, neutral: WorkingNeutral
) -> list[Band]:
    """Return which family word colours have, and that across the border they stand on: arguments as of `family_spread`.

    The word is true of a point of the cloud where anything that looks the same as that point has it.
    """
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    if not len(values):
        return []
    scattered, axes = _scattered(values, uncertainty, lightness, _STEP), axes_at(values)
    words = family_words_at(scattered.reshape(-1, 3), method, neutral).reshape(len(values), -1)
    own = family_words_at(values, method, neutral)
    true = words == own[:, None]
    unsure = np.flatnonzero(true.mean(axis=1) < method.claims.certain)
    for row in unsure.tolist():
        around = _alike(axes, row)
        other = np.flatnonzero(~true[row])
        looks = family_words_at((scattered[row, other, None] + around).reshape(-1, 3), method, neutral)
        true[row, other] = (looks.reshape(len(other), -1) == own[row]).any(axis=1)
    levels = method.claims.levels(true.mean(axis=1))
    found = []
    for row, word in enumerate(own.tolist()):
        across = [other for other in _counted(words[row]) if other != word] if row in unsure else []
        found.append(Band((word, *across[:1]), LEVELS[int(levels[row])]))
    return found


_ALIKE = np.array([c for c in np.ndindex(3, 3, 3) if c != (1, 1, 1)], dtype=np.float64) - 1
_ALIKE *= SAME / np.linalg.norm(_ALIKE, axis=1, keepdims=True)
"""Steps along the axes of CIEDE2000, and between them, to what just looks the same, (26, 3)."""


def _alike(axes: Axes, row: int) -> Array:
    """Return the steps of Lab from one colour to what just looks the same, (26, 3)."""
    plane = _ALIKE[:, 1:] @ axes.plane[row].T
    return np.column_stack([_ALIKE[:, 0] * axes.lightness[row], plane])


def _counted(words: NDArray[np.str_]) -> dict[str, float]:
    known, counts = np.unique(words, return_counts=True)
    order = np.argsort(-counts, kind="stable")
    return {str(known[i]): float(counts[i]) / len(words) for i in order}


def _scattered(values: Array, uncertainty: ArrayLike, lightness: ArrayLike, step: int) -> Array:
    """Return every `step`th point of the clouds about Lab (n, 3), (n, points, 3)."""
    axes = axes_at(values)
    wide, high = (np.asarray(one, dtype=np.float64).reshape(-1) / AXES for one in (uncertainty, lightness))
    points = cloud()[::step].astype(np.float64)
    spread = np.empty((len(values), len(points), 3))
    # lightness errs apart from hue: the same points, turned on
    turned = np.roll(points[:, 0], len(points) // 3)
    spread[:, :, 0] = values[:, :1] + turned * (axes.lightness * high)[:, None]
    spread[:, :, 1:] = values[:, None, 1:] + points @ np.swapaxes(axes.plane * wide[:, None, None], 1, 2)
    return spread


def family_words_at(lab: Array, method: Method, neutral: WorkingNeutral) -> NDArray[np.str_]:
    """Return the family word of each Lab (n, 3), (n,)."""
    lightness = np.clip(lab[:, 0], 0, 100)
    codes = families(lab, lightness_to_lrv(lightness), neutral.undertone(lab), method)
    hues = method.hue_family.words
    words = np.array([*reversed(hues), *(rule.word for rule in method.families)])
    found: NDArray[np.str_] = words[codes + len(hues)]
    return found


def _fits(rule: FamilyRule, lrv: Array, chroma: Array, hue: Array, strength: Array) -> NDArray[np.bool_]:
    fits = np.ones(lrv.shape, dtype=bool)
    for value, (low, high) in ((lrv, rule.lrv), (chroma, rule.chroma), (hue, rule.hue), (strength, rule.strength)):
        fits &= (value >= low) & (value < high)
    return fits
