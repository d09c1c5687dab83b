"""What is kept for a while only: sessions that have ended, and what came of tasks."""

from __future__ import annotations

from datetime import timedelta

from django.core.management import call_command
from django.utils import timezone
from django_tasks_db.models import DBTaskResult

KEPT_FOR = timedelta(days=14)


def scheduled() -> None:
    """Delete sessions that have ended, and results of tasks that ended a fortnight ago."""
    call_command("clearsessions")
    DBTaskResult.objects.finished().filter(finished_at__lt=timezone.now() - KEPT_FOR).delete()
