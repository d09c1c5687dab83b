"""Hand-held readers: what a driver must do, a simulated one, and what several readings are worth together."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import ArrayLike

from prism import messages
from prism.difference import delta_e
from prism.spectrum import BANDS, WHITEST, Array, to_lab
from prism.stimulus import Specular
from prism.tint.optics import K1

APERTURES = (4, 8, 25)
"""Diameters of the measured spot, mm."""
SOUND_FOR = 240.0
"""Minutes after which a calibration is too old to be believed."""
MOST_READINGS = 9
UNSTEADY = 1.0
"""Mean ΔE00 from the mean beyond which readings do not describe one colour."""
OUTLYING = 3.0
"""A reading this many times farther from the middle than the others is pointed out."""


class ReaderError(RuntimeError):
    """A reader that cannot measure now; the message says what to do."""


@dataclass(frozen=True)
class Setting:
    """How a reading is taken: spot diameter, mm, and specular light."""

    aperture: int = 8
    specular: Specular = Specular.INCLUDED


class Driver(Protocol):
    """What a reader must do to be used. Times are minutes on the caller's clock; `serial` counts its readings."""

    serial: int

    def things(self) -> list[str]:
        """Return the names of what is within reach."""

    def calibrate(self, minute: float) -> None:
        """Read the white tile; raises `ReaderError` if that fails."""

    def measure(self, thing: str, setting: Setting, minute: float) -> Array:
        """Return one reflectance (31,) of what the reader stands on; raises `ReaderError`."""


@dataclass(frozen=True)
class Thing:
    """Something physical: true reflectance (31,), how uneven it is (relative), and its surface's gloss (0-1)."""

    name: str
    reflectance: Array
    unevenness: float = 0.002
    gloss: float = 1.0


class SimulatedReader:
    """A reader that drifts until it is calibrated, and never measures twice the same.

    Its gain and offset wander from the moment of calibration; readings scatter with the reader's own noise and with
    the unevenness of the thing, less so under a wide aperture. All of it follows from `seed` and `serial`, the number
    of readings taken, so that a stored session repeats.
    """

    NOISE = 0.0008
    DRIFT = 0.00006

    def __init__(
        self, things: Mapping[str, Thing], seed: int, serial: int = 0, calibrated_at: float | None = None
    ) -> None:
        self._things = things
        self._seed = seed
        self.serial = serial
        self.calibrated_at = calibrated_at

    def things(self) -> list[str]:
        """Return the names of what is within reach."""
        return list(self._things)

    def calibrate(self, minute: float) -> None:
        """Take the white tile as the reference from now on."""
        self.calibrated_at = minute

    def measure(self, thing: str, setting: Setting, minute: float) -> Array:
        """Return one reading of a thing. Uncalibrated readings are off by several per cent, and look no different."""
        if thing not in self._things:
            raise ReaderError(messages.devices.nothing_there(thing))
        if setting.aperture not in APERTURES:
            raise ReaderError(messages.faults.unknown_choice("aperture", str(setting.aperture), map(str, APERTURES)))
        target = self._things[thing]
        self.serial += 1
        rng = np.random.default_rng([self._seed, self.serial])
        own = np.random.default_rng(self._seed)  # how this very reader is off before calibration
        since = None if self.calibrated_at is None else max(minute - self.calibrated_at, 0.0)
        if since is None:
            way = own.choice([-1, 1])
            gain, offset = 1 + way * own.uniform(0.02, 0.05), way * own.uniform(0.004, 0.012)
        else:
            gain, offset = 1 + self.DRIFT * since * own.choice([-1, 1]), 0.0
        place = rng.normal(0, target.unevenness * (8 / setting.aperture) ** 0.5)
        tilt = rng.normal(0, target.unevenness / 2) * (BANDS - 550) / 150
        noise = rng.normal(0, self.NOISE, BANDS.size)
        reading = target.reflectance * (1 + place + tilt) * gain + offset + noise
        if setting.specular is Specular.EXCLUDED:
            reading = reading - K1 * target.gloss
        clipped: Array = np.clip(reading, 0.0005, WHITEST)
        return clipped


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


def why_not(count: int, found: Together | None, since_calibration: float | None) -> str:
    """Return why readings cannot be believed, or nothing when they can. `since_calibration` minutes at the oldest."""
    if since_calibration is None:
        return messages.devices.UNCALIBRATED
    if since_calibration > SOUND_FOR:
        return messages.devices.calibration_old(since_calibration)
    if not count or found is None:
        return messages.devices.NO_READINGS
    return "" if found.steady else messages.devices.unsteady(found.spread)
