"""What somebody was shown without names, what they answered, what is to come back; and walls that are set for later."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import models
from django.urls import reverse
from django.utils import timezone
from fsrs import Card

from prism import messages
from prism.training.exercise import Kind
from reviews.models import Review
from viewings.models import Viewing
from web.values import WHOLE, WORD, Numbers, Within, listed, named

LASTS = timedelta(minutes=5)
"""How long a sitting is meant to be; what hangs then can still be answered."""
SLACK = timedelta(minutes=1)
"""By how much the clock may be set back while a sitting goes on."""


def _end() -> datetime:
    return timezone.now() + LASTS


ANSWER = {"type": ["integer", "string", "null"], "minimum": -1, "maximum": 10_000, "maxLength": 200}
"""A place, a word, or none yet."""


def scheduled(card: Any) -> None:
    """Refuse what the scheduler cannot read."""
    try:
        Card.from_dict(card)
    except (ArithmeticError, AttributeError, LookupError, TypeError, ValueError):
        raise ValidationError(messages.faults.NOT_SCHEDULED) from None


class Sitting(models.Model):
    """A few minutes of looking, under one method; it can be left and gone on with."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sittings")
    method = models.CharField(max_length=40, db_column="school")
    method_table = models.JSONField(
        null=True, blank=True, db_column="school_table", validators=[named({})]
    )  # an own method as it stood; None for a ready one
    seed = models.PositiveBigIntegerField()
    begun = models.DateTimeField(default=timezone.now)
    until = models.DateTimeField(default=_end)

    class Meta:
        ordering = ["-begun", "-id"]

    def __str__(self) -> str:
        return f"sitting of {self.owner}, {self.begun:%d %b %Y}"

    def get_absolute_url(self) -> str:
        return reverse("sitting", args=[self.pk])

    @property
    def is_over(self) -> bool:
        return timezone.now() >= self.until or self.is_before

    @property
    def is_before(self) -> bool:
        """Whether the clock stands before it began: it was set back since."""
        return timezone.now() < self.begun - SLACK


class Question(models.Model):
    """What a wall asks: `boards` are ids of colours in the order in which they hang, `accepted` the right answers by
    their places or words, of `wanted` picks each; the first `given` boards are no answer.

    `looks` holds by place what a board is shown as that does not hang as it is: its screen colour, that of its white
    margin, and how that is `said`. `direction` (2 figures) is the undertone of a board whose hue is asked for, by which
    an eye's own neutral is found. `shown_board` is the id of the colour that would have shown the answer.
    """

    kind = models.CharField(max_length=12, choices=[(kind.value, kind.value) for kind in Kind])
    axis = models.CharField(max_length=20)
    boards = models.JSONField(validators=[listed(WHOLE, 40)])
    accepted = models.JSONField(validators=[listed(listed(ANSWER, 40).schema, 200)])
    choices = models.JSONField(default=list, validators=[listed(WORD, 40)])
    wanted = models.PositiveSmallIntegerField(default=1)
    given = models.PositiveSmallIntegerField(default=0)
    looks = models.JSONField(default=dict, blank=True, validators=[named(named(WORD).schema)])
    apart = models.FloatField(validators=[Within(0, 1_000)])
    because = models.TextField()
    shown_board = models.BigIntegerField(null=True, blank=True)
    shown_said = models.TextField(blank=True)
    direction = models.JSONField(null=True, blank=True, validators=[Numbers(-200, 200, 2)])

    CONTENT = (
        "kind", "axis", "boards", "accepted", "choices", "wanted", "given", "looks", "apart", "because", "shown_board",
        "shown_said", "direction",
    )  # fmt: skip

    class Meta:
        abstract = True


class SetWall(Question):
    """A wall that is kept until it is answered: of a review, of a viewing in which eye and product disagreed, or set by
    an owner for the whole studio."""

    class Origin(models.TextChoices):
        REVIEW = "review", "a review"
        VIEWING = "viewing", "a viewing"
        STUDIO = "studio", "the studio"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="set_walls")
    origin = models.CharField(max_length=8, choices=Origin)
    method = models.CharField(max_length=40, db_column="school")
    review = models.ForeignKey(Review, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    viewing = models.OneToOneField(Viewing, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(default=timezone.now)
    withdrawn = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return f"{self.kind} from {self.get_origin_display()}"

    def get_absolute_url(self) -> str:
        return reverse("studio-wall", args=[self.pk])


class Wall(Question):
    """A wall of a sitting: `picked` is what was answered so far, of `wanted` picks; of undertones that are paired with
    boards by their places among the choices, None for those to come."""

    sitting = models.ForeignKey(Sitting, on_delete=models.CASCADE, related_name="walls")
    number = models.PositiveSmallIntegerField()
    set_wall = models.ForeignKey(SetWall, null=True, blank=True, on_delete=models.SET_NULL, related_name="walls")
    picked = models.JSONField(default=list, validators=[listed(ANSWER, 40)])
    shown = models.DateTimeField(default=timezone.now)
    answered = models.DateTimeField(null=True, blank=True)
    right = models.BooleanField(null=True, blank=True)

    class Meta:
        ordering = ["sitting", "number"]
        constraints = [models.UniqueConstraint(fields=["sitting", "number"], name="one_wall_a_number")]

    def __str__(self) -> str:
        return f"{self.kind}, wall {self.number}"

    def get_absolute_url(self) -> str:
        return reverse("wall", args=[self.sitting_id, self.number])


class Returning(models.Model):
    """When something comes back to be looked at again: a kind of wall along an axis, as the scheduler keeps it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="returning")
    kind = models.CharField(max_length=12, choices=[(kind.value, kind.value) for kind in Kind])
    axis = models.CharField(max_length=20)
    card = models.JSONField(validators=[scheduled])
    due = models.DateTimeField()

    class Meta:
        ordering = ["due"]
        constraints = [models.UniqueConstraint(fields=["owner", "kind", "axis"], name="one_return")]

    def __str__(self) -> str:
        return f"{self.kind} along {self.axis}"


class Agreed(models.Model):
    """That somebody lets the owners of the studio see their progress."""

    person = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="training_agreed")
    since = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return f"progress of {self.person} may be seen"
