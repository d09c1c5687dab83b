"""The undertone rose: which way does a colour lean from the neutral?"""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property
from math import cos, hypot, radians, sin

from django.utils.html import format_html
from django.utils.safestring import SafeString

from prism import words
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.surety import outline
from reviews.context.subject import Subject
from reviews.context.wall import Wall
from reviews.drawings.labels import Box, width_of
from reviews.drawings.links import link_to
from reviews.drawings.marks import led, spread
from web.svg import Mark, draw_mark, joined, line, n, svg, text

ROSE = 100.0
"""Radius of the rose in drawing units."""
ROSE_VIEW = (-150.0, -120.0, 300.0, 264.0)
SCALE_Y = 121.0
"""Where the scale of strengths stands, below the rose and as long as its radius."""
SCALE_ROWS = (12.0, 22.0)
KEY = (-130.0, 121.0)
"""Where the key to mathematical grey stands, beside the scale."""
MARK, SUBJECT = (9.0, 12.0), (13.0, 18.0)
"""Width and height of a board's mark, and of the subject's."""


class Rose:
    """The frame of an undertone rose: the neutral line at its centre, a* to the right, b* upwards.

    It reaches far enough for the strengths it must show; what lies farther is held at the rim. The words for the
    strengths stand on a scale below it, so that no label runs over a mark, the cross or a ring.
    """

    def __init__(self, method: Method, neutral: WorkingNeutral, reading: Reading, reach: float) -> None:
        self.method = method
        self.reach = max(reach * 1.3, method.undertone_strength.edges[-1] * 1.25)
        self.neutral, self.reading = neutral, reading

    def point(self, a: float, b: float) -> tuple[float, float]:
        """Return drawing coordinates of an undertone; one that would leave the rose is held at its rim."""
        far = hypot(a, b) / self.reach
        scale = ROSE / self.reach / max(far, 1.0)
        return a * scale, -b * scale

    @property
    def rings(self) -> list[float]:
        """The radii at which one word for strength gives way to the next, and the rim's."""
        edges = self.method.undertone_strength.edges
        return [edge / self.reach * ROSE for edge in edges if edge < self.reach] + [ROSE]

    def frame(self) -> list[SafeString]:
        """Return rings by strength, sectors by hue, and the scale of strengths."""
        parts = [format_html('<circle class="rim" r="{}"/>', f"{ROSE:.1f}")]
        parts += [format_html('<circle class="ring" r="{}"/>', f"{radius:.1f}") for radius in self.rings[:-1]]
        for word, edge in zip(self.method.undertone.words, self.method.undertone.edges, strict=True):
            angle = radians(edge)
            parts.append(line(10 * cos(angle), -10 * sin(angle), ROSE * cos(angle), -ROSE * sin(angle), "sector"))
            middle = radians(self.method.undertone.centre(word))
            x, y = (ROSE + 9) * cos(middle), -(ROSE + 9) * sin(middle)
            anchor = "middle" if abs(cos(middle)) < 0.35 else "start" if cos(middle) > 0 else "end"
            chosen = "hue current" if word == self.reading.undertone.main else "hue"
            parts.append(text(x, y + 4, words.readings.hue(word, self.reading.lrv), chosen, anchor))
        return [*parts, *self._scale()]

    def _scale(self) -> list[SafeString]:
        """Return the scale: a radius laid out below the rose, with the words that hold between its ticks."""
        parts = [line(0, SCALE_Y, ROSE, SCALE_Y, "axis")]
        parts += [line(radius, SCALE_Y - 3, radius, SCALE_Y + 3, "axis") for radius in (0.0, *self.rings)]
        ends = [-40.0, -40.0]  # where each row of words is free
        lower = 0.0
        for word, radius in zip(self.method.undertone_strength.words, self.rings, strict=False):
            middle, half = (lower + radius) / 2, width_of(word) / 2
            lower = radius
            row = 0 if middle - half > ends[0] else 1
            x = min(max(middle, ends[row] + half + 4), 150 - half)
            if x - half < ends[row]:
                continue  # no room: the ticks are too near one another
            ends[row] = x + half + 4
            y = SCALE_Y + SCALE_ROWS[row]
            if row or abs(x - middle) > half:
                parts.append(line(middle, SCALE_Y, x, y - 8, "leader"))
            parts.append(text(x, y, word, "ring-label"))
        return parts

    @cached_property
    def _grey(self) -> tuple[float, float] | None:
        """Where mathematical grey lies from the neutral; None where that is what the neutral is."""
        if self.neutral.kind == "grey":
            return None
        a, b = (-float(v) for v in self.neutral.at(self.reading.lab[0]))
        return self.point(a, b)

    @property
    def taken(self) -> list[Box]:
        """The places that the frame itself takes: the cross of the neutral, and mathematical grey."""
        return [Box(0, 0, 8, 8), *([Box(*self._grey, 6, 6)] if self._grey else [])]

    def doubt(self, reading: Reading) -> SafeString:
        """Return the outline of what is unsure of a reading: the true shape of its uncertainty on this plane."""
        a, b = reading.undertone.vector
        points = [self.point(a + da, b + db) for da, db in outline(reading.lab, reading.uncertainty).tolist()]
        corners = " ".join(f"{n(x)},{n(y)}" for x, y in points)
        return format_html(
            '<polygon class="doubt" points="{}"><title>{}</title></polygon>', corners, words.pairs.WITHIN
        )

    def over(self) -> list[SafeString]:
        """Return what stands over the frame: the cross of the neutral, and where mathematical grey lies from it, which
        a key below the rose explains."""
        cross = [line(-4, 0, 4, 0, "neutral"), line(0, -4, 0, 4, "neutral")]
        if self._grey is None:
            return cross
        key = text(KEY[0] + 8, KEY[1] + 3.5, words.pairs.GREY_LABEL, "grey-label", "start")
        return [*cross, _grey_point(*self._grey), _grey_point(*KEY), key]


def _grey_point(x: float, y: float) -> SafeString:
    return format_html(
        '<circle class="grey-point" cx="{}" cy="{}" r="3"><title>{}</title></circle>',
        f"{x:.1f}",
        f"{y:.1f}",
        words.pairs.MATHEMATICAL_GREY,
    )


def boxes_of(marks: Sequence[Mark], size: tuple[float, float]) -> list[Box]:
    return [Box(mark.x, mark.y, *size) for mark in marks]


def undertone_rose(subject: Subject, wall: Wall) -> SafeString:
    """Return the undertone plane round the neutral line, with the subject and what is held beside it."""
    own = subject.reading.undertone
    rose = Rose(subject.method, subject.neutral, subject.reading, own.strength)
    parts = rose.frame()
    parts.append(rose.doubt(subject.reading))
    if wall.beside and not wall.withheld:
        parts.append(rose.doubt(wall.beside.reading))
    x, y = rose.point(*own.vector)
    parts.append(line(0, 0, x, y, "lean"))
    text = f"{subject.name}: {words.readings.undertone_short(subject.reading)}"
    mark = Mark(x, y, subject.stimulus.screen, text, kind="subject")
    marks = []
    for swatch in wall.drawn:
        hx, hy = rose.point(*swatch.reading.undertone.vector)
        title = f"{swatch.name}: {words.readings.undertone_short(swatch.reading)}"
        kind = "beside" if wall.beside and swatch.colour.pk == wall.beside.colour.pk else ""
        kind += " beyond" if swatch.reading.undertone.strength > rose.reach else ""
        marks.append(Mark(hx, hy, swatch.colour.screen, title, link_to(swatch), kind))
    apart = spread(marks, *MARK, [mark])
    parts += [*led(marks, apart, *MARK), draw_mark(mark, *SUBJECT)]
    parts += rose.over()
    description = words.pairs.rose_text(subject.name, subject.reading, subject.neutral)
    return svg("Undertone rose", description, ROSE_VIEW, "rose", joined(parts))
