"""A small studio for tests: the demo deck, two people, and one review."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.test import TestCase

from decks import services
from decks.models import Colour, Maker
from decks.shared_decks import open_to_changes
from prism import demo

FIRST_EDITION = 425
"""Colours of the demo deck that tests of pages load: enough to fill every list, and quick."""


def load_deck() -> None:
    services.load_deck(demo.deck()[:FIRST_EDITION])


def own_the_deck(user: User) -> None:
    """Let the loaded deck be somebody's own instead of all studios': only such a deck is changed by people."""
    with open_to_changes():
        Maker.objects.update(owner=user)


def person(name: str = "isla") -> User:
    return User.objects.create_user(name)


def colour(code: str = "H16.3") -> Colour:
    return Colour.objects.get(code=code, maker__isnull=False)


class Studio(TestCase):
    """The demo deck and two people, of whom isla has entered."""

    @classmethod
    def setUpTestData(cls):
        load_deck()
        cls.isla, cls.rory = person(), person("rory")

    def setUp(self):
        self.client.force_login(self.isla)
