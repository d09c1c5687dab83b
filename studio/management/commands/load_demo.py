"""Fill the studio with the demo world."""

from __future__ import annotations

from typing import Any

from auditlog.context import set_actor
from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from decks import services as deck_services
from decks.models import Colour
from jobs import station
from people import queries as people
from people import services as people_services
from people.models import Member, Role
from prism import demo
from reviews import services as review_services
from reviews.models import Review
from reviews.steps.verdict import services as verdict_services
from studio.views import DEMO_USER
from tinting import services as tinting_services

PEOPLE = (("isla", "Isla Marram", Role.SPECIALIST), ("wren", "Wren Tolquhon", Role.JUNIOR))
STARTED = (
    # code, room, verdict, notes; newest last
    ("T04.3", "Lamp room", "", "Hoped to use it lighter: see what becomes of its undertone."),
    (
        "T06.2",
        "Stair tower",
        "",
        "Darker under the skylight? It looks like nothing in particular as it stands.",
    ),
    ("H06.3", "Galley", "", "Wanted beside the limed larch. Look again when the larch sample has come."),
    (
        "T05.4",
        "Library",
        "Not the plain grey it was called. Keep it off the chimney wall, where the glazed brick is warm.",
        "Seen upright by the west window at ten, overcast. The client calls it grey; beside a clean white nobody did.",
    ),
    ("H16.3", "North writers’ room", "", ""),
    ("H16.3", "Galley", "", ""),
    ("H16.3", "Lamp room", "", "In here it is only ever seen in the evening."),
    ("H16.3", "Library", "", ""),
    ("H16.3", "Stair tower", "", ""),
)


class Command(BaseCommand):
    """Load both makers' decks, a user to enter as, and a few reviews. Safe to run again."""

    help = __doc__ or ""

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        """Load, and say what was loaded."""
        count = deck_services.load_deck(demo.deck())
        tinting_services.keep_system(None, demo.tint_system())
        user, fresh = User.objects.get_or_create(username=DEMO_USER, defaults={"first_name": "Skerry Point"})
        if fresh:
            user.set_unusable_password()
            user.save()
        if not Review.objects.filter(owner=user).exists():
            with set_actor(user):
                self._job(user)
        self._people(user)
        self.stdout.write(f"{count} colours of {len({entry.maker for entry in demo.deck()})} makers, ready.")

    def _job(self, user: User) -> None:
        rooms = station.enter(user)
        for code, room, verdict, notes in STARTED:
            review = review_services.start(user, Colour.objects.get(code=code, maker__isnull=False))
            verdict_services.write(review, {"verdict": verdict, "notes": notes})
            review_services.move(review, rooms[room])

    def _people(self, user: User) -> None:
        """Give the studio its name and its other people, who have no way to sign in until they are given one."""
        studio = people.studio_of(user)
        people_services.rename(studio, "Skerry Point Colour")
        for username, name, role in PEOPLE:
            first, _, last = name.partition(" ")
            other, fresh = User.objects.get_or_create(
                username=username, defaults={"first_name": first, "last_name": last}
            )
            if fresh:
                other.set_unusable_password()
                other.save()
                Member.objects.create(user=other, studio=studio, role=role)
