"""A client's data: all of it taken out; erased, no trace of the name is in the database, and the work stays."""

import io
import json
import zipfile

from django.apps import apps
from django.db import connection
from django.urls import reverse

from documents.sharing import services as sharing_services
from jobs.models import Job, RoomPhoto
from people.models import Role
from people.queries import membership
from records.models import Change
from records.tests.test_job_file import WithJob
from reviews.models import Review
from steps.verdict import services as verdict_services
from viewings.models import Decision

NAME, STREET = "Mrs Ondine Farringdon", "3 Rope Walk"


class Clients(WithJob):
    def setUp(self):
        super().setUp()
        self.client.post(
            reverse("job-edit", args=[self.job.pk]),
            {"title": "Farringdon house", "client": NAME, "address": STREET, "state": "looking", "begun": "{}",
             "notes": "Ondine likes it pale.", "latitude": "57.1234", "longitude": "-2.4321", "zone": "Europe/London"},
        )  # fmt: skip
        verdict_services.write(self.review, {"verdict": "Ms Farringdon wants it blue at 3 rope walk."})
        link = sharing_services.share(self.isla, self.job, [self.review], 30)
        sharing_services.answer(link, self.review, "no", "Too dark, says Ondine.", "Ondine")
        self.client.get(reverse("find"), {"q": "pale"})
        self.token = link.token

    def told(self):
        """Return the whole database as text."""
        found = []
        with connection.cursor() as cursor:
            for table in connection.introspection.table_names():
                cursor.execute(f'SELECT * FROM "{table}"')
                found += [str(value) for row in cursor.fetchall() for value in row]
        return "\n".join(found).casefold()

    def test_all_of_it_is_taken_out(self):
        page = self.client.get(reverse("clients"))
        self.assertContains(page, NAME)
        answer = self.client.get(reverse("client-export"), {"client": NAME})
        with zipfile.ZipFile(io.BytesIO(answer.content)) as held:
            names = sorted(held.namelist())
            self.assertEqual(names, ["1-farringdon-house-record.txt", "1-farringdon-house.json"])
            job = json.loads(held.read(names[1]))
        self.assertEqual(job["records"]["jobs.Job"][0]["address"], STREET)
        self.assertEqual(job["records"]["documents.ClientAnswer"][0]["name"], "Ondine")

    def test_erased_no_trace_is_left_and_the_work_stays(self):
        for part in ("ondine", "farringdon", "rope walk"):
            self.assertIn(part, self.told())
        reviews, decisions = Review.objects.count(), Decision.objects.count()
        answer = self.client.post(reverse("client-erase"), {"client": NAME.upper()}, follow=True)
        self.assertContains(answer, "is erased from one job")
        said = self.told()
        for part in ("ondine", "farringdon", "rope walk"):
            self.assertNotIn(part, said, [line for line in said.splitlines() if part in line][:3])
        job = Job.objects.get(pk=self.job.pk)
        self.assertEqual((job.title, job.client, job.address), ("the client house", "", ""))
        self.assertEqual((job.latitude, job.longitude), (57.1, -2.4))
        self.assertEqual((Review.objects.count(), Decision.objects.count()), (reviews, decisions))
        self.assertFalse(RoomPhoto.objects.exists())
        self.assertFalse(apps.get_model("viewings.ViewingPhoto").objects.exists())
        self.client.logout()
        self.assertEqual(self.client.get(reverse("shared", args=[self.token])).status_code, 404)
        self.assertTrue(Change.objects.filter(job=job).exists())

    def test_only_an_owner_and_of_their_own_studio(self):
        for user in (self.other, self.rory):
            self.client.force_login(user)
            self.assertNotContains(self.client.get(reverse("clients")), NAME)
            self.assertEqual(self.client.post(reverse("client-erase"), {"client": NAME}).status_code, 404)
        self.client.force_login(self.isla)
        member = membership(self.isla)
        member.role = Role.SPECIALIST
        member.save()
        self.assertEqual(self.client.get(reverse("clients")).status_code, 403)
        self.assertEqual(Job.objects.get(pk=self.job.pk).client, NAME)
