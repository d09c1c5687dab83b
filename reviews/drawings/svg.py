"""Pieces of SVG that every drawing is made of.

Paint is drawn with `fill` attributes, since the page allows no inline style. Everything that is not paint is styled by
class and stays grey. Marks link to the board they stand for.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from reviews.bench import Held


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
    """Return a coordinate as text."""
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
    """Return a mark, with a link where it leads somewhere."""
    x, y = n(mark.x - width / 2), n(mark.y - height / 2)
    box = format_html(
        '<rect class="mark {}" x="{}" y="{}" width="{}" height="{}" fill="{}"><title>{}</title></rect>',
        mark.kind, x, y, n(width), n(height), mark.fill, mark.title,
    )  # fmt: skip
    if not mark.href:
        return box
    return format_html('<a href="{0}" hx-get="{0}" aria-label="{1}" tabindex="-1">{2}</a>', mark.href, mark.title, box)


def line(x1: float, y1: float, x2: float, y2: float, css: str) -> SafeString:
    """Return a line, styled by class."""
    return format_html('<line class="{}" x1="{}" y1="{}" x2="{}" y2="{}"/>', css, n(x1), n(y1), n(x2), n(y2))


def text(x: float, y: float, text: str, css: str = "", anchor: str = "middle") -> SafeString:
    """Return a piece of text, styled by class; `anchor` start, middle or end."""
    return format_html('<text class="{}" x="{}" y="{}" text-anchor="{}">{}</text>', css, n(x), n(y), anchor, text)


def joined(parts: Sequence[SafeString]) -> SafeString:
    """Return pieces one after the other."""
    return format_html_join("", "{}", ((part,) for part in parts))


def link_to(held: Held) -> str:
    """Return the address that holds a board beside the subject."""
    return f"?beside={held.colour.pk}"


# --- depth ladder: how light is it, and what is it among? -----------------------------------------------------------
