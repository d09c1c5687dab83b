"""Rooms: the sheet, the page, a white taken, copying, putting aside, rooms as files, what meters read."""

from __future__ import annotations

from django.contrib import messages as flash
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from decks import queries as deck_queries
from jobs import queries, services
from jobs.finish_sheet import FinishSheet
from jobs.forms import DOORWAYS, MeterForm
from jobs.models import Finish, Room
from jobs.page import RoomPage, sheet_context
from jobs.photos import PhotoForm
from jobs.sheet import RoomSheet
from jobs.taking import Taking, take_for_home, take_for_room
from people.gate import require_editor, require_editor_to_post
from prism import words
from prism.devices.meters import MeterError
from prism.formats import room_json
from web import undo
from web.edit_conflicts import EditConflicts, as_sent
from web.http import StudioRequest, as_file, whole_number
from web.settled import render


def listed_room(request: StudioRequest, pk: int) -> Room:
    rooms = queries.whole().filter(pk__in=queries.rooms(request.user).values("pk"))
    return get_object_or_404(rooms, pk=pk, deleted=None, job__deleted=None)


@require_http_methods(["GET", "POST"])
@require_editor
def finishes(request: StudioRequest, pk: int) -> HttpResponse:
    """Decide what the parts of a room are painted with."""
    room = listed_room(request, pk)
    sheet = FinishSheet(request.user, room)
    conflicts = EditConflicts(
        request, as_sent(form for _, form in sheet.forms), [part for part, _ in Finish.Part.choices]
    )
    if conflicts.data is not None:
        sheet = FinishSheet(request.user, room, conflicts.data)
    for part, form in sheet.forms:
        conflicts.say(form, room.changed_by, {str(form.prefix): part})
    if request.method == "POST" and sheet.is_valid():
        services.keep_finishes(request.user, room, sheet.rows())
        return redirect("job-home", room.job_id)
    context = {"sheet": sheet, "room": room, "job": room.job, "begun": conflicts.marks}
    return render(request, "jobs/finishes.html", context, status=422 if request.method == "POST" else 200)


@require_http_methods(["GET", "POST"])
@require_editor
def new_room(request: StudioRequest, pk: int) -> HttpResponse:
    return _room_sheet(request, Room(job=get_object_or_404(queries.listed(request.user), pk=pk)))


@require_http_methods(["GET", "POST"])
@require_editor
def edit_room(request: StudioRequest, pk: int) -> HttpResponse:
    return _room_sheet(request, listed_room(request, pk))


def _room_sheet(request: StudioRequest, room: Room) -> HttpResponse:
    sheet = RoomSheet(request.user, room)
    conflicts = EditConflicts(request, sheet.as_sent() if room.pk else {}, RoomSheet.PARTS)
    if conflicts.data is not None:
        sheet = RoomSheet(request.user, room, conflicts.data)
    refused = False
    if request.method == "POST" and not sheet.more:
        conflicts.say(sheet.form, room.changed_by, words.rooms.ROOM_TABLES)
        if sheet.is_valid():
            doorways = {name: sheet.form.cleaned_data[name] for name in DOORWAYS}
            return redirect(services.keep_room(request.user, room, sheet.form.kept(), sheet.parts(), **doorways))
        refused = True
    template = "jobs/room_sheet_body.html" if request.htmx else "jobs/room_sheet.html"
    return render(request, template, sheet_context(sheet) | {"begun": conflicts.marks}, status=422 if refused else 200)


@require_safe
def room(request: StudioRequest, pk: int) -> HttpResponse:
    """Show a room: its plan, its light through the day, its colours."""
    return room_page(request, listed_room(request, pk))


def room_page(
    request: StudioRequest, room: Room, meter: MeterForm | None = None, photo: PhotoForm | None = None
) -> HttpResponse:
    """Return the page of a room, with forms as they were sent if they were refused."""
    page = RoomPage(request.user, room, request.GET)
    template = "jobs/room_body.html" if request.htmx else "jobs/room.html"
    context = {"page": page, "meter": meter or MeterForm(), "photo": photo or PhotoForm()}
    return render(request, template, context, status=422 if meter or photo else 200)


@require_http_methods(["GET", "HEAD", "POST"])
@require_editor_to_post
def take_white(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what it would change to take a white for a room or its home; take it, with a way back."""
    room = listed_room(request, pk)
    asked = request.POST if request.method == "POST" else request.GET
    review = whole_number(asked.get("review"))
    number = whole_number(asked.get("white"))
    white = get_object_or_404(deck_queries.visible_to(request.user), pk=number) if number else None
    if request.method != "POST":
        if white is None:
            raise Http404
        template = "jobs/take_white_body.html" if request.htmx else "jobs/take_white.html"
        return render(request, template, {"taking": Taking(request.user, room, white), "review": review or ""})
    of_home = asked.get("for") == "home"
    before = (take_for_home if of_home else take_for_room)(request.user, room, white)
    if white is not None:
        notice = words.homes.white_taken(white.name, "" if of_home else room.name)
        sent = {"for": "home" if of_home else "room", "white": str(before or "")}
        undo.offer(request, notice, "room-white", room.pk, **sent)
    return redirect("review-step", review, "whites") if review else redirect("job-home", room.job_id)


@require_POST
@require_editor
def copy_room(request: StudioRequest, pk: int) -> HttpResponse:
    return redirect("room-edit", services.duplicate(request.user, listed_room(request, pk)).pk)


@require_POST
@require_editor
def delete_room(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a room aside, with a way back."""
    room = listed_room(request, pk)
    services.soft_delete(request.user, room)
    undo.offer(request, words.undo.put_aside_text(f"the room {room}"), "room-restore", room.pk)
    return redirect(room.job)


@require_POST
@require_editor
def restore_room(request: StudioRequest, pk: int) -> HttpResponse:
    room = get_object_or_404(queries.rooms(request.user), pk=pk)
    services.undelete(request.user, room)
    return redirect(room)


@require_safe
def export_room(request: StudioRequest, pk: int) -> HttpResponse:
    """Give a room as a file that the command line reads, and a studio too."""
    room = listed_room(request, pk)
    lit = queries.lit_room(room)
    if lit is None:
        return render(request, "jobs/room.html", {"page": RoomPage(request.user, room, {})}, status=422)
    response = HttpResponse(room_json.write(lit, room.name), content_type="application/json")
    return as_file(response, room.name, "room", "json")


@require_POST
@require_editor
def meter(request: StudioRequest, pk: int) -> HttpResponse:
    """Read the light meter or the compass in a room, or keep what another meter said."""
    room = listed_room(request, pk)
    if "compass" in request.POST:
        flash.info(request, words.rooms.bearing_read(services.read_compass(request.user, room)))
        return redirect(room)
    form = MeterForm(request.POST)
    if form.is_valid():
        try:
            services.measure(request.user, room, *form.asked(room.job.zone or "UTC"), typed=form.typed())
            return redirect(room)
        except MeterError as wrong:
            form.add_error(None, str(wrong))
    return room_page(request, room, form)


@require_POST
@require_editor
def use_reading(request: StudioRequest, pk: int, reading: int) -> HttpResponse:
    """Let a meter's reading count, or leave it out."""
    room = listed_room(request, pk)
    metered = get_object_or_404(room.readings, pk=reading)
    services.use_reading(request.user, metered, not metered.taken)
    return redirect(room)
