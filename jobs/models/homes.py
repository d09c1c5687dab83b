"""Jobs, who has them in hand, and what is ruled for a home."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from jobs.validators import known_zone
from people.names import name_of
from prism import words
from prism.light.sun import Place
from web.values import Within


class Job(models.Model):
    """What a client asks: a house or a part of one, in a place, with rooms. One person is `responsible` for it: whoever
    began it, until it is handed over."""

    class State(models.TextChoices):
        LOOKING = "looking", "looking"
        SAMPLING = "sampling", "sampling"
        DECIDED = "decided", "decided"
        PAINTED = "painted", "painted"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="jobs")
    title = models.CharField(max_length=80)
    client = models.CharField(max_length=80, blank=True)
    address = models.CharField(max_length=200, blank=True)
    town = models.CharField(max_length=80, blank=True)
    latitude = models.FloatField(null=True, blank=True, validators=[Within(-90, 90)])
    longitude = models.FloatField(null=True, blank=True, validators=[Within(-180, 180)])
    zone = models.CharField(max_length=60, blank=True, validators=[known_zone])
    state = models.CharField(max_length=8, choices=State, default=State.LOOKING)
    notes = models.TextField(blank=True)
    responsible = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+"
    )
    coats = models.PositiveSmallIntegerField(
        null=True, blank=True, validators=[Within(1, 20)]
    )  # the method's, while nobody says
    spreading = models.FloatField(
        null=True, blank=True, validators=[Within(0.5, 100)]
    )  # m² that a litre covers once; the method's likewise
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(default=timezone.now)
    changed_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-updated", "-id"]
        indexes = [models.Index(fields=["owner", "deleted", "-updated"], name="job_listing")]

    def __str__(self) -> str:
        return self.title

    def get_absolute_url(self) -> str:
        return reverse("job", args=[self.pk])

    @property
    def who(self) -> str:
        """The name of whoever is responsible for it."""
        return name_of(self.responsible or self.owner)

    @property
    def place(self) -> Place | None:
        """Where it is, as light needs it; None while that is not known."""
        if self.latitude is None or self.longitude is None:
            return None
        return Place(self.latitude, self.longitude, self.zone or "UTC")


class HandOver(models.Model):
    """That a job went from one person to another, with a note; `read` once the other has seen it."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="hand_overs")
    to = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    note = models.CharField(max_length=1000, blank=True)
    at = models.DateTimeField(default=timezone.now)
    read = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-at", "-id"]

    def __str__(self) -> str:
        return f"{self.job} to {self.to}"

    @property
    def sentence(self) -> str:
        return words.homes.handed_over(name_of(self.by), name_of(self.to), self.at, self.note)


class WhiteRule(models.Model):
    """A white that a person has set for a home, or ruled out, and why. One that was lifted stays in the record."""

    class Kind(models.TextChoices):
        PIN = "pin", "set"
        FORBID = "forbid", "ruled out"

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="white_rules")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    kind = models.CharField(max_length=6, choices=Kind)
    reason = models.CharField(max_length=300)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(auto_now_add=True)
    lifted = models.DateTimeField(null=True, blank=True)
    lifted_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return f"{self.colour} {self.get_kind_display()} in {self.job}"
