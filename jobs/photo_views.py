"""Photographs of rooms: bringing one in, looking at it, picking colours from it, putting it aside."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_POST, require_safe

from jobs import photos, queries
from jobs.models import RoomPhoto
from jobs.photos import PhotoForm, Picked, Point
from jobs.room_views import listed_room, room_page
from people.gate import require_editor
from prism import words
from prism.numbers import is_number, typed
from web import undo
from web.http import StudioRequest
from web.pictures import MOST_BYTES, PictureError, smaller
from web.uploads import too_large


def _photo(request: StudioRequest, pk: int, deleted: bool = False) -> RoomPhoto:
    rooms = queries.rooms(request.user).filter(deleted=None, job__deleted=None)
    held = RoomPhoto.objects.select_related("room__job").filter(room__in=rooms, deleted__isnull=not deleted)
    return get_object_or_404(held, pk=pk)


@require_POST
@require_editor
def add(request: StudioRequest, pk: int) -> HttpResponse:
    found = listed_room(request, pk)
    form = PhotoForm(request.POST)
    try:
        if too_large(request):
            raise PictureError(words.picture_too_large(MOST_BYTES / 1_000_000))
        if form.is_valid():
            photos.add(request.user, found, request.FILES.get("photo"), form.cleaned_data["of"])
            return redirect(f"{found.get_absolute_url()}#photographs")
    except PictureError as wrong:
        form.add_error(None, str(wrong))
    return room_page(request, found, photo=form)


@require_safe
def picture(request: StudioRequest, pk: int) -> HttpResponse:
    held = _photo(request, pk)
    small = photos.THUMBNAIL if "small" in request.GET else photos.SHOWN
    response = HttpResponse(smaller(bytes(held.content), small), content_type="image/jpeg")
    response["Cache-Control"] = "private, max-age=300"
    return response


@require_safe
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    """Show a photograph, with the colour at a point of it."""
    return _shown(request, _photo(request, pk))


def _shown(request: StudioRequest, held: RoomPhoto, form: PhotoForm | None = None) -> HttpResponse:
    page = Picked(request.user, held, _point(request, held))
    form = form or PhotoForm(initial={"of": held.of, "in_document": held.in_document})
    return render(request, "jobs/photo.html", {"page": page, "form": form}, status=422 if form.errors else 200)


def _point(request: StudioRequest, held: RoomPhoto) -> Point | None:
    """Return where somebody pointed: at pixels of the photograph as it is shown, or by parts in per cent."""
    asked = request.GET if request.method != "POST" else request.POST
    width, height = Picked(request.user, held, None).size
    for across, down, size in (("at.x", "at.y", (width, height)), ("across", "down", (100, 100))):
        x, y = asked.get(across, ""), asked.get(down, "")
        if is_number(x) and is_number(y):
            return Point(*(min(max(typed(text) / whole, 0.0), 1.0) for text, whole in zip((x, y), size, strict=True)))
    return None


@require_POST
@require_editor
def change(request: StudioRequest, pk: int) -> HttpResponse:
    held, form = _photo(request, pk), PhotoForm(request.POST)
    if not form.is_valid():
        return _shown(request, held, form)
    photos.change(held, **form.cleaned_data)
    return redirect(held)


@require_POST
@require_editor
def keep(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep the colour at a point as an own colour, and show its card."""
    held = _photo(request, pk)
    point = _point(request, held)
    if point is None:
        return _shown(request, held)
    return redirect("colour", photos.keep_colour(request.user, held, point, request.POST.get("name", "")).pk)


@require_POST
@require_editor
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    held = _photo(request, pk)
    photos.put_aside(held)
    undo.offer(request, words.put_aside_said(words.THE_PHOTO), "room-photo-restore", held.pk)
    return redirect(f"{held.room.get_absolute_url()}#photographs")


@require_POST
@require_editor
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    held = _photo(request, pk, deleted=True)
    photos.put_aside(held, back=True)
    return redirect(f"{held.room.get_absolute_url()}#photographs")
