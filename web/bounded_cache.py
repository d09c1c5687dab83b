"""Results kept at hand, shared by threads."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

K = TypeVar("K")
V = TypeVar("V")


class BoundedCache(Generic[K, V]):
    """At most so many results by key; those that were asked for longest ago give way. What it holds must not be written
    to."""

    def __init__(self, most: int) -> None:
        self._lock = Lock()
        self._held: LRUCache[K, V] = LRUCache(most)

    def some(self, keys: Iterable[K]) -> dict[K, V]:
        with self._lock:
            return {key: self._held[key] for key in keys if key in self._held}

    def keep(self, results: Mapping[K, V]) -> None:
        with self._lock:
            self._held.update(results)

    def drop(self, goes: Callable[[K], bool]) -> None:
        with self._lock:
            for key in [key for key in self._held if goes(key)]:
                del self._held[key]

    def get(self, key: K, make: Callable[[], V]) -> V:
        """Return the result for a key, made where it is not at hand; two threads may make it both."""
        results = self.some([key])
        if key not in results:
            results = {key: make()}
            self.keep(results)
        return results[key]
