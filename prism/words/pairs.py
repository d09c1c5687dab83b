"""Two colours held side by side, and why a board is on the wall."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.words.basics import count, listed, number, numeral, percent, sentence
from prism.words.readings import NEUTRALS, PINK_FROM, hue

if TYPE_CHECKING:
    from prism.comparison import PairFinding, Support
    from prism.neutral import WorkingNeutral
    from prism.reading import Reading
    from prism.school import School
    from prism.tint import Strength


_HUE_DIRECTIONS = {"redder", "oranger", "yellower", "greener", "bluer", "purpler"}
_SPOKEN = {"redder": "pinker"}


def direction(word: str, lrv: float) -> str:
    """Return a direction as the trade says it at a depth."""
    return _SPOKEN.get(word, word) if lrv >= PINK_FROM else word


def pair(first: str, second: str, finding: PairFinding, lrv: float) -> str:
    """Say what the first colour shows beside the second."""
    if not finding.directions:
        if finding.too_close and finding.delta_e >= 0.5:
            return (
                f"Beside {second}, {first} is too close to call: ΔE00 {number(finding.delta_e)} against an "
                f"uncertainty of {number(finding.doubt)}. Measure both to settle it."
            )
        return f"{first} and {second} are {finding.word}: ΔE00 {number(finding.delta_e)}."
    return f"Beside {second}, {first} is {listed(_spoken(finding, lrv))}."


def _spoken(finding: PairFinding, lrv: float) -> list[str]:
    """Return the directions as they are spoken: `less green` where that says it better than `pinker` would."""
    said: list[str] = []
    for word in finding.directions:
        is_hue = word in _HUE_DIRECTIONS
        spoken = f"less {hue(finding.less, lrv)}" if is_hue and finding.less else direction(word, lrv)
        if spoken not in said:
            said.append(spoken)
    return said


def shift(finding: PairFinding, school: School, lrv: float) -> str:
    """Return which way the undertone differs, in a word or two."""
    return f"less {hue(finding.less, lrv)}" if finding.less else hue(school.undertone.word(finding.shift_hue), lrv)


def supporting(found: Support, names: Sequence[str], reading: Reading) -> str:
    """Say how many comparators agree with the undertone and which do not."""
    if reading.undertone.main is None:
        return "No undertone is claimed, so there is nothing for the comparators to confirm."
    total = len(found.agree) + len(found.disagree) + len(found.silent)
    if not total:
        return "There is nothing in this deck to hold beside it."
    name = hue(reading.undertone.main, reading.lrv)
    verb = "shows" if len(found.agree) == 1 else "show"
    text = f"{numeral(len(found.agree)).capitalize()} of {count(total, 'comparator')} {verb} the {name}."
    if found.disagree:
        others = listed([names[i] for i in found.disagree])
        cause = "that one carries" if len(found.disagree) == 1 else "they carry"
        text += f" Beside {others} it recedes, because {cause} more of it."
    return text


FETCHED = "fetched"
FETCHED_REASON = "Fetched from the decks by hand."


def difference(finding: PairFinding) -> str:
    """Say how large a difference is, in figures and in a word."""
    return f"ΔE00 {number(finding.delta_e)}: {finding.word}."


def parts(found: tuple[float, float, float]) -> str:
    """Return the parts of a difference: lightness, chroma, hue."""
    return ", ".join(number(value, 1, signed=True) for value in found)


AXIS_LABELS = {
    "twin": "twin",
    "nearest": "nearest",
    "clean": "clean",
    "warmest": "warmest",
    "coolest": "coolest",
    "lighter": "lighter",
    "darker": "darker",
    "greener": "greener",
    "pinker": "pinker",
    "yellower": "yellower",
    "bluer": "bluer",
    "greyer": "greyer",
    "clearer": "clearer",
}


def why_picked(why: str, delta_e: float, share: float | None) -> str:
    """Say why a comparator is on the wall."""
    if share is None:
        reason = {
            "twin": f"The same to the eye, at ΔE00 {number(delta_e)}.",
            "nearest": f"The nearest in these decks with a recipe, at ΔE00 {number(delta_e)}.",
            "clean": "The cleanest white of these decks: the lightest for its chroma.",
            "warmest": "The warmest white of these decks.",
            "coolest": "The coolest white of these decks.",
        }
        return reason[why]
    return (
        f"Picked because it is {why} and little else: {number(100 * share, 0)} % of what parts them lies that way, "
        f"at ΔE00 {number(delta_e)}."
    )


NOTHING_THERE = "nothing here"
MATHEMATICAL_GREY = "Mathematical grey, a* 0, b* 0"
GREY_LABEL = "math. grey"
EDGE_OF_TWO = "The two colours with one edge between them"
EDGE_OF_RUN = "The strengths with their edges together"


def ladder_text(name: str, reading: Reading, lighter: int, total: int) -> str:
    """Say in words what the depth ladder draws."""
    return (
        f"{sentence(name).rstrip('.')} stands at LRV {number(reading.lrv)}, in the band {reading.depth}; "
        f"{lighter} of the {total} colours held beside it are lighter."
    )


def run_text(steps: Sequence[Strength]) -> str:
    """Say in words which LRV each strength has."""
    return f"{listed([f'{percent(s.percent)} LRV {number(s.lrv)}' for s in steps])}."


def rose_text(name: str, reading: Reading, neutral: WorkingNeutral) -> str:
    """Say in words what the undertone rose draws."""
    found = reading.undertone
    return (
        f"{sentence(name).rstrip('.')} lies {number(found.strength)} from the {NEUTRALS[neutral.kind]}, "
        f"at {number(found.hue, 0)}°, towards {hue(found.nearest, reading.lrv)}."
    )


def nothing_on(axis: str) -> str:
    """Say that the decks hold nothing on one side."""
    return f"nothing {axis} in these decks"


def axis_absent(axis: str) -> str:
    """Say why a colour without an undertone has no greyer or clearer neighbour."""
    return "no undertone to grey" if axis == "greyer" else "no undertone to clear"
