"""Articles: what is published of a review, and that nothing of a client is in it."""

import io
import json
import re
import zipfile
from pathlib import Path
from tempfile import TemporaryDirectory

from django.core.management import CommandError, call_command
from django.urls import reverse
from PIL import Image

from documents.article.article import Article
from documents.article.folder import files_of
from documents.models import Published
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from reviews.models import Observation, Review
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.services import Decided

PLANTED = ("Mrs Zephyrine", "14 Quillon Row", "Zorbas Hall", "Attic of Xanthe", "wobbly secret", "vexed verdict",
           "queer glow", "zealous reason", "jade urn of aunt Wilhelmina")  # fmt: skip


class Articles(Wall):
    def setUp(self):
        super().setUp()
        room = station.enter(self.isla)["Library"]
        job = room.job
        job.title, job.client, job.address, job.notes = PLANTED[2], PLANTED[0], PLANTED[1], PLANTED[4]
        job.save()
        room.name = PLANTED[3]
        room.save()
        element = room.elements.first()
        element.name = PLANTED[8]
        element.save()
        review_services.move(self.review, room)
        self.review.verdict, self.review.notes = PLANTED[5], PLANTED[4]
        self.review.intake_notes = PLANTED[4]
        self.review.save()
        Observation.objects.create(
            review=self.review, colour=world.colour("T05.4"), seen=["bluer"], note=PLANTED[6], computed=[],
            agreement="agree", by=self.isla,
        )  # fmt: skip
        viewing_services.decide(self.isla, self.review, Decided(self.review.colour, PLANTED[7], "matte"))

    def files(self):
        return dict(files_of(Article(Review.objects.get(pk=self.review.pk))))

    def test_nothing_of_a_client_is_in_any_of_its_files(self):
        files = self.files()
        for name, content in files.items():
            text = content.decode("latin-1").casefold()
            for planted in PLANTED:
                self.assertNotIn(planted.casefold(), text, name)
        self.assertIn(b"Pintle Blotter", files["index.html"])

    def test_the_folder_holds_every_picture_it_shows_with_its_text(self):
        files = self.files()
        page = files["index.html"].decode()
        shown = re.findall(r'<img src="([^"]+)"[^>]* alt="([^"]+)"', page)
        self.assertGreaterEqual(len(shown), 5)
        for name, text in shown:
            self.assertTrue(text)
            image = Image.open(io.BytesIO(files[name]))
            self.assertEqual(image.size, (1200, 630))
            self.assertIn("icc_profile", image.info)
        self.assertEqual({name for name in files if name.endswith(".png")}, {name for name, _ in shown})
        for name, _ in shown:
            self.assertIn(f"]({name})", files["article.md"].decode())
        self.assertNotRegex(page, r'(?:src|href)="(?:https?:)?//')

    def test_what_a_machine_reads(self):
        files = self.files()
        within = re.search(
            r'<script type="application/ld\+json">(.*?)</script>', files["index.html"].decode(), re.DOTALL
        )
        facts = json.loads(within[1])
        self.assertEqual(facts, json.loads(files["article.json"]))
        self.assertEqual(
            (facts["@type"], facts["about"]["name"], facts["about"]["sku"]), ("Article", "Pintle Blotter", "H16.3")
        )

    def test_the_pair_shows_both_colours_up_to_their_edge(self):
        pair = Image.open(io.BytesIO(self.files()["pair-1.png"])).convert("RGB")
        colours = {pair.getpixel((300, 200)), pair.getpixel((900, 200))}
        self.assertEqual(len(colours), 2)
        self.assertIn(tuple(bytes.fromhex(self.review.colour.screen[1:])), colours)
        self.assertEqual({pair.getpixel((599, 200)), pair.getpixel((600, 200))}, colours)

    def test_by_command_alone_as_a_series_and_as_a_round_up(self):
        other = Review.objects.create(owner=self.isla, colour=world.colour("T05.4"), method=self.review.method)
        with TemporaryDirectory() as folder:
            out = Path(folder)
            call_command("article", self.review.pk, str(out / "one"), verbosity=0, stdout=io.StringIO())
            self.assertTrue((out / "one" / "index.html").exists())
            call_command("article", self.review.pk, other.pk, str(out / "all"), stdout=io.StringIO())
            index = (out / "all" / "index.html").read_text()
            links = re.findall(r'href="([^"]+/index.html)"', index)
            self.assertEqual(len(links), 2)
            self.assertTrue(all((out / "all" / link).exists() for link in links))
            call_command("article", self.review.pk, other.pk, str(out / "up"), round_up="Greys", stdout=io.StringIO())
            page = (out / "up" / "index.html").read_text()
            self.assertEqual(page.count("<section>"), 2)
            self.assertLess(page.index("Pintle Blotter"), page.index("T05.4") if "T05.4" in page else len(page))
            with self.assertRaises(CommandError):
                call_command("article", 999_999, str(out / "none"))
            with self.assertRaises(CommandError):
                call_command("article", self.review.pk, str(out / "x"), round_up="One")
            review_services.arrange_wall(other, withhold=True)
            for title in (None, "Greys"):
                with self.assertRaisesMessage(CommandError, f"Review {other.pk}: "):
                    call_command("article", self.review.pk, other.pk, str(out / "y"), round_up=title)
            self.assertFalse((out / "y").exists())

    def test_several_are_chosen_shown_and_taken_along(self):
        other = Review.objects.create(owner=self.isla, colour=world.colour("T05.4"), method=self.review.method)
        foreign = Review.objects.create(owner=self.rory, colour=world.colour("H10.2"), method=self.review.method)
        page = self.client.get("/articles/")
        self.assertContains(page, "T05.4")
        self.assertNotContains(page, f'value="{foreign.pk}"')
        both = {"review": [self.review.pk, other.pk], "title": "Greys"}
        shown = self.client.get("/articles/", both)
        self.assertContains(shown, "<h1>Greys</h1>")
        for planted in PLANTED:
            self.assertNotContains(shown, planted)
        pictures = re.findall(r'src="(/articles/[^"]+)"', shown.content.decode())
        self.assertEqual(len(pictures), 2)
        self.assertEqual(Image.open(io.BytesIO(self.client.get(pictures[0]).content)).size, (1200, 630))
        folder = zipfile.ZipFile(io.BytesIO(self.client.get("/articles/round-up.zip", both).content))
        self.assertEqual(len([name for name in folder.namelist() if name.endswith(".png")]), 2)
        series = zipfile.ZipFile(io.BytesIO(self.client.get("/articles/series.zip", both).content)).namelist()
        self.assertEqual(len([name for name in series if name.endswith("/index.html")]), 2)

    def test_one_or_thirteen_or_somebody_elses_are_refused_and_the_choice_stays(self):
        foreign = Review.objects.create(owner=self.rory, colour=world.colour("H10.2"), method=self.review.method)
        colours = world.Colour.objects.exclude(pk=self.review.colour_id)[:12]
        many = [Review.objects.create(owner=self.isla, colour=one, method=self.review.method).pk for one in colours]
        for chosen in ([self.review.pk], [self.review.pk, *many], [self.review.pk, foreign.pk], ["x", "9" * 30]):
            for address in ("/articles/", "/articles/round-up.zip", "/articles/series.zip"):
                answer = self.client.get(address, {"review": chosen})
                self.assertEqual(answer.status_code, 422, (chosen, address))
        page = self.client.get("/articles/", {"review": [self.review.pk]})
        self.assertContains(page, "Choose 2 to 12 colours.", status_code=422)
        self.assertContains(page, f'value="{self.review.pk}" checked', status_code=422)

    def test_one_whose_findings_wait_is_named(self):
        other = Review.objects.create(
            owner=self.isla, colour=world.colour("T05.4"), method=self.review.method, withhold=True
        )
        answer = self.client.get("/articles/", {"review": [self.review.pk, other.pk]})
        self.assertContains(answer, f"{other.colour.name} cannot be published yet.", status_code=422)

    def test_published_behind_a_link_until_it_is_withdrawn(self):
        self.client.post(reverse("review-article-publish", args=[self.review.pk]))
        self.client.post(reverse("review-article-publish", args=[self.review.pk]))
        link = Published.objects.get()
        page = self.client.get(reverse("review-article", args=[self.review.pk])).content.decode()
        self.assertIn(link.token, page)
        self.client.logout()
        address = reverse("published", args=[link.token])
        answer = self.client.get(address)
        self.assertContains(answer, "Pintle Blotter")
        for planted in PLANTED:
            self.assertNotContains(answer, planted)
        picture = self.client.get(f"{address}pair-1.png")
        self.assertEqual(picture["Content-Type"], "image/png")
        self.assertEqual(self.client.get(f"{address}nothing.png").status_code, 404)
        self.assertEqual(self.client.get(reverse("published", args=["nobody"])).status_code, 404)
        self.client.force_login(self.isla)
        self.client.post(reverse("review-article-publish", args=[self.review.pk]), {"withdraw": "1"})
        self.client.logout()
        self.assertEqual(self.client.get(address).status_code, 410)
        self.assertEqual(self.client.get(f"{address}pair-1.png").status_code, 404)

    def test_a_zip_and_whom_it_is_for(self):
        answer = self.client.get(reverse("review-article-zip", args=[self.review.pk]))
        names = zipfile.ZipFile(io.BytesIO(answer.content)).namelist()
        self.assertIn("index.html", names)
        self.client.force_login(self.rory)
        for name in ("review-article", "review-article-zip"):
            self.assertEqual(self.client.get(reverse(name, args=[self.review.pk])).status_code, 404)
