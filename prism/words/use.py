"""Sentences of where a colour goes, of contrast for people, and cautions."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, many, number, percentage

if TYPE_CHECKING:
    from prism.palette.contrast import Contrast, RuleCheck
    from prism.palette.use import Outdoors, Reason, Use

SUITS = ("avoid", "with care", "good")
USE_WHY = {
    "light enough": "light enough for every room",
    "deep for a home": "deep for a whole home, so use it in one room",
    "too deep for a home": "too deep for a whole home, so use it as an accent",
    "a statement everywhere": "too strong to live with in every room",
    "a statement": "strong, and four walls deepen it further",
    "holds a room": "holds a room without closing it in",
    "no accent": "too pale and quiet for an accent",
    "an accent": "deep or clear enough to stand out from pale walls",
    "a weak accent": "hardly an accent beside pale walls",
    "white all over": "quiet all over, with sheen to draw the edges",
    "one colour all over": "works on walls, trim and ceiling, told apart by sheen",
    "needs a large daylit room": "all over it needs a large daylit room",
    "room too small": "too deep all over for {found} m² of floor",
    "room too dim": "too deep all over for a room with {found} lx on its walls",
    "room not bright": "the room is not bright, so try it large first",
    "large and daylit": "the room is large and bright enough for it all over",
    "lifts a ceiling": "keeps a ceiling high",
    "ceiling comes down": "brings a ceiling down, which can suit a room",
    "glares": "glares on large smooth surfaces",
    "long to live with": "strong for what is rarely changed",
    "shows dust": "shows every speck",
    "shows dirt": "shows dirt",
    "washed in a higher sheen": "washes well in satin to semi-gloss",
    "island shows knocks": "shows the marks of feet and stools",
    "an island may be deeper": "may be deeper than what surrounds it",
    "small enough": "strong, and a small piece can carry it",
    "says little": "too quiet to show on one piece",
    "tints from above": "tints everything from above",
    "no ground for what is on it": "sets nothing off",
    "a ground for what is on it": "sets off what is on the shelves",
    "island too near the rest": "too close to what surrounds it",
    "told from white trim": "stands out from white trim",
    "shifts from room to room": "its undertone shifts with the light of every room",
    "deepens itself": "walls and ceiling deepen each other",
    "a cold ceiling": "looks cold and shadowy from below",
    "a cold floor": "a cool floor cools the furniture",
    "a coloured trim": "shows its colour beside most walls",
    "warmed from below": "light from the ground yellows it further",
    "cold in the shade": "looks colder still in the shade",
    "told by its colour": "its colour marks the door",
    "loud in the sun": "loud in the sun on a whole house",
    "lost on a pale wall": "too pale to stand out on a wall",
    "stands out on a wall": "stands out on a pale wall",
    "seen from the street": "noticed from the street",
    "lost in its frame": "too quiet to be noticed in its frame",
    "floor wears": "hides both dust and dirt for a while",
    "tints the room": "throws its colour on every wall",
    "edge is lost": "only {found} points from the walls, so the edge is soft",
    "a light trim": "a true white for trim",
    "a dark trim": "a near-black for trim",
    "neither light nor dark": "neither white nor near-black, so trim looks like wall",
    "below the limit": "darker than the maker of what it goes on allows",
    "heats up": "heats up in the sun and can warp plastic and insulated render",
    "takes the porch’s light": "takes light from the rooms behind the porch",
    "lights a porch": "throws light into the rooms behind the porch",
    "dazzles in the sun": "dazzles in the sun",
    "looks white outdoors": "looks white in the sun",
    "lighter and less coloured": "keeps some colour in the sun, and looks lighter",
}
"""Why a colour suits a surface or does not, with what was found and what it is held against."""
_WHOLE = {"room too small", "room too dim", "room not bright", "large and daylit"}


def use_why(reason: Reason) -> str:
    whole = float(reason.against).is_integer() and reason.key not in ("lighter and less coloured",)
    digits = 0 if reason.key in _WHOLE else 1
    found_value, against = number(reason.found, digits), number(reason.against, 0 if whole else 1)
    return USE_WHY[reason.key].format(found=found_value, against=against)


def use_figures(reasons: Sequence[Reason]) -> str:
    """Return what was found and what it is held against, for each reason."""
    return "; ".join(f"{number(reason.found, 1)} against {number(reason.against, 1)}" for reason in reasons)


def use_text(surface: str, suits: int, reasons: Sequence[Reason]) -> str:
    how = ("Not on", "With care on", "Good on")[suits]
    return f"{how} {on_surface(surface)}: {', '.join(use_why(reason) for reason in reasons[:2])}."


_WALLS = ("walls of the whole home", "walls of one room", "one wall", "all over")
_TELLING = (
    "front door", "shutters", "furniture", "island", "trim", "doors", "floor", "outside walls", "ceiling", "built-ins",
    "porch ceiling", "cabinets",
)  # fmt: skip
"""Surfaces from the one that fewest colours suit to the one that most do: what is said of few tells most."""


_ON = {
    "walls of the whole home": "the walls of a whole home", "walls of one room": "the walls of one room",
    "one wall": "a single wall", "all over": "walls, trim and ceiling at once", "front door": "a front door",
    "ceiling": "a ceiling", "floor": "a floor", "island": "an island", "porch ceiling": "a porch ceiling",
}  # fmt: skip
"""How a surface is called in a sentence, where not by its name."""


def use_best(uses: Sequence[tuple[str, int]]) -> list[str]:
    """Return the two best uses of (surface, suits 0-2): on walls, and the most telling one else."""
    good = [surface for surface, level in uses if level == 2]
    walls = [surface for surface in _WALLS if surface in good][:1]
    return [*walls, *[surface for surface in _TELLING if surface in good][: 2 - len(walls)]]


def use_worst(uses: Sequence[tuple[str, int]]) -> str:
    """Return the use to avoid that one would try first; empty for none."""
    bad = [surface for surface, level in uses if level == 0]
    return next((surface for surface in (*_WALLS, *reversed(_TELLING)) if surface in bad), "")


def on_surface(surface: str) -> str:
    return _ON.get(surface, surface)


def use_good(uses: Sequence[Use], lead: str = "Best on") -> list[str]:
    """Return where a colour goes best and where else, each with its reason from the colour's figures."""
    why = {use.surface: use_why(use.reasons[0]) for use in uses}
    best = use_best([(use.surface, int(use.suits)) for use in uses])
    leads = (lead, "Also good on")
    return [f"{begins} {on_surface(use)}: {why[use]}." for begins, use in zip(leads, best, strict=False)]


def use_bad(uses: Sequence[Use]) -> list[str]:
    """Return the use to avoid that one would try first, with its reason; empty where there is none."""
    worst = use_worst([(use.surface, int(use.suits)) for use in uses])
    return [f"Avoid it on {on_surface(worst)}: {use_why(use.reasons[0])}." for use in uses if use.surface == worst]


def use_summary(name: str, uses: Sequence[Use]) -> str:
    good = use_good(uses, f"{name} is best on") or [f"{name} goes nowhere without care."]
    return " ".join([*good, *use_bad(uses)])


def outdoors_text(name: str, outdoors: Outdoors) -> str:
    return (
        f"On a wall in the sun, {name} looks like LRV {number(outdoors.lrv, 0)} and weaker than its sample. Choose it "
        "from a large sample board outdoors."
    )


FRAMES = {"black": 5.0, "white": 85.0}
"""LRV of window frames, black and white, as they are made."""


def frames_text(kind: str, points: float, gap: float) -> str:
    if points < gap:
        return f"Beside {kind} frames the edge is soft: {many(round(points), 'point')}."
    how = "draws every window hard" if kind == "black" and points > 50 else "is crisp"
    return f"Beside {kind} frames the edge {how}: {many(round(points), 'point')}."


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


def contrast_line(thing: str, checks: Sequence[RuleCheck]) -> str:
    """Say whether a thing is told from what it stands against, by its LRV points where they are asked for."""
    met = all(rule.met for rule in checks)
    points = next((rule for rule in checks if rule.rule == "points"), checks[0])
    digits = 0 if points.rule == "points" else 2
    unit = " points" if points.rule == "points" else ""
    contrast, wanted = number(points.found, digits), number(points.wanted, digits)
    if met:
        verdict = "enough contrast"
    elif points.met:  # the ratio of two light surfaces stays small, however many points part them
        verdict = "but both are too light to tell apart well"
    else:
        verdict = f"too little contrast, {wanted} needed"
    return f"{capital(CONTRAST_THINGS[thing])}: {contrast}{unit}, {verdict}"


def thing_in(thing: str, room: str) -> str:
    return f"{capital(CONTRAST_THINGS[thing])}, {room}"


def contrast_figures(checks: Sequence[RuleCheck]) -> str:
    """Return the figures of a contrast under every rule that is asked for."""
    return "; ".join(
        f"{_RULES[rule.rule].format(found=number(rule.found, 0 if rule.rule == 'points' else 2))} of "
        f"{number(rule.wanted, 0 if rule.rule == 'points' else 2)}"
        for rule in checks
    )


def contrast_plain(contrast: Contrast) -> str:
    return (
        f"{many(round(contrast.points), 'point')} of LRV, Michelson {number(contrast.michelson, 2)}, "
        f"Weber {percentage(contrast.weber)}"
    )


CODE_DECIDES = "These figures are a start: the local code and a licensed professional decide."

CAUTIONS = {
    "lead": "Old coatings may contain lead: have them tested before sanding or burning off.",
    "ventilation": "Air the room while painting and drying, as the product’s safety data sheet says.",
    "heights": "High ceilings, stairs and outside walls need the right ladder or scaffold, and two people.",
    "heat": "Dark colours heat up in the sun and can warp plastic trim, shutters and doors.",
    "substrate": "This is darker than the maker of what it goes on allows: ask that maker first.",
    "insulation": "Render on insulation has an LRV limit of its own: ask its maker.",
    "escape": "Escape routes and fire-rated doors need rated coatings: the local code says which.",
    "consent": "A landlord, an association or heritage rules may have to agree: ask before buying paint.",
    "contrast": "People who see poorly must find doors, handrails and steps: see the contrasts.",
    "screen": "A screen is not a paint sample: judge from painted boards in the room.",
}
"""Cautions, short; each defers to those who decide."""
