"""Drawings as SVG, each answering one question and carrying a text equivalent.

Paint is drawn with `fill` attributes, since the page allows no inline style. Everything that is not paint is styled by
class and stays grey. Marks link to the board they stand for.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil, cos, floor, hypot, radians, sin

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from prism import words
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.school import School
from reviews.queries import Bench, Held, Side
from reviews.strengths import Strengths


@dataclass(frozen=True)
class Mark:
    """One colour on a drawing: where, which paint, what to call it, and where it leads."""

    x: float
    y: float
    fill: str
    title: str
    href: str = ""
    kind: str = ""


def _n(value: float) -> str:
    return f"{value:.1f}"


def _svg(
    label: str, description: str, view: tuple[float, float, float, float], css: str, body: SafeString
) -> SafeString:
    return format_html(
        '<svg class="drawing {}" viewBox="{}" role="group" aria-label="{}"><desc>{}</desc>{}</svg>',
        css,
        " ".join(_n(v) for v in view),
        label,
        description,
        body,
    )


def _mark(mark: Mark, width: float, height: float) -> SafeString:
    x, y = _n(mark.x - width / 2), _n(mark.y - height / 2)
    box = format_html(
        '<rect class="mark {}" x="{}" y="{}" width="{}" height="{}" fill="{}"><title>{}</title></rect>',
        mark.kind, x, y, _n(width), _n(height), mark.fill, mark.title,
    )  # fmt: skip
    if not mark.href:
        return box
    return format_html('<a href="{0}" hx-get="{0}" aria-label="{1}" tabindex="-1">{2}</a>', mark.href, mark.title, box)


def _line(x1: float, y1: float, x2: float, y2: float, css: str) -> SafeString:
    return format_html('<line class="{}" x1="{}" y1="{}" x2="{}" y2="{}"/>', css, _n(x1), _n(y1), _n(x2), _n(y2))


def _text(x: float, y: float, text: str, css: str = "", anchor: str = "middle") -> SafeString:
    return format_html('<text class="{}" x="{}" y="{}" text-anchor="{}">{}</text>', css, _n(x), _n(y), anchor, text)


def _join(parts: Sequence[SafeString]) -> SafeString:
    return format_html_join("", "{}", ((part,) for part in parts))


def _spread(marks: Sequence[Mark], width: float, height: float, fixed: Sequence[Mark] = ()) -> list[Mark]:
    """Return marks moved apart until none covers another or a fixed one, each as little as that takes.

    Two marks that overlap give way along the axis on which they overlap least. Deterministic; a dozen marks settle in
    a few rounds.
    """
    places = [[mark.x, mark.y] for mark in marks]
    stones = [[mark.x, mark.y] for mark in fixed]
    for _ in range(ROUNDS):
        settled = True
        for i, one in enumerate(places):
            for j, other in enumerate([*places[:i], *stones]):
                across = width + 1 - abs(one[0] - other[0])
                down = height + 1 - abs(one[1] - other[1])
                if across <= 0 or down <= 0:
                    continue
                settled = False
                axis, over = (0, across) if across < down else (1, down)
                way = 1.0 if (one[axis], i) >= (other[axis], j) else -1.0
                if j < i:
                    one[axis] += way * over / 2
                    other[axis] -= way * over / 2
                else:
                    one[axis] += way * over
        if settled:
            break
    return [replace(mark, x=x, y=y) for mark, (x, y) in zip(marks, places, strict=True)]


def _led(marks: Sequence[Mark], moved: Sequence[Mark], width: float, height: float) -> list[SafeString]:
    """Return marks where they were moved to, each with a line to where it really is."""
    lines = [
        _line(mark.x, mark.y, to.x, to.y, "leader")
        for mark, to in zip(marks, moved, strict=True)
        if hypot(mark.x - to.x, mark.y - to.y) > LEAD_FROM
    ]
    return [*lines, *(_mark(mark, width, height) for mark in moved)]


ROUNDS = 60
LEAD_FROM = 4.0
"""Drawing units from which a moved mark is led back to its place."""


def _beside(held: Held) -> str:
    return f"?beside={held.colour.pk}"


# --- depth ladder: how light is it, and what is it among? -----------------------------------------------------------

LADDER_TOP, LADDER_HEIGHT = 26.0, 344.0
MARK_HEIGHT = 7.0
MOST_LANES = 4
"""Marks side by side at one depth; more would run into the words of the bands."""


@dataclass(frozen=True)
class _Rung:
    """A colour on the ladder."""

    lrv: float
    fill: str
    name: str
    href: str = ""


def depth_ladder(bench: Bench) -> SafeString:
    """Return the LRV scale with the school's bands, the subject and what is held beside it."""
    rungs = [_Rung(h.reading.lrv, h.colour.screen, h.name, _beside(h)) for h in bench.drawn]
    lighter = sum(rung.lrv > bench.reading.lrv for rung in rungs)
    return _ladder(bench, rungs, words.ladder_text(bench.name, bench.reading, lighter, len(rungs)))


def strength_ladder(at: Strengths) -> SafeString:
    """Return the LRV scale with the subject at each strength."""
    bench = at.bench
    rungs = [
        _Rung(s.strength.lrv, s.screen, s.name, f"?percent={s.strength.percent:g}")
        for s in at.run
        if s.strength.percent
    ]
    return _ladder(bench, rungs, words.run_text([step.strength for step in at.run]))


def _ladder(bench: Bench, rungs: Sequence[_Rung], description: str) -> SafeString:
    def y(lrv: float) -> float:
        return LADDER_TOP + LADDER_HEIGHT * (1 - lrv / 100)

    parts = [_text(30, 12, "LRV", "axis-title")]
    for tick in range(0, 101, 10):
        parts += [_line(36, y(tick), 40, y(tick), "axis"), _text(32, y(tick) + 3.5, str(tick), "tick", "end")]
    parts.append(_line(40, y(0), 40, y(100), "axis"))
    for edge in bench.school.depth.edges:
        parts.append(_line(40, y(edge), 138, y(edge), "band-edge"))
    for word in bench.school.depth.words:
        low, high = bench.school.depth.bounds(word)
        middle = (max(low, 0) + min(high, 100)) / 2
        chosen = "band current" if word == bench.reading.depth else "band"
        parts.append(_text(138, y(middle) + 3.5, word, chosen, "end"))
    lanes: list[float] = []  # where the last mark of each lane stands
    for rung in sorted(rungs, key=lambda r: -r.lrv):
        place = y(rung.lrv)
        lane = next((i for i, last in enumerate(lanes) if place - last >= MARK_HEIGHT + 1), len(lanes))
        if lane == MOST_LANES:
            # full: the lane that is free soonest takes it, a little lower than it really is
            lane = min(range(MOST_LANES), key=lambda i: lanes[i])
            place = lanes[lane] + MARK_HEIGHT + 1
        lanes[lane : lane + 1] = [place]
        title = f"{rung.name}, LRV {words.number(rung.lrv)}"
        parts.append(_mark(Mark(63 + 11 * lane, place, rung.fill, title, rung.href), 9, MARK_HEIGHT))
    title = f"{bench.name}, LRV {words.number(bench.reading.lrv)}"
    parts.append(_mark(Mark(48, y(bench.reading.lrv), bench.paint.screen, title, kind="subject"), 16, 10))
    return _svg("Depth ladder", description, (0, 0, 140, LADDER_TOP + LADDER_HEIGHT + 8), "ladder", _join(parts))


# --- undertone rose: which way does it lean from the neutral? -------------------------------------------------------

ROSE = 100.0
"""Radius of the rose in drawing units."""


class _Rose:
    """The frame of an undertone rose: the working neutral at its centre, a* to the right, b* upwards.

    It reaches far enough for the strengths it must show; what lies farther is held at the rim.
    """

    def __init__(self, school: School, neutral: WorkingNeutral, reading: Reading, reach: float) -> None:
        self.school = school
        self.reach = max(reach * 1.3, school.strength.edges[-1] * 1.25)
        self.neutral, self.reading = neutral, reading
        self._ring_words: list[tuple[float, str]] = []
        """Words for the rings, each with the radius it stands at; `labels` draws them."""

    def point(self, a: float, b: float) -> tuple[float, float]:
        """Return drawing coordinates of an undertone; one that would leave the rose is held at its rim."""
        far = hypot(a, b) / self.reach
        scale = ROSE / self.reach / max(far, 1.0)
        return a * scale, -b * scale

    def labels(self, taken: Sequence[tuple[float, float]]) -> list[SafeString]:
        """Return words for the rings along the direction in which they are farthest from places that are taken, and
        the cross of the neutral over them."""
        if self.neutral.kind != "grey":
            a, b = (-float(v) for v in self.neutral.at(self.reading.lab[0]))
            taken = [*taken, self.point(a, b), (self.point(a, b)[0] + 34, self.point(a, b)[1])]

        def places(angle: float) -> list[tuple[float, float, str]]:
            return [(r * cos(radians(angle)), -r * sin(radians(angle)), word) for r, word in self._ring_words]

        def room(angle: float) -> float:
            # words are wider than high, so what lies beside one counts as nearer
            return min((hypot((x - u) / 2, y - v) for x, y, _ in places(angle) for u, v in taken), default=0.0)

        best = max(RING_ANGLES, key=room)
        cross = [_line(-4, 0, 4, 0, "neutral"), _line(0, -4, 0, 4, "neutral")]
        return [*(_text(x, y + 3.5, word, "ring-label") for x, y, word in places(best)), *cross]

    def frame(self) -> list[SafeString]:
        """Return rings by strength, sectors by hue, and where mathematical grey lies from the neutral."""
        parts = [format_html('<circle class="rim" r="{}"/>', _n(ROSE))]
        lower = 0.0
        for word, edge in zip(self.school.strength.words, (*self.school.strength.edges, self.reach), strict=True):
            radius = min(edge, self.reach) / self.reach * ROSE
            if edge < self.reach:
                parts.append(format_html('<circle class="ring" r="{}"/>', _n(radius)))
            if radius - lower > 9:
                middle = (radius + lower) / 2
                self._ring_words.append((middle, word))
            lower = radius
        for word, edge in zip(self.school.undertone.words, self.school.undertone.edges, strict=True):
            angle = radians(edge)
            parts.append(_line(10 * cos(angle), -10 * sin(angle), ROSE * cos(angle), -ROSE * sin(angle), "sector"))
            middle = radians(self.school.undertone.centre(word))
            x, y = (ROSE + 9) * cos(middle), -(ROSE + 9) * sin(middle)
            anchor = "middle" if abs(cos(middle)) < 0.35 else "start" if cos(middle) > 0 else "end"
            chosen = "hue current" if word == self.reading.undertone.main else "hue"
            parts.append(_text(x, y + 4, words.hue(word, self.reading.lrv), chosen, anchor))
        if self.neutral.kind == "painted":
            a, b = (-float(v) for v in self.neutral.at(self.reading.lab[0]))
            x, y = self.point(a, b)
            parts.append(
                format_html(
                    '<circle class="grey-point" cx="{}" cy="{}" r="3"><title>{}</title></circle>',
                    _n(x), _n(y), words.MATHEMATICAL_GREY,
                )
            )  # fmt: skip
            parts.append(_text(x + 6, y + 3.5, words.GREY_LABEL, "grey-label", "start"))
        return parts


RING_ANGLES = (90, 60, 120, 270, 240, 300, 45, 135, 225, 315)
"""Directions, degrees, along which the words for the rings may stand: rather upright, so that none meets the next."""

ROSE_VIEW = (-150.0, -120.0, 300.0, 240.0)


def undertone_rose(bench: Bench) -> SafeString:
    """Return the undertone plane round the working neutral, with the subject and what is held beside it."""
    own = bench.reading.undertone
    rose = _Rose(bench.school, bench.neutral, bench.reading, own.strength)
    parts = rose.frame()
    x, y = rose.point(*own.vector)
    parts.append(_line(0, 0, x, y, "lean"))
    subject = Mark(x, y, bench.paint.screen, f"{bench.name}: {words.undertone_short(bench.reading)}", kind="subject")
    marks = []
    for held in bench.drawn:
        hx, hy = rose.point(*held.reading.undertone.vector)
        title = f"{held.name}: {words.undertone_short(held.reading)}"
        kind = "beside" if bench.beside and held.colour.pk == bench.beside.colour.pk else ""
        kind += " beyond" if held.reading.undertone.strength > rose.reach else ""
        marks.append(Mark(hx, hy, held.colour.screen, title, _beside(held), kind))
    spread = _spread(marks, 9, 12, [subject])
    parts += [*_led(marks, spread, 9, 12), _mark(subject, 13, 18)]
    parts += rose.labels([(mark.x, mark.y) for mark in (*spread, subject)])
    description = words.rose_text(bench.name, bench.reading, bench.neutral)
    return _svg("Undertone rose", description, ROSE_VIEW, "rose", _join(parts))


def drift_rose(at: Strengths) -> SafeString:
    """Return how the undertone moves over the strength run."""
    bench = at.bench
    run = at.run
    rose = _Rose(
        bench.school, bench.neutral, bench.reading, max(step.strength.reading.undertone.strength for step in run)
    )
    parts = rose.frame()
    points = [rose.point(*step.strength.reading.undertone.vector) for step in run]
    trail = " ".join(f"{_n(x)},{_n(y)}" for x, y in points)
    parts.append(format_html('<polyline class="drift" points="{}"/>', trail))
    for step, (x, y) in zip(run, points, strict=True):
        kind = "" if step.strength.percent else "subject"
        parts.append(_mark(Mark(x, y, step.screen, f"{step.percent}: {step.sentence}", kind=kind), 9, 12))
    parts += rose.labels(points)
    (x, y), (end_x, end_y) = points[0], points[-1]
    rightwards = 1 if x >= end_x else -1
    parts.append(_text(x + 9 * rightwards, y + 3, run[0].percent, "drift-label", "start" if x >= end_x else "end"))
    parts.append(
        _text(end_x - 9 * rightwards, end_y + 3, run[-1].percent, "drift-label", "end" if x >= end_x else "start")
    )
    description = words.strength_run([step.strength for step in run], bench.school)
    return _svg("Drift of the undertone", description, ROSE_VIEW, "rose", _join(parts))


# --- lightness against chroma: how light and how coloured, whatever the hue? ------------------------------------------

PLANE_WIDTH, PLANE_HEIGHT = 200.0, 150.0
PLANE_LEFT, PLANE_TOP = 34.0, 14.0


def lightness_and_chroma(bench: Bench) -> SafeString:
    """Return lightness L* upwards against chroma C*ab to the right, with the subject and what is held beside it."""
    shown = [bench.reading, *(held.reading for held in bench.drawn)]
    most = max(10.0, *(1.1 * hypot(*reading.lab[1:]) for reading in shown))
    low = max(0.0, min(reading.lab[0] for reading in shown) - 4)
    high = min(100.0, max(reading.lab[0] for reading in shown) + 4)

    def place(reading: Reading) -> tuple[float, float]:
        x = PLANE_LEFT + PLANE_WIDTH * hypot(*reading.lab[1:]) / most
        return x, PLANE_TOP + PLANE_HEIGHT * (high - reading.lab[0]) / max(high - low, 1.0)

    bottom = PLANE_TOP + PLANE_HEIGHT
    parts = [
        _line(PLANE_LEFT, PLANE_TOP, PLANE_LEFT, bottom, "axis"),
        _line(PLANE_LEFT, bottom, PLANE_LEFT + PLANE_WIDTH, bottom, "axis"),
        _text(PLANE_LEFT, 9, "L*", "axis-title", "end"),
        _text(PLANE_LEFT + PLANE_WIDTH, bottom + 26, "C*ab", "axis-title", "end"),
    ]
    for tick in _ticks(low, high):
        y = PLANE_TOP + PLANE_HEIGHT * (high - tick) / max(high - low, 1.0)
        parts += _tick_left(PLANE_LEFT, y, f"{tick:g}")
    for tick in _ticks(0, most):
        x = PLANE_LEFT + PLANE_WIDTH * tick / most
        parts += _tick_below(x, bottom, f"{tick:g}")
    x, y = place(bench.reading)
    subject = Mark(x, y, bench.paint.screen, words.plane_mark(bench.name, bench.reading), kind="subject")
    marks = [
        Mark(*place(held.reading), held.colour.screen, words.plane_mark(held.name, held.reading), _beside(held))
        for held in bench.drawn
    ]
    parts += _led(marks, _spread(marks, 9, 12, [subject]), 9, 12)
    parts.append(_mark(subject, 13, 18))
    description = words.plane_text_of(bench.name, [(held.name, held.reading) for held in bench.drawn], bench.reading)
    view = (0.0, 0.0, PLANE_LEFT + PLANE_WIDTH + 14, bottom + 30)
    return _svg("Lightness against chroma", description, view, "lightness", _join(parts))


def _tick_below(x: float, axis: float, said: str) -> list[SafeString]:
    """Return a tick with its word below a level axis."""
    return [_line(x, axis, x, axis + 4, "axis"), _text(x, axis + 15, said, "tick")]


def _tick_left(axis: float, y: float, said: str) -> list[SafeString]:
    """Return a tick with its word to the left of an upright axis."""
    return [_line(axis - 4, y, axis, y, "axis"), _text(axis - 7, y + 3.5, said, "tick", "end")]


def _ticks(low: float, high: float) -> list[float]:
    """Return three to six round figures within a range."""
    step = next(step for step in (1, 2, 5, 10, 20, 50) if (high - low) / step <= 6)
    return [step * n for n in range(ceil(low / step), floor(high / step) + 1)]


# --- strength curve: how light does it get, how fast? ---------------------------------------------------------------

CURVE_WIDTH, CURVE_HEIGHT = 214.0, 176.0
CURVE_LEFT, CURVE_TOP = 30.0, 16.0


def strength_curve(at: Strengths) -> SafeString:
    """Return LRV against strength, with the standard, the strength looked at, the whites and the shortlist."""
    bench = at.bench
    points = [(step.percent, step.lrv) for step in at.fine]
    others = [*bench.whites, *bench.shortlist]
    shown = [lrv for _, lrv in points] + [held.reading.lrv for held in others]
    low, high = max(0.0, min(shown) - 3), min(100.0, max(shown) + 3)
    first, last = points[0][0], points[-1][0]
    bottom = CURVE_TOP + CURVE_HEIGHT

    def x(percent: float) -> float:
        return CURVE_LEFT + CURVE_WIDTH * (min(max(percent, first), last) - first) / (last - first)

    def y(lrv: float) -> float:
        return CURVE_TOP + CURVE_HEIGHT * (high - lrv) / max(high - low, 1.0)

    parts = [
        _line(CURVE_LEFT, CURVE_TOP, CURVE_LEFT, bottom, "axis"),
        _line(CURVE_LEFT, bottom, CURVE_LEFT + CURVE_WIDTH, bottom, "axis"),
        _text(CURVE_LEFT, 10, "LRV", "axis-title", "end"),
    ]
    for tick in _ticks(low, high):
        parts += _tick_left(CURVE_LEFT, y(tick), f"{tick:g}")
    for tick in (-50, 0, 50, 100):
        parts += _tick_below(x(tick), bottom, words.percent(tick) if tick else "standard")
    line = " ".join(f"{_n(x(p))},{_n(y(lrv))}" for p, lrv in points)
    parts.append(format_html('<polyline class="drift" points="{}"/>', line))
    edge = CURVE_LEFT + CURVE_WIDTH + 12
    marks = [
        Mark(edge, y(h.reading.lrv), h.colour.screen, f"{h.name}, LRV {words.number(h.reading.lrv)}", _beside(h))
        for h in others
    ]
    for held in others:
        parts.append(_line(CURVE_LEFT, y(held.reading.lrv), edge, y(held.reading.lrv), "band-edge"))
    parts += _led(marks, _spread(marks, 12, 8), 12, 8)
    parts.append(_mark(Mark(x(0), y(bench.reading.lrv), bench.paint.screen, bench.name), 9, 12))
    step = at.adjusted
    if step is not None:
        title = f"{words.strength_name(bench.name, step.percent)}, LRV {words.number(step.lrv)}"
        parts.append(_mark(Mark(x(step.percent), y(step.lrv), step.screen, title, kind="subject"), 11, 15))
    description = words.curve_text([(p, lrv) for p, lrv in points if p % 25 == 0])
    return _svg("LRV against strength", description, (0, 0, edge + 16, bottom + 20), "curve", _join(parts))


# --- brackets: what stands on either side? --------------------------------------------------------------------------

BRACKET_HALF = 180.0
BRACKET_REACH = 12
BRACKET_ROW = 40.0


def bracket_lines(bench: Bench) -> SafeString:
    """Return the subject between its nearest neighbours on each pair of axes, by ΔE00."""
    rows = bench.brackets
    farthest = max((side.delta_e for row in rows for side in (row.before, row.after)), default=0.0)
    reach = max(BRACKET_REACH, 4 * ceil(farthest / 4))
    parts: list[SafeString] = []
    for number, row in enumerate(rows):
        y = 22.0 + BRACKET_ROW * number
        parts.append(_line(-BRACKET_HALF, y, BRACKET_HALF, y, "axis"))
        parts += [_side(row.before, -1, y, reach), _side(row.after, 1, y, reach)]
        parts.append(_mark(Mark(0, y, bench.paint.screen, bench.name, kind="subject"), 15, 21))
    base = 22.0 + BRACKET_ROW * (len(rows) - 1) + 22
    for tick in range(0, reach + 1, 4):
        for sign in (-1, 1) if tick else (1,):
            x = sign * tick / reach * BRACKET_HALF
            parts += _tick_below(x, base, str(tick))
    parts.append(_text(BRACKET_HALF + 12, base + 15, "ΔE00", "tick", "start"))
    description = " ".join(row.sentence for row in rows)
    return _svg("Brackets", description, (-272, 0, 544, base + 18), "brackets", _join(parts))


def _side(side: Side, direction: int, y: float, reach: int) -> SafeString:
    axis, held, distance = side.axis, side.held, side.delta_e
    edge = direction * (BRACKET_HALF + 10)
    label = _text(edge, y + 4, axis, "hue", "start" if direction > 0 else "end")
    if held is None:
        return _join([label, _text(direction * BRACKET_HALF / 2, y - 5, words.NOTHING_THERE, "tick")])
    x = direction * distance / reach * BRACKET_HALF
    title = f"{held.name}, {axis} by ΔE00 {words.number(distance)}"
    return _join([label, _mark(Mark(x, y, held.colour.screen, title, _beside(held)), 12, 17)])


# --- edges: do the two part where they touch? -----------------------------------------------------------------------

EDGE_MARGIN = 15.0


def _edges(fills: Sequence[str], label: str, width: float, height: float, css: str) -> SafeString:
    each = (width - 2 * EDGE_MARGIN) / len(fills)
    parts = [format_html('<rect class="margin" width="{}" height="{}"/>', _n(width), _n(height))]
    for i, fill in enumerate(fills):
        parts.append(
            format_html(
                '<rect x="{}" y="{}" width="{}" height="{}" fill="{}"/>',
                _n(EDGE_MARGIN + i * each), _n(EDGE_MARGIN), _n(each), _n(height - 2 * EDGE_MARGIN), fill,
            )
        )  # fmt: skip
    return format_html(
        '<svg class="edge-board {}" viewBox="0 0 {} {}" role="img" aria-label="{}">{}</svg>',
        css, _n(width), _n(height), label, _join(parts),
    )  # fmt: skip


def wall_edge(bench: Bench, held: Sequence[Held]) -> SafeString:
    """Return subject and neighbours butted together with no line between them; with two, the subject in the middle."""
    fills = [one.colour.screen for one in held]
    middle = 1 if len(fills) == 2 else 0
    together = [*fills[1:][:middle], bench.paint.screen, *fills[:1], *fills[1 + middle :]]
    return _edges(together, words.EDGE_OF_TWO, 474, 317, "")


def adjusted_edge(at: Strengths) -> SafeString:
    """Return the subject and the strength that is looked at butted together."""
    bench = at.bench
    assert at.adjusted is not None
    return _edges([bench.paint.screen, at.adjusted.screen], words.EDGE_OF_TWO, 474, 317, "")
