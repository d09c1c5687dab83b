"""Write the whole studio, or one of several that share a database, to one file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from prism import words
from studio.archive import export
from studio.backups import BackupError
from studio.one_studio import OneStudioError, export_of


class Command(BaseCommand):
    """Write everything that this studio holds to one open file."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--of", metavar="USERNAME", help="only the studio of one of its people, of several here")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it, and print counts and digest."""
        try:
            if options["of"]:
                text = export_of(options["of"], options["file"])
            else:
                told = export(options["file"])
                text = words.archives.archive_told(told.counts, told.digest)
        except OSError as wrong:
            raise CommandError(f"{options['file']}: {wrong.strerror}") from None
        except (OneStudioError, BackupError) as wrong:
            raise CommandError(str(wrong)) from None
        security_log.note(None, "archive", options["file"].name)
        self.stdout.write(text)
