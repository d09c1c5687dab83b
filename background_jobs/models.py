"""Pieces of long work, kept in the database until they are done and fetched."""

from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

from background_jobs.doer import is_gone

LOST = timedelta(minutes=2)
"""Work that has said nothing for so long is taken for interrupted."""


class Work(models.Model):
    """A piece of long work: of which kind, what was asked, how far it is, and what came of it.

    `moved` is when it last said how far it is; `stop` asks it to stop at the next such moment; `doer` names the process
    that is at it.
    """

    class State(models.TextChoices):
        WAITING = "waiting", "waiting"
        RUNNING = "running", "under way"
        DONE = "done", "done"
        STOPPED = "stopped", "stopped"
        FAILED = "failed", "failed"

    UNDER_WAY = (State.WAITING, State.RUNNING)

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="background_jobs")
    kind = models.CharField(max_length=30)
    asked = models.JSONField(default=dict)
    title = models.CharField(max_length=120)
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    steps_done = models.PositiveIntegerField(default=0)
    steps = models.PositiveIntegerField(default=0)
    stop = models.BooleanField(default=False)
    doer = models.CharField(max_length=120, blank=True)
    said = models.CharField(max_length=400, blank=True)
    content = models.BinaryField(null=True, blank=True, editable=False)
    file_name = models.CharField(max_length=120, blank=True)
    content_type = models.CharField(max_length=60, blank=True)
    made = models.DateTimeField(default=timezone.now)
    moved = models.DateTimeField(default=timezone.now)
    ended = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return self.title

    def get_absolute_url(self) -> str:
        return reverse("work", args=[self.pk])

    @property
    def is_under_way(self) -> bool:
        return self.state in self.UNDER_WAY

    @property
    def is_lost(self) -> bool:
        return self.state == self.State.RUNNING and (timezone.now() - self.moved > LOST or is_gone(self.doer))
