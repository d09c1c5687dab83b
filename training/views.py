"""Training the eye: what it shows by now, one wall after another, walls of one's own work and of the studio's."""

from __future__ import annotations

from django.contrib import messages
from django.contrib.auth.models import User
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_POST, require_safe

from methods import queries as method_queries
from people import queries as people_queries
from people.gate import require_owner
from people.names import name_of
from prism import words
from prism.training.exercise import Kind
from reviews import queries as review_queries
from training import queries, services, set_walls
from training.drawings import HEIGHT, WIDTH, drawn
from training.making import NoWallError
from training.models import SetWall, Sitting, Wall
from training.page import WallPage, colours_of, told_of
from training.result import Result
from web import undo
from web.http import StudioRequest
from web.settled import render

LEVELS = (0, 8, 24, 60, 119, 150, 190, 232, 247, 255)
GREYS = [(50 * i, f"#{level:02x}{level:02x}{level:02x}") for i, level in enumerate(LEVELS)]
"""Steps by which a screen is looked over: where each stands, and its screen value."""
LOOKED_OVER = "screen-looked-over"


@require_safe
def training(request: StudioRequest) -> HttpResponse:
    """Show what one can tell apart, how one's eye differs, and the way to go on."""
    user = request.user
    chosen = method_queries.usual(user)
    progress = queries.progress(user, chosen)
    waits = set_walls.waiting(user)
    manages_studio = people_queries.may_manage(user)
    context = {
        "progress": progress,
        "drawn": [drawn(axis) for axis in progress.axes],
        "size": (WIDTH, HEIGHT),
        "open": queries.open_sitting(user),
        "waits": words.training.WALLS_FROM[waits.origin] if waits else "",
        "method": chosen,
        "steps": words.training.SCREEN_STEPS,
        "greys": GREYS,
        "looked": _looked(request),
        "follows": queries.follows(user),
        "followed": words.training.eye_followed(queries.follows(user)),
        "agreed": hasattr(user, "training_agreed"),
        "manages": manages_studio,
        "shown": [(person, name_of(person)) for person in queries.shown_to(user)] if manages_studio else [],
        "studio_walls": [(wall, words.training.TRAINED[wall.kind]) for wall in set_walls.of_studio(user)],
        "kinds": words.training.TRAINED,
    }
    return render(request, "training/training.html", context)


def _looked(request: StudioRequest) -> bool:
    return bool(request.session.get(LOOKED_OVER) == timezone.localdate().isoformat())


@require_POST
def begin(request: StudioRequest) -> HttpResponse:
    """Begin a sitting, once the screen was looked over."""
    if "looked" in request.POST:
        request.session[LOOKED_OVER] = timezone.localdate().isoformat()
    if not _looked(request):
        messages.info(request, words.training.SCREEN_FIRST)
        return redirect("training")
    return redirect(services.begin(request.user))


def _sitting(request: StudioRequest, pk: int) -> Sitting:
    return get_object_or_404(queries.sittings(request.user).select_related("owner"), pk=pk)


def _wall(request: StudioRequest, pk: int, number: int) -> Wall:
    walls = Wall.objects.select_related("sitting__owner", "set_wall")
    return get_object_or_404(walls, sitting=_sitting(request, pk), number=number)


@never_cache
@require_safe
def sitting(request: StudioRequest, pk: int) -> HttpResponse:
    current = _sitting(request, pk)
    result = Result(current)
    if result.is_round and "more" not in request.GET and not current.is_over:
        return render(request, "training/over.html", {"sitting": current, "result": result, "goes_on": True})
    try:
        wall = services.hang(current)
    except NoWallError as wrong:
        return render(request, "training/over.html", {"sitting": current, "trouble": str(wrong)}, status=422)
    if wall is None:
        notice = words.training.sitting_over(len(result.answered), result.right)
        notice = words.training.CLOCK_SET_BACK if current.is_before else notice
        return render(request, "training/over.html", {"sitting": current, "sentence": notice, "result": result})
    before = queries.answered_before(wall)
    return render(request, "training/wall.html", {"page": WallPage(wall), "before": before and WallPage(before)})


@require_POST
def answer(request: StudioRequest, pk: int, number: int) -> HttpResponse:
    """Take a pick; go on where it was right or more are wanted, and show why where it was not."""
    wall = _wall(request, pk, number)
    if "back" in request.POST:
        services.unpick(wall)
        return redirect(wall.sitting)
    try:
        answered, is_new = services.pick(wall, request.POST.get("pick", ""), request.POST.get("of", ""))
    except ValueError:
        messages.info(request, words.training.NOT_TO_BE_PICKED)
        return redirect(wall.sitting)
    if not is_new:
        messages.info(request, words.training.ANSWERED_ALREADY)
    elif answered.right is not None and answered.sitting.is_over:
        messages.info(request, words.training.ANSWERED_LATE)
    talked_about = answered.set_wall is not None and answered.set_wall.origin == SetWall.Origin.STUDIO
    goes_on = answered.right is None or (
        answered.right and is_new and not talked_about and not answered.sitting.is_over
    )
    return redirect(answered.sitting) if goes_on else redirect(answered)


@never_cache
@require_safe
def explained(request: StudioRequest, pk: int, number: int) -> HttpResponse:
    """Show what was right of an answered wall, and why."""
    wall = _wall(request, pk, number)
    if wall.right is None:
        return redirect(wall.sitting)
    return render(request, "training/explained.html", {"page": WallPage(wall)})


# --- one's own work ---


@require_POST
def of_review(request: StudioRequest, pk: int) -> HttpResponse:
    review = get_object_or_404(review_queries.of_studio(request.user), pk=pk)
    try:
        set_walls.from_review(request.user, review)
    except NoWallError as wrong:
        messages.info(request, str(wrong))
        return redirect(review)
    if not _looked(request):
        messages.info(request, words.training.SCREEN_FIRST)
        return redirect("training")
    return redirect(services.begin(request.user))


@require_POST
def follow(request: StudioRequest) -> HttpResponse:
    """Have new reviews follow one's own neutral, or the method's again."""
    if "leave" in request.POST:
        services.leave(request.user)
    elif queries.eye_of(request.user, method_queries.usual(request.user)).answers < queries.LEAST_ANSWERS:
        messages.info(request, words.training.EYE_UNKNOWN)
    else:
        services.follow(request.user)
    return redirect("training")


@require_POST
def agree(request: StudioRequest) -> HttpResponse:
    """Let the owners see one's progress, or no longer."""
    services.agree(request.user, "agree" in request.POST)
    return redirect("training")


# --- the studio ---


@require_safe
@require_owner
def person(request: StudioRequest, pk: int) -> HttpResponse:
    """Show the progress of somebody of the studio who agreed to it."""
    person: User = get_object_or_404(User, pk__in=[person.pk for person in queries.shown_to(request.user)], pk=pk)
    name = name_of(person)
    progress = queries.progress(person, method_queries.usual(person), name)
    context = {"name": name, "progress": progress, "drawn": [drawn(axis) for axis in progress.axes]}
    return render(request, "training/person.html", context | {"size": (WIDTH, HEIGHT)})


@require_POST
@require_owner
def set_wall(request: StudioRequest) -> HttpResponse:
    try:
        made = set_walls.set_for_studio(request.user, request.POST.get("kind", ""), request.POST.get("apart", ""))
    except ValueError as wrong:
        messages.info(request, str(wrong))
        return redirect("training")
    return redirect(made)


def _studio_wall(request: StudioRequest, pk: int) -> SetWall:
    walls = SetWall.objects.filter(owner__in=people_queries.team(request.user), origin=SetWall.Origin.STUDIO)
    return get_object_or_404(walls, pk=pk)


@never_cache
@require_safe
def studio_wall(request: StudioRequest, pk: int) -> HttpResponse:
    """Show how the answers to a studio's wall differ, to whoever answered it."""
    wall = _studio_wall(request, pk)
    own = Wall.objects.filter(set_wall=wall, sitting__owner=request.user, right__isnull=False).first()
    spread = set_walls.spread(wall)
    stages = []
    if wall.kind == Kind.UNDERTONE and spread.is_told:
        stages = [(words.training.STAGE_TITLES[at], set_walls.spread(wall, at)) for at in range(wall.wanted)]
    elif spread.is_told:
        stages = [("", spread)]
    context = {
        "wall": wall,
        "question": words.training.TRAINED[wall.kind],
        "own": own,
        "few": "" if spread.is_told else words.training.spread_few(spread.count, set_walls.LEAST_TO_SHOW),
        "stages": [(title, stage, words.training.spread_text(stage.answers, stage.count)) for title, stage in stages],
        "told": told_of(wall, colours_of(wall), method_queries.usual(request.user)) if own else [],
        "manages": people_queries.may_manage(request.user),
    }
    return render(request, "training/studio_wall.html", context)


@require_POST
@require_owner
def take_down(request: StudioRequest, pk: int) -> HttpResponse:
    """Take a studio's wall down, or hang it again."""
    wall = _studio_wall(request, pk)
    again = "again" in request.POST
    set_walls.withdraw(wall, again)
    if not again:
        undo.offer(request, words.training.WALL_TAKEN_DOWN, "studio-wall-down", wall.pk, again="1")
    return redirect("training")
