"""Lightness against chroma: how light and how coloured, whatever the hue?"""

from __future__ import annotations

from math import hypot

from django.utils.safestring import SafeString

from prism import words
from prism.reading import Reading
from reviews.context.subject import Subject
from reviews.context.wall import Wall
from reviews.drawings.axes import tick_below, tick_left, ticks
from reviews.drawings.links import link_to
from reviews.drawings.marks import led, spread
from web.svg import Mark, draw_mark, joined, line, svg, text

PLANE_WIDTH, PLANE_HEIGHT = 200.0, 150.0
PLANE_LEFT, PLANE_TOP = 34.0, 14.0


def lightness_and_chroma(subject: Subject, wall: Wall) -> SafeString:
    """Return lightness L* upwards against chroma C*ab to the right, with the subject and what is held beside it."""
    shown = [subject.reading, *(swatch.reading for swatch in wall.drawn)]
    most = max(10.0, *(1.1 * hypot(*reading.lab[1:]) for reading in shown))
    low = max(0.0, min(reading.lab[0] for reading in shown) - 4)
    high = min(100.0, max(reading.lab[0] for reading in shown) + 4)

    def x(chroma: float) -> float:
        return PLANE_LEFT + PLANE_WIDTH * chroma / most

    def y(lightness: float) -> float:
        return PLANE_TOP + PLANE_HEIGHT * (high - lightness) / max(high - low, 1.0)

    def place(reading: Reading) -> tuple[float, float]:
        return x(hypot(*reading.lab[1:])), y(reading.lab[0])

    bottom = PLANE_TOP + PLANE_HEIGHT
    parts = [
        line(PLANE_LEFT, PLANE_TOP, PLANE_LEFT, bottom, "axis"),
        line(PLANE_LEFT, bottom, PLANE_LEFT + PLANE_WIDTH, bottom, "axis"),
        text(PLANE_LEFT, 9, "L*", "axis-title", "end"),
        text(PLANE_LEFT + PLANE_WIDTH, bottom + 26, "C*ab", "axis-title", "end"),
    ]
    for tick in ticks(low, high):
        parts += tick_left(PLANE_LEFT, y(tick), f"{tick:g}")
    for tick in ticks(0, most):
        parts += tick_below(x(tick), bottom, f"{tick:g}")
    title = words.pairs.plane_mark(subject.name, subject.reading)
    own = Mark(*place(subject.reading), subject.stimulus.screen, title, kind="subject")
    marks = [
        Mark(
            *place(swatch.reading),
            swatch.colour.screen,
            words.pairs.plane_mark(swatch.name, swatch.reading),
            link_to(swatch),
        )
        for swatch in wall.drawn
    ]
    parts += led(marks, spread(marks, 9, 12, [own]), 9, 12)
    parts.append(draw_mark(own, 13, 18))
    description = words.pairs.plane_text_of(
        subject.name, [(swatch.name, swatch.reading) for swatch in wall.drawn], subject.reading
    )
    view = (0.0, 0.0, PLANE_LEFT + PLANE_WIDTH + 14, bottom + 30)
    return svg("Lightness against chroma", description, view, "lightness", joined(parts))
