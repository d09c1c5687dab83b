"""Pages that belong to no one feature."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from typing import Any

from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.models import User
from django.contrib.auth.views import LoginView
from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.shortcuts import redirect
from django.urls import reverse
from django.utils import timezone
from django.utils.safestring import mark_safe
from django.views.decorators.http import require_POST, require_safe

from jobs import queries as job_queries
from people import throttle, two_factor
from people.gate import require_editor
from people.models import PAPERS
from prism import words
from prism.formats import deck_csv
from reviews import queries as review_queries
from studio import demo_job, demo_visit, glossary
from studio.manual_pdf import manual_pdf
from web import manual
from web.http import StudioRequest, as_file, came_from
from web.settled import render

HALF_IN, HALF_IN_FOR = "half-in", timedelta(minutes=5)
"""Where a session keeps who gave a pass phrase and is to take the second step, and for how long."""


class SignIn(LoginView):
    """The door: a page of its own, or a small form beside what somebody is in the middle of."""

    template_name = "studio/sign_in.html"
    request: StudioRequest

    def get_template_names(self) -> list[str]:
        """Return the whole page, or the small form where only a piece of a page is asked for."""
        return ["studio/sign_in_again.html"] if self.request.htmx else [self.template_name]

    def post(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """Try the door, unless it was tried too often."""
        if throttle.held_up(request, request.POST.get("username", "")):
            return locked_out(request)
        return self._second(request) if "figures" in request.POST else super().post(request, *args, **kwargs)

    def _second(self, request: HttpRequest) -> HttpResponse:
        """Take the second step, for who took the first a little while ago."""
        pk, at = request.session.get(HALF_IN, (0, ""))
        user = User.objects.filter(pk=pk, is_active=True).first()
        if user is None or timezone.now() - datetime.fromisoformat(at) > HALF_IN_FOR:
            return redirect("sign-in")
        if throttle.held_up(request, user.get_username()):
            return locked_out(request)
        if not two_factor.passes(user, request.POST["figures"]):
            throttle.guessed(request, user.get_username())
            return self._ask_second(words.people.FIGURES_WRONG)
        del request.session[HALF_IN]
        login(request, user, backend="django.contrib.auth.backends.ModelBackend")
        return _signed_in(request) if self.request.htmx else redirect(self.get_success_url())

    def _ask_second(self, wrong: str = "") -> HttpResponse:
        context = {"wrong": wrong, "next": self.get_redirect_url(), "again": bool(self.request.htmx)}
        return render(self.request, "studio/sign_in_second.html", context, status=422 if wrong else 200)

    def form_valid(self, form: AuthenticationForm) -> HttpResponse:
        """Sign in, or ask for the second step; beside a page, say so with the token that its next post needs."""
        if two_factor.is_on(form.get_user()):
            self.request.session[HALF_IN] = [form.get_user().pk, timezone.now().isoformat()]
            return self._ask_second()
        response = super().form_valid(form)
        return _signed_in(self.request) if self.request.htmx else response

    def form_invalid(self, form: AuthenticationForm) -> HttpResponse:
        return self.render_to_response(self.get_context_data(form=form), status=422 if self.request.htmx else 200)


def locked_out(request: HttpRequest, *args: object) -> HttpResponse:
    """Say that the door was tried too often, and for how long that holds; what was typed stays."""
    form = AuthenticationForm(request, initial={"username": request.POST.get("username", "")[:150]})
    context = {"form": form, "trouble": words.people.tried_too_often(throttle.MINUTES)}
    template = "studio/sign_in_again.html" if request.headers.get("HX-Request") else "studio/sign_in.html"
    return render(request, template, context, status=429)


def _signed_in(request: HttpRequest) -> HttpResponse:
    response = HttpResponse(status=204)
    response["HX-Trigger"] = json.dumps({"signedIn": {"token": get_token(request)}})
    return response


@login_not_required
@require_POST
def enter_demo(request: StudioRequest) -> HttpResponse:
    """Sign in to a copy of the ready studio, the visitor's own, or to a new one; exists in the demo only."""
    if not settings.DEMO:
        raise Http404
    again = "again" in request.POST and request.user.is_authenticated
    user = None if again else demo_visit.remembered(request)
    if user is None:
        try:
            demo_visit.admit(throttle.address_of(request))
        except demo_visit.RefusedError as refusal:
            return _refused_visit(request, refusal)
        if again:
            demo_visit.forget(request.user)
        user = demo_visit.visit()
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    response = _signed_in(request) if request.htmx else redirect("home")
    demo_visit.remember(response, user)
    return response


def _refused_visit(request: HttpRequest, refusal: demo_visit.RefusedError) -> HttpResponse:
    context = {"form": AuthenticationForm(request), "trouble": str(refusal)}
    return render(request, "studio/sign_in.html", context, status=429)


@login_not_required
@require_POST
def enter_empty(request: StudioRequest) -> HttpResponse:
    """Sign in to a studio of one's own that holds nothing yet; exists in the demo only."""
    if not settings.DEMO:
        raise Http404
    current = request.user if request.user.is_authenticated else None
    try:
        user = demo_visit.newcomer(current, throttle.address_of(request))
    except demo_visit.RefusedError as refusal:
        return _refused_visit(request, refusal)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return redirect("home")


@require_POST
@require_editor
def try_out(request: StudioRequest) -> HttpResponse:
    """Enter the demo job into a studio that has neither jobs nor reviews yet."""
    if job_queries.of_studio(request.user).exists() or review_queries.of_studio(request.user).exists():
        return redirect("home")
    return redirect(demo_job.try_out(request.user))


@require_safe
def sample(request: HttpRequest) -> HttpResponse:
    """Give a small deck as a table, to try bringing one in."""
    content = deck_csv.write(demo_job.sample())
    return as_file(HttpResponse(content, content_type="text/csv; charset=utf-8"), "sample-deck", "", "csv")


@require_safe
def meanings(request: HttpRequest) -> HttpResponse:
    return render(request, "studio/words.html", {"sections": glossary.sections()})


@require_safe
def meanings_here(request: HttpRequest) -> HttpResponse:
    """Give what the words mean as a piece of a page, of which the page shows those that stand on it."""
    rows = [row for _, section in glossary.sections() for row in section]
    return render(request, "studio/words_here.html", {"rows": rows})


@require_safe
def read_manual(request: HttpRequest) -> HttpResponse:
    text = mark_safe(
        manual.html(lambda name: reverse("manual-picture", args=[name]))
    )  # from a file of the studio's own
    return render(request, "studio/manual.html", {"text": text, "chapters": manual.contents()})


@require_safe
def manual_picture(request: HttpRequest, name: str) -> FileResponse:
    picture = manual.picture(name)
    if picture is None:
        raise Http404
    return FileResponse(picture.open("rb"), content_type="image/png")


@require_safe
def manual_file(request: HttpRequest) -> HttpResponse:
    paper = request.GET.get("paper", "A4")
    if paper not in PAPERS:
        raise Http404
    return as_file(HttpResponse(manual_pdf(paper), content_type="application/pdf"), "manual", "", "pdf", shown=True)


@require_safe
def screen(request: HttpRequest) -> HttpResponse:
    """Let a person find the size of their screen by a card, for boards true to size."""
    context = {"sheets": words.viewing.SHEETS_THAT_FIT.items(), "back": came_from(request)}
    return render(request, "studio/screen.html", context)
