"""Going through the boards one by one, what was seen, and what they say together."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING

from prism.comparison import NOTHING_SEEN
from prism.messages.text import capital, listed, lower_first, numeral, percentage
from prism.words.pairs import directions
from prism.words.readings import hue, undertone_short

if TYPE_CHECKING:
    from prism.comparison import PairFinding
    from prism.reading import Reading
    from prism.verdict import Under

SEEN_CHOICES = (
    "lighter", "darker", "warmer", "cooler", "redder", "oranger", "yellower", "greener", "bluer", "purpler", "greyer",
    "clearer",
)  # fmt: skip
"""What can be seen of one board beside another, besides no difference."""
WITHHELD = "Withheld until you have looked"
WITHHELD_STEP = "This waits until you have said what you see beside every colour."
WITHHELD_GROUP = "Colours"


def step_of_walk(number_: int, total: int) -> str:
    return f"Colour {number_} of {total}"


def what_is_seen(subject: str, beside: str) -> str:
    return f"Beside {beside}, what is {subject}?"


def choose_something() -> str:
    return f"Tick what you see, or “{NOTHING_SEEN}”."


def both_kinds() -> str:
    return f"“{NOTHING_SEEN.capitalize()}” cannot be ticked together with a difference."


def saw(seen: Sequence[str], lrv: float, note: str, light: str, by: str, at: str) -> str:
    text = f"{capital(by) if by else 'Somebody'} saw it {directions(seen, lrv)}"
    if list(seen) == [NOTHING_SEEN]:
        text = f"{capital(by) if by else 'Somebody'} saw {NOTHING_SEEN}"
    text += f", {at}{f', {light}' if light else ''}."
    return f"{text} “{note}”" if note else text


def saw_beside(name: str, said: str) -> str:
    return f"{name}: {said}"


def standing(agreement: str, computed: Sequence[str], lrv: float) -> str:
    named = directions(computed, lrv) if computed else "too close to call"
    return {
        "agree": f"As predicted: {named}.",
        "partly": f"Partly as predicted: {named}.",
        "differ": f"The prediction was {named}. Both are kept.",
    }[agreement]


def confidence(reading: Reading, shares: Mapping[str, float]) -> str:
    undertone = reading.undertone
    hues = set(undertone.hues) or ({""} if undertone.passive else set())
    others = [
        f"{hue(word, reading.lrv) if word else 'none at all'} ({percentage(share)})"
        for word, share in shares.items()
        if word not in hues
    ]
    level = undertone.level if undertone.hues else undertone.none
    if level.value == "certain":
        two = len(undertone.hues) == 2
        return "Sure to be one of the two." if two else "Sure: no other undertone is possible."
    text = "Probable, not certain." if level.value == "probably" else "Open."
    return f"{text} It may {'also ' if hues else ''}be {listed(others, 'or')}." if others else text


def basis_method(title: str) -> str:
    return f"Method: {title}"


def basis_neutral(kind: str) -> str:
    return {"painted": "Neutral line: painted", "grey": "Neutral line: mathematical grey"}[kind]


def basis_white(name: str) -> str:
    return f"Neutral line: the clean white alone, {name}"


def on_basis(under: Under) -> str:
    return capital(undertone_short(under.reading))


def judged_otherwise(under: Under) -> str:
    return f"{capital(undertone_short(under.reading))} ({lower_first(under.basis)})."


def bases(others: Sequence[Under]) -> str:
    changed = [under for under in others if not under.same]
    if not others:
        return ""
    if not changed:
        return "Every method and neutral line here gives the same answer."
    of = f"{numeral(len(changed)).capitalize()} of {numeral(len(others))}"
    return f"{of} other ways to judge it {'gives' if len(changed) == 1 else 'give'} another answer."


def relative_warmth(names: Sequence[str], findings: Sequence[PairFinding]) -> str:
    """Say beside which colours the subject is warm and beside which it is cool."""
    pairs = list(zip(names, findings, strict=True))
    relative = []
    for word, direction_ in (("warm", "warmer"), ("cool", "cooler")):
        warmer = [name for name, pair in pairs if direction_ in pair.directions]
        warmer = warmer or [name for name, pair in pairs if direction_ in pair.probably]
        if warmer:
            relative.append(f"{capital(word)} beside {few(warmer)}.")
    return " ".join(relative) or "Neither warm nor cool beside any of these."


def few(names: Sequence[str], most: int = 2) -> str:
    """Return a list of names, the first ones named and the others counted."""
    if len(names) <= most + 1:
        return listed(list(names))
    return f"{', '.join(names[:most])} and {numeral(len(names) - most)} more"


def no_other(said: str) -> str:
    return f"These decks have no other colour that shows {said}."


SUBJECT = "this colour"
A_BOARD = "a colour"
NAME_HIDDEN = "Name hidden"
"""What the subject is called while names are hidden."""
NOT_WRITTEN = "Not written yet"
NOT_LOOKED_AT = "Not looked at yet"
FIELDS = {"verdict": "the verdict", "notes": "the notes"}
"""What the specialist writes, as it is called."""


def saved(at: str) -> str:
    return f"Saved {at}"


def not_saved(field: str, reason: str) -> str:
    return f"Not saved: {field}: {reason}"


SENT_ALREADY = "This was sent before and done once. To do it once more, send it again here."
"""Of a form that comes a second time from the same page."""


def changed_meanwhile(what: str, by: object, theirs: str) -> str:
    """Say that somebody changed a field, or a table, while another wrote in it, and what they made of it."""
    there = f"to “{theirs}”" if theirs else "and emptied it"
    return f"{by or 'Somebody'} changed “{what}” {there} while you wrote. Yours is kept here: save again to use it."


def changed_elsewhere(field: str) -> str:
    return f"{capital(field)} was changed elsewhere while you wrote. Nothing is lost: choose which to keep."
