"""What somebody was shown without names, what they answered, and what is to come back."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

LASTS = timedelta(minutes=5)
"""How long a sitting is meant to be; what hangs then can still be answered."""


def _end() -> datetime:
    return timezone.now() + LASTS


class Sitting(models.Model):
    """A few minutes of looking, under one school; it can be left and gone on with."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sittings")
    school = models.CharField(max_length=40)
    school_table = models.JSONField(null=True, blank=True)  # an own school as it stood; None for a ready one
    seed = models.PositiveBigIntegerField()
    begun = models.DateTimeField(default=timezone.now)
    until = models.DateTimeField(default=_end)

    class Meta:
        ordering = ["-begun", "-id"]

    def __str__(self) -> str:
        return f"sitting of {self.owner}, {self.begun:%d %b %Y}"

    def get_absolute_url(self) -> str:
        """Return the address where it goes on."""
        return reverse("sitting", args=[self.pk])

    @property
    def is_over(self) -> bool:
        """Whether no further wall is hung."""
        return timezone.now() >= self.until


class Wall(models.Model):
    """A wall of a sitting: `boards` are ids of colours in the order in which they hang, `accepted` the right answers by
    their places, `picked` what was answered so far, of `wanted` picks.

    `direction` (2 figures) is the undertone of a board whose hue was asked for, by which an eye's own neutral is found.
    """

    sitting = models.ForeignKey(Sitting, on_delete=models.CASCADE, related_name="walls")
    number = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=12)
    axis = models.CharField(max_length=20)
    boards = models.JSONField()
    accepted = models.JSONField()
    choices = models.JSONField(default=list)
    wanted = models.PositiveSmallIntegerField(default=1)
    picked = models.JSONField(default=list)
    apart = models.FloatField()
    because = models.TextField()
    direction = models.JSONField(null=True, blank=True)
    shown = models.DateTimeField(default=timezone.now)
    answered = models.DateTimeField(null=True, blank=True)
    right = models.BooleanField(null=True, blank=True)

    class Meta:
        ordering = ["sitting", "number"]
        constraints = [models.UniqueConstraint(fields=["sitting", "number"], name="one_wall_a_number")]

    def __str__(self) -> str:
        return f"{self.kind}, wall {self.number}"


class Returning(models.Model):
    """When something comes back to be looked at again: a kind of wall along an axis, as the scheduler keeps it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="returning")
    kind = models.CharField(max_length=12)
    axis = models.CharField(max_length=20)
    card = models.JSONField()
    due = models.DateTimeField()

    class Meta:
        ordering = ["due"]
        constraints = [models.UniqueConstraint(fields=["owner", "kind", "axis"], name="one_return")]

    def __str__(self) -> str:
        return f"{self.kind} along {self.axis}"
