"""Where marks on drawings lead."""

from __future__ import annotations

from reviews.context import SwatchView


def link_to(held: SwatchView) -> str:
    """Return the address that holds a board beside the subject."""
    return f"?beside={held.colour.pk}"
