"""What is said in answer to a request is written as its person writes."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from people.queries import as_by
from prism.messages.habits import plainly


class HabitsMiddleware:
    """Answers a signed-in person in their own units, decimals and dates, everybody else the plain way."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        user = request.user
        with as_by(user) if user.is_authenticated else plainly():
            return self._get_response(request)
