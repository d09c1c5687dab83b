"""Photographs of rooms: bringing one in, looking at it, picking colours from it, putting it aside."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_POST, require_safe

from jobs import photos, queries
from jobs.models import RoomPhoto
from jobs.photos import PhotoForm, Picked
from jobs.room_views import listed_room, room_page
from people.gate import require_editor
from prism import words
from web import undo
from web.http import StudioRequest
from web.pictures import PictureError, smaller
from web.settled import render
from web.uploads import sent_picture


def _photo(request: StudioRequest, pk: int, deleted: bool = False) -> RoomPhoto:
    rooms = queries.rooms(request.user).filter(deleted=None, job__deleted=None)
    photos = RoomPhoto.objects.select_related("room__job").filter(room__in=rooms, deleted__isnull=not deleted)
    return get_object_or_404(photos, pk=pk)


@require_POST
@require_editor
def add(request: StudioRequest, pk: int) -> HttpResponse:
    room = listed_room(request, pk)
    form = PhotoForm(request.POST)
    try:
        if form.is_valid():
            photos.add(request.user, room, sent_picture(request), form.cleaned_data["of"])
            return redirect(f"{room.get_absolute_url()}#photographs")
    except PictureError as wrong:
        form.add_error(None, str(wrong))
    return room_page(request, room, photo=form)


@require_safe
def picture(request: StudioRequest, pk: int) -> HttpResponse:
    photo = _photo(request, pk)
    small = photos.THUMBNAIL if "small" in request.GET else photos.SHOWN
    response = HttpResponse(smaller(bytes(photo.content), small), content_type="image/jpeg")
    response["Cache-Control"] = "private, max-age=300"
    return response


@require_safe
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    """Show a photograph, with the colour at a point of it."""
    return _shown(request, _picked(request, _photo(request, pk)))


def _picked(request: StudioRequest, photo: RoomPhoto) -> Picked:
    return Picked(request.user, photo, request.POST if request.method == "POST" else request.GET)


def _shown(request: StudioRequest, page: Picked, form: PhotoForm | None = None) -> HttpResponse:
    form = form or PhotoForm(initial={"of": page.photo.of, "in_document": page.photo.in_document})
    return render(request, "jobs/photo.html", {"page": page, "form": form}, status=422 if form.errors else 200)


@require_POST
@require_editor
def change(request: StudioRequest, pk: int) -> HttpResponse:
    photo, form = _photo(request, pk), PhotoForm(request.POST)
    if not form.is_valid():
        return _shown(request, _picked(request, photo), form)
    photos.change(photo, **form.cleaned_data)
    return redirect(photo)


@require_POST
@require_editor
def keep(request: StudioRequest, pk: int) -> HttpResponse:
    """Keep the colour at a point as an own colour, and show its card."""
    page = _picked(request, _photo(request, pk))
    colour = photos.keep_colour(request.user, page, request.POST.get("name", ""))
    return redirect("colour", colour.pk) if colour else _shown(request, page)


@require_POST
@require_editor
def delete(request: StudioRequest, pk: int) -> HttpResponse:
    photo = _photo(request, pk)
    photos.put_aside(photo)
    undo.offer(request, words.undo.put_aside_text(words.photos.THE_PHOTO), "room-photo-restore", photo.pk)
    return redirect(f"{photo.room.get_absolute_url()}#photographs")


@require_POST
@require_editor
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    photo = _photo(request, pk, deleted=True)
    photos.put_aside(photo, back=True)
    return redirect(f"{photo.room.get_absolute_url()}#photographs")
