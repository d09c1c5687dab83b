"""Which family a colour belongs to by the rules of a method, and how surely."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import length
from prism.method import ANY_CHROMA, Method
from prism.neutral import WorkingNeutral
from prism.sectors import hue_of
from prism.spectrum import Array, lightness_to_lrv
from prism.surety import AXES, LEVELS, SAME, Axes, Band, axes_at, cloud

_STEP = 4
"""Every so many points of the cloud are asked for their family."""
_AT_ONCE = 64
"""Unsure colours that are looked round at a time: each has a thousand points and more."""


@dataclass(frozen=True)
class Family:
    """A family: the `word` it is called by, and the one that it counts as, `base`, mostly the same.

    For a hue family `hue` is that hue and `clear` tells clear from greyed, None where the word says how coloured.
    """

    word: str
    base: str
    hue: str | None = None
    clear: bool | None = None

    @property
    def is_neutral(self) -> bool:
        """Whether the colour belongs to the whites, greys and browns rather than to a hue."""
        return self.hue is None


def family_of(code: int, chroma: float, method: Method) -> Family:
    clear = chroma >= method.clear_from
    if code < 0:
        word = method.hue_family.words[-1 - code]
        return Family(word, word, word, clear)
    rule = method.families[code]
    if rule.base not in method.hue_family.words:
        return Family(rule.word, rule.base)
    return Family(rule.word, rule.base, rule.base, clear if rule.chroma == ANY_CHROMA else None)


def is_of_hue(family: NDArray[np.intp], method: Method) -> NDArray[np.bool_]:
    """Return whether each family of a survey, (n,), counts as a hue, as blue and navy do."""
    by_rule = np.array([*(rule.base in method.hue_family.words for rule in method.families), False])
    mask: NDArray[np.bool_] = (family < 0) | by_rule[np.maximum(family, 0)]
    return mask


def families(lab: Array, lrv: Array, u: Array, method: Method) -> NDArray[np.intp]:
    """Return the first family rule that fits each colour, (n,), or −1 − h for hue family h: `lab` (n, 3), `lrv` (n,)
    and undertones `u` (n, 2)."""
    hue = hue_of(lab[:, 1:])
    by_hue: NDArray[np.intp] = -1 - method.hue_family.index(hue)
    if not method.families:
        return by_hue
    values = lrv, length(lab[:, 1], lab[:, 2]), hue, length(u[:, 0], u[:, 1])
    steps, of_hue = _rules(method)
    fits = of_hue[method.undertone.index(hue_of(u))]
    for (edges, between), value in zip(steps, values, strict=True):
        fits &= between[np.searchsorted(edges, value, side="right")]
    chosen: NDArray[np.intp] = np.where(fits.any(axis=1), fits.argmax(axis=1), by_hue)
    return chosen


@lru_cache(maxsize=16)
def _rules(method: Method) -> tuple[list[tuple[Array, NDArray[np.bool_]]], NDArray[np.bool_]]:
    """Return for LRV, chroma, hue and strength where rules begin or end, (k,), and which take what lies before, between
    and after, (k + 1, rules); and which take each undertone, (hues, rules)."""
    steps = []
    for each in zip(*((rule.lrv, rule.chroma, rule.hue, rule.strength) for rule in method.families), strict=True):
        edges = np.unique(each)
        low, high = np.searchsorted(edges, np.array(each).T)
        place = np.arange(len(edges) + 1)[:, None]
        steps.append((edges, (place > low) & (place <= high)))
    hues = [[not rule.undertone or word in rule.undertone for rule in method.families] for word in
            method.undertone.words]  # fmt: skip
    return steps, np.array(hues)


def family_spread(
    lab: ArrayLike,
    uncertainty: ArrayLike,
    lightness: ArrayLike,
    method: Method,
    neutral: WorkingNeutral,
    step: int = _STEP,
) -> list[dict[str, float]]:
    """Return the probability of each family word of colours, likeliest first: `lab` (n, 3), ΔE00 `uncertainty` and that
    of `lightness` (n,). Every `step`th point of the cloud is looked at."""
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    if not len(values):
        return []
    words = family_words_at(_scattered(values, uncertainty, lightness, step).reshape(-1, 3), method, neutral)
    return [_counted(row) for row in words.reshape(len(values), -1)]


def family_bands(
    lab: ArrayLike, uncertainty: ArrayLike, lightness: ArrayLike, method: Method, neutral: WorkingNeutral
) -> list[Band]:
    """Return which family word colours have, and that across the border they stand on: arguments as of `family_spread`.

    The word is true of a point of the cloud where anything that looks the same as that point has it.
    """
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    if not len(values):
        return []
    scattered, axes = _scattered(values, uncertainty, lightness, _STEP), axes_at(values)
    words = family_words_at(scattered.reshape(-1, 3), method, neutral).reshape(len(values), -1)
    own = family_words_at(values, method, neutral)
    true = words == own[:, None]
    unsure = np.flatnonzero(true.mean(axis=1) < method.claims.certain)
    alike = _alike(axes)
    for first in range(0, len(unsure), _AT_ONCE):
        some, points = np.nonzero(~true[unsure[first : first + _AT_ONCE]])
        rows = unsure[first + some]
        looks = family_words_at((scattered[rows, points, None] + alike[rows]).reshape(-1, 3), method, neutral)
        true[rows, points] = (looks.reshape(-1, len(_ALIKE)) == own[rows, None]).any(axis=1)
    levels = method.claims.levels(true.mean(axis=1))
    bands = []
    for row, word in enumerate(own.tolist()):
        across = [other for other in _counted(words[row]) if other != word] if row in unsure else []
        bands.append(Band((word, *across[:1]), LEVELS[int(levels[row])]))
    return bands


_CORNERS = np.array([c for c in np.ndindex(3, 3, 3) if c != (1, 1, 1)], dtype=np.float64) - 1

_ALIKE: Array = SAME * _CORNERS / np.linalg.norm(_CORNERS, axis=1, keepdims=True)
"""Steps along the axes of CIEDE2000, and between them, to what just looks the same, (26, 3)."""


def _alike(axes: Axes) -> Array:
    """Return the steps of Lab from each colour to what just looks the same, (n, 26, 3)."""
    near = np.empty((len(axes.lightness), len(_ALIKE), 3))
    near[:, :, 0] = _ALIKE[:, 0] * axes.lightness[:, None]
    near[:, :, 1:] = _ALIKE[:, 1:] @ np.swapaxes(axes.plane, 1, 2)
    return near


def _counted(words: NDArray[np.str_]) -> dict[str, float]:
    known, counts = np.unique(words, return_counts=True)
    order = np.argsort(-counts, kind="stable")
    return {str(known[i]): float(counts[i]) / len(words) for i in order}


def _scattered(values: Array, uncertainty: ArrayLike, lightness: ArrayLike, step: int) -> Array:
    """Return every `step`th point of the clouds about Lab (n, 3), (n, points, 3)."""
    axes = axes_at(values)
    wide, high = (np.asarray(array, dtype=np.float64).reshape(-1) / AXES for array in (uncertainty, lightness))
    points = cloud()[::step].astype(np.float64)
    spread = np.empty((len(values), len(points), 3))
    # lightness errs apart from hue: the same points, turned on
    turned = np.roll(points[:, 0], len(points) // 3)
    spread[:, :, 0] = values[:, :1] + turned * (axes.lightness * high)[:, None]
    spread[:, :, 1:] = values[:, None, 1:] + points @ np.swapaxes(axes.plane * wide[:, None, None], 1, 2)
    return spread


def family_words_at(lab: Array, method: Method, neutral: WorkingNeutral) -> NDArray[np.str_]:
    """Return the family word of each Lab (n, 3), (n,)."""
    lightness = np.clip(lab[:, 0], 0, 100)
    codes = families(lab, lightness_to_lrv(lightness), neutral.undertone(lab), method)
    hues = method.hue_family.words
    words = np.array([*reversed(hues), *(rule.word for rule in method.families)])
    named: NDArray[np.str_] = words[codes + len(hues)]
    return named
