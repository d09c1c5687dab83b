"""A double click, a form that is sent again, a step back and another press: what was asked for once is done once.

Each page that is made has a token of its own in its forms, so that the same form with the same token was sent before.
Where the first led, the second is led too, and it is said that nothing was done twice. A form that was refused may be
sent again as it is. Forms by which a piece of a page is asked for may well ask for the same again: of these only those
are meant that make something new, which say so with a field `once`.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from datetime import timedelta
from hashlib import sha256

from django.contrib import messages
from django.db import IntegrityError, transaction
from django.http import HttpResponse, HttpResponseRedirect
from django.utils import timezone

from prism import words
from web.http import StudioRequest
from web.models import SentForm

TOKEN, ONCE = "csrfmiddlewaretoken", "once"
KEPT_FOR = timedelta(hours=2)
"""How long a form is known again."""
LOST, LOOK = timedelta(seconds=30), 0.05
"""After what time a form that is still being answered is taken to have been lost with its worker, and seconds between
two looks."""
ONE_IN = 64
"""Every which form clears away those that are no longer known."""


class OnceMiddleware:
    """Answers a form that was sent already as the first one was."""

    def __init__(self, get_response: Callable[[StudioRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: StudioRequest) -> HttpResponse:
        if request.method != "POST" or not request.user.is_authenticated or not _makes_something(request):
            return self._get_response(request)
        key = _key(request)
        while not _is_first(key):
            first = SentForm.objects.filter(key=key).first()
            if first is not None and first.answered:
                return _as_before(first, request)
            SentForm.objects.filter(key=key, answered=False, at__lt=timezone.now() - LOST).delete()
            time.sleep(LOOK)
        return _kept(key, self._get_response(request), request)


def _makes_something(request: StudioRequest) -> bool:
    return bool(request.POST.get(TOKEN)) and (not request.htmx or ONCE in request.POST)


def _key(request: StudioRequest) -> str:
    digest = sha256(f"{request.user.pk} {request.get_full_path()}".encode())
    for name, values in sorted(request.POST.lists()):
        digest.update(repr((name, values)).encode())
    for name, files in sorted(request.FILES.lists()):
        for file in files:  # by what is in it: a file that was corrected has often the name and the size it had
            digest.update(repr((name, file.name, file.size)).encode())
            for piece in file.chunks():
                digest.update(piece)
            file.seek(0)
    return digest.hexdigest()


def _is_first(key: str) -> bool:
    now = timezone.now()
    if int(key[:4], 16) % ONE_IN == 0:
        SentForm.objects.filter(at__lt=now - KEPT_FOR).delete()
    try:
        with transaction.atomic():
            SentForm.objects.create(key=key, at=now)
    except IntegrityError:
        return False
    return True


def _as_before(first: SentForm, request: StudioRequest) -> HttpResponse:
    if request.htmx:
        return HttpResponse(status=204, headers={"HX-Refresh": "true"})
    messages.info(request, words.walks.SENT_ALREADY)
    return HttpResponseRedirect(first.led_to)


def _kept(key: str, response: HttpResponse, request: StudioRequest) -> HttpResponse:
    """Keep where an answer led, or let the form be sent again where it was refused or gave a file."""
    sent = SentForm.objects.filter(key=key)
    if response.status_code in (301, 302, 303) and len(response["Location"]) <= 2000:
        sent.update(answered=True, led_to=response["Location"])
    elif request.htmx and response.status_code < 400:
        sent.update(answered=True)
    else:
        sent.delete()
    return response
