"""Reads from schools."""

from __future__ import annotations

from contextlib import suppress
from typing import Any

from django.contrib.auth.models import User
from django.db.models import QuerySet

from people.queries import team
from prism import school, words
from prism.school import School, SchoolError
from schools.models import PREFIX, OwnSchool, Usual


def own(user: User) -> QuerySet[OwnSchool]:
    """Return the studio's own schools."""
    return OwnSchool.objects.filter(owner__in=team(user), deleted=None).select_related("owner")


def available(user: User) -> list[School]:
    """Return the schools a person may choose: the ready ones, then the studio's own."""
    found = [school.load(key) for key in school.names()]
    for one in own(user):
        with suppress(SchoolError):  # one of an earlier day that can no longer be read is said on its own page
            found.append(one.school)
    return found


def usual(user: User) -> School:
    """Return the school a person judges by; the default where none was chosen, or it is gone."""
    chosen = Usual.objects.filter(owner_id=user.pk).first()
    try:
        return find(user, chosen.key if chosen else school.DEFAULT)
    except SchoolError:
        return school.load()


def find(user: User, key: str) -> School:
    """Return a ready school, or an own one as it stands. Raises `SchoolError` for none, and one that cannot be read."""
    return school.in_force(key, table_of(user, key))


def before(one: OwnSchool) -> tuple[str, dict[str, Any]]:
    """Return the title and figures of the school that an own one was copied from, as they stand now; where it is gone,
    those of the ready one nearest to it."""
    if one.copied_from in school.names():
        table = school.table_of(one.copied_from)
    else:
        table = table_of(one.owner, one.copied_from) or school.table_of(school.nearest_ready(one.table).key)
    return str(table["title"]), table


def table_of(user: User, key: str) -> dict[str, Any] | None:
    """Return the figures of an own school as they stand now; None for a ready one, or one that is gone."""
    number = key.removeprefix(PREFIX)
    if not key.startswith(PREFIX) or not number.isdecimal():
        return None
    found = own(user).filter(pk=int(number)).first()
    return found.table if found else None


def unreadable(one: OwnSchool) -> str:
    """Return that an own school cannot be read, and why; empty where it can."""
    try:
        _ = one.school
    except SchoolError as wrong:
        return words.own_school_unreadable(str(wrong))
    return ""
