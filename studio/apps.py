"""The studio."""

from typing import Any

from django.apps import AppConfig
from django.db import connections
from django.db.models.signals import post_migrate


def _settle(using: str = "default", **sent: Any) -> None:
    """Forget which kinds of records there are, since they have other numbers once tables were emptied or made; and
    bring the log into the database's file, so that a copy of the file is whole."""
    from django.contrib.contenttypes.models import ContentType

    ContentType.objects.clear_cache()
    connection = connections[using]
    if not connection.in_atomic_block:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


class StudioConfig(AppConfig):
    """Settings, base templates, styles and scripts."""

    name = "studio"

    def ready(self) -> None:
        post_migrate.connect(_settle, dispatch_uid="studio.settle")
