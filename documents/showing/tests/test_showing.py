"""The showing of a review: its slides, their order and words, and what stays hidden."""

import re

from django.urls import reverse

from documents import services
from documents.document import Document
from documents.models import SLIDE
from documents.showing.slides import Showing
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from studio import demo_station as station


class Showings(Wall):
    def setUp(self):
        super().setUp()
        rooms = station.enter(self.isla)
        review_services.move(self.review, rooms["Library"])

    def showing(self):
        return Showing(Review.objects.get(pk=self.review.pk))

    def act(self, key, **data):
        return self.client.post(reverse("review-showing-edit", args=[self.review.pk, key]), data)

    def titles(self):
        return [one.slide.title for one in self.showing().slides]

    def test_one_idea_a_slide_from_the_colour_alone_to_the_answer(self):
        titles = self.titles()
        self.assertEqual(titles[:2], ["The colour alone", "Beside clean white"])
        self.assertEqual(titles[-1], "The answer")
        self.assertEqual(titles.count("In the room"), 3)
        self.assertTrue(1 <= titles.count("Nearly the same") <= 4)
        said = [one.sentence for one in self.showing().slides]
        self.assertEqual(said[1], "Beside a clean white it shows its blue.")
        self.assertTrue(all(len(sentence.split()) <= 40 for sentence in said))

    def test_its_own_undertone_is_told_first_by_what_is_nearly_the_same(self):
        near = [one for one in self.showing().slides if one.slide.title == "Nearly the same"]
        guide = {held.colour.screen: held.delta_e for held in self.context().set.guide}
        self.assertTrue(all(one.slide.swatches[1].screen in guide for one in near))
        watched = [one.sentence.startswith("Watch its blue:") for one in near]
        self.assertEqual(watched, sorted(watched, reverse=True))

    def test_no_name_is_seen_until_somebody_asks(self):
        page = self.client.get(reverse("review-showing", args=[self.review.pk])).content.decode()
        body = page.split('<main id="slides"')[1]
        before_answer = body.split(f'id="{SLIDE}answer"')[0]
        shown = re.sub(r'<p class="flex[^>]*names-off:invisible[^>]*>.*?</p>', "", before_answer, flags=re.DOTALL)
        shown = re.sub(r"<h1.*?</h1>|alt=\"[^\"]*\"", "", shown, flags=re.DOTALL)
        for one in self.showing().slides[:-1]:
            for swatch in one.slide.swatches:
                self.assertFalse(swatch.name in shown, swatch.name)
        self.assertIn('<body class="names-off', page)

    def test_sentences_are_written_slides_moved_and_left_out_without_touching_the_document(self):
        before = [(one.section.key, one.lines) for one in Document(self.review).every]
        self.act("slide-clean", text="Look at its blue.")
        self.assertIn("Look at its blue.", [one.sentence for one in self.showing().slides])
        self.act("slide-clean", act="back")
        self.assertNotIn("Look at its blue.", [one.sentence for one in self.showing().slides])
        self.act("slide-answer", act="up")
        self.assertEqual(self.titles()[-2], "The answer")
        self.act("slide-colour", act="out")
        self.assertEqual(self.titles()[0], "Beside clean white")
        self.assertIn("1 left out", self.showing().sentence)
        after = [(one.section.key, one.lines) for one in Document(Review.objects.get(pk=self.review.pk)).every]
        self.assertEqual(after, before)

    def test_two_at_once_and_what_is_no_slide(self):
        seen = self.showing().slide("slide-clean").version
        self.act("slide-clean", text="First.", seen=seen)
        answer = self.act("slide-clean", text="Second.", seen=seen)
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(self.act("slide-nothing", text="x").status_code, 404)
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(reverse("review-showing", args=[self.review.pk])).status_code, 404)
        self.assertEqual(self.act("slide-clean", act="out").status_code, 404)

    def test_notes_carry_the_figures_and_a_withheld_review_shows_nothing(self):
        notes = self.client.get(reverse("review-showing-notes", args=[self.review.pk])).content.decode()
        self.assertRegex(notes, r"ΔE00 \d+\.\d")
        self.review.withhold = True
        self.review.save()
        page = self.client.get(reverse("review-showing", args=[self.review.pk])).content.decode()
        self.assertNotIn("data-slide", page)

    def test_without_a_room_it_is_shorter(self):
        review_services.move(self.review, None)
        self.assertNotIn("In the room", self.titles())
        services.leave_out(self.review, "slide-answer", True)
        self.assertNotIn("The answer", self.titles())
