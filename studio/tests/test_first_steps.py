"""The first page of a studio that has nothing yet: it teaches the first step, and lends a job to try."""

from django.contrib.auth.models import User
from django.test import TestCase
from django.urls import reverse

from decks.models import Maker
from jobs import services as job_services
from jobs.models import Job
from people.models import Member, Role
from people.queries import studio_of
from reviews.models import Review


class FirstSteps(TestCase):
    def setUp(self):
        self.rhona = User.objects.create_user("rhona")
        self.client.force_login(self.rhona)

    def test_an_empty_studio_is_taught_the_first_step(self):
        page = self.client.get("/")
        for wanted in ("Import a deck", "Enter a room", "Try it with a demo job"):
            self.assertContains(page, wanted)

    def test_the_demo_job_brings_its_decks_and_works(self):
        answer = self.client.post(reverse("try-out"))
        job = Job.objects.get()
        self.assertRedirects(answer, job.get_absolute_url())
        self.assertEqual(set(Maker.objects.values_list("owner", flat=True)), {self.rhona.pk})
        self.assertEqual(Maker.objects.count(), 2)
        for review in Review.objects.filter(owner=self.rhona)[:2]:
            self.assertContains(self.client.get(review.get_absolute_url()), review.colour.name)
        page = self.client.get("/")
        self.assertNotContains(page, "Try it with a demo job")
        self.assertContains(page, "Sampling")

    def test_it_is_entered_once_and_never_among_other_work(self):
        self.client.post(reverse("try-out"))
        self.client.post(reverse("try-out"))
        self.assertEqual(Job.objects.count(), 1)

    def test_a_junior_is_not_offered_it(self):
        junior = User.objects.create_user("bo")
        Member.objects.create(user=junior, studio=studio_of(self.rhona), role=Role.JUNIOR)
        self.client.force_login(junior)
        self.assertNotContains(self.client.get("/"), "Try it with a demo job")
        self.assertEqual(self.client.post(reverse("try-out")).status_code, 403)

    def test_jobs_stand_by_their_state(self):
        for i in range(6):
            job_services.keep_job(self.rhona, Job(), {"title": f"House {i}"})
        job_services.keep_job(self.rhona, Job(), {"title": "Painted one", "state": "painted"})
        states = self.client.get("/").context["states"]
        self.assertEqual([(key, count, len(jobs)) for key, _, count, jobs in states],
                         [("looking", 6, 4), ("painted", 1, 1)])  # fmt: skip
