"""What a person did with boards, saw beside them, and put on the shortlist."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from decks.models import Colour
from reviews.models.review import Review
from web.values import WORD, listed


class Board(models.Model):
    """What a person did with a board of the comparison set: kept it there, brought it in, or took it away."""

    class State(models.TextChoices):
        PINNED = "pinned", "pinned"
        ADDED = "added", "brought in"
        OUT = "out", "taken away"

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="boards")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    state = models.CharField(max_length=6, choices=State)
    kind = models.CharField(max_length=8, blank=True)
    why = models.CharField(max_length=20, blank=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["review", "colour"], name="board_once")]

    def __str__(self) -> str:
        return f"{self.colour} {self.state}"


class Observation(models.Model):
    """What a person saw beside a board, in which light, and what the product had computed."""

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="observations")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    seen = models.JSONField(validators=[listed(WORD, 20)])  # directions, or "no difference"
    note = models.CharField(max_length=400, blank=True)
    light = models.CharField(max_length=80, blank=True)
    computed = models.JSONField(validators=[listed(WORD, 20)])  # directions
    agreement = models.CharField(max_length=6)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-at", "-id"]

    def __str__(self) -> str:
        return f"{', '.join(self.seen)} beside {self.colour}"


class Shortlisted(models.Model):
    """A colour on a review's shortlist, in the order it stands there."""

    MOST = 8

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="shortlist")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    position = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ["position", "id"]
        constraints = [models.UniqueConstraint(fields=["review", "colour"], name="shortlisted_once")]

    def __str__(self) -> str:
        return f"{self.colour} on the shortlist"
