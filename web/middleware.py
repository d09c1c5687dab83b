"""Who must sign in, and how it is said to somebody who was in the middle of something."""

from __future__ import annotations

from django.contrib.auth.middleware import LoginRequiredMiddleware
from django.contrib.auth.views import redirect_to_login
from django.http import HttpRequest, HttpResponse, QueryDict
from django.shortcuts import resolve_url
from django.utils.deprecation import MiddlewareMixin

from prism.typed import printable
from web.http import StudioRequest, came_from


class PrintableMiddleware(MiddlewareMixin):
    """Takes out of what is typed and asked what no page and no file can show: control characters, marks that turn a
    line about. Views, forms and files never meet them, wherever a name comes in."""

    def process_view(self, request: HttpRequest, view: object, args: object, kwargs: object) -> None:
        for name in ("GET", "POST"):
            sent: QueryDict = getattr(request, name)
            if any(printable(value) != value for key in sent for value in (key, *sent.getlist(key))):
                clean = QueryDict(mutable=True, encoding=sent.encoding)
                for key, values in sent.lists():
                    clean.setlist(printable(key), [printable(value) for value in values])
                clean._mutable = False
                setattr(request, name, clean)


class PrivateMiddleware(MiddlewareMixin):
    """Keeps what somebody is shown out of caches that others share: pages are asked for again, files are not kept."""

    def process_response(self, request: HttpRequest, response: HttpResponse) -> HttpResponse:
        user = getattr(request, "user", None)
        if user is not None and user.is_authenticated and not response.has_header("Cache-Control"):
            kept = response.get("Content-Disposition", "").startswith("attachment")
            response["Cache-Control"] = "private, no-store" if kept else "private, no-cache"
        return response


class SignInMiddleware(LoginRequiredMiddleware):
    """Sends people who are not signed in to the door.

    A piece of a page is answered with 401 instead, so that what was being written stays where it is and the page asks
    to sign in beside it. After the door one never comes to an address that only takes posts.
    """

    def handle_no_permission(self, request: StudioRequest, view_func: object) -> HttpResponse:  # type: ignore[override]
        if request.htmx:
            return HttpResponse(status=401)
        after = request.get_full_path() if request.method in ("GET", "HEAD") else came_from(request)
        return redirect_to_login(after, resolve_url("sign-in"))
