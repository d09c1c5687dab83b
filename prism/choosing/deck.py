"""A deck as colours are chosen from it, and what a choice is."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from prism.difference import delta_e
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.spectrum import Array
from prism.surety import Level, apart


@dataclass(frozen=True)
class Deck:
    """Colours to choose from, row by row: `lab` (n, 3), `lrv` and `doubt` (ΔE00) (n,), `strip` (n,), a number for each
    strip of each maker, 0 for none, and `source` (n,), the place in `sources` of what values share errors with."""

    lab: Array
    lrv: Array
    doubt: Array
    strip: NDArray[np.int64]
    source: NDArray[np.intp] | None = None
    sources: tuple[str, ...] = ()
    _at_hand: list[tuple[WorkingNeutral, Array]] = field(default_factory=list, repr=False, compare=False)

    def unsure_from(self, subject: Reading, method: Method, rows: NDArray[np.intp]) -> Array:
        """Return what is unsure of the differences of some rows (k,) from a subject, ΔE00, (k,)."""
        return apart(self.doubt[rows], subject.uncertainty, self.shared_with(subject, method, rows))

    def shared_with(self, subject: Reading, method: Method, rows: NDArray[np.intp]) -> Array:
        """Return the part of their errors that some rows (k,) share with a subject, (k,)."""
        if self.source is None or subject.source not in self.sources:
            return np.zeros(len(rows))
        same = self.source[rows] == self.sources.index(subject.source)
        return np.where(same, method.claims.shared, 0.0)

    def undertone(self, neutral: WorkingNeutral) -> Array:
        """Return u, (n, 2), of every colour; kept for the neutral asked for last, and not to be written to.

        Threads may ask at once: the one pair at hand is replaced whole, and never read twice.
        """
        for known, undertones in tuple(self._at_hand):
            if known == neutral:
                return undertones
        undertones = neutral.undertone(self.lab)
        undertones.flags.writeable = False
        self._at_hand[:] = [(neutral, undertones)]
        return undertones


@dataclass(frozen=True)
class Pick:
    """A colour chosen from a deck.

    `index` its row; `kind` the group it belongs to; `why` the one thing it shows: an axis, or which white; `delta_e`
    from the subject; `share` of the difference that lies along its axis (0-1) and `power` to reveal (0-1), for kinds
    that have an axis; `level` how surely it differs that way.
    """

    index: int
    why: str
    delta_e: float
    share: float | None = None
    power: float | None = None
    kind: str = "range"
    level: Level = Level.CERTAIN


def number_strips(makers: Sequence[Any], strips: Sequence[str]) -> NDArray[np.int64]:
    """Return a number for the strip of each colour, (n,), 0 for none: by maker, then as people count, 2 before 10."""
    on_strips = sorted({(maker, strip) for maker, strip in zip(makers, strips, strict=True) if strip}, key=_as_counted)
    numbers = {where: number for number, where in enumerate(on_strips, start=1)}
    return np.array([numbers.get(where, 0) for where in zip(makers, strips, strict=True)], dtype=np.int64)


def _as_counted(where: tuple[Any, str]) -> tuple[Any, list[tuple[float, str]]]:
    parts = re.findall(r"\d+|\D+", where[1])
    return where[0], [(int(part), "") if part.isdecimal() else (np.inf, part.casefold()) for part in parts]


def pick_of(subject: Reading, deck: Deck, row: int, why: str, kind: str) -> Pick:
    return Pick(row, why, float(delta_e(np.asarray(subject.lab), deck.lab[row])), kind=kind)
