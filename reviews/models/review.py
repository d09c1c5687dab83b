"""A colour review: the record of one colour being read, compared, placed and judged."""

from __future__ import annotations

from functools import cached_property
from typing import Any

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour, Valued
from jobs.models import Room
from prism import words
from prism.method import DEFAULT, Method, MethodError, in_force, nearest_ready
from prism.neutral import WorkingNeutral
from prism.reading import choose_neutral
from web.values import WHOLE, Numbers, Shaped, Within, listed, named

FINDINGS = Shaped(
    {
        "type": "object",
        "properties": {
            "on": {"type": "string"},
            "said": {"type": "object", "additionalProperties": named({"type": "string"}).schema},
        },
    }
)
"""The findings of steps as they are kept: what they rest on, and the sentence of each step by way of writing."""


class Review(models.Model):
    """One review; everything that is needed to reopen it as it was."""

    class Surround(models.TextChoices):
        WHITE = "white", "white board"
        PALE = "pale", "pale grey"
        MID = "mid", "mid grey"
        DARK = "dark", "dark grey"

    class View(models.TextChoices):
        TWO = "two", "two"
        THREE = "three", "three"
        ALL = "all", "all"

    class Order(models.TextChoices):
        CHOSEN = "chosen", "as chosen"
        LRV = "lrv", "LRV"
        WARMTH = "warmth", "warmth"
        CREAMINESS = "creaminess", "creaminess"
        UNDERTONE = "undertone", "undertone"
        HAND = "hand", "by hand"
        SHUFFLED = "shuffled", "shuffled"

    class Neutral(models.TextChoices):
        PAINTED = "painted", "painted"
        WHITES = "whites", "painted, its light end through my reference whites"
        GREY = "grey", "mathematical grey"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="reviews")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="reviews")
    room = models.ForeignKey(Room, null=True, blank=True, on_delete=models.SET_NULL, related_name="reviews")

    method = models.CharField(max_length=40, default=DEFAULT, db_column="school")
    method_table = models.JSONField(
        null=True, blank=True, db_column="school_table", validators=[named({})]
    )  # an own method as it stood when it was taken up
    neutral = models.CharField(max_length=10, choices=Neutral, default=Neutral.PAINTED)
    neutral_white = models.JSONField(
        null=True, blank=True, validators=[Numbers(-200, 200, 3)]
    )  # L*, a*, b*: the mean of the whites when they were chosen
    neutral_a = models.FloatField(default=0.0, validators=[Within(-200, 200)])
    neutral_b = models.FloatField(default=0.0, validators=[Within(-200, 200)])

    step = models.CharField(max_length=20, default="reading")  # key of a step; which there are, the list of steps says
    findings = models.JSONField(
        default=dict, blank=True, validators=[FINDINGS]
    )  # of the steps, with what they rest on; see `frame.path`
    beside = models.ForeignKey(Colour, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    surround = models.CharField(max_length=5, choices=Surround, default=Surround.PALE)
    names_shown = models.BooleanField(default=True)
    edge_view = models.BooleanField(default=False)
    wall_view = models.CharField(max_length=5, choices=View, default=View.TWO)
    wall_order = models.CharField(max_length=10, choices=Order, default=Order.CHOSEN)
    hand_order = models.JSONField(
        default=list, blank=True, validators=[listed(WHOLE)]
    )  # ids of colours, as they were arranged
    shuffle = models.PositiveIntegerField(default=0)  # seed of the shuffled order
    withhold = models.BooleanField(default=False)  # findings wait until the person has said what they see

    strength = models.FloatField(default=0.0, validators=[Within(-100, 1_000)])  # percent of change that is looked at
    can = models.CharField(max_length=20, default="gallon")  # key of a can of the tinting system

    verdict = models.TextField(blank=True)
    notes = models.TextField(blank=True)
    intake_notes = models.TextField(blank=True)

    valued = models.DateTimeField(default=timezone.now)  # the colour is read as its value stood then
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now_add=True)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-updated", "-id"]
        indexes = [models.Index(fields=["owner", "deleted", "-updated"], name="review_listing")]

    def __str__(self) -> str:
        return f"Review of {self.colour}"

    def get_absolute_url(self) -> str:
        return reverse("review-step", args=[self.pk, self.step])

    def called(self, name: str) -> str:
        """Return what one of its colours is called for now: names can be hidden, since they mislead."""
        return name if self.names_shown else words.walks.SUBJECT

    @property
    def name_now(self) -> str:
        return self.called(self.colour.name)

    @cached_property
    def value(self) -> Valued:
        """The colour's numbers as they stood when the review took them up: the colour itself, or an earlier value."""
        return self.colour.value_at(self.valued)

    @cached_property
    def _method(self) -> tuple[Method, str]:
        try:
            return in_force(self.method, self.method_table), ""
        except MethodError as wrong:
            return nearest_ready(self.method_table), str(wrong)

    @property
    def method_in_force(self) -> Method:
        """The method the review is made under; an own one as it stood when the review took it up, or the ready one
        nearest to it where that can no longer be read."""
        return self._method[0]

    @property
    def method_own(self) -> dict[str, Any] | None:
        return self.method_table if self.method_table and not self.method_unreadable else None

    @property
    def method_unreadable(self) -> str:
        """Why the method that the review kept cannot be read; empty where it can."""
        return self._method[1]

    @property
    def neutral_in_force(self) -> WorkingNeutral:
        white = self.neutral_white if self.neutral == self.Neutral.WHITES else None
        return choose_neutral(
            self.method_in_force,
            self.neutral,
            (self.neutral_a, self.neutral_b),
            (white[0], white[1], white[2]) if white else None,
        )
