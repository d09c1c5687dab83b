"""The plan of a room, and the strip of a day."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from django.utils.html import escape
from django.utils.safestring import SafeString, mark_safe

from jobs.lighting import RoomDay
from prism import words
from prism.light.box import rectangles, sun_on_floor
from prism.light.day import HALF_HOURS
from prism.light.room import WALLS
from prism.light.room import Room as LitRoom
from web.svg import joined, line, n, svg, text

PLAN = 150.0
LEFT, CELL, ROW, GAP = 120.0, 17.0, 30.0, 4.0
TOP = 30.0
CURVE = 46.0
LUX_TICKS = (1, 100, 10_000)
LINE = 11.0


def plan(room: LitRoom, name: str, hour: float, azimuth: float, height: float) -> SafeString:
    """Return the room from above, turned as it lies, with its windows, the sun, and the sun on its floor."""
    sunny = f'<path class="sunlit" data-sunlit d="{sunlit(room, azimuth, height)}"/>'
    turned = _turned(room, [sunny])
    shown = "" if height > 0 else ' hidden=""'
    sun = (
        f'<g data-sun transform="rotate({n(azimuth)})"{shown}><line class="ray" x1="0" y1="-74" x2="0" y2="-58"/>'
        '<path class="ray-head" d="M-4 -62 L0 -55 L4 -62"/><circle class="sun" cx="0" cy="-80" r="4.5"/></g>'
    )
    body = joined([mark_safe(turned), mark_safe(sun), _letters()])
    return svg(name, words.light.plan_text(name, hour, azimuth, height), (-106, -108, 212, 216), "plan", body)


def openings(room: LitRoom, said: str) -> SafeString:
    """Return the room from above, turned as it lies, with its windows and nothing else; `said` instead of seeing it."""
    body = joined([mark_safe(_turned(room, [])), _letters(68)])
    return svg("", said, (-78, -80, 156, 160), "plan", body)


def looking(room: LitRoom, name: str, spots: Sequence[tuple[str, float]]) -> SafeString:
    scale = _scale(room)
    width, depth = room.width * scale, room.depth * scale
    places = {"north": (0, -depth / 2), "east": (width / 2, 0), "south": (0, depth / 2), "west": (-width / 2, 0)}
    by_wall: dict[str, list[float]] = {}
    for wall, hour in spots:
        by_wall.setdefault(wall, []).append(hour)
    parts = []
    for wall, hours in by_wall.items():
        x, y = places[wall]
        lies = wall in ("north", "south")
        parts.append(str(_rect("look-wall", *((x - 16, y - 3, 32, 6) if lies else (x - 3, y - 16, 6, 32)))))
        end = "middle" if lies else "end" if wall == "east" else "start"
        x += {"east": -9, "west": 9}.get(wall, 0)
        y += {"north": 16, "south": 3 - LINE * len(hours)}.get(wall, 4 - LINE * (len(hours) - 1) / 2)
        for i, hour in enumerate(sorted(hours)):
            below = y + LINE * i
            turn = f"rotate({n(-room.rotation_deg)} {n(x)} {n(below)})"
            parts.append(f'<g transform="{turn}">{text(x, below, words.light.clock(hour), "look-hour", end)}</g>')
    body = joined([mark_safe(_turned(room, parts)), _letters()])
    return svg(name, words.viewing.looks_text(name, list(spots)), (-106, -108, 212, 216), "plan", body)


def _turned(room: LitRoom, parts: Sequence[str]) -> str:
    """Return the floor with its windows and what else lies in it, turned as the room lies."""
    scale = _scale(room)
    width, depth = room.width * scale, room.depth * scale
    drawn = [f'<rect class="floor" x="{n(-width / 2)}" y="{n(-depth / 2)}" width="{n(width)}" height="{n(depth)}"/>']
    for window, where in zip(room.windows, rectangles(room.size, room.windows), strict=True):
        low, high = where.low[0], where.high[0]
        if window.wall == "ceiling":
            x, y = (low[0] - room.width / 2) * scale, (room.depth / 2 - high[1]) * scale
            box = (x, y, (high[0] - low[0]) * scale, (high[1] - low[1]) * scale)
            drawn.append(_rect("rooflight", *box))
        elif window.wall in ("north", "south"):
            y = -depth / 2 if window.wall == "north" else depth / 2
            drawn.append(_rect("glass", (low[0] - room.width / 2) * scale, y - 3, (high[0] - low[0]) * scale, 6))
        else:
            x = width / 2 if window.wall == "east" else -width / 2
            drawn.append(_rect("glass", x - 3, (room.depth / 2 - high[0]) * scale, 6, (high[0] - low[0]) * scale))
    return f'<g transform="rotate({n(room.rotation_deg)})">{"".join([*drawn, *parts])}</g>'


def _letters(reach: float = 96.0) -> SafeString:
    return joined(
        [
            text(0, 2 - reach, "N", "compass"),
            text(reach, 4, "E", "compass"),
            text(0, reach + 10, "S", "compass"),
            text(-reach, 4, "W", "compass"),
        ]
    )


def _scale(room: LitRoom) -> float:
    return PLAN * 0.56 / max(room.width, room.depth)


def sunlit(room: LitRoom, azimuth: float, height: float) -> str:
    """Return the path, in the axes of the plan before it is turned, of where the sun falls on the floor."""
    angle, up = np.radians(azimuth - room.rotation_deg), np.radians(max(height, 0.0))
    toward = np.array([np.sin(angle) * np.cos(up), np.cos(angle) * np.cos(up), np.sin(up)])
    scale = _scale(room)
    paths = []
    for shape in sun_on_floor(room.size, room.windows, toward):
        points = [f"{n((x - room.width / 2) * scale)} {n((room.depth / 2 - y) * scale)}" for x, y in shape]
        paths.append(f"M{' L'.join(points)}Z")
    return "".join(paths)


def _rect(css: str, x: float, y: float, width: float, height: float) -> str:
    return f'<rect class="{css}" x="{n(x)}" y="{n(y)}" width="{n(width)}" height="{n(height)}"/>'


@dataclass(frozen=True)
class Run:
    """A stretch of the day in which one thing is said of a wall."""

    sentence: str
    start: float
    end: float


def runs(day: RoomDay) -> list[Run]:
    """Return what is said of the wall that is looked at, stretch by stretch."""
    runs: list[Run] = []
    for t, hour in enumerate(HALF_HOURS):
        dark = bool(day.day.dark[t, day.wall])
        words_seen = words.light.seen_words(None if dark else day.readings[t])
        if runs and runs[-1].sentence == words_seen:
            runs[-1] = Run(words_seen, runs[-1].start, hour + 0.5)
        else:
            runs.append(Run(words_seen, hour, hour + 0.5))
    return runs


def wall_names(room: LitRoom) -> list[str]:
    glazed = {window.wall for window in room.windows}
    return [
        words.light.wall_name(wall, wall in glazed, WALLS[(i + 2) % 4] in glazed and wall not in glazed)
        for i, wall in enumerate(WALLS)
    ]


def strip(day: RoomDay, name: str) -> SafeString:
    """Return hours by walls, each painted with what the board reads as there, with sunrise and sunset, the lux of the
    wall that is looked at below, and a frame round the moment that is looked at."""
    fills = np.array(day.screens(day.lab)).reshape(len(HALF_HOURS), len(WALLS))
    parts: list[SafeString] = []
    for w, (wall, label) in enumerate(zip(WALLS, wall_names(day.room), strict=True)):
        y = TOP + w * (ROW + GAP)
        parts.append(text(LEFT - 10, y + ROW / 2 + 4, label, "current" if w == day.wall else "", "end"))
        cells = "".join(
            f'<rect x="{n(LEFT + t * CELL)}" y="{n(y)}" width="{n(CELL + 0.4)}" height="{n(ROW)}" '
            f'fill="{escape(fills[t, w])}"/>'
            for t in range(len(HALF_HOURS))
        )
        parts.append(mark_safe(f'<g class="hours" data-wall="{wall}">{cells}</g>'))
    bottom = TOP + len(WALLS) * (ROW + GAP) - GAP
    parts += [text(LEFT + tick * 2 * CELL, bottom + 15, str(tick), "tick") for tick in range(0, 25, 3)]
    for hour, word in ((day.sun.rises, "sun up"), (day.sun.sets, "sun down")):
        if hour is not None:
            x = LEFT + hour * 2 * CELL
            parts += [line(x, TOP - 8, x, bottom, "sunline"), text(x, TOP - 12, word, "tick")]
    parts += _lux_curve(day, bottom + 28)
    x = LEFT + day.asked.moment * CELL
    parts.append(mark_safe(f'<rect class="cursor" data-cursor x="{n(x)}" y="{n(TOP - 4)}" width="{n(CELL)}" '
                           f'height="{n(bottom - TOP + 8)}"/>'))  # fmt: skip
    spans = [(run.sentence, run.start, run.end) for run in runs(day)]
    sun = words.light.sun_text(day.sun.rises, day.sun.sets, day.sun.up)
    width = LEFT + len(HALF_HOURS) * CELL + 12
    return svg(
        f"{name} through the day", words.light.strip_text(name, spans, sun), (0, 0, width, bottom + 28 + CURVE),
        "strip", joined(parts),
    )  # fmt: skip


def _lux_curve(day: RoomDay, top: float) -> list[SafeString]:
    def y(lux: float) -> float:
        part = (np.log10(max(lux, 1.0)) - 0.0) / np.log10(LUX_TICKS[-1])
        return float(top + CURVE - 8 - min(part, 1.0) * (CURVE - 8))

    parts = []
    for tick in LUX_TICKS:
        parts += [text(LEFT - 10, y(tick) + 3.5, f"{tick:,} lx", "tick", "end"),
                  line(LEFT, y(tick), LEFT + 48 * CELL, y(tick), "grid")]  # fmt: skip
    values: Sequence[float] = day.day.lux[:, day.wall].tolist()
    points = " ".join(f"{n(LEFT + (t + 0.5) * CELL)},{n(y(v))}" for t, v in enumerate(values))
    parts.append(mark_safe(f'<polyline class="curve" points="{points}"/>'))
    return parts
