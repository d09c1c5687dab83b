"""Instruments."""

from django.apps import AppConfig


class InstrumentsConfig(AppConfig):
    """Readers and what they measure."""

    name = "instruments"
