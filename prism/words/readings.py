"""One colour read: depth, family, undertone, temperature, and what it is judged by."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import number, sentence
from prism.words.sources import PROVENANCE, SETTLE

if TYPE_CHECKING:
    from prism.neutral import WorkingNeutral
    from prism.reading import Reading, Undertone
    from prism.school import School
    from prism.survey import Family


NEUTRALS = {"painted": "painted neutral", "whites": "painted neutral", "grey": "mathematical grey"}
PINK_FROM = 40
"""LRV from which the trade says pink rather than red."""


def hue(word: str, lrv: float) -> str:
    """Return a hue as the trade says it at a depth: a light red is a pink."""
    return "pink" if word == "red" and lrv >= PINK_FROM else word


def family(found: Family) -> str:
    """Return a family: a neutral by its name, a hue as greyed or clear."""
    return found.word if found.is_neutral else f"{found.word}, {'clear' if found.clear else 'greyed'}"


_DEPTH_IN_NAME = {"white", "off-white", "cream", "black"}


def headline(reading: Reading) -> str:
    """Return depth and family together: `Light grey`, `Off-white`, `Mid-tone blue, greyed`."""
    name = family(reading.family)
    if reading.family.word in _DEPTH_IN_NAME:
        return name.capitalize()
    return f"{reading.depth} {name}".capitalize()


def depth(reading: Reading) -> str:
    """Say where the LRV stands, and which other band the uncertainty allows."""
    text = f"LRV {number(reading.lrv)}: {reading.depth}"
    if reading.depth_or:
        text += f", on the edge of {reading.depth_or}"
    return sentence(text)


def _is_amount(word: str) -> bool:
    """Return whether a word for strength is an amount, as in *a hint of blue*, rather than a quality."""
    return word.startswith(("a ", "an "))


def _strength(undertone: Undertone, hue_name: str) -> str:
    if _is_amount(undertone.strength_word):
        return f"{undertone.strength_word} of {hue_name}"
    article = "an" if undertone.strength_word[0] in "aeiou" else "a"
    return f"{article} {undertone.strength_word} {hue_name}"


def undertone_short(reading: Reading) -> str:
    """Return the undertone in a few words, for lists and the path."""
    found = reading.undertone
    if found.passive:
        return "grey" if found.grey_counts else "passive, could go any way"
    if found.off_list:
        return f"leans {hue(found.off_list, reading.lrv)}, which is on no list"
    if found.main is None:
        return "too close to call"
    text = _strength(found, hue(found.main, reading.lrv))
    return f"{text}, leaning {hue(found.second, reading.lrv)}" if found.second else text


def undertone(reading: Reading, provenance_key: str) -> str:
    """Say the undertone, its lean and what is ruled out; or why nothing can be said and what would settle it."""
    found = reading.undertone
    if found.passive and found.grey_counts:
        return (
            f"Its undertone is grey, as this school says: {number(found.strength)} from the "
            f"{NEUTRALS[reading.neutral]}, leaning nowhere."
        )
    if found.passive:
        return (
            f"Its undertone is passive: {number(found.strength)} from the {NEUTRALS[reading.neutral]}, "
            "little enough to go any way beside other colours."
        )
    if found.off_list:
        return (
            f"It leans {hue(found.off_list, reading.lrv)}, {number(found.strength)} from the "
            f"{NEUTRALS[reading.neutral]}, but this school names no such undertone for a {family(reading.family)}."
        )
    name = hue(found.nearest, reading.lrv)
    if found.main is None:
        return (
            f"Too close to call from a {PROVENANCE[provenance_key]}: it may lean {name}, but the effect, "
            f"ΔE00 {number(found.effect)}, is no larger than the uncertainty, {number(reading.uncertainty)}. "
            f"{SETTLE[provenance_key]} to settle it."
        )
    if reading.family.hue and reading.family.hue != found.main:
        text = (
            f"The colour itself is {hue(reading.family.hue, reading.lrv)}; against the {NEUTRALS[reading.neutral]} it "
            f"stands on the side of {name}, {found.strength_word}"
        )
    elif reading.family.is_neutral:
        text = f"It shows {_strength(found, name)}" + ("" if _is_amount(found.strength_word) else " undertone")
    else:
        text = (
            f"{name.capitalize()} is the colour itself, {found.strength_word} against the {NEUTRALS[reading.neutral]}"
        )
    if found.second:
        text += f", leaning a little to {hue(found.second, reading.lrv)}"
    return f"{text}. {ruled_out(reading)}".strip()


def ruled_out(reading: Reading) -> str:
    """Say which hues are ruled out: `No pink, no orange.`"""
    return sentence(", ".join(f"no {hue(word, reading.lrv)}" for word in reading.undertone.ruled_out))


def temperature(reading: Reading) -> str:
    """Say the temperature, and whether the uncertainty allows it."""
    found = reading.temperature
    if found.relative:
        return "Warm or cool only beside another colour, as this school says."
    if found.temperate:
        lean = f", with a lean to {found.lean}" if found.lean else ""
        return f"{found.word.capitalize()} in temperature{lean}."
    if not found.supported:
        return f"Perhaps {found.word}; the uncertainty is as large as the effect."
    return f"{found.word.capitalize()}."


def neutral_note(neutral: WorkingNeutral, lightness: float) -> str:
    """Say which neutral is in force and where it lies at a lightness."""
    if neutral.kind == "grey":
        return "Mathematical grey: a* 0, b* 0 at every depth."
    a, b = neutral.at(lightness)
    return (
        f"Painted neutral: at this depth, L* {number(lightness)}, a painted grey lies at "
        f"a* {number(float(a), 2)}, b* {number(float(b), 1)}, slightly yellow."
    )


def no_whites() -> str:
    """Say that there are no whites to lead the neutral through."""
    return "There are no reference whites yet: keep some in the decks first."


def neutral_title(neutral: WorkingNeutral, shift: tuple[float, float]) -> str:
    """Say which neutral is in force in a word or two."""
    if neutral.kind == "grey":
        return "mathematical grey"
    base = "painted, through my whites" if neutral.kind == "whites" else "painted"
    if not any(shift):
        return base
    return f"{base}, moved by a* {number(shift[0], 1, signed=True)}, b* {number(shift[1], 1, signed=True)}"


def undertone_rule(reading: Reading, school: School) -> str:
    """Say by which rule the undertone was named."""
    found = reading.undertone
    start, width = school.hues_for(reading.family.word).span(found.nearest)
    low, high = school.undertone_strength.bounds(found.strength_word)
    text = (
        f"It lies {number(found.strength)} from the {NEUTRALS[reading.neutral]} at {number(found.hue, 0)}°. "
        f"The {school.title} school calls {number(start, 0)}° to {number((start + width) % 360, 0)}° "
        f"{hue(found.nearest, reading.lrv)}, and a strength "
    )
    if low == float("-inf"):
        text += f"below {number(high)}"
    elif high == float("inf"):
        text += f"from {number(low)}"
    else:
        text += f"of {number(low)} to {number(high)}"
    text += f" {found.strength_word}."
    if found.main is not None:
        least = school.undertone_strength.words[1]
        text += f" A hue is ruled out where even the uncertainty would not bring it up to {least}."
    return text


def school_note(school: School) -> str:
    """Say which school is in force and what it holds."""
    return f"{school.title.capitalize()}: {school.summary}"
