"""Viewings: the plan, the log, moving, the calendar; and the boards of a job."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from pathlib import Path
from uuid import uuid4

from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.models import User
from django.contrib.staticfiles import finders
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.utils import timezone
from django.utils.timezone import make_aware
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from jobs.asked_day import written_date
from prism import words
from prism.devices.meters import MeterError
from prism.light.room import WALLS
from reviews import queries as review_queries
from viewings import queries, services
from viewings.calendar import calendar
from viewings.forms import LogForm, MoveForm
from viewings.models import Viewing, ViewingPhoto
from viewings.shown import Shown
from viewings.weeks import Weeks
from web import undo
from web.http import StudioRequest, whole_number
from web.pictures import PictureError
from web.settled import render
from web.uploads import sent_picture

MOST_LISTED = 400


@require_safe
def listing(request: StudioRequest) -> HttpResponse:
    return _listing(request)


def _listing(
    request: StudioRequest, trouble: str = "", moved: Shown | None = None, before: datetime | None = None
) -> HttpResponse:
    viewings = [_shown(request.user, viewing) for viewing in queries.upcoming(request.user)[:MOST_LISTED]]
    today = timezone.localdate()
    asked = request.GET.get("from") or request.POST.get("from") or ""
    start = max(written_date(asked) or today, today)
    context = {"weeks": Weeks(viewings, today, start), "start": start, "trouble": trouble, "some": bool(viewings)}
    if moved is not None:
        context |= {
            "moved": words.viewing.moved_to(moved.name, moved.when),
            "moved_pk": moved.viewing.pk,
            "before": before,
        }
    if request.htmx:
        return render(request, "viewings/weeks.html", context, status=422 if trouble else 200)
    context["not_again"] = words.sharing.NOT_SHOWN_AGAIN
    context["feed"] = services.feed_of(request.user).address(request, "viewings-feed")
    return render(request, "viewings/list.html", context, status=422 if trouble else 200)


def _shown(user: User, viewing: Viewing) -> Shown:
    return Shown(viewing, review_queries.may_write(user, viewing.review))


def _viewing(request: StudioRequest, pk: int, deleted: bool = False) -> Viewing:
    return get_object_or_404(queries.of_studio(request.user, deleted), pk=pk)


def _own(request: StudioRequest, pk: int, deleted: bool = False) -> Viewing:
    viewing = _viewing(request, pk, deleted)
    review_queries.own(request.user, viewing.review)
    return viewing


@require_http_methods(["GET", "HEAD", "POST"])
def log(request: StudioRequest, pk: int) -> HttpResponse:
    """Show a viewing; keep what was seen."""
    if request.method != "POST":
        viewing = _viewing(request, pk)
        return _log(request, viewing, _form(viewing))
    viewing = _own(request, pk)
    if "meter" in request.POST:
        return _metered(request, viewing)
    form = LogForm(request.POST, lrv=viewing.colour.lrv)
    if not form.is_valid():
        return _log(request, viewing, form)
    data = form.cleaned_data
    try:
        services.log(
            request.user, viewing, form.key, form.seen, data["answer"], data["words"], data["sky"], data["lamps_on"],
            data["lux"], form.looked_at(timezone.now()), "" if viewing.beside else data["undertone"],
        )  # fmt: skip
    except services.SeenError:
        form.add_error(None, words.viewing.SEEN_MEANWHILE)
        return _log(request, viewing, form)
    return redirect(viewing)


def _form(viewing: Viewing) -> LogForm:
    return LogForm(
        initial={"sky": viewing.sky or "overcast", "lamps_on": viewing.why == "evening"}, lrv=viewing.colour.lrv
    )


def _metered(request: StudioRequest, viewing: Viewing) -> HttpResponse:
    typed = request.POST.copy()
    try:
        lux = services.read_meter(request.user, viewing, typed.get("sky", ""), "lamps_on" in typed)
    except MeterError as wrong:
        return _log(request, viewing, LogForm(typed, lrv=viewing.colour.lrv), str(wrong))
    if lux is None:
        return _log(request, viewing, LogForm(typed, lrv=viewing.colour.lrv), words.light.ROOM_UNKNOWN)
    typed["lux"] = f"{lux:.0f}" if lux >= 1 else f"{lux:.1f}"
    return _log(
        request,
        viewing,
        LogForm(typed, lrv=viewing.colour.lrv),
        words.viewing.meter_text(words.light.lux_text(lux)),
        status=200,
    )


@require_POST
def add_photo(request: StudioRequest, pk: int) -> HttpResponse:
    viewing = _own(request, pk)
    try:
        services.keep_photo(request.user, viewing, sent_picture(request))
    except PictureError as wrong:
        return _log(request, viewing, _form(viewing), str(wrong), status=422)
    return redirect(viewing)


@require_safe
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    kept = get_object_or_404(ViewingPhoto, viewing=_viewing(request, pk))
    response = HttpResponse(bytes(kept.content), content_type="image/jpeg")
    response["Cache-Control"] = "private, max-age=300"
    return response


def _log(
    request: StudioRequest, viewing: Viewing, form: LogForm, notice: str = "", status: int | None = None
) -> HttpResponse:
    waiting = [pk for pk in queries.today(request.user) if pk != viewing.pk]
    following = queries.by_ids(request.user, waiting[:1])
    context = {
        "shown": _shown(request.user, viewing),
        "mine": review_queries.may_write(request.user, viewing.review),
        "form": form,
        "notice": notice,
        "photo": ViewingPhoto.objects.filter(viewing=viewing).only("at").first(),
        "photos_lie": words.viewing.PHOTOS_LIE,
        "refused_here": words.viewing.REFUSED_HERE,
        "answers": words.viewing.VIEW_ANSWERS,
        "sent": form.data.get("sent") or uuid4(),
        "next": _shown(request.user, following[0]) if following else None,
        "place": words.viewing.viewing_place(len(waiting)) if waiting and not viewing.is_seen else "",
    }
    usual = 422 if form.errors else 200
    return render(request, "viewings/log.html", context, status=usual if status is None else status)


@require_POST
def now(request: StudioRequest, pk: int) -> HttpResponse:
    """Begin a viewing of a review's colour that was not planned."""
    review = get_object_or_404(review_queries.of_studio(request.user), pk=pk, deleted=None)
    review_queries.own(request.user, review)
    wanted = whole_number(request.POST.get("beside"))
    other = get_object_or_404(review.shortlist.select_related("colour"), colour=wanted).colour if wanted else None
    wall = request.POST.get("wall", "")
    return redirect(services.look_now(request.user, review, review.colour, wall if wall in WALLS else "north", other))


@require_POST
def move(request: StudioRequest, pk: int) -> HttpResponse:
    """Move a viewing to another day or hour, by the clocks of its room."""
    viewing = _own(request, pk)
    form = MoveForm(request.POST)
    if not form.is_valid():
        return _listing(request, words.viewing.MOVE_WRONG)
    before = queries.local(viewing)
    at = make_aware(form.moment(before.replace(tzinfo=None)), queries.zone_of(viewing.room))
    if at.date() < timezone.now().astimezone(queries.zone_of(viewing.room)).date():
        return _listing(request, words.viewing.MOVE_WRONG)
    services.move(viewing, at)
    return (
        _listing(request, moved=_shown(request.user, viewing), before=before) if request.htmx else redirect("viewings")
    )


@require_POST
def aside(request: StudioRequest, pk: int) -> HttpResponse:
    back = "back" in request.POST
    viewing = _own(request, pk, deleted=back)
    services.soft_delete(viewing, back=back)
    if not back:
        shown = _shown(request.user, viewing)
        undo.offer(request, words.undo.viewing_taken_out(shown.name, shown.when), "viewing-aside", viewing.pk, back="1")
    return redirect("viewings")


@require_safe
def calendar_file(request: StudioRequest) -> HttpResponse:
    response = _calendar(request, queries.upcoming(request.user))
    response["Content-Disposition"] = 'attachment; filename="viewings.ics"'
    return response


@login_not_required
@require_safe
def worker(request: StudioRequest) -> HttpResponse:
    """Give the script by which viewings open without a connection; a browser lets it serve only what lies beside it."""
    path = finders.find("studio/worker.js")
    assert isinstance(path, str)
    response = HttpResponse(Path(path).read_bytes(), content_type="text/javascript; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response


@login_not_required
@require_safe
def feed(request: StudioRequest, token: str) -> HttpResponse:
    """Give somebody's viewings to their own calendar, by the address alone."""
    member = queries.by_feed(token)
    if member is None:
        raise Http404
    return _calendar(request, queries.upcoming(member.user))


def _calendar(request: StudioRequest, viewings: Iterable[Viewing]) -> HttpResponse:
    feed = calendar(viewings, request.build_absolute_uri("/").rstrip("/"))
    return HttpResponse(feed, content_type="text/calendar; charset=utf-8")


@require_POST
def renew(request: StudioRequest) -> HttpResponse:
    services.renew_feed(request.user)
    return redirect("viewings")
