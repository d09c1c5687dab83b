"""Orders in which boards stand on a wall. Every order is total: what a measure leaves equal, the next one settles."""

from __future__ import annotations

import random
from collections.abc import Sequence

import numpy as np

from prism.method import Method
from prism.reading import Reading
from prism.spectrum import Array

CREAM_HUE = 85.0
"""Hue, degrees, along which a white is called creamy: yellow, a little to orange."""


def creaminess(readings: Sequence[Reading]) -> Array:
    """Return how creamy each colour is, Lab units, (n,): its undertone along the hue of cream."""
    return creamy_of(np.array([reading.undertone.vector for reading in readings]).reshape(-1, 2))


def creamy_of(undertones: Array) -> Array:
    """Return the same of undertones (n, 2)."""
    angle = np.radians(CREAM_HUE)
    creamy: Array = undertones[:, 0] * np.cos(angle) + undertones[:, 1] * np.sin(angle)  # the same wherever it stands
    return creamy


def order(readings: Sequence[Reading], by: str, method: Method, seed: int = 0) -> list[int]:
    """Return the positions of readings in an order: `lrv` light first, `warmth` warm first, `creaminess` creamy first,
    `undertone` round the hues from red, passive ones last, or `shuffled` by a seed; any other leaves them as they are.
    """
    rows = list(range(len(readings)))
    if by == "shuffled":
        random.Random(seed).shuffle(rows)
        return rows
    creamy = creaminess(readings).tolist() if readings else []
    start = method.undertone.edges[0]

    def key(row: int) -> tuple[float, ...]:
        reading = readings[row]
        if by == "lrv":
            return (-reading.lrv, *reading.lab, row)
        if by == "warmth":
            return (-reading.temperature.value, -reading.lrv, *reading.lab, row)
        if by == "creaminess":
            return (-creamy[row], -reading.lrv, *reading.lab, row)
        if by == "undertone":
            return (reading.undertone.passive, (reading.undertone.hue - start) % 360, -reading.lrv, *reading.lab, row)
        return (row,)

    return sorted(rows, key=key)
