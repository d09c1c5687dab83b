"""Bookmarks from when methods were called schools."""

from django.contrib.auth.models import User
from django.test import TestCase

from methods import services


class FormerAddresses(TestCase):
    def setUp(self):
        self.ilka = User.objects.create_user("ilka")
        self.own = services.copy(self.ilka, "even")

    def test_both_lead_to_the_method(self):
        self.client.force_login(self.ilka)
        self.assertRedirects(self.client.get("/schools/"), "/methods/", 301)
        self.assertRedirects(self.client.get(f"/schools/{self.own.pk}/"), f"/methods/{self.own.pk}/", 301)

    def test_strangers_are_told_nothing(self):
        self.client.force_login(User.objects.create_user("stranger"))
        self.assertEqual(self.client.get(f"/schools/{self.own.pk}/").status_code, 404)

    def test_what_was_sent_there_is_refused_and_not_lost_on_the_way(self):
        self.client.force_login(self.ilka)
        self.assertEqual(self.client.post(f"/schools/{self.own.pk}/", {"title": "X"}).status_code, 405)
