"""One's own account: pass phrase, second step, where one is signed in."""

from __future__ import annotations

from django.contrib import messages
from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.forms import PasswordChangeForm
from django.http import HttpResponse
from django.shortcuts import redirect
from django.views.decorators.cache import never_cache
from django.views.decorators.debug import sensitive_post_parameters
from django.views.decorators.http import require_POST, require_safe

from people import security_log, sessions, throttle, two_factor
from prism import words
from web.http import StudioRequest
from web.settled import render


@never_cache
@require_safe
def account(request: StudioRequest) -> HttpResponse:
    return _show(request)


def _show(request: StudioRequest, form: PasswordChangeForm | None = None, **more: object) -> HttpResponse:
    user = request.user
    context = {
        "form": form or PasswordChangeForm(user),
        "sessions": sessions.of(user, request),
        "second": two_factor.is_on(user),
        "has_password": user.has_usable_password(),
        "trail": security_log.of(user),
    }
    return render(request, "people/account.html", context | more, status=422 if form or more.get("wrong") else 200)


@sensitive_post_parameters()
@require_POST
def change_password(request: StudioRequest) -> HttpResponse:
    """Change the pass phrase; every other session ends with it."""
    user = request.user
    if throttle.held_up(request, user.get_username()):
        return _show(request, wrong=words.people.tried_too_often(throttle.MINUTES))
    form = PasswordChangeForm(user, request.POST)
    if not form.is_valid():
        if "old_password" in form.errors:
            throttle.guessed(request, user.get_username())
        return _show(request, form)
    form.save()
    two_factor.give_up(user)
    update_session_auth_hash(request, form.user)
    sessions.end(request.user, request)
    security_log.note(request.user, "password")
    messages.info(request, words.people.PASSWORD_CHANGED)
    return redirect("account")


@require_POST
def end_sessions(request: StudioRequest) -> HttpResponse:
    messages.info(
        request, words.people.sessions_ended(sessions.end(request.user, request, request.POST.get("mark", "")))
    )
    return redirect("account")


@never_cache
@sensitive_post_parameters()
@require_POST
def second_step(request: StudioRequest) -> HttpResponse:
    user, figures = request.user, request.POST.get("figures", "")
    if "off" in request.POST:
        if throttle.held_up(request, user.get_username()):
            return _show(request, wrong=words.people.tried_too_often(throttle.MINUTES))
        if not two_factor.passes(user, figures):
            throttle.guessed(request, user.get_username())
            return _show(request, wrong=words.people.FIGURES_WRONG)
        two_factor.take_off(user)
        security_log.note(user, "second-off")
        messages.info(request, words.people.SECOND_OFF)
        return redirect("account")
    if figures:
        codes = two_factor.confirm(user, figures)
        if codes is not None:
            security_log.note(user, "second-on")
            sessions.end(user, request)
            return _show(request, codes=codes)
    device = two_factor.begin(user)
    wrong = words.people.FIGURES_WRONG if figures else ""
    return _show(request, picture=two_factor.picture(device), secret=two_factor.secret(device), wrong=wrong)
