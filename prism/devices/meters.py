"""Meters for rooms: what a driver must do, and simulated ones with the errors that real ones have.

A light meter stands on a wall and tells lux and colour temperature; a compass is held against a wall and tells which
way it looks. The simulated ones are shown the light that was computed, in place of a room; what a room really is like
(curtains, dirt on the glass, a hedge that has grown) they make up from its number, always the same for one room.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from prism.light.spectra import colour_temperature, lux
from prism.spectrum import Array

LUX_ERROR = 0.04
"""Part of the reading by which a light meter of good class is unsure (ISO/CIE 19476, class B: 5 to 10 % in all)."""
KELVIN_ERROR = 0.02
COMPASS_ERROR = 4.0
"""Degrees by which a compass held against a wall is unsure, near iron and wires."""
DARKEST = 1.0


class MeterError(ValueError):
    """A reading that cannot be taken; the message says why."""


@dataclass(frozen=True)
class LightReading:
    """Lux and colour temperature, K, with the part by which the lux are unsure."""

    lux: float
    kelvin: float
    doubt: float


class LightMeter(Protocol):
    """A light meter."""

    def measure(self, light: Array) -> LightReading:
        """Return a reading of the light that falls on it; `light` (31,), W/m² and nm, is for stand-ins alone."""


class Compass(Protocol):
    """A compass."""

    def bearing(self, degrees: float) -> float:
        """Return which way a wall looks, degrees from north; `degrees` is for stand-ins alone."""


class LightMeterDriver(Protocol):
    """How a light meter is made for a reading."""

    def __call__(self, room: int, serial: int, /) -> LightMeter:
        """Return the meter that is held in a room, by its number; `serial` counts the readings taken there."""


class CompassDriver(Protocol):
    """How a compass is made for a reading."""

    def __call__(self, room: int, serial: int, /) -> Compass:
        """Return the compass that is held in a room, by its number; `serial` counts the readings taken there."""


class SimulatedMeter:
    """A light meter that is not there: the light it is shown, as that room would have it, with a meter's errors."""

    def __init__(self, room: int, serial: int) -> None:
        self._truth = float(np.exp(np.random.default_rng([room, 1]).normal(-0.12, 0.22)))
        self._chance = np.random.default_rng([room, 2, serial])

    def measure(self, light: Array) -> LightReading:
        true = float(lux(light)) * self._truth
        kelvin, _ = colour_temperature(light)
        shown = true * float(np.exp(self._chance.normal(0, LUX_ERROR)))
        warmth = float(kelvin) * float(np.exp(self._chance.normal(0, KELVIN_ERROR)))
        return LightReading(round(max(shown, 0.0), 1), round(warmth, -1), LUX_ERROR)


class SimulatedCompass:
    """A compass that is not there."""

    def __init__(self, room: int, serial: int) -> None:
        self._chance = np.random.default_rng([room, 3, serial])

    def bearing(self, degrees: float) -> float:
        return round(degrees + float(self._chance.normal(0, COMPASS_ERROR))) % 360
