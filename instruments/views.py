"""The reader: calibrate, measure, drop, keep."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from instruments import services
from instruments.forms import CardForm, KeepForm, StartForm
from instruments.models import Session
from instruments.page import SessionPage
from people.gate import require_editor
from people.queries import team
from prism.devices.reader import ReaderError, Setting
from steps import services as step_services
from tinting.models import Batch
from web.http import StudioRequest
from web.settled import render


@require_http_methods(["GET", "POST"])
def reader_page(request: StudioRequest) -> HttpResponse:
    form = StartForm(request.POST or None)
    if request.method == "POST" and form.is_valid():
        started = services.start(request.user, form.cleaned_data["thing"], form.setting())
        if "at-once" in request.POST:
            try:
                services.read_at_once(started)
            except ReaderError as wrong:
                return _show(request, started, str(wrong))
        return redirect("reader-session", started.pk)
    context = {"form": form}
    return render(request, "instruments/start.html", context, status=422 if form.errors else 200)


def _session(request: StudioRequest, pk: int) -> Session:
    sessions = Session.objects.select_related("owner", "card__maker", "batch")
    return get_object_or_404(sessions, pk=pk, owner__in=team(request.user))


def _show(
    request: StudioRequest,
    session: Session,
    trouble: str = "",
    form: KeepForm | None = None,
    card_form: CardForm | None = None,
) -> HttpResponse:
    context = {
        "page": SessionPage(session),
        "trouble": trouble,
        "form": form or KeepForm(initial={"name": session.thing}),
    }
    failed = trouble or (form and form.errors) or card_form
    context["card_form"] = card_form or CardForm(None, request.user, session.card.code if session.card else "")
    return render(request, "instruments/session.html", context, status=422 if failed else 200)


@require_safe
def session(request: StudioRequest, pk: int) -> HttpResponse:
    return _show(request, _session(request, pk))


@require_POST
def calibrate(request: StudioRequest, pk: int) -> HttpResponse:
    services.calibrate(_session(request, pk))
    return redirect("reader-session", pk)


@require_POST
def measure(request: StudioRequest, pk: int) -> HttpResponse:
    session = _session(request, pk)
    try:
        services.measure(session)
    except ReaderError as wrong:
        return _show(request, session, str(wrong))
    return redirect("reader-session", pk)


@require_POST
def drop(request: StudioRequest, pk: int, number: int) -> HttpResponse:
    """Leave a reading out with a reason, or take it in again."""
    shot = get_object_or_404(_session(request, pk).shots, number=number)
    services.drop(shot, "" if shot.dropped else request.POST.get("reason", "").strip()[:120] or "no reason given")
    return redirect("reader-session", pk)


@require_POST
def card(request: StudioRequest, pk: int) -> HttpResponse:
    """Note the code that stands on the can; an empty one takes it back."""
    session = _session(request, pk)
    if not request.POST.get("code", "").strip():
        services.name_card(session, None)
        return redirect("reader-session", pk)
    form = CardForm(request.POST, request.user)
    if not form.is_valid():
        return _show(request, session, card_form=form)
    services.name_card(session, form.card)
    return redirect("reader-session", pk)


@require_POST
@require_editor
def improve(request: StudioRequest, pk: int) -> HttpResponse:
    """Make the mean the working value of the colour whose code stands on the can."""
    session = _session(request, pk)
    try:
        return redirect("colour", services.improve_card(session).pk)
    except ReaderError as wrong:
        return _show(request, session, str(wrong))


@require_POST
def measure_can(request: StudioRequest, pk: int) -> HttpResponse:
    """Put the reader on a board painted from a can."""
    batch = get_object_or_404(Batch, pk=pk, owner__in=team(request.user))
    started = services.start(request.user, str(batch)[:180], Setting(), batch)
    return redirect("reader-session", started.pk)


@require_POST
def keep(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep the mean as a colour, and start its review."""
    session = _session(request, pk)
    form = KeepForm(request.POST)
    if not form.is_valid():
        return _show(request, session, form=form)
    try:
        colour = services.keep(session, form.cleaned_data["name"])
    except ReaderError as wrong:
        return _show(request, session, str(wrong), form)
    return redirect(step_services.start(request.user, colour))
