"""A studio, its members, and invitations to it.

What a studio owns is owned by its members: a record names who made it, and everybody of the studio has it.
"""

from __future__ import annotations

from base64 import b64encode
from datetime import datetime, timedelta

from django.conf import settings
from django.db import models
from django.utils import timezone

from people.names import name_of
from prism import words
from prism.messages.habits import Habits
from web.capability_links import SecretLink

PAPERS = ("A4", "Letter")
"""Papers that documents are made for."""
LASTS = timedelta(days=7)
"""How long an invitation may be used."""


class Studio(models.Model):
    """A studio: people who share decks, jobs, reviews, methods, sets and devices."""

    name = models.CharField(max_length=80)
    letterhead = models.CharField(max_length=300, blank=True)  # lines under the name, on what clients are given
    picture = models.BinaryField(null=True, blank=True, editable=False)  # a JPEG beside them
    terms = models.CharField(max_length=600, blank=True, default="")  # at the foot of it: terms, fees
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name

    @property
    def lines(self) -> list[str]:
        return [line for line in self.letterhead.splitlines() if line.strip()]

    @property
    def picture_in_place(self) -> str:
        """The picture as an address that holds it; empty without one."""
        return f"data:image/jpeg;base64,{b64encode(self.picture).decode()}" if self.picture else ""


class Role(models.TextChoices):
    """What somebody is in a studio."""

    OWNER = "owner", "owner"
    SPECIALIST = "specialist", "specialist"
    JUNIOR = "junior", "junior"


class Member(models.Model):
    """Somebody's place in a studio. A closed account signs in no more; what its person made stays."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="membership")
    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="members")
    role = models.CharField(max_length=10, choices=Role, default=Role.OWNER)
    joined = models.DateTimeField(default=timezone.now)
    closed = models.DateTimeField(null=True, blank=True)
    erased = models.DateTimeField(null=True, blank=True)  # when what named the person was taken off
    units = models.CharField(max_length=8, choices=words.people.HABIT_UNITS, default="metric")
    decimal = models.CharField(max_length=8, choices=words.people.HABIT_DECIMALS, default="point")
    dates = models.CharField(max_length=8, choices=words.people.HABIT_DATES, default="day")
    paper = models.CharField(max_length=8, choices=[(paper, paper) for paper in PAPERS], default=PAPERS[0])
    keys = models.CharField(max_length=8, choices=words.people.HABIT_KEYS, default="on")
    detail = models.CharField(max_length=12, choices=words.people.HABIT_DETAIL, default="usual")

    class Meta:
        ordering = ["joined", "id"]

    def __str__(self) -> str:
        return self.name

    @property
    def name(self) -> str:
        return name_of(self.user)

    @property
    def habits(self) -> Habits:
        return Habits(self.decimal, self.units, self.dates)


class Feed(SecretLink):
    """The private address by which a person's own calendar asks for their viewings."""

    member = models.OneToOneField(Member, on_delete=models.CASCADE, related_name="feed")

    def __str__(self) -> str:
        return str(self.member)


def _expiry() -> datetime:
    return timezone.now() + LASTS


class Invitation(SecretLink):
    """A link that lets one person join a studio, until it expires, is used or is withdrawn."""

    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="invitations")
    name = models.CharField(max_length=80)
    role = models.CharField(max_length=10, choices=Role, default=Role.SPECIALIST)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(default=timezone.now)
    expires = models.DateTimeField(default=_expiry)
    used = models.DateTimeField(null=True, blank=True)
    withdrawn = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return self.name

    @property
    def is_open(self) -> bool:
        return self.used is None and self.withdrawn is None and self.expires > timezone.now()


class Event(models.Model):
    """Something that happened at the doors of a studio."""

    class What(models.TextChoices):
        IN = "in", "signed in"
        OUT = "out", "signed out"
        PASSWORD = "password", "changed the pass phrase"
        SECOND_ON = "second-on", "set a second step up"
        SECOND_OFF = "second-off", "took the second step off"
        EXPORT = "export", "took out"
        INVITE = "invite", "invited"
        ROLE = "role", "changed a role"
        CLOSE = "close", "closed an account"
        REOPEN = "reopen", "opened an account again"
        ERASE = "erase", "erased a name"
        ARCHIVE = "archive", "made an archive of the studio"
        RESTORE = "restore", "restored the studio"
        BACKUP = "backup", "made a copy of the database"

    user = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE, related_name="events")
    what = models.CharField(max_length=12, choices=What)
    detail = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)

    class Meta:
        ordering = ["-at", "-id"]

    def __str__(self) -> str:
        return f"{self.get_what_display()} {self.detail}".strip()

    @property
    def by(self) -> str:
        return name_of(self.user) if self.user else words.people.A_COMMAND
