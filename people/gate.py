"""Who may do what: views name what they need, and anybody else is told so in words."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.http import HttpResponse

from people import queries
from prism import words
from web.http import StudioRequest

View = Callable[..., HttpResponse]


def _guard(view: View, may: Callable[[User], bool], refusal: str, only_posts: bool = False) -> View:
    @wraps(view)
    def guarded(request: StudioRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if not (only_posts and request.method != "POST") and not may(request.user):
            raise PermissionDenied(refusal)
        return view(request, *args, **kwargs)

    return guarded


def require_editor(view: View) -> View:
    """Let owners and specialists use a view that changes what the studio shares; others are refused."""
    return _guard(view, queries.may_change, words.people.JUNIORS_MAY_NOT)


def require_editor_to_post(view: View) -> View:
    """Let everybody look, and owners and specialists send."""
    return _guard(view, queries.may_change, words.people.JUNIORS_MAY_NOT, only_posts=True)


def require_owner(view: View) -> View:
    """Let owners use a view; others are refused."""
    return _guard(view, queries.may_manage, words.people.OWNERS_ONLY)
