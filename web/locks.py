"""Writes that give way to others."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from django.db import OperationalError, connection, transaction


@contextmanager
def without_waiting() -> Iterator[bool]:
    """Give a transaction in which to write what need not be written: False, at once, where somebody else is writing."""
    if connection.in_atomic_block:
        yield True
        return
    with connection.cursor() as cursor:
        (before,) = cursor.execute("PRAGMA busy_timeout").fetchone()
        cursor.execute("PRAGMA busy_timeout = 0")
        try:
            with transaction.atomic():
                cursor.execute(f"PRAGMA busy_timeout = {before}")
                yield True
        except OperationalError as wrong:
            if "locked" not in str(wrong):
                raise
            yield False
        finally:
            cursor.execute(f"PRAGMA busy_timeout = {before}")
