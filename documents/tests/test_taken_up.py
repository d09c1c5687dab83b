"""A document's JSON: it keeps to its published schema, and a review that is made of it gives the same again."""

import json

import jsonschema
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from decks.services import keep_own
from documents import services as document_services
from documents.document import Document
from methods import services as method_services
from prism import words
from prism.stimulus import from_lab
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps.verdict import services as verdict_services
from tinting.tests import world


class TakenUp(Wall):
    def setUp(self):
        super().setUp()
        services.judge_by(self.review, "even", "painted", (0.4, -0.2))
        services.shortlist(self.review, world.colour("T05.4"))
        services.shortlist(self.review, keep_own(self.isla, "Old shutter", from_lab((52.0, -3.0, 4.0))))
        verdict_services.write(self.review, {"verdict": "It keeps its blue.", "notes": "The client is difficult."})
        document_services.write(self.isla, self.review, "is", "My own words.", "Computed words.")
        document_services.leave_out(self.review, "place", True)

    def held(self, review=None):
        page = self.client.get(reverse("review-document-json", args=[(review or self.review).pk]))
        return json.loads(page.content)

    def send(self, held):
        content = json.dumps(held).encode()
        return self.client.post(reverse("job-bring-in"), {"file": SimpleUploadedFile("review.json", content)})

    def test_what_goes_out_keeps_to_the_published_schema(self):
        self.client.logout()
        schema = json.loads(self.client.get(reverse("document-schema")).content)
        jsonschema.Draft202012Validator.check_schema(schema)
        self.client.force_login(self.isla)
        held = self.held()
        jsonschema.validate(held, schema)
        self.assertNotIn("difficult", json.dumps(held))

    def test_brought_in_it_gives_the_same_document(self):
        held = self.held()
        answer = self.send(held)
        made = Review.objects.exclude(pk=self.review.pk).get()
        self.assertRedirects(answer, reverse("review-document", args=[made.pk]))
        self.assertEqual(self.held(made), held)
        self.assertEqual((made.verdict, made.notes), ("It keeps its blue.", ""))

    def test_into_another_studio_with_a_method_of_ones_own(self):
        own = method_services.copy(self.isla, "even")
        services.judge_by(self.review, own.key, "painted", (0.0, 0.0))
        held = self.held()
        self.client.force_login(User.objects.create_user("rhona"))
        self.send(held)
        made = Review.objects.exclude(pk=self.review.pk).get()
        self.assertEqual(made.method_in_force.title, self.review.method_in_force.title)
        self.assertEqual(Document(made).table()["sections"][0], held["sections"][0])

    def test_a_document_of_the_first_version_comes_back_as_an_own_colour(self):
        held = self.held() | {"version": 1}
        del held["review"]
        self.send(held)
        made = Review.objects.exclude(pk=self.review.pk).get()
        self.assertEqual((made.colour.owner, made.document_edits.get().text), (self.isla, "My own words."))

    def test_what_cannot_be_is_named_by_its_place(self):
        held = self.held()
        cases = {
            words.archives.DOCUMENT_NEWER: held | {"version": 3},
            "sections › 0 › lines": held | {"sections": [held["sections"][0] | {"lines": "one"}]},
            "In review › school": held | {"review": held["review"] | {"school": "own-999"}},
            "In review › edits": held | {"review": held["review"] | {"edits": [{"section": "is"}]}},
            "review › colour": held | {"review": held["review"] | {"colour": {"name": "x"}}},
        }
        for said, wrong in cases.items():
            with self.subTest(said):
                self.assertContains(self.send(wrong), said, status_code=422)
        self.assertEqual(Review.objects.count(), 1)
