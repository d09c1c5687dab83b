"""Ways that save acts: see docs/tasks.md; the browser counts them, these say what they do at their edges."""

from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from decks.models import Import
from decks.tests import world
from documents.models import Shared
from instruments.models import Session
from jobs import services as job_services
from jobs.models import Job
from jobs.tests.test_jobs import SHEET
from prism import words
from reviews import services as review_services
from reviews.models import Review
from steps import services as step_services


class Shortcuts(world.Studio):
    def setUp(self):
        super().setUp()
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay"})
        self.client.post(reverse("job-room-new", args=[self.job.pk]), SHEET)
        self.room = self.job.rooms.get()

    def begin(self, named):
        return self.client.post(reverse("review-start"), {"named": named, "room": self.room.pk})

    def test_a_review_begins_in_its_room_by_a_code(self):
        review = Review.objects.get(pk=int(self.begin("T05.4").url.split("/reviews/")[1].split("/")[0]))
        self.assertEqual((review.room, review.colour.code), (self.room, "T05.4"))

    def test_what_names_no_one_colour_is_looked_for_and_still_ends_in_the_room(self):
        answer = self.begin("tide")
        self.assertFalse(Review.objects.exists())
        page = self.client.get(answer.url)
        self.assertContains(page, "into the room you came from")
        self.assertRegex(page.content.decode(), rf'<input type="hidden" name="room"\s+value="{self.room.pk}">')
        self.assertEqual(self.client.get(self.begin("no such thing").url).status_code, 200)

    def test_nobody_begins_in_somebody_else_s_room(self):
        self.client.force_login(self.rory)
        self.assertEqual(self.begin("T05.4").status_code, 404)
        self.assertFalse(Review.objects.exists())

    def test_tile_and_three_readings_at_once(self):
        thing = self.client.get(reverse("reader")).context["form"]["thing"].field.choices[0][0]
        sent = {"thing": thing, "aperture": "8", "specular": "included", "at-once": "1"}
        page = self.client.post(reverse("reader"), sent, follow=True)
        session = Session.objects.get()
        self.assertEqual((session.shots.count(), session.calibrated is not None), (3, True))
        self.assertContains(page, "Save and review")

    def test_a_link_of_one_review_for_the_usual_days(self):
        review = step_services.start(self.isla, world.colour())
        review_services.move(review, self.room)
        self.client.post(reverse("job-share", args=[self.job.pk]), {"reviews": review.pk})
        link = Shared.objects.get()
        self.assertEqual(
            (round((link.expires - link.made).total_seconds() / 86_400), list(link.reviews.all())), (30, [review])
        )

    def test_a_deck_is_named_by_its_file(self):
        upload = SimpleUploadedFile("tide-tables_2026.csv", b"code,name,hex\nA1,Fog,#808080\n")
        self.client.post(reverse("deck-import"), {"file": upload})
        self.assertEqual(Import.objects.get().deck_name, "Tide tables 2026")
        for name, deck in ((".csv", "A deck"), ("a" * 200 + ".csv", "A" + "a" * 79), ("x\x07y.csv", "Xy")):
            self.assertEqual(words.files.deck_named_by(name), deck)
