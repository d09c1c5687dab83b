"""The neutral of an eye: from which painted grey somebody judges, by what they called the undertones of boards.

An eye whose neutral lies a little towards green calls a board green later than the school does. What it sees of a
board is its undertone less that shift, with some noise; it names the hue in whose sector that falls. Shift and noise
are found as the likeliest of all, beginning from the school's own: a small shift, and the noise of practised eyes.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import minimize
from scipy.special import ndtr

from prism.school.scales import HueScale
from prism.spectrum import Array

PRIOR_SHIFT, PRIOR_NOISE, NOISE_SPREAD = 1.0, 1.0, 0.5
"""Before anything was answered: the standard deviation of the shift on each axis and the likeliest noise, Lab units,
and the standard deviation of the noise's logarithm."""
SURE = 1.96
_AT, _WEIGHT = np.polynomial.legendre.leggauss(12)
_STEEPEST = 9.0


@dataclass(frozen=True)
class Eye:
    """An eye as far as it is known: its neutral less the school's, (2,), Lab units; how unsure that is, (2, 2); the
    noise of one look; and from how many answers."""

    shift: tuple[float, float]
    covariance: Array
    noise: float
    answers: int

    def along(self, degrees: float) -> tuple[float, float]:
        """Return by how much later the eye sees a hue than the school does, with ± for 95 %, Lab units."""
        way = np.array([np.cos(np.radians(degrees)), np.sin(np.radians(degrees))])
        return float(way @ np.array(self.shift)), SURE * float(np.sqrt(way @ self.covariance @ way))


def sector_shares(seen: Array, noise: float, scale: HueScale, named: NDArray[np.intp]) -> Array:
    """Return the probability (n,) that what is seen, undertones (n, 2) with so much noise on each axis, is called by
    the hue `named` (n,): the projected normal distribution over its sector."""
    return _shares(seen, noise, *_sectors(scale, named))


def _sectors(scale: HueScale, named: NDArray[np.intp]) -> tuple[Array, Array]:
    """Return the angles (n, points) at which the sectors of hues are looked at, and how wide they are, radians (n,)."""
    starts, widths = np.radians(np.array(scale.edges))[named], np.radians(scale.widths())[named]
    return starts[:, None] + widths[:, None] * (_AT + 1) / 2, widths


def _shares(seen: Array, noise: float, angle: Array, widths: Array) -> Array:
    strength = np.minimum(np.hypot(seen[:, 0], seen[:, 1]) / noise, _STEEPEST)[:, None]
    along = strength * np.cos(angle - np.arctan2(seen[:, 1], seen[:, 0])[:, None])
    across = strength**2 - along**2
    density = np.exp(-(strength**2) / 2) + along * np.sqrt(2 * np.pi) * np.exp(-across / 2) * ndtr(along)
    shares: Array = (density @ _WEIGHT) * widths / 2 / (2 * np.pi)
    return np.clip(shares, 1e-9, 1.0)


def estimate(undertones: ArrayLike, named: ArrayLike, scale: HueScale) -> Eye:
    """Return the eye that named the hues (n,), places in a school's scale, of boards with undertones (n, 2)."""
    u = np.asarray(undertones, dtype=np.float64).reshape(-1, 2)
    hues = np.asarray(named, dtype=np.intp).reshape(-1)

    sectors = _sectors(scale, hues)

    def unlikely(at: Array) -> float:
        shares = _shares(u - at[:2], float(np.exp(at[2])), *sectors) if len(u) else np.ones(1)
        lapses = 0.02 / len(scale.words)
        prior = at[:2] @ at[:2] / PRIOR_SHIFT**2 + ((at[2] - np.log(PRIOR_NOISE)) / NOISE_SPREAD) ** 2
        return float(-np.log(0.98 * shares + lapses).sum() + prior / 2)

    best = minimize(unlikely, np.array([0.0, 0.0, np.log(PRIOR_NOISE)]), method="BFGS", options={"gtol": 0.05}).x
    return Eye((float(best[0]), float(best[1])), _covariance(unlikely, best)[:2, :2], float(np.exp(best[2])), len(u))


def _covariance(unlikely: Callable[[Array], float], best: Array, step: float = 0.05) -> Array:
    """Return the inverse of the curvature at the likeliest place, (3, 3)."""
    size = len(best)
    moves = np.eye(size) * step
    curvature = np.empty((size, size))
    for i in range(size):
        for j in range(i, size):
            corners = [unlikely(best + a * moves[i] + b * moves[j]) * a * b for a in (1, -1) for b in (1, -1)]
            curvature[i, j] = curvature[j, i] = sum(corners) / (4 * step * step)
    found: Array = np.linalg.inv(curvature).astype(np.float64)
    return found
