"""Drivers, as settings name them."""

import inspect

from django.core.checks import run_checks
from django.test import SimpleTestCase, override_settings

from prism.devices.dispenser import SimulatedDispenser
from prism.devices.meters import SimulatedMeter
from web import devices


class Drivers(SimpleTestCase):
    def errors(self):
        return {one.id: one.msg for one in run_checks() if one.id.startswith("devices.")}

    def test_those_that_come_with_it_are_there_and_are_made_as_is_described(self):
        self.assertEqual(self.errors(), {})
        for setting, kind in devices.KINDS.items():
            asked = [p for p in inspect.signature(kind.__call__).parameters.values() if p.kind is p.POSITIONAL_ONLY]
            inspect.signature(devices._named(setting)).bind(*(None for _ in asked[1:]))  # without itself

    def test_a_driver_that_is_not_there_is_said_by_its_setting_as_the_server_starts(self):
        with override_settings(READER_DRIVER="shop.Reader", COMPASS_DRIVER="prism.devices.meters.DARKEST"):
            errors = self.errors()
        self.assertEqual(set(errors), {"devices.reader_driver", "devices.compass_driver"})
        self.assertEqual(
            errors["devices.reader_driver"],
            "READER_DRIVER names 'shop.Reader', which cannot be imported or called: name what "
            "prism.devices.reader.ReaderDriver describes.",
        )

    @override_settings(
        TINTING_DRIVER="prism.tint.dispenser.SimulatedDispenser", LIGHT_METER_DRIVER="prism.meters.SimulatedMeter"
    )
    def test_settings_of_earlier_versions_still_name_them(self):
        self.assertEqual(self.errors(), {})
        self.assertIs(devices.tinting_machine(), SimulatedDispenser)
        self.assertIs(devices.light_meter(), SimulatedMeter)
