"""Drawings of a document alone."""

from __future__ import annotations

from collections.abc import Sequence

from django.utils.html import format_html
from django.utils.safestring import SafeString, mark_safe

from prism.stimulus import from_hex

WIDTH, HEIGHT = 1_000.0, 310.0
LEAST = 0.09
"""Share of the width that a colour has at least, so that its name can stand on it."""
LETTER = 9.0
"""Width of a letter of a word."""
DARK = 25.0
"""LRV below which words on a colour are white."""


def proportions(parts: Sequence[tuple[str, str, float]]) -> SafeString:
    """Return colours as one field, each as wide as its share, with its word at its foot: `#RRGGBB`, word, area."""
    total = sum(area for _, _, area in parts) or 1.0
    shares = [max(area / total, LEAST) for _, _, area in parts]
    whole, left, drawn = sum(shares), 0.0, []
    for (screen, word, _), share in zip(parts, shares, strict=True):
        width = WIDTH * share / whole
        ink = "#ffffff" if from_hex(screen).lrv < DARK else "#161616"
        # a word that is wider than its colour stands upright in it
        upright = LETTER * len(word) > width - 28
        x, y = left + (24 if upright else 14), HEIGHT - 16
        turned = format_html(' transform="rotate(-90 {} {})"', f"{x:.1f}", y) if upright else ""
        drawn.append(
            format_html(
                '<rect x="{}" y="0" width="{}" height="{}" fill="{}"/>'
                '<text x="{}" y="{}"{} font-size="17" font-family="Plex, Plex Sans, sans-serif" fill="{}">{}</text>',
                f"{left:.1f}", f"{width + 0.5:.1f}", HEIGHT, screen, f"{x:.1f}", y, turned, ink, word,
            )
        )  # fmt: skip
        left += width
    return format_html(
        '<svg class="field" viewBox="0 0 {} {}" role="img" aria-label="{}">{}</svg>',
        WIDTH, HEIGHT, ", ".join(word for _, word, _ in parts), mark_safe("".join(drawn)),
    )  # fmt: skip
