"""Sentences of where a colour goes, of contrast for people, and cautions."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, listed, number, percentage, sentence

if TYPE_CHECKING:
    from prism.palette.contrast import Contrast, RuleCheck
    from prism.palette.use import Outdoors, Reason

SUITS = ("no", "with care", "suits")
USE_WHY = {
    "light enough": "LRV {found}, at or above the {against} that walls of a whole home want",
    "deep for a home": "LRV {found}, below {against}: one room, not all of them",
    "too deep for a home": "LRV {found}, below {against}: an accent, or all over in one large daylit room",
    "a statement everywhere": "chroma {found}, {against} or more, is a statement; in every room it has no rest",
    "a statement": "chroma {found}, {against} or more: four walls of it deepen it further",
    "holds a room": "LRV {found}, above {against}: it holds a room without closing it",
    "no accent": "LRV {found}: so pale and quiet a wall is no accent",
    "an accent": "LRV {found}: deep or clear enough to part from pale walls round it",
    "a weak accent": "LRV {found}, above {against}: beside pale walls it is hardly an accent",
    "white all over": "LRV {found}: white over everything is quiet; sheen alone draws the edges",
    "one colour all over": "LRV {found}, above {against}: walls, trim and ceiling in one, told apart by sheen",
    "needs a large daylit room": "LRV {found}, below {against}: all over it needs a large daylit room; put the review "
    "into its room and this is computed",
    "room too small": "{found} m² of floor, where {against} are wanted for so deep a colour all over",
    "room too dim": "{found} lx on its walls by day, below {against}: lamps would have to carry it",
    "room not bright": "{found} lx on its walls by day, below the {against} of a bright room: try it large first",
    "large and daylit": "{found} m² of floor and daylight enough: deep all over is a deliberate choice here",
    "lifts a ceiling": "LRV {found}, at or above {against}: it stays up there",
    "ceiling comes down": "LRV {found}, below {against}: a ceiling of it comes down, which may be wanted",
    "glares": "LRV {found}, clean, from {against} on: it glares on large smooth surfaces",
    "long to live with": "chroma {found}, {against} or more: long to live with on what is not changed often",
    "shows dust": "LRV {found}, below {against}: every speck shows",
    "shows dirt": "LRV {found}, above {against}: dirt shows",
    "washed in a higher sheen": "LRV {found}: nothing against it; satin to semi-gloss, for washing",
    "island shows knocks": "LRV {found}, {against} or more: feet and stools mark it",
    "an island may be deeper": "LRV {found}: an island may be deeper than what stands round it",
    "small enough": "chroma {found}: a piece of it speaks, and is small enough to",
    "says little": "chroma {found}, below {against}: on one piece it says little",
    "tints from above": "chroma {found}, {against} or more: from above it tints everything",
    "no ground for what is on it": "LRV {found}, above {against}: what stands on it loses its ground",
    "a ground for what is on it": "LRV {found}, up to {against}: it gives what stands on it a ground",
    "island too near the rest": "LRV {found}, above {against}: too near to what stands round it",
    "told from white trim": "LRV {found}, up to {against}: a door of it is told from white trim",
    "shifts from room to room": "an undertone of {found}, {against} or more: it shifts with the light of every room",
    "deepens itself": "an undertone of {found}, {against} or more: walls and ceiling of it deepen each other",
    "a cold ceiling": "temperature {found}, {against} or less: from above it looks cold and shadowy",
    "a cold floor": "temperature {found}, {against} or less: it cools what stands on it",
    "a coloured trim": "an undertone of {found}, {against} or more: beside most walls it shows its colour",
    "warmed from below": "temperature {found}, {against} or more: light from the ground below yellows it further",
    "cold in the shade": "temperature {found}, {against} or less: in the shade of the sky it looks colder still",
    "told by its colour": "chroma {found}, {against} or more: a door of it is told by its colour",
    "loud in the sun": "chroma {found}, {against} or more: a whole house of it is loud in the sun",
    "lost on a pale wall": "LRV {found}, above {against}: shutters of it are lost on a pale wall",
    "stands out on a wall": "LRV {found}: it stands out on a pale wall",
    "seen from the street": "chroma {found}: a door of it is seen from the street",
    "lost in its frame": "chroma {found}, below {against}: a door of it is lost in its frame",
    "floor wears": "LRV {found}, above {against} and not too pale: neither dust nor dirt shows at once",
    "tints the room": "chroma {found}, {against} or more: a floor throws its colour on every wall",
    "edge is lost": "{found} points of LRV from the walls, fewer than {against}: the edge is lost",
    "a light trim": "LRV {found}, a white from {against}",
    "a dark trim": "LRV {found}, a near-black up to {against}",
    "neither light nor dark": "LRV {found}, neither a white from {against} nor a near-black: trim of it looks like "
    "wall",
    "below the limit": "LRV {found}, below the {against} that the maker of what it goes on allows",
    "heats up": "LRV {found}, below {against}: it heats up in the sun and can warp plastic and what is insulated",
    "takes the porch’s light": "LRV {found}, below {against}: it takes light from the rooms behind the porch",
    "lights a porch": "LRV {found}, {against} or more: it throws light into the rooms behind",
    "dazzles in the sun": "in the sun it looks like LRV {found}, {against} or more: it dazzles",
    "reads as white outdoors": "in the sun it looks like LRV {found}, with little colour left: it reads as white",
    "lighter and less coloured": "in the sun {found} L* lighter and {against} chroma paler than its board",
}
"""Why a colour suits a surface or does not, with what was found and what it is held against."""
_WHOLE = {"room too small", "room too dim", "room not bright", "large and daylit"}


def use_why(reason: Reason) -> str:
    whole = float(reason.against).is_integer() and reason.key not in ("lighter and less coloured",)
    digits = 0 if reason.key in _WHOLE else 1
    found, against = number(reason.found, digits), number(reason.against, 0 if whole else 1)
    return USE_WHY[reason.key].format(found=found, against=against)


def use_said(surface: str, suits: int, reasons: Sequence[Reason]) -> str:
    return f"{capital(surface)}: {SUITS[suits]}. {sentence('; '.join(use_why(reason) for reason in reasons))}"


def use_summary(name: str, found: Sequence[tuple[str, int]]) -> str:
    suits = sum(level == 2 for _, level in found)
    no = [surface for surface, level in found if level == 0]
    begin = f"{name} suits {suits} of {len(found)} places"
    return f"{begin}; not {listed(no, 'or')}." if no else f"{begin}, the others with care."


def outdoors_said(name: str, found: Outdoors) -> str:
    return (
        f"Outdoors, on a wall in the sun, {name} looks like LRV {number(found.lrv, 0)}: {number(found.lighter)} L* "
        f"lighter and {number(max(found.paler, 0.0))} in chroma paler than its board. Choose it from a large board "
        "seen out there, beside what stays."
    )


FRAMES = {"black": 5.0, "white": 85.0}
"""LRV of window frames, black and white, as they are made."""


def frames_said(kind: str, points: float, gap: float) -> str:
    if points < gap:
        return f"Beside {kind} frames only {number(points, 0)} points of LRV apart: frame and wall run together."
    if kind == "black":
        how = "drawn hard" if points > 50 else "drawn plainly"
        return f"Beside black frames {number(points, 0)} points apart: every window is {how}."
    return f"Beside white frames {number(points, 0)} points apart: the frames show."


LIMIT_ASKED = "LRV limit of what it goes on, as its maker states"
LIMIT_WRONG = "The limit is an LRV, 0 to 100, as the maker of the plastic, render or door states it."

CONTRAST_THINGS = {
    "doors": "doors against walls",
    "frames": "door frames against walls",
    "handrail": "handrail against the wall behind it",
    "steps": "edges of steps against the treads",
    "switches": "switches and sockets against walls",
    "signs": "signs against walls",
}
_RULES = {"points": "{found} points of LRV", "michelson": "Michelson {found}", "weber": "Weber {found}"}


def contrast_line(thing: str, held: Sequence[RuleCheck]) -> str:
    parts = []
    for one in held:
        digits = 0 if one.rule == "points" else 2
        found = _RULES[one.rule].format(found=number(one.found, digits))
        parts.append(f"{found} of {number(one.wanted, digits)} wanted, {'met' if one.met else 'not met'}")
    return f"{capital(CONTRAST_THINGS[thing])}: {'; '.join(parts)}."


def contrast_plain(found: Contrast) -> str:
    return (
        f"{number(found.points, 0)} points of LRV, Michelson {number(found.michelson, 2)}, "
        f"Weber {percentage(found.weber)}"
    )


CODE_DECIDES = "The local code and a licensed professional decide; these are figures to begin from."

CAUTIONS = {
    "lead": "Old coatings may hold lead: have them tested before sanding or burning off.",
    "ventilation": "Air the room while painting and drying; the product’s safety data sheet says what it gives off.",
    "heights": "High ceilings, stairs and outside walls want the right ladder or scaffold, and two people.",
    "heat": "A dark colour heats up in the sun and can warp plastic trim, shutters and doors behind a storm door.",
    "substrate": "It is darker than the maker of what it goes on allows: ask that maker before painting.",
    "insulation": "Render on insulation has an LRV limit of its own: ask its maker.",
    "escape": "On escape routes and fire-rated doors only coatings that keep the rating may go: the local code says.",
    "consent": "A landlord, an association or heritage rules may have to consent: ask before buying paint.",
    "contrast": "Doors, handrails and edges of steps must be found by people who see little: see the contrasts.",
    "screen": "A screen is not a sample: judge from painted boards in the room.",
}
"""Cautions, short; each defers to those who decide."""
