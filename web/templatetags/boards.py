"""A painted board, wherever a page shows a colour."""

from __future__ import annotations

import re
from collections.abc import Sequence

from django import template
from django.utils.safestring import SafeString, mark_safe

from prism.tint.hiding import Opacity

register = template.Library()

BOARD = (
    '<svg class="board-art" viewBox="0 0 210 297" aria-hidden="true" focusable="false">'
    '<rect class="{}" width="210" height="297" fill="{}"/>'
    '<rect class="paint" x="15" y="15" width="180" height="267" fill="{}"/></svg>'
)
HALVES = (
    '<svg class="board-art halves" viewBox="0 0 210 297" aria-hidden="true" focusable="false">'
    '<rect class="margin" width="210" height="297"/>'
    '<rect x="15" y="15" width="90" height="267" fill="{}"/><rect x="105" y="15" width="90" height="267" fill="{}"/>'
    '<rect class="paint" x="15" y="15" width="180" height="267" fill="none"/></svg>'
)
SCREEN = re.compile(r"#[0-9A-Fa-f]{6}")


@register.simple_tag
def board(screen: str, thin: Opacity | None = None, margin: str = "") -> SafeString:
    """Return a board of A-format with its white margin, painted in `#RRGGBB`; unpainted for anything else.

    The `margin` has a colour of its own where the light that is shown is not that of day. A `thin` paint, which does
    not hide, is shown as it looks over black and as it looks over white, side by side.
    """
    if thin:
        return mark_safe(HALVES.format(_fill(thin.black), _fill(thin.white)))
    return mark_safe(BOARD.format("lit" if margin else "margin", _fill(margin), _fill(screen)))


@register.simple_tag
def plain_swatch(screen: str) -> SafeString:
    """Return a field of `#RRGGBB` three by two without a margin; an empty frame, dashed, for anything else."""
    fill = _fill(screen)
    frame = ' stroke="#8a8a8a" stroke-dasharray="3 3"' if fill == "none" else ' stroke="#000" stroke-opacity="0.16"'
    return mark_safe(
        '<svg class="mb-1 block w-full" viewBox="0 0 96 64" aria-hidden="true" focusable="false">'
        f'<rect x="0.5" y="0.5" width="95" height="63" fill="{fill}"{frame}/></svg>'
    )


@register.simple_tag
def edge_to_edge(one: str, other: str) -> SafeString:
    """Return two colours of `#RRGGBB` as one field without a line between them."""
    return mark_safe(
        '<svg class="pair-field block w-full" viewBox="0 0 160 66" aria-hidden="true" focusable="false">'
        f'<rect width="80.5" height="66" fill="{_fill(one)}"/>'
        f'<rect x="80" width="80" height="66" fill="{_fill(other)}"/></svg>'
    )


@register.simple_tag
def field_of(screens: Sequence[str]) -> SafeString:
    """Return colours of `#RRGGBB` as one field as large as what it stands in, side by side without a line between."""
    count = max(len(screens), 1)
    rects = "".join(
        f'<rect x="{i}" width="{1 if i == count - 1 else 1.01}" height="1" fill="{_fill(screen)}"/>'
        for i, screen in enumerate(screens)
    )
    return mark_safe(
        f'<svg class="block size-full" viewBox="0 0 {count} 1" preserveAspectRatio="none" aria-hidden="true" '
        f'focusable="false">{rects}</svg>'
    )


def _fill(screen: str) -> str:
    return screen if SCREEN.fullmatch(str(screen)) else "none"
