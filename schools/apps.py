"""Schools."""

from django.apps import AppConfig


class SchoolsConfig(AppConfig):
    """Schools."""

    name = "schools"
