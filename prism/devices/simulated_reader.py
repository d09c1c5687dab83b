"""A reader that is not there: it has noise, drift and a white tile as real ones have."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from prism import messages
from prism.devices.reader import APERTURES, ReaderError, Setting, Thing
from prism.spectrum import BANDS, WHITEST, Array
from prism.stimulus import Specular
from prism.tint.optics import K1


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
