"""The drivers of a studio's devices, as its settings name them: dotted paths of what makes a device."""

from __future__ import annotations

from typing import Any, cast

from django.conf import settings
from django.core.checks import CheckMessage, Error
from django.utils.module_loading import import_string

from prism import words
from prism.devices.dispenser import DispenserDriver
from prism.devices.meters import CompassDriver, LightMeterDriver
from prism.devices.reader import ReaderDriver
from web.former_names import DRIVERS

KINDS = {
    "READER_DRIVER": ReaderDriver,
    "TINTING_DRIVER": DispenserDriver,
    "LIGHT_METER_DRIVER": LightMeterDriver,
    "COMPASS_DRIVER": CompassDriver,
}
"""The settings, and what they must name."""


def reader() -> ReaderDriver:
    return cast(ReaderDriver, _named("READER_DRIVER"))


def tinting_machine() -> DispenserDriver:
    return cast(DispenserDriver, _named("TINTING_DRIVER"))


def light_meter() -> LightMeterDriver:
    return cast(LightMeterDriver, _named("LIGHT_METER_DRIVER"))


def compass() -> CompassDriver:
    return cast(CompassDriver, _named("COMPASS_DRIVER"))


def _named(setting: str) -> Any:
    path = getattr(settings, setting)
    return import_string(DRIVERS.get(path, path))


def drivers_are_there(app_configs: Any, **kwargs: Any) -> list[CheckMessage]:
    """Return an error for each setting that names no driver, so that it is known before somebody measures."""
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
