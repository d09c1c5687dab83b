"""Long work as the queue knows it."""

from __future__ import annotations

from django.conf import settings
from django.utils.module_loading import import_string
from django_tasks import task

from background_jobs import doing


@task()
def do(pk: int) -> None:
    doing.do_work(pk)


@task()
def scheduled(path: str) -> None:
    if path in settings.SCHEDULED:
        import_string(path)()
