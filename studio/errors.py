"""What somebody is told where something went wrong that nobody foresaw; the log has the rest under its reference."""

from __future__ import annotations

import logging
import secrets
import sys

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.template.loader import render_to_string

from prism import words

log = logging.getLogger("studio.errors")


def trouble(request: HttpRequest) -> HttpResponse:
    """Answer for what a view or the database raised: what to do, and a reference; nothing of it asks the database."""
    wrong = sys.exc_info()[1]
    reference = secrets.token_hex(4)
    route = request.resolver_match.route if request.resolver_match else "no address"
    log.error("reference %s: %s %s", reference, request.method, route, exc_info=wrong)
    sentence = ""
    if isinstance(wrong, DatabaseError):
        sentence = next((told for text, told in words.archives.STORE_TROUBLES.items() if text in str(wrong)), "")
    status, template = (503, "503.html") if sentence else (500, "500.html")
    return HttpResponse(render_to_string(template, {"sentence": sentence, "reference": reference}), status=status)
