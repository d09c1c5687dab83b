"""The record: every change of a review or a job stands in it as a sentence, with who and when."""

from django.contrib.auth.models import User
from django.urls import reverse

from jobs import services as job_services
from people.models import Member, Role
from people.queries import studio_of
from prism import words
from records import queries
from records.apps import RECORDED
from records.models import Change
from reviews import services
from reviews.context.tests.wall import HTMX, Wall
from studio import demo_station as station
from tinting.tests import world


class Recorded(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        self.library = self.rooms["Library"]

    def lines(self, of=None):
        changes = queries.of_job(of) if of else queries.of_review(self.review)
        return [line for act in queries.acts(changes, whole=bool(of)) for line in act.lines]

    def act(self, step, act, **sent):
        return self.client.post(reverse("review-act", args=[self.review.pk, step, act]), sent, headers=HTMX)

    def test_who_did_what_to_a_review_in_sentences(self):
        self.client.post(reverse("review-move", args=[self.review.pk]), {"room": self.library.pk}, headers=HTMX)
        self.act("samples", "decide", colour=self.review.colour_id, reason="It keeps its blue.", sheen="", litres="")
        page = self.client.get(reverse("review-record", args=[self.review.pk]))
        self.assertContains(page, "<b>isla</b> <br>Put it into Library")
        self.assertContains(page, f"Decided for {self.review.colour.name}: “It keeps its blue.”")
        self.assertEqual(self.lines()[-1], f"began it with {self.review.colour.name}")

    def test_the_acts_of_a_working_day_are_all_there(self):
        other = world.colour("T05.4")
        services.move(self.review, self.library)
        services.shortlist(self.review, other)
        services.judge_by(self.review, "even", "painted", (1.0, 0.0))
        self.act("verdict", "keep", verdict="Not the plain grey it was called.")
        services.delete(self.review)
        services.restore(self.review)
        said = self.lines()
        for wanted in (
            "put it into Library", f"put {other.name} on the shortlist", "moved the neutral line",
            "wrote the verdict “Not the plain grey it was called.”", "put the review aside", "brought the review back",
        ):  # fmt: skip
            self.assertIn(wanted, said)

    def test_how_a_screen_was_left_is_no_change(self):
        count = Change.objects.count()
        self.get("light")
        self.get("strength", percent="-25")
        self.client.post(reverse("review-wall", args=[self.review.pk]), {"surround": "dark"}, headers=HTMX)
        self.assertEqual(Change.objects.count(), count)

    def test_a_text_that_keeps_itself_while_it_is_written_is_said_once(self):
        for text in ("A", "A qu", "A quiet grey"):
            self.act("verdict", "keep", verdict=text)
        written = [line for line in self.lines() if "verdict" in line]
        self.assertEqual(written, ["wrote the verdict “A quiet grey”"])

    def test_a_job_tells_of_its_rooms_and_reviews(self):
        job = self.library.job
        services.move(self.review, self.library)
        job_services.keep_job(self.isla, job, {"state": "painted"})
        rows = [{"wall": w.wall, "width": w.width, "height": w.height} for w in self.library.windows.all()]
        job_services.keep_room(self.isla, self.library, {"name": "Book room"}, {"windows": rows})
        said = self.lines(job)
        self.assertIn("changed the state: sampling, now painted", said)
        self.assertIn("changed the name: Library, now Book room of Book room", said)
        page = self.client.get(reverse("job-record", args=[job.pk]))
        self.assertContains(page, "now painted")
        self.assertContains(page, f"{self.review.colour.name}</a>")

    def test_rows_that_came_back_as_they_were_are_no_change(self):
        fields = ("wall", "width", "height", "sill", "along", "outside", "hides", "glazing")
        rows = [{field: getattr(one, field) for field in fields} for one in self.library.windows.all()]
        Change.objects.all().delete()
        job_services.keep_room(self.isla, self.library, {}, {"windows": rows})
        self.assertEqual(self.lines(self.library.job), [])
        job_services.keep_room(self.isla, self.library, {}, {"windows": [rows[0] | {"width": 0.4}, *rows[1:]]})
        self.assertEqual(self.lines(self.library.job), ["changed the windows of Library"])

    def test_names_that_are_hidden_are_not_told(self):
        services.go_blind(self.review)
        page = self.client.get(reverse("review-record", args=[self.review.pk]))
        self.assertContains(page, words.records.RECORD_HIDDEN)
        self.assertNotContains(page, self.review.colour.name)
        services.move(self.review, self.library)
        page = self.client.get(reverse("job-record", args=[self.library.job_id]))
        self.assertContains(page, words.text.capital(words.records.CHANGED_UNNAMED))
        self.assertNotContains(page, self.review.colour.name)

    def test_the_studio_reads_it_and_nobody_else(self):
        junior, stranger = User.objects.create_user("bo"), User.objects.create_user("kit")
        Member.objects.create(user=junior, studio=studio_of(self.isla), role=Role.JUNIOR)
        for user, status in ((junior, 200), (stranger, 404)):
            self.client.force_login(user)
            for address in (reverse("review-record", args=[self.review.pk]),
                            reverse("job-record", args=[self.library.job_id])):  # fmt: skip
                self.assertEqual(self.client.get(address).status_code, status)

    def test_every_recorded_change_has_a_sentence(self):
        row = {"jobs.Window", "jobs.LampSort", "jobs.Surface", "jobs.Element", "jobs.ElementPart", "jobs.Finish"}
        for thing, fields in RECORDED.items():
            made = dict.fromkeys(fields, ("None", "x"))
            with self.subTest(thing):
                said = (
                    [words.records.rows_changed(thing, "Library")]
                    if thing in row
                    else words.records.change_text(thing, "made", made)
                )
                self.assertTrue(said and all(said))
