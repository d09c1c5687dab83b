"""One colour read: depth, family, undertone, temperature, and what is ruled out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from prism.classify import Classification, classify_many
from prism.families import Family, family_bands
from prism.method import Method
from prism.neutral import GREY, WorkingNeutral
from prism.stimulus import Stimulus
from prism.surety import LEVELS, Band, Level, below

NEUTRALS = ("painted", "grey")


@dataclass(frozen=True)
class Undertone:
    """The distance of a colour from the neutral line of its lightness, and what may be said of it.

    `vector` (Δa*, Δb*); `hue` degrees; `strength` its length; `effect` the same in ΔE00; `nearest` the sector the hue
    falls in. `hues` are the one or two words that may be named, likelier first, `level` how surely.
    `shares` holds the probability of each hue, and of the empty word for none.
    `strengths` says how strong; `none` how surely it has no undertone, and `slight` how surely no more than a hint, by
    the method's words `passive_word` and `slight_word`. `main` is the first hue that may be named; `second` the other
    one, or a neighbouring sector close by; `off_list` the hue it leans to where the method has no such word for its
    family; `grey_counts` whether the method calls no undertone grey.
    """

    vector: tuple[float, float]
    hue: float
    strength: float
    strength_word: str
    effect: float
    nearest: str
    hues: tuple[str, ...]
    level: Level
    shares: tuple[tuple[str, float], ...]
    strengths: Band
    none: Level
    slight: Level
    passive_word: str
    slight_word: str
    second: str | None
    ruled_out: tuple[str, ...]
    off_list: str | None = None
    grey_counts: bool = False

    @property
    def main(self) -> str | None:
        """The hue that may be named, the likelier of two; None where none may."""
        return self.hues[0] if self.hues else None

    @property
    def passive(self) -> bool:
        return self.none is not Level.NONE


@dataclass(frozen=True)
class Temperature:
    """Warmth on the method's axis, Lab units.

    `word` is the band the value stands in and `band` what may be said of it; `side` is warm or cool, with how surely.
    `relative` where the method says it only beside another colour; `temperate` where the value is neither warm nor
    cool, and `lean` to which of the two it leans all the same.
    """

    value: float
    word: str
    band: Band
    side: str
    side_level: Level
    relative: bool = False
    temperate: bool = False
    lean: str = ""

    @property
    def level(self) -> Level:
        return self.band.level

    @property
    def supported(self) -> bool:
        return self.level is not Level.NONE


@dataclass(frozen=True)
class Reading:
    """Everything said of one colour on its own.

    `depths` is what may be said of its depth, and `families` of its family; `uncertainty` ΔE00, and
    `lightness_uncertainty` that of its lightness; `source` the maker and kind of its numbers, which share errors with
    others of the same, empty where none are known to.
    """

    lab: tuple[float, float, float]
    lrv: float
    depth: str
    depths: Band
    family: Family
    families: Band
    undertone: Undertone
    temperature: Temperature
    uncertainty: float
    lightness_uncertainty: float
    source: str
    method: str
    neutral: str

    @property
    def depth_level(self) -> Level:
        return self.depths.level

    @property
    def family_level(self) -> Level:
        return self.families.level


def choose_neutral(
    method: Method,
    kind: str,
    shift: tuple[float, float] = (0.0, 0.0),
    white: tuple[float, float, float] | None = None,
) -> WorkingNeutral:
    """Return mathematical grey, or the method's painted neutral as a person has set it.

    Its light end may be led through a `white` (L*, a*, b*), and the whole line moved by a*, b*.
    """
    if kind == "grey":
        return GREY
    line = method.neutral.through(white) if white else method.neutral
    return line.moved(*shift) if any(shift) else line


def read(colour: Stimulus, method: Method, neutral: WorkingNeutral | None = None) -> Reading:
    """Return the reading of one colour under a method; `neutral` defaults to the method's painted neutral."""
    doubts = method.doubt(colour), method.lightness_doubt(colour)
    return _read(colour.lab, colour.lrv, doubts, colour.source, method, neutral or method.neutral)


def read_all(colours: Sequence[Stimulus], method: Method, neutral: WorkingNeutral | None = None) -> list[Reading]:
    return read_many(
        np.array([colour.lab for colour in colours]).reshape(-1, 3),
        [colour.lrv for colour in colours],
        [method.doubt(colour) for colour in colours],
        method,
        neutral,
        [method.lightness_doubt(colour) for colour in colours],
        [colour.source for colour in colours],
    )


@lru_cache(maxsize=4096)
def _read(
    lab: tuple[float, float, float],
    lrv: float,
    doubts: tuple[float, float],
    source: str,
    method: Method,
    neutral: WorkingNeutral,
) -> Reading:
    return read_many([lab], [lrv], [doubts[0]], method, neutral, [doubts[1]], [source])[0]


def read_many(
    lab: ArrayLike,
    lrv: ArrayLike,
    uncertainty: ArrayLike,
    method: Method,
    neutral: WorkingNeutral | None = None,
    lightness: ArrayLike | None = None,
    sources: Sequence[str] | None = None,
) -> list[Reading]:
    """Return readings of many colours: `lab` (n, 3), `lrv` (n,), `uncertainty` (n,) in ΔE00, that of `lightness` where
    it is another, and the `sources` (n,) whose values share errors."""
    neutral = neutral or method.neutral
    classes = classify_many(lab, lrv, uncertainty, method, neutral, lightness)
    y = np.asarray(lrv, dtype=np.float64).reshape(-1)
    words, claims = method.undertone.words, method.claims
    temperate = method.temperate[0]
    heats = method.temperature.index(classes.warmth)
    sides = below(np.abs(classes.warmth) / np.maximum(classes.warm_deviation, 1e-9))
    families = family_bands(classes.lab, classes.doubt, classes.lightness_doubt, method, neutral)
    readings = []
    for i in range(len(y)):
        warmth, depth, heat = float(classes.warmth[i]), int(classes.depth[i]), int(heats[i])
        readings.append(
            Reading(
                lab=(float(classes.lab[i, 0]), float(classes.lab[i, 1]), float(classes.lab[i, 2])),
                lrv=float(y[i]),
                depth=method.depth.words[depth],
                depths=classes.depths.words(i, method.depth.words),
                family=classes.family_at(i),
                families=families[i],
                undertone=_undertone(classes, i, words),
                temperature=Temperature(
                    value=warmth,
                    word=method.temperature.words[heat],
                    band=classes.temperatures.words(i, method.temperature.words),
                    side="warm" if warmth > 0 else "cool",
                    side_level=claims.level(sides[i]),
                    relative=method.relative,
                    temperate=method.temperature.words[heat] == temperate,
                    lean="" if abs(warmth) < method.lean_from else "warm" if warmth > 0 else "cool",
                ),
                uncertainty=float(classes.doubt[i]),
                lightness_uncertainty=float(classes.lightness_doubt[i]),
                source=sources[i] if sources else "",
                method=method.key,
                neutral=neutral.kind,
            )
        )
    return readings


def _undertone(classes: Classification, i: int, words: tuple[str, ...]) -> Undertone:
    """Return what may be said of the undertone of one row of a survey."""
    method, claims, hues = classes.method, classes.method.claims, classes.hues
    scale = method.hues_for(classes.family_at(i).base)
    hue, strength = float(classes.hue[i]), float(classes.strength[i])
    named = tuple(words[place] for place in hues.named[i] if place >= 0)
    shares, weaker = hues.shares[i].tolist(), hues.weaker[i].tolist()
    none = LEVELS[int(hues.none[i])]
    leans_to = scale.neighbour(hue, method.second_within)
    second = named[1] if len(named) == 2 else leans_to if named else None
    if second in named[:1]:  # most of the uncertainty lies across the edge that the value itself has not reached
        second = scale.word(hue)
    unlikely = 1 - claims.certain
    ruled_out = tuple(
        word
        for word, share in zip(words, shares, strict=True)
        if word in scale.words and share <= unlikely and word not in (*named, second, leans_to) and named
    )
    strengths = method.undertone_strength
    at = int(strengths.index(strength))
    nowhere = 1 - sum(shares) - weaker[0]  # a short list has no word for where this part lies
    return Undertone(
        vector=(float(classes.u[i, 0]), float(classes.u[i, 1])),
        hue=hue,
        strength=strength,
        strength_word=strengths.words[at],
        effect=float(classes.effect[i]),
        nearest=words[int(classes.sector[i])],
        hues=named,
        level=LEVELS[int(hues.level[i])],
        shares=tuple(sorted([*zip(words, shares, strict=True), ("", weaker[0])], key=lambda option: -option[1])),
        strengths=classes.strengths.words(i, strengths.words),
        none=none,
        slight=claims.level(weaker[1]) if len(weaker) > 1 else Level.NONE,
        passive_word=strengths.words[0],
        slight_word=strengths.words[1],
        second=second,
        ruled_out=ruled_out,
        off_list=method.undertone.word(hue) if nowhere >= claims.probable else None,
        grey_counts=method.grey_counts,
    )
