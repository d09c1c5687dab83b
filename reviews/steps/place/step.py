"""Place as a step."""

from __future__ import annotations

from prism import words
from reviews.bench import Bench
from reviews.steps.base import Step, Visit
from reviews.steps.place import views
from reviews.steps.place.page import PlacePage
from reviews.steps.place.reads import Placing


class Place(Step):
    """Where the colour stands among its alternatives."""

    key, label = "place", "Place"
    template = "reviews/place/page.html"
    keeps = ("show", "ask")
    acts = {"shortlist": views.shortlist}

    def finding(self, bench: Bench) -> str:
        """Return the narrowest bracket."""
        return words.place_short(*Placing(bench).tightest)

    def page(self, visit: Visit) -> PlacePage:
        """Return the page."""
        return PlacePage(visit)
