"""The studio."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


def _forget(**sent: Any) -> None:
    """Forget which kinds of records there are: where tables were emptied or made, they have other numbers."""
    from django.contrib.contenttypes.models import ContentType

    ContentType.objects.clear_cache()


class StudioConfig(AppConfig):
    """Settings, base templates, styles and scripts."""

    name = "studio"

    def ready(self) -> None:
        post_migrate.connect(_forget, dispatch_uid="studio.forget")
