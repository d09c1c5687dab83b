"""What is said of jobs, rooms and what is in them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from prism.messages.habits import day
from prism.messages.rooms import material_unknown
from prism.messages.text import listed, number, numeral, shortened

if TYPE_CHECKING:
    from prism.light.described import DescribedError

OUTSIDE = {
    "lawn": "lawn",
    "open": "open grassland",
    "trees": "trees",
    "brick": "brick wall",
    "courtyard": "courtyard",
    "street": "street",
    "sea": "sea",
    "snow": "snow",
    "sand": "sand",
}
GLAZING = {"single": "single", "double": "double", "low-e": "coated", "triple": "triple", "grey": "grey-tinted"}
LAMP_KINDS = {
    "led": "everyday LED",
    "led-full": "full-spectrum LED",
    "led-rgb": "colour-changing LED",
    "halogen": "halogen",
    "fluorescent": "fluorescent",
}
FURNISHINGS = {
    "bare": "bare",
    "furnished": "furnished, curtains drawn aside",
    "heavy": "heavily furnished and curtained",
}
HUNG = {"ceiling": "in the ceiling", "pendant": "pendant", "wall": "on the walls", "table": "on tables"}
ELEMENTS = {
    "floor": "floor",
    "stone": "stone",
    "tile": "tile",
    "cabinets": "cabinets",
    "brick": "brick",
    "furniture": "large furniture",
    "textiles": "textiles",
}
NO_ROOM = "in no room"
BOTH_COORDINATES = "Latitude and longitude go together: type both, or choose a town."
OPEN_TO_ITSELF = "A room is not open to itself: choose other rooms."
OR_A_MATERIAL = "Or choose a material of the library."
NO_ROOM_FILE = "Choose the file of a room first."
A_ROOM = "Room"
ROOM_IN_WORDS = "north bedroom 3.6 × 4.2 m in York, oak floor, 2700 K"
DESCRIBE_NEEDED = "Say at least what room it is and how large, as in north bedroom 3.6 × 4.2 m."
DESCRIBE_SIZE = "The size is missing: give width and depth, as in 3.6 × 4.2 m, with the height if you know it."
DESCRIBE_TOWN = "The place is missing: name a town nearby, as in “in York”."
SUPPOSED = {
    "height": "a height of 2.5 m", "facing": "windows to the north", "window": "one window of a usual size",
    "lamps": "usual lamps",
}  # fmt: skip
"""What is taken for what a sentence leaves out."""


def described_wrong(wrong: DescribedError) -> str:
    """Say why no room can be made of a sentence."""
    return DESCRIBE_SIZE if wrong.kind == "size" else material_unknown(wrong.what, wrong.near)


def job_of_room(name: str, town: str) -> str:
    return f"{name} in {town}" if town else name


def described_text(supposed: Sequence[str], unread: Sequence[str], place: str, other: str) -> str:
    facts = []
    if supposed:
        facts.append(f"Usual values, since you named none: {listed([SUPPOSED[key] for key in supposed])}.")
    if unread:
        facts.append(f"Not understood, and left out: {listed([f'“{shortened(piece)}”' for piece in unread])}.")
    if place:
        facts.append(f"The job is in {place}, so this room is too, and not in {other}.")
    return " ".join(facts)


NO_PAINT = "That is a material, not a paint: give a code or name from the decks, or an own colour."
STAYS_NEEDS_COLOUR = "Give its colour, since it stays."
COATS_WRONG = "One to six coats."


def door_and_open(rooms: Sequence[str]) -> str:
    return f"To {listed(rooms)} there is either a door or an opening: tick one of them."


def too_many_parts(found: int, most: int) -> str:
    return f"{found} colours are too many: name the {most} that there is most of."


def part_wrong(piece: str) -> str:
    return f"“{shortened(piece)}”: several colours need a share each, in per cent, as in H16.3 60, H06.3 40."


COLOUR_NEEDED = "Give its colour: a code or name from the decks, or a material of the library."


def size_needed(what: str) -> str:
    return f"Give the {what} of the glass, or leave the whole row empty."


def room_name_taken(name: str) -> str:
    return f"This job has a room called {name} already: choose another name."


def copy_of_room(name: str, taken: Collection[str]) -> str:
    return next(f"{name} {number}" for number in range(2, 1000) if f"{name} {number}" not in taken)


def group_name(kind: str, key: str) -> str:
    return key or {"client": "no client", "town": "no place"}.get(kind, "other")


def place_text(town: str, latitude: float | None, longitude: float | None, zone: str) -> str:
    if latitude is None or longitude is None:
        return f"{town}, without coordinates" if town else "no place yet: without one its light cannot be predicted"
    north, east = ("N" if latitude >= 0 else "S"), ("E" if longitude >= 0 else "W")
    figures = f"{number(abs(latitude), 2)}° {north}, {number(abs(longitude), 2)}° {east}"
    return ", ".join(part for part in (town, figures, zone) if part)


TOO_DARK_TO_METER = "Hardly any light should fall on that wall then: measure by day, or with the lamps on, and say so."


def metered(lux: str, wall: str, computed: str, part: float) -> str:
    less = f"{round(100 * abs(part - 1))} % {'brighter' if part > 1 else 'darker'} than"
    return f"{lux} on the {wall} wall; {computed} predicted, so {'as' if abs(part - 1) < 0.02 else less} predicted."


def rescaled(part: float, count: int) -> str:
    readings = "one reading" if count == 1 else f"{count} readings"
    how = f"{round(100 * abs(part - 1))} % {'brighter' if part > 1 else 'darker'}"
    return f"The room is taken {how} than predicted, by {readings}."


def bearing_read(degrees: float) -> str:
    return f"The compass reads {degrees:.0f}° for the wall called north; the room is turned by that."


def room_file(field: str, message: str) -> str:
    return (
        f"The file was not imported: {field}: {message}" if field != "file" else f"The file was not imported: {message}"
    )


def changed_by(name: str, when: datetime) -> str:
    return f"Changed {day(when)}{f' by {name}' if name else ''}."


def stays_text(paint: str, terms: Sequence[tuple[str, str, str, bool]]) -> list[str]:
    surely = ("clashes with", "probably clashes with")
    clashes = [
        f"{paint} {surely[level == 'probably']} the {name}{' under the lamps' if late else ''}"
        for name, term, level, late in terms
        if term == "clash"
    ]
    agrees = [name for name, term, _, _ in terms if term == "agree"]
    if agrees:
        clashes.append(f"goes with the {listed(agrees)}")
    return clashes or [f"{paint} clashes with nothing that stays"]


def windows_text(walls: Sequence[str]) -> str:
    counts = Counter("rooflight" if wall == "ceiling" else wall for wall in walls)
    return ", ".join(f"{numeral(many)} {wall}" if many > 1 else wall for wall, many in counts.items()) or "none"


ROOM_TABLES = {"windows": "Windows", "lamps": "Lamps", "surfaces": "Surfaces", "elements": "Fixed"}
"""What the tables of a room's sheet are called."""
