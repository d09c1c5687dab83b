"""Areas of colour as the Palette step draws them: a room's surfaces as one sheet, and a fabric of several colours."""

from __future__ import annotations

from collections.abc import Sequence

from django.utils.html import format_html
from django.utils.safestring import SafeString

from reviews.drawings.edges import EDGE_MARGIN
from web.svg import joined, n, svg

WIDTH, HEIGHT, GAP = 300.0, 212.0, 2.0


def areas(items: Sequence[tuple[str, float, str]], label: str, description: str) -> SafeString:
    """Return paints as areas in proportion, (fill, share 0-1, title) each, the largest first, within a white margin."""
    margin = EDGE_MARGIN / 2
    parts = [format_html('<rect class="margin" width="{}" height="{}"/>', n(WIDTH), n(HEIGHT))]
    x, y, wide, high, left = margin, margin, WIDTH - 2 * margin, HEIGHT - 2 * margin, 1.0
    for fill, share, title in items:
        if share <= 0 or left <= 0:
            continue
        part = min(share / left, 1.0)
        across = wide >= high
        w, h = (wide * part, high) if across else (wide, high * part)
        parts.append(
            format_html(
                '<rect x="{}" y="{}" width="{}" height="{}" fill="{}"><title>{}</title></rect>',
                n(x), n(y), n(max(w - GAP, 0.5)), n(max(h - GAP, 0.5)), fill, title,
            )
        )  # fmt: skip
        x, y, wide, high = (x + w, y, wide - w, high) if across else (x, y + h, wide, high - h)
        left -= share
    return svg(label, description, (0, 0, WIDTH, HEIGHT), "areas", joined(parts))


def strands(items: Sequence[tuple[str, float]]) -> SafeString:
    """Return a board of several colours, (screen value, share) each, in stripes by share."""
    whole, x, parts = sum(share for _, share in items) or 1.0, 7.0, []
    for fill, share in items:
        wide = 86 * share / whole
        parts.append(
            format_html('<rect x="{}" y="7" width="{}" height="127" fill="{}"/>', n(x), n(max(wide, 0.4)), fill)
        )
        x += wide
    return format_html(
        '<svg class="board-art" viewBox="0 0 100 141" aria-hidden="true" focusable="false">'
        '<rect class="margin" width="100" height="141"/>{}</svg>',
        joined(parts),
    )
