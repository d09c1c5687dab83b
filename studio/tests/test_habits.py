"""Each person reads numbers, sizes and dates as they write them; what is kept is the same for all."""

import re

from django.urls import reverse

from decks.tests import world
from jobs import services as job_services
from jobs.models import Job, Room
from jobs.tests.test_jobs import SHEET
from people.models import Member, Role
from people.queries import membership, studio_of
from reviews import services as review_services
from steps import registry as steps
from steps import services as step_services
from studio.tests.as_browser import untouched

TAGS, SVG, WITH_POINT = (
    re.compile(r"""<(?:style|script)\b.*?</(?:style|script)>|</?!?[a-zA-Z](?:"[^"]*"|'[^']*'|[^'">])*>""", re.DOTALL),
    re.compile(r"<svg\b.*?</svg>", re.DOTALL),
    re.compile(r"(?<![\w.#])[−+±]?\d+\.\d"),
)
FIGURES_OF_A_CODE = re.compile(r"[A-Z]{1,3}\d+\.\d+")


class Habits(world.Studio):
    def setUp(self):
        super().setUp()
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.2, "longitude": -2.05})
        self.client.post(reverse("job-room-new", args=[self.job.pk]), SHEET)
        self.room = Room.objects.get()
        self.review = step_services.start(self.isla, world.colour())
        review_services.move(self.review, self.room)
        Member.objects.create(user=self.rory, studio=studio_of(self.isla), role=Role.SPECIALIST)

    def write(self, **changes):
        plain = {"units": "metric", "decimal": "point", "dates": "day", "paper": "A4", "keys": "on", "detail": "usual"}
        return self.client.post(reverse("habits"), plain | changes)

    def test_keys_of_one_letter_are_switched_off_for_the_person(self):
        self.assertContains(self.client.get(reverse("home")), 'data-keys="on"')
        self.write(keys="off")
        self.assertContains(self.client.get(reverse("home")), 'data-keys="off"')

    def text(self, *address):
        page = self.client.get(reverse(address[0], args=address[1:]))
        return FIGURES_OF_A_CODE.sub("", TAGS.sub(" ", SVG.sub(" ", page.content.decode())))

    def test_commas_on_every_main_page(self):
        self.assertEqual(self.write(decimal="comma").status_code, 302)
        pages = [("home",), ("colours",), ("job", self.job.pk), ("room", self.room.pk), ("job-home", self.job.pk)]
        pages += [("review-step", self.review.pk, step.key) for step in steps.ALL if step.key != "verdict"]
        for page in pages:
            with self.subTest(page):
                text = self.text(*page)
                self.assertEqual([text[one.start() - 40 : one.end() + 20] for one in WITH_POINT.finditer(text)], [])
        self.assertRegex(self.text("review-step", self.review.pk, "reading"), r"LRV\s+\d+,\d")

    def test_one_s_own_and_nobody_else_s(self):
        self.write(decimal="comma", units="us")
        self.assertRegex(self.text("job", self.job.pk), r"\d\d,\d+ × \d\d,\d+ × \d,\d+.ft")
        self.assertRegex(self.text("home"), r"LRV\s+\d+,\d")
        self.client.force_login(self.rory)
        self.assertRegex(self.text("job", self.job.pk), r"\d × [\d.]+ × [\d.]+.m\b")
        self.assertRegex(self.text("home"), r"LRV\s+\d+\.\d")

    def test_feet_are_typed_and_kept_as_metres_and_left_alone_they_stay(self):
        self.write(units="us")
        address = reverse("room-edit", args=[self.room.pk])
        before = (self.room.width, self.room.depth, self.room.height)
        sent = untouched(self.client.get(address))
        self.client.post(address, sent)
        self.room.refresh_from_db()
        self.assertEqual((self.room.width, self.room.depth, self.room.height), before)
        self.client.post(address, untouched(self.client.get(address)) | {"width": "15 ft", "depth": "4.5 m"})
        self.room.refresh_from_db()
        self.assertAlmostEqual(self.room.width, 4.572)
        self.assertEqual((self.room.depth, self.room.windows.get().width), (4.5, 1.8))
        page = self.client.post(address, sent | {"width": "400"})
        self.assertContains(page, "width is 400", status_code=422)

    def test_its_paper_comes_first_and_a_habit_that_is_none_is_refused(self):
        self.write(paper="Letter")
        document = self.client.get(reverse("review-document", args=[self.review.pk])).content.decode()
        self.assertLess(document.index("PDF, Letter"), document.index("PDF, A4"))
        self.assertContains(
            self.client.get(reverse("job-home", args=[self.job.pk])), "<option selected>Letter</option>"
        )
        self.assertEqual(self.write(units="ells").status_code, 422)
        self.assertEqual(membership(self.isla).units, "metric")

    def test_a_document_reads_as_its_owner_writes_whoever_opens_it(self):
        self.write(decimal="comma")
        own = self.text("review-document", self.review.pk)
        self.client.force_login(self.rory)
        others = self.text("review-document", self.review.pk)
        self.assertIn("LRV", own)
        self.assertEqual(re.findall(r"LRV \d+[.,]\d", own), re.findall(r"LRV \d+[.,]\d", others))
        self.assertRegex(others, r"LRV\s+\d+,\d")
