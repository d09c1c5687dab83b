"""Reviews."""

from django.apps import AppConfig


class ReviewsConfig(AppConfig):
    """Colour reviews."""

    name = "reviews"
