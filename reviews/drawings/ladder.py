"""The depth ladder: how light is it, and what is it among?"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.safestring import SafeString

from prism import words
from prism.spectrum import lightness_to_lrv
from prism.surety import lightness_span
from reviews.context import SwatchView
from reviews.context.subject import Subject
from reviews.context.wall import Wall
from reviews.drawings.links import link_to
from web.svg import Mark, draw_mark, joined, line, svg, text

LADDER_TOP, LADDER_HEIGHT = 26.0, 344.0
MARK_HEIGHT = 7.0
MOST_LANES = 3
"""Marks side by side at one depth; more would run into the words of the bands."""


@dataclass(frozen=True)
class Rung:
    """A colour on the ladder."""

    lrv: float
    fill: str
    name: str
    href: str = ""


def depth_ladder(subject: Subject, wall: Wall) -> SafeString:
    """Return the LRV scale with the method's bands, the subject and what is held beside it."""
    return ladder_of(subject, wall.drawn)


def ladder_of(subject: Subject, swatches: Sequence[SwatchView]) -> SafeString:
    """Return the LRV scale with the method's bands, the subject and some held colours."""
    rungs = [Rung(h.reading.lrv, h.colour.screen, h.name, link_to(h)) for h in swatches]
    lighter = sum(rung.lrv > subject.reading.lrv for rung in rungs)
    return ladder(subject, rungs, words.pairs.ladder_text(subject.name, subject.reading, lighter, len(rungs)))


def ladder(subject: Subject, rungs: Sequence[Rung], description: str) -> SafeString:
    """Return the LRV scale with the bands of the method, the subject, and a rung for each other colour."""

    def y(lrv: float) -> float:
        return LADDER_TOP + LADDER_HEIGHT * (1 - lrv / 100)

    parts = [text(30, 12, "LRV", "axis-title")]
    for tick in range(0, 101, 10):
        parts += [line(36, y(tick), 40, y(tick), "axis"), text(32, y(tick) + 3.5, str(tick), "tick", "end")]
    parts.append(line(40, y(0), 40, y(100), "axis"))
    for edge in subject.method.depth.edges:
        parts.append(line(40, y(edge), 138, y(edge), "band-edge"))
    for word in subject.method.depth.words:
        low, high = subject.method.depth.bounds(word)
        middle = (max(low, 0) + min(high, 100)) / 2
        chosen = "band current" if word == subject.reading.depth else "band"
        parts.append(text(138, y(middle) + 3.5, word, chosen, "end"))
    lanes: list[float] = []  # where the last mark of each lane stands
    for rung in sorted(rungs, key=lambda r: -r.lrv):
        place = y(rung.lrv)
        lane = next((i for i, last in enumerate(lanes) if place - last >= MARK_HEIGHT + 1), len(lanes))
        if lane == MOST_LANES:
            # full: the lane that is free soonest takes it, a little lower than it really is
            lane = min(range(MOST_LANES), key=lambda i: lanes[i])
            place = lanes[lane] + MARK_HEIGHT + 1
        lanes[lane : lane + 1] = [place]
        title = f"{rung.name}, LRV {words.text.number(rung.lrv)}"
        parts.append(draw_mark(Mark(63 + 11 * lane, place, rung.fill, title, rung.href), 9, MARK_HEIGHT))
    own = subject.reading
    low, high = (float(lightness_to_lrv(at)) for at in lightness_span(own.lab, own.lightness_uncertainty))
    parts += [
        line(57.5, y(low), 57.5, y(high), "doubt-bar"),
        line(55, y(low), 60, y(low), "doubt-bar"),
        line(55, y(high), 60, y(high), "doubt-bar"),
    ]
    title = f"{subject.name}, LRV {words.text.number(subject.reading.lrv)}"
    parts.append(draw_mark(Mark(48, y(subject.reading.lrv), subject.stimulus.screen, title, kind="subject"), 16, 10))
    return svg("Depth ladder", description, (0, 0, 140, LADDER_TOP + LADDER_HEIGHT + 8), "ladder", joined(parts))
