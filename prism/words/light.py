"""Sentences of light: hours, walls, what a colour reads as there, and what to do about it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import TYPE_CHECKING

from prism.messages.habits import day
from prism.messages.text import NO_BREAK, capital, listed, lower_first, number, whole
from prism.words.readings import headline, hue, undertone_short

if TYPE_CHECKING:
    from prism.reading import Reading
    from prism.surety import Level


def clock(hour: float) -> str:
    """Return an hour as clocks show it.

    >>> clock(9), clock(15.5), clock(24)
    ('9:00', '15:30', '24:00')
    """
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def lux_text(value: float) -> str:
    """Return an illuminance with its unit, as many figures as it is worth.

    >>> [lux_text(value).replace(NO_BREAK, " ") for value in (1234, 87.6, 0.2)]
    ['1,230 lx', '88 lx', 'less than 1 lx']
    """
    if value < 1:
        return f"less than 1{NO_BREAK}lx"
    figures = 3 if value >= 100 else 2
    step = 10 ** max(0, len(str(int(value))) - figures)
    return f"{whole(round(value / step) * step)}{NO_BREAK}lx"


def kelvin_text(value: float) -> str:
    """Return a colour temperature with its unit, to the hundred.

    >>> kelvin_text(7384).replace(NO_BREAK, " ")
    '7,400 K'
    """
    return f"{whole(round(value, -2))}{NO_BREAK}K"


def wall_line(name: str, hour: float, wall: str, lux: float, kelvin: float, reading: Reading | None) -> str:
    start = f"{name}, {clock(hour)}, {wall} wall: "
    if reading is None:
        return start + "too dark to see a colour"
    return (
        f"{start}{lux_text(lux)}, {kelvin_text(kelvin)}; looks {headline(reading).lower()}, "
        f"{undertone_short(reading).lower()}, L* {number(reading.lab[0])}"
    )


SKIES = {"clear": "clear", "overcast": "overcast"}
SEASONS = {"today": "today", "midsummer": "midsummer", "equinox": "equinox", "midwinter": "midwinter"}
DARK = "too dark to see a colour"
NO_LAMPS = "No lamps are entered, so one of 800 lm for every four square metres is assumed."
"""What stands where lamps must be supposed."""


def wall_name(wall: str, has_window: bool, opposite: bool) -> str:
    if has_window:
        return f"{wall} wall, window"
    return f"{wall} wall, back" if opposite else f"{wall} wall"


def seen_line(wall: str, hour: float, reading: Reading | None, board: Reading) -> str:
    return f"At {clock(hour)} {_seen(wall, reading, board)}"


def seen_there(wall: str, reading: Reading | None, board: Reading) -> str:
    """Return what a wall looks like, for a place that names the hour itself."""
    return capital(_seen(wall, reading, board))


def _seen(wall: str, reading: Reading | None, board: Reading) -> str:
    if reading is None:
        return f"the {wall} wall is {DARK}."
    return f"the {wall} wall {_probably(reading.families.level)}looks {called(reading)}{change_from(reading, board)}."


def _probably(level: Level) -> str:
    return "" if level.value == "certain" else "probably "


def wall_short(wall: str, reading: Reading | None, board: Reading) -> str:
    """Return how a wall looks as one of a list: `North wall: probably a pale blue, darker than the sample.`"""
    if reading is None:
        return f"{wall.capitalize()} wall: {DARK}."
    return (
        f"{wall.capitalize()} wall: {_probably(reading.families.level)}{called(reading)}{change_from(reading, board)}."
    )


CLEARLY = 3.0
"""L* of depth, or Lab units of warmth, below which a room changes a colour a little only."""
SHIFTED = 1.0
"""Lab units along its own undertone from which a colour is said to gain or to lose some of it."""


def change_from(reading: Reading, board: Reading) -> str:
    """Return how a wall differs from its sample: `, less blue and a little darker than the sample`; the hue that it is
    already called by is not said again."""
    hue_, depth_ = _hue_change(reading, board), _depth_change(reading, board)
    if hue_.startswith("pull") and hue_.split()[1] in called(reading):
        return f", {depth_} than the sample" if depth_ else ""
    compared = [part for part in (hue_ if not hue_.startswith(("pull", "without")) else "", depth_) if part]
    hue_text = f", {hue_}" if hue_.startswith(("pull", "without")) else ""
    if compared:
        return f"{hue_text}, {listed(compared)} than the sample"
    return hue_text or ", like the sample"


def called(reading: Reading) -> str:
    """Return what a colour looks, with its article: `a muted pale blue`, `off-white`."""
    name, _, tone = lower_first(headline(reading)).partition(", ")
    whole = f"{tone} {name}".strip()
    return (
        whole
        if whole in ("white", "off-white", "black", "navy", "cream")
        else f"a{'n' if whole[0] in 'aeio' else ''} {whole}"
    )


def _depth_change(reading: Reading, board: Reading) -> str:
    size = abs(board.lab[0] - reading.lab[0])
    if size < 1.5:
        return ""
    how = "a little " if size < CLEARLY else "clearly " if size >= 2 * CLEARLY else ""
    return f"{how}{'darker' if reading.lab[0] < board.lab[0] else 'lighter'}"


def _hue_change(reading: Reading, board: Reading) -> str:
    """Return what became of a sample's hue: `bluer`, `less blue`, `pulling green`; empty where it is as it was.

    A hue fades only where there is less of it, along its own direction.
    """
    now, then = _hue_key(reading), _hue_key(board)
    gained = _along(board.undertone.vector, reading) - board.undertone.strength
    if now == then:
        if not now or abs(gained) < SHIFTED:
            return ""
        return f"more {hue(now, board.lrv)}" if gained > 0 else f"less {hue(now, board.lrv)}"
    if not now:
        return f"without its {hue(then, board.lrv)}"
    return f"pulling {hue(now, reading.lrv)}"


def _along(direction: tuple[float, float], reading: Reading) -> float:
    """Return how much of a reading's undertone lies along a direction, Lab units."""
    size = (direction[0] ** 2 + direction[1] ** 2) ** 0.5
    x, y = reading.undertone.vector
    return (x * direction[0] + y * direction[1]) / size if size > 0 else 0.0


def _hue_key(reading: Reading) -> str:
    """Return the hue that a colour shows: its own where it belongs to a hue, else that of its undertone; empty where it
    has none to speak of. It is the method's word, so that a pink and a red are one."""
    undertone = reading.undertone
    if reading.family.hue:
        return reading.family.hue
    return "" if undertone.strength_word == undertone.passive_word else undertone.main or undertone.nearest


def seen_words(reading: Reading | None) -> str:
    if reading is None:
        return "too dark"
    key = _hue_key(reading)
    sure = _probably(reading.undertone.level)
    return f"{sure}{hue(key, reading.lrv)}" if key else f"{sure}no clear undertone"


def spot_text(hour: float, wall: str, sky: str) -> str:
    return f"{wall} wall, {clock(hour)}, {sky}"


def sky_of(cloud: float) -> str:
    return "overcast" if cloud >= 1 else "clear" if cloud <= 0 else "partly cloudy"


def aim_text(lrv: float, own: float, warmer: float) -> str:
    depth = f"LRV {number(lrv, 0)}" + (" or higher" if lrv > own + 1 else " or lower" if lrv < own - 1 else "")
    step = "" if abs(warmer) < 0.7 else f", {_step(warmer)} {'warmer' if warmer > 0 else 'cooler'}"
    return f"For the sample’s look in this room, choose {depth}{step}."


def _step(size: float) -> str:
    return "half a step" if abs(size) < 2 else "a step" if abs(size) < 4 else "two steps"


def sun_text(rises: float | None, sets: float | None, up: bool) -> str:
    if rises is None and sets is None:
        return "The sun does not set." if up else "The sun does not rise."
    first = f"sun up {clock(rises)}" if rises is not None else "up since the day before"
    last = f"down {clock(sets)}" if sets is not None else "not down that day"
    return f"{first}, {last}"


def practice_text(facing: str, text: str) -> str:
    where = {
        "away": "that face away from the sun",
        "toward": "that face the sun",
        "east": "that face east",
        "west": "that face west",
    }[facing]
    return f"Rule of thumb for rooms {where}: {lower_first(text)}"


def strip_text(name: str, runs: list[tuple[str, float, float]], sun: str) -> str:
    parts = "; ".join(f"{clock(start)} to {clock(end)} {label}" for label, start, end in runs)
    return f"{name} through the day, {sun}: {parts}."


def openings_text(name: str, windows: str) -> str:
    """Return a plan in words: `windows` as `windows_text` has them."""
    return f"Plan of {name}. Windows: {windows}."


def plan_text(name: str, hour: float, azimuth: float, height: float) -> str:
    sun = f"the sun is at {azimuth:.0f}°, {height:.0f}° high" if height > 0 else "the sun is down"
    return f"Plan of {name}; at {clock(hour)} {sun}."


NO_ROOM_LIGHT = "Choose a room to have its light predicted. Until then these are rules of thumb."


def room_cannot_be(field: str, message: str) -> str:
    return f"The light of this room is not predicted, for it holds what cannot be. {field.capitalize()}: {message}"


ROOM_UNKNOWN = "To predict the light of this room, enter its size and place."
NEVER_LIT = "No daylight reaches this room while it is used."
NO_LIGHT_AT_ALL = "This room has neither a window nor a lamp: enter one to see the colour."
NOT_SEEN = "Not asked of a room yet"


def light_finding(reading: Reading, board: Reading, hour: float, wall: str) -> str:
    change = _hue_change(reading, board) or _depth_change(reading, board) or "as the sample"
    return f"{wall.capitalize()} wall, {clock(hour)}: {change}"


PLAIN_WHITE = "a plain white"


def wall_at(wall: str, hour: float) -> str:
    return f"{wall} wall, {clock(hour)}"


def light_there(lux: float, kelvin: float) -> str:
    return lux_text(lux) if lux < 1 else f"{lux_text(lux)}, {kelvin_text(kelvin)}"


def run_said(start: float, end: float, said: str) -> str:
    return f"{clock(start)} to {clock(end)} {said}"


def beside_clean_white(reading: Reading) -> str:
    return f"Beside a clean white in the same light, this colour looks {called(reading)}, {undertone_short(reading)}."


TRIM = "white trim"
"""What the clean white is called where it hangs as trim."""


def faces(way: str, text: str) -> str:
    return f"Facing {way}: {lower_first(text)}"


def comes_within(near: float, own: float) -> str:
    return (
        "looks like the sample here"
        if near < 2
        else "close to the sample here"
        if near < 4
        else "closer to the sample here"
    )


def parts_most(name: str, hour: float, wall: str, sky: str, away: float) -> str:
    under = "an overcast sky" if sky == "overcast" else f"a {sky} sky"
    return f"{name} differs most at {clock(hour)} on the {wall} wall, under {under}."


FLOOR_SEEN = 0.4
"""Lab units of warmth from which a floor's effect is worth saying."""


def floor_text(effect: float) -> str:
    if abs(effect) < FLOOR_SEEN:
        return ""
    return f"The floor {'warms' if effect > 0 else 'cools'} the walls{'' if abs(effect) >= CLEARLY else ' a little'}."


DRAWN_TIMES = {"": "One picture", "candidates": "Candidates", "hours": "Hours", "lamps": "Lamps"}
"""How often a room is drawn, and what the pictures differ in."""


def lamps_of(kelvin: float) -> str:
    return f"Lamps of {kelvin_text(kelvin)}"


STANDS = {
    "door": "from the door",
    "north": "from the north wall",
    "east": "from the east wall",
    "south": "from the south wall",
    "west": "from the west wall",
    "corner": "from the corner",
}
"""Where one may stand to look at a room that is drawn."""


def picture_plain(room: str, paint: str, hour: float) -> str:
    return f"{room} in {paint} at {clock(hour)}"


def picture_text(room: str, paint: str, hour: float) -> str:
    return f"{picture_plain(room, paint, hour)}. Arrow keys turn your head."


def picture_caption(room: str, paints: Sequence[str], on: date, hour: float, sky: str) -> tuple[str, str]:
    """Return the title and the note below a picture that is saved; no paint is named where names are hidden."""
    title = f"{room} in {listed(list(paints))}" if paints else room
    return title, f"{day(on)}, {clock(hour)}, {sky} sky. Predicted: judge the colour from a painted sample."
