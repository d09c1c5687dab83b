"""Hand-held readers: what a driver must do, and how it is made."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

from prism.spectrum import Array
from prism.stimulus import Specular

APERTURES = (4, 8, 25)
"""Diameters of the measured spot, mm."""


class ReaderError(RuntimeError):
    """A reader that cannot measure now; the message says what to do."""


@dataclass(frozen=True)
class Setting:
    """How a reading is taken: spot diameter, mm, and specular light."""

    aperture: int = 8
    specular: Specular = Specular.INCLUDED


class Reader(Protocol):
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


class ReaderDriver(Protocol):
    """How a reader is made for a request."""

    def __call__(
        self, seed: int, serial: int, calibrated_at: float | None, also: Mapping[str, Thing], /, **options: str
    ) -> Reader:
        """Return the reader of a studio (`seed`) as it was left: readings taken, and the minute of its calibration.

        `also` is what it can stand on beside what it knows, for stand-ins alone; `options` are what the settings say.
        """
