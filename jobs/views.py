"""Jobs: the list, the sheet, the whole home, handing over, putting aside; rooms that come of a sentence or a file."""

from __future__ import annotations

from copy import copy

from django.contrib import messages as flash
from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from decks import queries as deck_queries
from jobs import handing, queries, services
from jobs.describing import DescribeForm, keep_described
from jobs.forms import JobForm
from jobs.home_forms import PaintForm, WhiteRuleForm
from jobs.home_white import HomeWhite
from jobs.models import HandOver, Job
from jobs.page import JobPage, JobsPage, place_context, what_stays
from jobs.whole_home import WholeHome
from people.gate import require_editor
from people.models import PAPERS
from people.queries import membership
from prism import words
from prism.formats import room_json
from prism.light.checks import RoomError
from prism.stimulus import Stimulus
from web import undo
from web.edit_conflicts import EditConflicts, as_sent
from web.http import StudioRequest, whole_number
from web.settled import render

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
    return get_object_or_404(queries.listed(request.user).select_related("responsible", "owner", "changed_by"), pk=pk)


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


def _job_context(request: StudioRequest, job: Job) -> dict[str, object]:
    return {
        "page": JobPage(request.user, job),
        "describe": DescribeForm(None, request.user),
        "handing": handing.HandOverForm(None, request.user, job),
    }


@require_safe
def job_summary(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what stays in the rooms of a job against what was reviewed for them; it takes a day of light for each."""
    job = _job(request, pk)
    context = {"stays": what_stays(request.user, job), "white": HomeWhite(request.user, job)}
    context["white_form"] = WhiteRuleForm(None, request.user)
    return render(request, "jobs/summary.html", context)


@require_safe
def home(request: StudioRequest, pk: int) -> HttpResponse:
    return _home(request, _job(request, pk))


def _home(request: StudioRequest, job: Job, paint: PaintForm | None = None) -> HttpResponse:
    sheet = WholeHome(request.user, job, request.GET)
    context = {"sheet": sheet, "job": job, "paint": paint or PaintForm(instance=job), "words": words}
    context |= {"things": words.use.CONTRAST_THINGS, "papers": PAPERS, "own_paper": membership(request.user).paper}
    return render(request, "jobs/home.html", context, status=422 if paint else 200)


@require_POST
@require_editor
def paint(request: StudioRequest, pk: int) -> HttpResponse:
    job = _job(request, pk)
    form = PaintForm(request.POST, instance=copy(job))  # a form writes into its instance even when it refuses
    if not form.is_valid():
        return _home(request, job, form)
    services.keep_job(request.user, job, {name: form.cleaned_data[name] for name in ("coats", "spreading")})
    return redirect("job-home", job.pk)


@require_POST
@require_editor
def rule_white(request: StudioRequest, pk: int) -> HttpResponse:
    job = _job(request, pk)
    form = WhiteRuleForm(request.POST, request.user)
    if form.is_valid() and form.colour:
        services.rule_white(request.user, job, form.colour, form.cleaned_data["kind"], form.cleaned_data["reason"])
        return redirect(f"{job.get_absolute_url()}#home-white")
    context = {"page": JobPage(request.user, job), "white_form": form, "white": HomeWhite(request.user, job)}
    return render(request, "jobs/job.html", context, status=422)


@require_POST
@require_editor
def toggle_rule(request: StudioRequest, pk: int, rule: int) -> HttpResponse:
    """Lift what was ruled of a home's white, or put it in force again."""
    job = _job(request, pk)
    white_rule = get_object_or_404(job.white_rules, pk=rule)
    if white_rule.lifted:
        services.take_up_rule(request.user, white_rule)
    else:
        services.lift_rule(request.user, white_rule)
    return redirect(f"{job.get_absolute_url()}#home-white")


@require_POST
@require_editor
def hand_over(request: StudioRequest, pk: int) -> HttpResponse:
    """Make somebody else responsible for a job."""
    job = _job(request, pk)
    form = handing.HandOverForm(request.POST, request.user, job)
    if form.is_valid():
        handing.hand_over(request.user, job, form.people[form.cleaned_data["to"]], form.cleaned_data["note"])
        return redirect(job)
    return render(request, "jobs/job.html", _job_context(request, job) | {"handing": form}, status=422)


@require_POST
def take_over(request: StudioRequest, handed: int) -> HttpResponse:
    """Keep that a hand-over was seen, by whoever it went to."""
    handing.take(get_object_or_404(HandOver, pk=handed, to=request.user))
    return redirect("home")


@require_POST
@require_editor
def delete_job(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a job aside, with a way back."""
    job = _job(request, pk)
    services.soft_delete(request.user, job)
    undo.offer(request, words.undo.put_aside_text(f"the job {job}", words.undo.ROOMS_WENT), "job-restore", job.pk)
    return redirect("jobs")


@require_POST
@require_editor
def restore_job(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(queries.of_studio(request.user), pk=pk)
    services.undelete(request.user, job)
    return redirect(job)


@require_POST
@require_editor
def describe_room(request: StudioRequest, pk: int | None = None) -> HttpResponse:
    """Make a room of a sentence, in a job or in one of its own."""
    job = _job(request, pk) if pk else None
    form = DescribeForm(request.POST, request.user)
    if form.is_valid():
        made = keep_described(request.user, job, form)
        if remarks := form.remarks(made.job):
            flash.info(request, remarks)
        return redirect(made)
    if job:
        return render(request, "jobs/job.html", _job_context(request, job) | {"describe": form}, status=422)
    return _listing(request, form)


@require_POST
@require_editor
def bring_in_room(request: StudioRequest, pk: int) -> HttpResponse:
    job = _job(request, pk)
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise RoomError("file", words.rooms.NO_ROOM_FILE)
        lit = room_json.read(upload.read(room_json.MAX_BYTES + 1), lambda code: _deck_colour(request, code))
    except RoomError as wrong:
        page = JobPage(request.user, job)
        return render(
            request,
            "jobs/job.html",
            {"page": page, "trouble": words.rooms.room_file(wrong.field, str(wrong))},
            status=422,
        )
    name = (upload.name or "").rsplit(".", 1)[0].replace("-", " ").strip().capitalize()[:80] or words.rooms.A_ROOM
    return redirect("room", services.bring_in_room(request.user, job, name, lit).pk)


def _deck_colour(request: StudioRequest, code: str) -> Stimulus | None:
    try:
        return deck_queries.one_named(request.user, code).stimulus
    except deck_queries.NotOneColourError:
        return None
