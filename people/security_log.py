"""What happened at the doors of a studio: who came in, what left it, whose role changed."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db.models import Q, QuerySet

from people.models import Event
from people.queries import team

SHOWN = 40


def note(user: User | None, what: str, detail: str = "") -> None:
    Event.objects.create(user=user, what=what, detail=detail[:200])


def of(user: User) -> QuerySet[Event]:
    return Event.objects.filter(user=user)[:SHOWN]


def of_studio(user: User) -> QuerySet[Event]:
    """Return what happened last in somebody's studio, and what was done to its database by commands."""
    return Event.objects.filter(Q(user__in=team(user)) | Q(user=None)).select_related("user")[:SHOWN]
