"""Bring a studio back from its file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from prism import words
from studio.archive import ArchiveError, digest_now, restore


class Command(BaseCommand):
    """Bring a studio back into an empty database, and hold what came against the archive's digest."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            told = restore(options["file"])
        except ArchiveError as wrong:
            raise CommandError(str(wrong)) from None
        security_log.note(None, "restore", options["file"].name)
        self.stdout.write(words.archives.archive_told(told.counts, told.digest))
        self.stdout.write(words.archives.archive_held(digest_now().digest == told.digest))
