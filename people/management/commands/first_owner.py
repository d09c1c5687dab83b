"""Make the first owner of an empty studio."""

from __future__ import annotations

import secrets
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser

from people import queries
from prism import words


class Command(BaseCommand):
    """Make the account of the first owner and print a pass phrase for it, to be changed after signing in."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        if User.objects.exists():
            raise CommandError(words.people.OWNER_THERE)
        phrase = secrets.token_urlsafe(18)
        queries.membership(User.objects.create_user(options["name"], password=phrase))
        self.stdout.write(words.people.owner_made(options["name"], phrase))
