"""Sessions with a reader."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from decks.models import Colour
from prism.devices import reader
from prism.stimulus import Specular
from tinting.models import Batch
from web.values import Numbers


class Session(models.Model):
    """Readings of one thing, by one person, at one setting; `card` is the colour whose code the thing bears."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="reader_sessions")
    thing = models.CharField(max_length=180)
    aperture = models.PositiveSmallIntegerField(default=8, choices=[(mm, f"{mm} mm") for mm in reader.APERTURES])
    specular = models.CharField(max_length=8, default=Specular.INCLUDED, choices=[(s.value, s.value) for s in Specular])
    calibrated = models.DateTimeField(null=True, blank=True)
    card = models.ForeignKey(Colour, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    batch = models.ForeignKey(Batch, null=True, blank=True, on_delete=models.SET_NULL, related_name="sessions")
    serial = models.PositiveIntegerField(default=0)
    started = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-started"]

    def __str__(self) -> str:
        return f"{self.thing}, {self.started:%d %b %Y}"

    @property
    def setting(self) -> reader.Setting:
        return reader.Setting(self.aperture, Specular(self.specular))


class Shot(models.Model):
    """One reading, kept even when it is dropped from the mean, with the reason."""

    session = models.ForeignKey(Session, on_delete=models.CASCADE, related_name="shots")
    number = models.PositiveSmallIntegerField()
    reflectance = models.JSONField(validators=[Numbers(-1, 10)])
    calibrated = models.BooleanField()
    dropped = models.BooleanField(default=False)
    reason = models.CharField(max_length=120, blank=True)
    taken = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["session", "number"], name="shot_number")]

    def __str__(self) -> str:
        return f"reading {self.number} of {self.session}"
