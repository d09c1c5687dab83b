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


def address_of(request: HttpRequest) -> str:
    """Return the address a request came from: the last that a trusted proxy names, else the one that is connected."""
    if settings.TRUST_PROXY:
        named: str = request.META.get("HTTP_X_FORWARDED_FOR", "").rpartition(",")[2].strip()
        if named:
            return named
    found: str = request.META.get("REMOTE_ADDR", "")
    return found


def held_up(request: HttpRequest, name: str) -> bool:
    """Whether the door may not be tried for a name from where a request comes, for a while."""
    since, address = timezone.now() - WITHIN, address_of(request)
    lately = AccessFailureLog.objects.filter(attempt_time__gte=since)
    if lately.filter(ip_address=address).count() >= BY_ADDRESS:
        return True
    if lately.filter(username=name).count() < BY_NAME:
        return False
    return not AccessLog.objects.filter(username=name, ip_address=address).exists()
