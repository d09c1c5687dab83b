"""Write the whole studio to one file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from prism import words
from studio.archive import export


class Command(BaseCommand):
    """Write everything that this studio holds to one open file."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it, and print counts and digest."""
        try:
            told = export(options["file"])
        except OSError as wrong:
            raise CommandError(f"{options['file']}: {wrong.strerror}") from None
        security_log.note(None, "archive", options["file"].name)
        self.stdout.write(words.archives.archive_told(told.counts, told.digest))
