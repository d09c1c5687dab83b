"""Writes to schools."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from prism import school, words
from schools import queries
from schools.models import OwnSchool, Usual


@transaction.atomic
def copy(owner: User, key: str) -> OwnSchool:
    """Copy a school, ready or own, to be edited. Raises `SchoolError` for one that does not exist."""
    table = queries.table_of(owner, key) or school.table_of(key)
    taken = {one.title for one in queries.available(owner)}
    title = words.copy_of(str(table["title"]), taken)
    return OwnSchool.objects.create(owner=owner, copied_from=key[:40], table=table | {"title": title})


@transaction.atomic
def judge_by(owner: User, key: str) -> None:
    """Make a school the one a person judges by. Raises `SchoolError` for one that the person does not have."""
    queries.find(owner, key)
    Usual.objects.update_or_create(owner=owner, defaults={"key": key})


@transaction.atomic
def edit(own: OwnSchool, table: dict[str, Any]) -> None:
    """Give an own school other figures. Raises `SchoolError` where they do not add up; reviews keep what they had."""
    school.build(own.key, table)
    own.table = table
    own.save(update_fields=["table", "changed"])


@transaction.atomic
def delete(own: OwnSchool) -> None:
    """Put a school aside; reviews made under it keep it."""
    own.deleted = timezone.now()
    own.save(update_fields=["deleted"])


@transaction.atomic
def restore(own: OwnSchool) -> None:
    """Bring a school back."""
    own.deleted = None
    own.save(update_fields=["deleted"])
