"""How much a person is shown: chosen at the head of any page, kept, and followed by what is there."""

from django.urls import reverse

from people.queries import membership
from reviews.context.tests.wall import Wall


class Detail(Wall):
    def choose(self, detail):
        here = reverse("review-step", args=[self.review.pk, "whites"])
        headers = {"Referer": f"http://testserver{here}"}
        self.assertRedirects(self.client.post(reverse("detail"), {"detail": detail}, headers=headers), here)
        return self.client.get(here)

    def test_it_is_kept_and_the_page_comes_back(self):
        page = self.choose("plain")
        self.assertContains(page, 'data-detail="plain"')
        self.assertEqual(membership(type(self.isla).objects.get(pk=self.isla.pk)).detail, "plain")
        self.assertNotContains(page, 'data-fold="whites-figures" open')

    def test_in_the_laboratory_figures_are_open(self):
        self.assertContains(self.choose("laboratory"), 'data-fold="whites-figures" open')

    def test_the_laboratory_tells_nothing_that_is_withheld(self):
        self.choose("laboratory")
        self.assertContains(self.get("compare"), " · ΔE00")
        self.post("wall", surround="pale", names_shown="on", withhold="on")
        self.assertNotContains(self.get("compare"), " · ΔE00")

    def test_nonsense_changes_nothing_and_nobody_is_led_elsewhere(self):
        answer = self.client.post(
            reverse("detail"), {"detail": "cows"}, headers={"Referer": "https://elsewhere.example/"}
        )
        self.assertRedirects(answer, reverse("home"))
        self.assertEqual(membership(type(self.isla).objects.get(pk=self.isla.pk)).detail, "usual")
