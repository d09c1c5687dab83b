"""Marks that do not cover one another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from math import hypot

from django.utils.safestring import SafeString

from web.svg import Mark, draw_mark, line


def spread(marks: Sequence[Mark], width: float, height: float, fixed: Sequence[Mark] = ()) -> list[Mark]:
    """Return marks moved apart until none covers another or a fixed one, each as little as that takes.

    Two marks that overlap give way along the axis on which they overlap least. Deterministic; a dozen marks settle in
    a few rounds.
    """
    places = [[mark.x, mark.y] for mark in marks]
    stones = [[mark.x, mark.y] for mark in fixed]
    for _ in range(ROUNDS):
        settled = True
        for i, place in enumerate(places):
            for j, other in enumerate([*places[:i], *stones]):
                across = width + 1 - abs(place[0] - other[0])
                down = height + 1 - abs(place[1] - other[1])
                if across <= 0 or down <= 0:
                    continue
                settled = False
                axis, over = (0, across) if across < down else (1, down)
                way = 1.0 if (place[axis], i) >= (other[axis], j) else -1.0
                if j < i:
                    place[axis] += way * over / 2
                    other[axis] -= way * over / 2
                else:
                    place[axis] += way * over
        if settled:
            break
    return [replace(mark, x=x, y=y) for mark, (x, y) in zip(marks, places, strict=True)]


def led(marks: Sequence[Mark], moved: Sequence[Mark], width: float, height: float) -> list[SafeString]:
    lines = [
        line(mark.x, mark.y, to.x, to.y, "leader")
        for mark, to in zip(marks, moved, strict=True)
        if hypot(mark.x - to.x, mark.y - to.y) > LEAD_FROM
    ]
    return [*lines, *(draw_mark(mark, width, height) for mark in moved)]


ROUNDS = 60
LEAD_FROM = 4.0
"""Drawing units from which a moved mark is led back to its place."""
