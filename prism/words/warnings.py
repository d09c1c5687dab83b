"""What a room's light warns of."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import listed
from prism.words.light import CLEARLY

_COUNSEL = {
    "washes out": "washes out in strong light",
    "heavy": "gets {}heavy in the dim light",
    "dingy": "may look {}dingy",
    "cool forward": "pulls {}cool",
    "warm forward": "pulls {}warm",
    "warm in the evening": "turns {}warm under the lamps",
}


def counsels_text(counsels: Sequence[tuple[str, tuple[str, ...], bool, bool, float]]) -> list[str]:
    """Return warnings of (kind, walls, whether predicted, whether the rule of thumb warns, size), those of one origin
    together with what says so."""
    by_origin: dict[str, list[str]] = {}
    for kind, walls, predicted, ruled, size in counsels:
        if predicted and ruled:
            who = "Predicted for this room, and the rule of thumb agrees."
        elif predicted:
            who = "Predicted for this room; the rule of thumb would not warn."
        else:
            who = "By the rule of thumb; the prediction for this room does not show it."
        how_far = "a little " if predicted and abs(size) < CLEARLY else ""
        by_origin.setdefault(who, []).append(f"{_COUNSEL[kind].format(how_far)}{_on_walls(walls)}")
    return [" ".join([*_of_this_colour(warnings), who]) for who, warnings in by_origin.items()]


def counsels_plain(counsels: Sequence[tuple[str, tuple[str, ...]]]) -> list[str]:
    """Return warnings of (kind, walls) as sentences for a client, without what says so."""
    return _of_this_colour([counsel_plain(*counsel) for counsel in counsels])


def counsel_plain(kind: str, walls: tuple[str, ...]) -> str:
    """Return a warning as a predicate: `may look dingy on the east wall`."""
    return f"{_COUNSEL[kind].format('')}{_on_walls(walls)}"


def _of_this_colour(warnings: Sequence[str]) -> list[str]:
    """Return one sentence of two warnings at most, as many as it takes."""
    pairs = [warnings[i : i + 2] for i in range(0, len(warnings), 2)]
    return [f"This colour {listed(list(pair))}." for pair in pairs]


def _on_walls(walls: tuple[str, ...]) -> str:
    return "" if len(walls) == 4 else f" on the {listed(walls)} wall{'s' if len(walls) > 1 else ''}"
