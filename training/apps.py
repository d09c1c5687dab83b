"""Training."""

from django.apps import AppConfig


class TrainingConfig(AppConfig):
    """Training the eye."""

    name = "training"
