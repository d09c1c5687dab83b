"""Go back to a copy of the studio."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from prism import words
from studio.backups import BackupError, restore


class Command(BaseCommand):
    """Make a copy that `backup` made the database, also one of an earlier version; what was there is copied first."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            before = restore(options["file"])
        except BackupError as wrong:
            raise CommandError(str(wrong)) from None
        security_log.note(None, "restore", options["file"].name)
        self.stdout.write(words.archives.backup_restored(str(before) if before else ""))
