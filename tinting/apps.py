"""Tinting."""

from django.apps import AppConfig


class TintingConfig(AppConfig):
    """The tinting system and its machine."""

    name = "tinting"
