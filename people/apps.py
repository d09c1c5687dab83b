"""People."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """People."""

    name = "people"
