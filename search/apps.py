"""Search as an app."""

from django.apps import AppConfig


class SearchConfig(AppConfig):
    name = "search"
    default_auto_field = "django.db.models.BigAutoField"
