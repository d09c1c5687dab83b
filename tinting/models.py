"""The studio's tinting system, the machine as it was left, and the cans it made."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import models
from django.utils import timezone

from decks.models import Colour
from prism import words
from prism.formats.tint_system import TintSystemError, from_table
from web.values import AMOUNT, Within, named


def tinting_table(table: Any) -> None:
    """Refuse what is no tinting system."""
    try:
        from_table(table)
    except TintSystemError as wrong:
        raise ValidationError(str(wrong)) from None


class System(models.Model):
    """A tinting system that was brought in as a file: everybody's, or a person's own, which then goes before it.

    `table` is the file itself; `changed` moves when it does, and whatever keeps it in memory watches that.
    """

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.CASCADE, related_name="tinting_systems"
    )
    name = models.CharField(max_length=80)
    table = models.JSONField(validators=[tinting_table])
    changed = models.DateTimeField(default=timezone.now)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-changed", "-id"]

    def __str__(self) -> str:
        return self.name


class Machine(models.Model):
    """A person's tinting machine as it was left: its running number, and mL left of each colorant; while it is at work,
    by when it must have answered."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="tinting_machine")
    serial = models.PositiveIntegerField(default=0)
    levels = models.JSONField(default=dict, validators=[named(AMOUNT)])
    busy_until = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"machine of {self.owner}"


class Batch(models.Model):
    """One can as it was dispensed: what was wanted, and what really went in, which only a reader finds out."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="batches")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="batches")
    percent = models.FloatField(default=0.0, validators=[Within(-100, 1_000)])
    name = models.CharField(max_length=160)
    can = models.CharField(max_length=20)
    serial = models.PositiveIntegerField()
    base = models.CharField(max_length=12)
    wanted = models.JSONField(validators=[named(AMOUNT)])  # mL per litre by colorant, as the formula was rounded
    given = models.JSONField(validators=[named(AMOUNT)])  # mL per litre by colorant, as it came out
    dispensed = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["serial"]
        constraints = [models.UniqueConstraint(fields=["owner", "serial"], name="batch_serial")]

    def __str__(self) -> str:
        return words.recipes.batch_given(self.name, self.serial)
