"""Schools, their figures and what changing them does."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, listed
from prism.words.readings import headline, undertone_short

if TYPE_CHECKING:
    from prism.reading import Reading

SCHOOL_PARTS = {
    "title": "What it is called",
    "summary": "What it is called",
    "depth": "Depth",
    "undertone": "Undertone",
    "lists": "Short lists of undertones, by family (empty: all)",
    "temperature": "Temperature",
    "trim": "Trim",
    "neutral": "The painted neutral",
    "family": "Families, the first that fits",
    "hue_family": "Hue families",
    "comparison": "Comparison",
    "difference": "Words for differences",
    "uncertainty": "Uncertainty, ΔE00, by source",
}
"""What the parts of a school are about, in the order they are shown."""
_LABELS = {
    "title": "Title",
    "summary": "In a sentence",
    "depth.words": "Bands, dark first",
    "depth.edges": "LRV at which the next begins",
    "undertone.hues": "Hues",
    "undertone.edges": "Degrees at which each begins",
    "undertone.strength_words": "Words for strength",
    "undertone.strength_edges": "Distance from the neutral at which the next begins",
    "undertone.grey_counts": "Grey counts as an undertone",
    "undertone.never_passive": "Families that always have one",
    "undertone.second_within": "A second one is named within, degrees",
    "temperature.relative": "Only beside another colour",
    "temperature.axis": "Hue of warmth, degrees",
    "temperature.words": "Words, cool first",
    "temperature.edges": "Lab units at which the next begins",
    "trim.gap": "LRV points between wall and trim",
    "trim.crown": "Sheen of crown moulding",
    "neutral.lightness": "At L*",
    "neutral.a": "a* there",
    "neutral.b": "b* there",
    "hue_family.hues": "Hues",
    "hue_family.edges": "Degrees at which each begins",
    "hue_family.clear_from": "Clear from C*ab",
    "comparison.readable": "Readable size, ΔE00 from, to",
    "comparison.same_depth": "One depth within, LRV points",
    "comparison.white_lrv": "Whites from LRV",
    "comparison.white_chroma": "Whites below C*ab",
    "difference.words": "Words, small first",
    "difference.edges": "ΔE00 at which the next begins",
}
_RULE = {"lrv": "LRV", "chroma": "C*ab", "hue": "hue", "strength": "undertone strength", "undertone": "undertone hues"}


def school_part(key: str) -> str:
    """Return what a part of a school is about."""
    return SCHOOL_PARTS.get(key, capital(key))


def school_label(path: Sequence[str], family: str) -> str:
    """Return what a figure of a school is."""
    if path[0] == "family":
        return f"{capital(family)}: {_RULE.get(path[2], path[2])}"
    if path[:2] == ("undertone", "lists"):
        return capital(path[2])
    return _LABELS.get(".".join(path), capital(path[-1].replace("-", " ")))


def school_wrong(reason: str) -> str:
    """Say why the figures of a school do not add up."""
    return f"The figures do not add up: {reason}."


def copy_of(title: str, taken: Collection[str]) -> str:
    """Return a title for a copy that no other school has."""
    plain = f"my {title.removeprefix('my ')}"
    return next(name for name in (plain, *(f"{plain} {n}" for n in range(2, 1000))) if name not in taken)


def school_changes(moved: int, total: int, counts: Mapping[str, int]) -> str:
    """Say how many colours get another answer."""
    if not moved:
        return f"None of {total:,} colours gets another answer."
    each = listed([f"{count:,} in {name}" for name, count in counts.items()])
    return f"{moved:,} of {total:,} colours get another answer: {each}."


def in_short(reading: Reading) -> str:
    """Return a reading in a line."""
    warmth = "" if reading.temperature.relative else f", {reading.temperature.word}"
    return f"{headline(reading)}: {undertone_short(reading)}{warmth}"


SCHOOL_CHANGED = "The school has been changed since; this review keeps it as it was."
SCHOOL_GONE = "The school has been deleted since; this review keeps it."


def school_unreadable(reason: str, instead: str) -> str:
    """Say that the school a review kept can no longer be read, and what is judged by instead."""
    return (
        f"The school this review kept can no longer be read: {reason}. It is judged by {instead}; choose one to keep."
    )
