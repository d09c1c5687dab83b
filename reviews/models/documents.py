"""What a specialist did with the sections of a document."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from reviews.models.review import Review


class DocumentEdit(models.Model):
    """A section of a review's document: as it was written, beside what was computed then; left out; or moved."""

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="document_edits")
    section = models.CharField(max_length=20)
    text = models.TextField(blank=True)
    computed = models.TextField(blank=True)
    edited = models.BooleanField(default=False)
    left_out = models.BooleanField(default=False)
    position = models.PositiveSmallIntegerField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["review", "section"], name="section_once")]

    def __str__(self) -> str:
        return f"{self.section} of {self.review}"
