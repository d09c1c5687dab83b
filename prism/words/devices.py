"""The reader and what its readings say."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import count, listed, number, numeral, percent, shortened
from prism.words.strengths import seen

if TYPE_CHECKING:
    from prism.method import Method


READER_BUSY = "The reader is being used at another screen: read again when that one is done."


def enough_readings(most: int) -> str:
    return f"{numeral(most).capitalize()} readings are enough: leave some out, or start again."


def reader_state(since_calibration: float | None) -> str:
    if since_calibration is None:
        return "Not calibrated: it must see its white tile first."
    if since_calibration < 1:
        return "Calibrated just now."
    return f"Calibrated {count(round(since_calibration), 'minute')} ago."


def readings_together(kept: int, lrv: float, spread: float, uncertainty: float) -> str:
    if kept == 1:
        return f"One reading: LRV {number(lrv)}. Take a few more to see how they scatter."
    return (
        f"{count(kept, 'reading').capitalize()}: LRV {number(lrv)}, scattering by ΔE00 {number(spread, 2)}; "
        f"the mean is sure to ±{number(uncertainty, 2)}."
    )


def from_card(name: str, label: str, delta_e: float, doubt: float) -> str:
    """Say how far a measured thing is from the colour whose code it bears."""
    text = f"This is ΔE00 {number(delta_e)} from its card, {name} ({label})"
    if delta_e <= doubt:
        return f"{text}: no more than both are unsure by (±{number(doubt)})."
    return f"{text}, more than both are unsure by (±{number(doubt)})."


def no_such_card(code: str) -> str:
    return f"No colour in your decks has the code '{shortened(code)}'. Copy it from the can, letter by letter."


def two_such_cards(code: str, makers: Sequence[str]) -> str:
    return f"{listed(makers)} all have a colour '{shortened(code)}': write the maker before the code."


NO_CARD = "Give the code on the can first."


def other_strength(name: str, change: float) -> str:
    return (
        f"This can was tinted at {percent(change)} of {name}, so what was measured is not {name}: keep it as a colour "
        "of its own, or measure a can at standard strength."
    )


def other_colour(can: str, name: str) -> str:
    return f"This can is {can}, not {name}: correct the code on the can, or keep the reading as a colour of its own."


def replaces_for(name: str, reviews: int) -> str:
    """Say for whom the value of a colour would change, and that it can be taken back."""
    made = f"{count(reviews, 'review')} of it {'was' if reviews == 1 else 'were'} made with the value it has now"
    return (
        f"The value of {name} changes for everybody in the studio. {made[0].upper()}{made[1:]}, and will say so until "
        "somebody uses the new one. The old value is kept with its date and can be restored on the colour’s page."
    )


def from_its_card(name: str, label: str, delta_e: float) -> str:
    return f"The nearest card is {name} ({label}): this is ΔE00 {number(delta_e)} from it."


def from_its_formula(delta_e: float, method: Method) -> str:
    return f"This can is ΔE00 {number(delta_e, 2)} from its formula. {seen(delta_e, method)}"


def shot_remark(dropped: bool, reason: str, outlying: bool, calibrated: bool) -> str:
    if dropped:
        return f"left out: {reason}"
    if not calibrated:
        return "taken before the white tile was read"
    return "far from the others" if outlying else ""


def reader_given(thing: str, kept: int, aperture: int, specular: str) -> str:
    return shortened(f"{thing}, {count(kept, 'reading')}, {aperture} mm, specular {specular}", 118)


NO_SYSTEM = "No tinting system yet: without one no strength, recipe or formula can be predicted. Import one as a file."


def system_in_force(name: str, bases: int, colorants: int) -> str:
    return f"Recipes use {name}: {count(bases, 'base')}, {count(colorants, 'colorant')}."


def no_driver(setting: str, path: str, needed: str) -> str:
    return f"{setting} names {path!r}, which cannot be imported or called: name what {needed} describes."
