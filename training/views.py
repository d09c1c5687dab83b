"""Training the eye: what it shows by now, and one wall after another."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_POST, require_safe

from prism import words
from schools import queries as school_queries
from training import queries, services
from training.models import Sitting, Wall
from training.page import WallPage
from training.services import NoWallError
from web.http import StudioRequest

LEVELS = (0, 8, 24, 60, 119, 150, 190, 232, 247, 255)
GREYS = [(50 * i, f"#{level:02x}{level:02x}{level:02x}") for i, level in enumerate(LEVELS)]
"""Steps by which a screen is looked over: where each stands, and its screen value."""


@require_safe
def training(request: StudioRequest) -> HttpResponse:
    """Show what one can tell apart, how one's eye differs, and the way to go on."""
    chosen = school_queries.usual(request.user)
    context = {
        "progress": queries.progress(request.user, chosen),
        "open": queries.open_sitting(request.user),
        "school": chosen,
        "steps": words.SCREEN_STEPS,
        "greys": GREYS,
    }
    return render(request, "training/training.html", context)


@require_POST
def begin(request: StudioRequest) -> HttpResponse:
    """Begin a sitting."""
    return redirect(services.begin(request.user))


def _sitting(request: StudioRequest, pk: int) -> Sitting:
    return get_object_or_404(queries.sittings(request.user).select_related("owner"), pk=pk)


def _wall(request: StudioRequest, pk: int, number: int) -> Wall:
    return get_object_or_404(
        Wall.objects.select_related("sitting__owner"), sitting=_sitting(request, pk), number=number
    )


@never_cache
@require_safe
def sitting(request: StudioRequest, pk: int) -> HttpResponse:
    """Show the wall that waits for an answer, or that the sitting is over."""
    held = _sitting(request, pk)
    try:
        wall = services.hang(held)
    except NoWallError as wrong:
        return render(request, "training/over.html", {"sitting": held, "trouble": str(wrong)}, status=422)
    if wall is None:
        answered = held.walls.exclude(right=None)
        said = words.sitting_over(answered.count(), answered.filter(right=True).count())
        return render(request, "training/over.html", {"sitting": held, "said": said})
    return render(request, "training/wall.html", {"page": WallPage(wall)})


@require_POST
def answer(request: StudioRequest, pk: int, number: int) -> HttpResponse:
    """Take a pick; once the wall is answered show why, else go on with it."""
    wall = _wall(request, pk, number)
    if "back" in request.POST:
        services.unpick(wall)
        return redirect(wall.sitting)
    try:
        held = services.pick(wall, request.POST.get("pick", ""))
    except ValueError:
        raise Http404 from None
    return redirect("wall", pk, number) if held.right is not None else redirect(held.sitting)


@never_cache
@require_safe
def explained(request: StudioRequest, pk: int, number: int) -> HttpResponse:
    """Show what was right of an answered wall, and why."""
    wall = _wall(request, pk, number)
    if wall.right is None:
        return redirect(wall.sitting)
    return render(request, "training/explained.html", {"page": WallPage(wall)})
