"""A small studio for tests that can tint: the demo deck, its tinting system, and two people."""

from __future__ import annotations

from decks.models import Colour
from decks.tests import world
from decks.tests.world import colour, own_the_deck, person
from prism import demo
from tinting import services


def load_deck() -> None:
    world.load_deck()
    services.keep_system(None, demo.tint_system())


class Studio(world.Studio):
    """The demo deck, its tinting system and two people, of whom isla has entered."""

    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        services.keep_system(None, demo.tint_system())


__all__ = ["Colour", "Studio", "colour", "load_deck", "own_the_deck", "person"]
