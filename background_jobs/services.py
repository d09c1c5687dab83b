"""Writes: beginning long work, stopping it, taking it up again."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from background_jobs import tasks
from background_jobs.models import Work
from people.queries import team
from prism import words

KEPT_FOR = timedelta(days=7)
LEAST_URGENT = 100
"""The queue knows a hundred ranks below the usual."""


@transaction.atomic
def begin(by: User, kind: str, title: str, **asked: Any) -> Work:
    """Begin a piece of work of one of the kinds of `settings.WORKS`; results of a week ago go. What is asked for
    again while it is under way is begun once."""
    if kind not in settings.WORKS:
        raise KeyError(kind)
    Work.objects.filter(owner=by, made__lt=timezone.now() - KEPT_FOR).delete()
    under_way = _under_way(kind, asked).filter(owner=by).first()
    if under_way is not None:
        return under_way
    made = Work.objects.create(owner=by, kind=kind, title=title[:120], asked=asked)
    _enqueue(made)
    made.refresh_from_db()
    return made


BELIEVED = timedelta(seconds=8)
"""How long a piece of work that says nothing is taken to be in somebody's hands."""


def in_hand(kind: str, **asked: Any) -> bool:
    return _under_way(kind, asked).filter(moved__gt=timezone.now() - BELIEVED).exists()


def _under_way(kind: str, asked: dict[str, Any]) -> QuerySet[Work]:
    return Work.objects.filter(kind=kind, asked=asked, state__in=Work.UNDER_WAY)


def _enqueue(work: Work) -> None:
    """Put work into the queue behind what other studios wait for, the further the more its own studio waits for."""
    waiting = Work.objects.filter(owner__in=team(work.owner), state__in=Work.UNDER_WAY).exclude(pk=work.pk).count()
    tasks.do.using(priority=-min(waiting, LEAST_URGENT)).enqueue(work.pk)


def stop(work: Work) -> None:
    """Ask a piece of work to stop; one that has not begun, or whose doer is gone, stops at once."""
    Work.objects.filter(pk=work.pk).update(stop=True)
    work.refresh_from_db()
    if work.state == Work.State.WAITING or work.is_lost:
        current = Work.objects.filter(pk=work.pk, state=work.state, moved=work.moved)
        current.update(state=Work.State.STOPPED, said=words.background_jobs.WORK_STOPPED, ended=timezone.now())


def take_up_again() -> int:
    """Have what was under way when its doer went done anew, from the start; return how many pieces there were."""
    lost = [work for work in Work.objects.filter(state=Work.State.RUNNING, stop=False) if work.is_lost]
    for work in lost:
        Work.objects.filter(pk=work.pk).update(state=Work.State.WAITING, steps_done=0, moved=timezone.now())
        _enqueue(work)
    return len(lost)
