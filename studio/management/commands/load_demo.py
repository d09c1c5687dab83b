"""Fill the studio with the demo world."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from decks import services as deck_services
from prism import demo
from reviews.models import Review
from studio import demo_job, demo_practice
from studio.demo_visit import MODEL, colleagues
from tinting import services as tinting_services
from training import queries, services

PRACTICE = ((MODEL, (0.9, -0.2)), ("wren", (-0.3, 0.8)))
"""Who practised, and by how much, (a*, b*), their own neutral lies off the method's."""


class Command(BaseCommand):
    """Load both makers' decks, a studio that visitors are given copies of, with a few reviews. Safe to run again."""

    help = __doc__ or ""

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        count = deck_services.load_deck(demo.deck())
        tinting_services.keep_system(None, demo.tint_system())
        user, fresh = User.objects.get_or_create(username=MODEL, defaults={"first_name": "Skerry Point"})
        if fresh:
            user.set_unusable_password()
            user.save()
        if not Review.objects.filter(owner=user).exists():
            demo_job.enter(user)
        colleagues(user)
        self._practice()
        self.stdout.write(f"{count} colours of {len({entry.maker for entry in demo.deck()})} makers, ready.")

    def _practice(self) -> None:
        """Have the owner and the junior look back on some weeks of practice; the junior lets owners see it."""
        for seed, (username, shift) in enumerate(PRACTICE, 1):
            person = User.objects.get(username=username)
            if not queries.sittings(person).exists():
                demo_practice.practise(person, shift, seed)
                services.agree(person, agreed=True)
