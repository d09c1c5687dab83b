"""Jobs and rooms: lists, sheets, copying, putting aside, rooms as files."""

from __future__ import annotations

from copy import copy

from django.contrib import messages as flash
from django.core.paginator import Paginator
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from decks import queries as deck_queries
from jobs import handing, queries, services
from jobs.describing import DescribeForm, keep_described
from jobs.finish_sheet import FinishSheet
from jobs.forms import DOORWAYS, JobForm, MeterForm
from jobs.home_forms import PaintForm, WhiteRuleForm
from jobs.home_white import HomeWhite
from jobs.models import Finish, HandOver, Job, Room
from jobs.page import JobPage, JobsPage, RoomPage, place_context, sheet_context
from jobs.sheet import RoomSheet
from jobs.taking import Taking, take_for_home, take_for_room
from jobs.whole_home import WholeHome
from people.gate import require_editor, require_editor_to_post
from people.models import PAPERS
from people.queries import membership
from prism import words
from prism.formats import room_json
from prism.light.checks import RoomError
from prism.meters import MeterError
from prism.stimulus import Stimulus
from web import undo
from web.edit_conflicts import EditConflicts, as_sent
from web.http import StudioRequest, as_file, whole_number

PER_PAGE = 50


@require_safe
def listing(request: StudioRequest) -> HttpResponse:
    """Show the studio's jobs, searched, grouped and sorted."""
    return _listing(request)


def _listing(request: StudioRequest, describe: DescribeForm | None = None) -> HttpResponse:
    asked = JobsPage(request.user, request.GET)
    page = Paginator(asked.found, PER_PAGE).get_page(request.GET.get("page"))
    context = {"asked": asked, "page": page, "groups": asked.grouped(list(page.object_list))}
    context["describe"] = describe or DescribeForm(None, request.user)
    template = "jobs/list.html" if request.htmx and not describe else "jobs/jobs.html"
    return render(request, template, context, status=422 if describe else 200)


def _job(request: StudioRequest, pk: int) -> Job:
    return get_object_or_404(queries.listed(request.user), pk=pk)


def _room(request: StudioRequest, pk: int) -> Room:
    held = queries.whole().filter(pk__in=queries.rooms(request.user).values("pk"))
    return get_object_or_404(held, pk=pk, deleted=None, job__deleted=None)


@require_http_methods(["GET", "POST"])
@require_editor
def new_job(request: StudioRequest) -> HttpResponse:
    """Begin a job, with the rooms of another where one is named."""
    asked = whole_number(request.POST.get("like") or request.GET.get("like"))
    return _job_sheet(request, Job(), _job(request, asked) if asked else None)


@require_http_methods(["GET", "POST"])
@require_editor
def edit_job(request: StudioRequest, pk: int) -> HttpResponse:
    return _job_sheet(request, _job(request, pk))


def _job_sheet(request: StudioRequest, job: Job, like: Job | None = None) -> HttpResponse:
    form = JobForm(instance=job)
    conflicts = EditConflicts(request, as_sent([form]) if job.pk else {})
    if conflicts.data is not None:
        form = JobForm(conflicts.data, instance=copy(job))  # a form writes into its instance even when it refuses
    conflicts.say(form, job.changed_by)
    if request.method == "POST" and form.is_valid():
        made = services.keep_job(request.user, job, form.fields_kept())
        return redirect(services.begin_like(request.user, made, like) if like else made)
    context = {"form": form, "job": job, "like": like, "begun": conflicts.marks, **place_context()}
    return render(request, "jobs/job_sheet.html", context, status=422 if form.errors else 200)


@require_safe
def job(request: StudioRequest, pk: int) -> HttpResponse:
    return render(request, "jobs/job.html", _job_context(request, _job(request, pk)))


def _job_context(request: StudioRequest, found: Job) -> dict[str, object]:
    return {
        "page": JobPage(request.user, found),
        "describe": DescribeForm(None, request.user),
        "handing": handing.HandOverForm(None, request.user, found),
    }


@require_safe
def job_summary(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what stays in the rooms of a job against what was reviewed for them; it takes a day of light for each."""
    found = _job(request, pk)
    context = {"page": JobPage(request.user, found), "white": HomeWhite(request.user, found)}
    context["white_form"] = WhiteRuleForm(None, request.user)
    return render(request, "jobs/summary.html", context)


@require_safe
def home(request: StudioRequest, pk: int) -> HttpResponse:
    return _home(request, _job(request, pk))


def _home(request: StudioRequest, found: Job, paint: PaintForm | None = None) -> HttpResponse:
    sheet = WholeHome(request.user, found, request.GET)
    context = {"sheet": sheet, "job": found, "paint": paint or PaintForm(instance=found), "words": words}
    context |= {"things": words.CONTRAST_THINGS, "papers": PAPERS, "own_paper": membership(request.user).paper}
    return render(request, "jobs/home.html", context, status=422 if paint else 200)


@require_POST
@require_editor
def paint(request: StudioRequest, pk: int) -> HttpResponse:
    found = _job(request, pk)
    form = PaintForm(request.POST, instance=copy(found))  # a form writes into its instance even when it refuses
    if not form.is_valid():
        return _home(request, found, form)
    services.keep_job(request.user, found, {name: form.cleaned_data[name] for name in ("coats", "spreading")})
    return redirect("job-home", found.pk)


@require_POST
@require_editor
def rule_white(request: StudioRequest, pk: int) -> HttpResponse:
    found = _job(request, pk)
    form = WhiteRuleForm(request.POST, request.user)
    if form.is_valid() and form.colour:
        services.rule_white(request.user, found, form.colour, form.cleaned_data["kind"], form.cleaned_data["reason"])
        return redirect(f"{found.get_absolute_url()}#home-white")
    context = {"page": JobPage(request.user, found), "white_form": form, "white": HomeWhite(request.user, found)}
    return render(request, "jobs/job.html", context, status=422)


@require_POST
@require_editor
def toggle_rule(request: StudioRequest, pk: int, rule: int) -> HttpResponse:
    """Lift what was ruled of a home's white, or put it in force again."""
    found = _job(request, pk)
    held = get_object_or_404(found.white_rules, pk=rule)
    if held.lifted:
        services.take_up_rule(request.user, held)
    else:
        services.lift_rule(request.user, held)
    return redirect(f"{found.get_absolute_url()}#home-white")


@require_http_methods(["GET", "POST"])
@require_editor
def finishes(request: StudioRequest, pk: int) -> HttpResponse:
    """Decide what the parts of a room are painted with."""
    found = _room(request, pk)
    sheet = FinishSheet(request.user, found)
    conflicts = EditConflicts(
        request, as_sent(form for _, form in sheet.forms), [part for part, _ in Finish.Part.choices]
    )
    if conflicts.data is not None:
        sheet = FinishSheet(request.user, found, conflicts.data)
    for part, form in sheet.forms:
        conflicts.say(form, found.changed_by, {str(form.prefix): part})
    if request.method == "POST" and sheet.is_valid():
        services.keep_finishes(request.user, found, sheet.rows())
        return redirect("job-home", found.job_id)
    context = {"sheet": sheet, "room": found, "job": found.job, "begun": conflicts.marks}
    return render(request, "jobs/finishes.html", context, status=422 if request.method == "POST" else 200)


@require_POST
@require_editor
def hand_over(request: StudioRequest, pk: int) -> HttpResponse:
    """Make somebody else responsible for a job."""
    found = _job(request, pk)
    form = handing.HandOverForm(request.POST, request.user, found)
    if form.is_valid():
        handing.hand_over(request.user, found, form.people[form.cleaned_data["to"]], form.cleaned_data["note"])
        return redirect(found)
    return render(request, "jobs/job.html", _job_context(request, found) | {"handing": form}, status=422)


@require_POST
def take_over(request: StudioRequest, handed: int) -> HttpResponse:
    """Keep that a hand-over was seen, by whoever it went to."""
    handing.take(get_object_or_404(HandOver, pk=handed, to=request.user))
    return redirect("home")


@require_POST
@require_editor
def delete_job(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a job aside, with a way back."""
    found = _job(request, pk)
    services.soft_delete(request.user, found)
    undo.offer(request, words.put_aside_said(f"the job {found}", words.ROOMS_WENT), "job-restore", found.pk)
    return redirect("jobs")


@require_POST
@require_editor
def restore_job(request: StudioRequest, pk: int) -> HttpResponse:
    found = get_object_or_404(queries.of_studio(request.user), pk=pk)
    services.undelete(request.user, found)
    return redirect(found)


@require_http_methods(["GET", "POST"])
@require_editor
def new_room(request: StudioRequest, pk: int) -> HttpResponse:
    return _room_sheet(request, Room(job=_job(request, pk)))


@require_http_methods(["GET", "POST"])
@require_editor
def edit_room(request: StudioRequest, pk: int) -> HttpResponse:
    return _room_sheet(request, _room(request, pk))


def _room_sheet(request: StudioRequest, room: Room) -> HttpResponse:
    sheet = RoomSheet(request.user, room)
    conflicts = EditConflicts(request, sheet.as_sent() if room.pk else {}, RoomSheet.PARTS)
    if conflicts.data is not None:
        sheet = RoomSheet(request.user, room, conflicts.data)
    refused = False
    if request.method == "POST" and not sheet.more:
        conflicts.say(sheet.form, room.changed_by, words.ROOM_TABLES)
        if sheet.is_valid():
            doorways = {name: sheet.form.cleaned_data[name] for name in DOORWAYS}
            return redirect(services.keep_room(request.user, room, sheet.form.kept(), sheet.parts(), **doorways))
        refused = True
    template = "jobs/room_sheet_body.html" if request.htmx else "jobs/room_sheet.html"
    return render(request, template, sheet_context(sheet) | {"begun": conflicts.marks}, status=422 if refused else 200)


@require_POST
@require_editor
def describe_room(request: StudioRequest, pk: int | None = None) -> HttpResponse:
    """Make a room of a sentence, in a job or in one of its own."""
    found = _job(request, pk) if pk else None
    form = DescribeForm(request.POST, request.user)
    if form.is_valid():
        made = keep_described(request.user, found, form)
        if remarks := form.remarks(made.job):
            flash.info(request, remarks)
        return redirect(made)
    if found:
        return render(request, "jobs/job.html", _job_context(request, found) | {"describe": form}, status=422)
    return _listing(request, form)


@require_safe
def room(request: StudioRequest, pk: int) -> HttpResponse:
    """Show a room: its plan, its light through the day, its colours."""
    page = RoomPage(request.user, _room(request, pk), request.GET)
    template = "jobs/room_body.html" if request.htmx else "jobs/room.html"
    return render(request, template, {"page": page, "meter": MeterForm()})


@require_http_methods(["GET", "HEAD", "POST"])
@require_editor_to_post
def take_white(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what it would change to take a white for a room or its home; take it, with a way back."""
    found = _room(request, pk)
    asked = request.POST if request.method == "POST" else request.GET
    review = whole_number(asked.get("review"))
    number = whole_number(asked.get("white"))
    white = get_object_or_404(deck_queries.visible_to(request.user), pk=number) if number else None
    if request.method != "POST":
        if white is None:
            raise Http404
        template = "jobs/take_white_body.html" if request.htmx else "jobs/take_white.html"
        return render(request, template, {"taking": Taking(request.user, found, white), "review": review or ""})
    of_home = asked.get("for") == "home"
    before = (take_for_home if of_home else take_for_room)(request.user, found, white)
    if white is not None:
        said = words.white_taken(white.name, "" if of_home else found.name)
        sent = {"for": "home" if of_home else "room", "white": str(before or "")}
        undo.offer(request, said, "room-white", found.pk, **sent)
    return redirect("review-step", review, "whites") if review else redirect("job-home", found.job_id)


@require_POST
@require_editor
def copy_room(request: StudioRequest, pk: int) -> HttpResponse:
    return redirect("room-edit", services.duplicate(request.user, _room(request, pk)).pk)


@require_POST
@require_editor
def delete_room(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a room aside, with a way back."""
    found = _room(request, pk)
    services.soft_delete(request.user, found)
    undo.offer(request, words.put_aside_said(f"the room {found}"), "room-restore", found.pk)
    return redirect(found.job)


@require_POST
@require_editor
def restore_room(request: StudioRequest, pk: int) -> HttpResponse:
    found = get_object_or_404(queries.rooms(request.user), pk=pk)
    services.undelete(request.user, found)
    return redirect(found)


@require_safe
def export_room(request: StudioRequest, pk: int) -> HttpResponse:
    """Give a room as a file that the command line reads, and a studio too."""
    found = _room(request, pk)
    lit = queries.lit_room(found)
    if lit is None:
        return render(request, "jobs/room.html", {"page": RoomPage(request.user, found, {})}, status=422)
    response = HttpResponse(room_json.write(lit, found.name), content_type="application/json")
    return as_file(response, found.name, "room", "json")


@require_POST
@require_editor
def bring_in_room(request: StudioRequest, pk: int) -> HttpResponse:
    found = _job(request, pk)
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise RoomError("file", words.NO_ROOM_FILE)
        lit = room_json.read(upload.read(room_json.MAX_BYTES + 1), lambda code: _deck_colour(request, code))
    except RoomError as wrong:
        page = JobPage(request.user, found)
        return render(
            request, "jobs/job.html", {"page": page, "trouble": words.room_file(wrong.field, str(wrong))}, status=422
        )
    name = (upload.name or "").rsplit(".", 1)[0].replace("-", " ").strip().capitalize()[:80] or words.A_ROOM
    return redirect("room", services.bring_in_room(request.user, found, name, lit).pk)


def _deck_colour(request: StudioRequest, code: str) -> Stimulus | None:
    try:
        return deck_queries.one_named(request.user, code).stimulus
    except deck_queries.NotOneColourError:
        return None


@require_POST
@require_editor
def meter(request: StudioRequest, pk: int) -> HttpResponse:
    """Read the light meter or the compass in a room, or keep what another meter said."""
    found = _room(request, pk)
    if "compass" in request.POST:
        flash.info(request, words.bearing_read(services.read_compass(request.user, found)))
        return redirect(found)
    form = MeterForm(request.POST)
    page = RoomPage(request.user, found, request.GET)
    if form.is_valid():
        try:
            services.measure(request.user, found, *form.asked(page.zone), typed=form.typed())
            return redirect(found)
        except MeterError as wrong:
            form.add_error(None, str(wrong))
    return render(request, "jobs/room.html", {"page": page, "meter": form}, status=422)


@require_POST
@require_editor
def use_reading(request: StudioRequest, pk: int, reading: int) -> HttpResponse:
    """Let a meter's reading count, or leave it out."""
    found = _room(request, pk)
    held = get_object_or_404(found.readings, pk=reading)
    services.use_reading(request.user, held, not held.taken)
    return redirect(found)
