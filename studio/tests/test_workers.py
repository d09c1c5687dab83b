"""Several servers on one database serve the same truth, and none makes another's people wait."""

import os
import re
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.parse
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

from studio.tests.killing import empty_studio

SET_UP = """
import django; django.setup()
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
for name in ("ilka", "orrin"):
    user = User.objects.create(username=name)
    session = SessionStore()
    session["_auth_user_id"] = str(user.pk)
    session["_auth_user_backend"] = "django.contrib.auth.backends.ModelBackend"
    session["_auth_user_hash"] = user.get_session_auth_hash()
    session.save()
    print(session.session_key)
"""
TOKEN = "x" * 32


def free_port():
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        return taken.getsockname()[1]


class Person:
    """Somebody signed in, whose requests go to whichever server is named."""

    def __init__(self, session):
        self.headers = {"Cookie": f"sessionid={session}; csrftoken={TOKEN}", "X-CSRFToken": TOKEN}

    def ask(self, server, path, data=None, **headers):
        """Return the status and text of an answer, after redirections on the same server."""
        body = urllib.parse.urlencode(data).encode() if isinstance(data, dict) else data
        request = urllib.request.Request(f"{server}{path}", body, self.headers | headers)
        try:
            with urllib.request.urlopen(request, timeout=30) as answer:
                return answer.status, answer.read().decode(), answer.url.removeprefix(server)
        except urllib.error.HTTPError as wrong:
            return wrong.code, wrong.read().decode(), path

    def send_file(self, server, path, fields, name, content):
        """Send a form with a file, as a browser does."""
        parts = [f'--cut\r\nContent-Disposition: form-data; name="{k}"\r\n\r\n{v}\r\n' for k, v in fields.items()]
        parts.append(f'--cut\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n{content}\r\n')
        body = "".join([*parts, "--cut--\r\n"]).encode()
        return self.ask(server, path, body, **{"Content-Type": "multipart/form-data; boundary=cut"})


class Workers(SimpleTestCase):
    databases = frozenset({"default"})  # an empty studio is a copy of it

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.folder.cleanup)
        cls.database = str(Path(cls.folder.name) / "shared.sqlite3")
        env = os.environ | {
            "DATABASE": cls.database,
            "STUDIO_ENV": "development",
            "DEBUG": "1",
            "DJANGO_SETTINGS_MODULE": "studio.settings",
        }
        empty_studio(cls.database)
        made = subprocess.run(
            [sys.executable, "-c", SET_UP], env=env, cwd=settings.ROOT, check=True, capture_output=True, text=True
        )
        cls.ilka, cls.orrin = (Person(key) for key in made.stdout.split())
        cls.one, cls.two = (cls.serve(env) for _ in range(2))

    @classmethod
    def serve(cls, env):
        port = free_port()
        command = [sys.executable, "manage.py", "runserver", "--noreload", "--nostatic", f"127.0.0.1:{port}"]
        server = subprocess.Popen(
            command, env=env, cwd=settings.ROOT, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
        )
        cls.addClassCleanup(server.wait)
        cls.addClassCleanup(server.terminate)
        address = f"http://127.0.0.1:{port}"
        for _ in range(200):
            try:
                urllib.request.urlopen(f"{address}/health/", timeout=5).close()
                return address
            except OSError:
                time.sleep(0.1)
        raise AssertionError("the server does not answer")

    def lines(self, n, lightness=60):
        rows = [f"Q{i},Slate Tern {i},{lightness + i % 30},{i % 7 - 3},{i % 11 - 5}" for i in range(n)]
        return "\n".join(["code,name,L*,a*,b*", *rows])

    def test_what_one_server_writes_the_other_shows(self):
        self.assertNotIn("Slate Tern", self.listed(self.two))  # and the second server holds the catalogue from now on
        _, _, preview = self.ilka.send_file(
            self.one, "/colours/import/", {"deck_name": "Terns"}, "terns.csv", self.lines(5_000)
        )
        self.assertRegex(preview, r"^/colours/import/\d+/$")
        pages = [self.ilka.ask(self.two, preview)[1], self.ilka.ask(self.one, preview)[1]]
        for page in pages:
            self.assertIn("5,000", page)
        # the parts come in through either server, and both know how far it is
        for server in (self.one, self.two):
            status, _, at = self.ilka.ask(server, f"{preview}apply/", {})
            self.assertEqual((status, at), (200, preview))
        self.assertIn('value="3000" max="5000"', self.ilka.ask(self.one, preview)[1])
        self.assertIn('value="3000" max="5000"', self.ilka.ask(self.two, preview)[1])
        for _ in range(2):
            self.ilka.ask(self.one, f"{preview}apply/", {})
        for server in (self.one, self.two):
            self.assertIn("5,000", self.listed(server))

    def test_a_review_is_the_same_on_both(self):
        review = self.reviewed()
        self.assertIn("wall practice", self.read(self.two, review))
        change = {"method": "short-lists", "neutral": "painted", "neutral_a": "0", "neutral_b": "0"}
        self.assertEqual(self.ilka.ask(self.one, f"{review}basis/", change)[0], 200)
        self.assertEqual(self.read(self.two, review), self.read(self.one, review))
        self.assertNotIn("wall practice", self.read(self.two, review))
        self.assertEqual(self.orrin.ask(self.two, review)[0], 404)

    def reviewed(self):
        """Start a review of an own colour through the first server; return its address."""
        _, _, at = self.ilka.ask(self.one, "/colours/new/hex/", {"name": "Wharf", "hex": "#C4CBC9"})
        self.assertRegex(at, r"^/reviews/\d+/reading/$")
        return at.removesuffix("reading/")

    def read(self, server, review):
        """Return what the reading says, without what is drawn anew for each answer."""
        page = self.ilka.ask(server, f"{review}reading/")[1]
        return re.sub(r'value="\w{64}"', "", page[page.index("<main") : page.index("</main>")])

    def test_one_form_sent_to_both_at_the_same_time_makes_one_thing(self):
        for turn in range(4):
            own = {"csrfmiddlewaretoken": re.search(r'name="csrfmiddlewaretoken" value="(\w+)"',
                                                    self.ilka.ask(self.one, "/jobs/new/")[1])[1]}  # fmt: skip
            sent = {"title": f"Quay {turn}", "pick": "Old Slip", "state": "looking"} | own
            with ThreadPoolExecutor(4) as clicks:
                asked = [clicks.submit(self.ilka.ask, one, "/jobs/new/", sent) for one in (self.one, self.two) * 2]
            self.assertEqual(len({one.result()[2] for one in asked}), 1)
            with closing(sqlite3.connect(self.database)) as held:
                found = held.execute("SELECT count(*) FROM jobs_job WHERE title = ?", (sent["title"],)).fetchone()
            self.assertEqual(found, (1,))

    def test_reading_never_waits_for_who_writes(self):
        review = self.reviewed()
        pages = ["/", "/colours/", "/colours/import/", "/methods/", f"{review}reading/"]
        for page in pages:  # what is kept at a first visit is kept
            self.ilka.ask(self.one, page)
        with closing(sqlite3.connect(self.database, isolation_level=None)) as writer:
            writer.execute("BEGIN IMMEDIATE")
            for page in pages:
                with self.subTest(page):
                    self.assertEqual(self.ilka.ask(self.one, page)[0], 200)
            writer.execute("ROLLBACK")

    def listed(self, server):
        status, page, _ = self.ilka.ask(server, "/colours/")
        self.assertEqual(status, 200)
        return page
