"""The tinting machine: what is left in it, what it made, and with which tinting system."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from people.gate import require_editor
from people.queries import team
from prism import words
from prism.devices.dispenser import DispenserError
from prism.formats import tint_system
from tinting import queries, services
from tinting.forms import SystemForm
from tinting.models import System
from tinting.page import MachinePage
from web import undo
from web.http import StudioRequest
from web.settled import render
from web.uploads import say_too_large


@require_http_methods(["GET", "POST"])
def machine(request: StudioRequest) -> HttpResponse:
    """Show the tinting machine: what is left of each colorant, and what it made; a POST refills a canister."""
    trouble = ""
    if request.method == "POST":
        try:
            services.refill(request.user, request.POST.get("colorant", ""))
            return redirect("machine")
        except DispenserError as wrong:
            trouble = str(wrong)
    return _show(request, trouble=trouble)


def _show(request: StudioRequest, form: SystemForm | None = None, trouble: str = "") -> HttpResponse:
    context = {"page": MachinePage(request.user), "trouble": trouble, "form": form or SystemForm()}
    failed = trouble or (form is not None and form.errors)
    return render(request, "tinting/machine.html", context, status=422 if failed else 200)


@require_POST
@require_editor
def bring_in(request: StudioRequest) -> HttpResponse:
    """Keep a tinting system from a file; it is in force from then on."""
    form = SystemForm(request.POST, request.FILES)
    say_too_large(request, form, tint_system.MAX_BYTES)
    if not form.is_valid():
        return _show(request, form)
    services.keep_system(request.user, form.system)
    return redirect("machine")


@require_safe
def export(request: StudioRequest, pk: int) -> HttpResponse:
    system = get_object_or_404(queries.systems(request.user), pk=pk)
    response = HttpResponse(tint_system.write(tint_system.from_table(system.table)), content_type="application/json")
    response["Content-Disposition"] = 'attachment; filename="tinting-system.json"'
    return response


def _own(request: StudioRequest, pk: int) -> System:
    return get_object_or_404(System, pk=pk, owner__in=team(request.user))


@require_POST
@require_editor
def soft_delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put an own tinting system aside, with a way back."""
    system = _own(request, pk)
    services.soft_delete(system)
    undo.offer(
        request, words.undo.put_aside_text(f"the tinting system {system.name}"), "tinting-system-restore", system.pk
    )
    return redirect("machine")


@require_POST
@require_editor
def undelete(request: StudioRequest, pk: int) -> HttpResponse:
    """Bring a tinting system back that was put aside."""
    services.undelete(_own(request, pk))
    return redirect("machine")
