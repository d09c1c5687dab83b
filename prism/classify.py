"""Many colours classified at once, and how surely: undertone, depth, family, temperature, as arrays."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.families import Family, families, family_of, is_of_hue
from prism.method import HueScale, Method
from prism.neutral import WorkingNeutral
from prism.sectors import hue_of, likelier_neighbour, undertone_shares
from prism.spectrum import Array, lrv_to_lightness
from prism.surety import AXES, SAME, Axes, Bands, axes_at, band_shares, bands


def temperature_of(u: ArrayLike, method: Method) -> Array:
    """Return warmth, shape (...), of undertones (..., 2): their projection on the method's warm axis."""
    value: Array = np.asarray(u) @ method.warm_axis()
    return value


@dataclass(frozen=True)
class Hues:
    """The undertone that may be named of each colour, row for row, on one ladder: the likeliest hue, where it is true
    of what looks the same for certain or probably, else two neighbouring ones.

    `named` (n, 2) are places among the method's hues, the likelier first, −1 for none; `level` (n,) places in
    `surety.LEVELS`; `none` (n,) how surely no undertone is the likeliest, a place there. `shares` (n, hues) is the
    probability of each hue and `weaker` (n, edges) of less than each edge of strength: under the first edge there is no
    undertone. `strengths` (n, words) is the probability of each word for strength, what looks the same counted too.
    """

    named: NDArray[np.int8]
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
        return self.hues.named[:, 0]

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
        mask: NDArray[np.bool_] = (self.hues.named == self.method.undertone.words.index(hue)).any(axis=1)
        return mask

    def family_at(self, row: int) -> Family:
        return family_of(int(self.family[row]), float(self.chroma[row]), self.method)


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
        of_list = np.array([method.undertone.words.index(word) for word in scale.words])
        sector[rows] = of_list[scale.index(hue[rows])]
        part = _named(leans[rows], spread[rows], reach[rows], scale, method, edges)
        hues.named[rows] = np.where(part.named < 0, -1, of_list[part.named])
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
    words_text = np.stack([first, np.where(takes_two, second, -1)], axis=1).astype(np.int8)
    words_text[level == 0] = -1
    strengths = np.concatenate([under, np.ones((len(u), 1))], axis=1) - np.concatenate(
        [np.zeros((len(u), 1)), over], axis=1
    )
    return Hues(words_text, level, none, shares, weaker, strengths)
