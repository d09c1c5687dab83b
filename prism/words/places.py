"""Where a colour stands among others, its twins, and whether its name and stated LRV hold."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, count, listed, many, number, shortened, whole
from prism.words.pairs import direction, nothing_on, said_of_pair, size_text
from prism.words.readings import headline, hue
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


def bracket(place: Bracket, names: dict[int, str], lrv: float, on_strip: bool = False) -> str:
    """Say which two colours stand on either side of the subject on one pair of axes."""
    before, after = place.before, place.after
    one, other = (direction(axis, lrv) for axis in place.axes)

    def is_(pick: Pick) -> str:
        return f"{names[pick.index]} is {graded(pick.level, direction(pick.why, lrv))}"

    if before and after:
        strip = "On its strip, " if on_strip and before.kind == after.kind == "strip" else ""
        return f"{strip}{is_(before)} and {is_(after)}."
    if before or after:
        pick = before or after
        assert pick is not None
        return f"{is_(pick)}; {nothing_on(other if before else one)}."
    return f"{capital(nothing_on(one))}, and nothing {other}."


def brackets(places: Sequence[Bracket], names: dict[int, str], lrv: float, on_strip: bool = False) -> list[str]:
    """Say where the subject stands on every pair of axes; what the same two colours show is said together."""
    sentences: dict[tuple[int, int] | int, list[Bracket]] = {}
    for number_, between in enumerate(places):
        both = between.before and between.after and between.before.kind != "strip"
        key = (between.before.index, between.after.index) if both and between.before and between.after else number_
        sentences.setdefault(key, []).append(between)
    return [
        bracket(group[0], names, lrv, on_strip) if len(group) == 1 else _together(group, names, lrv)
        for group in sentences.values()
    ]


def _together(group: Sequence[Bracket], names: dict[int, str], lrv: float) -> str:
    def side(picks: Sequence[Pick | None]) -> str:
        picks_there = [pick for pick in picks if pick]
        ways = listed([graded(pick.level, direction(pick.why, lrv)) for pick in picks_there])
        return f"{names[picks_there[0].index]} is {ways}"

    return f"{side([bracket.before for bracket in group])}; {side([bracket.after for bracket in group])}."


def not_one_colour(name: str, found: int) -> str:
    if not found:
        return f"No colour in these decks is called '{shortened(name)}', or has that code."
    return f"{number(found, 0)} colours are called '{shortened(name)}': give the code instead."


WISH_EXAMPLES = ("a bit warmer", "same undertone, LRV 50 to 60", "a white, not cold", "between these two")


def wish_answer(text: str, found: int, near: int = 0) -> str:
    if not found:
        nearly = " The colours below miss one thing each." if near else " Ask for less, or choose more decks."
        return f"No colour in these decks is “{shortened(text, 60)}”.{nearly}"
    return f"{capital(count(found, 'colour'))} for “{shortened(text, 60)}”, the closest first."


def wished(piece: Piece, lrv: float) -> str:
    for axis, wish in (("redder", direction("redder", lrv)), ("less red", direction("less red", lrv))):
        if piece.what == axis:
            return piece.text.replace(axis, wish)
    return piece.text.replace("no red", f"no {hue('red', lrv)}")


def missed(misses: Sequence[Piece], lrv: float) -> str:
    return f"misses “{listed([wished(piece, lrv) for piece in misses])}”"


def off_by(delta_e: float) -> str:
    return f"ΔE00 {number(delta_e)} from your wish"


NO_STRIP = "This colour is on no strip: ask for the same undertone instead."


def shortlisted(held: str, finding: PairFinding, lrv: float) -> str:
    return said_of_pair(finding, lrv) or size_text(finding.word)


SHORTLIST = "Shortlist"
ANSWERS = "What answers"
SHORTLIST_FULL = "The shortlist is full with eight colours: remove one first."


def shortlist_title(name: str, filled: bool) -> str:
    return f"If you like {name}" if filled else "The shortlist is empty"


EMPTY_SHORTLIST = "The shortlist is empty. Ask for colours above and add the ones you like."


def place_short(before: str | None, after: str | None) -> str:
    return f"Between {before} and {after}" if before and after else "At the edge of these decks"


PARTS_FROM = 1.5
"""ΔE00 under another lamp from which it is said of each twin how far it parts."""


def twins(pairs: Sequence[tuple[str, float, Parting | None]], method: Method) -> str:
    """Say which colours cannot be told from it or hardly, and under which lamp they differ most."""
    if not pairs:
        return "These decks have no twin of it."
    same = [name for name, delta_e, _ in pairs if delta_e < method.just_seen]
    near = [name for name, delta_e, _ in pairs if delta_e >= method.just_seen]
    sentences = [f"No visible difference from {listed(same)}."] if same else []
    if near:
        sentences.append(f"Barely visible from {listed(near)}.")
    parted = [twin[2] for twin in pairs if twin[2]]
    if parted:
        most = max(parted, key=lambda parting: parting.farthest)
        if most.farthest >= PARTS_FROM:
            sentences.append(f"They differ most under {LAMPS[most.worst]}, by ΔE00 {number(most.farthest)}.")
    return " ".join(sentences)


def name_check(name: str, checks: Sequence[NameCheck], reading: Reading) -> str:
    if not checks:
        return ""
    broken = [check.word for check in checks if not check.keeps]
    if not broken:
        return f"{name} is what its name says."
    if all(check.partly for check in checks if not check.keeps):
        return f"In {name}, the {listed(broken)} is only in the undertone."
    return f"{name} is no {listed(broken, 'or')}: it is {headline(reading).lower()}."


def lrv_check(check: LrvCheck) -> str:
    text = f"The maker states LRV {number(check.stated)}; the values give {number(check.computed)}."
    if check.verdict == "agree":
        return text
    if check.verdict == "cannot tell":
        return f"{text} The source is too unsure to say which is right."
    surely = "probably " if check.level.value == "probably" else ""
    apart = number(abs(check.difference))
    return f"{text} They {surely}differ by {apart}, more than the source allows: ±{number(check.allowed)}."


def no_such_way(axis: str, lrv: float) -> str:
    if axis in ("greyer", "clearer"):
        return "This colour has no undertone, so nothing is greyer or clearer than it: ask for a hue."
    return f"This method has no word for {direction(axis, lrv)}."


def tally(found: int, total: int) -> str:
    if not total:
        return "No colours here yet"
    return many(total, "colour") if found == total else f"{whole(found)} of {many(total, 'colour')}"


def plane_text(shown: int) -> str:
    return f"{whole(shown)} by undertone. The cross marks the neutral line at each one’s depth."


NO_RECIPE = "No recipe is known"
"""What the path says of strength while there is no recipe."""
EMPTY_DECK = "These decks have no colour to compare it with."
