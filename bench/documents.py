"""Speed of documents, after `review_page`, which sets Django up."""

from __future__ import annotations

from bench.timing import best, report


def of_documents() -> None:
    """A review and a job as PDF, against the page of the review alone."""
    from documents.document import Document
    from documents.job import JobDocument
    from documents.pdf import pdf
    from jobs import services as job_services
    from jobs.models import Job
    from people.models import Studio
    from reviews import services as review_services
    from reviews.models import Review
    from steps import services as step_services

    studio = Studio(name="Bench")
    pk = Review.objects.filter(colour__code="H16.3").latest("pk").pk
    content = best(lambda: Document(Review.objects.get(pk=pk)).every, 3)
    whole = best(lambda: pdf(Document(Review.objects.get(pk=pk)), studio), 2)
    report("a review as PDF", f"{whole:.1f} s", "under 2 s")
    report("  against what it says alone", f"{whole / content:.1f}×", "-")
    job = Job.objects.filter(title="Skerry Point reading house").first()
    assert job is not None
    for room in list(job.rooms.filter(deleted=None)):
        again = job_services.duplicate(job.owner, room)
        review = Review.objects.filter(room=room, deleted=None).first()
        if review is not None:
            review_services.move(step_services.start(job.owner, review.colour), again)
    rooms = len(JobDocument(job.owner, job).pages)
    took = best(lambda: JobDocument(job.owner, job).pdf(studio), 1)
    report(f"a job of {job.rooms.filter(deleted=None).count()} rooms as PDF, {rooms} of them reviewed", f"{took:.1f} s",
           "under 8 s")  # fmt: skip
