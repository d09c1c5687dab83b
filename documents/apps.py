"""Documents as an app."""

from django.apps import AppConfig


class DocumentsConfig(AppConfig):
    name = "documents"
    default_auto_field = "django.db.models.BigAutoField"
