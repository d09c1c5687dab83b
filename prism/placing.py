"""A colour's place among others: what stands on either side of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from prism.choosing.along_axes import AxisView
from prism.choosing.deck import Pick

PAIRS = (
    ("lighter", "darker"), ("warmer", "cooler"), ("greyer", "clearer"), ("greener", "redder"),
    ("yellower", "bluer"), ("oranger", "purpler"),
)  # fmt: skip
"""The pairs of axes on which a colour is placed."""


@dataclass(frozen=True)
class Bracket:
    """The nearest colour on either side along one pair of axes; None where the deck has nothing there."""

    axes: tuple[str, str]
    before: Pick | None
    after: Pick | None


def brackets(view: AxisView, mates: Sequence[Pick] = ()) -> list[Bracket]:
    """Return the bracket on each pair of axes: the nearest colour in view mainly along it, each side.

    Lighter and darker are the `mates` with the same undertone, as far as there are any. A colour without an undertone
    is not placed between greyer and clearer.
    """
    by_axis = {pick.why: pick for pick in mates if pick.why in PAIRS[0]}
    return [
        Bracket(pair, *(by_axis.get(axis) or view.nearest(axis) for axis in pair))
        for pair in PAIRS
        if set(pair) & set(view.vectors)
    ]
