"""Many colours classified at once: undertone, depth, family, temperature, as arrays."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.neutral import WorkingNeutral
from prism.school import FamilyRule, School
from prism.spectrum import Array


@dataclass(frozen=True)
class Family:
    """A family word; for a hue family `hue` is its name and `clear` tells clear from greyed."""

    word: str
    hue: str | None = None
    clear: bool = False

    @property
    def is_neutral(self) -> bool:
        """Whether the colour belongs to the whites, greys and browns rather than to a hue."""
        return self.hue is None


def temperature_of(u: ArrayLike, school: School) -> Array:
    """Return warmth, shape (...), of undertones (..., 2): their projection on the school's warm axis."""
    value: Array = np.asarray(u) @ school.warm_axis()
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
class Survey:
    """Many colours classified at once, row for row; words are indices into the school's own lists.

    `u` (n, 2) undertone; `strength`, `hue` (degrees), `effect` (ΔE00), `warmth` (n,); `sector` the nearest hue word;
    `passive` and `claimed` whether it may be named; `depth` the depth word; `family` the rule that fits, or −1 − h for
    hue family h; `doubt` the uncertainty, ΔE00.
    """

    u: Array
    strength: Array
    hue: Array
    effect: Array
    sector: NDArray[np.intp]
    passive: NDArray[np.bool_]
    claimed: NDArray[np.bool_]
    warmth: Array
    depth: NDArray[np.intp]
    family: NDArray[np.intp]
    chroma: Array
    doubt: Array

    def family_at(self, row: int, school: School) -> Family:
        """Return the family of one row."""
        code = int(self.family[row])
        if code >= 0:
            return Family(school.families[code].word)
        word = school.hue_family.words[-1 - code]
        return Family(word, word, bool(self.chroma[row] >= school.clear_from))


def survey(
    lab: ArrayLike, lrv: ArrayLike, uncertainty: ArrayLike, school: School, neutral: WorkingNeutral | None = None
) -> Survey:
    """Return many colours classified: `lab` (n, 3), `lrv` (n,), `uncertainty` (n,) in ΔE00."""
    neutral = neutral or school.neutral
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    y = np.asarray(lrv, dtype=np.float64).reshape(-1)
    doubt = np.asarray(uncertainty, dtype=np.float64).reshape(-1)
    u = neutral.undertone(values)
    strength, hue = np.hypot(u[:, 0], u[:, 1]), hue_of(u)
    effect = delta_e(values, neutral.lab(values[:, 0]))
    chroma = np.hypot(values[:, 1], values[:, 2])
    family = _families(values, y, strength, hue, school)
    passive = strength < school.passive_below
    sector = school.undertone.index(hue)
    rules = [rule.word for rule in school.families]
    for word in {*school.lists, *school.never_passive}:
        rows = np.isin(family, [number for number, rule in enumerate(rules) if rule == word])
        if word in school.never_passive:
            passive[rows] = False
        scale = school.hues_for(word)
        of_list = np.array([school.undertone.words.index(one) for one in scale.words])
        sector[rows] = of_list[scale.index(hue[rows])]
    # a short list may have no word for where a colour leans
    named = (u * school.undertone.axes()[sector]).sum(axis=-1) > 0
    return Survey(
        u=u,
        strength=strength,
        hue=hue,
        effect=effect,
        sector=sector,
        passive=passive,
        claimed=~passive & named & (effect > doubt),
        warmth=temperature_of(u, school),
        depth=school.depth.index(y),
        family=family,
        chroma=chroma,
        doubt=doubt,
    )


def _families(lab: Array, lrv: Array, strength: Array, undertone_hue: Array, school: School) -> NDArray[np.intp]:
    """Return the first family rule that fits each colour, or −1 − h for hue family h."""
    chroma, hue = np.hypot(lab[:, 1], lab[:, 2]), hue_of(lab[:, 1:])
    sector = school.undertone.index(undertone_hue)
    chosen = -1 - school.hue_family.index(hue)
    for number, rule in reversed(list(enumerate(school.families))):
        fits = _fits(rule, lrv, chroma, hue, strength)
        if rule.undertone:
            fits &= np.isin(sector, [school.undertone.words.index(word) for word in rule.undertone])
        chosen[fits] = number
    return chosen


def _fits(rule: FamilyRule, lrv: Array, chroma: Array, hue: Array, strength: Array) -> NDArray[np.bool_]:
    fits = np.ones(lrv.shape, dtype=bool)
    for value, (low, high) in ((lrv, rule.lrv), (chroma, rule.chroma), (hue, rule.hue), (strength, rule.strength)):
        fits &= (value >= low) & (value < high)
    return fits
