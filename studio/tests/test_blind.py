"""While names are hidden no step gives one away: not in its title, findings, roles or alternative texts."""

import re

from django.urls import reverse

from reviews import services
from reviews.context.tests.wall import Wall
from steps import registry as steps
from studio import demo_station as station
from tinting.tests import world

HIDDEN = re.compile(r'<(\w+)[^>]*class="[^"]*\bname\b[^"]*"[^>]*>.*?</\1>', re.DOTALL)
"""What is written but not shown, nor read aloud, while names are hidden."""


class Blind(Wall):
    def test_no_step_names_the_colour_or_its_boards(self):
        services.move(self.review, station.enter(self.isla)["Library"])
        services.shortlist(self.review, world.colour("T05.4"))
        named = [self.review.colour, *(held.colour for held in self.context().set.comparison_colours)]
        services.go_blind(self.review)
        for step in steps.ALL:
            page = self.client.get(reverse("review-step", args=[self.review.pk, step.key])).content.decode()
            shown = HIDDEN.sub("", page)
            for colour in named:
                with self.subTest(step=step.key, colour=colour.name):
                    self.assertNotIn(colour.name, shown)
                    self.assertIsNone(re.search(rf"\b{re.escape(colour.code)}\b", shown))

    def test_withheld_says_nothing_about_no_boards(self):
        services.arrange_wall(self.review, withhold=True)
        page = self.client.get(reverse("review-step", args=[self.review.pk, "compare"]))
        self.assertNotContains(page, "0 of the 0")
        self.assertNotContains(page, "no boards")
