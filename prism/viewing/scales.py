"""What was seen in a room by scales, held against what the room's light was computed to do.

A person answers each scale in steps of −2 to 2: none, somewhat, clearly, one way or the other. What is computed is a
difference in Lab units; it agrees where it lies within the step's range or so near that what is unsure of it reaches.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike
from scipy.special import stdtrit

from prism.light.claims import warmth
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.side_by_side import COMPARATIVE
from prism.spectrum import Array

SCALES = ("depth", "warmth", "clearness", "hue")
"""Lighter or darker, warmer or cooler, clearer or greyer, pinker or greener."""
STEPS = (-2, -1, 0, 1, 2)
SOME, CLEAR = 1.0, 3.5
"""Lab units from which a difference is somewhat and clearly seen."""
PER_STEP = {-2: -4.5, -1: -2.0, 0: 0.0, 1: 2.0, 2: 4.5}
"""What a step stands for, Lab units."""
LEAST_ANSWERS = 5
"""Answers on a scale from which a difference is said to be systematic."""
LIGHT = "light"
"""The scale of a room's light, beside those of the eye."""
LEAST_READINGS = 3
"""Lux of one room from which its light is said to be other than computed."""
AXES = {"hue": (1.0, 0.0), "warmth": (0.0, 1.0)}
"""Along which direction, (a*, b*), a scale of the eye moves the neutral that a person judges by; the others do not."""


def neutral_shift(eye: Mapping[str, float]) -> tuple[float, float]:
    """Return by how much, (a*, b*), the neutral of somebody lies off the method's who sees scales otherwise by so many
    Lab units: who sees all greener has a neutral that is pinker."""
    a = -sum(AXES[scale][0] * mean for scale, mean in eye.items() if scale in AXES)
    b = -sum(AXES[scale][1] * mean for scale, mean in eye.items() if scale in AXES)
    return a, b


HUES = tuple(COMPARATIVE)
"""Undertones that may be seen; a light red is called a pink."""
NO_UNDERTONE = "none"
POSSIBLE, LIKELY = 0.1, 0.5
"""Probability from which an undertone that was seen stands near what was computed, though another is likelier; and from
which that other is likely enough to part from."""


class Agreement(StrEnum):
    """How an answer stands to what was computed."""

    AGREES = "agrees"
    NEAR = "near"
    DIFFERS = "differs"


@dataclass(frozen=True)
class ScaleCheck:
    """One scale: the step that was answered, the difference that was computed in Lab units, the step that would be, and
    how the two agree."""

    scale: str
    seen: int
    computed: float
    step: int
    agreement: Agreement


def differences(
    seen: ArrayLike, beside: ArrayLike, method: Method, neutral: WorkingNeutral | None = None
) -> dict[str, float]:
    """Return by how much something that reads as Lab `seen` (3,) differs from Lab `beside` (3,), on each scale."""
    line = neutral or method.neutral
    one, other = np.asarray(seen, dtype=np.float64), np.asarray(beside, dtype=np.float64)
    u, v = line.undertone(one[None])[0], line.undertone(other[None])[0]
    return {
        "depth": float(one[0] - other[0]),
        "warmth": float(warmth(one, method, line) - warmth(other, method, line)),
        "clearness": float(np.hypot(*u) - np.hypot(*v)),
        "hue": float(u[0] - v[0]),
    }


def step_of(value: float) -> int:
    """Return the step that a difference would be answered by."""
    size = abs(value)
    return int(np.sign(value)) * (2 if size >= CLEAR else 1 if size >= SOME else 0)


def held(answers: Mapping[str, int], computed: Mapping[str, float], doubt: float) -> list[ScaleCheck]:
    """Return each scale that was answered against what was computed, `doubt` Lab units unsure."""
    directions = []
    for scale in SCALES:
        if scale not in answers or scale not in computed:
            continue
        seen, value = answers[scale], computed[scale]
        step = step_of(value)
        reach = {step_of(value - doubt), step, step_of(value + doubt)}
        opposite = seen * step < 0
        if seen in reach:
            how = Agreement.AGREES
        elif not opposite and abs(seen - step) == 1:
            how = Agreement.NEAR
        else:
            how = Agreement.DIFFERS
        directions.append(ScaleCheck(scale, seen, value, step, how))
    return directions


@dataclass(frozen=True)
class ToldHue:
    """The undertone that was seen, one of `HUES` or `NO_UNDERTONE`; the one that was computed as the likeliest, how
    probable each of the two is, and how they agree."""

    seen: str
    likeliest: str
    share: float
    likeliest_share: float
    agreement: Agreement


def told_hue(seen: str, shares: Mapping[str, float]) -> ToldHue | None:
    """Return the undertone that was seen against the probability of each that was computed; None of none."""
    if not seen or not shares:
        return None
    likeliest = max(shares, key=lambda hue: shares[hue])
    share = shares.get(seen, 0.0)
    how = Agreement.NEAR if share >= POSSIBLE or shares[likeliest] < LIKELY else Agreement.DIFFERS
    return ToldHue(seen, likeliest, share, shares[likeliest], Agreement.AGREES if seen == likeliest else how)


def shares_of(reading: Reading) -> dict[str, float]:
    """Return the probability of each undertone of something that was read, and of none."""
    return {hue or NO_UNDERTONE: round(float(share), 3) for hue, share in reading.undertone.shares}


@dataclass(frozen=True)
class Leaning:
    """A systematic difference on a scale: by how many Lab units answers pass what was computed, the half-width of its
    95 % interval, and from how many answers."""

    scale: str
    mean: float
    half: float
    count: int

    @property
    def is_plain(self) -> bool:
        return abs(self.mean) > self.half


def leanings(answers: Sequence[tuple[str, int, float]]) -> list[Leaning]:
    """Return what answers (scale, step, computed) have in common, for each scale that has enough of them."""
    leanings = []
    for scale in SCALES:
        off = np.array([PER_STEP[step] - value for name, step, value in answers if name == scale])
        if len(off) >= LEAST_ANSWERS:
            leanings.append(_leaning(scale, off))
    return leanings


def light_leaning(readings: Sequence[tuple[float, float]]) -> Leaning | None:
    """Return by how much lux that were found pass those that were computed, as a natural logarithm of their ratio;
    None of too few."""
    ratios = np.array([np.log(read / computed) for read, computed in readings if read > 0 and computed > 0])
    return _leaning(LIGHT, ratios) if len(ratios) >= LEAST_READINGS else None


def _leaning(scale: str, off: Array) -> Leaning:
    half = float(stdtrit(len(off) - 1, 0.975)) * float(off.std(ddof=1)) / np.sqrt(len(off))
    return Leaning(scale, float(off.mean()), float(half), len(off))
