"""Write the document of a review or a job to a file."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from documents.document import Document
from documents.job import JobDocument
from documents.pdf import html_file, pdf
from jobs.models import Job
from people.models import PAPERS
from people.queries import as_by, studio_of
from reviews.models import Review
from web.output import written_to


class Command(BaseCommand):
    """Write the document of a review or a job as PDF, HTML or JSON."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the review's number, the format, the paper and the file."""
        parser.add_argument("number", type=int, help="of the review, or with --job of the job")
        parser.add_argument("out", type=Path)
        parser.add_argument("--format", choices=("pdf", "html", "json"), default="pdf")
        parser.add_argument("--job", action="store_true", help="the document of a job")
        parser.add_argument("--paper", choices=PAPERS, default="A4")

    def handle(self, *args: Any, **options: Any) -> None:
        content = self._job(options) if options["job"] else self._review(options)
        self.stdout.write(written_to(options["out"], content))

    def _review(self, options: dict[str, Any]) -> bytes:
        review = Review.objects.filter(pk=options["number"], deleted=None).first()
        if review is None:
            raise CommandError(f"There is no review {options['number']}.")
        made = Document(review)
        if made.waits:
            raise CommandError(made.waits)
        studio = studio_of(review.owner)
        with as_by(review.owner):
            if options["format"] == "pdf":
                return pdf(made, studio, options["paper"])
            return self._plain(options, made.table, lambda: html_file(made, studio))

    def _job(self, options: dict[str, Any]) -> bytes:
        job = Job.objects.filter(pk=options["number"], deleted=None).select_related("owner").first()
        if job is None:
            raise CommandError(f"There is no job {options['number']}.")
        made, studio = JobDocument(job.owner, job), studio_of(job.owner)
        with as_by(job.owner):
            if options["format"] == "pdf":
                return made.pdf(studio, options["paper"])
            return self._plain(options, made.table, lambda: made.html_file(studio))

    def _plain(self, options: dict[str, Any], table: Callable[[], object], page: Callable[[], str]) -> bytes:
        if options["format"] == "json":
            return json.dumps(table(), ensure_ascii=False, indent=2).encode()
        return page().encode()
