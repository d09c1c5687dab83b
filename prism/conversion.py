"""How unsure a conversion leaves a colour, by how coloured it is and whether a screen value was cut off.

A screen value or Lab of another lamp does not say which spectrum it came from. Near grey that hardly matters; the more
coloured, the more; and a channel at 00 or FF may stand for anything beyond.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.screen import XYZ_TO_RGB, encode, lab_to_screen_xyz
from prism.spectrum import Array

CHROMA = (6.0, 15.0, 30.0, 50.0)
"""C*ab at which the next figure begins."""
SHAPES = {
    "screen": (0.51, 0.69, 1.11, 1.34, 1.94),
    "screen-lrv": (0.51, 0.69, 1.11, 1.34, 1.94),
    "converted-lab": (0.54, 0.62, 0.85, 1.10, 1.85),
}
"""By kind of source, the uncertainty in each range of chroma over the figure of the method: root mean squares over
measured surfaces, paints and a deck, converted there and back."""
CUT_OFF = 4.0
"""ΔE00, root mean square, of a screen value with a channel at its end: 3.4 to 5.1 by how far the colour lies beyond."""
_ENDS = 0.5 / 255


def is_cut_off(lab: ArrayLike) -> NDArray[np.bool_]:
    """Return whether the screen value of each Lab D65/10° (n, 3) has a channel at 00 or FF, (n,)."""
    rgb = encode(lab_to_screen_xyz(np.asarray(lab, dtype=np.float64).reshape(-1, 3)) @ XYZ_TO_RGB.T)
    return np.asarray(((rgb < _ENDS) | (rgb > 1 - _ENDS)).any(axis=1))


def doubts(provenance: str, stated: float, lab: ArrayLike) -> Array:
    """Return the uncertainty, ΔE00, (n,), of colours of one kind of source, Lab (n, 3), whose figure is `stated`."""
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    shape = SHAPES.get(provenance)
    if shape is None:
        return np.full(len(values), stated)
    doubts = stated * np.asarray(shape)[np.digitize(np.hypot(values[:, 1], values[:, 2]), CHROMA)]
    if provenance.startswith("screen"):
        doubts = np.where(is_cut_off(values), np.maximum(doubts, CUT_OFF), doubts)
    return doubts


def by_kind(
    doubts_of: Callable[[str, Array], Array], kinds: Iterable[str], places: NDArray[np.intp], lab: Array
) -> Array:
    """Return the uncertainty, ΔE00, (n,), of colours of several kinds of source, Lab (n, 3), asked kind by kind.

    `places` (n,) says which of the `kinds` each is of; `doubts_of` is a method's `doubts` or `lightness_doubts`.
    """
    doubts = np.zeros(len(places))
    for place, kind in enumerate(kinds):
        doubts[places == place] = doubts_of(str(kind), lab[places == place])
    return doubts
