"""Two colours held side by side, and why a board is on the wall."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.choosing.axes import comparative
from prism.messages.text import capital, count, listed, many, number, numeral, percent, sentence
from prism.words.readings import NEUTRALS, PINK_FROM, hue
from prism.words.surety import graded

if TYPE_CHECKING:
    from prism.choosing.deck import Pick
    from prism.comparison import PairFinding, Support
    from prism.neutral import WorkingNeutral
    from prism.reading import Reading
    from prism.tint.strengths import Adjusted


_SPOKEN = {"redder": "pinker", "less red": "less pink"}


def direction(word: str, lrv: float) -> str:
    return _SPOKEN.get(word, word) if lrv >= PINK_FROM else word


def directions(found: Sequence[str], lrv: float) -> str:
    return listed([direction(word, lrv) for word in found])


def said_of_pair(finding: PairFinding, lrv: float) -> str:
    """Return what is said of the first of a pair, as surely as it may be: `lighter and warmer, and probably bluer`.

    The one wording of a pair, in the sentence, in tables and where a person saw it otherwise; empty for nothing.
    """
    return pair_words(finding.spoken, finding.spoken_probably, finding.either, lrv)


def pair_words(certain: Sequence[str], probably: Sequence[str], either_: Sequence[str], lrv: float) -> str:
    phrases = [directions(certain, lrv)] if certain else []
    if either_:
        phrases.append(listed([direction(word, lrv) for word in either_], "or"))
    if probably:
        phrases.append(f"probably {directions(probably, lrv)}")
    return ", and ".join(phrases)


_SIZES = {
    "the same to the eye": "no visible difference", "near-identical": "a barely visible difference",
    "a sibling": "a small difference", "related": "a clear difference", "far": "a large difference",
}  # fmt: skip
"""Words for the size of a difference as methods of earlier versions hold them."""


def size_text(word: str) -> str:
    return _SIZES.get(word, word)


def pair(first: str, second: str, finding: PairFinding, lrv: float) -> str:
    if phrase := said_of_pair(finding, lrv):
        return f"Beside {second}, {first} is {phrase}."
    if finding.too_close:
        return f"{first} and {second} are too close to call from these sources. Measure both to settle it."
    return f"Between {first} and {second} there is {size_text(finding.word)}."


def shift(finding: PairFinding, lrv: float) -> str:
    """Return which way the undertone differs, as the sentence says it; `open` where it says nothing."""
    certain, probably = finding.hue_words
    return pair_words(certain, probably, finding.either, lrv) or "open"


def supporting(support: Support, names: Sequence[str], reading: Reading) -> str:
    if reading.undertone.main is None:
        return "No undertone is claimed, so the comparison colours have nothing to confirm."
    total = len(support.agree) + len(support.disagree) + len(support.silent)
    if not total:
        return "These decks have no colour to compare it with."
    name = hue(reading.undertone.main, reading.lrv)
    verb = "shows" if len(support.agree) == 1 else "show"
    text = f"{numeral(len(support.agree)).capitalize()} of {count(total, 'comparison colour')} {verb} the {name}."
    if not support.disagree:
        return text
    others = listed([names[i] for i in support.disagree])
    more = direction(comparative(reading.undertone.main), reading.lrv)
    if len(support.disagree) == 1:
        return f"{text} Beside {others} it looks less {name}: {others} is {more}."
    return f"{text} {capital(numeral(len(support.disagree)))} are {more}: {others}. Beside those it looks less {name}."


FETCHED_REASON = "Added by hand."


def difference(finding: PairFinding) -> str:
    return sentence(size_text(finding.word))


def parts(undertone: tuple[float, float, float]) -> str:
    return ", ".join(number(value, 1, signed=True) for value in undertone)


GROUPS = (
    ("Whites", ("white",)),
    ("From one end to the other", ("range",)),
    ("Same undertone, same depth", ("strip",)),
    ("Contrast", ("foil",)),
    ("Added", ("added",)),
)
"""The groups of boards on the wall, by kind."""


def board_caption(pick: Pick, lrv: float) -> str:
    return "contrast" if pick.why == "foil" else direction(pick.why, lrv)


def hidden_name(caption: str) -> str:
    return f"the {caption} colour"


def letter(number: int) -> str:
    """Return what a colour is called while its finding is withheld: A, B, C …"""
    return f"colour {chr(ord('A') + number % 26)}{number // 26 or ''}"


def order_label(order: str) -> str:
    return f"In order: {order}"


PURE, MOSTLY = 0.85, 0.65
"""Shares of a difference along an axis from which a colour shows little else, or mostly that."""


def why_picked(pick: Pick, subject: Reading, on_strip: bool, way: str = "", near: float | None = None) -> str:
    """Say why a colour is held beside.

    `way` is what it shows in the words of the pair, where they differ from its axis; beyond ΔE00 `near` it is there
    for want of a nearer one.
    """
    lrv = subject.lrv
    if pick.kind == "range" and pick.share is not None:
        way = graded(pick.level, way or direction(pick.why, lrv))
        how = f"{way}, with all else alike" if pick.share >= PURE else f"mainly {way}" if pick.share >= MOSTLY else way
        far = " These decks have nothing closer that shows it." if near is not None and pick.delta_e > near else ""
        return f"Chosen because it is {how}.{far}"
    return {
        "twin": "There is no visible difference.",
        "nearest": "The closest colour in these decks with a recipe.",
        "clean": "The cleanest white in these decks.",
        "warmest": "The warmest white in these decks.",
        "coolest": "The coolest white in these decks.",
        "lighter": "The next lighter on its strip." if on_strip else "Lighter, with the same undertone.",
        "darker": "The next darker on its strip." if on_strip else "Darker, with the same undertone.",
        "same depth": "The same LRV with another undertone.",
        "foil": "A contrast colour: its undertone is the opposite, so this one’s own jumps out.",
        "wished": "Answers your wish.",
    }.get(pick.why, FETCHED_REASON if pick.kind == "added" else f"Kept because it is {direction(pick.why, lrv)}.")


WITHIN = "95 % of what is unsure lies within"
NOTHING_THERE = "nothing here"
MATHEMATICAL_GREY = "Mathematical grey, a* 0, b* 0"
GREY_LABEL = "math. grey"
EDGE_OF_TWO = "The colours held together, edge to edge"


def ladder_text(name: str, reading: Reading, lighter: int, total: int) -> str:
    return (
        f"{sentence(name).rstrip('.')} has LRV {number(reading.lrv)}, {reading.depth}. "
        f"{lighter} of {many(total, 'colour')} beside it {'is' if lighter == 1 else 'are'} lighter."
    )


def run_text(steps: Sequence[Adjusted]) -> str:
    return f"{listed([f'{percent(s.percent)} LRV {number(s.lrv)}' for s in steps])}."


def rose_text(name: str, reading: Reading, neutral: WorkingNeutral) -> str:
    undertone = reading.undertone
    return (
        f"{sentence(name).rstrip('.')} lies {number(undertone.strength)} from the {NEUTRALS[neutral.kind]}, "
        f"at {number(undertone.hue, 0)}°, towards {hue(undertone.nearest, reading.lrv)}."
    )


def plane_mark(name: str, reading: Reading) -> str:
    _, a, b = reading.lab
    return f"{name}: L* {number(reading.lab[0])}, C*ab {number((a * a + b * b) ** 0.5)}"


def plane_text_of(name: str, others: Sequence[tuple[str, Reading]], reading: Reading) -> str:
    return "; ".join([plane_mark(capital(name), reading), *(plane_mark(*other) for other in others)]) + "."


def nothing_on(axis: str) -> str:
    return f"these decks have nothing {axis} near it"


def seen_tally(boards: int, apart: int) -> str:
    """Return how many colours were compared, and how often the eye differed from the prediction."""
    looked = f"Compared with {count(boards, 'colour')}"
    return f"{looked}, always as predicted" if not apart else f"{looked}, {count(apart, 'time')} not as predicted"
