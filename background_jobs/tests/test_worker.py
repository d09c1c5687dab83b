"""The worker outlives a database that is held, and takes the studios in turn."""

import tempfile
import time
from pathlib import Path
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import OperationalError
from django.test import SimpleTestCase, TestCase
from django_tasks_db.models import DBTaskResult

from background_jobs import services, worker


class Persistence(SimpleTestCase):
    def setUp(self):
        self.sign = Path(self.enterContext(tempfile.TemporaryDirectory())) / "studio.sqlite3.worker"
        self.enterContext(patch.object(worker, "_sign", lambda: self.sign))
        self.enterContext(patch.object(worker, "close_old_connections"))

    def test_a_database_that_is_held_is_tried_again_later_each_time(self):
        refusals, waits, states = [OperationalError("database is locked")] * 7, [], []
        heart = worker.Heart()

        def work():
            if refusals:
                raise refusals.pop()

        def wait(seconds):
            waits.append(seconds)
            states.append(worker.state())

        with self.assertLogs("studio.worker", "WARNING"):
            worker.persistently(work, heart, wait)
        self.assertEqual(waits, [1, 2, 4, 8, 16, 30, 30])
        self.assertEqual(set(states), {worker.WAITING})

    def test_any_other_error_ends_it(self):
        def work():
            raise ValueError

        with self.assertRaises(ValueError):
            worker.persistently(work, worker.Heart())

    def test_who_says_nothing_for_long_is_taken_to_be_gone(self):
        self.assertEqual(worker.state(), worker.GONE)
        worker.Heart().say()
        self.assertEqual(worker.state(), worker.RUNNING)
        with patch.object(worker.time, "time", return_value=time.time() + 21):
            self.assertEqual(worker.state(), worker.GONE)
        self.sign.write_text("not a sign")
        self.assertEqual(worker.state(), worker.GONE)


class Turns(TestCase):
    def test_one_document_does_not_wait_for_twelve_of_another_studio(self):
        busy, other = (User.objects.create_user(name) for name in ("busy", "other"))
        kind = "reviews"
        queue = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}
        with self.settings(WORKS={kind: "nobody.does"}, TASKS=queue):
            many = [services.begin(busy, kind, f"Document {n}", pk=n) for n in range(12)]
            one = services.begin(other, kind, "A document", pk=99)
            turns = [task.args_kwargs["args"][0] for task in DBTaskResult.objects.ready()]
        self.assertEqual(turns[0], many[0].pk)
        self.assertEqual(turns[1], one.pk)
        self.assertEqual(turns[2:], [work.pk for work in many[1:]])
