"""One colour read: depth, family, undertone, temperature, and what is ruled out."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from prism.neutral import GREY, WorkingNeutral
from prism.school import School
from prism.spectrum import lightness_to_lrv
from prism.stimulus import Stimulus
from prism.survey import Family, survey

NEUTRALS = ("painted", "grey")


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
    the school says it only beside another colour; `temperate` where it is neither warm nor cool, and `lean` to which of
    the two it leans all the same."""

    value: float
    word: str
    supported: bool
    relative: bool = False
    temperate: bool = False
    lean: str = ""


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


def read(colour: Stimulus, school: School, neutral: WorkingNeutral | None = None) -> Reading:
    """Return the reading of one colour under a school; `neutral` defaults to the school's painted neutral."""
    doubt = school.doubt(colour.provenance, colour.spread)
    return _read(colour.lab, colour.lrv, doubt, school, neutral or school.neutral)


@lru_cache(maxsize=4096)
def _read(
    lab: tuple[float, float, float], lrv: float, doubt: float, school: School, neutral: WorkingNeutral
) -> Reading:
    return read_many([lab], [lrv], [doubt], school, neutral)[0]


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

    temperate = school.temperate[0]
    warmths = [school.temperature.words[at] for at in school.temperature.index(found.warmth)]
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
                    strength_word=school.undertone_strength.word(strength),
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
                    word=warmths[i],
                    supported=bool(abs(warmth) > found.doubt[i]),
                    relative=school.relative,
                    temperate=warmths[i] == temperate,
                    lean="" if abs(warmth) < school.lean_from else "warm" if warmth > 0 else "cool",
                ),
                uncertainty=float(found.doubt[i]),
                school=school.key,
                neutral=neutral.kind,
            )
        )
    return readings
