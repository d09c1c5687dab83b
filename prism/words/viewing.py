"""Sentences of samples, viewings and decisions."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, datetime
from math import exp
from typing import TYPE_CHECKING

from prism.messages.habits import current, day, hour_of
from prism.messages.text import capital, count, listed, number, numeral, percentage
from prism.words.light import clock, lux_text
from prism.words.readings import hue
from prism.words.sizes import area_text, covers_text, poured_text

if TYPE_CHECKING:
    from prism.viewing.scales import Leaning, ScaleCheck, ToldHue

GROUNDS = {"board": "white board", "sheet": "peel-off sheet", "wall": "the wall as it is"}
SAMPLE_FAULTS = {
    "too small": "Too small: use A4 or larger, since a small sample looks darker and greyer.",
    "on the wall": "Painted on the old wall: its colour misleads. Paint a board or a sheet.",
    "one coat": "One coat: the ground shows through. Paint two.",
    "no margin": "No margin: leave 25 mm of white all round, or what hangs behind it misleads.",
    "alone": "One sample alone shows no undertone: add a near neighbour or a clean white.",
}
"""What would mislead about a sample, and what to do instead."""
WHYS = {
    "best": "closest to the sample",
    "worst": "furthest from the sample",
    "parting": "where two candidates differ most",
    "evening": "under the evening lamps",
    "own": "as planned by hand",
}
SCALE_ENDS = {
    "depth": ("darker", "lighter"),
    "warmth": ("cooler", "warmer"),
    "clearness": ("greyer", "clearer"),
    "hue": ("greener", "pinker"),
}
VIEW_ANSWERS = {"yes": "yes", "again": "again", "no": "no"}
NO_SLOTS = "Put the review into a room with size, place and windows to see when to look."
NOT_SEEN_YET = "Nobody has looked yet"
NO_PICTURE = "This file is not a picture: choose a JPEG, PNG or WebP."


def picture_too_large(megabytes: float) -> str:
    return f"The picture is larger than {megabytes:g} MB: choose a smaller one, or send it smaller from the phone."


def picture_has_too_many_pixels(width: int, height: int, millions: float) -> str:
    return f"The picture has {width} × {height} pixels. At most {millions:g} million can be taken: send it smaller."


def meter_text(lux: str) -> str:
    return f"The meter reads {lux}, and corrects the light of the room."


SHEETS_THAT_FIT = {
    "": "Two boards side by side do not fit this window: make it larger, or zoom out.",
    **{size: f"Two boards of {size} fit this window." for size in ("A3", "A4", "A5", "A6", "A7")},
}
"""What is said of the largest sheet of which two boards stand side by side, by its name."""
PRINT_IS_NOT_PAINT = "Printed ink is not paint: judge size and place by it, and decide from paint."
PHOTOS_LIE = "A photograph shows where the sample hung, not its colour."


def sample_line(size: str, ground: str, coats: int, litres: float, margin: bool = True) -> str:
    many = "one coat" if coats == 1 else count(coats, "coat")
    edge = "25 mm of white left all round" if margin and ground != "wall" else "no white left round it"
    return f"{size} on {GROUNDS[ground]}, {many}, {edge}, {poured_text(litres)}"


def spots(places: Sequence[tuple[str, float]]) -> str:
    hours: dict[str, list[str]] = {}
    for wall, hour in sorted(places, key=lambda spot: spot[1]):
        hours.setdefault(wall, []).append(clock(hour))
    return listed([f"the {wall} wall at {listed(when)}" for wall, when in hours.items()]) if hours else ""


def hang_on(where: str) -> str:
    if not where:
        return "Carry one sample board of each from wall to wall, upright at eye height."
    return f"Carry one sample board of each, upright at eye height. Hang it on {where}."


def hung_in(room: str, where: str) -> str:
    return f"{room}: {where}" if where else f"{room}: any wall, since its light is unknown"


def brought_for(names: Sequence[str]) -> str:
    return f"beside {listed(list(names))}"


ALL_PLANNED = "The viewings of all rooms are planned, and in the calendar."


def merging_here(names: Sequence[str], room: str) -> str:
    return f"Leave {listed(list(names))} at home: in some light of the {room} nobody can tell them apart."


def hold_against(names: Sequence[str]) -> str:
    return f"Also hold it against {listed(list(names))}."


def looks_text(room: str, spots: Sequence[tuple[str, float]]) -> str:
    places = listed([f"the {wall} wall at {clock(hour)}" for wall, hour in spots])
    return f"{capital(room)} from above: look at {places}." if spots else f"{capital(room)} from above."


def wall_amount(area: float, coats: float, spreading: float, own: bool) -> str:
    whose = "by the job" if own else "by the method"
    many = "coat" if coats == 1 else "coats"
    return f"{area_text(area)} of wall, {number(coats, 0)} {many}, {covers_text(spreading)}, {whose}"


def keep_apart(one: str, other: str) -> str:
    return f"Keep {one} and {other} apart: they clash."


def butt_together(one: str, other: str) -> str:
    return f"Put {one} and {other} edge to edge: only the edge tells them apart."


NOTHING_TO_HOLD = "These decks have nothing close enough: bring a clean white, or import another deck."


def hold_beside(names: Sequence[str]) -> str:
    return f"Hold it beside {listed(list(names))}."


def slot_text(why: str, hour: float, wall: str, sky: str) -> str:
    weather = f", under {'an' if sky[0] in 'aeiou' else 'a'} {sky} sky" if sky else ""
    return f"{clock(hour)}, {wall} wall: {WHYS.get(why, why)}{weather}"


SAMPLES_PARTS = {"": "Key times", "samples": "Samples", "decide": "Decide"}
SOMEBODY = "Somebody"


NO_VIEWINGS = "Nobody has looked at a sample yet. Plan the key times, or log a look now."


def plan_these(decide: date) -> str:
    return f"Plan these, to decide by {day(decide, year=False)}"


def day_and_hour(at: datetime) -> str:
    return f"{day_short(at)}, {clock(hour_of(at))}"


def day_text(when: date) -> str:
    long = {"month": f"{when:%B} {when.day}", "iso": day(when)}.get(current().dates, f"{when.day} {when:%B}")
    return f"{when:%A} {long}"


def day_short(when: date) -> str:
    return f"{when:%a} {day(when, year=False)}"


def moved_to(name: str, when: str) -> str:
    return f"{name} is to be looked at on {when}."


def viewing_place(waiting: int) -> str:
    return f"{waiting} more today"


def sample_total(boards: int, litres: float) -> str:
    return f"{capital(count(boards, 'sample board'))}, about {poured_text(litres)} of paint in all: buy sample pots."


LEANING_GONE = "That difference is no longer more than chance."
OTHER_BOARD = "the other board"
REFUSED_HERE = "Somebody had answered first, so what you wrote on this phone was not saved. You wrote:"
SEEN_MEANWHILE = "Somebody answered this viewing first, so yours was not saved. Log a look of your own."


def samples_sentence(planned: int, seen: int, answers: str) -> str:
    if not planned:
        return "Paint sample boards and look at them at the key times."
    if not seen:
        return f"Nobody has looked yet; {count(planned, 'viewing')} {'is' if planned == 1 else 'are'} planned."
    return f"{capital(numeral(seen))} of {count(planned, 'viewing')} seen: {answers}."


def light_text(sky: str, lamps_on: bool, lux: float | None) -> str:
    kind = "under lamps" if lamps_on else f"{sky} sky" if sky else ""
    return ", ".join(part for part in (kind, lux_text(lux) if lux is not None else "") if part)


def viewing_text(
    steps: Mapping[str, int], text: str, answer: str, who: str, light: str = "", beside: str = "", undertone: str = ""
) -> str:
    """Return what was seen, what was said and answered, and by whom in which light; of a pair, `beside` is the other
    board; `undertone` the one that showed.

    >>> viewing_text({"hue": 1}, "Clean beside the tiles", "yes", "Ann", "clear sky", undertone="blue")
    'Shows blue, somewhat pinker. “Clean beside the tiles”, answered yes (Ann, clear sky)'
    """
    parts = [step_word(scale, step) for scale, step in steps.items() if step]
    same = f"as {beside}" if beside else "as its sample"
    seen = (listed(parts) + (f" than {beside}" if beside else "")) if parts else same if steps else ""
    looked = capital(", ".join(part for part in (f"shows {undertone}" if undertone else "", seen) if part))
    quoted = f"“{text.rstrip().removesuffix('.')}”" if text.strip() else ""
    sentence = ". ".join(part for part in (looked, quoted) if part)
    answered = f"answered {answer}" if answer else ""
    by = ", ".join(part for part in (who or SOMEBODY, light) if part)
    return f"{capital(', '.join(part for part in (sentence, answered) if part))} ({by})"


CALENDAR_NAME = "Viewings"


def pair_name(one: str, other: str) -> str:
    return f"{one} beside {other}"


def looks_asked(one: str, other: str) -> str:
    return f"Beside {other}, {one} looks:" if other else "Beside its sample in daylight, it looks:"


def event_title(colour: str, room: str) -> str:
    return f"Look at {colour}{f' in the {room}' if room else ''}"


def step_word(scale: str, step: int) -> str:
    low, high = SCALE_ENDS[scale]
    if not step:
        return f"neither {low} nor {high}"
    return f"{'clearly ' if abs(step) == 2 else 'somewhat '}{high if step > 0 else low}"


_AGREEMENT = {"agrees": "as predicted", "near": "nearly as predicted", "differs": "not as predicted"}


def undertone_seen(key: str, lrv: float) -> str:
    return "no undertone" if key == "none" else hue(key, lrv)


def told_text(told: ToldHue, lrv: float) -> str:
    """Return the undertone that was seen against the ones that were predicted."""
    seen, likeliest = undertone_seen(told.seen, lrv), undertone_seen(told.likeliest, lrv)
    how = {
        "agrees": f"as predicted, {percentage(told.likeliest_share)} probable",
        "near": f"predicted as {percentage(told.share)} probable, {likeliest} likelier",
        "differs": f"not as predicted: {likeliest}, {percentage(told.likeliest_share)} probable",
    }[told.agreement]
    return f"Shows {seen}, {how}."


def held_text(check: ScaleCheck) -> str:
    return (
        f"{capital(step_word(check.scale, check.seen))}, {_AGREEMENT[check.agreement]}: "
        f"{step_word(check.scale, check.step)} ({number(check.computed, 1, signed=True)})."
    )


PREDICTED_UNKNOWN = "Nothing was predicted: the light of this room is unknown."


def leaning_text(who: str, leaning: Leaning) -> str:
    low, high = SCALE_ENDS[leaning.scale]
    way = high if leaning.mean > 0 else low
    return (
        f"{who} sees it {way} than predicted by {number(abs(leaning.mean))}, ±{number(leaning.half)}, from "
        f"{count(leaning.count, 'answer')}."
    )


def room_leans(room: str, leaning: Leaning) -> str:
    low, high = exp(leaning.mean - leaning.half), exp(leaning.mean + leaning.half)
    way = "brighter" if leaning.mean > 0 else "darker"
    return (
        f"{room} is {way} than predicted: {number(exp(leaning.mean), 2)} times the light, between {number(low, 2)} and "
        f"{number(high, 2)}, from {count(leaning.count, 'reading')} of a meter."
    )


ROOM_CORRECTED = "Its light is then predicted by these readings; each can be left out on the room’s page."


def eye_corrected(who: str, a: float, b: float) -> str:
    return (
        f"{who}’s later reviews begin with the neutral line moved by {number(a, 1, signed=True)} a*, "
        f"{number(b, 1, signed=True)} b*. Earlier ones stay as they are."
    )


def taken_up(found: str, by: str, when: str, undone: str) -> str:
    return f"{found} Taken up by {by or SOMEBODY}, {when}{f'; undone {undone}' if undone else ''}."


def answers_tally(yes: int, again: int, no: int) -> str:
    if not yes + again + no:
        return NOT_SEEN_YET
    return f"{yes} yes, {again} again, {no} no"


IS_DECIDED, IS_REVIEWED, NO_COLOUR_YET = "decided", "reviewed", "no colour yet"


def view_short(planned: int, seen: int) -> str:
    if not planned:
        return ""
    return f"{numeral(seen)} of {numeral(planned)} viewings seen".capitalize()


def slot_short(why: str, hour: float, wall: str) -> str:
    return f"{clock(hour)}, {wall} wall: {WHYS.get(why, why)}"


def hour_seen(answer: str, when: str, who: str, sky: str) -> str:
    return f"{answer or 'seen'}, {who or SOMEBODY}, {when}{f', but under a sky that was {sky}' if sky else ''}"


def hour_planned(when: str) -> str:
    return f"planned, {when}"


def hour_open(missed: str) -> str:
    """Return that an key time was not seen; `missed` is when somebody looked instead."""
    return f"not seen: looked at {missed} instead" if missed else "not seen"


def hour_not_seen(why: str, hour: float, wall: str, planned: str) -> str:
    """Say at which key time nobody has looked, and when it is planned.

    >>> hour_not_seen("best", 10, "north", "Mon 30 Nov, 10:00")
    'Not seen yet at 10:00 on the north wall, closest to the sample: planned for Mon 30 Nov, 10:00.'
    """
    text = f"Not seen yet at {clock(hour)} on the {wall} wall, {WHYS.get(why, why)}"
    return f"{text}: planned for {planned}." if planned else f"{text}."


MOVE_WRONG = "Choose a day and an hour from today on."
SEEN_WRONG = "Answer at least one scale, or write what you saw."
TOO_LATE = "Decide tomorrow or later: choose a later day."
"""Answers to what cannot be."""
