"""Tinting."""

from django.apps import AppConfig


class TintingConfig(AppConfig):
    name = "tinting"
