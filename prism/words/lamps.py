"""What lamps do to a colour, and what stands in their light with it."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import listed, many, number
from prism.words.light import CLEARLY, kelvin_text
from prism.words.sizes import regional


def lamps_text(kelvins: list[float], hues: list[str], away: list[float]) -> str:
    """Say which undertone each temperature of lamp shows, which stays closest to the sample, and to keep to one."""
    groups: list[tuple[list[float], str]] = []
    for kelvin, shown in zip(kelvins, hues, strict=True):
        if groups and groups[-1][1] == shown:
            groups[-1][0].append(kelvin)
        else:
            groups.append(([kelvin], shown))
    each = " ".join(f"Lamps of {_span(percent_held)} show {_as_noun(shown)}." for percent_held, shown in groups)
    nearest = kelvin_text(kelvins[away.index(min(away))])
    return f"{each} {nearest} stays closest to the sample. Sample and live under one colour temperature."


def _span(kelvins: list[float]) -> str:
    first, last = kelvin_text(kelvins[0]), kelvin_text(kelvins[-1])
    return first if len(kelvins) == 1 else f"{first} to {last}"


def _as_noun(shown: str) -> str:
    return "an undertone that is too close to call" if shown == "too close to call" else shown


def lamp_shift_text(size: float, kelvin: float, known: bool) -> str:
    """Say how far a colour shifts under a lamp even beside a clean white there; without a spectrum it is a guess."""
    if not known:
        return "To predict how its pigments shift under lamps, read its spectrum with the reader."
    if size < 0.7:
        return "Beside a clean white under the same lamp, this colour looks the same."
    how = "a little" if size < 2 else "clearly"
    return f"Even beside a clean white this colour shifts {how} under lamps, most at {kelvin_text(kelvin)}."


def goes_with(terms: str, level: str, thing: str) -> str:
    """Say how something goes with a thing, as a predicate: `works with the wall`."""
    return {
        "agree": f"works with {thing}",
        "quiet": f"is safe beside {thing}",
        "differ": f"has another undertone than {thing}, without clashing",
    }.get(terms, f"{'probably ' if level == 'probably' else ''}clashes with {thing}")


def go_together(terms: str, level: str) -> str:
    """Say the same of two at once: `work together`."""
    return {
        "agree": "work together",
        "quiet": "are safe together",
        "differ": "have different undertones, without clashing",
    }.get(terms, f"{'probably ' if level == 'probably' else ''}clash")


def pairing_text(name: str, terms: str, level: str, lrv: float) -> str:
    """Say how a paint goes with something that stays, and the gap in LRV."""
    text = f"This colour {goes_with(terms, level, f'the {name}')}"
    if abs(lrv) < 1:
        return f"{text} at the same depth."
    return f"{text}, {many(round(abs(lrv)), 'point')} {'lighter' if lrv > 0 else 'darker'}."


def pairing_at_night(name: str, terms: str, level: str) -> str:
    """Say, after `pairing_text`, how the two go together under the lamps."""
    return f"Under the lamps the {name} and this colour {go_together(terms, level)}."


def pairings_plain(pairings: Sequence[tuple[str, str]], terms: str, evening: bool = False) -> str:
    """Say in one sentence with which of several things, (name, how surely), a paint agrees or clashes; empty for none.

    >>> pairings_plain([("brick", "certain"), ("blinds", "probably")], "clash")
    'This colour clashes with the brick, and probably with the blinds.'
    """
    if not pairings:
        return ""
    sure, likely = (
        [f"the {name}" for name, level in pairings if (level == "probably") is unsure] for unsure in (False, True)
    )
    text = goes_with(terms, "", listed(sure)) if sure else f"probably {goes_with(terms, '', listed(likely))}"
    more = f", and probably with {listed(likely)}" if sure and likely else ""
    return f"This colour {text}{more}{' under the lamps' if evening else ''}."


def deeper_text(darker: float, chroma: float) -> str:
    if darker < 0.7 and chroma < 0.7:
        return "On four walls this colour looks hardly deeper than the sample."
    parts = [word for word, size in (("darker", darker), ("stronger", chroma)) if size >= 0.7]
    how = "a little " if max(darker, chroma) < CLEARLY else ""
    return f"On four walls this colour looks {how}{listed(parts)} than the sample: the walls reflect each other."


def mirrored_text(matt: dict[str, float], satin: dict[str, float]) -> str:
    """Say where a satin wall would mirror a window, and by how much lighter it looks there; empty where it hardly does.

    >>> mirrored_text({"east": 4.0}, {"east": 24.0})
    'In satin the east wall mirrors the window: up to 24 points lighter there, 4 in matt.'
    """
    if not satin or max(satin.values()) < MIRRORED_FROM:
        return ""
    wall = max(satin, key=lambda each: satin[each])
    return (
        f"In satin the {wall} wall mirrors the window: up to {many(round(satin[wall]), 'point')} lighter there, "
        f"{number(matt.get(wall, 0.0), 0)} in {regional('matte')}."
    )


MIRRORED_FROM = 3.0
"""Points of LRV from which a mirrored window is worth saying."""
