"""Light as a step."""

from __future__ import annotations

from django.utils.safestring import SafeString

from prism import words
from reviews.context import ReviewContext
from steps.base import Step, StepRequest
from steps.light import views
from steps.light.page import LightPage
from steps.light.reads import Light


class LightStep(Step):
    """The colour in its room, by the hour."""

    key, label = "light", "Light"
    template = "steps/light/page.html"
    keeps = ("show", "frames", "when", "sky", "wall", "hour", "half", "why")
    unknown = words.light.NOT_SEEN
    actions = {"strength": views.strength}

    def finding(self, context: ReviewContext) -> str:
        """Return what the room does to the colour where it lies farthest from its board."""
        day = Light(context, {}).equinox_at()
        if day is None:
            return ""
        if day.extremes is None:
            return words.light.NEVER_LIT
        worst = day.extremes[1]
        there = Light(context, {}).equinox_at(worst.wall, words.light.sky_of(worst.cloud))
        assert there is not None
        return words.light.light_finding(there.reading_at(worst.moment), there.own, worst.hour, worst.wall)

    def page(self, visit: StepRequest) -> LightPage:
        return LightPage(visit)

    def wall(self, page: LightPage) -> str:
        """Hang the board beside the wall as it is lit, where there is a room."""
        return "steps/light/wall.html" if page.shown else super().wall(page)

    def ladder(self, page: LightPage) -> SafeString | None:
        return page.shown.plan if page.shown else None
