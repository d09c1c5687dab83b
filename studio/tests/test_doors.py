"""The door under attack, what is kept by caches, and what every answer says to browsers."""

import json
import logging
import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.contrib.auth.models import User
from django.test import Client, TestCase, override_settings
from django.urls import reverse

from people import throttle
from studio import operating
from studio.tests.filled import Filled
from studio.tests.test_permissions import patterns
from web.logs import Lines

PASS = "a long enough pass phrase"


class Throttled(TestCase):
    def setUp(self):
        User.objects.create_user("isla", password=PASS)

    def tries(self, name, password="wrong", address="10.0.0.1"):
        return self.client.post(reverse("sign-in"), {"username": name, "password": password}, REMOTE_ADDR=address)

    def test_forty_names_from_one_address_are_stopped_and_it_is_said_in_the_page(self):
        for number in range(throttle.BY_ADDRESS):
            self.assertEqual(self.tries(f"name{number}").status_code, 200)
        last = self.tries("isla", PASS)
        self.assertContains(last, "Too many attempts. Wait 15 minutes", status_code=429)
        self.assertContains(last, 'value="isla"', status_code=429)
        self.assertRedirects(self.tries("isla", PASS, "10.0.0.2"), reverse("home"))

    def test_one_name_from_many_addresses_is_stopped_but_for_who_has_come_from_there(self):
        self.tries("isla", PASS, "10.9.9.9")
        for number in range(throttle.BY_NAME):
            self.tries("isla", "wrong", f"10.1.0.{number}")
        self.assertEqual(self.tries("isla", PASS, "10.2.0.1").status_code, 429)
        self.assertEqual(self.tries("isla", PASS, "10.9.9.9").status_code, 302)

    def test_the_address_is_a_proxy_s_word_only_where_that_is_trusted(self):
        request = Client().get(reverse("health"), headers={"X-Forwarded-For": "1.1.1.1, 2.2.2.2"}).wsgi_request
        self.assertEqual(throttle.address_of(request), "127.0.0.1")
        with override_settings(TRUST_PROXY=True):
            self.assertEqual(throttle.address_of(request), "2.2.2.2")


class Answers(Filled):
    def test_every_answer_has_a_policy_and_what_is_one_s_own_is_in_no_shared_cache(self):
        for signed_in in (True, False):
            if signed_in:
                self.client.force_login(self.isla)
            else:
                self.client.logout()
            for pattern in patterns():
                if pattern.name == "sign-out":
                    continue
                answer = self.client.get(self.url(pattern))
                with self.subTest(pattern.name, signed_in=signed_in):
                    self.assertIn("default-src 'none'", answer.headers["Content-Security-Policy"])
                    self.assertEqual(answer.headers["X-Frame-Options"], "DENY")
                    self.assertEqual(answer.headers["X-Content-Type-Options"], "nosniff")
                    self.assertEqual(answer.headers["Referrer-Policy"], "same-origin")
                    if signed_in and answer.status_code == 200:
                        kept = answer.headers["Cache-Control"]
                        self.assertTrue("private" in kept or "no-store" in kept or pattern.name in self.PUBLIC, kept)

    PUBLIC = {"document-schema", "health", "ready", "metrics", "viewings-worker"}

    def test_static_files_have_them_too(self):
        with override_settings(WHITENOISE_AUTOREFRESH=True, WHITENOISE_USE_FINDERS=True):
            answer = Client().get("/static/studio/app.css")
        self.assertEqual(answer.status_code, 200)
        for name in ("Content-Security-Policy", "X-Frame-Options", "X-Content-Type-Options"):
            self.assertIn(name, answer.headers)


class Started(TestCase):
    """A studio in production, started as a program of its own."""

    def started(self, *command, **said):
        held = {"STUDIO_ENV": "production", "ALLOWED_HOSTS": "studio.test", "DATABASE": "/nowhere/x.sqlite3"}
        env = {"PATH": os.environ["PATH"], "HOME": "/tmp"} | held | said
        command = command or ("manage.py", "check", "--deploy", "--fail-level", "INFO")
        return subprocess.run(
            [sys.executable, *command], cwd=settings.ROOT, env=env, capture_output=True, text=True, check=False
        )

    def test_a_key_that_can_be_guessed_is_refused_and_the_deploy_check_is_clean(self):
        for key in ("", "x", "a" * 60):
            refused = self.started(SECRET_KEY=key)
            self.assertIn("SECRET_KEY is", refused.stderr)
        clean = self.started(SECRET_KEY="".join(chr(33 + i % 90) for i in range(64)))
        self.assertEqual(clean.returncode, 0, clean.stderr)
        self.assertIn("no issues", clean.stdout)

    def test_nobody_else_reads_the_database(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "own.sqlite3"
            path.touch(mode=0o644)
            made = self.started("manage.py", "migrate", "contenttypes", "-v0", STUDIO_ENV="demo", DATABASE=str(path))
            self.assertEqual(made.returncode, 0, made.stderr)
            self.assertEqual([oct(each.stat().st_mode & 0o077) for each in Path(folder).iterdir()], ["0o0"])


class Operated(TestCase):
    def test_alive_ready_and_figures_for_the_same_machine_alone(self):
        self.assertEqual(self.client.get(reverse("health")).json(), {"status": "ok"})
        self.assertEqual(
            self.client.get(reverse("ready")).json(), {"status": "ready", "wrong": [], "work": "not running"}
        )
        with mock.patch("studio.operating.troubles", return_value=["migrations are pending"]):
            self.assertEqual(self.client.get(reverse("ready")).status_code, 503)
        figures = self.client.get(reverse("metrics")).content.decode()
        self.assertIn("gentle_prism_work_waiting 0\n", figures)
        self.assertEqual(self.client.get(reverse("metrics"), REMOTE_ADDR="10.0.0.9").status_code, 404)
        self.assertEqual(self.client.get(reverse("metrics"), headers={"X-Forwarded-For": "1.2.3.4"}).status_code, 404)

    def test_a_damaged_database_is_noticed_as_a_server_starts(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "own.sqlite3"
            with closing(sqlite3.connect(path)) as held:
                held.execute("CREATE TABLE a (b TEXT UNIQUE)")
                held.executemany("INSERT INTO a VALUES (?)", [(str(n) * 40,) for n in range(900)])
                held.commit()
            with mock.patch("studio.backups.database", return_value=path), self.assertNoLogs("studio.operating"):
                self.assertEqual(operating.look_over(), [])
            raw = bytearray(path.read_bytes())
            raw[4096 * 3 : 4096 * 4] = b"\x07" * 4096
            path.write_bytes(raw)
            with mock.patch("studio.backups.database", return_value=path), self.assertLogs("studio.operating") as said:
                self.assertTrue(operating.look_over())
            self.assertIn("restore the last copy", said.output[0])

    @override_settings(READER_DRIVER="shop.Reader")
    def test_a_server_that_starts_without_a_driver_says_which(self):
        with self.assertLogs("studio.operating") as said:
            self.assertEqual(len(operating.look_over()), 1)
        self.assertIn("READER_DRIVER names 'shop.Reader'", said.output[0])

    def test_the_log_says_where_an_error_arose_and_nothing_of_what_was_in_hand(self):
        try:
            raise ValueError("the hall of Mrs Tarn in Fog Bell")
        except ValueError:
            record = logging.LogRecord(
                "studio.errors", logging.ERROR, "x.py", 1, "reference %s", ("ab12",), sys.exc_info()
            )
        line = json.loads(Lines().format(record))
        self.assertEqual((line["error"], line["said"]), ("ValueError", "reference ab12"))
        self.assertIn("test_doors.py:", line["where"])
        self.assertNotIn("Tarn", Lines().format(record))

    def test_the_log_of_others_holds_numbers_and_no_words(self):
        for name, said, filled in (
            ("django.request", "Not Found: %s", ("/shared/secret-of-mrs-tarn/",)),
            ("py.warnings", "%s", ("x.py:3: UserWarning: Mrs Tarn, 3 Fog Bell Lane\n  parse(text)",)),
            ("parser.of.others", "row %s of %d: %s", ("Tarn", 14, "Fog Bell")),
        ):
            record = logging.LogRecord(name, logging.WARNING, "x.py", 1, said, filled, None)
            line = Lines().format(record)
            self.assertNotRegex(line, "(?i)tarn|Fog Bell", name)
        self.assertIn("14", line)
