"""A room drawn, for the script of its pages and as a file."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_safe

from decks import queries as deck_queries
from decks.models import Colour
from jobs import queries
from jobs.drawn import SIZES, Drawn, trim_of
from jobs.page import RoomPage
from prism import words
from prism.light.view import STANDS
from prism.numbers import is_number, typed
from web.http import StudioRequest, as_file, whole_number


@require_safe
def picture(request: StudioRequest, pk: int) -> HttpResponse:
    """Answer with what the script draws of a room's day."""
    return HttpResponse(
        _drawn(request, _page(request, pk), _colour(request, "beside")).data, content_type="application/json"
    )


@require_safe
def picture_file(request: StudioRequest, pk: int) -> HttpResponse:
    """Answer with a picture of a room at an hour as a PNG file."""
    stand, size = request.GET.get("stand", STANDS[0]), request.GET.get("size", "page")
    turned = request.GET.get("turned", "0")
    if stand not in STANDS or size not in SIZES or not is_number(turned):
        raise Http404
    page, beside = _page(request, pk), _colour(request, "beside")
    made = _drawn(request, page, beside)
    caption = _caption(page, made, beside) if "caption" in request.GET else None
    image = made.png(size, stand, typed(turned) % 360, caption)
    name = f"room {made.day.date} {made.day.asked.hour:05.2f} {made.day.asked.sky}"
    return as_file(HttpResponse(image, content_type="image/png"), name, "room", "png", shown=True)


def _caption(page: RoomPage, made: Drawn, beside: Colour | None) -> tuple[str, str]:
    review = page.tried[2]
    names = [page.tried[0], *([beside.name] if beside else [])]
    if review is not None and not review.names_shown:
        names = []
    asked = made.day.asked
    return words.light.picture_caption(page.room.name, names, made.day.date, asked.hour, asked.sky)


def _page(request: StudioRequest, pk: int) -> RoomPage:
    room = get_object_or_404(queries.rooms(request.user), pk=pk, deleted=None)
    return RoomPage(request.user, room, request.GET.dict())


def _drawn(request: StudioRequest, page: RoomPage, beside: Colour | None) -> Drawn:
    if page.day is None:
        raise Http404
    trim = _colour(request, "trim")
    return Drawn(page.day, trim.stimulus if trim else trim_of(page.room), beside.stimulus if beside else None)


def _colour(request: StudioRequest, name: str) -> Colour | None:
    wanted = whole_number(request.GET.get(name))
    return get_object_or_404(deck_queries.visible_to(request.user), pk=wanted) if wanted else None
