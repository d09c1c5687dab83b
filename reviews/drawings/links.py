"""Where marks on drawings lead."""

from __future__ import annotations

from reviews.context import SwatchView


def link_to(held: SwatchView) -> str:
    return f"?beside={held.colour.pk}"
