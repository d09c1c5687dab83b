"""Look the database over."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError

from prism import words
from studio.backups import database, faults


class Command(BaseCommand):
    """Look over every page of the database, and every row that refers to another."""

    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        wrong = faults(database())
        if wrong:
            raise CommandError(words.archives.database_faulty(wrong))
        self.stdout.write(words.archives.DATABASE_SOUND)
