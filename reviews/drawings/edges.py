"""Edges: do colours part where they touch?"""

from __future__ import annotations

from collections.abc import Sequence

from django.utils.html import format_html
from django.utils.safestring import SafeString

from prism import words
from reviews.context.subject import Subject
from reviews.context.wall import Wall
from web.svg import joined, n

EDGE_WIDTH, EDGE_HEIGHT, EDGE_MARGIN = 474.0, 317.0, 15.0
LOW = 190.0
"""Height of an edge that hangs among the boards."""


def butted(fills: Sequence[str], height: float = EDGE_HEIGHT) -> SafeString:
    """Return paints butted together with no line between them, within one white margin."""
    each = (EDGE_WIDTH - 2 * EDGE_MARGIN) / len(fills)
    parts = [format_html('<rect class="margin" width="{}" height="{}"/>', n(EDGE_WIDTH), n(height))]
    for i, fill in enumerate(fills):
        parts.append(
            format_html(
                '<rect x="{}" y="{}" width="{}" height="{}" fill="{}"/>',
                n(EDGE_MARGIN + i * each), n(EDGE_MARGIN), n(each), n(height - 2 * EDGE_MARGIN), fill,
            )
        )  # fmt: skip
    return format_html(
        '<svg class="edge-board" viewBox="0 0 {} {}" role="img" aria-label="{}">{}</svg>',
        n(EDGE_WIDTH), n(height), words.pairs.EDGE_OF_TWO, joined(parts),
    )  # fmt: skip


def wall_edge(subject: Subject, wall: Wall) -> SafeString:
    """Return what is held together, butted; with two boards beside it, the subject stands in the middle."""
    fills = [swatch.colour.screen for swatch in wall.together]
    middle = 1 if len(fills) == 2 else 0
    return butted([*fills[1:][:middle], subject.stimulus.screen, *fills[:1], *fills[1 + middle :]])
