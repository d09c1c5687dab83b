"""Where somebody is signed in: their sessions, and ending them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from typing import Any

from django.contrib.auth import SESSION_KEY
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.utils import timezone
from django.utils.dateparse import parse_datetime

from people.throttle import address_of

BEGUN = "begun-at"
KNOWN = (("Firefox", "Firefox"), ("Edg", "Edge"), ("Chrom", "Chromium"), ("Safari", "Safari"))


@dataclass(frozen=True)
class Signed:
    """One session: a mark by which it is named that is not its key, when and where from it began, by which browser, and
    whether it is the one that asks."""

    mark: str
    begun: datetime | None
    address: str
    browser: str
    is_this: bool


def note(request: HttpRequest) -> None:
    agent = request.headers.get("User-Agent", "")
    browser = next((name for part, name in KNOWN if part in agent), "")
    request.session[BEGUN] = [timezone.now().isoformat(), address_of(request), browser]


def _of(*users: User) -> list[tuple[str, dict[str, Any]]]:
    """Return the keys and contents of somebody's sessions, or of several people's."""
    sessions = [
        (session.session_key, session.get_decoded())
        for session in Session.objects.filter(expire_date__gt=timezone.now())
    ]
    theirs = {str(user.pk) for user in users}
    return [(key, content) for key, content in sessions if content.get(SESSION_KEY) in theirs]


def _mark(key: str) -> str:
    return sha256(key.encode()).hexdigest()[:16]


def of(user: User, request: HttpRequest) -> list[Signed]:
    """Return where somebody is signed in, the session that asks first, then the newest."""
    sessions = []
    for key, content in _of(user):
        at, address, browser = content.get(BEGUN, ["", "", ""])
        sessions.append(
            Signed(_mark(key), parse_datetime(at) if at else None, address, browser, key == request.session.session_key)
        )
    return sorted(
        sessions, key=lambda session: (not session.is_this, -(session.begun.timestamp() if session.begun else 0.0))
    )


def end_all(*users: User) -> None:
    Session.objects.filter(session_key__in=[key for key, _ in _of(*users)]).delete()


def end(user: User, request: HttpRequest, mark: str = "") -> int:
    """End one of somebody's other sessions, by its mark, or all of them; return how many."""
    keys = [key for key, _ in _of(user) if key != request.session.session_key and mark in ("", _mark(key))]
    Session.objects.filter(session_key__in=keys).delete()
    return len(keys)
