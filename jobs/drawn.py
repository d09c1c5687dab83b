"""A room drawn: what the page's script draws of a day, compressed, and the same as a file."""

from __future__ import annotations

import base64
import json
import zlib
from collections.abc import Callable
from functools import cached_property
from urllib.parse import urlencode

import numpy as np
from django.urls import reverse
from numpy.typing import NDArray

from jobs.asked_day import SKIES
from jobs.lighting import RoomDay
from jobs.models import Finish, Room
from jobs.queries import finish_of
from prism.formats.pixels import as_jpeg, as_png
from prism.formats.room_json import spectrum_of
from prism.light.picture import LEVEL, ROWS, Picture, pictures
from prism.light.room import SIDES
from prism.light.view import ACROSS, BAR, CLEAN_WHITE, CORNICE, FRAME, SKIRTING, STANDS, camera, drawn
from prism.screen import lab_to_screen
from prism.spectrum import Array
from prism.stimulus import Stimulus, from_lab
from web.bounded_cache import BoundedCache
from web.lettering import captioned

SIZES = {"page": (1200, 750), "small": (480, 300), "look": (576, 360), "large": (1920, 1200)}
"""Sizes of a picture as a file, pixels."""
_kept: BoundedCache[object, list[Picture]] = BoundedCache(24)
_kept_files: BoundedCache[object, bytes] = BoundedCache(96)


def trim_of(room: Room) -> Stimulus:
    """Return the paint of a room's trim: the one decided or staying, else a clean white."""
    finish = finish_of(room, Finish.Part.TRIM)
    return finish.colour.stimulus if finish and finish.colour else from_lab(CLEAN_WHITE)


def address(name: str, room: int, **asked: str) -> str:
    """Return the address of a room drawn, `room-picture` or `room-picture-file`, with what is asked for."""
    query = urlencode({key: value for key, value in asked.items() if value})
    return f"{reverse(name, args=[room])}?{query}"


class Drawn:
    """A day in a room as it is drawn, in the paint of the day and a trim; beside another paint where one is given."""

    def __init__(self, day: RoomDay, trim: Stimulus, other: Stimulus | None = None) -> None:
        self.day, self.other = day, other
        self._trim = np.asarray(spectrum_of(trim))

    def _pictures(self, paint: Array) -> list[Picture]:
        key = self.day.basis, paint.tobytes(), self._trim.tobytes()
        own = paint is self.day.reflectance

        def made() -> list[Picture]:
            return pictures(
                self.day.room, paint, self._trim, self.day.date, day_solved=self.day.solved if own else None
            )

        return _kept.get(key, made)

    @cached_property
    def pictures(self) -> list[Picture]:
        """The day in its paint, under each of the `SKIES`."""
        return self._pictures(self.day.reflectance)

    @cached_property
    def others(self) -> list[Picture] | None:
        return self._pictures(np.asarray(spectrum_of(self.other))) if self.other else None

    @property
    def data(self) -> str:
        """What `studio/room.js` needs to draw any hour from any stand, as JSON; colours as in `packed`."""
        first = self.pictures[0]
        return json.dumps(
            {
                "size": list(first.room.size),
                "sides": list(SIDES), "rows": list(ROWS), "level": list(LEVEL),
                "hours": first.hours.tolist(), "skies": list(SKIES),
                "windows": [[side, [*map(float, low), *map(float, high)]] for side, low, high in first.windows],
                "hidden": [window.hidden for window in first.room.windows],
                "things": [[thing.name, thing.side, [*thing.low, *thing.high]] for thing in first.things],
                "stands": {name: [*camera(first, name).place, camera(first, name).heading] for name in STANDS},
                "measures": {"across": ACROSS, "skirting": SKIRTING, "cornice": CORNICE, "frame": FRAME, "bar": BAR},
                "pictures": [self._packed(picture) for picture in self.pictures],
                "others": [self._packed(other) for other in self.others] if self.others else None,
            },
            separators=(",", ":"),
        )  # fmt: skip

    def _packed(self, picture: Picture) -> dict[str, object]:
        sunny = np.flatnonzero(picture.sun.any(axis=1))
        return {
            "sun": [[round(float(v), 4) for v in patch] for patch in picture.sun],
            "sunny": sunny.tolist(),
            "own": packed(picture.lab), "trim": packed(picture.trim), "sunlit": packed(picture.sunlit[sunny]),
            "outside": packed(picture.outside.reshape(len(picture.hours), -1, 3)),
            "things": packed(np.stack([thing.lab for thing in picture.things], axis=1)) if picture.things else "",
        }  # fmt: skip

    def png(
        self, size: str = "page", stand: str = "door", turned: float = 0.0, caption: tuple[str, str] | None = None
    ) -> bytes:
        """Return the moment that is looked at as a PNG file in one of the `SIZES`, from one of the `STANDS`, with a
        title and a note below it where they are given."""
        return self._file(
            lambda pixels: captioned(pixels, *caption) if caption else as_png(pixels), size, stand, turned, caption
        )

    def jpeg(self, size: str) -> bytes:
        """Return the same seen from the door as a JPEG file."""
        return self._file(as_jpeg, size, "door", 0.0, "jpeg")

    def _file(
        self, write: Callable[[NDArray[np.uint8]], bytes], size: str, stand: str, turned: float, kind: object
    ) -> bytes:
        sky, moment = SKIES.index(self.day.asked.sky), self.day.asked.moment
        beside = np.asarray(spectrum_of(self.other)).tobytes() if self.other else b""
        shown = self.day.basis, self.day.reflectance.tobytes(), self._trim.tobytes(), beside

        def made() -> bytes:
            other = self.others[sky] if self.others else None
            picture = self.pictures[sky]
            return write(drawn(picture, moment, camera(picture, stand, turned), SIZES[size], other))

        return _kept_files.get((*shown, sky, moment, size, stand, turned, kind), made)


def packed(lab: Array) -> str:
    """Return colours (t, n, 3) as their screen values, moment by moment as the change from the one before, deflated."""
    shown = np.round(lab_to_screen(np.clip(lab, [0, -120, -120], [100, 120, 120]))[0] * 255).astype(np.uint8)
    change = np.diff(shown, axis=0, prepend=np.zeros_like(shown[:1])) if len(shown) else shown
    return base64.b64encode(zlib.compress(np.ascontiguousarray(change.swapaxes(0, 1)).tobytes(), 9)).decode()
