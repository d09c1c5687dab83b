"""Write the manual to a file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from people.models import PAPERS
from studio.manual_pdf import manual_pdf
from web.output import written_to


class Command(BaseCommand):
    """Write the manual as a PDF; everything it needs ships with the studio."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("out", type=Path)
        parser.add_argument("--paper", choices=PAPERS, default="A4")

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(written_to(options["out"], manual_pdf(options["paper"])))
