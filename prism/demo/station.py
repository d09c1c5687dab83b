"""The pilots' station on Skerry Point as a job: its place, its rooms, and what stands in them."""

from __future__ import annotations

from typing import Any

TITLE = "Skerry Point reading house"
JOB: dict[str, Any] = {
    "client": "Skerry Point Reading Society",
    "address": "The old pilots’ station, Harbour Head",
    "town": "Skerry Point",
    "latitude": 57.21,
    "longitude": -2.06,
    "zone": "Europe/London",
    "state": "sampling",
    "notes": "A reading house in the old harbour pilots’ station. Slate, larch and the glazed-brick chimney stay.",
}


def _window(wall: str, width: float, height: float, sill: float, outside: str, **more: Any) -> dict[str, Any]:
    plain = {"wall": wall, "width": width, "height": height, "sill": sill, "outside": outside, "glazing": "double"}
    return plain | more


def _lamps(count: int, lumens: float, kelvin: float, hung: str, **more: Any) -> dict[str, Any]:
    return {"count": count, "lumens": lumens, "kelvin": kelvin, "hung": hung, "kind": "led", "rendering": 90.0} | more


def _thing(kind: str, name: str, material: str, area: float, on: str) -> dict[str, Any]:
    return {"kind": kind, "name": name, "material": material, "area": area, "on": on}


def _of_colour(kind: str, name: str, code: str, area: float, on: str) -> dict[str, Any]:
    return {"kind": kind, "name": name, "code": code, "area": area, "on": on}


def _woven(name: str, parts: dict[str, float], area: float, on: str) -> dict[str, Any]:
    return {"kind": "textiles", "name": name, "codes": parts, "area": area, "on": on}


_TO_PAINT = [{"side": side, "to_paint": True} for side in ("north", "east", "south", "west")]
_SLATE = {"side": "floor", "material": "stone-dark"}

ROOMS: tuple[dict[str, Any], ...] = (
    {
        "name": "Library",
        "fields": {"width": 7.2, "depth": 5.4, "height": 3.1, "storey": 0,
                   "notes": "Looks straight out to sea, west. The chimney is on the east wall."},
        "windows": [_window("west", 1.4, 1.9, 0.7, "sea"), _window("west", 1.4, 1.9, 0.7, "sea")],
        "lamps": [_lamps(6, 600, 3_000, "wall"), _lamps(3, 470, 2_700, "table")],
        "surfaces": [_SLATE, *_TO_PAINT],
        "elements": [
            _thing("brick", "glazed-brick chimney", "brick-yellow", 4.0, "east"),
            _thing("furniture", "larch shelves", "wood-bleached", 9.0, "north"),
            _thing("textiles", "reading chairs", "metal-blue", 3.0, "floor"),
            _woven("flag rug", {"H06.3": 60, "H16.5": 30, "HW11": 10}, 6.0, "floor"),
            _woven("sailcloth blinds", {"T05.4": 85, "HW11": 15}, 4.0, "west"),
        ],
    },
    {
        "name": "Stair tower",
        "fields": {"width": 3.2, "depth": 3.2, "height": 7.5, "storey": 1,
                   "notes": "One tall narrow window north, and the skylight on the north pitch."},
        "windows": [_window("north", 0.7, 2.6, 1.2, "lawn"), _window("ceiling", 0.9, 0.9, 0, "sea")],
        "lamps": [_lamps(3, 800, 2_700, "wall")],
        "surfaces": [_SLATE, *_TO_PAINT],
        "elements": [_thing("stone", "slate treads", "stone-dark", 5.0, "floor")],
    },
    {
        "name": "Galley",
        "fields": {"width": 4.6, "depth": 3.4, "height": 2.6, "storey": 0,
                   "notes": "South, over the yard. The red quarry tiles are listed and stay."},
        "windows": [_window("south", 2.2, 1.2, 1.0, "sand"), _window("east", 0.9, 1.1, 1.0, "lawn")],
        "lamps": [_lamps(6, 500, 3_000, "ceiling")],
        "surfaces": [{"side": "floor", "material": "tile-red"}, *_TO_PAINT],
        "elements": [
            _thing("tile", "quarry tiles", "tile-red", 15.6, "floor"),
            _thing("cabinets", "limed larch cupboards", "wood-bleached", 5.5, "west"),
            _of_colour("tile", "white glazed tiles", "HW03", 3.2, "south"),
        ],
    },
    {
        "name": "Lamp room",
        "fields": {"width": 3.6, "depth": 3.6, "height": 2.8, "storey": 3, "used_from": 15.0, "used_until": 23.5,
                   "notes": "Read in after dark; the brass is verdigris."},
        "windows": [_window("east", 0.8, 1.0, 1.1, "sea"), _window("south", 0.8, 1.0, 1.1, "sea")],
        "lamps": [_lamps(2, 700, 2_700, "pendant"), _lamps(3, 400, 2_700, "table")],
        "surfaces": [{"side": "floor", "material": "wood-golden"}, *_TO_PAINT],
        "elements": [_thing("furniture", "verdigris brass", "metal-green", 1.2, "walls")],
    },
    {
        "name": "North writers’ room",
        "fields": {"width": 4.0, "depth": 3.8, "height": 2.7, "storey": 1},
        "windows": [_window("north", 1.6, 1.4, 0.8, "lawn")],
        "lamps": [_lamps(4, 600, 3_000, "ceiling")],
        "surfaces": [{"side": "floor", "material": "wood-bleached"}, *_TO_PAINT],
        "elements": [_thing("floor", "limed larch boards", "wood-bleached", 15.0, "floor")],
    },
    {
        "name": "South writers’ room",
        "fields": {"width": 4.0, "depth": 3.8, "height": 2.7, "storey": 1},
        "windows": [_window("south", 1.6, 1.4, 0.8, "courtyard")],
        "lamps": [_lamps(4, 600, 3_000, "ceiling")],
        "surfaces": [{"side": "floor", "material": "wood-bleached"}, *_TO_PAINT],
        "elements": [_thing("floor", "limed larch boards", "wood-bleached", 15.0, "floor")],
    },
)  # fmt: skip
OPEN_TO = (("Library", "Stair tower"),)
"""Rooms without a door between them."""
LEADS_TO = (
    ("Library", "Galley"),
    ("Stair tower", "North writers’ room"),
    ("Stair tower", "South writers’ room"),
    ("Stair tower", "Lamp room"),
)
"""Rooms with a door between them."""
FINISHES: dict[str, tuple[dict[str, Any], ...]] = {
    "Library": ({"part": "trim", "code": "HW11", "sheen": "semi-gloss", "stays": True},),
    "Stair tower": ({"part": "doors", "code": "TK02", "sheen": "satin"},),
    "Lamp room": ({"part": "walls", "code": "T04.3", "sheen": "eggshell"},),
}
"""What is decided of rooms, or is there and stays: the old woodwork of the library."""
WISH = ("HW11", "the society wants the cream that the old wardroom had")
"""A white that is set for the home, and why; the galley's glazed tiles are clean white, which is an honest conflict."""
