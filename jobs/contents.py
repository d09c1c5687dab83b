"""What stands in a room, and a paint in its light: what the pages of jobs and the steps of reviews share."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from jobs import queries
from jobs.asked_day import LAMP_CHOICES, lamps_at
from jobs.lighting import Board, RoomDay
from jobs.models import Coated, Element, Room
from prism import words
from prism.light.materials import library
from prism.method import Method, load
from prism.neutral import WorkingNeutral
from prism.numbers import is_number, typed
from prism.palette.fabric import Fabric, fabric
from prism.reading import read
from prism.stimulus import Stimulus, from_reflectance
from prism.whites.ranking import which


def stimulus_of(element: Element) -> Stimulus | None:
    """Return the colour of a fixed element, of several colours what they make from afar; None where it is not known."""
    parts = parts_of(element)
    if len(parts) < 2:
        return parts[0][0] if parts else None
    mixed = queries.reflectance_of(element)
    least_sure = max((colour.provenance for colour, _ in parts), key=load().uncertainty.__getitem__)
    return from_reflectance(mixed, least_sure, element.name) if mixed else None


def parts_of(element: Element) -> list[tuple[Stimulus, float]]:
    """Return the colours of a fixed element with their shares, per cent; none where they are not known."""
    parts: list[tuple[Coated, float]] = [(part, part.share) for part in element.parts.all()] or [(element, 100.0)]
    return [(colour, share) for thing, share in parts if (colour := _own_colour(thing))]


def _own_colour(thing: Coated) -> Stimulus | None:
    if thing.colour:
        return thing.colour.stimulus
    material = library().get(thing.material)
    if material is None:
        return None
    source = "reading-average" if material.origin == "measured" else "estimated"
    return from_reflectance(material.reflectance, source, material.title)


def floor_of(room: Room) -> Stimulus | None:
    """Return the colour of a room's floor; None where it is not known."""
    floor = next((surface for surface in room.surfaces.all() if surface.side == "floor"), None)
    return _own_colour(floor) if floor else None


def fabric_of(element: Element, method: Method, neutral: WorkingNeutral) -> Fabric | None:
    """Return a fixed element as paints are held against it; None where its colours are not known."""
    parts = parts_of(element)
    if not parts:
        return None
    readings = [read(colour, method, neutral) for colour, _ in parts]
    return fabric(element.name, readings, [share for _, share in parts])


def by_permanence(room: Room) -> list[Element]:
    order = list(Element.Kind.values)
    return sorted(room.elements.all(), key=lambda element: order.index(element.kind))


def element_boards(room: Room) -> list[Board]:
    """Return the fixed elements of a room as things in its light; those whose colour is not known are none."""
    colours = [(element, stimulus_of(element)) for element in by_permanence(room)]
    return [Board(element.name, colour.screen, colour, element.kind) for element, colour in colours if colour]


def whites_of(room: Room, method: Method, neutral: WorkingNeutral) -> list[tuple[str, Stimulus]]:
    """Return what stays in a room and is white by the method, trim that stays among it: its name and colour."""
    whites = [(element.name, colour) for element in room.elements.all() if (colour := stimulus_of(element))]
    whites += [
        (finish.get_part_display(), finish.colour.stimulus)
        for finish in room.finishes.all()
        if finish.stays and finish.colour
    ]
    rows = which([colour.lab for _, colour in whites], [colour.lrv for _, colour in whites], method, neutral)
    return [whites[row] for row in rows]


def day_in(
    room: Room,
    paint: Stimulus,
    method: Method,
    neutral: WorkingNeutral,
    query: Mapping[str, str],
    boards: Sequence[Board] = (),
    elements: Sequence[Board] | None = None,
) -> RoomDay | None:
    """Return a paint in a room through a day; None while the room's light cannot be computed.

    `elements` are what the paint is held against, by default what is fixed in the room. The query may say at which
    `kelvin` of `LAMP_CHOICES` its lamps burn.
    """
    lit = queries.lit_room(room)
    if lit is None:
        return None
    kelvin = typed(query["kelvin"]) if is_number(query.get("kelvin", "")) else 0.0
    if kelvin in LAMP_CHOICES:
        lit = replace(lit, lamps=lamps_at(lit, kelvin))
    day = RoomDay(
        lit,
        paint,
        method,
        neutral,
        query,
        boards=boards,
        elements=element_boards(room) if elements is None else elements,
        used=(room.used_from, room.used_until),
        known=queries.known_of(room),
    )
    return day.as_kept()


def why_no_light(day: RoomDay | None, room: Room) -> str:
    """Return why the light cannot be computed, or shows nothing; empty where it does."""
    if day is None:
        faults = queries.room_faults(room)
        return words.light.room_cannot_be(*faults[0]) if faults else words.light.ROOM_UNKNOWN
    return "" if day.room.windows or day.room.lamps else words.light.NO_LIGHT_AT_ALL


def pairings_text(day: RoomDay) -> list[tuple[str, list[str]]]:
    """Return how the paint stands to each thing, by its name: by day, and of an evening where that is otherwise."""
    pairings = []
    for thing, by_day, late in day.pairings:
        sentences = [words.lamps.pairing_text(thing.name, by_day.terms, by_day.level, by_day.lrv)]
        if late and late.terms != by_day.terms:
            sentences.append(words.lamps.pairing_at_night(thing.name, late.terms, late.level))
        pairings.append((thing.name, sentences))
    return pairings
