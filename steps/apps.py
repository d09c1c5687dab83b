"""Steps as an app."""

from django.apps import AppConfig


class StepsConfig(AppConfig):
    name = "steps"
    default_auto_field = "django.db.models.BigAutoField"
