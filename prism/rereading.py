"""Which colours get another answer when they are read under another method."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.classify import classify_many
from prism.conversion import by_kind
from prism.method import Method


@dataclass(frozen=True)
class Changed:
    """Which rows change their answer, (n,) each: in `depth`, `family`, `undertone` (its main hue) and `temperature`."""

    depth: NDArray[np.bool_]
    family: NDArray[np.bool_]
    undertone: NDArray[np.bool_]
    temperature: NDArray[np.bool_]

    @property
    def any(self) -> NDArray[np.bool_]:
        either: NDArray[np.bool_] = self.depth | self.family | self.undertone | self.temperature
        return either

    def counts(self) -> dict[str, int]:
        """How many rows change in what, where any do."""
        each = {name: int(getattr(self, name).sum()) for name in ("depth", "family", "undertone", "temperature")}
        return {name: count for name, count in each.items() if count}


def changed(lab: ArrayLike, lrv: ArrayLike, sources: Sequence[str], before: Method, after: Method) -> Changed:
    """Return what changes from one method to another for colours `lab` (n, 3), `lrv` (n,) and the kind of source of
    each (n,)."""
    answers = [_answers(lab, lrv, sources, reading) for reading in (before, after)]
    return Changed(*(one != other for one, other in zip(*answers, strict=True)))


def _answers(lab: ArrayLike, lrv: ArrayLike, sources: Sequence[str], method: Method) -> list[NDArray[np.str_]]:
    kinds, places = np.unique(np.asarray(sources), return_inverse=True)
    doubt = by_kind(method.doubts, kinds, places, np.asarray(lab, dtype=np.float64).reshape(-1, 3))
    classes = classify_many(lab, lrv, doubt, method)
    families = np.array([rule.word for rule in method.families])
    hues = np.array(method.hue_family.words)
    of_hue = classes.family < 0
    family = np.where(of_hue, hues[np.where(of_hue, -1 - classes.family, 0)], families[np.maximum(classes.family, 0)])
    none = np.where(classes.hues.none > 0, "grey" if method.grey_counts else "", "?")
    undertone = np.where(classes.claimed, np.array(method.undertone.words)[classes.main], none)
    temperature = np.array(method.temperature.words)[method.temperature.index(classes.warmth)]
    if method.relative:
        temperature = np.full(len(temperature), "beside others")
    return [np.array(method.depth.words)[classes.depth], family, undertone, temperature]
