"""How often the door may be tried: by name and address together (django-axes), by address, and by name.

Somebody's name alone holds nobody up who has signed in by it from where they are: strangers cannot lock a person out.
"""

from __future__ import annotations

from datetime import timedelta

from axes.models import AccessFailureLog, AccessLog
from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone

WITHIN = timedelta(minutes=15)
BY_ADDRESS, BY_NAME = 40, 30
"""Failures within a quarter of an hour from one address, whatever the names, and for one name, wherever from, beyond
which no more is tried."""
BY_BOTH = 8
"""Failures for one name from one address, at the door as on one's own account."""
MINUTES = round(WITHIN.total_seconds() / 60)


def address_of(request: HttpRequest) -> str:
    """Return the address a request came from: the last that a trusted proxy names, else the one that is connected."""
    if settings.TRUST_PROXY:
        named: str = request.META.get("HTTP_X_FORWARDED_FOR", "").rpartition(",")[2].strip()
        if named:
            return named
    address: str = request.META.get("REMOTE_ADDR", "")
    return address


def guessed(request: HttpRequest, name: str) -> None:
    """Keep that a pass phrase or the figures of a second step were wrong, as a failure at the door is kept."""
    agent = request.headers.get("User-Agent", "")[:255]
    AccessFailureLog.objects.create(
        username=name, ip_address=address_of(request), user_agent=agent, path_info=request.path[:255]
    )


def held_up(request: HttpRequest, name: str) -> bool:
    """Whether the door may not be tried for a name from where a request comes, for a while."""
    since, address = timezone.now() - WITHIN, address_of(request)
    lately = AccessFailureLog.objects.filter(attempt_time__gte=since)
    if lately.filter(ip_address=address).count() >= BY_ADDRESS:
        return True
    if lately.filter(ip_address=address, username=name).count() >= BY_BOTH:
        return True
    if lately.filter(username=name).count() < BY_NAME:
        return False
    return not AccessLog.objects.filter(username=name, ip_address=address).exists()
