"""Sentences of a document that the figures in hand speak against."""

from django.urls import reverse

from documents import services
from documents.document import Document
from documents.evidence import sunny
from jobs import queries as job_queries
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from studio import demo_job
from studio import demo_station as station
from viewings import services as viewing_services
from viewings.services import Decided


class Conflicts(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        review_services.move(self.review, self.rooms["Library"])

    def decide(self, reason):
        wanted = Decided(self.review.colour, reason, "matte")
        viewing_services.decide(self.isla, self.review, wanted)

    def found(self, text):
        services.write(self.isla, self.review, "verdict", text, "")
        made = Document(Review.objects.get(pk=self.review.pk))
        return [(given.section.key, quote, known) for given, quote, known in made.conflicts]

    def test_figures_of_colour_room_and_plan_are_held_against_what_is_written(self):
        for text, known in (
            ("It has a yellow undertone.", "Pintle Blotter has a blue undertone."),
            ("It has LRV 60.", "Pintle Blotter has LRV "),
            ("Pintle Blotter from Thole & Tern is right.", "Pintle Blotter is by Haaf Colourmen."),
            ("Pintle Blotter H06.3 is the one.", "The code of Pintle Blotter is H16.3."),
            ("It goes well with the chimney.", "By its figures Pintle Blotter clashes with the glazed-brick chimney."),
            ("We looked at it on the wall.", "Nobody has looked at a sample on the wall yet."),
            ("Pintle Blotter is decided.", "No colour is decided yet."),
            ("It is lighter than Vellum Bearing.", "Pintle Blotter is darker beside Vellum Bearing."),
        ):
            with self.subTest(text):
                ((key, quote, said),) = self.found(text)
                self.assertEqual((key, quote), ("verdict", text))
                self.assertTrue(said.startswith(known), said)

    def test_the_page_lists_them_beside_the_editor_before_anything_goes_out(self):
        self.found("It has a yellow undertone.")
        self.assert_on_page("document", "Before you send it: one sentence speaks against the figures.")
        self.assert_on_page("document", "You write “It has a yellow undertone.” Pintle Blotter has a blue undertone.")
        services.leave_out(self.review, "verdict", True)
        self.assertFalse("Before you send it" in self.text_of("document"))

    def test_they_are_said_where_a_link_is_about_to_be_made(self):
        self.found("It has a yellow undertone.")
        asked = reverse("review-conflicts", args=[self.review.pk])
        self.assertContains(self.client.get(asked), "one sentence speaks against the figures")
        share = self.client.get(reverse("job-share", args=[self.rooms["Library"].job_id]))
        self.assertContains(share, asked)
        services.leave_out(self.review, "verdict", True)
        self.assertEqual(self.client.get(asked).content.decode().strip(), "")
        services.leave_out(self.review, "verdict", False)
        services.give_back(self.review, "verdict")
        self.assertEqual(self.client.get(asked).content.decode().strip(), "")
        services.write(self.isla, self.review, "slide-colour", "It has a yellow undertone.", "")
        self.assertEqual(self.client.get(asked).content.decode().strip(), "")  # the link gives no slide
        self.decide("It has a yellow undertone.")
        self.assertContains(self.client.get(asked), "one sentence speaks against the figures")
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(asked).status_code, 404)

    def test_they_are_said_below_the_words_while_they_are_written(self):
        asked = reverse("review-sentences", args=[self.review.pk])
        for field in ("verdict", "reason"):
            answer = self.client.post(asked, {field: "It has a yellow undertone. It is off-white."})
            self.assertContains(answer, "It has a yellow undertone.”")
            self.assertContains(answer, "Pintle Blotter has a blue undertone.")
            self.assertNotContains(answer, "It is off-white")
        self.assertEqual(self.client.post(asked, {"verdict": "It has a blue undertone."}).content.strip(), b"")
        self.assertEqual(self.client.post(asked, {"verdict": " "}).content, b"")
        self.review.refresh_from_db()
        self.assertEqual(self.review.verdict, "")
        for step in ("verdict", "samples"):
            show = {"show": "decide"} if step == "samples" else {}
            page = self.client.get(reverse("review-step", args=[self.review.pk, step]), show)
            self.assertContains(page, asked)

    def test_they_give_nothing_away_while_names_are_hidden(self):
        asked = reverse("review-sentences", args=[self.review.pk])
        review_services.go_blind(self.review)
        answer = self.client.post(asked, {"verdict": "It has a yellow undertone."})
        self.assertEqual(answer.content, b"")

    def text_of(self, name):
        page = self.client.get(reverse(f"review-{name}", args=[self.review.pk]))
        return " ".join(page.content.decode().replace("&#x27;", "'").split())

    def assert_on_page(self, name, text):
        self.assertTrue(text in self.text_of(name), text)

    def test_sun_falls_in_where_windows_let_it(self):
        north = job_queries.lit_room(self.rooms["North writers’ room"])
        west = job_queries.lit_room(self.rooms["Library"])
        self.assertNotIn("midday", sunny(north))
        self.assertIn("evening", sunny(west))
        self.assertNotIn("morning", sunny(west))


class Clean(Wall):
    def test_documents_of_the_demo_raise_none(self):
        demo_job.enter(self.isla)
        for review in Review.objects.filter(owner=self.isla, deleted=None).exclude(pk=self.review.pk):
            with self.subTest(str(review)):
                made = Document(review)
                self.assertEqual([] if made.waits else [(q, known) for _, q, known in made.conflicts], [])
