"""Decks."""

from django.apps import AppConfig


class DecksConfig(AppConfig):
    """Colours, makers and intake."""

    name = "decks"
