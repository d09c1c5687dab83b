"""Who must sign in, and how it is said to somebody who was in the middle of something."""

from __future__ import annotations

from django.contrib.auth.middleware import LoginRequiredMiddleware
from django.contrib.auth.views import redirect_to_login
from django.http import HttpResponse
from django.shortcuts import resolve_url

from web.http import StudioRequest, came_from


class SignInMiddleware(LoginRequiredMiddleware):
    """Sends people who are not signed in to the door.

    A piece of a page is answered with 401 instead, so that what was being written stays where it is and the page asks
    to sign in beside it. After the door one never comes to an address that only takes posts.
    """

    def handle_no_permission(self, request: StudioRequest, view_func: object) -> HttpResponse:  # type: ignore[override]
        """Answer somebody who is not signed in."""
        if request.htmx:
            return HttpResponse(status=401)
        after = request.get_full_path() if request.method in ("GET", "HEAD") else came_from(request)
        return redirect_to_login(after, resolve_url("sign-in"))
