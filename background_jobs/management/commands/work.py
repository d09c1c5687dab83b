"""Do the long work of the studio, one piece after another, until stopped."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from background_jobs import schedule, services
from background_jobs.worker import Heart, persistently


class Command(BaseCommand):
    """Take up what was under way when the last worker went, then wait for more. One such process is enough."""

    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        heart = Heart()
        heart.start()
        schedule.keep_looking()

        def work() -> None:
            again = services.take_up_again()
            if again:
                self.stdout.write(f"{again} taken up again")
            call_command("db_worker", verbosity=options["verbosity"], startup_delay=False)

        try:
            persistently(work, heart)
        finally:
            heart.stop()
