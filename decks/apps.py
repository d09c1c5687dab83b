"""Decks."""

from django.apps import AppConfig
from django.db.models.signals import post_migrate, pre_migrate

from decks import shared_decks


class DecksConfig(AppConfig):
    """Colours, makers and intake."""

    name = "decks"

    def ready(self) -> None:
        pre_migrate.connect(shared_decks.open_up, sender=self, dispatch_uid="decks.open_up")
        post_migrate.connect(shared_decks.close, sender=self, dispatch_uid="decks.close")
