"""The studio."""

from django.apps import AppConfig


class StudioConfig(AppConfig):
    """Settings, base templates, styles and scripts."""

    name = "studio"
