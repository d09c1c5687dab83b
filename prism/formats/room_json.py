"""A room as JSON; see `room.schema.json`.

Colours in it are written as on the command line (`lab:L,a,b`, `#RRGGBB`, a code), as `material:KEY` of the shipped
library, or as the 31 reflectances themselves.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from prism import messages
from prism.formats.text import TextError, json_of
from prism.light import materials, towns
from prism.light.checks import MOST_FIXED, MOST_LAMPS, MOST_WINDOWS, RoomError, checked
from prism.light.described import Described
from prism.light.room import SIDES, WALLS, Fixed, Lamp, Reflectance, Room, Window
from prism.light.sun import Place
from prism.spectrum import BANDS, WHITEST
from prism.stimulus import IntakeError, Stimulus, figure, from_hex, from_lab

FORMAT, VERSION = "gentle-prism room", 1
MAX_BYTES = 500_000
_MATERIAL = "material:"

Resolve = Callable[[str], Stimulus | None]
"""What finds the colour that a code names; None where there is none."""


def read(data: bytes, resolve: Resolve | None = None) -> Room:
    """Return the room in a file. Raises `RoomError`, which names the field."""
    try:
        whole = json_of(data, MAX_BYTES)
    except TextError as wrong:
        raise RoomError("file", str(wrong)) from None
    return from_table(whole, resolve)


def from_table(whole: Any, resolve: Resolve | None = None) -> Room:
    """Return the room of a file that has been parsed. Raises `RoomError`."""
    if not isinstance(whole, dict):
        raise RoomError("file", messages.rooms.ROOM_IS_LIST)
    if whole.get("format", FORMAT) != FORMAT or whole.get("version", VERSION) != VERSION:
        raise RoomError("format", messages.rooms.room_wrong("format, version", f'"{FORMAT}", {VERSION}'))
    size = _object(whole, "size")
    return checked(
        Room(
            place=_place(_object(whole, "place")),
            width=_number(size, "size", "width"),
            depth=_number(size, "size", "depth"),
            height=_number(size, "size", "height", 2.5),
            rotation_deg=_number(whole, "", "turn", 0.0),
            windows=tuple(_window(part, where) for where, part in _each(whole, "windows", MOST_WINDOWS)),
            lamps=tuple(_lamp(part, where) for where, part in _each(whole, "lamps", MOST_LAMPS)),
            surfaces=_surfaces(whole, resolve),
            fixed=tuple(_fixed(part, where, resolve) for where, part in _each(whole, "fixed", MOST_FIXED)),
            storey=_whole(whole, "", "storey", 0, -3, 100),
            correction=_number(whole, "", "correction", 1.0),
            furnishing=_text(whole, "", "furnishing", "bare"),
        )
    )


def of_described(described: Described) -> dict[str, Any]:
    """Return the table of a room file for what a sentence says of a room."""

    def colour(text: str) -> str:
        return f"{_MATERIAL}{text}" if text in materials.library() else text

    return {
        "place": {"town": described.town},
        "size": dict(zip(("width", "depth", "height"), described.size, strict=True)),
        "turn": described.rotation_deg,
        "windows": [_stated(window) for window in described.windows],
        "lamps": [asdict(lamp) for lamp in described.lamps],
        "surfaces": {side: colour(of) for side, of in described.surfaces.items()},
        "fixed": [
            {"name": element.name, "colour": colour(element.material), "area": element.area, "on": element.on}
            for element in described.stays
        ],
    }


def _stated(window: Window) -> dict[str, Any]:
    return {key: value for key, value in asdict(window).items() if value is not None}


def write(room: Room, title: str = "") -> bytes:
    """Return a room as a file that `read` reads back."""
    whole = {
        "format": FORMAT,
        "version": VERSION,
        "title": title,
        "place": {"latitude": room.place.latitude, "longitude": room.place.longitude, "zone": room.place.zone},
        "size": {"width": room.width, "depth": room.depth, "height": room.height},
        "turn": room.rotation_deg,
        "storey": room.storey,
        "windows": [_stated(window) for window in room.windows],
        "lamps": [asdict(lamp) for lamp in room.lamps],
        "surfaces": {side: _fractions(own) for side, own in room.surfaces.items() if own is not None},
        "fixed": [
            {"name": thing.name, "colour": _fractions(thing.reflectance), "area": thing.area, "on": thing.on}
            for thing in room.fixed
        ],
        "correction": room.correction,
        "furnishing": room.furnishing,
    }  # fmt: skip
    return (json.dumps(whole, ensure_ascii=False, indent=1) + "\n").encode()


def _place(part: dict[str, Any]) -> Place:
    """Return a place by its town, or by its coordinates and time zone."""
    if "town" not in part:
        return Place(
            _number(part, "place", "latitude"), _number(part, "place", "longitude"), _text(part, "place", "zone", "UTC")
        )
    name, country = _text(part, "place", "town"), _text(part, "place", "country", "")
    try:
        return towns.town(name, country).place
    except towns.UnknownTownError as wrong:
        problem = messages.rooms.town_unknown(f"{name}, {country}" if country else name, wrong.near)
        raise RoomError("place, town", problem) from None


def _fractions(values: Reflectance) -> list[float]:
    return [round(value, 6) for value in values]


def _surfaces(whole: dict[str, Any], resolve: Resolve | None) -> dict[str, Reflectance | None]:
    given = {side: whole[side] for side in (*SIDES, "walls") if side in whole}
    given |= _object(whole, "surfaces", needed=False)
    surfaces: dict[str, Reflectance | None] = {}
    for side, value in given.items():
        if side != "walls" and side not in SIDES:
            raise RoomError(f"surfaces, {side}", messages.rooms.room_unknown("surface", side, (*SIDES, "walls")))
        colour = None if value is None else colour_of(value, f"surfaces, {side}", resolve)
        for each in WALLS if side == "walls" else (side,):
            if side != "walls" or each not in given:
                surfaces[each] = colour
    return surfaces


def colour_of(value: Any, where: str, resolve: Resolve | None = None) -> Reflectance:
    """Return the 31 reflectances that a colour of a room file stands for. Raises `RoomError`."""
    if isinstance(value, list):
        sound = len(value) == BANDS.size and all(
            isinstance(v, int | float) and not isinstance(v, bool) and 0 <= v <= WHITEST for v in value
        )
        if not sound:
            raise RoomError(where, messages.rooms.room_wrong(where, f"a colour or {BANDS.size} reflectances of 0 to 1"))
        return tuple(min(float(v), 1.0) for v in value)
    if not isinstance(value, str):
        raise RoomError(where, messages.rooms.room_wrong(where, "a colour such as lab:40,2,6"))
    if value.startswith(_MATERIAL):
        return _material(value.removeprefix(_MATERIAL), where)
    if by_name := materials.named(value):
        return by_name.reflectance
    return spectrum_of(_stimulus(value, where, resolve))


def _material(name: str, where: str) -> Reflectance:
    material = materials.named(name)
    if material is None:
        raise RoomError(where, messages.rooms.material_unknown(name, materials.nearest_names(name)))
    return material.reflectance


def spectrum_of(colour: Stimulus) -> Reflectance:
    """Return the reflectance of a colour: its own, or the smoothest one of its Lab."""
    if colour.reflectance is not None:
        return tuple(min(max(value, 0.0), 1.0) for value in colour.reflectance)
    return tuple(materials.smoothest(colour.lab).tolist())


def _stimulus(text: str, where: str, resolve: Resolve | None) -> Stimulus:
    kind, _, rest = text.partition(":")
    try:
        if text.startswith("#"):
            return from_hex(text)
        if kind in ("lab", "lab50") and rest:
            parts = rest.split(",")
            if len(parts) != 3:
                raise IntakeError("lab", f"three figures L,a,b are needed, not {len(parts)}.")
            return from_lab([figure(n, part) for n, part in zip(("L*", "a*", "b*"), parts, strict=True)], kind)
    except IntakeError as wrong:
        raise RoomError(where, f"{where}: {text}: {wrong}") from None
    stimulus = resolve(text) if resolve else None
    if stimulus is None and (alike := materials.nearest_names(text)):
        raise RoomError(where, messages.rooms.material_unknown(text, alike))
    if stimulus is None:
        raise RoomError(
            where,
            messages.rooms.room_wrong(f"{where} ({messages.text.shortened(text)})", "a colour such as lab:40,2,6"),
        )
    return stimulus


def _window(part: dict[str, Any], where: str) -> Window:
    plain = Window("north", 1.0, 1.0)
    return Window(
        wall=_text(part, where, "wall"),
        width=_number(part, where, "width"),
        height=_number(part, where, "height"),
        sill=_number(part, where, "sill", plain.sill),
        along=_optional(part, where, "along"),
        outside=_text(part, where, "outside", plain.outside),
        hides=_optional(part, where, "hides"),
        glazing=_text(part, where, "glazing", plain.glazing),
    )


def _lamp(part: dict[str, Any], where: str) -> Lamp:
    plain = Lamp()
    return Lamp(
        kelvin=_number(part, where, "kelvin", plain.kelvin),
        lumens=_number(part, where, "lumens", plain.lumens),
        count=_whole(part, where, "count", plain.count, 1, 400),
        kind=_text(part, where, "kind", plain.kind),
        rendering=_number(part, where, "rendering", plain.rendering),
        dimmed=_number(part, where, "dimmed", plain.dimmed),
        hung=_text(part, where, "hung", plain.hung),
    )


def _fixed(part: dict[str, Any], where: str, resolve: Resolve | None) -> Fixed:
    on = _text(part, where, "on", "floor")
    if on not in (*SIDES, "walls"):
        raise RoomError(f"{where}, on", messages.rooms.room_unknown("on", on, (*SIDES, "walls")))
    area = _number(part, where, "area")
    if not 0 < area <= 3_600:
        raise RoomError(f"{where}, area", messages.rooms.outside_range(f"{where}, area", area, 0, 3_600, "m²"))
    if "material" in part:
        own = _material(_text(part, where, "material"), f"{where}, material")
    else:
        own = colour_of(part.get("colour"), f"{where}, colour", resolve)
    return Fixed(_text(part, where, "name", ""), own, area, on)


def _object(whole: dict[str, Any], field: str, needed: bool = True) -> dict[str, Any]:
    value = whole.get(field)
    if value is None and not needed:
        return {}
    if not isinstance(value, dict):
        raise RoomError(field, messages.rooms.room_wrong(field, "an object"))
    return value


def _each(whole: dict[str, Any], field: str, most: int) -> list[tuple[str, dict[str, Any]]]:
    value = whole.get(field) or []
    if not isinstance(value, list) or not all(isinstance(v, dict) for v in value):
        raise RoomError(field, messages.rooms.room_wrong(field, "a list of objects"))
    if len(value) > most:
        raise RoomError(field, messages.rooms.too_many(field, most))
    return [(f"{field} {number}", part) for number, part in enumerate(value, start=1)]


def _at(where: str, field: str) -> str:
    return f"{where}, {field}" if where else field


def _number(part: dict[str, Any], where: str, field: str, default: float | None = None) -> float:
    value = part.get(field, default)
    if isinstance(value, bool) or not isinstance(value, int | float) or not abs(value) < 1e9:
        raise RoomError(_at(where, field), messages.rooms.room_wrong(_at(where, field), "a number"))
    return float(value)


def _optional(part: dict[str, Any], where: str, field: str) -> float | None:
    return None if part.get(field) is None else _number(part, where, field)


def _whole(part: dict[str, Any], where: str, field: str, default: int, low: int, high: int) -> int:
    value = _number(part, where, field, default)
    if not value.is_integer() or not low <= value <= high:
        raise RoomError(
            _at(where, field), messages.rooms.room_wrong(_at(where, field), f"a whole number from {low} to {high}")
        )
    return int(value)


def _text(part: dict[str, Any], where: str, field: str, default: str | None = None) -> str:
    value = part.get(field, default)
    if not isinstance(value, str) or len(value) > 200 or not value.isprintable():
        raise RoomError(_at(where, field), messages.rooms.room_wrong(_at(where, field), "a short text"))
    return value
