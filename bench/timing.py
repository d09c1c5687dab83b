"""How long something takes, and a line that says it."""

from __future__ import annotations

import time
from collections.abc import Callable


def best(act: Callable[[], object], times: int = 15) -> float:
    """Return the best time of several, seconds."""
    timings = []
    for _ in range(times):
        start = time.perf_counter()
        act()
        timings.append(time.perf_counter() - start)
    return min(timings)


def report(name: str, value: str, aim: str) -> None:
    print(f"{name:<58} {value:>18}   aim: {aim}")
