"""A page asks the database no more often in a larger studio."""

from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour
from e2e.screens import STEPS
from jobs.models import Job
from reviews.models import Review
from steps import services as step_services
from studio import demo_job
from tinting.tests import world


class Growth(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.isla)
        self.job = demo_job.enter(self.isla)
        review = Review.objects.filter(room__job=self.job).first()
        of_review = [f"/reviews/{review.pk}/{page}/" for page in (*STEPS, "document", "showing", "record")]
        of_job = [f"/jobs/{self.job.pk}/{page}" for page in ("", "home/", "document/", "record/", "share/", "palette/")]
        lists = ["/", "/jobs/", "/viewings/", "/colours/", "/colours/own/", "/colours/sets/", "/find/?q=grey"]
        lists += ["/methods/", "/people/", "/people/work/"]
        self.pages = [*lists, f"/rooms/{review.room_id}/", *of_job, *of_review]

    def asked(self):
        counts = {}
        for page in self.pages:
            self.assertEqual(self.client.get(page).status_code, 200, page)  # what is kept is made
            with CaptureQueriesContext(connection) as queries:
                self.client.get(page)
            counts[page] = len(queries)
        return counts

    def add(self, first):
        """Review nine colours without a room, and keep them in a set."""
        for colour in Colour.objects.filter(maker__isnull=False)[first : first + 9]:
            step_services.start(self.isla, colour)
            deck_services.keep_in_set(self.isla, f"Set {first}", colour)

    def test_no_page_asks_more_in_a_studio_of_four_times_the_size(self):
        self.add(0)
        before = self.asked()
        for number in range(1, 4):
            demo_job.enter(self.isla)
            self.add(9 * number)
        Job.objects.filter(pk=self.job.pk).update(updated=timezone.now())  # still on the first page
        more = {page: (count, before[page]) for page, count in self.asked().items() if count > before[page]}
        self.assertFalse(more)
