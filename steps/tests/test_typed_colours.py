"""A colour typed by its value wherever a colour can be named."""

from django.urls import reverse

from decks.models import Colour
from jobs.models import WhiteRule
from reviews.context.tests.wall import Wall
from reviews.models import Review
from studio import demo_station as station


class TypedColours(Wall):
    def kept(self):
        return Colour.objects.filter(owner=self.isla, name="#BFB8A5")

    def test_found_with_its_closest_and_reviewed_in_one_act(self):
        for text in ("#BFB8A5", "191 184 165", "rgb(191, 184, 165)"):
            answer = self.client.get(reverse("find"), {"q": text})
            self.assertContains(answer, "Review this colour")
            self.assertContains(answer, "Closest in the decks")
        self.assertFalse(self.kept().exists())  # looking keeps nothing
        self.client.post(reverse("review-start"), {"named": "191 184 165"})
        self.assertEqual(Review.objects.latest("pk").colour, self.kept().get())
        self.client.post(reverse("review-start"), {"named": "#bfb8a5"})
        self.assertEqual(self.kept().count(), 1)

    def test_held_beside_a_review(self):
        answer = self.client.get(reverse("find"), {"q": "#BFB8A5", "beside_of": self.review.pk})
        self.assertContains(answer, "Compare<")
        asked = {"named": "#BFB8A5", "beside_of": self.review.pk}
        page = self.client.post(reverse("review-start"), asked, follow=True)
        self.assertContains(page, "#BFB8A5")
        self.assertEqual(Review.objects.get(pk=self.review.pk).beside, self.kept().get())

    def test_in_fields_that_only_look(self):
        for step, asked in (
            ("whites", {"with": "#F4EFE2, Lab 92.1 -0.4 3.2"}),
            ("palette", {"character": "reference", "ref": "191, 184, 165"}),
            ("strength", {"like": "#8A8577"}),
            ("alternatives", {"wish": "lighter than #8A8577"}),
        ):
            with self.subTest(step):
                answer = self.client.get(reverse("review-step", args=[self.review.pk, step]), asked)
                self.assertEqual(answer.status_code, 200)
                self.assertNotContains(answer, "is not a colour")
        self.assertFalse(self.kept().exists())

    def test_as_a_homes_white_and_as_an_own_colour(self):
        job = station.enter(self.isla)["Library"].job
        asked = {"white": "#F4EFE2", "kind": "pin", "reason": "it is there"}
        self.client.post(reverse("job-white", args=[job.pk]), asked)
        self.assertEqual(WhiteRule.objects.latest("pk").colour.screen, "#F4EFE2")
        self.client.post(reverse("own-colour", args=["hex"]), {"name": "Mrs Tarn’s", "hex": "191 184 165"})
        self.assertEqual(Colour.objects.get(name="Mrs Tarn’s").screen, "#BFB8A5")

    def test_what_is_no_colour_is_refused_as_before(self):
        answer = self.client.post(reverse("own-colour", args=["hex"]), {"name": "x", "hex": "300 1 2"})
        self.assertEqual(answer.status_code, 422)
