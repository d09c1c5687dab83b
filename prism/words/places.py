"""Where a colour stands among others, its twins, and whether its name and stated LRV hold."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, count, listed, many, number, shortened, whole
from prism.words.pairs import direction, nothing_on, said_of_pair
from prism.words.readings import headline, hue, undertone_short
from prism.words.surety import graded

if TYPE_CHECKING:
    from prism.choosing.deck import Pick
    from prism.comparison import PairFinding
    from prism.metamerism import Parting
    from prism.method import Method
    from prism.naming import NameCheck
    from prism.placing import Bracket
    from prism.query import Piece
    from prism.reading import Reading
    from prism.trust import LrvCheck


LAMPS = {
    "A": "incandescent lamps",
    "LED-B1": "warm white LEDs",
    "LED-B3": "neutral white LEDs",
    "LED-V1": "full-spectrum LEDs",
    "LED-RGB1": "colour-changing LEDs",
    "FL2": "plain fluorescent lamps",
    "FL11": "three-band fluorescent lamps",
}


def bracket(found: Bracket, names: dict[int, str], lrv: float, on_strip: bool = False) -> str:
    """Say between which two colours the subject stands on one pair of axes."""
    before, after = found.before, found.after
    one, other = (direction(axis, lrv) for axis in found.axes)

    def by(pick: Pick, on: str = " on its strip") -> str:
        where = on if on_strip and pick.kind == "strip" else ""
        return f"{graded(pick.level, direction(pick.why, lrv))}{where} by {number(pick.delta_e)}"

    if before and after and on_strip and before.kind == after.kind == "strip":
        return (
            f"On its strip between {names[before.index]}, {by(before, '')}, and {names[after.index]}, {by(after, '')}."
        )
    if before and after:
        return f"Between {names[before.index]}, {by(before)}, and {names[after.index]}, {by(after)}."
    if before or after:
        pick = before or after
        assert pick is not None
        empty = other if before else one
        return f"{names[pick.index]} is {by(pick)}; {nothing_on(empty)}."
    return f"{nothing_on(one).capitalize()}, and nothing {other}."


def brackets(found: Sequence[Bracket], names: dict[int, str], lrv: float, on_strip: bool = False) -> list[str]:
    """Say where the subject stands on every pair of axes; what the same two colours show is said together."""
    said: dict[tuple[int, int] | int, list[Bracket]] = {}
    for number_, one in enumerate(found):
        both = one.before and one.after and one.before.kind != "strip"
        key = (one.before.index, one.after.index) if both and one.before and one.after else number_
        said.setdefault(key, []).append(one)
    return [
        bracket(group[0], names, lrv, on_strip) if len(group) == 1 else _together(group, names, lrv)
        for group in said.values()
    ]


def _together(group: Sequence[Bracket], names: dict[int, str], lrv: float) -> str:
    def side(picks: Sequence[Pick | None]) -> str:
        held = [pick for pick in picks if pick]
        ways = listed([graded(pick.level, direction(pick.why, lrv)) for pick in held])
        return f"{names[held[0].index]}, {ways} by {number(held[0].delta_e)}"

    return f"Between {side([one.before for one in group])}, and {side([one.after for one in group])}."


def not_one_colour(name: str, found: int) -> str:
    if not found:
        return f"No colour in these decks is called '{shortened(name)}', or has that code."
    return f"{number(found, 0)} colours are called '{shortened(name)}': give the code instead."


WISH_EXAMPLES = ("a bit warmer", "same undertone, LRV 50 to 60", "a white, not cold", "between these two")


def wish_answer(text: str, found: int, near: int = 0) -> str:
    if not found:
        nearly = " What comes near it misses one thing each." if near else ""
        return f"Nothing in these decks is “{shortened(text, 60)}”.{nearly}"
    return f"“{capital(shortened(text, 60))}”: {count(found, 'colour')}, the nearest to that first."


def wished(piece: Piece, lrv: float) -> str:
    for axis, said in (("redder", direction("redder", lrv)), ("less red", direction("less red", lrv))):
        if piece.what == axis:
            return piece.text.replace(axis, said)
    return piece.text.replace("no red", f"no {hue('red', lrv)}")


def missed(misses: Sequence[Piece], lrv: float) -> str:
    return f"misses “{listed([wished(piece, lrv) for piece in misses])}”"


def off_by(delta_e: float) -> str:
    return f"ΔE00 {number(delta_e)} from what was asked for"


NO_STRIP = "This colour stands on no strip: ask for the same undertone instead."


def shortlisted(held: str, finding: PairFinding, lrv: float) -> str:
    return said_of_pair(finding, lrv) or f"{finding.word}, ΔE00 {number(finding.delta_e)}"


SHORTLIST = "Shortlist"
ANSWERS = "What answers"
SHORTLIST_FULL = "Eight are enough for a shortlist: take one off first."


def shortlist_title(name: str, filled: bool) -> str:
    return f"If you like {name}" if filled else "The shortlist is empty"


EMPTY_SHORTLIST = "Nothing is on the shortlist yet. Ask for something above; what answers can be put on it."


def place_short(before: str | None, after: str | None) -> str:
    return capital(f"between {before} and {after}") if before and after else "At the edge of these decks"


PARTS_FROM = 1.5
"""ΔE00 under another lamp from which it is said of each twin how far it parts."""


def twins(found: Sequence[tuple[str, float, Parting | None]], method: Method) -> str:
    """Say which colours are the same to the eye or nearly, and how far they part under other lamps."""
    if not found:
        return "No twin in these decks: nothing else is the same to the eye, or nearly."
    same = [_twin(*twin) for twin in found if twin[1] < method.just_seen]
    near = [_twin(*twin) for twin in found if twin[1] >= method.just_seen]
    said = [f"The same to the eye: {listed(same)}." if same else "Nothing in these decks is the same to the eye."]
    if near:
        said.append(f"Near-identical: {listed(near)}.")
    parted = [twin[2] for twin in found if twin[2]]
    if parted:
        most = max(parted, key=lambda parting: parting.farthest)
        said.append(f"They part most under {LAMPS[most.worst]}: by up to {number(most.farthest, 2)}.")
    return " ".join(said)


def _twin(name: str, delta_e: float, parting: Parting | None) -> str:
    lamps = (
        f"; {number(parting.farthest, 2)} under its worst lamp" if parting and parting.farthest >= PARTS_FROM else ""
    )
    return f"{name} (ΔE00 {number(delta_e, 2)}{lamps})"


def name_check(name: str, found: Sequence[NameCheck], reading: Reading) -> str:
    if not found:
        return ""
    reads = f"{headline(reading).lower()}, {undertone_short(reading)}"
    broken = [check.word for check in found if not check.keeps]
    if not broken:
        return f"Called {name}, and reads as {reads}: the name holds."
    partly = all(check.partly for check in found if not check.keeps)
    tail = f"the {listed(broken)} is in its undertone only" if partly else "the name does not hold"
    return f"Called {name}; reads as {reads}: {tail}."


def lrv_check(found: LrvCheck) -> str:
    said = f"Stated LRV {number(found.stated)}, computed {number(found.computed)}"
    if found.verdict == "agree":
        return f"{said}: they agree."
    if found.verdict == "cannot tell":
        return f"{said}: the source allows ±{number(found.allowed)}, too much to tell."
    apart, allowed = number(abs(found.difference)), number(found.allowed)
    if found.level.value == "probably":
        return f"{said}: they probably differ, by {apart}; what the source allows for certain is ±{allowed}."
    return f"{said}: they differ by {apart}, more than the source allows (±{allowed})."


def no_such_way(axis: str, lrv: float) -> str:
    if axis in ("greyer", "clearer"):
        return "This colour has no undertone, so nothing is greyer or clearer than it: ask for a hue."
    return f"This method has no word for {direction(axis, lrv)}."


def tally(found: int, total: int) -> str:
    if not total:
        return "No colours here yet"
    return many(total, "colour") if found == total else f"{whole(found)} of {many(total, 'colour')}"


def plane_text(shown: int) -> str:
    return f"{whole(shown)} by undertone. The cross is the neutral line of each one's depth."


NO_RECIPE = "No recipe is known"
"""What the path says of strength while there is no recipe."""
EMPTY_DECK = "There is nothing in these decks to hold beside it."
