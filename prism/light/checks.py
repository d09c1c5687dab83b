"""Whether a room can be: every figure in its range, every window in its wall."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cache
from zoneinfo import available_timezones

from prism import messages
from prism.light import lamps
from prism.light.furnishing import FURNISHINGS
from prism.light.room import GLAZING, HUNG, OUTSIDE, SIDES, WALLS, Lamp, Room, Window
from prism.light.sun import Place

LENGTH, HEIGHT = (0.5, 60.0), (1.5, 20.0)
CORRECTION = (0.02, 50.0)
"""By how much a meter may find a room darker or brighter than computed before one of the two must be wrong."""
MOST_WINDOWS, MOST_LAMPS, MOST_FIXED = 24, 24, 40
_SLACK = 1e-6


class RoomError(ValueError):
    """A room that cannot be; `field` names what is wrong (`windows 1, width`), the message says how to mend it."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


Fault = tuple[str, str]
"""A field and what is wrong with it."""


@cache
def zones() -> frozenset[str]:
    """Return the names of the time zones that are known."""
    return frozenset(available_timezones())


def in_range(field: str, value: float, limits: tuple[float, float], unit: str = "", hint: str = "") -> Iterator[Fault]:
    """Yield what is wrong with a figure, if it lies outside its limits; not-a-number lies outside any."""
    if not limits[0] <= value <= limits[1]:
        yield field, messages.rooms.outside_range(field.split(", ")[-1], value, *limits, unit, hint)


def place_faults(place: Place) -> Iterator[Fault]:
    """Yield what is wrong with a place."""
    yield from in_range("latitude", place.latitude, (-90, 90), "°", "South is negative.")
    yield from in_range("longitude", place.longitude, (-180, 180), "°", "West is negative.")
    if place.zone not in zones():
        yield "zone", messages.rooms.zone_unknown(place.zone)


def faults(room: Room) -> Iterator[Fault]:
    """Yield everything that is wrong with a room, field by field."""
    yield from place_faults(room.place)
    yield from in_range("width", room.width, LENGTH, "m")
    yield from in_range("depth", room.depth, LENGTH, "m")
    yield from in_range("height", room.height, HEIGHT, "m")
    yield from in_range("turn", room.rotation_deg, (-360, 360), "°")
    yield from in_range("correction", room.correction, CORRECTION)
    if room.furnishing not in FURNISHINGS:
        yield "furnishing", messages.rooms.room_unknown("furnishing", room.furnishing, FURNISHINGS)
    if len(room.windows) > MOST_WINDOWS:
        yield "windows", messages.rooms.too_many("windows", MOST_WINDOWS)
    if len(room.lamps) > MOST_LAMPS:
        yield "lamps", messages.rooms.too_many("sorts of lamp", MOST_LAMPS)
    for number, window in enumerate(room.windows, start=1):
        for field, message in window_faults(window, room.size):
            yield f"windows {number}, {field}", message
    for _, message in walls_too_full(room.windows, room.size):
        yield "windows", message
    for number, lamp in enumerate(room.lamps, start=1):
        for field, message in lamp_faults(lamp):
            yield f"lamps {number}, {field}", message


def length_of(wall: str, size: tuple[float, float, float]) -> float:
    """Return how long a wall is (a ceiling: how wide), metres."""
    return size[1] if wall in ("east", "west") else size[0]


def walls_too_full(windows: Sequence[Window], size: tuple[float, float, float]) -> Iterator[tuple[str, str]]:
    """Yield the walls whose windows, of those that nobody put in a place, are together wider than they are, with what
    to say; a window that is too wide by itself is said by `window_faults`."""
    for wall in WALLS:
        length = length_of(wall, size)
        own = [each for each in windows if each.wall == wall]
        together = sum(each.width for each in own if each.along is None)
        if together > length + _SLACK and all(each.width <= length + _SLACK for each in own):
            yield wall, messages.rooms.windows_fill_wall(wall, together, length)


def window_faults(window: Window, size: tuple[float, float, float]) -> Iterator[Fault]:
    """Yield what is wrong with a window in a room of a size (width, depth, height)."""
    if window.wall not in (*WALLS, "ceiling"):
        yield "wall", messages.rooms.room_unknown("wall", window.wall, (*WALLS, "ceiling"))
        return
    for field, value, choices in (
        ("outside", window.outside, tuple(OUTSIDE)),
        ("glazing", window.glazing, tuple(GLAZING)),
    ):
        if value not in choices:
            yield field, messages.rooms.room_unknown(field, value, choices)
    if window.hides is not None:
        yield from in_range("hides", window.hides, (0, 0.95))
    sized = [*in_range("width", window.width, (0.05, 60), "m"), *in_range("height", window.height, (0.05, 60), "m")]
    yield from sized
    if sized:
        return
    length = length_of(window.wall, size)
    if window.width > length + _SLACK:
        yield "width", messages.rooms.window_too_wide(window.width, window.wall, length)
    elif window.along is not None and not (
        window.width / 2 - _SLACK <= window.along <= length - window.width / 2 + _SLACK
    ):
        yield "along", messages.rooms.window_off_wall(window.along, window.width, length)
    if window.wall == "ceiling":
        if window.height > size[1] + _SLACK:
            yield "height", messages.rooms.rooflight_too_deep(window.height, size[1])
        return
    low = [*in_range("sill", window.sill, (0, 20), "m")]
    yield from low
    if not low and window.sill + window.height > size[2] + _SLACK:
        yield "height", messages.rooms.window_too_high(window.sill, window.height, size[2])


def lamp_faults(lamp: Lamp) -> Iterator[Fault]:
    """Yield what is wrong with a sort of lamp."""
    if lamp.kind not in lamps.KINDS:
        yield "kind", messages.rooms.room_unknown("kind", lamp.kind, lamps.KINDS)
    if lamp.hung not in HUNG:
        yield "hung", messages.rooms.room_unknown("hung", lamp.hung, HUNG)
    if lamp.lumens == 0:
        yield "lumens", messages.rooms.LAMP_DARK
    else:
        yield from in_range("lumens", lamp.lumens, (1, 100_000), "lm")
    yield from in_range("kelvin", lamp.kelvin, lamps.KELVIN, "K")
    yield from in_range("rendering", lamp.rendering, lamps.RENDERING)
    yield from in_range("count", lamp.count, (1, 400))
    yield from in_range("dimmed", lamp.dimmed, (0, 1))


def checked(room: Room) -> Room:
    """Return the room, or raise `RoomError` with the first thing that is wrong with it."""
    for field, message in faults(room):
        raise RoomError(field, message)
    unknown = next((side for side in room.surfaces if side not in SIDES), None)
    if unknown is not None:
        raise RoomError(f"surfaces, {unknown}", messages.rooms.room_unknown("surface", unknown, SIDES))
    return room
