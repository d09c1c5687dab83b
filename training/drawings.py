"""How what can be told apart grew, drawn: a line of what was likeliest, and the band in which it lies for 95 %."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from prism import words
from training.queries import Axis
from web import clocks

WIDTH, HEIGHT = 260, 78
LEAST, MOST = 0.3, 12.0
"""ΔE00 between which thresholds are drawn, evenly in their logarithm."""
MARKS = (0.5, 1.0, 2.0, 5.0)


@dataclass(frozen=True)
class Drawn:
    """One axis drawn: its title, its figures in words, the outline of the band and the line as SVG points, and the
    marks at the side: where each stands, and its figure."""

    title: str
    figures: str
    band: str
    line: str
    marks: list[tuple[float, str]]
    first: str
    last: str


def drawn(axis: Axis) -> Drawn:
    grew = axis.grew if len(axis.grew) > 1 else []  # of one answer there is nothing to draw
    counts = np.array([count for count, _ in grew], dtype=np.float64)
    x = WIDTH * (counts - 1) / max(counts[-1] - 1, 1) if len(grew) else counts
    rows = [[_y(getattr(wall, name)) for _, wall in grew] for name in ("low", "value", "high")]
    low, value, high = rows
    band = [*zip(x, high, strict=True), *reversed(list(zip(x, low, strict=True)))]
    figures = words.training.told_apart(axis.found)
    if len(grew) > 1:
        figures += f"; {words.training.how_it_grew(grew[0][1], axis.found)}"
    days = [clocks.day(moment) if moment else "" for moment in (axis.first, axis.last)]
    return Drawn(
        axis.title, figures, _points(band), _points(list(zip(x, value, strict=True))),
        [(_y(mark), f"{mark:g}") for mark in MARKS], *days,
    )  # fmt: skip


def _y(value: float) -> float:
    share = np.log(np.clip(value, LEAST, MOST) / LEAST) / np.log(MOST / LEAST)
    return round(float(HEIGHT * (1 - share)), 1)


def _points(places: list[tuple[float, float]]) -> str:
    return " ".join(f"{x:.1f},{y:.1f}" for x, y in places)
