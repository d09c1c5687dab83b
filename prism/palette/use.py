"""Where a colour goes, surface by surface: suits, with care, or no, each with what that rests on."""

from __future__ import annotations

from dataclasses import dataclass
from enum import IntEnum

import numpy as np
from numpy.typing import ArrayLike

from prism.light.seen import lift
from prism.method import Method
from prism.reading import Reading
from prism.spectrum import lab_to_xyz, lightness_to_lrv, white_point, xyz_to_lab
from prism.tint.optics import K1
from prism.whites.sheen import DIFFUSE

SURFACES = (
    "walls of the whole home", "walls of one room", "one wall", "all over", "ceiling", "trim", "doors", "cabinets",
    "island", "built-ins", "furniture", "floor", "shutters", "front door", "porch ceiling", "outside walls",
)  # fmt: skip
OUTSIDE = {"shutters", "front door", "porch ceiling", "outside walls"}
DARK_TRIM = 14.0
"""LRV up to which a colour can be a dark trim."""
SHADY_PORCH = 55.0
"""LRV below which the ceiling of a porch takes the light from what lies behind it."""
ACCENT_FROM, PALE_FROM, QUIET = 45.0, 72.0, 8.0
"""LRV up to which one wall parts plainly from pale ones, and from which a colour is pale; C*ab below which it is quiet,
and says little on so large a thing."""
ISLAND, SHELVES, CABINETS = (8.0, 50.0), (10.0, 60.0), (20.0, 85.0)
"""LRV between which an island is deeper than what stands round it, shelves give what is on them a ground, and cabinets
show neither every speck nor every splash."""
SPEAKS = 12.0
"""C*ab from which a colour on a small thing speaks."""
DOOR_TOLD, LOUD = 50.0, 30.0
"""LRV up to which a door is told from white trim; C*ab from which a whole house is loud in the sun."""
SHIFTS = 8.0
"""Undertone, Lab units, from which a colour shifts visibly from one room's light to the next."""
SHUTTERS = 50.0
"""LRV up to which shutters stand out from a pale wall."""
SCUFFED = 75.0
"""LRV from which a floor shows every mark."""
DULL_OUTSIDE = 82.0
"""LRV, as it looks outdoors, from which a wall dazzles in the sun."""
FILM_OUTSIDE = "satin"
"""The sheen that exterior paint is taken to have."""
IN_THE_SUN = 1.4
"""How much more light a wall gets that the sun meets squarely than level ground: estimated, at a height of 35°."""


class Suits(IntEnum):
    """How well a colour suits a surface."""

    NO = 0
    WITH_CARE = 1
    SUITS = 2


@dataclass(frozen=True)
class Reason:
    """Why: a key of `prism.words.use.USE_WHY`, the figure it rests on, and what that is held against."""

    key: str
    found: float
    against: float


@dataclass(frozen=True)
class Use:
    """A surface, how well the colour suits it, and why."""

    surface: str
    suits: Suits
    reasons: tuple[Reason, ...]


@dataclass(frozen=True)
class Around:
    """What is known of where the colour would go: floor area m² and median lux on the walls by day of the room, LRV of
    the walls that trim and doors would stand against, and the LRV limit of a substrate outside; None: not known."""

    floor: float | None = None
    lux: float | None = None
    walls: float | None = None
    limit: float | None = None


@dataclass(frozen=True)
class Outdoors:
    """What a colour looks like outdoors: LRV, and by how much lighter (L*) and less coloured (C*ab) than its board."""

    lrv: float
    lighter: float
    paler: float


def outdoors(lab: ArrayLike, sheen: str = FILM_OUTSIDE) -> Outdoors:
    """Return what a colour looks like on a wall in the sun, of Lab D65/10° (3,) measured with specular light included.

    Two things tell it from its board. Indoors one looks past the surface's own reflection (`prism.whites.sheen`);
    outdoors sky and ground fill all that could be mirrored, and a veil of white lies over the colour. And a wall that
    the sun meets squarely gets more light than the ground the eye takes its measure from (`prism.light.seen.lift`).
    """
    own = lab_to_xyz(lab)
    veil = K1 * (1 - DIFFUSE[sheen]) * white_point()
    there = xyz_to_lab((own + veil) * float(lift(IN_THE_SUN)))
    board = np.asarray(lab, dtype=np.float64)
    chroma, shown = float(np.hypot(*board[1:])), float(np.hypot(*there[1:]))
    lightness = min(float(there[0]), 100.0)
    # colour is judged against lightness: as much chroma on a lighter ground reads as less
    paler = chroma - shown * float(board[0]) / max(lightness, 1e-9)
    return Outdoors(float(lightness_to_lrv(np.asarray(lightness))), lightness - float(board[0]), paler)


def uses(reading: Reading, method: Method, around: Around | None = None) -> list[Use]:
    """Return how a colour suits every surface of `SURFACES`."""
    surroundings = around or Around()
    return [_judged(surface, reading, method, surroundings) for surface in SURFACES]


def _judged(surface: str, reading: Reading, method: Method, around: Around) -> Use:
    if surface in OUTSIDE:
        reasons = _outside(surface, reading, method, around)
    elif surface.startswith(("walls", "one wall", "all over")):
        reasons = _walls(surface, reading, method, around)
    else:
        reasons = _others(surface, reading, method, around)
    suits = min((least for least, _ in reasons), default=Suits.SUITS)
    reasons_against = [reason for least, reason in reasons if least == suits] if suits < Suits.SUITS else []
    good = [reason for least, reason in reasons if least == Suits.SUITS]
    return Use(surface, suits, tuple(reasons_against or good))


Found = list[tuple[Suits, Reason]]


def _undertone(reading: Reading) -> float:
    return reading.undertone.strength


def _much(method: Method) -> float:
    return method.undertone_strength.edges[-1]


def _strong(reading: Reading, method: Method) -> bool:
    """Whether an undertone is of the strongest kind that the method has a word for."""
    return _undertone(reading) >= _much(method)


def _cool_below(method: Method) -> float:
    return method.temperature.edges[0]


def _warm_from(method: Method) -> float:
    return method.temperature.edges[-1]


def _chroma(reading: Reading) -> float:
    return float(np.hypot(*reading.lab[1:]))


def _walls(surface: str, reading: Reading, method: Method, around: Around) -> Found:
    lrv, rules, chroma = reading.lrv, method.use, _chroma(reading)
    uses: Found = []
    if surface == "walls of the whole home":
        if lrv >= rules.whole_home:
            uses.append((Suits.SUITS, Reason("light enough", lrv, rules.whole_home)))
        elif lrv >= rules.accent_below:
            uses.append((Suits.WITH_CARE, Reason("deep for a home", lrv, rules.whole_home)))
        else:
            uses.append((Suits.NO, Reason("too deep for a home", lrv, rules.accent_below)))
        if chroma >= rules.clear:
            uses.append((Suits.NO, Reason("a statement everywhere", chroma, rules.clear)))
        elif _undertone(reading) >= SHIFTS:
            uses.append((Suits.WITH_CARE, Reason("shifts from room to room", _undertone(reading), SHIFTS)))
    elif surface == "one wall":
        if lrv >= method.white_lrv or (lrv >= PALE_FROM and chroma < QUIET):
            uses.append((Suits.NO, Reason("no accent", lrv, min(lrv, method.white_lrv))))
        elif lrv <= ACCENT_FROM or chroma >= rules.clear:
            uses.append((Suits.SUITS, Reason("an accent", lrv, ACCENT_FROM)))
        else:
            uses.append((Suits.WITH_CARE, Reason("a weak accent", lrv, ACCENT_FROM)))
    elif lrv >= rules.accent_below and surface == "walls of one room":
        uses.append((Suits.SUITS, Reason("holds a room", lrv, rules.accent_below)))
        if chroma >= rules.clear:
            uses.append((Suits.WITH_CARE, Reason("a statement", chroma, rules.clear)))
    else:
        uses += _all_over(reading, method, around)
        if surface == "all over" and lrv >= method.white_lrv:
            uses.append((Suits.SUITS, Reason("white all over", lrv, method.white_lrv)))
    return uses


def _all_over(reading: Reading, method: Method, around: Around) -> Found:
    """Return what a colour needs to go over everything of a room."""
    lrv, rules = reading.lrv, method.use
    if lrv >= rules.accent_below:
        deepens = _strong(reading, method) and lrv < method.white_lrv
        reason = Reason("one colour all over", lrv, rules.accent_below)
        if deepens:
            reason = Reason("deepens itself", _undertone(reading), _much(method))
        return [(Suits.WITH_CARE if deepens or _chroma(reading) >= rules.clear else Suits.SUITS, reason)]
    if around.floor is None or around.lux is None:
        return [(Suits.WITH_CARE, Reason("needs a large daylit room", lrv, rules.accent_below))]
    uses: Found = []
    if around.floor < rules.large_room:
        uses.append((Suits.NO, Reason("room too small", around.floor, rules.large_room)))
    if around.lux < method.light.dim:
        uses.append((Suits.NO, Reason("room too dim", around.lux, method.light.dim)))
    elif around.lux < method.light.bright and not uses:
        uses.append((Suits.WITH_CARE, Reason("room not bright", around.lux, method.light.bright)))
    return uses or [(Suits.SUITS, Reason("large and daylit", around.floor, rules.large_room))]


def _others(surface: str, reading: Reading, method: Method, around: Around) -> Found:
    lrv, chroma = reading.lrv, _chroma(reading)
    rules = method.use
    uses: Found = []
    if surface == "ceiling":
        if lrv >= rules.ceiling:
            uses.append((Suits.SUITS, Reason("lifts a ceiling", lrv, rules.ceiling)))
        else:
            deep = lrv < rules.accent_below
            uses.append((Suits.NO if deep else Suits.WITH_CARE, Reason("ceiling comes down", lrv, rules.ceiling)))
        if chroma >= SPEAKS:
            uses.append((Suits.WITH_CARE, Reason("tints from above", chroma, SPEAKS)))
        elif reading.temperature.value <= _cool_below(method):
            uses.append((Suits.WITH_CARE, Reason("a cold ceiling", reading.temperature.value, _cool_below(method))))
    elif surface in ("trim", "doors"):
        uses += _woodwork(surface, reading, method, around)
    elif surface in ("cabinets", "built-ins", "island"):
        uses += _fitted(surface, reading, method)
    elif surface == "furniture":
        if chroma >= SPEAKS or lrv <= ACCENT_FROM:
            uses.append((Suits.SUITS, Reason("small enough", chroma, SPEAKS)))
        else:
            nothing = lrv >= PALE_FROM and chroma < QUIET
            uses.append((Suits.NO if nothing else Suits.WITH_CARE, Reason("says little", chroma, SPEAKS)))
    elif surface == "floor":
        low, high = rules.floor_shows
        if lrv < low:
            uses.append((Suits.WITH_CARE, Reason("shows dust", lrv, low)))
        elif lrv > high:
            marked = lrv >= SCUFFED
            uses.append((Suits.NO if marked else Suits.WITH_CARE, Reason("shows dirt", lrv, high)))
        else:
            uses.append((Suits.SUITS, Reason("floor wears", lrv, low)))
        if chroma >= rules.clear:
            uses.append((Suits.WITH_CARE, Reason("tints the room", chroma, rules.clear)))
        elif reading.temperature.value <= _cool_below(method):
            uses.append((Suits.WITH_CARE, Reason("a cold floor", reading.temperature.value, _cool_below(method))))
    return uses


def _fitted(surface: str, reading: Reading, method: Method) -> Found:
    """Return what a colour would do on what is built in: cabinets, shelves and cupboards, an island."""
    lrv, chroma, rules = reading.lrv, _chroma(reading), method.use
    low, high = {"cabinets": CABINETS, "built-ins": SHELVES, "island": ISLAND}[surface]
    uses: Found = []
    if chroma >= 2 * rules.clear:
        uses.append((Suits.NO, Reason("long to live with", chroma, 2 * rules.clear)))
    elif chroma >= rules.clear and surface != "island":
        uses.append((Suits.WITH_CARE, Reason("long to live with", chroma, rules.clear)))
    if lrv < low:
        uses.append((Suits.WITH_CARE, Reason("shows dust", lrv, low)))
    if surface == "cabinets":
        if lrv >= method.whites.glare_lrv:
            uses.append((Suits.WITH_CARE, Reason("glares", lrv, method.whites.glare_lrv)))
        elif lrv >= high:
            uses.append((Suits.WITH_CARE, Reason("shows dirt", lrv, high)))
        uses.append((Suits.SUITS, Reason("washed in a higher sheen", lrv, low)))
    elif surface == "built-ins":
        if lrv > high:
            uses.append((Suits.WITH_CARE, Reason("no ground for what is on it", lrv, high)))
        uses.append((Suits.SUITS, Reason("a ground for what is on it", lrv, high)))
    elif lrv >= method.white_lrv:
        uses.append((Suits.NO, Reason("island shows knocks", lrv, method.white_lrv)))
    elif lrv > high:
        uses.append((Suits.WITH_CARE, Reason("island too near the rest", lrv, high)))
    else:
        uses.append((Suits.SUITS, Reason("an island may be deeper", lrv, high)))
    return uses


def _woodwork(surface: str, reading: Reading, method: Method, around: Around) -> Found:
    """Return what trim or doors of a colour would do: near white, near black, or in between."""
    lrv = reading.lrv
    uses: Found = []
    if around.walls is not None and abs(lrv - around.walls) < method.trim_gap:
        uses.append((Suits.WITH_CARE, Reason("edge is lost", abs(lrv - around.walls), method.trim_gap)))
    if lrv >= method.white_lrv:
        clean = abs(reading.temperature.value) < method.whites.clean_within
        if surface == "doors" and lrv >= method.whites.glare_lrv and clean:
            uses.append((Suits.WITH_CARE, Reason("glares", lrv, method.whites.glare_lrv)))
        if _strong(reading, method) and surface == "trim":
            uses.append((Suits.WITH_CARE, Reason("a coloured trim", _undertone(reading), _much(method))))
        uses.append((Suits.SUITS, Reason("a light trim", lrv, method.white_lrv)))
    elif lrv <= DARK_TRIM:
        uses.append((Suits.SUITS, Reason("a dark trim", lrv, DARK_TRIM)))
    elif surface == "doors" and lrv <= DOOR_TOLD:
        uses.append((Suits.SUITS, Reason("told from white trim", lrv, DOOR_TOLD)))
    elif surface == "doors" and _chroma(reading) >= SPEAKS:
        uses.append((Suits.SUITS, Reason("told by its colour", _chroma(reading), SPEAKS)))
    else:
        between = surface == "trim" and DARK_TRIM < lrv <= DOOR_TOLD
        level = Suits.NO if between else Suits.WITH_CARE
        uses.append((level, Reason("neither light nor dark", lrv, method.white_lrv)))
    return uses


def _outside(surface: str, reading: Reading, method: Method, around: Around) -> Found:
    lrv, chroma = reading.lrv, _chroma(reading)
    uses: Found = []
    if around.limit is not None and lrv < around.limit and surface != "porch ceiling":
        uses.append((Suits.NO, Reason("below the limit", lrv, around.limit)))
    if lrv < method.dark_outside and surface != "porch ceiling":
        uses.append((Suits.WITH_CARE, Reason("heats up", lrv, method.dark_outside)))
    out = outdoors(reading.lab)
    if surface == "porch ceiling":
        if lrv < SHADY_PORCH:
            dark = lrv < method.use.accent_below
            level = Suits.NO if dark else Suits.WITH_CARE
            uses.append((level, Reason("takes the porch’s light", lrv, SHADY_PORCH)))
        elif reading.temperature.value >= _warm_from(method):
            uses.append((Suits.WITH_CARE, Reason("warmed from below", reading.temperature.value, _warm_from(method))))
        uses.append((Suits.SUITS, Reason("lights a porch", lrv, SHADY_PORCH)))
    elif surface == "outside walls":
        if out.lrv >= DULL_OUTSIDE:
            uses.append((Suits.WITH_CARE, Reason("dazzles in the sun", out.lrv, DULL_OUTSIDE)))
        elif chroma - out.paler < 4 and lrv >= 60:
            uses.append((Suits.WITH_CARE, Reason("looks white outdoors", out.lrv, 60)))
        if chroma >= LOUD:
            uses.append((Suits.NO, Reason("loud in the sun", chroma, LOUD)))
        elif reading.temperature.value <= _cool_below(method) and lrv >= ACCENT_FROM:
            uses.append((Suits.WITH_CARE, Reason("cold in the shade", reading.temperature.value, _cool_below(method))))
        uses.append((Suits.SUITS, Reason("lighter and less coloured", out.lighter, out.paler)))
    elif surface == "shutters":
        if lrv > SHUTTERS:
            level = Suits.NO if lrv >= PALE_FROM else Suits.WITH_CARE
            uses.append((level, Reason("lost on a pale wall", lrv, SHUTTERS)))
        uses.append((Suits.SUITS, Reason("stands out on a wall", lrv, SHUTTERS)))
    elif chroma >= SPEAKS or lrv <= DARK_TRIM:
        uses.append((Suits.SUITS, Reason("seen from the street", chroma, SPEAKS)))
    else:
        level = Suits.NO if lrv >= PALE_FROM else Suits.WITH_CARE
        uses.append((level, Reason("lost in its frame", chroma, SPEAKS)))
    return uses
