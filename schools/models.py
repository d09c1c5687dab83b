"""Schools of a person's own."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from prism import school

PREFIX = "own-"


class OwnSchool(models.Model):
    """A school a person copied and edits; `table` holds every figure, as the files of the ready ones do."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="schools")
    table = models.JSONField()
    copied_from = models.CharField(max_length=40, blank=True)  # key of a school, ready or own
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return str(self.table["title"])

    @property
    def key(self) -> str:
        """How reviews refer to it."""
        return f"{PREFIX}{self.pk}"

    @property
    def school(self) -> school.School:
        """The school as the core knows it."""
        return school.build(self.key, self.table)


class Usual(models.Model):
    """The school a person judges by: decks are read under it, and reviews begin with it."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="usual_school")
    key = models.CharField(max_length=40)

    def __str__(self) -> str:
        return self.key
