"""A deck seen along the axes of a subject: how purely and how readably each colour shows each."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from prism.choosing.axes import axis_vectors
from prism.choosing.deck import Deck, Pick
from prism.difference import delta_e, length, lightness_term
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.spectrum import Array
from prism.surety import AXES, LEVELS, Thresholds, below

ON_AXIS = 0.5
"""Least share of a difference that must lie along an axis for a colour to show that axis."""
PURITY = 3.0
"""By how much more a pure difference counts than a mixed one: the power to which its share is taken."""
FARTHEST = 8.0
"""ΔE00 beyond which a colour shows too much at once to be held beside the subject."""


@dataclass(frozen=True)
class AxisView:
    """The part of a deck within reach of a subject, seen along the subject's axes.

    `rows` (n,) of the deck; `offset` (n, 3) of lightness and undertone from the subject, Lab units; ΔE00 `distance` and
    `doubt` of the difference, (n,); `vectors` the unit vector of each axis; `own` the subject's undertone;
    `readable` size, ΔE00, and how sure a statement must be, `claims`.
    """

    rows: NDArray[np.intp]
    offset: Array
    distance: Array
    doubt: Array
    vectors: Mapping[str, Array]
    own: Array
    readable: tuple[float, float]
    claims: Thresholds
    _shares: dict[str, Array] = field(default_factory=dict, repr=False, compare=False)
    _powers: dict[str, Array] = field(default_factory=dict, repr=False, compare=False)
    _surety: dict[str, NDArray[np.int8]] = field(default_factory=dict, repr=False, compare=False)

    def share(self, axis: str) -> Array:
        """Return the part of each difference that lies along an axis, 0-1, (n,); 0 where it lies the other way."""
        if axis not in self._shares:
            along = np.maximum(self.offset @ self.vectors[axis], 0.0)
            share = along * along * self._per_square
            if axis == "greyer":
                # what overshoots the neutral shows the opposite undertone, and is no greyer
                share[length(*(self.offset[:, 1:] + self.own).T) >= length(*self.own)] = 0
            self._shares[axis] = share
        return self._shares[axis]

    @cached_property
    def _per_square(self) -> Array:
        per_square: Array = 1 / np.maximum(np.einsum("ij,ij->i", self.offset, self.offset), 1e-12)
        return per_square

    @cached_property
    def _near(self) -> Array:
        """How near to the readable size each difference is, 0-1: 1 within it, and falling away fast on either side, so
        that a colour farther off is taken only where nothing nearer shows the same."""
        low, high = self.readable
        faint, far = np.minimum(1.0, self.distance / low) ** 2, np.maximum(self.distance - high, 0)
        near: Array = faint / (1 + far * (1 + far))
        return near

    def surety(self, axis: str) -> NDArray[np.int8]:
        """Return how surely each colour differs that way, (n,), as places in `surety.LEVELS`; 0 off the axis."""
        if axis not in self._surety:
            share = self.share(axis)
            on = np.flatnonzero(share > ON_AXIS)
            along = self.distance[on] * np.sqrt(share[on])
            probability = below(along * AXES / np.maximum(self.doubt[on], 1e-9))
            self._surety[axis] = np.zeros(len(share), dtype=np.int8)
            self._surety[axis][on] = self.claims.levels(probability, self.claims.certain_pair)
        return self._surety[axis]

    def power(self, axis: str) -> Array:
        """Return how purely and how readably each colour shows an axis, 0-1, (n,).

        0 where no more than half of the difference lies along the axis, or where it is not even probable.
        """
        if axis not in self._powers:
            share = self.share(axis)
            power = np.zeros(len(share))
            on = np.flatnonzero(self.surety(axis))
            power[on] = share[on] ** PURITY * self._near[on]
            self._powers[axis] = power
        return self._powers[axis]

    def best(self, axis: str, count: int = 1, taken: Iterable[int] = ()) -> list[Pick]:
        """Return the colours in view that show an axis best, best first, none of those taken; fewer where the deck has
        fewer."""
        if axis not in self.vectors:
            return []
        power = self.power(axis)
        away = list(taken)
        able = np.flatnonzero(power > 0)
        if able.size > count + len(away):
            few = np.argpartition(-power[able], count + len(away))[: count + len(away) + 1]
            able = able[few]
        able = able[~np.isin(self.rows[able], away)]
        order = able[np.lexsort((self.rows[able], -power[able]))][:count]
        return [self._pick(int(row), axis) for row in order]

    def nearest(self, axis: str) -> Pick | None:
        """Return the nearest colour in view that lies mainly along an axis."""
        if axis not in self.vectors:
            return None
        able = np.flatnonzero(self.surety(axis))
        return self._pick(int(able[np.argmin(self.distance[able])]), axis) if able.size else None

    def _pick(self, row: int, axis: str) -> Pick:
        share = float(self.share(axis)[row])
        level = LEVELS[int(self.surety(axis)[row])]
        return Pick(
            int(self.rows[row]), axis, float(self.distance[row]), share, float(self.power(axis)[row]), level=level
        )


def view_along_axes(
    subject: Reading,
    deck: Deck,
    method: Method,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> AxisView:
    """Return how a deck lies along the subject's axes; rows of `exclude` are not looked at."""
    # ΔE00 is never less than its lightness term
    near = np.abs(lightness_term(subject.lab[0], deck.lab[:, 0])) <= FARTHEST
    if exclude is not None:
        near[exclude] = False
    rows = np.flatnonzero(near)
    distance = delta_e(np.asarray(subject.lab), deck.lab[rows])
    within = (distance > method.just_seen) & (distance <= FARTHEST)
    rows, distance = rows[within], distance[within]
    own = np.asarray(subject.undertone.vector)
    lightness = deck.lab[rows, :1] - subject.lab[0]
    offset = np.concatenate([lightness, deck.undertone(neutral)[rows] - own], axis=1)
    doubt = deck.unsure_from(subject, method, rows)
    vectors = axis_vectors(own, method)
    return AxisView(rows, offset, distance, doubt, vectors, own, method.readable, method.claims)
