"""How hard the next exercise should be: the adaptive method of Watson & Pelli (1983), QUEST, for one axis of one eye.

What is not known is the threshold: by how much, ΔE00, two colours must differ for this eye to tell in three of four
tries of two; nor how steeply it tells more beyond it, nor how often its hand slips. After every answer the probability
of all three over a grid is brought up to date, and the next difference shown is the likeliest threshold, so that few
answers are wasted on what is plain or hopeless. An eye learns, so an answer counts less the more came after it.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array

LOWEST, HIGHEST, GRID = 0.1, 20.0, 121
"""ΔE00 between which thresholds are looked for, and at how many places, evenly in their logarithm."""
SLOPE = 3.5
"""Steepness of the Weibull function, as Watson & Pelli give it for contrasts."""
SLOPES = (1.2, 2.1, 3.5, 5.2)
"""Steepnesses that are thought possible of colours, alike beforehand."""
LAPSES = 0.02
"""Part of the answers that are slips of the hand, where nothing is known of it."""
SLIPS = (0.01, 0.07)
"""Parts of the answers that are thought possible to be slips, alike beforehand."""
FADES = 0.98
"""What an answer counts for with each that comes after it: after 35 half."""
PRIOR_SPREAD = 0.35
"""Standard deviation of the logarithm (base 10) of thresholds before anything was answered."""


def right_answers(
    apart: ArrayLike, threshold: ArrayLike, guessing: ArrayLike = 0.5, slope: ArrayLike = SLOPE,
    lapses: ArrayLike = LAPSES,
) -> Array:  # fmt: skip
    """Return the probability of a right answer where colours are `apart`, both ΔE00, and guessing alone gives
    `guessing`: at the threshold halfway between that and every answer right but for `lapses`."""
    at = np.float32(np.log(2.0)) * (np.asarray(apart) / np.asarray(threshold)) ** np.asarray(slope)
    chance = np.asarray(guessing)
    shares: Array = chance + (1 - chance - np.asarray(lapses)) * (1 - np.exp(-at))
    return shares


@dataclass(frozen=True)
class Threshold:
    """What is known of a threshold after some answers: its likeliest value, ΔE00, and between what it lies with a
    probability of 95 %."""

    value: float
    low: float
    high: float
    answers: int


class Staircase:
    """The thresholds that remain likely. `prior` is the method's for this axis, ΔE00."""

    def __init__(self, prior: float = 1.5) -> None:
        self._log = np.linspace(np.log10(LOWEST), np.log10(HIGHEST), GRID)
        log, slope, lapses = (mesh.reshape(-1) for mesh in np.meshgrid(self._log, SLOPES, SLIPS, indexing="ij"))
        self._eyes = tuple(values.astype(np.float32) for values in (10**log, slope, lapses))
        self._prior = -0.5 * ((log - np.log10(prior)) / PRIOR_SPREAD) ** 2
        self._told = np.zeros_like(self._prior)
        self._answers = 0

    def answered(self, apart: float, right: bool, guessing: float = 0.5) -> None:
        """Take in an answer to something that was `apart`, ΔE00; what was not apart at all says nothing of it."""
        self.follow([apart], [right], guessing)

    def follow(
        self, apart: ArrayLike, right: ArrayLike, guessing: float | ArrayLike = 0.5, told: int = 0
    ) -> list[tuple[int, Threshold]]:
        """Take in answers in their order, (n,) each, and return what was known on the way: so many times, evenly, with
        how many of them had been given by then."""
        size, hits = np.asarray(apart, dtype=np.float64).reshape(-1), np.asarray(right, dtype=np.bool_).reshape(-1)
        chance = np.broadcast_to(np.asarray(guessing, dtype=np.float64), size.shape)
        from scipy.signal import lfilter  # late: it takes longer to import than the whole core

        telling = size > 0
        size, hits, chance = size[telling].astype(np.float32), hits[telling], chance[telling].astype(np.float32)
        if not len(size):
            return []
        threshold, slope, lapses = self._eyes
        hit = right_answers(size[:, None], threshold, chance[:, None], slope, lapses)
        tells = np.log(np.clip(np.where(hits[:, None], hit, 1 - hit), 1e-9, 1.0))
        each, _ = lfilter([1.0], [1.0, -FADES], tells, axis=0, zi=FADES * self._told[None])
        self._told = each[-1]
        marks = np.unique(np.linspace(0, len(size) - 1, min(told, len(size))).round().astype(int)).tolist()
        marks_at = [(mark + 1, self._threshold(each[mark], self._answers + mark + 1)) for mark in marks]
        self._answers += len(size)
        return marks_at

    @property
    def next(self) -> float:
        """How far apart, ΔE00, the next thing should be."""
        return self.found.value

    @property
    def found(self) -> Threshold:
        return self._threshold(self._told, self._answers)

    def _threshold(self, told: Array, answers: int) -> Threshold:
        likely = self._prior + told
        weight = np.exp(likely - likely.max()).reshape(GRID, -1).sum(axis=1)
        share = weight / weight.sum()
        below = np.cumsum(share)
        low, high = (float(10 ** np.interp(part, below, self._log)) for part in (0.025, 0.975))
        return Threshold(float(10 ** (share @ self._log)), low, high, answers)
