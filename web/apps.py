"""The web."""

import os
from pathlib import Path
from typing import Any

from django.apps import AppConfig
from django.core import checks
from django.db.backends.signals import connection_created

PRIVATE = 0o600


def keep_private(connection: Any, **kwargs: Any) -> None:
    """Let nobody but the studio's own user read the database and what stands beside it."""
    name = str(connection.settings_dict["NAME"])
    for path in (Path(name), Path(f"{name}-wal"), Path(f"{name}-shm")):
        if path.is_file() and path.stat().st_mode & 0o077:
            path.chmod(PRIVATE)


class WebConfig(AppConfig):
    """What every app needs of the web."""

    name = "web"

    def ready(self) -> None:
        """Make files that nobody else reads, and see to it that a driver that is not there is noticed."""
        from web.devices import drivers_are_there

        os.umask(0o077)
        checks.register(drivers_are_there)
        connection_created.connect(keep_private, dispatch_uid="private")
