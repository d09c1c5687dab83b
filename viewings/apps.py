"""Viewings as an app."""

from django.apps import AppConfig


class ViewingsConfig(AppConfig):
    name = "viewings"
    default_auto_field = "django.db.models.BigAutoField"
