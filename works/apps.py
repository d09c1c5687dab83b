"""Long work as an app."""

from django.apps import AppConfig


class WorksConfig(AppConfig):
    """The queue of long work."""

    name = "works"
    default_auto_field = "django.db.models.BigAutoField"
