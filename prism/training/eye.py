"""The neutral of an eye: from which painted grey somebody judges, by what they called the undertones of boards.

An eye whose neutral lies a little towards green calls a board green later than the method does. What it sees of a
board is its undertone less that shift, with some noise; it names the hue in whose sector that falls. Shift and noise
have a prior, which is the method's own: a small shift, and the noise of practised eyes. What is said of an eye is the
mean and the spread of what remains likely: drawn around the likeliest of all and weighed (importance sampling).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import minimize
from scipy.special import ndtr, stdtrit

from prism.method.scales import HueScale
from prism.spectrum import Array

PRIOR_SHIFT, PRIOR_NOISE, NOISE_SPREAD = 1.0, 1.0, 0.5
"""Before anything was answered: the standard deviation of the shift on each axis and the likeliest noise, Lab units,
and the standard deviation of the noise's logarithm."""
SURE, FEWEST = 0.975, 20
"""Where an interval of 95 % ends, by Student's distribution since the noise is found from the answers too; and for how
many answers it is widest."""
LAPSES = 0.02
"""Part of the answers that are slips of the hand."""
DRAWS, LOOKS, HEAVY = (160, 2_000), 320_000, 5
"""Eyes that are weighed, at least and at most, for so many looks in all; and how heavy the tails are of Student's
distribution that they are drawn from."""
_AT, _WEIGHT = np.polynomial.legendre.leggauss(12)
_STEEPEST, _STEP = 12.0, 0.2
"""Strength of an undertone, in units of the noise, beyond which a hue is beyond doubt; the step of the table."""

Unlikely = Callable[[Array], Array]


@dataclass(frozen=True)
class Eye:
    """An eye as far as it is known: its neutral less the method's, (2,), Lab units; how unsure that is, (2, 2); the
    noise of one look; and from how many answers."""

    shift: tuple[float, float]
    covariance: Array
    noise: float
    answers: int

    def along(self, degrees: float) -> tuple[float, float]:
        """Return by how much later the eye sees a hue than the method does, with ± for 95 %, Lab units."""
        way = np.array([np.cos(np.radians(degrees)), np.sin(np.radians(degrees))])
        sure = float(stdtrit(max(self.answers, FEWEST), SURE))
        return float(way @ np.array(self.shift)), sure * float(np.sqrt(way @ self.covariance @ way))


def sector_shares(seen: Array, noise: float, scale: HueScale, named: NDArray[np.intp]) -> Array:
    """Return the probability (n,) that what is seen, undertones (n, 2) with so much noise on each axis, is called by
    the hue `named` (n,): the projected normal distribution over its sector."""
    starts, widths = np.radians(np.array(scale.edges))[named], np.radians(scale.widths())[named]
    angle = starts[:, None] + widths[:, None] * (_AT + 1) / 2
    strength = np.hypot(seen[:, 0], seen[:, 1])[:, None] / noise
    along = strength * np.cos(angle - np.arctan2(seen[:, 1], seen[:, 0])[:, None])
    across = strength**2 - along**2
    density = np.exp(-(strength**2) / 2) + along * np.sqrt(2 * np.pi) * np.exp(-across / 2) * ndtr(along)
    shares: Array = (density @ _WEIGHT) * widths / 2 / (2 * np.pi)
    return np.clip(shares, 1e-9, 1.0)


@cache
def _table(scale: HueScale) -> Array:
    """Return the probabilities of every answer, slips among them, over undertones in units of the noise: (hues, k, k)
    from −`_STEEPEST` to `_STEEPEST` along both axes."""
    at = np.arange(-_STEEPEST, _STEEPEST + _STEP, _STEP)
    places = np.stack(np.meshgrid(at, at, indexing="ij"), axis=-1).reshape(-1, 2)
    hues = [sector_shares(places, 1.0, scale, np.full(len(places), hue)) for hue in range(len(scale.words))]
    shares: Array = np.array(hues).reshape(len(hues), len(at), len(at))
    return (1 - LAPSES) * shares + LAPSES / len(scale.words)


@dataclass(frozen=True)
class Besides:
    """What is known of a shift from elsewhere: its mean on each axis, how unsure that is, Lab units (infinite where
    nothing is known), and from how many answers."""

    mean: tuple[float, float]
    spread: tuple[float, float]
    answers: int


NOTHING = Besides((0.0, 0.0), (np.inf, np.inf), 0)


def estimate(undertones: ArrayLike, named: ArrayLike, scale: HueScale, besides: Besides = NOTHING) -> Eye:
    """Return the eye that named the hues (n,), places in a method's scale, of boards with undertones (n, 2)."""
    u = np.asarray(undertones, dtype=np.float64).reshape(-1, 2)
    unlikely = _unlikely(u, np.asarray(named, dtype=np.intp).reshape(-1), _table(scale), besides)
    start = np.array([0.0, 0.0, np.log(PRIOR_NOISE)])
    best = minimize(_sloping(unlikely), start, method="BFGS", jac=True, options={"gtol": 0.1}).x
    mean, covariance = _weighed(
        unlikely, best, _covariance(unlikely, best), int(np.clip(LOOKS // max(len(u), 1), *DRAWS))
    )
    return Eye((float(mean[0]), float(mean[1])), covariance[:2, :2], float(np.exp(mean[2])), len(u) + besides.answers)


def _unlikely(u: Array, hues: NDArray[np.intp], table: Array, besides: Besides) -> Unlikely:
    """Return the negative logarithm of how likely eyes are, (k,): of shifts and the noise's logarithm (k, 3)."""
    size = table.shape[1]
    own, flat = hues * size * size, table.reshape(-1)

    def cells(along: Array, shift: Array, noise: Array) -> tuple[NDArray[np.intp], Array]:
        place = (along - shift[:, None]) / (noise[:, None] * _STEP) + _STEEPEST / _STEP
        np.clip(place, 0.0, size - 1.001, out=place)
        low = place.astype(np.intp)
        place -= low
        return low, place

    def unlikely(at: Array) -> Array:
        noise = np.exp(at[:, 2])
        (i, x), (j, y) = (cells(u[:, axis], at[:, axis], noise) for axis in (0, 1))
        i *= size
        i += j
        i += own
        near, far = flat[i], flat[i + size]
        near += (flat[i + 1] - near) * y
        far += (flat[i + size + 1] - far) * y
        near += (far - near) * x
        prior = (at[:, :2] ** 2).sum(axis=1) / PRIOR_SHIFT**2 + ((at[:, 2] - np.log(PRIOR_NOISE)) / NOISE_SPREAD) ** 2
        prior += (((at[:, :2] - besides.mean) / besides.spread) ** 2).sum(axis=1)
        penalty: Array = prior / 2 - np.log(near).sum(axis=1)
        return penalty

    return unlikely


def _sloping(unlikely: Unlikely, step: float = 0.02) -> Callable[[Array], tuple[float, Array]]:
    """Return the function with its slope, at one place."""
    moves = np.concatenate([np.zeros((1, 3)), np.eye(3) * step, -np.eye(3) * step])

    def sloping(at: Array) -> tuple[float, Array]:
        slopes = unlikely(at + moves)
        return float(slopes[0]), (slopes[1:4] - slopes[4:]) / (2 * step)

    return sloping


def _covariance(unlikely: Unlikely, best: Array, step: float = 0.1) -> Array:
    """Return the inverse of the curvature at the likeliest place, (3, 3), no wider than the prior."""
    size = len(best)
    moves = np.eye(size) * step
    signs = [(a, b) for a in (1, -1) for b in (1, -1)]
    pairs = [(i, j) for i in range(size) for j in range(i, size)]
    corners = np.array([best + a * moves[i] + b * moves[j] for i, j in pairs for a, b in signs])
    bent = unlikely(corners).reshape(len(pairs), 4) @ np.array([a * b for a, b in signs]) / (4 * step * step)
    curvature = np.empty((size, size))
    for (i, j), value in zip(pairs, bent, strict=True):
        curvature[i, j] = curvature[j, i] = value
    values, ways = np.linalg.eigh(curvature)
    covariance: Array = (ways / np.maximum(values, 1 / PRIOR_SHIFT**2)) @ ways.T
    return covariance


def _weighed(unlikely: Unlikely, best: Array, covariance: Array, draws: int) -> tuple[Array, Array]:
    """Return the mean (3,) and the covariance (3, 3) of the eyes that remain likely, from so many."""
    rng = np.random.default_rng(0)
    half = rng.standard_normal((draws // 2, 3))
    tails = np.sqrt(HEAVY / rng.chisquare(HEAVY, draws // 2))[:, None]
    z = np.concatenate([half * tails, -half * tails])
    drawn = best + z @ np.linalg.cholesky(covariance).T
    odds = (HEAVY + 3) / 2 * np.log1p((z**2).sum(axis=1) / HEAVY) - unlikely(drawn)
    weight = np.exp(odds - odds.max())
    weight /= weight.sum()
    mean = weight @ drawn
    off = drawn - mean
    weighed: Array = (weight[:, None] * off).T @ off
    return mean, weighed
