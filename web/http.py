"""The request as views receive it, for the type checker."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from urllib.parse import urlsplit, urlunsplit

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from django.shortcuts import resolve_url
from django.utils.http import url_has_allowed_host_and_scheme
from django.utils.text import slugify
from django_htmx.middleware import HtmxDetails


class StudioRequest(HttpRequest):
    """A signed-in request after all middleware."""

    user: User
    htmx: HtmxDetails


def whole_number(text: str | None) -> int:
    """Return the whole number of a parameter; 0 for anything else, which is no record's."""
    return int(text) if text and text.isascii() and text.isdecimal() and len(text) < 12 else 0


def came_from(request: HttpRequest) -> str:
    """Return the page that a request was sent from, where it is one of this site; else the first page."""
    page = request.headers.get("Referer", "")
    if not url_has_allowed_host_and_scheme(page, {request.get_host()}, require_https=request.is_secure()):
        return resolve_url("home")
    there = urlsplit(page)
    path = "/" + there.path.lstrip("/")  # two slashes would begin the name of another site
    return urlunsplit(("", "", path, there.query, ""))


def as_file(response: HttpResponse, title: str, otherwise: str, ending: str, shown: bool = False) -> HttpResponse:
    """Return a response that is kept as a file named by a title, see `file_name`; `shown`: looked at in the browser
    first."""
    how = "inline" if shown else "attachment"
    response["Content-Disposition"] = f'{how}; filename="{file_name(title, otherwise, ending)}"'
    return response


def file_name(title: str, otherwise: str, ending: str) -> str:
    return f"{slugify(title) or otherwise}.{ending}"


def gathered(pieces: Iterable[str | bytes], least: int = 64_000) -> Iterator[bytes]:
    """Yield the pieces of a file as bytes, gathered so that each is worth sending."""
    gathering = bytearray()
    for piece in pieces:
        gathering += piece.encode() if isinstance(piece, str) else piece
        if len(gathering) >= least:
            yield bytes(gathering)
            gathering.clear()
    yield bytes(gathering)
