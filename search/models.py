"""By what a review is found."""

from __future__ import annotations

from django.db import models

from reviews.models import Review


class Meaning(models.Model):
    """A review as it is looked for, made anew whenever it has changed: LRV, tokens of what it is and of what was seen,
    and all its texts. It follows from the review, and is no part of an archive."""

    review = models.OneToOneField(Review, on_delete=models.CASCADE, related_name="meaning")
    made_for = models.DateTimeField()  # `updated` of the review that it was made from
    lrv = models.FloatField()
    tokens = models.TextField()
    text = models.TextField()

    class Meta:
        db_table = "reviews_meaning"

    def __str__(self) -> str:
        return f"Meaning of {self.review}"
