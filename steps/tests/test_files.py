"""Files taken back while reviews stand on their colours."""

from django.urls import reverse

from decks import files
from decks.models import Colour
from decks.tests.test_files import GOOD, Files
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from reviews.models import Shortlisted
from steps import services as step_services


class TakenBack(Files):
    def test_undo_keeps_what_a_review_uses(self):
        done = self.bring(GOOD)
        step_services.start(self.isla, Colour.objects.get(code="A2"))
        page = self.client.post(reverse("deck-undo", args=[done.pk]), follow=True)
        self.assertContains(page, "One colour stayed, because a review uses it")
        self.assertEqual(self.codes(), ["A2"])

    def test_a_review_made_meanwhile_keeps_the_value_that_was_taken_back(self):
        self.bring(GOOD)
        second = self.bring(GOOD.replace("Fog Bell,80", "Fog Bell,82"))
        review = step_services.start(self.isla, Colour.objects.get(code="A1"))
        self.client.post(reverse("deck-undo", args=[second.pk]))
        self.assertEqual(Colour.objects.get(code="A1").lab_l, 80)
        self.assertEqual(type(review).objects.get(pk=review.pk).value.lab_l, 82)


class Listed(Wall):
    def test_colours_of_the_record_survive_the_undo_of_their_file(self):
        waiting = files.start(self.isla, "Own", "d.csv", b"code,name,L*,a*,b*\nA1,Fog,88,-2,1\nA2,Haar,88,-2,2\n")
        done = files.apply(waiting)
        review_services.shortlist(self.review, Colour.objects.get(code="A1"))
        left = files.undo(done)
        self.assertEqual(left.used, 1)
        self.assertEqual(Shortlisted.objects.get().colour.name, "Fog")
