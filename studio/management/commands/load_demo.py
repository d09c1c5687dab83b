"""Fill the studio with the demo world."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from decks import services as deck_services
from decks.models import Colour
from prism import demo
from reviews import services as review_services
from reviews.models import Review
from reviews.steps.verdict import services as verdict_services
from studio.views import DEMO_USER
from tinting import services as tinting_services

JOB = "Skerry Point reading house"
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
            for code, room, verdict, notes in STARTED:
                review = review_services.start(user, Colour.objects.get(code=code, maker__isnull=False))
                verdict_services.write(review, {"job": JOB, "room": room, "verdict": verdict, "notes": notes})
        self.stdout.write(f"{count} colours of {len({entry.maker for entry in demo.deck()})} makers, ready.")
