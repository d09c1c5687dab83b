"""Whether the studio is well, for whoever runs it: alive, ready, and figures for a scraper."""

from __future__ import annotations

import logging
import os
import time
from pathlib import Path

from django.conf import settings
from django.contrib.auth.decorators import login_not_required
from django.db import DatabaseError, connection
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from background_jobs import worker
from background_jobs.models import Work
from people.throttle import address_of
from studio import backups
from web.devices import drivers_are_there

log = logging.getLogger("studio.operating")
STARTED = time.time()
LOOK_AGAIN = 600.0
"""Seconds for which it is believed that a database which was found sound still is."""
LOCAL = ("127.0.0.1", "::1")


@login_not_required
@require_safe
@never_cache
def health(request: HttpRequest) -> JsonResponse:
    with connection.cursor() as cursor:
        cursor.execute("SELECT 1")
    return JsonResponse({"status": "ok"})


@login_not_required
@require_safe
@never_cache
def ready(request: HttpRequest) -> JsonResponse:
    """Say whether the studio can be used: its database is of this version and sound, and can be written to; and
    whether long work is done, without which all else can be."""
    wrong = troubles()
    state = {"status": "not ready" if wrong else "ready", "wrong": wrong, "work": worker.state()}
    return JsonResponse(state, status=503 if wrong else 200)


def troubles() -> list[str]:
    """Return what keeps the studio from being used: nothing of it names what it holds."""
    troubles = []
    try:
        if backups.are_pending():
            troubles.append("migrations are pending")
        if not _is_sound():
            troubles.append("the database is damaged")
        path = backups.database()
        if path.is_file() and not (os.access(path, os.W_OK) and os.access(path.parent, os.W_OK)):
            troubles.append("the database cannot be written to")
    except DatabaseError:
        troubles.append("the database does not answer")
    return troubles


_sound_at: dict[str, float] = {}
"""When a database was last found sound, by its file."""


def _is_sound() -> bool:
    """Whether the pages of the database hold together; looked at anew after a while, and for as long as they do not."""
    name = str(backups.database())
    if time.monotonic() - _sound_at.get(name, -LOOK_AGAIN) < LOOK_AGAIN:
        return True
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA quick_check(1)")
        sound = bool(cursor.fetchone()[0] == "ok")
    if sound:
        _sound_at[name] = time.monotonic()
    return sound


def look_over() -> list[str]:
    """Look the whole database and the drivers of devices over as a server starts; have the log say what is wrong."""
    path = backups.database()
    wrong = backups.faults(path) if path.is_file() else []
    for each in wrong:
        log.error("the database is damaged, restore the last copy: %s", each)
    missing = [str(error.msg) for error in drivers_are_there(None)]
    for each in missing:
        log.error("%s", each)
    return [*wrong, *missing]


@login_not_required
@require_safe
@never_cache
def metrics(request: HttpRequest) -> HttpResponse:
    """Give figures to a scraper on the same machine, in the text format that scrapers read; to nobody else."""
    if address_of(request) not in LOCAL or request.headers.get("X-Forwarded-For"):
        raise Http404
    lines = [f"gentle_prism_{name} {value}" for name, value in _figures().items()]
    return HttpResponse("\n".join([*lines, ""]), content_type="text/plain; version=0.0.4")


def _figures() -> dict[str, float]:
    copies = backups.copies(Path(settings.BACKUPS))
    path = backups.database()
    pages = Path("/proc/self/statm").read_text().split()
    return {
        "up_seconds": round(time.time() - STARTED),
        "memory_bytes": int(pages[1]) * os.sysconf("SC_PAGE_SIZE"),
        "database_bytes": path.stat().st_size if path.is_file() else 0,
        "work_waiting": Work.objects.filter(state=Work.State.WAITING).count(),
        "work_running": Work.objects.filter(state=Work.State.RUNNING).count(),
        "copies": len(copies),
        "last_copy_age_seconds": round((timezone.now() - copies[0][0]).total_seconds()) if copies else -1,
    }
