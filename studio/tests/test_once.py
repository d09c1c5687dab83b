"""What is asked for once is done once: double clicks, forms sent again, a step back."""

import re
from datetime import timedelta

from django.contrib.auth.models import User
from django.test import Client, TestCase
from django.urls import reverse
from django.utils import timezone

from jobs.models import Job
from web.idempotency import KEPT_FOR, LOST
from web.models import SentForm

HTMX = {"HX-Request": "true"}
JOB = {"title": "Quay", "pick": "Old Slip", "state": "looking"}


def token(page):
    """The token in the forms of a page as it was made."""
    return re.search(rb'name="csrfmiddlewaretoken" value="(\w+)"', page.content)[1].decode()


class Once(TestCase):
    def setUp(self):
        self.user = User.objects.create_user("isla")
        self.client.force_login(self.user)
        self.new = reverse("job-new")

    def page(self):
        return {"csrfmiddlewaretoken": token(self.client.get(self.new))}

    def test_a_form_sent_twice_makes_one_and_leads_to_it_again(self):
        sent = JOB | self.page()
        first, second = (self.client.post(self.new, sent) for _ in range(2))
        self.assertEqual(Job.objects.count(), 1)
        self.assertEqual(second["Location"], first["Location"])
        self.assertContains(self.client.get(second["Location"]), "was sent before")

    def test_the_page_made_anew_or_something_else_typed_is_another_form(self):
        sent = self.page()
        self.client.post(self.new, JOB | sent)
        self.client.post(self.new, JOB | {"title": "Another"} | sent)
        self.client.post(self.new, JOB | self.page())
        self.assertEqual(Job.objects.count(), 3)

    def test_a_form_that_was_refused_may_be_sent_again(self):
        sent = {"title": ""} | self.page()
        for _ in range(2):
            self.assertEqual(self.client.post(self.new, sent).status_code, 422)
        self.assertFalse(SentForm.objects.exists())

    def test_somebody_else_s_form_is_another_and_nobody_s_is_not_kept(self):
        sent = JOB | self.page()
        self.client.post(self.new, sent)
        other = Client()
        other.force_login(User.objects.create_user("rory"))
        other.post(self.new, sent)
        self.assertEqual(Job.objects.count(), 2)
        Client().post(reverse("sign-in"), {"username": "isla", "password": "x"} | sent)
        self.assertEqual(SentForm.objects.count(), 2)

    def test_a_piece_of_a_page_is_asked_for_again_unless_it_makes_something(self):
        sent = JOB | self.page()
        for _ in range(2):
            self.client.post(self.new, sent, headers=HTMX)
        self.assertEqual(Job.objects.count(), 2)
        for _ in range(2):
            answer = self.client.post(self.new, sent | {"once": "1"}, headers=HTMX)
        self.assertEqual(Job.objects.count(), 3)
        self.assertEqual((answer.status_code, answer["HX-Refresh"]), (204, "true"))

    def test_what_was_lost_with_its_worker_is_done_and_what_is_old_goes(self):
        sent = JOB | self.page()
        self.client.post(self.new, sent)
        SentForm.objects.update(answered=False, at=timezone.now() - LOST - timedelta(seconds=1))
        self.client.post(self.new, sent)
        self.assertEqual(Job.objects.count(), 2)
        SentForm.objects.update(at=timezone.now() - KEPT_FOR - timedelta(minutes=1))
        for number in range(400):
            self.client.post(self.new, sent | {"title": "", "notes": str(number)})
        self.assertFalse(SentForm.objects.exists())
