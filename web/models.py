"""Forms that were sent."""

from __future__ import annotations

from django.db import models
from django.utils import timezone


class SentForm(models.Model):
    """One form as it stood on one page and was sent: a digest of all of it, and where its answer led.

    `led_to` is empty while it is being answered, and where the answer led nowhere else.
    """

    key = models.CharField(max_length=64, primary_key=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)
    answered = models.BooleanField(default=False)
    led_to = models.CharField(max_length=2000, blank=True)

    def __str__(self) -> str:
        return self.key
