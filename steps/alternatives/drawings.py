"""Brackets: what stands on either side?"""

from __future__ import annotations

from collections.abc import Sequence
from math import ceil

from django.utils.safestring import SafeString

from prism import words
from reviews.context.subject import Subject
from reviews.drawings.axes import tick_below
from reviews.drawings.links import link_to
from steps.alternatives.reads import PlacedBracket, Side
from web.svg import Mark, draw_mark, joined, line, svg, text

BRACKET_HALF = 180.0
BRACKET_REACH = 4
BRACKET_ROW = 40.0


def bracket_lines(subject: Subject, rows: Sequence[PlacedBracket]) -> SafeString:
    """Return the subject between its nearest neighbours on each pair of axes, by ΔE00."""
    farthest = max((side.delta_e for row in rows for side in (row.before, row.after)), default=0.0)
    reach = max(BRACKET_REACH, 4 * ceil(farthest / 4))
    parts: list[SafeString] = []
    for number, row in enumerate(rows):
        y = 22.0 + BRACKET_ROW * number
        parts.append(line(-BRACKET_HALF, y, BRACKET_HALF, y, "axis"))
        parts += [_side(row.before, -1, y, reach), _side(row.after, 1, y, reach)]
        parts.append(draw_mark(Mark(0, y, subject.stimulus.screen, subject.name, kind="subject"), 15, 21))
    base = 22.0 + BRACKET_ROW * (len(rows) - 1) + 22
    for tick in range(0, reach + 1, max(1, reach // 4)):
        for sign in (-1, 1) if tick else (1,):
            x = sign * tick / reach * BRACKET_HALF
            parts += tick_below(x, base, str(tick))
    parts.append(text(BRACKET_HALF + 12, base + 15, "ΔE00", "tick", "start"))
    description = " ".join(row.sentence for row in rows)
    return svg("Brackets", description, (-272, 0, 544, base + 18), "brackets", joined(parts))


def _side(side: Side, direction: int, y: float, reach: int) -> SafeString:
    axis, swatch, distance = side.axis, side.held, side.delta_e
    edge = direction * (BRACKET_HALF + 10)
    label = text(edge, y + 4, axis, "hue", "start" if direction > 0 else "end")
    if swatch is None:
        return joined([label, text(direction * BRACKET_HALF / 2, y - 5, words.pairs.NOTHING_THERE, "tick")])
    x = direction * distance / reach * BRACKET_HALF
    title = f"{swatch.name}, {axis} by ΔE00 {words.text.number(distance)}"
    return joined([label, draw_mark(Mark(x, y, swatch.colour.screen, title, link_to(swatch)), 12, 17)])
