"""Schemes that were kept with a review."""

from __future__ import annotations

from django.db import models

from decks.models import Colour
from prism import words
from reviews.models.review import Review
from web.values import Within


class KeptScheme(models.Model):
    """A scheme round the colour of a review, as it was kept: of which character, and how well it scored, 0-1."""

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="schemes")
    character = models.CharField(max_length=10)
    name = models.CharField(max_length=60, blank=True)
    score = models.FloatField(validators=[Within(-1_000, 1_000)])
    made = models.DateTimeField(auto_now_add=True)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return self.name or f"{self.character} round {self.review.colour}"

    @property
    def title(self) -> str:
        return self.name or words.palette.scheme_title(self.character, self.score)


class SchemePlace(models.Model):
    """A colour in a place of a kept scheme, with its share in per cent."""

    scheme = models.ForeignKey(KeptScheme, on_delete=models.CASCADE, related_name="places")
    place = models.CharField(max_length=8)
    colour = models.ForeignKey(Colour, on_delete=models.RESTRICT, related_name="+")
    share = models.FloatField(validators=[Within(0, 100)])

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["scheme", "place"], name="scheme_place_once")]

    def __str__(self) -> str:
        return f"{self.colour} as {self.place}"
