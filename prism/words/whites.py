"""Sentences of whites: beside a wall, beside what is there, and for a whole home."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from prism.messages.habits import day
from prism.messages.text import capital, listed, many, number
from prism.words.lamps import goes_with
from prism.words.sizes import regional
from prism.words.strengths import strength_said_as

if TYPE_CHECKING:
    from prism.light.together import Pairing
    from prism.tint.reach import Reached
    from prism.whites.ranking import White

_TEMPERATURE = {
    "agrees": "is as warm or cool as the wall",
    "bridges": "is neither warm nor cool beside the wall",
    "opposes": "has the opposite warmth of the wall",
}
SHIFT_SEEN = 0.7
"""Lab units of temperature below which a white is said to read as its board does."""


def gap_text(gap: float, wanted: float) -> str:
    """Return the gap and what it does to the edge: `is 14 points lighter, so the edge is crisp`."""
    way = "lighter" if gap >= 0 else "darker"
    edge = "so the edge is crisp" if abs(gap) >= wanted else "so the edge is soft"
    return f"is {many(round(abs(gap)), 'point')} {way}, {edge}"


def white_facts(white: White, wanted: float, there: Sequence[str] = ()) -> list[str]:
    """Return what a white does beside the wall and beside what stays, as predicates; what counts against it first."""
    facts = []
    if there and white.yellows:
        facts.append(f"looks yellow beside {there[white.near]}")
    if there and white.turns_yellow:
        facts.append(f"makes {there[white.near]} look yellow")
    if there and white.is_near_miss:
        facts.append(f"almost matches {there[white.near]}: match it exactly or clearly differ")
    elif there and white.there == "matches":
        facts.append(f"matches {there[white.near]}")
    if white.glares:
        facts.append("glares on doors and other large surfaces")
    if white.shows_yellow:
        goes = f"goes with {there[white.near]}, but " if there and not white.spoils else ""
        facts.append(f"{goes}looks yellow beside the wall")
    elif white.looks_crisper:
        facts.append("looks crisp, and makes the wall creamier")
    facts.append(_TEMPERATURE[white.agreement])
    if abs(white.gap) < wanted:
        facts.append(gap_text(white.gap, wanted))
    return facts


def white_note(white: White, wanted: float, there: Sequence[str] = (), shared: Sequence[str] = ()) -> str:
    """Return what is said of a white in its row, without what all rows share."""
    own = [fact for fact in white_facts(white, wanted, there) if fact not in shared]
    return capital(own[0]) if own else ""


def all_whites(shared: Sequence[str], crisp: bool) -> str:
    """Return what all whites that are shown have in common, once above them; empty for nothing."""
    traits = [*(["has a crisp edge"] if crisp else []), *shared]
    return f"Every white here {listed(traits)}." if traits else ""


def why_not_higher(white: White, above: White) -> tuple[str, str]:
    """Return why a white stands below the one above it in rank, the first rule by which the two differ; and the same in
    short, for where one above it stands there for that already."""
    if white.spoils and not above.spoils:
        return "Does not go with the white that stays", "Neither does this"
    if round(white.apart) > round(above.apart):
        return "Further from the white that stays", "Further again"
    if above.clears and not white.clears:
        return (f"A soft edge: {many(round(abs(white.gap)), 'point')} against {number(abs(above.gap), 0)}",) * 2
    if round(abs(white.gap)) < round(abs(above.gap)) and not above.clears:
        return (f"A smaller gap: {many(round(abs(white.gap)), 'point')}",) * 2
    if white.agreement != above.agreement:
        return "Warmth that suits the wall less", "Less fitting warmth too"
    if white.glares and not above.glares:
        return "Glares on doors and other large surfaces", "Glares as well"
    more = white.answers - above.answers
    if round(more, 1) > 0:
        way = "yellower" if white.creaminess > above.creaminess else "cooler"
        much = f"a touch {way}" if more < 0.5 else way
        return f"{capital(much)} than this wall asks for", f"{capital(way)} again"
    if above.reading.lrv - white.reading.lrv >= 0.05:
        return "As good, and a touch darker", "Darker again"
    return "As good as the one above", "As good"


def none_clears(wanted: float, best: float) -> str:
    return (
        f"No white is {wanted:g} points from this wall; the furthest is {number(best, 0)}. Let sheen draw the edge, "
        "take the wall at another strength, or choose a dark trim."
    )


def wall_at_strength(name: str, reached: Reached, wanted: float) -> str:
    if reached.reached:
        at = capital(strength_said_as(reached.percent))
        return f"{at}, {name} has LRV {number(reached.lrv)} and the lightest white a crisp edge."
    return f"No strength in its base reaches LRV {number(reached.wanted)}: {name} comes to {number(reached.lrv)}."


def whites_line(name: str, white: White, note: str) -> str:
    return f"{name}: LRV {number(white.reading.lrv)}. {note}"


NO_WHITES = "No white is in the decks"


def stands_there(name: str) -> str:
    return f"the {name}"


def white_chosen(name: str, white: White, wanted: float, there: Sequence[str] = ()) -> str:
    """Say what the white that is looked at does: its edge first, then what counts most."""
    facts = [fact for fact in white_facts(white, wanted, there) if not fact.startswith("is ") or "points" not in fact]
    more = f" It {facts[0]}." if facts else ""
    return f"{name} {gap_text(white.gap, wanted)}.{more}"


def white_short(name: str, gap: float, clears: bool) -> str:
    return f"{name}, {'crisp' if clears else 'soft'} edge"


def safe_white(name: str, lrv: float, glares: bool) -> str:
    but = " Use a duller one on large surfaces." if glares else ""
    return f"The safe choice is {name}: clean and nearly neutral, LRV {number(lrv, 0)}.{but}"


def coolest_white(name: str, warmth: float) -> str:
    return f"The coolest is {name}, for a home that is cool throughout."


def dark_note(gap: float, angle: float) -> str:
    related = "with a related undertone" if angle else "without an undertone of its own"
    return f"{many(round(abs(gap)), 'point')} darker, {related}."


def no_such_whites(texts: Sequence[str]) -> str:
    return f"{', '.join(texts)}: no one colour of the decks has that code or name; check the code on the can or card."


WHITE_THERE = "an existing white"


def no_home_white(whites: bool, walls: bool, forbidden: int) -> str:
    if not whites:
        return "These decks have no white: import a deck that has some."
    if walls and forbidden:
        return "Every white is ruled out: allow one of those below again."
    return "No room has a wall colour yet: put a review into a room, and the home’s white follows."


ONE_ROOM = "Only one room has a colour so far: with the next one, the white is weighed over both."


def white_set(name: str, reason: str, instead: str) -> str:
    over = f" For the rooms alone, {instead} would be best." if instead else " The rooms ask for it too."
    return f"{name} is set for this home: {reason.rstrip('.')}.{over}"


def white_ruled(name: str, kind: str, reason: str, by: str, lifted: datetime | None) -> str:
    what = "set" if kind == "pin" else "ruled out"
    ended = f"; lifted {day(lifted)}" if lifted else ""
    return f"{name} {what}{f' by {by}' if by else ''}: {reason}{ended}"


def trim_kept(name: str, rooms: Sequence[str], weight: float) -> str:
    has = "has" if len(rooms) == 1 else "have"
    return f"The {listed(list(rooms))} already {has} {name} as trim."


def white_conflict(name: str, there: str, yellows: bool, away: float) -> str:
    return (
        f"{name} looks yellow beside {there}."
        if yellows
        else f"{name} almost matches {there}, and looks like a mistake."
    )


def ways_out(
    same: White | None, apart: White | None, name_of: Callable[[White], str], there: Sequence[str]
) -> list[str]:
    """Offer the white that matches what is there, and one that differs clearly without turning yellow."""
    ways = []
    if same:
        ways.append(f"To match {there[same.near]}, use {name_of(same)}.")
    if apart:
        ways.append(f"To differ clearly from {there[apart.near]}, use {name_of(apart)}, which does not turn yellow.")
    return ways


def way_alone(room: str) -> str:
    return f"The {room} is closed off from the others, so a white of its own is possible."


def way_zone(rooms: int) -> str:
    return f"It is open to others: a white of its own would have to run through all {rooms} rooms."


def way_repaint(there: str, name: str) -> str:
    return f"Or keep {name}, and change {there} to go with it."


def suits_rest(count_of: int, total: int) -> str:
    return f"{count_of} of {total}"


def home_white(name: str, rooms: int, told_by: str) -> str:
    over = "the room" if rooms == 1 else f"all {rooms} rooms"
    return f"{name} suits {over} best; what decides is its {told_by}."


def home_weakest(room: str, score: float, note: str) -> str:
    if not note:
        return "No room is weak with it."
    return f"In the {room}, {'the weakest room, ' if score <= 0.995 else ''}this white {note}."


def home_runners(runners: Sequence[tuple[str, float]]) -> str:
    return f"Next best: {listed([name for name, _ in runners])}."


def home_exception(name: str, rooms: Sequence[str], gain: float) -> str:
    return f"With {name} in the {listed(list(rooms))} instead, the weakest room gains most."


SHEEN_WHY = {
    "walls": "which hides flaws and can be wiped",
    "wet": "since steam and grease must wash off",
    "ceiling": "which shows neither lap marks nor lamps",
    "crown shines": "shining like the woodwork",
    "crown flat": "flat like the ceiling",
    "wear": "for hands, brooms and washing",
    "washed": "for weekly washing",
}


def sheen_text(surface: str, least: str, most: str, why: str) -> str:
    span = regional(least) if least == most else f"{regional(least)} to {regional(most)}"
    return f"{capital(regional(surface))}: {span}, {SHEEN_WHY[why]}."


def sheen_deeper(name: str, sheen: str, darker: float) -> str:
    """Say how much deeper a colour looks in a sheen than flat, and what else more sheen does."""
    look = "a little darker than in flat" if darker >= 0.3 else "as deep as in flat"
    return f"In {regional(sheen)} {name} looks {look}. More sheen washes better and shows every flaw."


def sheen_read(lrv: float, sheen: str, without: float) -> str:
    return (
        f"A reader that includes gloss finds LRV {number(lrv)} in any sheen. One that excludes it finds about "
        f"{number(without)} in {sheen}, closer to what is seen."
    )


GAP_WRONG = "Type the gap in LRV points, from 0 to 100. The method’s gap is used until then."


def crown_disputed(title: str) -> str:
    return f"Practitioners differ on the {regional('crown moulding')}; this is how the method {title} has it."


def white_shift(by_day: float | None, late: float | None, clash: bool) -> str:
    """Return by how much warmer than its board a white reads by day and of an evening, in short."""
    shown = [number(shift, 1, signed=True) for shift in (by_day, late) if shift is not None]
    return f"{' / '.join(shown)}{' clash' if clash else ''}"


def white_when(evening: bool) -> str:
    return "under its lamps" if evening else "by day"


def white_lit(name: str, room: str, evening: bool, warmer: float, unsure: float, pair: Pairing) -> str:
    """Say how a white does beside a wall in a room's light: how its warmth shifts from its sample, and how it stands to
    the wall."""
    when = "Under the lamps" if evening else "By day"
    how = "a little " if abs(warmer) < 3 else "clearly "
    shift = "stays as warm as its sample" if abs(warmer) < SHIFT_SEEN else (
        f"looks {how}{'warmer' if warmer > 0 else 'cooler'} than its sample"
    )  # fmt: skip
    return f"{when}, {name} {shift} and {goes_with(pair.terms, pair.level, 'the wall')}."


NO_WHITE_LIGHT = "Put the review into a room to see how a white does by day and under its lamps."
