"""The first hour of an empty studio, the manual it takes its words from, and how the demo greets."""

import io
import tempfile
from pathlib import Path

from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import CommandError, call_command
from django.test import TestCase, override_settings
from django.urls import reverse
from pypdf import PdfReader

from decks.models import Import
from decks.tests import world
from jobs.models import Room
from jobs.tests.test_jobs import SHEET
from people.models import Member, Role
from people.queries import studio_of
from prism.formats import deck_csv
from reviews.models import Review
from studio import demo_job
from studio.manual_pdf import manual_pdf
from web import manual


class FirstHour(TestCase):
    def setUp(self):
        self.isla = world.person()
        self.client.force_login(self.isla)

    def next(self):
        hour = self.client.get(reverse("home")).context["hour"]
        return next((act.key for act in hour.actions if act.is_next), "") if not hour.is_over else "over"

    def test_from_nothing_to_a_colour_in_a_room_by_what_the_page_offers(self):
        self.assertEqual(self.next(), "deck")
        sample = self.client.get(reverse("deck-sample")).content
        upload = {"deck_name": "First", "file": SimpleUploadedFile("sample.csv", sample)}
        self.client.post(reverse("deck-import"), upload)
        waiting = Import.objects.get()
        self.client.post(reverse("deck-apply", args=[waiting.pk]))
        self.assertEqual(self.next(), "review")
        offered = self.client.get(reverse("home")).context["hour"].offered
        self.assertEqual(len(offered), 4)
        self.assertGreater(offered[3].lrv - offered[0].lrv, 20)
        self.client.post(reverse("review-start"), {"colour": offered[1].pk})
        self.assertEqual(self.next(), "room")
        self.client.post(reverse("job-new"), {"title": "Quay", "pick": "Old Slip", "state": "looking"})
        self.client.post(reverse("job-room-new", args=[self.client.get("/").context["hour"].job.pk]), SHEET)
        self.assertEqual(self.next(), "light")
        self.client.post(reverse("review-move", args=[Review.objects.get().pk]), {"room": Room.objects.get().pk})
        self.assertEqual(self.next(), "over")
        self.assertNotContains(self.client.get(reverse("home")), "The first hour")

    def test_a_junior_is_told_who_does_what(self):
        wren = world.person("wren")
        Member.objects.create(user=wren, studio=studio_of(self.isla), role=Role.JUNIOR)
        self.client.force_login(wren)
        page = self.client.get(reverse("home"))
        self.assertContains(page, "A specialist or an owner of your studio brings decks in")
        self.assertNotContains(page, 'name="deck_name"')

    def test_the_sample_reads_back_whole(self):
        sample = demo_job.sample()
        read = deck_csv.read(deck_csv.write(sample).encode())
        self.assertEqual((len(read.entries), read.problems), (demo_job.SAMPLE, []))

    def test_the_demo_greets_with_a_full_studio_and_with_an_empty_one(self):
        self.client.logout()
        self.assertEqual(self.client.post(reverse("enter-empty")).status_code, 404)
        with override_settings(DEMO=True):
            self.assertContains(self.client.get(reverse("sign-in")), "Begin with an empty studio")
            self.client.post(reverse("enter-empty"))
            first = self.client.session["_auth_user_id"]
            self.assertEqual(self.next(), "deck")
            self.client.post(reverse("enter-empty"))
            self.assertEqual(self.client.session["_auth_user_id"], first)
            self.client.post(reverse("job-new"), {"title": "Quay", "pick": "Old Slip", "state": "looking"})
            self.client.post(reverse("enter-empty"))
            self.assertNotEqual(self.client.session["_auth_user_id"], first)


class Manual(TestCase):
    def test_the_first_hour_has_the_words_of_the_manual(self):
        text = manual.PAGE.read_text()
        for title, said in manual.first_hour():
            self.assertIn(f"### {title}\n", text)
            self.assertIn("<p>", said)

    def test_on_screen_with_its_pictures(self):
        self.client.force_login(world.person())
        page = self.client.get(reverse("manual")).content.decode()
        pictures = [part.split('"')[0] for part in page.split('src="/manual/pictures/')[1:]]
        self.assertGreater(len(pictures), 10)
        for name in pictures:
            answer = self.client.get(reverse("manual-picture", args=[name]))
            self.assertEqual(next(iter(answer.streaming_content))[:4], b"\x89PNG")
        for name in ("none.png", "..png", "read.txt"):
            self.assertEqual(self.client.get(reverse("manual-picture", args=[name])).status_code, 404)
        for _, anchor, parts in manual.contents():
            for one in (anchor, *(part for _, part in parts)):
                self.assertIn(f'id="{one}"', page)

    def test_as_a_pdf_with_real_text_tagged_and_nothing_fetched(self):
        read = PdfReader(io.BytesIO(manual_pdf("Letter")))
        text = "".join(page.extract_text() for page in read.pages)
        for words in ("The first hour", "Import a deck", "I see that", "neutral line"):
            self.assertIn(words, text)
        self.assertIn("/StructTreeRoot", read.trailer["/Root"])
        self.assertEqual(round(float(read.pages[0].mediabox.width)), 612)

    def test_by_command_and_by_address(self):
        with tempfile.TemporaryDirectory() as folder:
            out = Path(folder) / "manual.pdf"
            call_command("manual", str(out), stdout=io.StringIO())
            self.assertEqual(out.read_bytes()[:5], b"%PDF-")
            with self.assertRaisesMessage(CommandError, "Is a directory"):
                call_command("manual", folder, stdout=io.StringIO())
        self.client.force_login(world.person())
        self.assertEqual(self.client.get(reverse("manual-file"), {"paper": "A3"}).status_code, 404)
        self.assertEqual(self.client.get(reverse("manual-file")).content[:5], b"%PDF-")
