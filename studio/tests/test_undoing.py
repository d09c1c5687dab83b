"""Undo: what was put aside is named, offered at once and for the session, and off the list when it is back."""

from django.contrib.auth.models import User
from django.urls import reverse

from methods import services as method_services
from prism import words
from reviews import services
from reviews.context.tests.wall import Wall
from steps import services as step_services
from studio import demo_station as station
from viewings import services as viewing_services
from web import undo


class Undoing(Wall):
    def delete(self, name, pk):
        return self.client.post(reverse(name, args=[pk]), follow=True)

    def listed(self):
        return [one["said"] for one in self.client.session.get(undo.KEY, [])]

    def test_it_is_named_offered_and_kept_for_the_session(self):
        room = station.enter(self.isla)["Library"]
        services.move(self.review, room)
        page = self.delete("review-delete", self.review.pk)
        said = f"The review of {self.review.colour.name} in Library was deleted."
        self.assertContains(page, said)
        method = method_services.copy(self.isla, "even")
        self.delete("method-delete", method.pk)
        self.assertEqual(len(self.listed()), 2)
        page = self.client.get(reverse("people"))  # anywhere, later
        self.assertContains(page, said)
        page = self.client.post(reverse("review-restore", args=[self.review.pk]), follow=True)
        self.assertContains(page, "Undone: the review of")
        self.assertEqual(self.listed(), [words.undo.put_aside_text(f"“{method}”", words.undo.REVIEWS_KEEP)])

    def test_a_viewing_is_taken_out_and_back_by_one_address(self):
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        self.delete("viewing-aside", one.pk)
        self.assertEqual(len(self.listed()), 1)
        self.client.post(reverse("viewing-aside", args=[one.pk]), {"back": "1"})
        self.assertEqual(self.listed(), [])

    def test_the_list_is_short_and_ones_own(self):
        for _ in range(undo.MOST + 3):
            self.delete("review-delete", step_services.start(self.isla, self.review.colour).pk)
        self.assertEqual(len(self.listed()), undo.MOST)
        self.client.logout()
        self.client.force_login(User.objects.create_user("kit"))
        self.assertEqual(self.listed(), [])

    def test_a_hidden_name_is_not_told(self):
        services.go_blind(self.review)
        self.assertNotContains(self.delete("review-delete", self.review.pk), self.review.colour.name)
