"""Photographs of a room and of what stays there, and colours picked at their points."""

from __future__ import annotations

import io
from collections.abc import Mapping
from functools import cached_property
from typing import Any

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
from prism import reading, words
from prism.numbers import is_number, typed
from prism.photograph import picked
from prism.stimulus import Stimulus
from web.forms import plain
from web.pictures import PictureError

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


def add(by: User, room: Room, content: bytes, of: str) -> RoomPhoto:
    """Keep a cleaned photograph of a room. Raises `PictureError` where it has as many as it may."""
    if room.photos.filter(deleted=None).count() >= MOST:
        raise PictureError(words.photos.too_many_photos(MOST))
    return RoomPhoto.objects.create(room=room, content=content, of=of, by=by)


def change(photo: RoomPhoto, **values: Any) -> None:
    for name, value in values.items():
        setattr(photo, name, value)
    photo.save(update_fields=list(values))


def put_aside(photo: RoomPhoto, back: bool = False) -> None:
    change(photo, deleted=None if back else timezone.now())


class Picked:
    """A photograph with the colour at a point of it, if somebody pointed at one."""

    caution = words.photos.PHOTO_CAUTION

    def __init__(self, user: User, photo: RoomPhoto, asked: Mapping[str, str]) -> None:
        self.photo, self._user, self._asked = photo, user, asked

    @cached_property
    def point(self) -> tuple[float, float] | None:
        """Where somebody pointed, in parts of width and height: at pixels as it is shown, or by parts in per cent."""
        for names, whole in ((("at.x", "at.y"), self.size), (("across", "down"), (100, 100))):
            values = [self._asked.get(name, "") for name in names]
            if all(map(is_number, values)):
                across, down = (min(max(typed(text) / of, 0.0), 1.0) for text, of in zip(values, whole, strict=True))
                return across, down
        return None

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
        if self.point is None:
            return None
        (across, down), (width, height) = self.point, self.size
        return round(across * width), round(down * height)

    @cached_property
    def stimulus(self) -> Stimulus | None:
        return picked(np.asarray(self._image), *self.point) if self.point else None

    @property
    def sentence(self) -> str:
        """What the colour at the point is, as far as a photograph tells."""
        if self.stimulus is None:
            return words.photos.POINT_AT_IT
        chosen = method_queries.usual(self._user)
        return words.photos.photo_colour(reading.read(self.stimulus, chosen))

    @cached_property
    def near(self) -> list[Colour]:
        """The colours of the decks that are nearest to it."""
        decks = catalogue(self._user)
        if self.stimulus is None or not len(decks.ids):
            return []
        rows, _ = decks.nearest(self.stimulus.lab_array, NEAREST)
        return list(decks.boards(rows.tolist()))

    @property
    def name(self) -> str:
        """What the colour is called until somebody says better."""
        return words.photos.photo_colour_name(self.photo.of, self.photo.room.name)


def keep_colour(user: User, picked: Picked, name: str) -> Colour | None:
    """Keep the colour at the point as an own colour; None where nobody pointed."""
    if picked.stimulus is None:
        return None
    return deck_services.keep_own(user, (name.strip() or picked.name)[:120], picked.stimulus)
