"""Methods: read what each holds, copy one, edit it with a preview."""

from __future__ import annotations

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from methods import queries, services
from methods.forms import MethodForm
from methods.models import OwnMethod
from people.gate import require_editor, require_editor_to_post
from people.queries import team
from prism import method, words
from prism.method import MethodError
from web import undo
from web.edit_conflicts import EditConflicts, as_sent
from web.http import StudioRequest
from web.settled import render


@require_safe
def listing(request: StudioRequest) -> HttpResponse:
    ready, told = [], set[str]()
    for ready_method in (method.load(key) for key in method.names()):
        ready.append(
            (
                ready_method,
                [line for line in ready_method.explains if line not in told],
                bool(told.intersection(ready_method.explains)),
            )
        )
        told.update(ready_method.explains)
    own = [(method, queries.unreadable(method)) for method in queries.own(request.user)]
    context = {"ready": ready, "own": own, "usual": queries.usual(request.user)}
    return render(request, "methods/list.html", context)


@require_POST
def judge_by(request: StudioRequest) -> HttpResponse:
    try:
        services.judge_by(request.user, request.POST.get("method", ""))
    except MethodError:
        raise Http404 from None
    return redirect("methods")


@require_POST
@require_editor
def copy(request: StudioRequest) -> HttpResponse:
    try:
        made = services.copy(request.user, request.POST.get("method", ""))
    except MethodError:
        raise Http404 from None
    return redirect("method-edit", made.pk)


def _own(request: StudioRequest, pk: int) -> OwnMethod:
    return get_object_or_404(queries.own(request.user), pk=pk)


@require_safe
def moved(request: StudioRequest, pk: int) -> HttpResponse:
    """Lead from the address that an own method had before to today's."""
    return redirect("method-edit", _own(request, pk).pk, permanent=True)


@require_http_methods(["GET", "POST"])
@require_editor_to_post
def edit(request: StudioRequest, pk: int) -> HttpResponse:
    method = _own(request, pk)
    title, before = queries.before(method)
    form = MethodForm(method.table, None, before)
    conflicts = EditConflicts(request, as_sent([form]))
    if conflicts.data is not None:
        form = MethodForm(method.table, conflicts.data, before)
    conflicts.say(form, None)
    if request.method == "POST" and form.is_valid():
        services.edit(method, form.table)
        messages.info(request, words.methods.method_saved(str(method)))
        return redirect("method-edit", pk)
    context = {"own": method, "form": form, "copied": words.methods.copied_from(title), "begun": conflicts.marks}
    return render(request, "methods/edit.html", context, status=422 if form.errors else 200)


@require_POST
@require_editor
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    """Put a method aside, with a way back."""
    method = _own(request, pk)
    services.delete(method)
    undo.offer(request, words.undo.put_aside_text(f"“{method}”", words.undo.REVIEWS_KEEP), "method-restore", method.pk)
    return redirect("methods")


@require_POST
@require_editor
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    services.restore(get_object_or_404(OwnMethod, pk=pk, owner__in=team(request.user)))
    return redirect("methods")
