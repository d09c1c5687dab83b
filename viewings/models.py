"""From screen to wall: samples to be painted, viewings planned and seen, decisions."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import models
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from jobs.models import WALL_CHOICES, Room
from jobs.validators import figures_by_name, kept_picture, prediction
from people.names import name_of
from prism import words
from prism.tint.recipe import Recipe
from prism.viewing.samples import GROUNDS, SIZES, Sampling
from prism.viewing.scales import HUES, NO_UNDERTONE
from prism.whites.sheen import SHEENS
from reviews.models import Review
from web.values import WHOLE, Within, listed

UNDERTONES = [(key, key) for key in (*HUES, NO_UNDERTONE)]
SKIES = [("", "any sky"), ("clear", "clear"), ("overcast", "overcast")]


class SamplePlan(models.Model):
    """How the boards of a review are made: all alike, so that they can be held against each other."""

    review = models.OneToOneField(Review, on_delete=models.CASCADE, related_name="sample_plan")
    size = models.CharField(max_length=10, choices=[(key, key) for key in SIZES], default="A4")
    ground = models.CharField(max_length=5, choices=[(key, key) for key in GROUNDS], default="board")
    coats = models.PositiveSmallIntegerField(default=2)
    margin = models.BooleanField(default=True)  # 25 mm of white left all round
    decide = models.DateField(null=True, blank=True)

    class Meta:
        db_table = "reviews_sampleplan"

    def __str__(self) -> str:
        return f"Samples of {self.review}"

    @property
    def sampling(self) -> Sampling:
        return Sampling(self.size, self.ground, self.coats, self.margin)


class Viewing(models.Model):
    """One look at a board in a room: as it was planned, and what was seen once somebody looked. Of a pair, `beside` is
    the other board, and what was seen is how the first differs from it.

    `sent` is made where the answer is written, so that what is sent twice is kept once. `undertone` is the one that was
    seen, `seen` holds steps by scale; `predicted` what was computed, kept as it stood when it was logged: differences
    with their doubt, and how probable each undertone was.
    """

    class Answer(models.TextChoices):
        YES = "yes", "yes"
        AGAIN = "again", "again"
        NO = "no", "no"

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="viewings")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    beside = models.ForeignKey(Colour, null=True, blank=True, on_delete=models.RESTRICT, related_name="+")
    room = models.ForeignKey(Room, null=True, blank=True, on_delete=models.SET_NULL, related_name="viewings")
    why = models.CharField(max_length=10, default="own")
    at = models.DateTimeField()
    wall = models.CharField(max_length=8, choices=WALL_CHOICES, default="north")
    sky = models.CharField(max_length=8, choices=SKIES, blank=True)
    planned_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    undertone = models.CharField(max_length=8, choices=UNDERTONES, blank=True)
    seen = models.JSONField(null=True, blank=True, validators=[figures_by_name])
    words = models.CharField(max_length=1000, blank=True)
    answer = models.CharField(max_length=5, choices=Answer, blank=True)
    lamps_on = models.BooleanField(default=False)
    lux = models.FloatField(null=True, blank=True, validators=[Within(0, 200_000)])
    predicted = models.JSONField(null=True, blank=True, validators=[prediction])
    seen_at = models.DateTimeField(null=True, blank=True)
    sent = models.UUIDField(null=True, blank=True, unique=True, editable=False)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        db_table = "reviews_viewing"
        ordering = ["at", "id"]
        indexes = [
            models.Index(fields=["review", "deleted", "at"], name="viewing_listing"),
            models.Index(fields=["review", "deleted", "seen_at", "answer"], name="viewing_seen"),
            models.Index(fields=["seen_at", "at"], name="viewing_waiting"),
            models.Index(fields=["by", "seen_at"], name="viewing_of_person"),
        ]

    def __str__(self) -> str:
        return f"{self.colour} in {self.room or 'no room'}"

    def get_absolute_url(self) -> str:
        return reverse("viewing", args=[self.pk])

    @property
    def is_seen(self) -> bool:
        return self.seen_at is not None

    @property
    def who(self) -> str:
        return name_of(self.by)

    @property
    def answers(self) -> dict[str, int]:
        answers: dict[str, Any] = self.seen or {}
        return {scale: int(step) for scale, step in answers.items()}


class ViewingPhoto(models.Model):
    """A photo of where a board hung: made anew from its pixels, so that nothing of the camera or the place is in it."""

    viewing = models.OneToOneField(Viewing, on_delete=models.CASCADE, related_name="photo")
    content = models.BinaryField(editable=False)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        db_table = "reviews_viewingphoto"

    def __str__(self) -> str:
        return f"photo of {self.viewing}"

    def clean(self) -> None:
        kept_picture(self.content)


class Correction(models.Model):
    """A systematic difference that was taken up: of a person's eye on a scale, or of a room's light; see
    `prism.viewing.scales.Leaning`. `readings` are the ids of what it added to a room's meter readings; `practised` says
    that it follows an eye as training knows it. One that was undone stays in the record."""

    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.CASCADE, related_name="corrections"
    )
    room = models.ForeignKey(Room, null=True, blank=True, on_delete=models.CASCADE, related_name="corrections")
    scale = models.CharField(max_length=10)
    mean = models.FloatField(validators=[Within(-200, 200)])
    half = models.FloatField(validators=[Within(0, 200)])
    count = models.PositiveIntegerField()
    readings = models.JSONField(default=list, blank=True, validators=[listed(WHOLE)])
    practised = models.BooleanField(default=False)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(default=timezone.now)
    undone = models.DateTimeField(null=True, blank=True)
    undone_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        db_table = "reviews_correction"
        ordering = ["-at", "-id"]

    def __str__(self) -> str:
        return f"{self.scale} of {self.person or self.room}"

    @classmethod
    def eye_of(cls, person: User, practised: bool = True) -> dict[str, float]:
        """Return by how much somebody sees each scale otherwise, Lab units, as far as that was taken up; without what
        follows their training, if so wanted."""
        shifts: dict[str, float] = {}
        corrections = cls.objects.filter(person=person, undone=None)
        if not practised:
            corrections = corrections.filter(practised=False)
        for scale, mean in corrections.values_list("scale", "mean"):
            shifts[scale] = shifts.get(scale, 0.0) + mean
        return shifts


class Decision(models.Model):
    """What was decided for a review, and why. One that was reopened stays in the record.

    A colour at another strength is a colour of the studio's own, which knows its standard and the percent. `formula` is
    the recipe as it stood then, to the litre, and whether it was estimated; None where none is known.
    """

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="decisions")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    sheen = models.CharField(max_length=10, blank=True, choices=[(sheen, sheen) for sheen in SHEENS])
    paint = models.CharField(max_length=80, blank=True)  # which paint it is made in, as the specialist calls it
    litres = models.FloatField(null=True, blank=True, validators=[Within(0, 10_000)])
    formula = models.JSONField(null=True, blank=True)  # base, amounts in mL to the litre, estimated
    reason = models.CharField(max_length=1000)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(default=timezone.now)
    reopened = models.DateTimeField(null=True, blank=True)
    reopened_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        db_table = "reviews_decision"
        ordering = ["-made", "-id"]
        constraints = [
            models.UniqueConstraint(
                fields=["review"], condition=models.Q(reopened__isnull=True), name="one_decision_in_force"
            )
        ]

    def __str__(self) -> str:
        return f"{self.colour} for {self.review}"

    @property
    def who(self) -> str:
        return name_of(self.by)

    @property
    def is_estimated(self) -> bool:
        return bool(self.formula and self.formula.get("estimated"))

    def clean(self) -> None:
        """Refuse a formula that is none. Raises `ValidationError`."""
        if self.formula is not None and self.recipe is None:
            raise ValidationError({"formula": words.recipes.FORMULA_WRONG})

    @property
    def recipe(self) -> Recipe | None:
        """The formula as it stood then; None where none was known."""
        try:
            recipe = self.formula or {}
            amounts = {str(code): float(amount) for code, amount in recipe["amounts"].items()}
            return Recipe(str(recipe["base"]), amounts)
        except (AttributeError, KeyError, TypeError, ValueError):
            return None


class RuledOut(models.Model):
    """A candidate that a decision went against, and why."""

    decision = models.ForeignKey(Decision, on_delete=models.CASCADE, related_name="ruled_out")
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    reason = models.CharField(max_length=1000, blank=True)

    class Meta:
        db_table = "reviews_ruledout"
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["decision", "colour"], name="ruled_out_once")]

    def __str__(self) -> str:
        return f"{self.colour} against {self.decision}"
