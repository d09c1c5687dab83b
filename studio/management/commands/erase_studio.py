"""Erase a studio with its people and all they made, by the name of one of its people: `manage.py erase_studio NAME`."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import security_log
from people.erasing import erase_studio
from people.queries import studio_of
from prism import words
from studio import backups


class Command(BaseCommand):
    """Make a copy of the database, then erase."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("username", help="the user name of one of its people")
        parser.add_argument("--sure", action="store_true", help="that it is meant: there is no way back but the copy")

    def handle(self, *args: Any, **options: Any) -> None:
        user = User.objects.filter(username=options["username"]).first()
        if user is None:
            raise CommandError(words.people.nobody_called(options["username"]))
        studio = studio_of(user)
        if not options["sure"]:
            raise CommandError(words.people.say_sure(str(studio)))
        copy = backups.back_up(Path(settings.BACKUPS), "before-erasing")
        name, count = str(studio), erase_studio(studio)
        security_log.note(None, "erase", name)
        self.stdout.write(words.people.studio_erased(name, count, str(copy)))
