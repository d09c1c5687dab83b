"""One colour read: depth, family, undertone, temperature, and what is ruled out."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.colour import Colour
from prism.difference import delta_e
from prism.neutral import GREY, WorkingNeutral
from prism.school import FamilyRule, School
from prism.spectrum import Array, lightness_to_lrv

NEUTRALS = ("painted", "grey")


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


@dataclass(frozen=True)
class Undertone:
    """The distance of a colour from the working neutral of its lightness.

    `vector` (Δa*, Δb*); `hue` degrees; `strength` its length; `effect` the same in ΔE00; `nearest` the sector the hue
    falls in; `main` that sector where it may be claimed, else None; `second` a neighbouring
    sector close by; `off_list` the hue it leans to where the school has no such word for its family; `grey_counts`
    whether the school calls a passive undertone grey.
    """

    vector: tuple[float, float]
    hue: float
    strength: float
    strength_word: str
    effect: float
    nearest: str
    main: str | None
    second: str | None
    ruled_out: tuple[str, ...]
    passive: bool
    off_list: str | None = None
    grey_counts: bool = False


@dataclass(frozen=True)
class Temperature:
    """Warmth on the school's axis, Lab units; `supported` is False where the uncertainty is as large; `relative` where
    the school says it only beside another colour."""

    value: float
    word: str
    supported: bool
    relative: bool = False


@dataclass(frozen=True)
class Reading:
    """Everything said of one colour on its own. `depth_or` is the other depth the uncertainty allows, if any."""

    lab: tuple[float, float, float]
    lrv: float
    depth: str
    depth_or: str | None
    family: Family
    undertone: Undertone
    temperature: Temperature
    uncertainty: float
    school: str
    neutral: str


def choose_neutral(
    school: School,
    kind: str,
    shift: tuple[float, float] = (0.0, 0.0),
    white: tuple[float, float, float] | None = None,
) -> WorkingNeutral:
    """Return mathematical grey, or the school's painted neutral as a person has set it.

    Its light end may be led through a `white` (L*, a*, b*), and the whole line moved by a*, b*.
    """
    if kind == "grey":
        return GREY
    line = school.neutral.through(white) if white else school.neutral
    return line.moved(*shift) if any(shift) else line


def temperature_of(u: ArrayLike, school: School) -> Array:
    """Return warmth, shape (...), of undertones (..., 2): their projection on the school's warm axis."""
    value: Array = np.asarray(u) @ school.warm_axis()
    return value


def hue_of(vector: ArrayLike) -> Array:
    """Return hue in degrees 0-360, shape (...), of vectors in the a*, b* plane (..., 2)."""
    value = np.asarray(vector)
    hue: Array = np.degrees(np.arctan2(value[..., 1], value[..., 0])) % 360
    return hue


def read(colour: Colour, school: School, neutral: WorkingNeutral | None = None) -> Reading:
    """Return the reading of one colour under a school; `neutral` defaults to the school's painted neutral."""
    doubt = school.doubt(colour.provenance, colour.spread)
    return _read(colour.lab, colour.lrv, doubt, school, neutral or school.neutral)


@lru_cache(maxsize=4096)
def _read(
    lab: tuple[float, float, float], lrv: float, doubt: float, school: School, neutral: WorkingNeutral
) -> Reading:
    return read_many([lab], [lrv], [doubt], school, neutral)[0]


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


def read_many(
    lab: ArrayLike,
    lrv: ArrayLike,
    uncertainty: ArrayLike,
    school: School,
    neutral: WorkingNeutral | None = None,
) -> list[Reading]:
    """Return readings of many colours: `lab` (n, 3), `lrv` (n,), `uncertainty` (n,) in ΔE00."""
    neutral = neutral or school.neutral
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    y = np.asarray(lrv, dtype=np.float64).reshape(-1)
    found = survey(values, y, uncertainty, school, neutral)
    along = found.u @ school.undertone.axes().T
    lower = school.depth.index(lightness_to_lrv(np.maximum(values[:, 0] - found.doubt, 0)))
    upper = school.depth.index(lightness_to_lrv(np.minimum(values[:, 0] + found.doubt, 100)))

    readings = []
    for i in range(len(values)):
        nearest = school.undertone.words[found.sector[i]]
        claimed = bool(found.claimed[i])
        hue, strength, warmth = float(found.hue[i]), float(found.strength[i]), float(found.warmth[i])
        family = found.family_at(i, school)
        scale = school.hues_for(family.word)
        second = scale.neighbour(hue, school.second_within) if claimed else None
        # ruled out: so little of the hue that even the uncertainty would not bring it up to a hint
        ruled_out = tuple(
            word
            for word, amount in zip(school.undertone.words, along[i], strict=True)
            if claimed and word in scale.words and word not in (nearest, second)
            if amount + found.doubt[i] < school.passive_below
        )
        leans_aside = not claimed and not found.passive[i] and found.effect[i] > found.doubt[i]
        depth = found.depth[i]
        other = lower[i] if lower[i] != depth else upper[i]
        readings.append(
            Reading(
                lab=(float(values[i, 0]), float(values[i, 1]), float(values[i, 2])),
                lrv=float(y[i]),
                depth=school.depth.words[depth],
                depth_or=school.depth.words[other] if other != depth else None,
                family=family,
                undertone=Undertone(
                    vector=(float(found.u[i, 0]), float(found.u[i, 1])),
                    hue=hue,
                    strength=strength,
                    strength_word=school.strength.word(strength),
                    effect=float(found.effect[i]),
                    nearest=nearest,
                    main=nearest if claimed else None,
                    second=second,
                    ruled_out=ruled_out,
                    passive=bool(found.passive[i]),
                    off_list=school.undertone.word(hue) if leans_aside else None,
                    grey_counts=school.grey_counts,
                ),
                temperature=Temperature(
                    value=warmth,
                    word=school.temperature.word(warmth),
                    supported=bool(abs(warmth) > found.doubt[i]),
                    relative=school.relative,
                ),
                uncertainty=float(found.doubt[i]),
                school=school.key,
                neutral=neutral.kind,
            )
        )
    return readings


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
