"""Write the document of a review to a file."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.template.loader import render_to_string

from people.queries import studio_of
from reviews.document.document import Document
from reviews.document.pdf import PAPERS, pdf
from reviews.models import Review


class Command(BaseCommand):
    """Write the document of a review as PDF, HTML or JSON."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the review's number, the format, the paper and the file."""
        parser.add_argument("review", type=int)
        parser.add_argument("out", type=Path)
        parser.add_argument("--format", choices=("pdf", "html", "json"), default="pdf")
        parser.add_argument("--paper", choices=PAPERS, default="A4")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it, or say why not."""
        review = Review.objects.filter(pk=options["review"], deleted=None).first()
        if review is None:
            raise CommandError(f"There is no review {options['review']}.")
        made = Document(review)
        if made.waits:
            raise CommandError(made.waits)
        studio = studio_of(review.owner).name
        if options["format"] == "pdf":
            content = pdf(made, studio, options["paper"])
        elif options["format"] == "json":
            content = json.dumps(made.table(), ensure_ascii=False, indent=2).encode()
        else:
            context = {"document": made, "review": review, "studio": studio, "subject": made.bench.subject}
            content = render_to_string("reviews/document/print.html", context).encode()
        try:
            options["out"].write_bytes(content)
        except OSError as wrong:
            raise CommandError(f"{options['out']}: {wrong.strerror}") from None
        self.stdout.write(f"{options['out']}: {len(content):,} bytes")
