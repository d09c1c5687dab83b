"""A reader that repeats what a real one once measured, from a recorded file.

The file is JSON: `{"format": "gentle-prism reader recording", "version": 1, "readings": [{"thing", "aperture",
"specular", "reflectance": [31 fractions]}]}`, in the order they were taken.
"""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from functools import cache
from pathlib import Path

import numpy as np

from prism import messages
from prism.devices.reader import ReaderError, Setting, Thing
from prism.spectrum import BANDS, WHITEST, Array

FORMAT, VERSION = "gentle-prism reader recording", 1

Recorded = tuple[str, int, str, tuple[float, ...]]


class ReplayedReader:
    """Gives the recorded readings of a thing one after the other, and again from the first; needs no white tile."""

    def __init__(
        self, seed: int, serial: int, calibrated_at: float | None, also: Mapping[str, Thing], recording: str
    ) -> None:
        self.serial = serial
        self._readings = _load(recording)

    def things(self) -> list[str]:
        """Return the names of what was measured."""
        return list(dict.fromkeys(thing for thing, *_ in self._readings))

    def calibrate(self, minute: float) -> None:
        """Do nothing: the readings were taken by a reader that had seen its tile."""

    def measure(self, thing: str, setting: Setting, minute: float) -> Array:
        """Return the next recorded reading of a thing at a setting. Raises `ReaderError` where there is none."""
        if thing not in self.things():
            raise ReaderError(messages.devices.nothing_there(thing))
        wanted = (thing, setting.aperture, setting.specular.value)
        fitting = [values for *taken, values in self._readings if tuple(taken) == wanted]
        if not fitting:
            raise ReaderError(messages.devices.not_recorded(thing, setting.aperture, setting.specular.value))
        self.serial += 1
        return np.array(fitting[(self.serial - 1) % len(fitting)])


@cache
def _load(path: str) -> tuple[Recorded, ...]:
    try:
        whole = json.loads(Path(path).read_text(encoding="utf-8"))
        if whole["format"] != FORMAT or whole["version"] != VERSION:
            raise ValueError(f"its format must be {FORMAT}, version {VERSION}")
        return tuple(_recorded(reading) for reading in whole["readings"])
    except OSError as wrong:
        raise ReaderError(messages.devices.no_recording(path, str(wrong.strerror))) from None
    except (ValueError, KeyError, TypeError) as wrong:
        raise ReaderError(messages.devices.no_recording(path, str(wrong))) from None


def _recorded(taken: Mapping[str, object]) -> Recorded:
    values = taken["reflectance"]
    if not isinstance(values, list) or len(values) != BANDS.size or not all(0 <= v <= WHITEST for v in values):
        raise ValueError(f"a reading needs {BANDS.size} reflectances")
    return str(taken["thing"]), int(str(taken["aperture"])), str(taken["specular"]), tuple(float(v) for v in values)


def write(readings: Iterable[tuple[str, Setting, Array]]) -> str:
    """Return a recording of readings that were taken: thing, setting and reflectance (31,) each."""
    taken = [
        {
            "thing": thing,
            "aperture": setting.aperture,
            "specular": setting.specular.value,
            "reflectance": [round(float(v), 6) for v in reflectance],
        }
        for thing, setting, reflectance in readings
    ]
    return json.dumps({"format": FORMAT, "version": VERSION, "readings": taken}, ensure_ascii=False, indent=1) + "\n"
