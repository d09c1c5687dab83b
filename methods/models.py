"""Methods of a person's own."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import models

from prism import messages, method

PREFIX = "own-"


def shaped_as_a_method(table: Any) -> None:
    """Refuse a table whose values are of other kinds than those of a ready method; figures beyond their bounds and what
    an earlier version had are no matter here, since a method that cannot be read is said to be so where it is used."""
    ready = method.table_of(method.DEFAULT)
    if not isinstance(table, dict) or not isinstance(table.get("title"), str) or _differs(table, ready):
        raise ValidationError(messages.faults.NOT_A_METHOD)


def _differs(value: Any, ready: Any) -> bool:
    if isinstance(ready, dict):
        return not isinstance(value, dict) or any(
            _differs(value[key], ready[key]) for key in value.keys() & ready.keys()
        )
    if isinstance(ready, list):
        return not isinstance(value, list) or any(_differs(item, ready[0]) for item in value if ready)
    if isinstance(ready, bool) or isinstance(value, bool):
        return type(value) is not type(ready)
    return not isinstance(value, (int, float) if isinstance(ready, int | float) else type(ready))


class OwnMethod(models.Model):
    """A method a person copied and edits; `table` holds every figure, as the files of the ready ones do."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="methods")
    table = models.JSONField(validators=[shaped_as_a_method])
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
