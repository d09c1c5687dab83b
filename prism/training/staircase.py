"""How hard the next exercise should be: the adaptive method of Watson & Pelli (1983), QUEST, for one axis of one eye.

What is not known is the threshold: by how much, ΔE00, two colours must differ for this eye to tell in three of four
tries of two. After every answer its probability over a grid is brought up to date, and the next difference that is
shown is the likeliest threshold, so that few answers are wasted on what is plain or hopeless.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from prism.spectrum import Array

LOWEST, HIGHEST, GRID = 0.1, 20.0, 241
"""ΔE00 between which thresholds are looked for, and at how many places, evenly in their logarithm."""
SLOPE = 3.5
"""Steepness of the Weibull function, as Watson & Pelli give it for contrasts."""
LAPSES = 0.02
"""Part of the answers that are slips of the hand."""
PRIOR_SPREAD = 0.35
"""Standard deviation of the logarithm (base 10) of thresholds before anything was answered."""


def right_answers(apart: float | Array, threshold: float | Array, guessing: float = 0.5) -> Array:
    """Return the probability of a right answer where colours are `apart`, both ΔE00, and guessing alone gives
    `guessing`: at the threshold halfway between that and every answer right."""
    at = np.log(2.0) * (np.asarray(apart, dtype=np.float64) / np.asarray(threshold)) ** SLOPE
    found: Array = guessing + (1 - guessing - LAPSES) * (1 - np.exp(-at))
    return found


@dataclass(frozen=True)
class Threshold:
    """What is known of a threshold after some answers: its likeliest value, ΔE00, and between what it lies with a
    probability of 95 %."""

    value: float
    low: float
    high: float
    answers: int


class Staircase:
    """The thresholds that remain likely. `prior` is the school's for this axis, ΔE00."""

    def __init__(self, prior: float = 1.5) -> None:
        self._log = np.linspace(np.log10(LOWEST), np.log10(HIGHEST), GRID)
        self._likely = -0.5 * ((self._log - np.log10(prior)) / PRIOR_SPREAD) ** 2
        self._answers = 0

    def answered(self, apart: float, right: bool, guessing: float = 0.5) -> None:
        """Take in an answer to something that was `apart`, ΔE00; what was not apart at all says nothing of it."""
        if apart <= 0:
            return
        hit = right_answers(apart, 10**self._log, guessing)
        self._likely += np.log(hit if right else 1 - hit)
        self._likely -= self._likely.max()
        self._answers += 1

    @property
    def _probability(self) -> Array:
        weight = np.exp(self._likely)
        share: Array = weight / weight.sum()
        return share

    @property
    def next(self) -> float:
        """How far apart, ΔE00, the next thing should be."""
        return self.found.value

    @property
    def found(self) -> Threshold:
        """What is known by now."""
        share = self._probability
        below = np.cumsum(share)
        low, high = (float(10 ** np.interp(part, below, self._log)) for part in (0.025, 0.975))
        return Threshold(float(10 ** (share @ self._log)), low, high, self._answers)
