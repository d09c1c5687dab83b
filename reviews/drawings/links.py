"""Where marks on drawings lead."""

from __future__ import annotations

from reviews.context import SwatchView


def link_to(swatch: SwatchView) -> str:
    return f"?beside={swatch.colour.pk}"
