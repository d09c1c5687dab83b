"""Changes of reviews and jobs, as they were made."""

from __future__ import annotations

from typing import Any

from auditlog.models import AbstractLogEntry, LogEntryManager
from django.db import models

from jobs.models import Job
from reviews.models import Review
from web.values import named

PAIRS = named({"type": "array", "minItems": 2})
CLAIMED = "claimed by a file"
"""The mark of a change that came in with a file, which alone says who made it and when."""


class ChangeManager(LogEntryManager):  # type: ignore[misc]
    """Makes changes that know to which review or job they belong."""

    def log_create(self, instance: models.Model, force_log: bool = False, **kwargs: Any) -> Change | None:
        made: Change | None = super().log_create(instance, force_log=force_log, **(belongs(instance) | kwargs))
        return made


class Change(AbstractLogEntry):  # type: ignore[misc]
    """One record made, changed or removed: which of its fields, from what to what, by whom and when."""

    thing = models.CharField(max_length=40)  # label of its model: kept by name, since an archive goes elsewhere
    within = models.CharField(max_length=80, blank=True)  # name of the room it is in
    # without constraints: what is removed with all it holds is recorded while its own record goes
    review = models.ForeignKey(Review, null=True, on_delete=models.CASCADE, related_name="+", db_constraint=False)
    job = models.ForeignKey(Job, null=True, on_delete=models.CASCADE, related_name="+", db_constraint=False)

    objects = ChangeManager()

    class Meta:
        ordering = ["-timestamp", "-id"]
        indexes = [
            models.Index(fields=["review", "-timestamp"], name="change_of_review"),
            models.Index(fields=["job", "-timestamp"], name="change_of_job"),
        ]

    def clean(self) -> None:
        """Refuse changes that are no pairs of values by field. Raises `ValidationError`."""
        PAIRS(self.changes or {})


def belongs(instance: models.Model) -> dict[str, Any]:
    """Return to which review or job a record belongs, and in which room it is."""
    about: dict[str, Any] = {"thing": instance._meta.label}
    for holder in ("viewing", "scheme", "element"):
        if hasattr(instance, f"{holder}_id"):
            return about | {key: value for key, value in belongs(getattr(instance, holder)).items() if key != "thing"}
    if isinstance(instance, Review | Job):
        about["review_id" if isinstance(instance, Review) else "job_id"] = instance.pk
        return about
    for name in ("review_id", "job_id"):
        if getattr(instance, name, None) is not None:
            about[name] = getattr(instance, name)
    if "review_id" in about:
        return about
    if instance._meta.label == "jobs.Room":
        about["within"] = str(instance)
    elif getattr(instance, "room_id", None) is not None:
        room = instance.room  # type: ignore[attr-defined]
        about |= {"job_id": room.job_id, "within": room.name}
    return about
