"""Photographs of a room and of what stays there, and colours picked at their points."""

from __future__ import annotations

import io
from dataclasses import dataclass
from functools import cached_property
from typing import IO, Any

import numpy as np
from django import forms
from django.contrib.auth.models import User
from django.utils import timezone
from PIL import Image

from decks import services as deck_services
from decks.catalogue import catalogue
from decks.models import Colour
from jobs.models import Room, RoomPhoto
from methods import queries as method_queries
from prism import method, reading, words
from prism.photograph import picked
from prism.stimulus import Stimulus
from web.forms import plain
from web.pictures import MOST_BYTES, PictureError, cleaned

SHOWN = 720
"""Pixels along the longer side of a photograph that is picked from; what a person points at is counted in them."""
THUMBNAIL = 320
MOST = 24
"""Photographs of one room."""
NEAREST = 3


class PhotoForm(forms.Form):
    """What a photograph shows, and whether the client is given it."""

    of = forms.CharField(max_length=120, required=False, label="What it shows", widget=plain(list="what-stays"))
    in_document = forms.BooleanField(required=False, label="In the document")


def add(by: User, room: Room, upload: IO[bytes] | None, of: str) -> RoomPhoto:
    """Keep a photograph of a room. Raises `PictureError` for what is none, or too much."""
    if upload is None:
        raise PictureError(words.NO_PICTURE)
    if room.photos.filter(deleted=None).count() >= MOST:
        raise PictureError(words.too_many_photos(MOST))
    return RoomPhoto.objects.create(room=room, content=cleaned(upload, most=MOST_BYTES), of=of, by=by)


def change(photo: RoomPhoto, **values: Any) -> None:
    for name, value in values.items():
        setattr(photo, name, value)
    photo.save(update_fields=list(values))


def put_aside(photo: RoomPhoto, back: bool = False) -> None:
    change(photo, deleted=None if back else timezone.now())


@dataclass(frozen=True)
class Point:
    """A point of a photograph, in parts of its width and height."""

    across: float
    down: float


class Picked:
    """A photograph with the colour at a point of it, if one was pointed at."""

    def __init__(self, user: User, photo: RoomPhoto, point: Point | None) -> None:
        self.photo, self.point, self._user = photo, point, user

    @cached_property
    def _image(self) -> Image.Image:
        with Image.open(io.BytesIO(bytes(self.photo.content))) as opened:
            return opened.convert("RGB")

    @property
    def size(self) -> tuple[int, int]:
        """Width and height at which it is shown."""
        width, height = self._image.size
        scale = SHOWN / max(width, height)
        return round(width * scale), round(height * scale)

    @property
    def mark(self) -> tuple[int, int] | None:
        """Where the point lies on the photograph as it is shown."""
        width, height = self.size
        return (round(self.point.across * width), round(self.point.down * height)) if self.point else None

    @cached_property
    def stimulus(self) -> Stimulus | None:
        if self.point is None:
            return None
        return picked(np.asarray(self._image), self.point.across, self.point.down)

    @property
    def said(self) -> str:
        """What the colour at the point is, as far as a photograph tells."""
        if self.stimulus is None:
            return words.POINT_AT_IT
        chosen = method_queries.usual(self._user)
        found = reading.read(self.stimulus, chosen, chosen.neutral)
        return words.photo_colour(found, method.load().doubt(self.stimulus))

    @cached_property
    def near(self) -> list[Colour]:
        """The colours of the decks that are nearest to it."""
        held = catalogue(self._user)
        if self.stimulus is None or not len(held.ids):
            return []
        rows, _ = held.nearest(self.stimulus.lab_array, NEAREST)
        return list(held.boards(rows.tolist()))

    caution = words.PHOTO_CAUTION

    @property
    def name(self) -> str:
        """What the colour is called until somebody says better."""
        return words.photo_colour_name(self.photo.of, self.photo.room.name)


def keep_colour(user: User, photo: RoomPhoto, point: Point, name: str) -> Colour:
    """Keep the colour at a point as an own colour."""
    held = Picked(user, photo, point)
    assert held.stimulus is not None
    return deck_services.keep_own(user, (name.strip() or held.name)[:120], held.stimulus)
