"""The request as views receive it, for the type checker."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.http import HttpRequest
from django_htmx.middleware import HtmxDetails


class StudioRequest(HttpRequest):
    """A signed-in request after all middleware."""

    user: User
    htmx: HtmxDetails
