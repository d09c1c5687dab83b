"""What was put aside in this session, and the way back: offered on the next page, and in a short list after it."""

from __future__ import annotations

from typing import Any

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.urls import reverse
from django.utils.deprecation import MiddlewareMixin

from prism import words

KEY, MOST = "undo", 8
FRESH = "undo"


def offer(request: HttpRequest, said: str, restore: str, pk: int, **sent: str) -> None:
    """Say on the next page what was put aside, with a way back by a post to the address called `restore`, which is sent
    what else is named; and remember it for the session."""
    entry: dict[str, Any] = {"said": said, "address": reverse(restore, args=[pk]), "sent": sent}
    request.session[KEY] = [entry, *(old for old in offered(request) if old["address"] != entry["address"])][:MOST]
    messages.info(request, entry["address"], extra_tags=FRESH)


def offered(request: HttpRequest) -> list[dict[str, Any]]:
    """Return what can be brought back, what was put aside last first."""
    offers: list[dict[str, Any]] = request.session.get(KEY, [])
    return offers


class UndoMiddleware(MiddlewareMixin):
    """Takes what was brought back off the list, and says so."""

    def process_response(self, request: HttpRequest, response: HttpResponse) -> HttpResponse:
        if request.method != "POST" or response.status_code >= 400 or not hasattr(request, "session"):
            return response
        offers = offered(request)
        back = next((entry for entry in offers if entry["address"] == request.path), None)
        if back is not None and all(request.POST.get(name) == value for name, value in back["sent"].items()):
            request.session[KEY] = [entry for entry in offers if entry is not back]
            if response.status_code == 302:
                messages.info(request, words.undo.brought_back(back["said"]))
        return response
