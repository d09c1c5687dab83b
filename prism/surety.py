"""What ±u means, and how surely a statement holds under it.

The uncertainty u of a source is the root mean square ΔE00 of its values from the truth, spread evenly over the three
axes of CIEDE2000 at that colour: u/√3 on each of ΔL'/S_L, ΔC'/S_C and ΔH'/S_H. Every statement is asked of that one
model, and its probability decides how it may be worded.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from itertools import pairwise

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import TINY, length, saturation
from prism.spectrum import Array

AXES = 3**0.5
"""u is so many times the standard deviation on one axis: three axes share its square evenly."""
POINTS = 256
"""Points of the cloud that stands for the uncertainty."""
SAME = 0.5
"""ΔE00 within which two colours look the same: a word that one of them has is true of the other."""
WITHIN, DEVIATIONS_WITHIN = 0.95, 1.96
"""The part of the errors that drawings show, and the deviations that hold it on one axis."""
AT_ONCE = 1_024
"""Colours whose clouds are looked at together."""
Floats = NDArray[np.float32]


class Level(StrEnum):
    """How surely something is said."""

    CERTAIN = "certain"
    PROBABLY = "probably"
    NONE = "none"


LEVELS = (Level.NONE, Level.PROBABLY, Level.CERTAIN)
"""In rising order; arrays hold a level by its place here."""


@dataclass(frozen=True)
class Thresholds:
    """From which probability on a statement is called certain, of one colour, of a pair and of a pair's hue word, and
    from which probable; `shared` is the part of their errors that two values of one maker and kind have in common (the
    correlation), `widened` by how many degrees either side a pair's hue may lie beyond its word's sector, and
    `stated_lightness` the ΔE00 that a stated LRV leaves lightness unsure by, counted as u is."""

    certain: float
    certain_pair: float
    certain_hue: float
    probable: float
    shared: float
    widened: float
    stated_lightness: float

    def level(self, probability: float, certain: float | None = None) -> Level:
        """Return how surely something of this probability is said."""
        if probability >= (self.certain if certain is None else certain):
            return Level.CERTAIN
        return Level.PROBABLY if probability >= self.probable else Level.NONE

    def levels(self, probability: ArrayLike, certain: float | None = None) -> NDArray[np.int8]:
        """Return the same for many, (...), as places in `LEVELS`."""
        p = np.asarray(probability)
        levels = (p >= self.probable).astype(np.int8)
        levels += p >= (self.certain if certain is None else certain)
        return np.where(p >= self.probable, levels, np.int8(0))


@cache
def cloud() -> Floats:
    """Return points of a round normal distribution of deviation 1, (256, 2): rings of equal mass, laid as a spiral
    whose every step turns by the golden angle. No chance is in it."""
    k = np.arange(POINTS)
    radius = np.sqrt(-2 * np.log(1 - (k + 0.5) / POINTS))
    turn = k * np.pi * (3 - np.sqrt(5))
    points = np.stack([radius * np.cos(turn), radius * np.sin(turn)], axis=-1).astype(np.float32)
    points.flags.writeable = False
    return points


@cache
def square_cloud() -> Floats:
    """Return of the same points x, y, x², xy, y², (5, 256), by which quadratic forms of them are one matrix product."""
    x, y = cloud().T
    return np.stack([x, y, x * x, x * y, y * y])


@dataclass(frozen=True)
class Axes:
    """The axes of CIEDE2000 at colours: how many units of L* make one ΔE00, (n,), and the a*, b* that one ΔE00 makes
    along two axes, (n, 2, 2): rows a*, b*, columns chroma and hue (in blues, where the two pull together, turned)."""

    lightness: Array
    plane: Array

    def step(self, direction: Array, lightness: float = 0.0) -> Array:
        """Return the Lab units that one ΔE00 makes along a direction of a*, b* (2,) and so much `lightness`, (n,)."""
        along = direction @ self.plane
        square = (along * along).sum(axis=-1) + (self.lightness * lightness) ** 2
        units: Array = np.sqrt(square)
        return units


def axes_at(lab: ArrayLike) -> Axes:
    """Return the axes of CIEDE2000 at Lab (n, 3).

    With ΔC and ΔH over their weights, ΔE² is ΔC² + ΔH² + R_T·ΔC·ΔH: in blues the two pull together. The plane has the
    inverse root of that form in it, so that a round cloud on it is one of equal ΔE00.
    Source: Sharma, Wu and Dalal (2005), (2)-(6), (15)-(21), at equal pairs.
    """
    lightness, a, b = np.asarray(lab, dtype=np.float64).reshape(-1, 3).T
    g = 1.5 - 0.5 * saturation(length(a, b))
    x = g * a
    chroma = length(x, b)
    grey = chroma < TINY
    scale = 1 / np.where(grey, 1.0, chroma)
    cos1, sin1 = np.where(grey, 1.0, x * scale), b * scale
    cos2, sin2 = 2 * cos1**2 - 1, 2 * sin1 * cos1
    cos3, sin3 = cos1 * cos2 - sin1 * sin2, sin1 * cos2 + cos1 * sin2
    cos4, sin4 = 2 * cos2**2 - 1, 2 * sin2 * cos2
    t = 1 - 0.17 * _turned(cos1, sin1, 30) + 0.24 * cos2 + 0.32 * _turned(cos3, sin3, -6)
    t = t - 0.20 * _turned(cos4, sin4, 63)
    s_c, s_h = 1 + 0.045 * chroma, 1 + 0.015 * chroma * t
    l50 = (lightness - 50) ** 2
    plane = np.empty((len(chroma), 2, 2))
    plane[:, 0, 0], plane[:, 0, 1] = s_c * cos1 / g, -s_h * sin1 / g
    plane[:, 1, 0], plane[:, 1, 1] = s_c * sin1, s_h * cos1
    return Axes(1 + 0.015 * l50 / np.sqrt(20 + l50), plane @ _unrotated(chroma, sin1, cos1))


def _unrotated(chroma: Array, sin: Array, cos: Array) -> Array:
    """Return the inverse root of [[1, R_T/2], [R_T/2, 1]], (n, 2, 2). Source: Sharma and others, (16), (17), (21)."""
    hue = np.degrees(np.arctan2(sin, cos)) % 360
    theta = 30 * np.exp(-(((hue - 275) / 25) ** 2))
    term = -np.sin(np.radians(2 * theta)) * saturation(chroma)  # R_T/2
    # eigenvectors lie on the diagonals, eigenvalues are 1 ± R_T/2
    more, less = 1 / np.sqrt(1 + term), 1 / np.sqrt(1 - term)
    root = np.empty((len(chroma), 2, 2))
    root[:, 0, 0] = root[:, 1, 1] = (more + less) / 2
    root[:, 0, 1] = root[:, 1, 0] = (more - less) / 2
    return root


def _turned(cos: Array, sin: Array, degrees: float) -> Array:
    turned: Array = cos * np.cos(np.radians(degrees)) + sin * np.sin(np.radians(degrees))
    return turned


def apart(first: ArrayLike, second: ArrayLike, shared: ArrayLike = 0.0) -> Array:
    """Return the uncertainty of a difference, ΔE00, (...): √(u₁² + u₂² − 2ρu₁u₂), where ρ of the errors is shared.

    >>> [round(float(u), 3) for u in apart([1.0, 1.0], 1.0, [0.0, 0.5])]
    [1.414, 1.0]
    """
    one, other = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    left: Array = np.sqrt(np.maximum(one * one + other * other - 2 * np.asarray(shared) * one * other, 0.0))
    return left


def outline(lab: ArrayLike, uncertainty: float, count: int = 48) -> Array:
    """Return the outline within which `WITHIN` of the errors of one colour (3,) lie, (count, 2) of a*, b* from it."""
    turn = np.linspace(0, 2 * np.pi, count, endpoint=False)
    reach = float(np.sqrt(-2 * np.log(1 - WITHIN))) * uncertainty / AXES
    drawn: Array = reach * np.stack([np.cos(turn), np.sin(turn)], axis=-1) @ axes_at(lab).plane[0].T
    return drawn


def lightness_span(lab: ArrayLike, uncertainty: float) -> tuple[float, float]:
    """Return the L* between which `WITHIN` of the errors of one colour's (3,) lightness lie."""
    reach = DEVIATIONS_WITHIN * float(axes_at(lab).lightness[0]) * uncertainty / AXES
    at = float(np.asarray(lab)[0])
    return max(at - reach, 0.0), min(at + reach, 100.0)


def below(value: ArrayLike) -> Array:
    """Return the share of a normal distribution of deviation 1 that lies below a value, (...), to 1.5e-7.

    Source: Abramowitz and Stegun (1964), 7.1.26.

    >>> below([0.0, 1.96, -1.96]).round(3).tolist()
    [0.5, 0.975, 0.025]
    """
    x = np.asarray(value, dtype=np.float64) / np.sqrt(2)
    t = 1 / (1 + 0.3275911 * np.abs(x))
    series = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
    half = 0.5 * series * np.exp(-x * x)
    share: Array = np.where(x > 0, 1 - half, half)
    return share


def band_shares(
    value: ArrayLike, deviation: ArrayLike, edges: Sequence[float], widened: ArrayLike = 0.0
) -> Array:  # fmt: skip
    """Return how much of each value (n,) lies in each band between rising edges, (n, bands), errors being normal.

    Each band may be `widened` by so much either side, (n,); the shares then overlap.
    """
    at = np.asarray(value, dtype=np.float64)[..., None]
    wide = np.maximum(np.asarray(deviation, dtype=np.float64)[..., None], 1e-9)
    more = np.broadcast_to(np.asarray(widened, dtype=np.float64)[..., None], at.shape)
    ends = np.zeros((*at.shape[:-1], 1))
    up_to = np.concatenate([below((np.asarray(edges) + more - at) / wide), ends + 1.0], axis=-1)
    down_to = np.concatenate([ends, below((np.asarray(edges) - more - at) / wide)], axis=-1)
    share: Array = up_to - down_to
    return share


@dataclass(frozen=True)
class Band:
    """Which word of a scale a colour has, and how surely the word is true of it.

    A word is true of a colour where any colour that looks the same has that word (`SAME`). `words` holds the word, and
    second the one across the border where the colour stands on one: nearer to it than its uncertainty.
    """

    words: tuple[str, ...]
    level: Level

    @property
    def word(self) -> str:
        return self.words[0]

    @property
    def across(self) -> str:
        """The word across the border that it stands on; empty where it stands on none."""
        return self.words[1] if len(self.words) > 1 else ""


@dataclass(frozen=True)
class Bands:
    """Which words of a scale colours have, row for row: `named` (n, 2) are places of words, second that across the
    border a row stands on, or −1; `level` (n,) places in `LEVELS`."""

    named: NDArray[np.intp]
    level: NDArray[np.int8]

    def says(self, place: int) -> NDArray[np.bool_]:
        """Return which rows have a word, or stand on its border, (n,)."""
        mask: NDArray[np.bool_] = (self.named == place).any(axis=1)
        return mask

    def words(self, row: int, scale: Sequence[str]) -> Band:
        named = tuple(scale[place] for place in self.named[row] if place >= 0)
        return Band(named, LEVELS[int(self.level[row])])


def bands(shares: Array, widened: Array, at: NDArray[np.intp], thresholds: Thresholds) -> Bands:
    """Return which words colours have: `at` (n,) is the word of each value, `shares` (n, words) the probability of each
    word, and `widened` (n, words) the same where what looks the same counts too."""
    rows, count = np.arange(len(at)), shares.shape[1]
    level = thresholds.levels(widened[rows, at])
    if count == 1:
        return Bands(np.stack([at, np.full_like(at, -1)], axis=1), level)
    before, after = np.maximum(at - 1, 0), np.minimum(at + 1, count - 1)
    below_ = np.where(at > 0, shares[rows, before], -1.0)
    above = np.where(at < count - 1, shares[rows, after], -1.0)
    other = np.where(above >= below_, after, before)
    on_border = shares[rows, at] < thresholds.certain
    return Bands(np.stack([at, np.where(on_border, other, -1)], axis=1), level)


def in_parts(count: int, size: int = AT_ONCE) -> Iterator[slice]:
    """Yield slices that together are `count` rows, so many at a time."""
    for start, stop in pairwise([*range(0, count, size), count]):
        yield slice(start, stop)
