"""Sentences of light: hours, walls, what a colour reads as there, and what to do about it."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import NO_BREAK, listed, number, whole
from prism.words.readings import headline, hue, undertone_short

if TYPE_CHECKING:
    from prism.reading import Reading


def clock(hour: float) -> str:
    """Return an hour as clocks show it.

    >>> clock(9), clock(15.5), clock(24)
    ('9:00', '15:30', '24:00')
    """
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def lux_said(value: float) -> str:
    """Return an illuminance with its unit, as many figures as it is worth.

    >>> [lux_said(value).replace(NO_BREAK, " ") for value in (1234, 87.6, 0.2)]
    ['1,230 lx', '88 lx', 'less than 1 lx']
    """
    if value < 1:
        return f"less than 1{NO_BREAK}lx"
    figures = 3 if value >= 100 else 2
    step = 10 ** max(0, len(str(int(value))) - figures)
    return f"{whole(round(value / step) * step)}{NO_BREAK}lx"


def kelvin_said(value: float) -> str:
    """Return a colour temperature with its unit, to the hundred.

    >>> kelvin_said(7384).replace(NO_BREAK, " ")
    '7,400 K'
    """
    return f"{whole(round(value, -2))}{NO_BREAK}K"


def wall_line(name: str, hour: float, wall: str, lux: float, kelvin: float, reading: Reading | None) -> str:
    start = f"{name}, {clock(hour)}, {wall} wall: "
    if reading is None:
        return start + "too dark to see a colour"
    return (
        f"{start}{lux_said(lux)}, {kelvin_said(kelvin)}; reads as {headline(reading).lower()}, "
        f"{undertone_short(reading).lower()}, L* {number(reading.lab[0])}"
    )


SKIES = {"clear": "clear", "overcast": "overcast"}
SEASONS = {"today": "today", "midsummer": "midsummer", "equinox": "equinox", "midwinter": "midwinter"}
DARK = "too dark to see a colour"
NO_LAMPS = "No lamps are entered; as if there were one of 800 lm for every four square metres."
"""What stands where lamps must be supposed."""


def wall_name(wall: str, has_window: bool, opposite: bool) -> str:
    if has_window:
        return f"{wall} wall, window"
    return f"{wall} wall, back" if opposite else f"{wall} wall"


def seen_line(wall: str, hour: float, reading: Reading | None, board: Reading) -> str:
    start = f"On the {wall} wall at {clock(hour)}"
    if reading is None:
        return f"{start} it is {DARK}."
    sure = "" if reading.families.level.value == "certain" else "probably "
    return f"{start} it {sure}looks like {_lower(headline(reading))}; {change_from(reading, board)}."


SHIFTED = 1.0
"""Lab units along its own undertone from which a colour is said to gain or to lose some of it."""


def change_from(reading: Reading, board: Reading) -> str:
    return f"{_hue_change(reading, board)}, {_depth_change(reading, board)}"


def _depth_change(reading: Reading, board: Reading) -> str:
    if abs(board.lab[0] - reading.lab[0]) < 1.5:
        return "as deep as the board"
    points = number(abs(board.lrv - reading.lrv), 0)
    return f"{points} points of LRV {'darker' if reading.lab[0] < board.lab[0] else 'lighter'} than the board"


def _hue_change(reading: Reading, board: Reading) -> str:
    """Return what became of a board's hue. It fades only where there is less of it, along its own direction."""
    now, then = _hue_key(reading), _hue_key(board)
    gained = _along(board.undertone.vector, reading) - board.undertone.strength
    if now == then:
        if not now:
            return "without an undertone still"
        name = hue(now, board.lrv)
        return f"its {name} " + ("grows" if gained >= SHIFTED else "fades" if gained <= -SHIFTED else "holds")
    if not then:
        return f"it pulls {hue(now, reading.lrv)}"
    if not now:
        return f"its {hue(then, board.lrv)} fades"
    fades = f"its {hue(then, board.lrv)} fades and " if gained <= -SHIFTED else ""
    return f"{fades}it pulls {hue(now, reading.lrv)}"


def _along(direction: tuple[float, float], reading: Reading) -> float:
    """Return how much of a reading's undertone lies along a direction, Lab units."""
    size = (direction[0] ** 2 + direction[1] ** 2) ** 0.5
    x, y = reading.undertone.vector
    return (x * direction[0] + y * direction[1]) / size if size > 0 else 0.0


def _hue_key(reading: Reading) -> str:
    """Return the hue that a colour shows: its own where it belongs to a hue, else that of its undertone; empty where it
    has none to speak of. It is the method's word, so that a pink and a red are one."""
    found = reading.undertone
    if reading.family.hue:
        return reading.family.hue
    return "" if found.strength_word == found.passive_word else found.main or found.nearest


def _lower(text: str) -> str:
    return text[:1].lower() + text[1:]


def seen_words(reading: Reading | None) -> str:
    if reading is None:
        return "too dark"
    key = _hue_key(reading)
    sure = "" if reading.undertone.level.value == "certain" else "probably "
    return f"{sure}{hue(key, reading.lrv)}" if key else f"{sure}no clear undertone"


def spot_said(hour: float, wall: str, sky: str) -> str:
    return f"{wall} wall, {clock(hour)}, {sky}"


def sky_of(cloud: float) -> str:
    return "overcast" if cloud >= 1 else "clear" if cloud <= 0 else "partly cloudy"


_COUNSEL = {
    "washes out": "It washes out where the light is strong",
    "heavy": "It gets {}heavy in the dim light here",
    "dingy": "It may look {}dingy here",
    "cool forward": "It pulls {}cool in the light here",
    "warm forward": "It pulls {}warm in the light here",
    "warm in the evening": "Under the lamps it turns {}warm",
}

CLEARLY = 3.0
"""L* of depth, or Lab units of warmth, below which a room changes a colour a little only."""


def counsel_said(kind: str, walls: tuple[str, ...], computed: bool, practice: bool, size: float) -> str:
    how_far = "a little " if computed and abs(size) < CLEARLY else ""
    if computed and practice:
        who = "Predicted for this room, and the rule of thumb agrees."
    elif computed:
        who = "Predicted for this room; the rule of thumb would not warn."
    else:
        who = "The rule of thumb warns of it; the prediction for this room does not show it."
    return f"{_COUNSEL[kind].format(how_far)}{_on_walls(walls)}. {who}"


def counsel_plain(kind: str, walls: tuple[str, ...]) -> str:
    return f"{_COUNSEL[kind].format('')}{_on_walls(walls)}."


def _on_walls(walls: tuple[str, ...]) -> str:
    return "" if len(walls) == 4 else f" on the {listed(walls)} wall{'s' if len(walls) > 1 else ''}"


def aim_said(lrv: float, own: float, warmer: float) -> str:
    depth = f"LRV {number(lrv, 0)}" + (" or more" if lrv > own + 1 else " or less" if lrv < own - 1 else "")
    step = "" if abs(warmer) < 0.7 else f", {_step(warmer)} {'warmer' if warmer > 0 else 'cooler'}"
    return f"To read here as its board does in daylight, look for {depth}{step}."


def _step(size: float) -> str:
    return "half a step" if abs(size) < 2 else "a step" if abs(size) < 4 else "two steps"


def lamps_said(kelvins: list[float], hues: list[str], away: list[float]) -> str:
    """Say which undertone each temperature of lamp pulls out, which keeps nearest to the board, and to keep one."""
    each = "; ".join(f"{kelvin_said(kelvin)}: {hue}" for kelvin, hue in zip(kelvins, hues, strict=True))
    nearest = kelvin_said(kelvins[away.index(min(away))])
    return (
        f"Undertone under lamps of {each}. {nearest} keeps it nearest to its board. Keep one temperature while "
        "sampling and after painting."
    )


def lamp_shift_said(size: float, kelvin: float, known: bool) -> str:
    """Say how far a board shifts under a lamp even beside a clean white there; without a spectrum it is a guess."""
    if not known:
        return "How its own pigments shift under lamps would need its spectrum: read it with the reader."
    if size < 0.7:
        return "Beside a clean white under the same lamp it is the board it was."
    most = f"most at {kelvin_said(kelvin)}: ΔE00 {number(size)}"
    return f"Beside a clean white under the same lamp it still shifts, {most}."


def pairing_said(name: str, terms: str, level: str, lrv: float, size: float, evening: bool = False) -> str:
    """Say how a paint stands to something that stays: its undertone, how deep a clash goes, and the gap in LRV."""
    said = pairing_plain(name, terms, level, evening).removesuffix(".")
    apart = f": the undertones pull apart by {number(size)} each" if terms == "clash" else ""
    gap = f"{number(abs(lrv), 0)} points of LRV {'lighter' if lrv > 0 else 'darker'}"
    return f"{said}{apart}; {gap}."


def pairing_plain(name: str, terms: str, level: str, evening: bool = False) -> str:
    light = " under the lamps" if evening else ""
    surely = "probably " if level == "probably" else ""
    said = {
        "agree": f"its undertone goes with the {name}{light}",
        "quiet": f"the {name} or it is too quiet{light} to clash",
        "differ": f"its undertone is another than that of the {name}{light}, without pulling against it",
        "clash": f"it {surely}clashes with the {name}{light}",
    }[terms]
    return f"{said[:1].upper()}{said[1:]}."


def deeper_said(darker: float, chroma: float) -> str:
    if darker < 0.7 and chroma < 0.7:
        return "Four walls of it look hardly deeper than the board."
    parts = []
    if darker >= 0.7:
        parts.append(f"{number(darker)} L* darker")
    if chroma >= 0.7:
        parts.append(f"{number(chroma)} C* more coloured")
    return f"Four walls of it look {' and '.join(parts)} than its board: they light each other."


def mirrored_said(matt: dict[str, float], satin: dict[str, float]) -> str:
    """Say where a satin wall would mirror a window, and by how much lighter it looks there; empty where it hardly does.

    >>> mirrored_said({"east": 4.0}, {"east": 24.0})
    'In satin the east wall mirrors the window: up to 24 points of LRV lighter there, in matt 4.'
    """
    if not satin or max(satin.values()) < MIRRORED_FROM:
        return ""
    wall = max(satin, key=lambda each: satin[each])
    return (
        f"In satin the {wall} wall mirrors the window: up to {number(satin[wall], 0)} points of LRV lighter there, "
        f"in matt {number(matt.get(wall, 0.0), 0)}."
    )


MIRRORED_FROM = 3.0
"""Points of LRV from which a mirrored window is worth saying."""


def sun_said(rises: float | None, sets: float | None, up: bool) -> str:
    if rises is None and sets is None:
        return "The sun does not set." if up else "The sun does not rise."
    first = f"sun up {clock(rises)}" if rises is not None else "up since the day before"
    last = f"down {clock(sets)}" if sets is not None else "not down that day"
    return f"{first}, {last}"


def practice_said(facing: str, text: str) -> str:
    where = {
        "away": "Rooms that face away from the sun",
        "toward": "Rooms that face the sun",
        "east": "Rooms that face east",
        "west": "Rooms that face west",
    }[facing]
    return f"{where}: {text}"


def strip_text(name: str, runs: list[tuple[str, float, float]], sun: str) -> str:
    parts = "; ".join(f"{clock(start)} to {clock(end)} {said}" for said, start, end in runs)
    return f"{name} through the day, {sun}: {parts}."


def plan_text(name: str, hour: float, azimuth: float, height: float) -> str:
    sun = f"the sun stands at {azimuth:.0f}°, {height:.0f}° high" if height > 0 else "the sun is down"
    return f"Plan of {name}; at {clock(hour)} {sun}."


NO_ROOM_LIGHT = "Choose a room to have its light predicted. Until then these are rules of thumb."
ROOM_UNKNOWN = "This room has no size or place yet, so its light cannot be computed: enter them."
NEVER_LIT = "No daylight reaches this room while it is used."
NO_LIGHT_AT_ALL = "There is neither a window nor a lamp: enter one, or nothing can be seen."
NOT_SEEN = "Not asked of a room yet"


def light_finding(reading: Reading, board: Reading, hour: float, wall: str) -> str:
    return f"{wall.capitalize()} wall, {clock(hour)}: {_hue_change(reading, board)}"


PLAIN_WHITE = "a plain white"


def wall_at(wall: str, hour: float) -> str:
    return f"{wall} wall, {clock(hour)}"


def light_there(lux: float, kelvin: float) -> str:
    return lux_said(lux) if lux < 1 else f"{lux_said(lux)}, {kelvin_said(kelvin)}"


def run_said(start: float, end: float, said: str) -> str:
    return f"{clock(start)} to {clock(end)} {said}"


def beside_clean_white(reading: Reading) -> str:
    return f"Beside a clean white in the same light: {_lower(headline(reading))}, {undertone_short(reading)}."


TRIM = "white trim"
"""What the clean white is called where it hangs as trim."""


def faces(way: str, text: str) -> str:
    return f"Facing {way}: {_lower(text)}"


def comes_within(near: float, own: float) -> str:
    return f"reads here within ΔE00 {number(near)} of the board; this one lies {number(own)} away"


def parts_most(name: str, hour: float, wall: str, sky: str, away: float) -> str:
    return f"From {name} it parts most at {clock(hour)} on the {wall} wall, {sky}: ΔE00 {number(away)}. Look then."


FLOOR_SEEN = 0.4
"""Lab units of warmth from which a floor's effect is worth saying."""


def floor_said(effect: float) -> str:
    if abs(effect) < FLOOR_SEEN:
        return ""
    return f"The floor {'warms' if effect > 0 else 'cools'} the walls{'' if abs(effect) >= CLEARLY else ' a little'}."
