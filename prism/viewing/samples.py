"""How a board is painted so that it can be judged: size, ground, margin, coats; how much paint it takes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from prism.difference import delta_e
from prism.light.together import OPPOSED
from prism.method import Method
from prism.reading import Reading
from prism.spectrum import Array

SIZES = {
    "thumbnail": (0.07, 0.10),
    "A5": (0.148, 0.210),
    "A4": (0.210, 0.297),
    "A3": (0.297, 0.420),
    "A2": (0.420, 0.594),
}
"""Width and height of a board, m; all but the thumbnail are sizes of paper."""
PAINTED_ON = frozenset(SIZES) - {"thumbnail"}
"""Sizes for which there is a sheet to paint on."""
LEAST = "A4"
"""The smallest size by which a wall can be judged."""
GROUNDS = ("board", "sheet", "wall")
"""What is painted on: white board, a peel-off sheet, the wall as it is."""
MARGIN = 0.025
"""White that is left all round, m."""
COATS = 2
BRUSH = 0.03
"""Litres that stay in brush, roller and tray for each colour."""


@dataclass(frozen=True)
class Sampling:
    """How a board is made: a key of `SIZES`, one of `GROUNDS`, coats, and whether a margin is left."""

    size: str = LEAST
    ground: str = "board"
    coats: int = COATS
    margin: bool = True


def faults(sampling: Sampling, boards: int) -> list[str]:
    """Return what would mislead about a board among so many: keys of `prism.words.viewing.SAMPLE_FAULTS`."""
    width, height = SIZES[sampling.size]
    least = SIZES[LEAST]
    faults = []
    if width * height < least[0] * least[1] - 1e-9:
        faults.append("too small")
    if sampling.ground == "wall":
        faults.append("on the wall")
    if sampling.coats < COATS:
        faults.append("one coat")
    if not sampling.margin and sampling.ground != "wall":
        faults.append("no margin")
    if boards < 2:
        faults.append("alone")
    return faults


def painted(sampling: Sampling) -> float:
    """Return the area that is painted, m²."""
    width, height = SIZES[sampling.size]
    edge = 2 * MARGIN if sampling.margin else 0.0
    return max(width - edge, 0.0) * max(height - edge, 0.0)


def litres(sampling: Sampling, count: int, spreading: float) -> float:
    """Return the paint for so many boards of one colour, with what stays in tools; a litre covers `spreading` m²."""
    return count * painted(sampling) * sampling.coats / spreading + (BRUSH if count else 0.0)


@dataclass(frozen=True)
class Neighbours:
    """Two boards by their places, and why that is said: to be kept `apart`, or to be butted on purpose (`edge`)."""

    first: int
    second: int
    why: str


def neighbours(readings: Sequence[Reading], method: Method) -> list[Neighbours]:
    """Return which boards disturb each other, and which are so near that only an edge tells them apart."""
    pairs = []
    for i, reading in enumerate(readings):
        for j in range(i + 1, len(readings)):
            other = readings[j]
            u, v = np.asarray(reading.undertone.vector), np.asarray(other.undertone.vector)
            size = min(float(np.hypot(*u)), float(np.hypot(*v)))
            cos = float(u @ v) / max(float(np.hypot(*u) * np.hypot(*v)), 1e-9)
            angle = float(np.degrees(np.arccos(np.clip(cos, -1, 1))))
            if size >= method.passive_below and angle >= OPPOSED:
                pairs.append(Neighbours(i, j, "apart"))
            elif float(delta_e(reading.lab, other.lab)) < method.plainly_seen:
                pairs.append(Neighbours(i, j, "edge"))
    return pairs


@dataclass(frozen=True)
class Telling:
    """Which neighbours tell a colour's undertone in a room: the place of the one nearest to it that stays plainly apart
    in every light there, None where none does; and the places of those that merge with it in some light."""

    best: int | None
    merging: tuple[int, ...]


def telling(own: Array, others: Array, method: Method) -> Telling:
    """Return which of k neighbours tell a colour's undertone, by what they and it read as in l lights of a room:
    Lab (l, 3) and (l, k, 3). Without a room the one light is daylight."""
    away = delta_e(own[:, None, :], others)
    least = away.min(axis=0) if away.size else np.zeros(0)
    stays = np.flatnonzero(least >= method.plainly_seen)
    best = int(stays[np.argmin(away.mean(axis=0)[stays])]) if stays.size else None
    return Telling(best, tuple(int(i) for i in np.flatnonzero(least < method.plainly_seen)))
