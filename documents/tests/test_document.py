"""The document: what it says and what it never does, edits, PDF with its fonts and tags, JSON, the command."""

import io
import json
import re
import tempfile
from pathlib import Path

import pypdf
from django.core.management import CommandError, call_command
from django.urls import reverse
from django.utils import timezone
from PIL import Image

from background_jobs.models import Work
from documents.content import MOST_PAIRS
from documents.document import Document
from documents.job import JobDocument
from documents.models import DocumentEdit
from documents.pdf import pdf
from jobs.models import Finish
from jobs.whole_home import WholeHome
from people import services as people_services
from people.queries import studio_of
from prism import words
from prism.viewing.samples import Sampling
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps import services as step_services
from steps.alternatives.reads import Placing
from steps.compare import services as compare_services
from steps.compare.reads import Together, pair_text
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.models import Viewing
from viewings.services import Decided
from web.pictures import cleaned


class Documents(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        services.move(self.review, self.rooms["Library"])
        Review.objects.filter(pk=self.review.pk).update(notes="The client is difficult.", verdict="Fine.")
        self.review.refresh_from_db()

    def document(self):
        return Document(Review.objects.get(pk=self.review.pk))

    def lines(self, key):
        found = self.document().section(key)
        return found.lines if found else []

    def edit(self, section, **sent):
        return self.client.post(reverse("review-document-edit", args=[self.review.pk, section]), sent)

    def page(self):
        return self.client.get(reverse("review-document", args=[self.review.pk]))


class Content(Documents):
    def test_the_first_page_says_what_it_is_and_what_to_do(self):
        made = self.document()
        self.assertEqual(made.title, f"{self.review.colour.name} is a light grey with a blue undertone.")
        self.assertEqual(
            [one.section.key for one in made.first], ["verdict", "colours", "next", "look", "others", "painter"]
        )
        self.assertIn("No pink", " ".join(self.lines("is")))
        self.assertTrue(made.section("with").section.boards)
        self.assertIn("Paint one sample board: A4", self.lines("next")[0])
        page = self.page()
        for title in (
            "Comparisons",
            "At other strengths",
            "Whites, trim and sheen",
            "Surface by surface",
            "How it was judged",
        ):
            self.assertContains(page, title)

    def test_what_clashes_wants_care_and_what_is_too_quiet_to_clash_does_not(self):
        day = self.document().content._lit.at.day
        clashes = [thing.name for thing, *pairs in day.pairings if any(p and p.terms == "clash" for p in pairs)]
        self.assertTrue(clashes)
        care = " ".join([*self.lines("care"), *self.lines("verdict")])
        for thing, *_ in day.pairings:
            self.assertEqual(thing.name in care, thing.name in clashes, thing.name)

    def test_comparisons_say_what_the_subject_shows_beside_each_board(self):
        lines = [*self.lines("comparisons"), *self.lines("others")]
        for why, direction in (
            ("clean", "darker"),
            ("lighter", "darker"),
            ("darker", "lighter"),
            ("greener", "less green"),
        ):
            held = self.held(why)
            said = pair_text(self.context(), held)
            self.assertIn(direction, said)
            self.assertTrue(said.startswith(f"Beside {held.name}, {self.review.colour.name} is"))
            if held in self.context().set.guide[:MOST_PAIRS]:
                self.assertIn(said, lines)
        # and on the step that holds the two up
        page = self.get("compare", beside=self.held("clean").colour.pk)
        self.assertContains(page, pair_text(self.context(), self.held("clean")))

    def test_the_first_page_is_plain_and_the_evidence_has_the_figures(self):
        first = " ".join(line for given in self.document().first for line in given.lines)
        for figure in ("Lab unit", "L*", "ΔE"):
            self.assertNotIn(figure, first)
        self.assertIn("clashes with", " ".join(self.lines("light")))

    def test_the_verdict_and_what_was_considered_are_in_it(self):
        other = world.colour("T05.4")
        services.shortlist(self.review, other)
        self.assertIn("Fine.", self.lines("verdict"))
        self.assertIn("verdict", [given.section.key for given in self.document().first])
        found = self.document().section("shortlist")
        self.assertEqual([board.name for board in found.section.boards], [other.name])
        self.assertTrue(self.lines("others")[0].startswith(f"Beside {other.name}, {self.review.colour.name} is"))
        self.assertIn("Fine.", self.text(pdf(self.document(), "Studio")))
        self.assertIn("Also considered", self.text(pdf(self.document(), "Studio", evidence=True)))

    def test_it_says_on_which_other_basis_it_would_be_something_else(self):
        others = Together(self.context()).other_bases
        self.assertTrue(others)
        judged = self.lines("judged")
        self.assertIn(words.walks.bases(others), judged)
        for one in others:
            self.assertEqual(words.walks.judged_otherwise(one) in judged, not one.same)

    def test_private_notes_are_never_in_it(self):
        made = self.document()
        for text in (self.page().content.decode(), json.dumps(made.table()), self.text(pdf(made, "Studio"))):
            self.assertNotIn("difficult", text)

    def text(self, made):
        return " ".join(page.extract_text() for page in pypdf.PdfReader(io.BytesIO(made)).pages)

    def test_what_was_seen_and_where_eye_and_computation_parted_is_evidence(self):
        held = self.held("greener")
        pair = Placing(self.context()).against(held)
        compare_services.observe(self.review, held, pair, ["warmer"], "", "north light")
        seen = [line for line in self.lines("comparisons") if "north light" in line]
        self.assertEqual(len(seen), 1)
        self.assertIn(held.name, seen[0])

    def test_a_decision_is_what_to_do_next(self):
        viewing_services.decide(self.isla, self.review, Decided(self.review.colour, "It holds.", "matte", litres=5.0))
        self.assertIn("It holds.", self.lines("verdict"))
        self.assertTrue(self.lines("verdict")[0].startswith("We recommend Pintle Blotter for the walls"))
        self.assertEqual(self.lines("next"), ["This is decided, so you can order."])

    def test_it_names_the_colour_though_the_wall_hides_names(self):
        services.arrange_wall(self.review, names_shown=False)
        self.assertIn(self.review.colour.name, self.document().title)
        self.assertContains(self.page(), self.review.colour.name)
        self.assertFalse(Review.objects.get(pk=self.review.pk).names_shown)

    def test_without_a_room_it_says_less(self):
        services.move(self.review, None)
        self.assertIsNone(self.document().section("light"))

    def test_it_waits_while_findings_are_withheld(self):
        services.arrange_wall(self.review, withhold=True)
        self.assertContains(self.page(), "This waits until")
        self.assertNotContains(self.page(), "blue undertone")
        for name in ("review-document-pdf", "review-document-json"):
            answer = self.client.get(reverse(name, args=[self.review.pk]))
            self.assertContains(answer, "This waits until")


class Editing(Documents):
    def test_an_edited_section_is_marked_and_given_back_by_one_click(self):
        computed = self.lines("is")
        self.edit("is", text="It is our grey.\n\n  It is quiet. ")
        self.assertEqual(self.lines("is"), ["It is our grey.", "It is quiet."])
        self.assertContains(self.page(), "edited")
        self.edit("is", act="back")
        self.assertEqual(self.lines("is"), computed)
        # written as computed it is no edit
        self.edit("is", text="\n".join(computed))
        self.assertFalse(self.document().section("is").edited)

    def test_what_is_computed_otherwise_since_is_listed_and_the_text_stays(self):
        self.edit("judged", text="By our own eyes.")
        services.judge_by(self.review, "even", "painted", (0, 0))
        found = self.document().section("judged")
        self.assertEqual(found.lines, ["By our own eyes."])
        self.assertIn("Now: Method: even.", found.changed)
        self.assertIn("No more: Method: wall practice.", found.changed)
        self.assertContains(self.page(), "The predicted text has changed since you edited this")

    def test_sections_are_left_out_and_moved_on_their_page(self):
        self.edit("care", act="out")
        self.assertNotIn("care", [one.section.key for one in self.document().evidence])
        self.assertContains(self.page(), "left out")
        self.edit("care", act="in")
        self.edit("next", act="up")
        self.assertEqual(
            [one.section.key for one in self.document().first],
            ["verdict", "next", "colours", "look", "others", "painter"],
        )
        self.edit("verdict", act="up")
        self.edit("judged", act="down")
        self.assertEqual(self.document().first[0].section.key, "verdict")

    def test_ten_thousand_characters_are_refused_and_stay_to_be_shortened(self):
        long = "x" * 10_000
        page = self.edit("is", text=long)
        self.assertContains(page, "10,000 characters are more than a page holds", status_code=422)
        self.assertContains(page, long, status_code=422)
        self.assertFalse(DocumentEdit.objects.exists())
        self.assertEqual(self.edit("nothing", text="x").status_code, 404)


class Given(Documents):
    def test_the_pdf_has_real_text_its_fonts_tags_and_a_language(self):
        for paper, width in (("A4", 595), ("Letter", 612)):
            page = self.client.get(reverse("review-document-pdf", args=[self.review.pk]), {"paper": paper})
            self.assertEqual(page["Content-Type"], "application/pdf")
            made = pypdf.PdfReader(io.BytesIO(page.content))
            self.assertAlmostEqual(float(made.pages[0].mediabox.width), width, delta=1)
            self.assertIn(len(made.pages), (2, 3))
            told = " ".join(one.extract_text() for one in made.pages).replace("\u00a0", " ")
            for wanted in (
                "We are still looking at Pintle Blotter",
                "Before you order",
                "How it will look",
                "For your painter",
            ):
                self.assertIn(wanted, told)
            for never in ("ΔE00", "L*", "chroma", "%", "B1"):
                self.assertNotIn(never, told)
            page = self.client.get(
                reverse("review-document-pdf", args=[self.review.pk]), {"paper": paper, "evidence": 1}
            )
            made = pypdf.PdfReader(io.BytesIO(page.content))
            self.assertTrue(4 <= len(made.pages) <= 9)
            text = " ".join(one.extract_text() for one in made.pages)
            for wanted in ("light grey", "Goes with", "Before you order", "ΔE00", "50 % lighter", "LRV 72.1"):
                self.assertIn(wanted, text.replace("\u00a0", " "))
            root = made.trailer["/Root"]
            self.assertTrue(root["/MarkInfo"]["/Marked"])
            self.assertEqual(root["/Lang"], "en-GB")
            kinds = str(self.tags(root["/StructTreeRoot"]))
            for tag in ("/H1", "/H2", "/LI", "/Figure"):
                self.assertIn(tag, kinds)
            fonts = {str(font["/BaseFont"]) for one in made.pages for font in self.fonts(one)}
            self.assertTrue(fonts)
            self.assertTrue(all("Plex" in font or "News" in font for font in fonts), fonts)
        self.assertEqual(
            self.client.get(reverse("review-document-pdf", args=[self.review.pk]), {"paper": "A7"}).status_code, 404
        )

    def tags(self, node):
        found, todo = set(), [node]
        while todo:
            one = todo.pop()
            one = one.get_object() if hasattr(one, "get_object") else one
            if isinstance(one, list):
                todo += one
            elif isinstance(one, dict):
                found.add(str(one.get("/S")))
                if "/K" in one:
                    todo.append(one["/K"])
        return found

    def fonts(self, page):
        held = page["/Resources"].get("/Font", {})
        return [font.get_object() for font in held.get_object().values()] if held else []

    def test_sheets_for_boards_are_true_to_size_with_a_place_to_paint(self):
        services.shortlist(self.review, world.colour("T05.4"))
        for size, (width, height) in (("A4", (210, 297)), ("A3", (297, 420))):
            viewing_services.plan_samples(self.review, Sampling(size), None)
            page = self.client.get(reverse("review-sheets", args=[self.review.pk]))
            made = pypdf.PdfReader(io.BytesIO(page.content))
            self.assertIn(len(made.pages), (2, 3))
            box = made.pages[0].mediabox
            self.assertAlmostEqual(float(box.width) / 72 * 25.4, width, delta=0.3)
            self.assertAlmostEqual(float(box.height) / 72 * 25.4, height, delta=0.3)
            self.assertIn(self.review.colour.name, made.pages[0].extract_text())
        viewing_services.plan_samples(self.review, Sampling("thumbnail"), None)
        self.assertEqual(self.client.get(reverse("review-sheets", args=[self.review.pk])).status_code, 404)

    def test_sheets_printed_with_the_colour_say_that_print_is_no_paint(self):
        page = self.client.get(reverse("review-sheets", args=[self.review.pk]), {"printed": "1"})
        text = pypdf.PdfReader(io.BytesIO(page.content)).pages[0].extract_text()
        self.assertIn("Printed ink is not paint", text)
        self.assertNotIn("paint to the line", text)

    def test_json_holds_the_same(self):
        page = self.client.get(reverse("review-document-json", args=[self.review.pk]))
        table = json.loads(page.content)
        self.assertEqual(table["title"], self.document().title)
        self.assertEqual([one["key"] for one in table["sections"]][:3], ["verdict", "colours", "next"])

    def test_the_command_writes_each_format(self):
        with tempfile.TemporaryDirectory() as folder:
            for kind, begins in (("pdf", b"%PDF"), ("html", b"<!doctype html>"), ("json", b"{")):
                out = Path(folder) / f"review.{kind}"
                call_command("document", self.review.pk, out, format=kind, stdout=io.StringIO())
                self.assertTrue(out.read_bytes().startswith(begins))
            with self.assertRaises(CommandError):
                call_command("document", self.review.pk, Path(folder) / "no" / "file", stdout=io.StringIO())
            out, job = Path(folder) / "job", self.rooms["Library"].job_id
            for kind, begins in (("pdf", b"%PDF"), ("html", b"<!doctype html>"), ("json", b"{")):
                call_command("document", job, out, format=kind, job=True, stdout=io.StringIO())
                self.assertTrue(out.read_bytes().startswith(begins))
            rooms = json.loads(out.read_bytes())["rooms"]
            self.assertEqual([(one["room"], one["document"]["room"]) for one in rooms], [("Library", "Library")])
        for more in ({}, {"job": True}):
            with self.assertRaises(CommandError):
                call_command("document", 999, Path("x"), stdout=io.StringIO(), **more)

    def test_the_letterhead_of_the_studio_heads_it(self):
        studio = studio_of(self.isla)
        drawn = io.BytesIO()
        Image.new("RGBA", (300, 120), (0, 0, 0, 0)).save(drawn, "PNG")
        terms = "Fees are due within 30 days."
        people_services.head(studio, "3 Wharf Row\n0131 555", cleaned(io.BytesIO(drawn.getvalue()), 900), terms=terms)
        page = self.client.get(reverse("review-document-pdf", args=[self.review.pk]))
        made = pypdf.PdfReader(io.BytesIO(page.content))
        self.assertIn("3 Wharf Row", made.pages[0].extract_text())
        self.assertIn(terms, " ".join(page.extract_text() for page in made.pages))
        self.assertTrue(made.pages[0].images)

    def test_a_job_has_a_page_for_every_room_and_formulas_for_the_counter(self):
        other = step_services.start(self.isla, world.colour("T05.4"))
        services.move(other, self.rooms["Galley"])
        withheld = step_services.start(self.isla, world.colour("H06.3"))
        services.move(withheld, self.rooms["Lamp room"])
        services.arrange_wall(withheld, withhold=True)
        Viewing.objects.create(
            review=self.review, colour=self.review.colour, room=self.rooms["Library"], at=timezone.now(), wall="north",
            seen_at=timezone.now(), seen={"warmth": -1}, answer="yes", words="Calm at noon.", by=self.isla,
        )  # fmt: skip
        viewing_services.decide(self.isla, self.review, Decided(self.review.colour, "It is calm.", "matte"))
        page = self.client.get(reverse("job-document", args=[self.rooms["Library"].job_id]))
        made = pypdf.PdfReader(io.BytesIO(page.content))
        text = " ".join(one.extract_text() for one in made.pages)
        for wanted in ("Library", "Galley", other.colour.name, "For the counter", "left over", "Base B1"):
            self.assertIn(wanted, text.replace("\u00a0", " "))
        for part in ("The palette", "Shopping list", "What we saw on site", "Calm at noon"):
            self.assertIn(part, text)
        self.assertNotIn("difficult", text)
        self.assertNotIn(f"{withheld.colour.name} is", text)

    def test_the_consultation_of_a_job_names_what_each_room_lacks(self):
        job = self.rooms["Library"].job_id
        page = self.client.get(reverse("job-document-begin", args=[job]))
        self.assertContains(page, f"{self.review.colour.name}, suggested")
        self.assertContains(page, "No colour yet")
        self.assertContains(page, "Shackle Ledger, decided; not reviewed")
        self.assertContains(page, reverse("review-document", args=[self.review.pk]))
        self.client.force_login(self.rory)
        for name in ("job-document-begin", "job-document-html", "job-document-json"):
            self.assertEqual(self.client.get(reverse(name, args=[job])).status_code, 404)

    def test_the_consultation_of_a_job_is_the_same_as_one_file_and_as_data(self):
        job = self.rooms["Library"].job
        job.notes = "The client is difficult."
        job.save()
        self.edit("verdict", text="Ours, for the Library.")
        made = self.client.get(reverse("job-document-html", args=[job.pk])).content.decode()
        self.assertEqual(re.findall(r'(?:src|href)="(?!data:image/|#)', made), [])
        for wanted in ("Ours, for the Library.", "The palette", "For your painter"):
            self.assertIn(wanted, made)
        self.assertNotIn("difficult", made)
        table = self.client.get(reverse("job-document-json", args=[job.pk])).json()
        self.assertEqual(table["rooms"][0]["document"]["sections"][0]["lines"], ["Ours, for the Library."])
        self.assertEqual(
            {one["colour"] for one in table["palette"]} & {self.review.colour.name}, {self.review.colour.name}
        )
        self.assertNotIn("difficult", str(table["rooms"][0]["document"]["sections"]))

    def test_of_two_who_edit_a_section_the_second_is_shown_both(self):
        seen = self.document().section("is").version
        self.edit("is", text="Mine.", seen=seen)
        page = self.edit("is", text="Theirs.", seen=seen)
        self.assertContains(page, "This section was changed while you wrote. It now says: “Mine.”", status_code=422)
        self.assertContains(page, ">Theirs.</textarea>", status_code=422)
        self.assertEqual(self.lines("is"), ["Mine."])
        self.edit("is", text="Theirs.", seen=self.document().section("is").version)
        self.assertEqual(self.lines("is"), ["Theirs."])

    def test_the_document_of_a_job_is_made_as_long_work(self):
        answer = self.client.post(
            reverse("job-document-begin", args=[self.rooms["Library"].job_id]), {"paper": "Letter"}
        )
        work = Work.objects.get()
        self.assertRedirects(answer, work.get_absolute_url())
        self.assertEqual((work.state, work.steps), ("done", 3))
        made = pypdf.PdfReader(io.BytesIO(self.client.get(reverse("work-result", args=[work.pk])).content))
        self.assertEqual(round(float(made.pages[0].mediabox.width)), 612)

    def test_another_colour_of_the_shortlist_is_in_the_samples(self):
        services.shortlist(self.review, world.colour("T05.4"))
        self.assertIn("Paint two sample boards", self.lines("next")[0])


class OfAJob(Wall):
    def test_a_room_is_told_by_the_review_that_was_decided_however_old(self):
        rooms = station.enter(self.isla)
        services.move(self.review, rooms["Library"])
        newer = step_services.start(self.isla, world.colour("T05.4"))
        services.move(newer, rooms["Library"])
        job = rooms["Library"].job

        def told():
            return [document.review for _, document in JobDocument(self.isla, job).pages]

        self.assertEqual(told(), [newer])
        decision = viewing_services.decide(self.isla, self.review, Decided(self.review.colour, "It holds."))
        services.save(newer)
        self.assertEqual(told(), [self.review])
        self.assertEqual(WholeHome(self.isla, job).lines[0].at("walls").colour, self.review.colour)
        viewing_services.reopen(self.isla, decision)
        services.save(newer)
        self.assertEqual(told(), [newer])
        Finish.objects.create(room=rooms["Library"], part="walls", colour=self.review.colour)
        self.assertEqual(told(), [self.review])
