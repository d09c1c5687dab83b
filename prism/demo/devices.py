"""Simulated devices among the things of the demo world, built as the settings of the studio name them."""

from __future__ import annotations

from collections.abc import Mapping

from prism.demo.things import things
from prism.devices.reader import Thing
from prism.devices.simulated_reader import SimulatedReader


def simulated_reader(seed: int, serial: int, calibrated_at: float | None, also: Mapping[str, Thing]) -> SimulatedReader:
    """Return a reader that stands among the things of the station, and `also` others."""
    return SimulatedReader(things() | dict(also), seed, serial, calibrated_at)
