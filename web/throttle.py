"""How often something costly may be asked for, counted in this process: several of them let through as much each."""

from __future__ import annotations

from hashlib import sha256

from django.core.cache import cache

MINUTE = 60


def is_too_often(what: str, most: int, within: int = MINUTE) -> bool:
    """Count that `what` was asked for; return whether it was more than `most` times in so many seconds."""
    key = f"throttle {sha256(what.encode()).hexdigest()}"  # what is asked for may be a secret
    cache.add(key, 0, within)
    try:
        return cache.incr(key) > most
    except ValueError:  # its time was over in between
        return False
