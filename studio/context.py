"""What every template may use."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest

from people import queries
from prism import words
from prism.messages.habits import pointed
from web import undo


def studio(request: HttpRequest) -> dict[str, Any]:
    context: dict[str, Any] = {"demo": settings.DEMO, "decimal_mark": pointed(".")}
    if request.user.is_authenticated:
        own = queries.membership(request.user)
        context |= {"undoable": undo.offered(request), "single_keys": own.keys}
        context |= {"detail": own.detail, "details": words.people.HABIT_DETAIL}
        context |= {"may_change": queries.may_change(request.user), "may_manage": queries.may_manage(request.user)}
    return context
