"""Speed of documents, after `review_page`, which sets Django up."""

from __future__ import annotations

from bench.timing import best, report


def of_documents() -> None:
    """A review and a job as PDF, against the page of the review alone."""
    from jobs.models import Job
    from people.models import Studio
    from reviews.document.document import Document
    from reviews.document.job import JobDocument
    from reviews.document.pdf import job_pdf, pdf
    from reviews.models import Review

    studio = Studio(name="Bench")
    pk = Review.objects.filter(colour__code="H16.3").latest("pk").pk
    content = best(lambda: Document(Review.objects.get(pk=pk)).every, 3)
    whole = best(lambda: pdf(Document(Review.objects.get(pk=pk)), studio), 2)
    report("a review as PDF", f"{whole:.1f} s", "under 2 s")
    report("  against what it says alone", f"{whole / content:.1f}×", "-")
    job = Job.objects.get(title="Skerry Point reading house")
    took = best(lambda: job_pdf(JobDocument(job.owner, job), studio), 1)
    report("a job of six rooms as PDF", f"{took:.1f} s", "under 8 s for twelve")
