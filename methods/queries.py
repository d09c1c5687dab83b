"""Reads from methods."""

from __future__ import annotations

from contextlib import suppress
from typing import Any

from django.contrib.auth.models import User
from django.db.models import QuerySet

from methods.models import PREFIX, OwnMethod, Usual
from people.queries import team
from prism import method, words
from prism.method import Method, MethodError


def own(user: User) -> QuerySet[OwnMethod]:
    return OwnMethod.objects.filter(owner__in=team(user), deleted=None).select_related("owner")


def available(user: User) -> list[Method]:
    """Return the methods a person may choose: the ready ones, then the studio's own."""
    methods = [method.load(key) for key in method.names()]
    for own_method in own(user):
        with suppress(MethodError):  # one of an earlier day that can no longer be read is said on its own page
            methods.append(own_method.method)
    return methods


def usual(user: User) -> Method:
    """Return the method a person judges by; the default where none was chosen, or it is gone."""
    chosen = Usual.objects.filter(owner_id=user.pk).first()
    try:
        return find(user, chosen.key if chosen else method.DEFAULT)
    except MethodError:
        return method.load()


def find(user: User, key: str) -> Method:
    """Return a ready method, or an own one as it stands. Raises `MethodError` for none, and one that cannot be read."""
    return method.in_force(key, table_of(user, key))


def before(one: OwnMethod) -> tuple[str, dict[str, Any]]:
    """Return the title and figures of the method that an own one was copied from, as they stand now; where it is gone,
    those of the ready one nearest to it."""
    if one.copied_from in method.names():
        table = method.table_of(one.copied_from)
    else:
        table = table_of(one.owner, one.copied_from) or method.table_of(method.nearest_ready(one.table).key)
    return str(table["title"]), table


def table_of(user: User, key: str) -> dict[str, Any] | None:
    """Return the figures of an own method as they stand now; None for a ready one, or one that is gone."""
    number = key.removeprefix(PREFIX)
    if not key.startswith(PREFIX) or not number.isdecimal():
        return None
    table = own(user).filter(pk=int(number)).first()
    return table.table if table else None


def unreadable(method: OwnMethod) -> str:
    """Return that an own method cannot be read, and why; empty where it can."""
    try:
        _ = method.method
    except MethodError as wrong:
        return words.methods.own_method_unreadable(str(wrong))
    return ""
