"""Sentences of the whole home: what goes where, how much paint, and the walk from room to room."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from prism.messages.habits import day
from prism.messages.text import NO_BREAK, capital, listed, many, number, numeral, shortened
from prism.words.lamps import go_together
from prism.words.sizes import area_text, covers_text, regional, volume_text

if TYPE_CHECKING:
    from prism.light.together import Pairing
    from prism.painting.amounts import Bought

FINISH_WHY = {
    "decided": "decided",
    "stays": "existing, stays",
    "reviewed": "the colour last reviewed for it",
    "agreed": "decided in its review",
    "home": "the white of the home",
    "as trim": "as the trim",
    "nothing": "nothing yet",
}


def finish_figures(lrv: float | None, sheen: str, area: float | None, litres: float | None) -> str:
    parts = [f"LRV {number(lrv)}"] if lrv is not None else []
    parts.append(regional(sheen))
    parts.append("area not known" if area is None else area_text(area))
    if litres is not None:
        parts.append(volume_text(litres))
    return " · ".join(parts)


def reckoned(coats: float, spreading: float, own: bool) -> str:
    whose = "as entered here" if own else "by your method; go by the can where it differs"
    many = "coat" if coats == 1 else "coats"
    return (
        f"Calculated with {number(coats, 0)} {many}, {covers_text(spreading)}, {whose}. Windows, doors and openings "
        "are taken off. Trim and doors are estimated from the room’s size."
    )


def decided_otherwise(agreed: str, by_hand: str) -> str:
    return f"The review decided for {agreed}, but {by_hand} was put on these walls by hand."


def sheens_differ(part: str, sheen: str, other: str, own: str) -> str:
    return f"The {other} stays in {regional(own)}, so {part} in {regional(sheen)} will shine differently beside it."


def edge_lost(trim: str, points: float, gap: float) -> str:
    near = many(round(points), "point")
    return f"{trim} is only {near} from the wall, so the edge is soft. {number(gap, 0)} make it crisp."


def doors_glare(name: str, lrv: float) -> str:
    return f"{name} glares on doors: use a duller white there, or a lower sheen."


def parts_of_rooms(where: Sequence[tuple[str, str]]) -> str:
    """Return where paint goes, of rooms with parts of them: `Library: trim and doors; Galley: trim`."""
    rooms: dict[str, list[str]] = {}
    for room, part in where:
        rooms.setdefault(room, []).append(part)
    return "; ".join(f"{room}: {listed(parts)}" for room, parts in rooms.items())


NO_BASE = "Review a colour in one of the rooms first: the others follow it."
ALL_PAINTED = "Every room has a colour on its walls."


def proposed_facts(
    clashes: Sequence[str], goes: Sequence[str], doors: Sequence[str], same: Sequence[str], warnings: Sequence[str],
    is_lit: bool,
) -> list[str]:  # fmt: skip
    """Say what speaks for and against a colour on a room's walls, piece by piece."""
    facts = [f"clashes with the {name}" for name in clashes]
    facts += [f"clashes with the walls of the {name}" for name in doors]
    facts += [f"goes with the {name}" for name in goes]
    facts += [f"is the same as the {name}, which is open to it" for name in same]
    facts += warnings
    return facts + (["looks like its sample in this light"] if is_lit and not warnings else [])


def proposed_because(facts: Sequence[str]) -> str:
    """Say what is a colour's alone, two things in a sentence."""
    pairs = [facts[at : at + 2] for at in range(0, len(facts), 2)]
    return " ".join(f"{capital(listed(list(pair)))}." for pair in pairs)


def proposed_all(facts: Sequence[str], equal: bool) -> str:
    """Say what is true of all colours that are proposed, and whether nothing else parts them."""
    text = f"Each of them {listed(list(facts))}." if facts else ""
    return f"{text} They are equally good here.".strip() if equal else text


def with_lrv(label: str, lrv: float) -> str:
    return f"{label} · LRV {number(lrv, 0)}" if label else f"LRV {number(lrv, 0)}"


def walls_taken(rooms: int) -> str:
    return f"Walls of {many(rooms, 'room')} taken from the proposal"


def handed_over(by: str, to: str, at: datetime, note: str) -> str:
    return f"{by or 'Somebody'} handed it to {to or 'somebody'} on {day(at)}{f': {note}' if note else '.'}"


def open_in_room(room: str, reviewed: bool, decided: bool, looks: int, asked: int) -> str:
    """Say what is open in a room; empty where nothing is."""
    parts = []
    if not reviewed:
        parts.append("no colour reviewed yet")
    elif not decided:
        parts.append("not decided")
    if looks:
        parts.append(many(looks, "viewing ahead", "viewings ahead"))
    if asked:
        parts.append(many(asked, "question of the client", "questions of the client"))
    return f"{room}: {listed(parts)}." if parts else ""


NOTHING_OPEN_HERE = "Nothing is open in it."


def taken_here(room: str, white: str, now: str, stays: bool, same: bool) -> str:
    if stays:
        return f"The woodwork of the {room} stays in {now}."
    if same:
        return f"The woodwork of the {room} is in {white} already."
    return f"The woodwork of the {room} goes from {now} to {white}." if now else f"The {room} gets it on its woodwork."


def taken_for_home(white: str, changed: Sequence[tuple[str, str]], kept: Sequence[tuple[str, str]]) -> str:
    """Say what a home's white would change: (room, what it has now), and which rooms keep their own."""
    parts = []
    if changed:
        parts.append(f"In the home {white} goes on the woodwork of {listed([f'the {room}' for room, _ in changed])}.")
    else:
        parts.append(
            f"In the home nothing else changes: {white} is its white." if not kept else f"No other room takes {white}."
        )
    if kept:
        parts.append(
            f"{listed([f'The {room}' for room, _ in kept])} {'keeps' if len(kept) == 1 else 'keep'} what was decided."
        )
    return " ".join(parts)


def taken_because(room: str) -> str:
    return f"taken beside the colour of the {room}"


def white_taken(white: str, room: str) -> str:
    return f"{white} taken for the {room}" if room else f"{white} taken for the home"


MOST_NAMED = 2


def parts_in_short(where: Sequence[tuple[str, str]]) -> str:
    """Return where paint goes, by parts: `walls of the Library and the Galley; doors of six rooms`."""
    rooms: dict[str, list[str]] = {}
    for room, part in where:
        rooms.setdefault(part, []).append(room)
    alike: dict[tuple[str, ...], list[str]] = {}
    for part, names in rooms.items():
        alike.setdefault(tuple(names), []).append(part)
    return "; ".join(f"{listed(_each(parts, len(names)))} of {_rooms(names)}" for names, parts in alike.items())


def _each(parts: Sequence[str], rooms: int) -> list[str]:
    return ["ceilings" if part == "ceiling" and rooms > 1 else part for part in parts]


def _rooms(names: Sequence[str]) -> str:
    if len(names) > MOST_NAMED:
        return f"{numeral(len(names))} rooms"
    return listed([f"the {name}" for name in names])


def bought_text(litres: float, bought: Bought | None, unknown: bool) -> str:
    more = ", and more for surfaces whose size is not known" if unknown else ""
    if litres <= 0:
        return f"amount not known{more and ': enter the sizes of its rooms'}"
    if bought is None:
        return f"{volume_text(litres)}{more}"
    cans = listed([f"{count} × {name}".replace(" ", NO_BREAK) for name, count in bought.cans])
    left = volume_text(bought.left) if bought.left >= 0.05 else "nothing"
    return f"{volume_text(litres)}: {cans}; {left} left over{more}"


def bought_plain(bought: Bought | None) -> str:
    """Say what to buy: whole cans, and nothing else."""
    if bought is None or not bought.cans:
        return ""
    return listed([f"{count} × {name}".replace(" ", NO_BREAK) for name, count in bought.cans])


NO_FORMULA = "no recipe known: the counter matches the can’s code or a sample board"
OPEN_DOORWAY = "open to each other"
CLOSED_DOORWAY = "with a door between"
_WHEN = {
    "day": "By day",
    "evening": "Under the lamps",
    "boards": "As samples, since the light of a room is unknown,",
}


def doorway_text(names: tuple[str, str], pair: Pairing, when: str) -> str:
    how = go_together(pair.terms, pair.level)
    gap = f"{many(round(abs(pair.lrv)), 'point')} apart" if round(abs(pair.lrv)) else "at the same depth"
    if names[0] == names[1]:
        points = round(abs(pair.lrv))
        if not points:
            return f"{_WHEN[when]} {names[0]} looks the same in both rooms."
        return f"{_WHEN[when]} {names[0]} looks {many(points, 'point')} lighter in one room than in the other."
    return f"{_WHEN[when]} {names[0]} and {names[1]} {how}, {gap}."


def not_in_the_walk(rooms: Sequence[str]) -> str:
    return f"Not in the walk yet: {listed(list(rooms))}. Tick doors and openings on the page of a room."


def not_measured(rooms: Sequence[str]) -> str:
    return f"Without a size, so without areas: {listed(list(rooms))}."


def contrast_unknown(texts: Sequence[str]) -> str:
    named = listed([f"“{shortened(text)}”" for text in texts if text])
    return f"{capital(named or 'nothing')}: give an LRV from 0 to 100, or the code or name of one colour."


NO_HOME_ROOMS = "This home has no rooms yet: add rooms and reviews to fill the sheet."
