"""Sentences of whites: beside a wall, beside what is there, and for a whole home."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from prism.messages.habits import day
from prism.messages.text import listed, number, percent, sentence

if TYPE_CHECKING:
    from prism.light.together import Pairing
    from prism.tint.reach import Reached
    from prism.whites.ranking import White

_TEMPERATURE = {
    "agrees": "agrees in temperature",
    "bridges": "bridges, being neither warm nor cool beside it",
    "opposes": "pulls against its temperature",
}
SHIFT_SEEN = 0.7
"""Lab units of temperature below which a white is said to read as its board does."""


def gap_said(gap: float, wanted: float) -> str:
    way = "lighter" if gap >= 0 else "darker"
    if abs(gap) >= wanted:
        return f"{number(abs(gap))} points {way}, so the edge shows"
    return f"{number(abs(gap))} points {way}: fewer than {wanted:g}, the edge is lost"


def white_note(white: White, wanted: float, there: Sequence[str] = ()) -> str:
    parts = [gap_said(white.gap, wanted), _TEMPERATURE[white.agreement]]
    if white.shows_yellow:
        parts.append(f"shows its yellow beside it, by {number(white.yellower)}")
    elif white.looks_crisper:
        parts.append("looks crisper, and makes the wall creamier")
    if white.glares:
        parts.append(f"glares on doors and other large surfaces at LRV {number(white.reading.lrv, 0)}")
    if there and white.is_near_miss:
        parts.append(f"a near-miss of {there[white.near]}, ΔE00 {number(white.away)}: match it or clearly differ")
    elif there and white.there == "matches":
        parts.append(f"the same as {there[white.near]}, which is there")
    if there and white.yellows:
        parts.append(f"turns yellow beside {there[white.near]}")
    if there and white.turns_yellow:
        parts.append(f"turns {there[white.near]} yellow")
    return sentence("; ".join(parts))


def why_not_higher(white: White, above: White) -> str:
    """Return why a white stands below the one above it in rank: the first rule by which the two differ."""
    if white.spoils and not above.spoils:
        return "Lower because it does not go with the white that stays."
    if round(white.apart) > round(above.apart):
        return "Lower because it stands further from the white that stays."
    if above.clears and not white.clears:
        return (
            f"Lower because its edge is lost: {number(abs(white.gap), 0)} points against {number(abs(above.gap), 0)}."
        )
    if round(abs(white.gap)) < round(abs(above.gap)) and not above.clears:
        return f"Lower because its gap is smaller: {number(abs(white.gap))} points."
    if white.agreement != above.agreement:
        return "Lower because its temperature goes less well with the wall."
    if white.glares and not above.glares:
        return "Lower because it glares on doors and other large surfaces."
    if round(white.answers - above.answers, 1) > 0:
        way = "yellower" if white.creaminess > above.creaminess else "cooler"
        return f"Lower because it is {way} than this wall asks for, by {number(white.answers - above.answers)} more."
    darker = above.reading.lrv - white.reading.lrv
    return f"As good in colour, and {number(darker)} points darker." if darker >= 0.05 else "As good as the one above."


def none_clears(wanted: float, best: float) -> str:
    return (
        f"No white stands {wanted:g} points of LRV from this wall; the farthest stands {number(best)}. The edge can be "
        "told by sheen alone, by another strength of the wall, or by a dark trim."
    )


def wall_at_strength(name: str, found: Reached, wanted: float) -> str:
    if found.reached:
        at = percent(found.percent)
        return f"At {at} {name} has LRV {number(found.lrv)}, and the lightest white clears it by {wanted:g}."
    return f"No strength in its base does: {name} comes to LRV {number(found.lrv)}, {number(found.wanted)} is wanted."


def whites_line(name: str, white: White, note: str) -> str:
    return f"{name}: LRV {number(white.reading.lrv)}. {note}"


NO_WHITES = "No white is in the decks"


def stands_there(name: str) -> str:
    return f"the {name}"


def white_chosen(name: str, note: str) -> str:
    return f"{name}: {note[:1].lower()}{note[1:]}"


def white_short(name: str, gap: float, clears: bool) -> str:
    return f"{name} {'clears by' if clears else 'falls short at'} {number(abs(gap), 0)}"


def safe_white(name: str, lrv: float, glares: bool) -> str:
    but = "; so bright it glares on doors and other large surfaces" if glares else ""
    return f"The safe answer, clean and nearly neutral: {name}, LRV {number(lrv)}{but}."


def coolest_white(name: str, warmth: float) -> str:
    return f"The coolest, {name} ({number(warmth, 1, signed=True)}), suits only a home that is cool throughout."


def dark_note(gap: float, angle: float) -> str:
    related = "carries a related undertone" if angle else "carries no undertone of its own"
    return f"{number(abs(gap), 0)} points darker; {related}{f', {angle:.0f}° away' if angle else ''}."


def no_such_whites(texts: Sequence[str]) -> str:
    return f"{', '.join(texts)}: no one colour of the decks has that code or name; check the code on the can or card."


WHITE_THERE = "a white that is there"


def no_home_white(whites: bool, walls: bool, forbidden: int) -> str:
    if not whites:
        return "No white is in the decks: bring in a deck that has some."
    if walls and forbidden:
        return "Every white is ruled out: lift one of those below."
    return "No colour has been reviewed for a room yet: put a review into a room, and the home’s white follows."


ONE_ROOM = "It is one room so far: with the next one’s colour the white is weighed over both."


def white_set(name: str, reason: str, instead: str) -> str:
    over = f"; by the rooms it would be {instead}" if instead else ", which the rooms ask for too"
    return f"{name} is set for this home: {reason.rstrip('.')}{over}."


def white_ruled(name: str, kind: str, reason: str, by: str, lifted: datetime | None) -> str:
    what = "set" if kind == "pin" else "ruled out"
    ended = f"; lifted {day(lifted)}" if lifted else ""
    return f"{name} {what}{f' by {by}' if by else ''}: {reason}{ended}"


def trim_kept(name: str, rooms: Sequence[str], weight: float) -> str:
    has = "has" if len(rooms) == 1 else "have"
    return f"The {listed(list(rooms))} already {has} {name} as trim, worth {number(10 * weight)} of 10 there."


def white_conflict(name: str, there: str, yellows: bool, away: float) -> str:
    how = "turns yellow beside" if yellows else "is a near-miss of"
    return f"{name} {how} {there}, ΔE00 {number(away)}."


def ways_out(
    same: White | None, apart: White | None, name_of: Callable[[White], str], there: Sequence[str]
) -> list[str]:
    """Offer the white that matches what is there, and one that differs clearly without turning yellow."""
    found = []
    if same:
        found.append(f"Match: {name_of(same)}, the same as {there[same.near]} (ΔE00 {number(same.away)}).")
    if apart:
        away = f"ΔE00 {number(apart.away)} from {there[apart.near]}"
        found.append(f"Clearly differ: {name_of(apart)}, {away}, without turning yellow.")
    return found


def way_alone(room: str) -> str:
    return f"The {room} is closed off from the others, so it may have a white of its own."


def way_zone(rooms: int) -> str:
    return f"It is open to others: a white of its own would have to go through all {rooms} of them."


def way_repaint(there: str, name: str) -> str:
    return f"Or keep {name}, and have {there} painted or changed to go with it."


def suits_rest(count_of: int, total: int) -> str:
    return f"{count_of} of {total}"


def home_white(name: str, rooms: int, told_by: str) -> str:
    over = "the room" if rooms == 1 else f"{rooms} rooms"
    return f"{name}, over {over} whose walls have a colour; told from the next by its {told_by}."


def home_weakest(room: str, score: float, note: str) -> str:
    if score > 0.995:
        return f"It has no weak room; in the {room}: {note[:1].lower()}{note[1:]}"
    return f"Its weakest room is the {room}, {number(10 * score)} of 10: {note[:1].lower()}{note[1:]}"


def home_runners(runners: Sequence[tuple[str, float]]) -> str:
    return f"Next: {'; '.join(f'{name}, weakest {number(10 * least)}' for name, least in runners)}."


def home_exception(name: str, rooms: Sequence[str], gain: float) -> str:
    return f"One exception, {name} in {listed(list(rooms))}, would lift the weakest room by {number(10 * gain)}."


SHEEN_WHY = {
    "walls": "hides flaws, and can still be wiped",
    "wet": "steam and grease must wash off",
    "ceiling": "shows no lap marks, and no lamps in it",
    "crown shines": "this method has it shine like the woodwork",
    "crown flat": "this method has it flat like the ceiling",
    "wear": "hands, brooms and washing",
    "washed": "washed every week",
}


def sheen_said(surface: str, least: str, most: str, why: str) -> str:
    span = least if least == most else f"{least} to {most}"
    return f"{surface[:1].upper()}{surface[1:]}: {span}, {SHEEN_WHY[why]}."


def sheen_deeper(name: str, sheen: str, darker: float) -> str:
    """Say how much deeper a colour looks in a sheen than flat, and what else more sheen does."""
    look = f"{number(darker)} L* darker than flat" if darker >= 0.3 else "as deep as flat"
    return f"In {sheen} {name} looks {look}, away from reflections; more sheen washes better and shows every flaw."


def sheen_read(lrv: float, sheen: str, without: float) -> str:
    return (
        f"A reader that includes gloss finds LRV {number(lrv)} in any sheen; one that leaves it out finds about "
        f"{number(without)} in {sheen}, which is nearer to what is seen."
    )


GAP_WRONG = "The gap is in points of LRV, 0 to 100; the method’s is taken until then."


def crown_disputed(title: str) -> str:
    return f"On crown moulding practitioners differ; this is how {title} has it."


_STAND = {
    "agree": "wall and white agree in undertone",
    "quiet": "one of the two is too quiet to clash with the other",
    "differ": "their undertones differ without pulling apart",
}


def white_shift(by_day: float | None, late: float | None, clash: bool) -> str:
    """Return by how much warmer than its board a white reads by day and of an evening, in short."""
    shown = [number(one, 1, signed=True) for one in (by_day, late) if one is not None]
    return f"{' / '.join(shown)}{' clash' if clash else ''}"


def white_when(evening: bool) -> str:
    return "under its lamps" if evening else "by day"


def white_lit(name: str, room: str, evening: bool, warmer: float, unsure: float, pair: Pairing) -> str:
    """Say how a white does beside a wall in a room's light: by how much warmer it reads than its board, Lab units, how
    unsure that is, ΔE00, and how the two stand to each other."""
    when = "of an evening, under its lamps" if evening else "by day, under an overcast sky"
    way = f"{number(abs(warmer))} {'warmer' if warmer > 0 else 'cooler'} than its board"
    shift = "as warm as its board" if abs(warmer) < SHIFT_SEEN else way
    surely = "probably " if pair.level == "probably" else ""
    stand = _STAND.get(pair.terms, f"they {surely}clash, their undertones pulling apart by {number(pair.size)} each")
    gap = f"the wall {number(abs(pair.lrv), 0)} points {'lighter' if pair.lrv > 0 else 'darker'}"
    return f"In the {room} {when}, {name} reads {shift}, give or take {number(unsure)}; {stand}; {gap}."


NO_WHITE_LIGHT = "How a white does by day and of an evening is told once the review is in a room whose place is known."
