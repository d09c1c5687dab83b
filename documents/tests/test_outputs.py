"""What is edited is the same on the screen, as a file, as a PDF, as data, and behind the client's link."""

import io
import random
import re

import pypdf
from django.urls import reverse
from django.utils.html import strip_tags

from documents.document import Document
from documents.sharing import services as sharing_services
from reviews import services
from reviews.context.tests.wall import Wall
from studio import demo_station as station

EDITS = 50


class Outputs(Wall):
    def setUp(self):
        super().setUp()
        self.room = station.enter(self.isla)["Library"]
        services.move(self.review, self.room)
        self.link = sharing_services.share(self.isla, self.room.job, [self.review], 30)
        self.chance = random.Random(32)
        self.sections = [one.section.key for one in Document(self.review).every if one.section.page == "first"]

    def get(self, name, *args, **query):
        return self.client.get(reverse(name, args=args or [self.review.pk]), query)

    def edit(self, number):
        """Move a section of the client's pages, leave one out or take one up, write one, or give one back."""
        section = self.chance.choice(self.sections)
        act = self.chance.choice(("up", "down", "out", "in", "write", "write", "write", "back"))
        sent = {"act": act}
        if act == "write":
            lines = [f"Words {number}{letter} of ours." for letter in "abcdef"[: self.chance.randint(1, 6)]]
            sent |= {"text": "\n".join(lines)}
        address = reverse("review-document-edit", args=[self.review.pk, section])
        self.assertEqual(self.client.post(address, sent).status_code, 302, sent)

    def marks(self, text):
        """Return what was written, in the order in which it stands."""
        return re.findall(r"Words (\d+[a-f]) of ours", re.sub(r"\s+", " ", text))

    def test_fifty_edits_are_alike_wherever_they_are_read(self):
        for number in range(EDITS):
            self.edit(number)
            if number % 25 != 24:
                continue
            made = Document(self.review)
            wanted = self.marks(" ".join(line for given in made.first for line in given.lines))
            self.assertTrue(wanted)
            table = self.get("review-document-json").json()
            client = [one for one in table["sections"] if one["page"] == "first"]
            self.assertEqual([one["key"] for one in client], [one.section.key for one in made.first])
            self.assertEqual(self.marks(" ".join(line for one in client for line in one["lines"])), wanted)
            for name, page in (
                ("file", self.get("review-document-html")),
                ("link", self.get("shared", self.link.token)),
            ):
                self.assertEqual(self.marks(strip_tags(page.content.decode())), wanted, (name, number))
            left_out = [one for one in made.every if one.section.page == "first" and one not in made.first]
            screen = strip_tags(
                re.sub(r"<textarea.*?</textarea>", "", self.get("review-document").content.decode(), flags=re.S)
            )
            for given in left_out:
                self.assertFalse(set(self.marks(given.text)) & set(wanted))
            self.assertEqual([mark for mark in self.marks(screen) if mark in wanted], wanted, number)
            pdf = pypdf.PdfReader(io.BytesIO(self.get("review-document-pdf").content))
            self.assertEqual(self.marks(" ".join(page.extract_text() for page in pdf.pages)), wanted, number)
