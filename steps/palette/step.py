"""Palette as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.palette import views
from steps.palette.page import PalettePage
from steps.palette.parts.schemes import SchemesPart
from steps.palette.proportions import SURFACES
from steps.palette.schemes import LOCKABLE, Schemes
from steps.palette.wishing import ASKED


class PaletteStep(Step):
    """What goes with the colour, how much of each, and where."""

    key, label = "palette", "Palette"
    template = "steps/palette/page.html"
    keeps = (
        "show", "character", "decks", "ref", "without", *LOCKABLE, "of", "split", "limit", "stone",
        *(f"on-{surface}" for surface in SURFACES), *ASKED,
    )  # fmt: skip
    actions = {"keep": views.keep, "aside": views.aside}
    unknown = words.palette.NO_PALETTE

    def finding(self, context: ReviewContext) -> str:
        """Return the scheme that was kept last, else the safe one."""
        at = Schemes(context, {})
        shown = context.review.names_shown
        if at.kept:
            accent = next((place.colour.name for place in at.kept[0].places.all() if place.place == "accent"), "")
            return words.palette.scheme_short(at.kept[0].character, accent if shown else "", kept=True)
        accent_place = at.scheme.at("accent") if at.scheme else None
        if accent_place is None:
            return ""
        (swatch,) = at.held([accent_place.row])
        return words.palette.scheme_short(at.character, swatch.name if shown else "", kept=False)

    def page(self, visit: StepRequest) -> PalettePage:
        return PalettePage(visit)

    def wall(self, page: PalettePage) -> str:
        """Hang what the part that is shown wants, else the comparison set."""
        return page.part.wall or super().wall(page)

    def ladder(self, page: PalettePage) -> SafeString | None:
        return page.part.ladder if isinstance(page.part, SchemesPart) and page.part.lines else None
