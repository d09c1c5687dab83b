"""Pieces of SVG that every drawing is made of.

Paint is drawn with `fill` attributes, since the page allows no inline style. Everything that is not paint is styled by
class and stays grey. Marks link to the board they stand for.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import escape, format_html
from django.utils.safestring import SafeString, mark_safe


@dataclass(frozen=True)
class Mark:
    """One colour on a drawing: where, which paint, what to call it, and where it leads."""

    x: float
    y: float
    fill: str
    title: str
    href: str = ""
    kind: str = ""


def n(value: float) -> str:
    return f"{value:.1f}"


def svg(
    label: str, description: str, view: tuple[float, float, float, float], css: str, body: SafeString
) -> SafeString:
    """Return a drawing with its label, text equivalent and content; `view` is left, top, width and height."""
    return format_html(
        '<svg class="drawing {}" viewBox="{}" role="group" aria-label="{}"><desc>{}</desc>{}</svg>',
        css,
        " ".join(n(v) for v in view),
        label,
        description,
        body,
    )


def draw_mark(mark: Mark, width: float, height: float) -> SafeString:
    x, y, title = n(mark.x - width / 2), n(mark.y - height / 2), escape(mark.title)
    box = (
        f'<rect class="mark {mark.kind}" x="{x}" y="{y}" width="{n(width)}" height="{n(height)}" '
        f'fill="{escape(mark.fill)}"><title>{title}</title></rect>'
    )
    if mark.href:
        href = escape(mark.href)
        box = f'<a href="{href}" hx-get="{href}" aria-label="{title}" tabindex="-1">{box}</a>'
    return mark_safe(box)  # what comes from people is escaped above


def line(x1: float, y1: float, x2: float, y2: float, css: str) -> SafeString:
    """Return a line, styled by class: numbers and a class of our own."""
    return mark_safe(f'<line class="{css}" x1="{n(x1)}" y1="{n(y1)}" x2="{n(x2)}" y2="{n(y2)}"/>')


def text(x: float, y: float, text: str, css: str = "", anchor: str = "middle") -> SafeString:
    """Return a piece of text, styled by class; `anchor` start, middle or end."""
    return mark_safe(f'<text class="{css}" x="{n(x)}" y="{n(y)}" text-anchor="{anchor}">{escape(text)}</text>')


def joined(parts: Sequence[SafeString]) -> SafeString:
    return mark_safe("".join(parts))
