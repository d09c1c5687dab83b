"""Results kept for as long as the rows that they were made of are the same.

While a result is made, its queries are noted. Before it is given again they are asked again, without models, in a small
part of the time that making it takes; one row that differs, and the result is made again. So nothing has to say what a
page rests on, and nothing can forget to. What does not come from rows belongs into the key.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from hashlib import sha256
from typing import Any, Generic, TypeVar

from django.db import connection

from web.bounded_cache import BoundedCache

K = TypeVar("K")
V = TypeVar("V")
LARGE = 256
"""Bytes from which a value is kept as its digest."""
Rows = list[tuple[Any, ...]]
Query = tuple[str, tuple[Any, ...]]
MOST_ROWS = 2_000
"""Rows that a result may rest on. One of more is not kept, as when a whole catalogue was read on the way: that is kept
by itself, and the next time it is not read."""


@dataclass(frozen=True)
class _Kept(Generic[V]):
    value: V
    rests_on: Mapping[Query, Rows]

    def holds(self) -> bool:
        return all(_rows(query) == rows for query, rows in self.rests_on.items())


class QueryCache(Generic[K, V]):
    """At most so many results by key, each with the rows that it rests on; what it holds must not be written to."""

    def __init__(self, most: int) -> None:
        self._kept = BoundedCache[K, _Kept[V]](most)

    def drop(self, goes: Callable[[K], bool]) -> None:
        self._kept.drop(goes)

    def get(self, key: K, make: Callable[[], V]) -> V:
        """Return the result for a key, made where there is none or the rows have changed."""
        kept = self._kept.some([key]).get(key)
        if kept is not None and kept.holds():
            return kept.value
        before, asked = _writes(), list[Query]()

        def note(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: Any) -> Any:
            if sql.lstrip().upper().startswith(("SELECT", "WITH")):
                asked.append((sql, tuple(params or ())))
            return execute(sql, params, many, context)

        with connection.execute_wrapper(note):
            value = make()
        rests_on = {query: _rows(query) for query in dict.fromkeys(asked)}
        if sum(map(len, rests_on.values())) <= MOST_ROWS and _writes() == before:
            self._kept.keep({key: _Kept(value, rests_on)})
        return value


def _rows(query: Query) -> Rows:
    with connection.cursor() as cursor:
        cursor.execute(*query)
        return [tuple(map(_in_short, row)) for row in cursor.fetchall()]


def _in_short(value: Any) -> Any:
    """Return a value, or the digest of a picture."""
    return sha256(value).digest() if isinstance(value, bytes) and len(value) > LARGE else value


def _writes() -> tuple[int, int]:
    """Return what differs once anybody has written: what other connections committed, and what this one wrote."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA data_version")
        return int(cursor.fetchone()[0]), int(connection.connection.total_changes)
