"""Addresses and files that know a step by its name of before still lead there."""

from django.urls import reverse

from reviews.context.tests.wall import Wall
from steps import registry as steps


class FormerNames(Wall):
    def test_an_old_address_leads_to_the_step_of_today_with_what_was_asked(self):
        for former, today in steps.FORMER.items():
            answer = self.client.get(f"/reviews/{self.review.pk}/{former}/", {"show": "x"})
            self.assertEqual(answer.status_code, 308)
            self.assertEqual(answer.url, reverse("review-step", args=[self.review.pk, today]) + "?show=x")

    def test_what_is_sent_to_an_old_address_is_sent_on(self):
        answer = self.client.post(f"/reviews/{self.review.pk}/place/shortlist/", {"colour": self.review.colour_id})
        self.assertEqual(answer.status_code, 308)
        self.assertTrue(answer.url.endswith("/alternatives/shortlist/"))

    def test_a_review_that_was_left_at_a_step_of_before_opens_there(self):
        self.review.step = "company"
        self.review.save(update_fields=["step"])
        answer = self.client.get(self.review.get_absolute_url())
        self.assertTrue(answer.url.endswith("/palette/"))
