"""How much of each colour there is: areas of real surfaces, splits such as 60/30/10, warm against cool, repetition."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np
from numpy.typing import ArrayLike

from prism.difference import delta_e
from prism.method import Method

SPLITS: tuple[tuple[float, ...], ...] = ((70, 30), (80, 20), (60, 30, 10))
MOST_PARTS = 4
_SPLIT = re.compile(r"\s*\d{1,3}(\s*/\s*\d{1,3})+\s*", re.ASCII)
MOST_FITTED = 8
"""Surfaces that are tried in every way; smaller ones stay where they are."""
OTHER_SIZE = 1.5
"""By how much one area must pass another to be of another size."""
ECHO_ANGLE, ECHO_STRENGTH = 30.0, 0.5
"""Degrees between two undertones, and part of the stronger one, within which one repeats the other at another depth."""


class SplitError(ValueError):
    """A split that cannot be read or does not come to 100; `total` is what it comes to, None where it is no split."""

    def __init__(self, total: float | None) -> None:
        super().__init__("split")
        self.total = total


def parse_split(text: str) -> tuple[float, ...]:
    """Return a split that was typed, largest first, per cent. Raises `SplitError`.

    >>> parse_split("60/30/10")
    (60.0, 30.0, 10.0)
    """
    if not _SPLIT.fullmatch(text) or text.count("/") >= MOST_PARTS:
        raise SplitError(None)
    parts = sorted((float(part) for part in text.split("/")), reverse=True)
    if sum(parts) != 100 or not parts[-1]:
        raise SplitError(sum(parts))
    return tuple(parts)


def shares(areas: Mapping[str, float]) -> list[tuple[str, float]]:
    """Return what part of the whole each has, 0-1, largest first, then by name; empty where there is no area."""
    whole = sum(areas.values())
    if whole <= 0:
        return []
    return sorted(
        ((name, area / whole) for name, area in areas.items() if area > 0), key=lambda part: (-part[1], part[0])
    )


def off(found: Sequence[float], split: Sequence[float]) -> float:
    """Return by how many points, per cent, shares (0-1, largest first) miss a split at most; what a split has no part
    for counts to its last."""
    percents = [100 * share for share in found[: len(split)]] + [0.0] * (len(split) - len(found))
    percents[-1] += 100 * sum(found[len(split) :])
    return max(abs(one - other) for one, other in zip(percents, split, strict=True))


def nearest_split(percents: Sequence[float]) -> tuple[tuple[float, ...], float]:
    """Return the split that shares come nearest to, and by how many points they miss it."""
    return min(((split, off(percents, split)) for split in SPLITS), key=lambda one: (round(one[1], 6), one[0]))


@dataclass(frozen=True)
class Fit:
    """Surfaces divided among the parts of a split: the part of each surface, 0 for the largest, by name, and by how
    many points the split is missed."""

    split: tuple[float, ...]
    parts: Mapping[str, int]
    off: float


def fit(areas: Mapping[str, float], split: Sequence[float], held: Mapping[str, int] | None = None) -> Fit | None:
    """Return how surfaces are best divided to come to a split, every way tried; `held` surfaces stay in their parts.

    None where nothing has an area. Of two divisions that are as good, the one that keeps the larger surfaces in the
    earlier parts wins.
    """
    kept = dict(held or {})
    names = sorted((name for name, area in areas.items() if area > 0), key=lambda name: (-areas[name], name))
    free = [name for name in names if name not in kept][:MOST_FITTED]
    whole = sum(areas[name] for name in names)
    if whole <= 0:
        return None
    fixed = np.zeros(len(split))
    for name in names:
        if name not in free:
            fixed[min(kept.get(name, 0), len(split) - 1)] += areas[name]
    ways = np.array(list(product(range(len(split)), repeat=len(free))), dtype=np.intp).reshape(-1, len(free))
    sizes = np.array([areas[name] for name in free])
    sums = np.stack([fixed[p] + ((ways == p) * sizes).sum(axis=1) for p in range(len(split))], axis=1)
    missed = np.abs(100 * sums / whole - np.asarray(split)).max(axis=1).round(6)
    best = int(missed.argmin())  # the first of equals: larger surfaces in earlier parts
    parts = {name: min(kept.get(name, 0), len(split) - 1) for name in names} | dict(
        zip(free, ways[best].tolist(), strict=True)
    )
    return Fit(tuple(split), parts, float(missed[best]))


@dataclass(frozen=True)
class Sides:
    """m² of what is warm, what is cool and what is neither, and whether warm and cool stand half and half."""

    warm: float
    cool: float
    neither: float
    half: bool


def sides(areas: Sequence[float], warmth: ArrayLike, method: Method) -> Sides:
    """Return how areas divide between warm and cool, by the temperatures (n,) of what is on them, Lab units."""
    size, heat = np.asarray(areas, dtype=np.float64), np.asarray(warmth, dtype=np.float64)
    _, low, high = method.temperate
    warm, cool = float(size[heat > high].sum()), float(size[heat < low].sum())
    both = warm + cool
    half = both > 0 and max(warm, cool) / both * 100 < method.palette.uneven
    return Sides(warm, cool, float(size.sum()) - both, half)


@dataclass(frozen=True)
class Repeats:
    """Where a colour appears again, the largest first, and whether all of that is of one size."""

    where: tuple[str, ...]
    one_size: bool


def repeats(lab: ArrayLike, others: Sequence[tuple[str, ArrayLike, float]], method: Method) -> Repeats:
    """Return where a colour, Lab (3,), appears again among others: name, Lab (3,) and m² each.

    One repeats it that is no farther than related, ΔE00, or that shares its undertone at another depth.
    """
    if not others:
        return Repeats((), False)
    own = np.asarray(lab, dtype=np.float64)
    labs = np.array([np.asarray(lab, dtype=np.float64) for _, lab, _ in others])
    line = method.neutral
    u, mine = line.undertone(labs), line.undertone(own[None])[0]
    strength, my = np.hypot(u[:, 0], u[:, 1]), float(np.hypot(*mine))
    cos = np.clip(u @ mine / np.maximum(strength * my, 1e-9), -1, 1)
    alike = (np.degrees(np.arccos(cos)) <= ECHO_ANGLE) & (
        np.minimum(strength, my) >= ECHO_STRENGTH * np.maximum(np.maximum(strength, my), 1e-9)
    )
    echo = (delta_e(own, labs) < method.known_before) | (alike & (my >= method.passive_below))
    again = [(area, name) for (name, _, area), repeated in zip(others, echo, strict=True) if repeated and area > 0]
    found = sorted(again, key=lambda repeat: (-repeat[0], repeat[1]))
    sizes = [area for area, _ in found]
    return Repeats(tuple(name for _, name in found), len(sizes) > 1 and sizes[0] < OTHER_SIZE * sizes[-1])
