"""The studio's people: who they are, inviting and joining, roles, closing accounts."""

from __future__ import annotations

from copy import copy

from django.contrib import messages
from django.contrib.auth import login
from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from people import erasing, queries, security_log, services
from people.forms import PICTURE_MOST, DetailForm, HabitsForm, InviteForm, JoinForm, RoleForm, StudioForm
from people.gate import require_owner
from people.models import Invitation, Member, Role
from people.services import PeopleError
from prism import words
from web.http import StudioRequest, came_from
from web.settled import render
from web.uploads import say_too_large


@require_safe
def people(request: StudioRequest) -> HttpResponse:
    """Show who belongs to the studio; owners also see open invitations."""
    return _show(request)


def _show(
    request: StudioRequest,
    form: InviteForm | None = None,
    habits: HabitsForm | None = None,
    trouble: str = "",
) -> HttpResponse:
    own = queries.membership(request.user)
    opened = [invitation for invitation in queries.invitations(request.user) if invitation.is_open]
    context = {
        "own": own,
        "studio": own.studio,
        "members": queries.members(request.user),
        "roles": Role.choices,
        "means": words.people.ROLES,
        "form": form or InviteForm(),
        "habits": habits or HabitsForm(instance=own),
        "trouble": trouble,
        "not_again": words.sharing.NOT_SHOWN_AGAIN,
        "invitations": [(invitation, invitation.address(request, "join")) for invitation in opened],
    }
    failed = trouble or any(each.errors for each in (form, habits) if each)
    return render(request, "people/people.html", context, status=422 if failed else 200)


@require_POST
def keep_habits(request: StudioRequest) -> HttpResponse:
    """Keep how one writes numbers, sizes and dates."""
    form = HabitsForm(request.POST, instance=copy(queries.membership(request.user)))
    if not form.is_valid():
        return _show(request, habits=form)
    services.keep_habits(queries.membership(request.user), form.cleaned_data)
    return redirect("people")


@require_POST
def keep_detail(request: StudioRequest) -> HttpResponse:
    """Keep how much one is shown, and go back to where that was chosen."""
    form = DetailForm(request.POST, instance=copy(queries.membership(request.user)))
    if form.is_valid():
        services.keep_habits(queries.membership(request.user), form.cleaned_data)
    return redirect(came_from(request))


@require_POST
@require_owner
def invite(request: StudioRequest) -> HttpResponse:
    """Make an invitation, whose link is then shown."""
    form = InviteForm(request.POST)
    if not form.is_valid():
        return _show(request, form)
    services.invite(request.user, form.cleaned_data["name"], form.cleaned_data["role"])
    security_log.note(request.user, "invite", form.cleaned_data["name"])
    return redirect("people")


@require_POST
@require_owner
def withdraw(request: StudioRequest, pk: int) -> HttpResponse:
    services.withdraw(get_object_or_404(queries.invitations(request.user), pk=pk, used=None))
    return redirect("people")


@require_safe
@require_owner
def studio(request: StudioRequest) -> HttpResponse:
    """Show the studio's face, which heads what clients are given, and what happened at its doors."""
    return _studio(request)


def _studio(request: StudioRequest, form: StudioForm | None = None) -> HttpResponse:
    own = queries.studio_of(request.user)
    face = {name: getattr(own, name) for name in ("name", "letterhead", "terms")}
    context = {"studio": own, "form": form or StudioForm(initial=face), "trail": security_log.of_studio(request.user)}
    return render(request, "people/studio.html", context, status=422 if form else 200)


@require_safe
def studio_picture(request: StudioRequest) -> HttpResponse:
    own = queries.studio_of(request.user)
    if not own.picture:
        raise Http404
    return HttpResponse(bytes(own.picture), content_type="image/jpeg")


@require_POST
@require_owner
def rename(request: StudioRequest) -> HttpResponse:
    """Give the studio another name, and its letterhead."""
    form = StudioForm(request.POST, request.FILES)
    say_too_large(request, form, PICTURE_MOST)
    if not form.is_valid():
        return _studio(request, form)
    own, data = queries.studio_of(request.user), form.cleaned_data
    services.rename(own, data["name"])
    services.head(own, data["letterhead"], data["file"], data["without"], data["terms"])
    return redirect("studio")


def _member(request: StudioRequest, pk: int) -> Member:
    return get_object_or_404(queries.members(request.user), pk=pk)


@require_POST
@require_owner
def role(request: StudioRequest, pk: int) -> HttpResponse:
    form, member = RoleForm(request.POST), _member(request, pk)
    try:
        if form.is_valid():
            services.change_role(member, form.cleaned_data["role"])
            security_log.note(request.user, "role", f"{member.name}: {member.get_role_display()}")
    except PeopleError as wrong:
        return _show(request, trouble=str(wrong))
    return redirect("people")


@require_POST
@require_owner
def close(request: StudioRequest, pk: int) -> HttpResponse:
    """Close an account; what its person made stays."""
    try:
        member = _member(request, pk)
        services.close(member)
        security_log.note(request.user, "close", member.name)
    except PeopleError as wrong:
        return _show(request, trouble=str(wrong))
    return redirect("people")


@require_POST
@require_owner
def reopen(request: StudioRequest, pk: int) -> HttpResponse:
    """Open a closed account again."""
    member = _member(request, pk)
    try:
        services.reopen(member)
    except PeopleError as wrong:
        return _show(request, trouble=str(wrong))
    security_log.note(request.user, "reopen", member.name)
    return redirect("people")


@require_POST
@require_owner
def erase(request: StudioRequest, pk: int) -> HttpResponse:
    """Take what names somebody off the studio, whose account was closed."""
    member = _member(request, pk)
    try:
        erasing.erase_person(member)
    except PeopleError as wrong:
        return _show(request, trouble=str(wrong))
    security_log.note(request.user, "erase")
    messages.info(request, words.people.PERSON_ERASED)
    return redirect("people")


@login_not_required
@never_cache
@require_http_methods(["GET", "POST"])
def join(request: StudioRequest, token: str) -> HttpResponse:
    """Join a studio by an invitation's link."""
    invitation = Invitation.opened_by(token).select_related("studio").first()
    if invitation is None or not invitation.is_open:
        return render(request, "people/join.html", {"over": words.people.INVITATION_OVER}, status=410)
    form = JoinForm(request.POST or None)
    if request.method == "POST" and form.is_valid():
        try:
            user = services.join(invitation, form.cleaned_data["username"], form.cleaned_data["password1"])
        except PeopleError as wrong:
            return render(request, "people/join.html", {"over": str(wrong)}, status=410)
        login(request, user, backend="django.contrib.auth.backends.ModelBackend")
        return redirect("home")
    context = {"form": form, "invitation": invitation, "means": words.people.ROLES[invitation.role]}
    return render(request, "people/join.html", context, status=422 if form.errors else 200)
