"""Reads from schools."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db.models import QuerySet

from prism import school
from prism.school import School
from schools.models import PREFIX, OwnSchool, Usual


def own(user: User) -> QuerySet[OwnSchool]:
    """Return a person's own schools."""
    return OwnSchool.objects.filter(owner_id=user.pk, deleted=None)


def available(user: User) -> list[School]:
    """Return the schools a person may choose: the ready ones, then the person's own."""
    return [*(school.load(key) for key in school.names()), *(one.school for one in own(user))]


def usual(user: User) -> School:
    """Return the school a person judges by; the default where none was chosen, or it is gone."""
    chosen = Usual.objects.filter(owner_id=user.pk).first()
    key = chosen.key if chosen else school.DEFAULT
    if key in school.names():
        return school.load(key)
    table = table_of(user, key)
    return school.build(key, table) if table else school.load()


def table_of(user: User, key: str) -> dict[str, Any] | None:
    """Return the figures of an own school as they stand now; None for a ready one, or one that is gone."""
    number = key.removeprefix(PREFIX)
    if not key.startswith(PREFIX) or not number.isdecimal():
        return None
    found = own(user).filter(pk=int(number)).first()
    return found.table if found else None
