"""Why a wall looks other than its sample."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, listed, number, percentage
from prism.words.light import called, change_from

if TYPE_CHECKING:
    from prism.light.causes import Causes
    from prism.reading import Reading

_NAMES = {
    "sky": "light of the {sky} sky",
    "ground": "light from the ground outside",
    "sun": "colour of the sun",
    "lamps": "colour of the lamps",
    "floor": "colour of the floor",
    "walls": "colour of the walls themselves",
}
_WITHOUT = {
    "sky": "Under a sky of neutral daylight",
    "ground": "Over grey ground outside",
    "sun": "In sun of neutral daylight",
    "lamps": "Under lamps of neutral daylight",
    "floor": "Over a grey floor",
    "walls": "Between grey walls",
}
_LEVEL = {True: ("dim light", "In more light"), False: ("strong light", "In softer light")}
LEAST = 0.01
"""Part from which a cause stands among the figures."""
NO_CAUSE = "Light, floor and walls leave this colour as its sample is."
MANY_CAUSES = "Several things do this together, none of them by itself."


def cause_named(kind: str, sky: str, dim: bool) -> str:
    return f"the {_LEVEL[dim][0] if kind == 'level' else _NAMES[kind].format(sky=sky)}"


def causes_text(causes: Causes, sky: str, wall: str, without: Reading, own: Reading) -> str:
    """Return what makes a wall look other than its sample, and what it would look like without the first of that.

    `without` is the reading of the wall without its largest cause.
    """
    if not causes.named:
        return MANY_CAUSES
    first = causes.named[0]
    names = [cause_named(cause.kind, sky, causes.is_dim) for cause in causes.named]
    lead = _LEVEL[causes.is_dim][1] if first.kind == "level" else _WITHOUT[first.kind]
    does = "do" if len(names) > 1 else "does"
    would = f"{lead}, the {wall} wall would look {called(without)}{change_from(without, own)}."
    return f"{capital(listed(names))} {does} most of this. {would}"


def cause_figures(causes: Causes, sky: str, away: Sequence[float]) -> list[tuple[str, str]]:
    """Return each cause with the part of the way back to the sample that it is, and ΔE00 from the sample without it."""
    return [
        (capital(cause_named(cause.kind, sky, causes.is_dim)), f"{percentage(cause.part)}, ΔE00 {number(left)} without")
        for cause, left in zip(causes.each, away, strict=True)
        if abs(cause.part) >= LEAST
    ]
