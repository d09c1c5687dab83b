"""The house itself: settings, health, signing in, the demo."""

import os
import re
import subprocess
import sys
from pathlib import Path

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.staticfiles import finders
from django.core.management import call_command
from django.db import connection
from django.test import Client, TestCase, override_settings
from django.urls import reverse

from jobs.models import Job, Room
from people.models import Member
from reviews.models import Review
from studio import glossary


def start(**environment):
    """Start Python with the settings under an environment; return status and what was said."""
    keep = {key: value for key, value in os.environ.items() if key not in ("SECRET_KEY", "ALLOWED_HOSTS")}
    done = subprocess.run(
        [sys.executable, "-c", "import django; django.setup()"],
        cwd=settings.ROOT,
        env=keep | {"DJANGO_SETTINGS_MODULE": "studio.settings"} | environment,
        capture_output=True,
        text=True,
        check=False,
    )
    return done.returncode, done.stderr


KEY = "".join(chr(33 + i) for i in range(60))


class Settings(TestCase):
    def test_production_refuses_to_start_without_key_and_hosts(self):
        status, said = start(STUDIO_ENV="production")
        self.assertNotEqual(status, 0)
        self.assertIn("SECRET_KEY is empty", said)
        status, said = start(STUDIO_ENV="production", SECRET_KEY=KEY)
        self.assertNotEqual(status, 0)
        self.assertIn("ALLOWED_HOSTS is empty", said)
        self.assertEqual(start(STUDIO_ENV="production", SECRET_KEY=KEY, ALLOWED_HOSTS="studio.test")[0], 0)
        self.assertIn("choose demo", start(STUDIO_ENV="live")[1])

    def test_sqlite_is_set_for_many_writers(self):
        options = settings.DATABASES["default"]["OPTIONS"]
        self.assertEqual((options["transaction_mode"], options["timeout"]), ("IMMEDIATE", 20))
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA synchronous")
            self.assertEqual(cursor.fetchone()[0], 1)
            cursor.execute("PRAGMA foreign_keys")
            self.assertEqual(cursor.fetchone()[0], 1)


class Doors(TestCase):
    def test_health_needs_nobody(self):
        self.assertEqual(self.client.get(reverse("health")).json(), {"status": "ok"})

    def test_signing_in_and_out(self):
        User.objects.create_user("isla", password="a long enough pass phrase")
        page = self.client.post(reverse("sign-in"), {"username": "isla", "password": "wrong"})
        self.assertContains(page, "Please enter a correct")
        self.assertContains(page, 'value="isla"')
        page = self.client.post(reverse("sign-in"), {"username": "isla", "password": "a long enough pass phrase"})
        self.assertRedirects(page, reverse("home"))
        self.client.post(reverse("sign-out"))
        self.assertEqual(self.client.get(reverse("home")).status_code, 302)

    def test_too_many_tries_are_stopped(self):
        User.objects.create_user("isla", password="a long enough pass phrase")
        for _ in range(settings.AXES_FAILURE_LIMIT):
            last = self.client.post(reverse("sign-in"), {"username": "isla", "password": "wrong"})
        self.assertEqual(last.status_code, 429)

    def test_posts_need_a_token(self):
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(strict.post(reverse("sign-in"), {"username": "a", "password": "b"}).status_code, 403)

    def test_the_demo_door_exists_in_the_demo_only(self):
        self.assertEqual(self.client.post(reverse("enter-demo")).status_code, 404)
        self.assertNotContains(self.client.get(reverse("sign-in")), "Enter the demo")
        with Path(os.devnull).open("w") as nowhere:
            call_command("load_demo", stdout=nowhere)
        with override_settings(DEMO=True):
            self.assertContains(self.client.get(reverse("sign-in")), "Enter the demo")
            self.assertRedirects(self.client.post(reverse("enter-demo")), reverse("home"))


class Demo(TestCase):
    def test_loading_twice_changes_nothing(self):
        for _ in range(2):
            with Path(os.devnull).open("w") as nowhere:
                call_command("load_demo", stdout=nowhere)
        self.assertEqual(Review.objects.count(), 9)
        self.assertEqual((Job.objects.count(), Room.objects.count(), Member.objects.count()), (1, 6, 3))
        self.assertEqual(User.objects.count(), 3)


class Templates(TestCase):
    def test_every_file_that_a_template_serves_is_there(self):
        pages = [page for page in settings.ROOT.glob("*/templates/**/*.html") if "node_modules" not in page.parts]
        text = "".join(page.read_text(encoding="utf-8") for page in pages)
        named = set(re.findall(r"{% static '([^']+)' %}", text))
        self.assertGreater(len(named), 10)
        self.assertEqual([name for name in sorted(named) if finders.find(name) is None], [])


class Meanings(TestCase):
    def test_the_glossary_is_shown_without_names_of_the_code(self):
        self.client.force_login(User.objects.create_user("isla"))
        page = self.client.get(reverse("words"))
        self.assertRegex(page.content.decode(), r"<dt[^>]*>neutral line\s*</dt>")
        self.assertContains(page, "red or green, yellow or blue")
        text = page.content.decode()
        for mark in ("`", "**", "prism.", "In the code only", "\\"):
            self.assertNotIn(mark, text[text.index("<main") : text.index("</main>")])

    def test_every_row_of_it_is_read(self):
        shown = glossary.PAGE.read_text().split(f"## {glossary.NOT_SHOWN}")[0]
        rows = sum(line.startswith("| **") for line in shown.splitlines())
        self.assertEqual(sum(len(found) for _, found in glossary.sections()), rows)
