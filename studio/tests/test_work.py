"""Who did what: counted for each person, seen by owners of everybody and by others of themselves."""

from datetime import timedelta

from django.utils import timezone

from jobs.models import Job
from people.models import Role
from reviews.models import Review
from studio.tests.filled import Filled
from viewings import services as viewing_services
from viewings.models import Viewing
from viewings.services import Decided


class Work(Filled):
    def rows(self, user, query=""):
        self.client.force_login(user)
        lines = self.client.get(f"/people/work/?as=csv&{query}").content.decode().split("\r\n")
        return {line.split(",")[0]: line.split(",")[1:] for line in lines[1:] if line}

    def test_each_person_is_counted_for_what_they_did_in_these_days(self):
        other = self.people[Role.SPECIALIST]
        Job.objects.update(responsible=other)
        self.assertEqual(self.rows(self.isla)["isla"][:2], ["0", "1"])
        self.assertEqual(self.rows(self.isla)["specialist"], ["1", "0", "0", "0"])
        Viewing.objects.create(
            review=self.review, colour=self.review.colour, wall="north", at=timezone.now(), seen_at=timezone.now(),
            by=other, answer="yes",
        )  # fmt: skip
        viewing_services.decide(other, self.review, Decided(self.review.colour, "It holds.", "matte"))
        self.assertEqual(self.rows(self.isla)["specialist"], ["1", "0", "1", "1"])
        Review.objects.update(created=timezone.now() - timedelta(days=10))
        self.assertEqual(self.rows(self.isla, "days=7")["isla"][1], "0")
        self.assertEqual(self.rows(self.isla, "days=30")["isla"][1], "1")

    def test_who_manages_nothing_sees_their_own_work_alone(self):
        self.assertEqual(list(self.rows(self.people[Role.JUNIOR])), ["junior"])
        self.assertNotIn("isla", self.rows(self.rory))

    def test_days_that_are_none_are_the_usual_ones_and_a_name_is_no_formula(self):
        self.isla.first_name = "=1+1"
        self.isla.save()
        self.assertIn("'=1+1", self.rows(self.isla, "days=-4"))
        self.assertContains(self.client.get("/people/work/?days=soon"), 'aria-current="page"')
