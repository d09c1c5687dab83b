"""The reference whites of a deck."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.classify import temperature_of
from prism.difference import length
from prism.families import families
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.spectrum import Array

PALE_FROM = 65.0
"""LRV from which families begin whose colours may stand as whites: whites, off-whites and creams."""


LOOKED_AT = 40
"""Colours that are looked at first, best by what is asked of a white."""


def reference_whites(
    lab: ArrayLike,
    lrv: ArrayLike,
    method: Method,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> dict[str, int]:
    """Return indices of the clean, the warmest and the coolest white of a deck: `lab` (n, 3), `lrv` (n,).

    Clean is the lightest for what colour it has, measured halfway between none at all and the painted neutral. Fewer
    entries where the deck has fewer whites; `exclude` is never chosen.
    """
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv)
    light = y >= method.white_lrv
    if exclude is not None:
        light[exclude] = False
    whites = np.flatnonzero(light)
    chroma = length(values[whites, 1], values[whites, 2])
    whites, chroma = whites[chroma < method.white_chroma], chroma[chroma < method.white_chroma]
    u = neutral.undertone(values[whites])
    warmth, colour = temperature_of(u, method), (chroma + length(u[:, 0], u[:, 1])) / 2
    pale = pale_families(method)
    by_kind: dict[str, int] = {}
    for name, score in (("clean", values[whites, 0] - colour), ("warmest", warmth), ("coolest", -warmth)):
        count = LOOKED_AT
        while True:  # among the best at first, among more of them where none of those is a white
            few = _highest(score, count)
            plain = np.isin(families(values[whites[few]], y[whites[few]], u[few], method), pale)
            ranked = [int(row) for row in whites[few[plain]] if int(row) not in by_kind.values()]
            if ranked or count >= score.size:
                break
            count *= 8
        if ranked:
            by_kind[name] = ranked[0]
    return by_kind


def pale_families(method: Method) -> list[int]:
    """Return the places of the families whose colours may stand as whites: a pale blue is no cool white, nor a grey."""
    return [number for number, rule in enumerate(method.families) if rule.lrv[0] >= PALE_FROM]


def _highest(score: Array, count: int) -> NDArray[np.intp]:
    """Return where the highest scores are, highest first, of equal ones the first."""
    if score.size > count:
        able = np.flatnonzero(score >= np.partition(score, -count)[-count])
        return able[np.argsort(-score[able], kind="stable")][:count]
    return np.argsort(-score, kind="stable")
