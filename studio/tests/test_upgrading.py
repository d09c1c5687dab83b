"""Databases of earlier versions, filled, come up to this one: nothing of them is lost, and every screen opens."""

import lzma
import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

OLDER = sorted((Path(__file__).parent / "older").glob("*.sqlite3.xz"))
"""Demo studios as versions that were landed made them, their decks cut to what is used; named by the version."""
KEPT = ("auth_user", "decks_maker", "decks_colour", "reviews_review", "decks_colourset")
LOOK = """
import gc, os
gc.disable()  # migrations build every model again and again, and each search for garbage goes through all of them

import django
django.setup()
from django.core.management import call_command
call_command("migrate")
call_command("verify")
from django.test import Client
from django.contrib.auth.models import User
from reviews.models import Review
from jobs.models import Job
user = Review.objects.order_by("id").first().owner
client = Client(); client.force_login(user)
paths = ["/", "/jobs/", "/colours/", "/training/", "/viewings/"]
paths += [f"/reviews/{r.pk}/{s}/" for r in Review.objects.all()[:1] for s in ("compare", "verdict")]
paths += [j.get_absolute_url() for j in Job.objects.all()[:1]]
wrong = [path for path in paths if client.get(path, headers={"host": "localhost"}).status_code != 200]
GIVEN_OUT = ("/shared/a-link-of-the-client-given-out-1/", "/join/an-invitation-given-out-earlier-1/",
             "/viewings/feed/a-calendar-of-ones-own-earlier-1.ics")
there = os.environ["VERSION"] == "d26f4b7"
wrong += [path for path in GIVEN_OUT if there and Client().get(path, headers={"host": "localhost"}).status_code != 200]
print(wrong)
"""


class Upgrading(SimpleTestCase):
    def test_each_comes_up_whole(self):
        self.assertGreaterEqual(len(OLDER), 7)
        for packed in OLDER:
            with self.subTest(packed.name), tempfile.TemporaryDirectory() as folder:
                path = Path(folder) / "own.sqlite3"
                path.write_bytes(lzma.decompress(packed.read_bytes()))
                before = self.counts(path)
                self.assertGreater(before["reviews_review"], 2)
                said = self.upgraded(folder, packed.name.split(".")[0])
                self.assertIn("before-migrating", said)
                self.assertIn("sound", said)
                self.assertEqual(said.strip().splitlines()[-1], "[]")
                self.assertEqual(self.counts(path), before)
                [copy] = (Path(folder) / "copies").glob("*.sqlite3")
                self.assertEqual(self.counts(copy), before)

    def counts(self, path):
        with closing(sqlite3.connect(path)) as held:
            return {table: held.execute(f"SELECT count(*) FROM {table}").fetchone()[0] for table in KEPT}

    def upgraded(self, folder, version):
        """Migrate, verify and open screens in a program of its own, and return what it says."""
        env = {"STUDIO_ENV": "development", "DATABASE": f"{folder}/own.sqlite3", "BACKUPS": f"{folder}/copies"}
        env |= {"DJANGO_SETTINGS_MODULE": "studio.settings", "VERSION": version}
        done = subprocess.run(
            [sys.executable, "-c", LOOK], cwd=settings.ROOT, env=os.environ | env, capture_output=True, text=True,
            check=False,
        )  # fmt: skip
        self.assertEqual(done.returncode, 0, done.stderr[-2000:])
        return done.stdout
