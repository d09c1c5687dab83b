"""The drivers of a studio's devices, as its settings name them: dotted paths of what makes a device."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error
from django.utils.module_loading import import_string

from prism import words
from prism.devices.dispenser import DispenserDriver
from prism.devices.meters import CompassDriver, LightMeterDriver
from prism.devices.reader import ReaderDriver

FORMER = {
    "prism.replay.ReplayedReader": "prism.devices.replayed_reader.ReplayedReader",
    "prism.tint.dispenser.SimulatedDispenser": "prism.devices.dispenser.SimulatedDispenser",
    "prism.meters.SimulatedMeter": "prism.devices.meters.SimulatedMeter",
    "prism.meters.SimulatedCompass": "prism.devices.meters.SimulatedCompass",
}
"""Where drivers were that the settings of a studio may still name."""
KINDS = {
    "READER_DRIVER": ReaderDriver,
    "TINTING_DRIVER": DispenserDriver,
    "LIGHT_METER_DRIVER": LightMeterDriver,
    "COMPASS_DRIVER": CompassDriver,
}
"""The settings, and what they must name."""


def reader() -> ReaderDriver:
    driver: ReaderDriver = _named("READER_DRIVER")
    return driver


def tinting_machine() -> DispenserDriver:
    driver: DispenserDriver = _named("TINTING_DRIVER")
    return driver


def light_meter() -> LightMeterDriver:
    driver: LightMeterDriver = _named("LIGHT_METER_DRIVER")
    return driver


def compass() -> CompassDriver:
    driver: CompassDriver = _named("COMPASS_DRIVER")
    return driver


def _named(setting: str) -> Any:
    path = getattr(settings, setting)
    return import_string(FORMER.get(path, path))


def drivers_are_there(app_configs: Any, **kwargs: Any) -> list[CheckMessage]:
    """Return an error for each setting that names no driver, as the server starts and not when somebody measures."""
    errors: list[CheckMessage] = []
    for setting, kind in KINDS.items():
        path = getattr(settings, setting)
        try:
            there = callable(_named(setting))
        except ImportError:
            there = False
        if not there:
            needed = f"{kind.__module__}.{kind.__qualname__}"
            errors.append(Error(words.devices.no_driver(setting, path, needed), id=f"devices.{setting.lower()}"))
    return errors
