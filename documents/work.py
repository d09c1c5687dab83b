"""The document of a job as long work."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User

from background_jobs.doing import Progress, Result, WorkError
from documents.job import JobDocument
from jobs import queries as job_queries
from jobs.models import Job
from people.queries import as_by, studio_of
from prism import words
from web.http import file_name


def job_document(by: User, asked: dict[str, Any], progress: Progress) -> Result:
    """Make the PDF of a job, `asked` by its number and paper. Raises `WorkError`, `Stopped`."""
    job = job_queries.listed(by).filter(pk=asked["job"]).first()
    if job is None:
        raise WorkError(words.background_jobs.JOB_GONE)
    with as_by(job.owner):
        return _made(by, job, asked["paper"], progress)


def _made(by: User, job: Job, paper: str, progress: Progress) -> Result:
    document = JobDocument(by, job)
    steps = len(document.pages) + 2
    for done, (_, page) in enumerate(document.pages, 1):
        _ = page.first
        progress(done, steps)
    _ = document.home.totals, document.home.white.sentences
    progress(steps - 1, steps)
    made = document.pdf(studio_of(by), paper)
    return Result(made, file_name(job.title, "job", "pdf"), "application/pdf")
