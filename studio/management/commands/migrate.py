"""Bring the database to this version, with a copy of it first."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandError
from django.core.management.commands.migrate import Command as Migrate

from prism import words
from studio.backups import BackupError, before_migrating


class Command(Migrate):
    """Django's own, but that a database which is about to be changed is copied first, and the way back is named."""

    def handle(self, *args: Any, **options: Any) -> None:
        if not options["plan"] and not options["check_unapplied"]:
            try:
                made = before_migrating()
            except BackupError as wrong:
                raise CommandError(str(wrong)) from None
            if made and options["verbosity"]:
                self.stdout.write(words.archives.backup_before_migrating(str(made)))
        super().handle(*args, **options)
