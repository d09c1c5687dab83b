"""What is wrong with a room, a place or a light."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from prism.messages.text import number, shortened


def outside_range(name: str, value: float, low: float, high: float, unit: str = "", hint: str = "") -> str:
    shown, least, most = (number(v, 0 if float(v).is_integer() else 2) for v in (value, low, high))
    of = f" {unit}" if unit else ""
    return f"{name} is {shown}{of}: it must lie between {least} and {most}{of}. {hint}".strip()


def window_too_wide(width: float, wall: str, length: float) -> str:
    return (
        f"The window is {width:g} m wide, but the {wall} wall only {length:g} m: make it narrower, or correct the room."
    )


def window_too_high(sill: float, height: float, room: float) -> str:
    return (
        f"The window reaches {sill + height:g} m above the floor (sill {sill:g} and height {height:g}), but the room "
        f"is {room:g} m high: lower the sill or the height."
    )


def rooflight_too_deep(height: float, depth: float) -> str:
    return (
        f"The rooflight is {height:g} m long, but the ceiling only {depth:g} m: make it shorter, or correct the room."
    )


def window_off_wall(along: float, width: float, length: float) -> str:
    half = width / 2
    return (
        f"The middle of the window is {along:g} m along a wall of {length:g} m, so it would reach over the end: "
        f"for {width:g} m of width the middle lies between {half:g} and {length - half:g} m."
    )


def windows_fill_wall(wall: str, width: float, length: float) -> str:
    return f"The windows of the {wall} wall are together {width:g} m wide, but the wall only {length:g} m."


LAMP_DARK = (
    "A lamp of 0 lm gives no light: its packet says its lumens (a usual bulb has 400 to 1,000), or leave the lamp out."
)


def room_unknown(name: str, value: str, choices: Iterable[str]) -> str:
    return f"{name} '{shortened(value)}' is not known: one of {', '.join(choices)}."


def town_unknown(name: str, near: Sequence[str]) -> str:
    offered = f"Nearest known: {'; '.join(near)}." if near else "Give latitude, longitude and zone instead."
    return f"No town '{shortened(name)}' is known. {offered}"


def material_unknown(name: str, near: Sequence[str]) -> str:
    offered = f"Nearest known: {', '.join(near)}." if near else "Give a colour instead, such as lab:40,2,6."
    return f"No material '{shortened(name)}' is known. {offered}"


NOT_FIGURES = "must be figures by name, as a look that was logged has them"


def zone_unknown(value: str) -> str:
    return f"'{shortened(value)}' is no time zone: write it as area and city, such as Europe/London, or UTC."


def room_wrong(where: str, expected: str) -> str:
    return f"{where}: {expected} is expected."


ROOM_IS_LIST = 'A room is a JSON object with at least "place" and "size"; see prism/formats/room.schema.json.'


def too_many(name: str, limit: int) -> str:
    return f"More than {limit} {name}: leave out those that matter least for the light."


def hour_wrong(text: str) -> str:
    return f"'{shortened(text)}' is not an hour of the day: write 0 to 24, such as 9 or 15.5, with commas between."


def date_wrong(text: str) -> str:
    return f"'{shortened(text)}' is not a date: write it as 2026-06-21."
