"""The web."""

from django.apps import AppConfig


class WebConfig(AppConfig):
    """What every app needs of the web."""

    name = "web"
