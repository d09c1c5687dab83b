"""Company as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from reviews.steps.base import Step, StepRequest
from reviews.steps.palette import views
from reviews.steps.palette.page import CompanyPage
from reviews.steps.palette.parts.schemes import SchemesPart
from reviews.steps.palette.proportions import SURFACES
from reviews.steps.palette.schemes import LOCKABLE, Schemes


class PaletteStep(Step):
    """What goes with the colour, how much of each, and where."""

    key, label = "palette", "Palette"
    template = "reviews/palette/page.html"
    keeps = (
        "show", "character", "decks", "ref", "without", *LOCKABLE, "of", "split", *(f"on-{one}" for one in SURFACES),
        "limit", "stone",
    )  # fmt: skip
    actions = {"keep": views.keep, "aside": views.aside}
    unknown = words.NO_COMPANY

    def finding(self, context: ReviewContext) -> str:
        """Return the scheme that was kept last, else the safe one."""
        at = Schemes(context, {})
        shown = context.review.names_shown
        if at.kept:
            accent = next((one.colour.name for one in at.kept[0].places.all() if one.place == "accent"), "")
            return words.scheme_short(at.kept[0].character, accent if shown else "", kept=True)
        accent_place = at.scheme.at("accent") if at.scheme else None
        if accent_place is None:
            return ""
        (held,) = at.held([accent_place.row])
        return words.scheme_short(at.character, held.name if shown else "", kept=False)

    def page(self, visit: StepRequest) -> CompanyPage:
        """Return the page."""
        return CompanyPage(visit)

    def wall(self, page: CompanyPage) -> str:
        """Hang what the part that is shown wants, else the comparison set."""
        return page.part.wall or super().wall(page)

    def ladder(self, page: CompanyPage) -> SafeString | None:
        """Show how deep the colours of the scheme are."""
        return page.part.ladder if isinstance(page.part, SchemesPart) and page.part.lines else None
