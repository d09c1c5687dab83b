"""Make a copy of the studio while it is in use."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from studio.backups import BackupError, back_up, prune


class Command(BaseCommand):
    """Make a copy of the database with all photos, verify it, and print its file; older copies go by the rule."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("directory", type=Path, nargs="?", default=Path(settings.BACKUPS))
        parser.add_argument("--keep-all", action="store_true", help="delete no older copy")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            made = back_up(options["directory"])
            if not options["keep_all"]:
                prune(options["directory"])
        except BackupError as wrong:
            raise CommandError(str(wrong)) from None
        security_log.note(None, "backup", made.name)
        self.stdout.write(str(made))
