"""What every template may use."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest


def studio(request: HttpRequest) -> dict[str, Any]:
    """Return whether this is the demo."""
    return {"demo": settings.DEMO}
