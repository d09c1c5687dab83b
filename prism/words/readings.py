"""One colour read: depth, family, undertone, temperature, and what it is judged by."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, listed, number, percentage, sentence
from prism.words.sources import PROVENANCE, SETTLE
from prism.words.surety import bordered, graded

if TYPE_CHECKING:
    from prism.edges import FamilyEdge
    from prism.families import Family
    from prism.method import Method
    from prism.neutral import WorkingNeutral
    from prism.reading import Reading, Undertone


NEUTRALS = {"painted": "painted neutral", "whites": "painted neutral", "grey": "mathematical grey"}
PINK_FROM = 40
"""LRV from which the trade says pink rather than red."""


def method_called(title: str) -> str:
    return f"“{title}”" if "method" in title.casefold() else f"the {title} method"


def hue(word: str, lrv: float) -> str:
    return "pink" if word == "red" and lrv >= PINK_FROM else word


def family(kind: Family) -> str:
    """Return a family: a neutral by its name, a hue as muted or clear where its name does not say so."""
    return kind.word if kind.clear is None else f"{kind.word}, {'clear' if kind.clear else 'muted'}"


def family_text(reading: Reading) -> str:
    return family(reading.family)


_DEPTH_IN_NAME = {"white", "off-white", "cream", "black", "navy", "bottle green", "plum"}
_PALE = {"white", "off-white"}
"""Bands of depth that are also families: what is of that depth but no white is said to be light, a hue pale."""


def headline(reading: Reading) -> str:
    """Return depth and family together: `Light grey`, `Off-white`, `Pale blue, muted`."""
    name = family(reading.family)
    if reading.family.word in _DEPTH_IN_NAME:
        return capital(name)
    pale = "light" if reading.family.is_neutral else "pale"
    return capital(f"{pale if reading.depth in _PALE else reading.depth} {name}")


def family_edge(edge: FamilyEdge, names: Sequence[str | None]) -> str:
    """Say between which two families a colour stands, and what tips it; `names` are those of the colours that do."""
    first, second = edge.words
    tips = [f"Beside {name} it looks {word}." for word, name in zip(edge.words, names, strict=True) if name]
    text = f"This colour lies between {first} and {second}."
    return f"{text} {' '.join(tips)}" if tips else text


def depth(reading: Reading) -> str:
    """Return LRV and depth; a pale colour that is no white is called light, as its headline calls it."""
    whole = f"LRV {number(reading.lrv)}"
    if reading.depth in _PALE and reading.family.word not in _DEPTH_IN_NAME:
        return f"{whole}, light."
    return f"{whole}, {bordered(reading.depths)}."


def _is_amount(word: str) -> bool:
    return word.startswith(("a ", "an "))


def _strength(undertone: Undertone, hue_name: str, noun: str = "") -> str:
    word = undertone.strength_word
    if word == undertone.passive_word:  # a hue of what is all but none
        word = undertone.slight_word
    if _is_amount(word):
        return f"{word} of {hue_name}"
    return f"{_article(word)} {word} {hue_name}{noun}"


def _article(word: str) -> str:
    return "an" if word[0] in "aeiou" else "a"


def _no_undertone(reading: Reading) -> str:
    undertone = reading.undertone
    if undertone.grey_counts:
        return graded(undertone.none, "grey")
    if reading.family.base == "black":
        return graded(undertone.none, "no undertone")
    return graded(undertone.none, "no clear undertone")


def undertone_short(reading: Reading) -> str:
    undertone = reading.undertone
    if undertone.passive:
        return _no_undertone(reading)
    if undertone.off_list:
        return f"leans {hue(undertone.off_list, reading.lrv)}, which is on no list"
    if not undertone.hues:
        return _the_most(reading) or "too close to call"
    if len(undertone.hues) == 2:
        return listed([hue(word, reading.lrv) for word in undertone.hues], "or")
    text = graded(undertone.level, _strength(undertone, hue(undertone.hues[0], reading.lrv)))
    return f"{text}, leaning {hue(undertone.second, reading.lrv)}" if undertone.second else text


def _the_most(reading: Reading) -> str:
    """Return the most that can be said of an undertone whose hue cannot be told; empty for nothing."""
    undertone, warmth = reading.undertone, reading.temperature
    traits = []
    if undertone.slight.value != "none":
        traits.append(graded(undertone.slight, f"{undertone.slight_word} at most"))
    if warmth.side_level.value != "none" and not warmth.relative:
        traits.append(graded(warmth.side_level, f"on the {warmth.side} side"))
    return ", ".join(traits)


def undertone(reading: Reading, provenance_key: str) -> str:
    """Say the undertone as surely as it may be said, its lean and what is ruled out; or the most that can be said and
    what would settle it."""
    leaning, source = reading.undertone, PROVENANCE[provenance_key]
    settle = f"{SETTLE[provenance_key]} to settle it."
    if leaning.passive:
        probable = leaning.none.value != "certain"
        if reading.family.base == "black":
            sentence = f"{'Probably black' if probable else 'Black'}, without an undertone."
        elif leaning.grey_counts:
            sentence = f"Its undertone is {graded(leaning.none, 'grey')}, as this method says: it leans nowhere."
        else:
            sure = "probably " if probable else ""
            sentence = f"It {sure}has no clear undertone: it takes one from the colours beside it."
        return f"{sentence} {settle}" if probable else sentence
    if leaning.off_list:
        return (
            f"It leans {hue(leaning.off_list, reading.lrv)}, but this method names no such undertone for "
            f"{_article(reading.family.word)} {family(reading.family)}."
        )
    if not leaning.hues:
        most = _the_most(reading)
        sentence = f"{capital(most)}, and no hue can be told from {_article(source)} {source}." if most else (
            f"Too close to call from {_article(source)} {source}: it may lean {hue(leaning.nearest, reading.lrv)}, but "
            "other hues are open."
        )  # fmt: skip
        return f"{sentence} {settle}"
    names = [hue(word, reading.lrv) for word in leaning.hues]
    if len(names) == 2:
        text = f"Its undertone is {listed(names, 'or')}, {leaning.strength_word}"
        return f"{text}. {ruled_out(reading)} {settle}".replace("  ", " ")
    certain = leaning.level.value == "certain"
    if reading.family.hue and reading.family.hue != leaning.hues[0]:
        text = (
            f"The colour itself is {reading.family.word}; against the {NEUTRALS[reading.neutral]} it "
            f"is {'' if certain else 'probably '}on the side of {names[0]}, {leaning.strength_word}"
        )
    elif reading.family.is_neutral:
        text = f"It {'' if certain else 'probably '}shows {_shown(leaning, names[0])}"
    else:
        text = (
            f"{capital(graded(leaning.level, names[0]))} is the colour itself, {leaning.strength_word} against the "
            f"{NEUTRALS[reading.neutral]}"
        )
    return _and_the_rest(text, reading, "" if certain else settle)


def _shown(undertone: Undertone, hue_name: str) -> str:
    strength = _strength(undertone, hue_name, " undertone")
    return strength if strength.startswith(("a ", "an ")) else f"{_article(strength)} {strength}"


def _and_the_rest(text: str, reading: Reading, settle: str) -> str:
    second = reading.undertone.second
    lean = f", leaning a little to {hue(second, reading.lrv)}" if second else ""
    return f"{text}{lean}. {ruled_out(reading)} {settle}".strip().replace("  ", " ")


def what_it_is(reading: Reading, provenance_key: str) -> str:
    """Say depth, family and undertone in one sentence, and what is ruled out: `A light grey with a clear blue
    undertone.`"""
    leaning = reading.undertone
    if leaning.passive and not leaning.grey_counts:
        level = leaning.none
        undertone_part = "with no undertone" if reading.family.base == "black" else "with no clear undertone"
    elif reading.family.hue and leaning.hues == (reading.family.hue,):
        level, undertone_part = leaning.level, ""
    elif reading.family.is_neutral and not leaning.off_list and len(leaning.hues) == 1:
        level, undertone_part = leaning.level, f"with {_shown(leaning, hue(leaning.hues[0], reading.lrv))}"
    else:
        return f"{headline(reading)}. {undertone(reading, provenance_key)}"
    certain = level.value == "certain"
    called, _, tone = headline(reading).lower().partition(", ")
    called = f"{tone} {called}".strip()
    named = f"{_article(called)} {called}"
    if not certain:
        named = f"{named}, probably" if undertone_part else f"probably {named}"
    settle = "" if certain else f"{SETTLE[provenance_key]} to settle it."
    return _and_the_rest(capital(f"{named} {undertone_part}".strip()), reading, settle)


FEARED = ("red", "purple", "green", "yellow", "blue", "orange")
FEARED_IN_WHITES = ("yellow", "red", "blue", "purple", "green", "orange")
"""Hues in the order in which clients fear to find them in a wall; a white is feared to turn yellow first."""

MENTIONED = 2
"""Hues that are ruled out by name; the others stand under Why."""


def _by_fear(reading: Reading) -> list[str]:
    order = FEARED_IN_WHITES if reading.family.base == "white" else FEARED
    rank = {word: place for place, word in enumerate(order)}
    ruled_out = sorted(reading.undertone.ruled_out, key=lambda word: rank.get(word, len(order)))
    return [hue(word, reading.lrv) for word in ruled_out]


def ruled_out(reading: Reading) -> str:
    """Rule out the two hues that a client would fear most: `No pink, no purple.`"""
    return sentence(", ".join(f"no {word}" for word in _by_fear(reading)[:MENTIONED]))


def also_ruled_out(reading: Reading) -> str:
    more = _by_fear(reading)[MENTIONED:]
    return f" Also ruled out: {listed(more)}." if more else ""


def temperature_short(reading: Reading) -> str:
    temperature = reading.temperature
    if temperature.relative:
        return ""
    if temperature.band.level.value != "none":
        return temperature.word
    return (
        ""
        if temperature.side_level.value == "none"
        else graded(temperature.side_level, f"on the {temperature.side} side")
    )


def temperature(reading: Reading) -> str:
    found_temperature = reading.temperature
    if found_temperature.relative:
        return "This method calls a colour warm or cool only beside another."
    text = temperature_short(reading)
    if not text:
        return "Warm or cool cannot be told from this source."
    if found_temperature.temperate and found_temperature.band.level.value != "none":
        lean = found_temperature.lean if found_temperature.side_level.value == "certain" else ""
        return f"Neither warm nor cool{f', leaning {lean}' if lean else ''}."
    return f"{capital(text)}."


def neutral_note(neutral: WorkingNeutral, lightness: float) -> str:
    if neutral.kind == "grey":
        return "Judged against mathematical grey: a* 0, b* 0 at every depth."
    a, b = neutral.at(lightness)
    return (
        f"Judged against painted greys, which are slightly yellow: a* {number(float(a), 2)}, b* {number(float(b), 1)} "
        "at this depth."
    )


def neutral_figures(neutral: WorkingNeutral, lightness: float) -> str:
    a, b = neutral.at(lightness)
    return f"At this depth: a* {number(float(a), 2)}, b* {number(float(b), 1)}"


NO_REFERENCE_WHITES = "There are no reference whites yet: keep some in the decks first."


def neutral_title(neutral: WorkingNeutral, shift: tuple[float, float]) -> str:
    if neutral.kind == "grey":
        return "mathematical grey"
    base = "painted, through my whites" if neutral.kind == "whites" else "painted"
    if not any(shift):
        return base
    return f"{base}, moved by a* {number(shift[0], 1, signed=True)}, b* {number(shift[1], 1, signed=True)}"


def undertone_rule(reading: Reading, method: Method) -> str:
    undertone = reading.undertone
    start, width = method.hues_for(reading.family.word).span(undertone.nearest)
    low, high = method.undertone_strength.bounds(undertone.strength_word)
    text = (
        f"Its undertone is {number(undertone.strength)} strong at {number(undertone.hue, 0)}°, from the "
        f"{NEUTRALS[reading.neutral]}. "
        f"{capital(method_called(method.title))} calls {number(start, 0)}° to {number((start + width) % 360, 0)}° "
        f"{hue(undertone.nearest, reading.lrv)}, and a strength "
    )
    if low == float("-inf"):
        text += f"below {number(high)}"
    elif high == float("inf"):
        text += f"from {number(low)}"
    else:
        text += f"of {number(low)} to {number(high)}"
    text += f" {undertone.strength_word}."
    shares = [
        f"{hue(word, reading.lrv) if word else 'none'} {percentage(p)}" for word, p in undertone.shares if p >= 0.005
    ]
    return (
        f"{text} Within ±{number(reading.uncertainty)} ΔE00 it is {listed(shares)}. From "
        f"{percentage(method.claims.certain)} a finding is plain, from {percentage(method.claims.probable)} "
        f"probable. Below {percentage(1 - method.claims.certain)} a hue is ruled out.{also_ruled_out(reading)}"
    )


def method_note(method: Method) -> str:
    return f"{method.title.capitalize()}: {method.summary}"
