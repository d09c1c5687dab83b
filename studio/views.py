"""Pages that belong to no one feature."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.contrib.auth.decorators import login_not_required
from django.db import connection
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_POST, require_safe

DEMO_USER = "skerry"


@login_not_required
@require_POST
def enter_demo(request: HttpRequest) -> HttpResponse:
    """Sign in to the ready studio; exists in the demo only."""
    if not settings.DEMO:
        raise Http404
    user = get_object_or_404(get_user_model(), username=DEMO_USER)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return redirect("home")


@login_not_required
@require_safe
@never_cache
def health(request: HttpRequest) -> JsonResponse:
    """Say whether the database answers."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT 1")
    return JsonResponse({"status": "ok"})
