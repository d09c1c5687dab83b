"""Long work as the queue knows it."""

from __future__ import annotations

from django_tasks import task

from works import doing


@task()
def do(pk: int) -> None:
    """Do a piece of work."""
    doing.do_work(pk)
