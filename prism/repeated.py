"""What several readings of one thing are worth together."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism import messages
from prism.difference import delta_e
from prism.spectrum import Array, to_lab

SOUND_FOR = 240.0
"""Minutes after which a calibration is too old to be believed."""
MOST_READINGS = 9
UNSTEADY = 1.0
"""Mean ΔE00 from the mean beyond which readings do not describe one colour."""
OUTLYING = 3.0
"""A reading this many times farther from the middle than the others is pointed out."""


@dataclass(frozen=True)
class Together:
    """Several readings of one thing: their mean (31,), each one's ΔE00 from it, the spread (mean of those), how sure
    the mean is (ΔE00), and the positions of readings that lie far from the others."""

    mean: Array
    distances: tuple[float, ...]
    spread: float
    uncertainty: float
    outlying: tuple[int, ...]

    @property
    def steady(self) -> bool:
        return self.spread <= UNSTEADY


def together(readings: ArrayLike) -> Together:
    """Return what readings (n, 31), n at least 1, say together.

    How sure the mean is follows from the scatter about it: the root mean square distance over √n, nought for a single
    reading. Outliers are judged from the middle reading, which one bad one cannot move.
    """
    values = np.atleast_2d(np.asarray(readings, dtype=np.float64))
    mean = values.mean(axis=0)
    lab = to_lab(values)
    distances = delta_e(to_lab(mean), lab)
    spread = float(distances.mean())
    n = len(values)
    scatter = float(np.sqrt((distances**2).sum() / max(n - 1, 1)))
    middle = delta_e(np.median(lab, axis=0), lab)
    usual = float(np.median(middle))
    outlying = tuple(int(i) for i in np.flatnonzero(middle > max(OUTLYING * usual, 0.15))) if n >= 3 else ()
    return Together(mean, tuple(distances.tolist()), spread, scatter / n**0.5, outlying)


def why_not(count: int, mean: Together | None, since_calibration: float | None) -> str:
    """Return why readings cannot be believed, or nothing when they can. `since_calibration` minutes at the oldest."""
    if since_calibration is None:
        return messages.devices.UNCALIBRATED
    if since_calibration > SOUND_FOR:
        return messages.devices.calibration_old(since_calibration)
    if not count or mean is None:
        return messages.devices.NO_READINGS
    return "" if mean.steady else messages.devices.unsteady(mean.spread)
