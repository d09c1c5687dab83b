"""Doing a piece of long work."""

from __future__ import annotations

import logging
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db.models import F
from django.utils import timezone
from django.utils.module_loading import import_string

from background_jobs.doer import this_process
from background_jobs.models import Work
from prism import words

logger = logging.getLogger(__name__)


class Stopped(Exception):  # noqa: N818  # no fault: somebody wants it to end
    """Somebody asked the work to stop."""


class WorkError(ValueError):
    """Work that cannot be done; the message says why."""


@dataclass(frozen=True)
class Result:
    """What came of a piece of work: a file, or a sentence where it was something done."""

    content: bytes = b""
    name: str = ""
    content_type: str = ""
    said: str = ""


class Progress:
    """By which work says how far it is; it is stopped there if somebody asked for that."""

    def __init__(self, pk: int) -> None:
        self._pk = pk

    def __call__(self, done: int, steps: int) -> None:
        """Say that so many of the steps are done. Raises `Stopped`."""
        Work.objects.filter(pk=self._pk).update(steps_done=done, steps=steps, moved=timezone.now())
        self.check()

    def check(self) -> None:
        if Work.objects.filter(pk=self._pk, stop=True).exists():
            raise Stopped


Kind = Callable[[User, dict[str, Any], Progress], Result]


def do_work(pk: int) -> None:
    """Do a piece of work that waits; whatever happens, how it ended is kept."""
    taken = Work.objects.filter(pk=pk, state=Work.State.WAITING).update(
        state=Work.State.RUNNING, moved=timezone.now(), doer=this_process()
    )
    if not taken:
        return
    work = Work.objects.select_related("owner").get(pk=pk)
    act: Kind = import_string(settings.WORKS[work.kind])
    try:
        progress = Progress(pk)
        progress(0, 0)
        result = act(work.owner, dict(work.asked), progress)
        progress.check()  # what is stopped during its last step is stopped too
    except Stopped:
        _end(work, Work.State.STOPPED, words.background_jobs.WORK_STOPPED)
    except WorkError as wrong:
        _end(work, Work.State.FAILED, str(wrong))
    except Exception:
        logger.exception("work %s of kind %s failed", pk, work.kind)
        _end(work, Work.State.FAILED, words.background_jobs.work_failed(pk))
    else:
        work.content, work.file_name, work.content_type = result.content, result.name, result.content_type
        _end(work, Work.State.DONE, result.said)


def _end(work: Work, state: str, said: str) -> None:
    work.state, work.said, work.ended = state, said, timezone.now()
    work.save(update_fields=["state", "said", "ended", "content", "file_name", "content_type"])
    Work.objects.filter(pk=work.pk, state=Work.State.DONE).update(steps_done=F("steps"))
