"""Schools: read what each holds, copy one, edit it with a preview."""

from __future__ import annotations

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from people.gate import changes, changes_by_post
from people.queries import team
from prism import school, words
from prism.school import SchoolError
from schools import queries, services
from schools.forms import SchoolForm
from schools.models import OwnSchool
from web import undo
from web.edit_conflicts import EditConflicts, as_sent
from web.http import StudioRequest


@require_safe
def listing(request: StudioRequest) -> HttpResponse:
    """Show the schools, and what each holds."""
    ready = [school.load(key) for key in school.names()]
    own = [(one, queries.unreadable(one)) for one in queries.own(request.user)]
    context = {"ready": ready, "own": own, "usual": queries.usual(request.user)}
    return render(request, "schools/list.html", context)


@require_POST
def judge_by(request: StudioRequest) -> HttpResponse:
    """Make a school the one the person judges by."""
    try:
        services.judge_by(request.user, request.POST.get("school", ""))
    except SchoolError:
        raise Http404 from None
    return redirect("schools")


@require_POST
@changes
def copy(request: StudioRequest) -> HttpResponse:
    """Copy a school, to be edited."""
    try:
        made = services.copy(request.user, request.POST.get("school", ""))
    except SchoolError:
        raise Http404 from None
    return redirect("school-edit", made.pk)


def _own(request: StudioRequest, pk: int) -> OwnSchool:
    return get_object_or_404(queries.own(request.user), pk=pk)


@require_safe
def moved(request: StudioRequest, pk: int) -> HttpResponse:
    """Lead from the address that an own method had before to today's."""
    return redirect("school-edit", _own(request, pk).pk, permanent=True)


@require_http_methods(["GET", "POST"])
@changes_by_post
def edit(request: StudioRequest, pk: int) -> HttpResponse:
    """Edit an own school."""
    found = _own(request, pk)
    title, before = queries.before(found)
    form = SchoolForm(found.table, None, before)
    conflicts = EditConflicts(request, as_sent([form]))
    if conflicts.data is not None:
        form = SchoolForm(found.table, conflicts.data, before)
    conflicts.say(form, None)
    if request.method == "POST" and form.is_valid():
        services.edit(found, form.table)
        messages.info(request, words.school_saved(str(found)))
        return redirect("school-edit", pk)
    context = {"own": found, "form": form, "copied": words.copied_from(title), "begun": conflicts.marks}
    return render(request, "schools/edit.html", context, status=422 if form.errors else 200)


@require_POST
@changes
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a school aside, with a way back."""
    found = _own(request, pk)
    services.delete(found)
    undo.offer(request, words.put_aside_said(f"“{found}”", words.REVIEWS_KEEP), "school-restore", found.pk)
    return redirect("schools")


@require_POST
@changes
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring a school back."""
    services.restore(get_object_or_404(OwnSchool, pk=pk, owner__in=team(request.user)))
    return redirect("schools")
