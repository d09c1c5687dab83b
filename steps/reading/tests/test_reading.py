"""Read: what a colour is by itself, and the two families it stands between."""

from django.urls import reverse

from prism import words
from steps import services as step_services
from tinting.tests import world


class Reading(world.Studio):
    def page(self, code):
        review = step_services.start(self.isla, world.colour(code))
        return self.client.get(reverse("review-step", args=[review.pk, "reading"]), headers={"HX-Request": "true"})

    def test_a_colour_on_an_edge_says_which_boards_tip_it(self):
        codes = ("T06.3", "H16.7", "H13.2", "T12.5", "H05.3")
        told = [page for page in map(self.page, codes) if page.context["page"].edge]
        self.assertTrue(told)
        for page in told:
            self.assertContains(page, "This colour lies between")
            for held in page.context["page"].tipping:
                self.assertContains(page, f"?beside={held.colour.pk}")
                self.assertIn(held.name, page.context["page"].edge)

    def test_what_is_unsure_is_drawn(self):
        page = self.page("H16.3")
        self.assertContains(page, 'class="doubt"')
        self.assertContains(page, 'class="doubt-bar"')
        self.assertContains(page, words.pairs.WITHIN)
