"""Write the manual to a file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from people.models import PAPERS
from studio.manual_pdf import manual_pdf


class Command(BaseCommand):
    """Write the manual as a PDF; everything it needs ships with the studio."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the file and the paper."""
        parser.add_argument("out", type=Path)
        parser.add_argument("--paper", choices=PAPERS, default="A4")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it, or say why not."""
        content = manual_pdf(options["paper"])
        try:
            options["out"].write_bytes(content)
        except OSError as wrong:
            raise CommandError(f"{options['out']}: {wrong.strerror}") from None
        self.stdout.write(f"{options['out']}: {len(content):,} bytes")
