"""Writes to methods."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from methods import queries
from methods.models import OwnMethod, Usual
from prism import method, words


@transaction.atomic
def copy(owner: User, key: str) -> OwnMethod:
    """Copy a method, ready or own, to be edited. Raises `MethodError` for one that does not exist."""
    table = queries.table_of(owner, key) or method.table_of(key)
    taken = {method.title for method in queries.available(owner)}
    title = words.methods.copy_of(str(table["title"]), taken)
    return OwnMethod.objects.create(owner=owner, copied_from=key[:40], table=table | {"title": title})


@transaction.atomic
def judge_by(owner: User, key: str) -> None:
    """Make a method the one a person judges by. Raises `MethodError` for one that the person does not have."""
    queries.find(owner, key)
    Usual.objects.update_or_create(owner=owner, defaults={"key": key})


@transaction.atomic
def edit(own: OwnMethod, table: dict[str, Any]) -> None:
    """Give an own method other figures. Raises `MethodError` where they do not add up; reviews keep what they had."""
    method.build(own.key, table)
    own.table = table
    own.save(update_fields=["table", "changed"])


@transaction.atomic
def delete(own: OwnMethod) -> None:
    """Put a method aside; reviews made under it keep it."""
    own.deleted = timezone.now()
    own.save(update_fields=["deleted"])


@transaction.atomic
def restore(own: OwnMethod) -> None:
    own.deleted = None
    own.save(update_fields=["deleted"])
