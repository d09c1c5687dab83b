"""Wishes in the trade's words: "like this but a bit warmer", "same undertone, LRV about 60", "less green"."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

from prism import messages
from prism.choosing.axes import less
from prism.side_by_side import COMPARATIVE

_AMOUNTS = {
    "a touch": 1.5, "a hint": 1.5, "a shade": 1.5, "slightly": 1.5, "a little bit": 2.5, "a bit": 2.5, "a little": 2.5,
    "somewhat": 2.5, "plainly": 5.0, "clearly": 5.0, "much": 7.0, "far": 7.0, "a lot": 7.0, "very much": 7.0,
}  # fmt: skip
USUAL = 3.5
"""Lab units that a bare "warmer" asks for."""
PER_DEPTH = 1.7
"""Lightness takes this many units of L* for one of undertone, for the change to be as plain."""
_DIRECTIONS = {
    "lighter": "lighter", "paler": "lighter", "darker": "darker", "deeper": "darker", "warmer": "warmer",
    "cooler": "cooler", "colder": "cooler", "greyer": "greyer", "grayer": "greyer", "softer": "greyer",
    "muddier": "greyer", "clearer": "clearer", "cleaner": "clearer", "brighter": "clearer", "pinker": "redder",
    **{word: word for word in COMPARATIVE.values()},
}  # fmt: skip
_HUES = {**{hue: hue for hue in COMPARATIVE}, "pink": "red", "violet": "purple"}
_MORE = {**{name: COMPARATIVE[hue] for name, hue in _HUES.items()}, "grey": "greyer", "gray": "greyer",
         "colour": "clearer", "color": "clearer", "warm": "warmer", "cool": "cooler", "light": "lighter",
         "dark": "darker"}  # fmt: skip
_LESS = {**{name: less(hue) for name, hue in _HUES.items()}, "grey": "clearer", "gray": "clearer",
         "colour": "greyer", "color": "greyer", "warm": "cooler", "cool": "warmer", "light": "darker",
         "dark": "lighter"}  # fmt: skip
_FILLER = set(
    "like this that one but and with a an the colour color it to of at in as is be by some something please only i "
    "just want would should make more".split()
)


class AskError(ValueError):
    """A wish that cannot be understood; the message says which word and what can be said."""


@dataclass(frozen=True)
class Wish:
    """What to find: `towards` axes with how far, Lab units; an `lrv`; what to keep; and two colours to lie `between`,
    as they were named, where `this` is the subject and `that` the board beside it."""

    towards: Mapping[str, float] = field(default_factory=dict)
    lrv: float | None = None
    keep_undertone: bool = False
    keep_depth: bool = False
    between: tuple[str, str] | None = None


def _alternatives(choices: Mapping[str, object]) -> str:
    return "|".join(sorted(map(re.escape, choices), key=len, reverse=True))


_PATTERNS = [
    ("lrv", re.compile(r"lrv\s*(?:of|about|around|near|at|=|to)?\s*(?:about|around)?\s*(-?\d+(?:[.,]\d+)?)")),
    ("same", re.compile(r"(?:the )?same (undertone|lrv|depth|lightness)")),
    ("these", re.compile(r"between (?:these|the) two")),
    ("between", re.compile(r"between (.+?) and ([^,;]+)")),
    ("amount", re.compile(rf"({_alternatives(_AMOUNTS)})\b")),
    ("less", re.compile(rf"less (?:of )?(?:a )?({_alternatives(_LESS)})\b")),
    ("more", re.compile(rf"more (?:of )?(?:a )?({_alternatives(_MORE)})\b")),
    ("direction", re.compile(rf"({_alternatives(_DIRECTIONS)})\b")),
    ("word", re.compile(r"[^\s,;.]+")),
]


def parse(text: str) -> Wish:
    """Return the wish that a sentence holds. Raises `AskError` naming the word that is not understood.

    >>> parse("a bit warmer, LRV about 60")
    Wish(towards={'warmer': 2.5}, lrv=60.0, keep_undertone=False, keep_depth=False, between=None)
    """
    clean = " ".join(text.casefold().replace("−", "-").split())
    towards: dict[str, float] = {}
    lrv: float | None = None
    kept: set[str] = set()
    between: tuple[str, str] | None = None
    amount: float | None = None
    at = 0
    while at < len(clean):
        if clean[at] in " ,;.":
            at += 1
            continue
        kind, match = next((kind, found) for kind, pattern in _PATTERNS if (found := pattern.match(clean, at)))
        at = match.end()
        if kind == "lrv":
            lrv = float(match[1].replace(",", "."))
            if not 0 <= lrv <= 100:
                raise AskError(messages.out_of_range("LRV", lrv, 0, 100))
        elif kind == "same":
            kept.add("undertone" if match[1] == "undertone" else "depth")
        elif kind == "these":
            between = ("this", "that")
        elif kind == "between":
            between = (match[1].strip(), match[2].strip())
        elif kind == "amount":
            amount = _AMOUNTS[match[1]]
        elif kind == "word":
            if match[0] not in _FILLER:
                raise AskError(messages.not_understood(match[0]))
        else:
            axis = {"less": _LESS, "more": _MORE, "direction": _DIRECTIONS}[kind][match[1]]
            units = USUAL if amount is None else amount
            towards[axis] = units * (PER_DEPTH if axis in ("lighter", "darker") else 1.0)
            amount = None
    if not (towards or kept or between or lrv is not None):
        raise AskError(messages.nothing_asked())
    return Wish(towards, lrv, "undertone" in kept, "depth" in kept, between)
