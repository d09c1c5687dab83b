"""Methods of a person's own."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from prism import method
from web.values import WORD, Shaped

PREFIX = "own-"
TITLED = Shaped({"type": "object", "required": ["title"], "properties": {"title": WORD}})
"""A table of a method, as far as one that no program reads any more must have it."""


class OwnMethod(models.Model):
    """A method a person copied and edits; `table` holds every figure, as the files of the ready ones do."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="methods")
    table = models.JSONField(validators=[TITLED])
    copied_from = models.CharField(max_length=40, blank=True)  # key of a method, ready or own
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        db_table = "schools_ownschool"
        ordering = ["id"]

    def __str__(self) -> str:
        return str(self.table["title"])

    @property
    def key(self) -> str:
        return f"{PREFIX}{self.pk}"

    @property
    def method(self) -> method.Method:
        return method.build(self.key, self.table)


class Usual(models.Model):
    """The method a person judges by: decks are read under it, and reviews begin with it."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="usual_method")
    key = models.CharField(max_length=40)

    def __str__(self) -> str:
        return self.key
