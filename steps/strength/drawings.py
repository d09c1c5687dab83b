"""Strengths drawn: how light does it get, how fast; and where does its undertone go?"""

from __future__ import annotations

from django.utils.html import format_html
from django.utils.safestring import SafeString

from prism import words
from reviews.drawings.axes import tick_below, tick_left, ticks
from reviews.drawings.labels import free_place
from reviews.drawings.ladder import Rung, ladder
from reviews.drawings.links import link_to
from reviews.drawings.marks import led, spread
from reviews.drawings.rose import MARK, ROSE, ROSE_VIEW, Rose, boxes_of
from reviews.strengths.reads import Strengths
from web.svg import Mark, draw_mark, joined, line, n, svg, text


def strength_ladder(at: Strengths) -> SafeString:
    """Return the LRV scale with the subject at each strength."""
    rungs = [
        Rung(s.strength.lrv, s.screen, s.name, f"?percent={s.strength.percent:g}") for s in at.run if s.strength.percent
    ]
    return ladder(at.subject, rungs, words.pairs.run_text([step.strength for step in at.run]))


def drift_rose(at: Strengths) -> SafeString:
    """Return how the undertone moves over the strength run."""
    subject, run = at.subject, at.run
    reach = max(step.strength.reading.undertone.strength for step in run)
    rose = Rose(subject.method, subject.neutral, subject.reading, reach)
    parts = rose.frame()
    points = [rose.point(*step.strength.reading.undertone.vector) for step in run]
    trail = " ".join(f"{n(x)},{n(y)}" for x, y in points)
    parts.append(format_html('<polyline class="drift" points="{}"/>', trail))
    marks = [
        Mark(x, y, step.screen, f"{step.percent}: {step.sentence}", kind="" if step.strength.percent else "subject")
        for step, (x, y) in zip(run, points, strict=True)
    ]
    parts += [draw_mark(mark, *MARK) for mark in marks]
    taken = [*rose.taken, *boxes_of(marks, MARK)]
    for step, (x, y) in ((run[0], points[0]), (run[-1], points[-1])):
        if box := free_place(step.percent, x, y, taken, rose.rings, ROSE):
            taken.append(box)
            parts.append(text(box.x, box.y + 3.5, step.percent, "drift-label"))
    parts += rose.over()
    description = words.strengths.strength_run([step.strength for step in run], subject.method)
    return svg("Drift of the undertone", description, ROSE_VIEW, "rose", joined(parts))


CURVE_WIDTH, CURVE_HEIGHT = 214.0, 176.0
CURVE_LEFT, CURVE_TOP = 30.0, 16.0


def strength_curve(at: Strengths) -> SafeString:
    """Return LRV against strength, with the standard, the strength looked at, the whites and the shortlist."""
    subject, context = at.subject, at.context
    assert at.curve is not None
    points: list[tuple[float, float]] = list(zip(at.curve.percents.tolist(), at.curve.lrv.tolist(), strict=True))
    others = [*context.set.whites, *context.shortlist]
    shown = [lrv for _, lrv in points] + [swatch.reading.lrv for swatch in others]
    low, high = max(0.0, min(shown) - 3), min(100.0, max(shown) + 3)
    first, last = points[0][0], points[-1][0]
    bottom = CURVE_TOP + CURVE_HEIGHT

    def x(percent: float) -> float:
        return CURVE_LEFT + CURVE_WIDTH * (min(max(percent, first), last) - first) / (last - first)

    def y(lrv: float) -> float:
        return CURVE_TOP + CURVE_HEIGHT * (high - lrv) / max(high - low, 1.0)

    parts = [
        line(CURVE_LEFT, CURVE_TOP, CURVE_LEFT, bottom, "axis"),
        line(CURVE_LEFT, bottom, CURVE_LEFT + CURVE_WIDTH, bottom, "axis"),
        text(CURVE_LEFT, 10, "LRV", "axis-title", "end"),
    ]
    for tick in ticks(low, high):
        parts += tick_left(CURVE_LEFT, y(tick), f"{tick:g}")
    for tick in (-50, 0, 50, 100):
        parts += tick_below(x(tick), bottom, words.text.percent(tick) if tick else "standard")
    trail = " ".join(f"{n(x(p))},{n(y(lrv))}" for p, lrv in points)
    parts.append(format_html('<polyline class="drift" points="{}"/>', trail))
    edge = CURVE_LEFT + CURVE_WIDTH + 12
    marks = [
        Mark(edge, y(h.reading.lrv), h.colour.screen, f"{h.name}, LRV {words.text.number(h.reading.lrv)}", link_to(h))
        for h in others
    ]
    for other in others:
        parts.append(line(CURVE_LEFT, y(other.reading.lrv), edge, y(other.reading.lrv), "band-edge"))
    parts += led(marks, spread(marks, 12, 8), 12, 8)
    parts.append(draw_mark(Mark(x(0), y(subject.reading.lrv), subject.stimulus.screen, subject.name), 9, 12))
    step = at.adjusted
    if step is not None:
        title = f"{words.strengths.strength_name(subject.name, step.percent)}, LRV {words.text.number(step.lrv)}"
        parts.append(draw_mark(Mark(x(step.percent), y(step.lrv), step.screen, title, kind="subject"), 11, 15))
    description = words.strengths.curve_text([(p, lrv) for p, lrv in points if p % 25 == 0])
    return svg("LRV against strength", description, (0, 0, edge + 16, bottom + 20), "curve", joined(parts))
