"""What may be said of a wall in its light: readings under the doubts of the colour and of the room together."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read_many
from prism.spectrum import Array, lightness_to_lrv
from prism.stimulus import Stimulus

UNKNOWN_SPECTRUM = 1.9
"""ΔE00 by which a paint known by Lab alone may read another under lamps than its smoothest reflectance does: the root
mean square over the measured paints of an open library, 2,700 K (`prism/tests/test_seen.py`)."""


FLOOR_GUESSED, LAMPS_GUESSED = 1.2, 1.5
"""ΔE00 that a floor adds which nobody has named, and lamps that nobody has entered: the root mean square over 260 rooms
drawn by chance of what another floor, and lamps of another kind and rendering, make of a wall."""


@dataclass(frozen=True)
class Known:
    """What is known of a room beside its size and windows: whether a meter was read in it, and whether its floor and
    its lamps were named or had to be supposed."""

    metered: bool = False
    floor: bool = True
    lamps: bool = True

    def doubt(self, method: Method, lamps: bool) -> float:
        """Return how unsure the room makes what a colour reads as in it, ΔE00, by day or under its lamps."""
        room = method.light.metered if self.metered else method.light.room
        floor = 0.0 if self.floor else FLOOR_GUESSED
        burning = LAMPS_GUESSED if lamps and not self.lamps else 0.0
        return float(np.sqrt(room**2 + floor**2 + burning**2))


def doubt(colour: Stimulus, method: Method, known: Known, lamps: bool = False) -> float:
    """Return how unsure it is, ΔE00, what a colour reads as in a room, by day or under lamps.

    The doubts of the colour, of the room and of a spectrum that is not known are independent.
    """
    unknown = UNKNOWN_SPECTRUM if lamps and not colour.has_spectrum else 0.0
    own = method.doubt(colour)
    return float(np.sqrt(own**2 + known.doubt(method, lamps) ** 2 + unknown**2))


def readings(lab: ArrayLike, doubts: ArrayLike, method: Method, neutral: WorkingNeutral | None = None) -> list[Reading]:
    """Return the readings of what walls read as, Lab (n, 3), with doubts (n,) or one."""
    seen = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    return read_many(
        seen, _lrv(seen), np.broadcast_to(np.asarray(doubts, dtype=np.float64), len(seen)), method, neutral
    )


def _lrv(seen: Array) -> Array:
    return np.minimum(lightness_to_lrv(np.clip(seen[:, 0], 0, 110)), 100.0)


def warmth(lab: ArrayLike, method: Method, neutral: WorkingNeutral | None = None) -> Array:
    """Return temperature, Lab units on the method's axis, (...), of Lab (..., 3)."""
    values = np.asarray(lab, dtype=np.float64)
    flat = values.reshape(-1, 3)
    line = neutral or method.neutral
    u = flat[:, 1:] - line.at(flat[:, 0])
    warmth: Array = (u @ method.warm_axis()).reshape(values.shape[:-1])
    return warmth
