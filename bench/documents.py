"""Speed of documents and archives, after `review_page`, which sets Django up."""

from __future__ import annotations

import tempfile
import time
from pathlib import Path

from bench.timing import best, report


def of_documents() -> None:
    """A review and a job as PDF, against the page of the review alone."""
    from jobs.models import Job
    from reviews.document.document import Document
    from reviews.document.job import JobDocument
    from reviews.document.pdf import job_pdf, pdf
    from reviews.models import Review

    pk = Review.objects.filter(colour__code="H16.3").latest("pk").pk
    content = best(lambda: Document(Review.objects.get(pk=pk)).every, 3)
    whole = best(lambda: pdf(Document(Review.objects.get(pk=pk)), "Bench"), 2)
    report("a review as PDF", f"{whole:.1f} s", "under 2 s")
    report("  against what it says alone", f"{whole / content:.1f}×", "-")
    job = Job.objects.get(title="Skerry Point reading house")
    took = best(lambda: job_pdf(JobDocument(job.owner, job), "Bench"), 1)
    report("a job of six rooms as PDF", f"{took:.1f} s", "under 8 s for twelve")


def of_an_archive() -> None:
    """The whole installation written to a file, against copying the database's own."""
    from django.db import connection

    from studio.archive import export

    with tempfile.TemporaryDirectory() as folder:
        start = time.perf_counter()
        told = export(Path(folder) / "studio.zip")
        took = time.perf_counter() - start
        with connection.cursor() as cursor:
            copied = best(lambda: cursor.execute("VACUUM INTO ?", [f"{folder}/{time.perf_counter_ns()}.sqlite3"]), 1)
    report(f"{sum(told.counts.values()):,} records as one file", f"{took:.1f} s", "-")
    report("  against copying the database", f"{took / max(copied, 1e-9):.0f}× as long", "-")
