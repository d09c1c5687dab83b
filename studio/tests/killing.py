"""A studio in a file of its own, and programs that work in it and are killed at some moment."""

import lzma
import os
import random
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from functools import cache
from pathlib import Path

from django.conf import settings
from django.db import connection
from django.test import SimpleTestCase

from studio.backups import faults

OLDER = Path(__file__).parent / "older" / "d26f4b7.sqlite3.xz"
"""A small demo studio, of an earlier version."""


MIGRATE = """
import gc; gc.disable()  # migrations build every model again and again, and each search goes through all of them
import django; django.setup()
from django.core.management import call_command
call_command("migrate", verbosity=0)
"""


def environment(path):
    """Return what a program finds that works in the studio at `path`, whose copies lie beside it."""
    own = {"DATABASE": str(path), "BACKUPS": str(path.parent / "copies")}
    return os.environ | own | {"STUDIO_ENV": "development", "DJANGO_SETTINGS_MODULE": "studio.settings"}


def empty_studio(path):
    """Put an empty studio at `path`: a copy of the one tests run in, since making one by all migrations takes long."""
    connection.ensure_connection()
    with closing(sqlite3.connect(path)) as copy:
        connection.connection.backup(copy)


@cache
def small_demo():
    """Return the small demo studio, brought up to this version, as the bytes of its file."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "own.sqlite3"
        path.write_bytes(lzma.decompress(OLDER.read_bytes()))
        subprocess.run([sys.executable, "-c", MIGRATE], cwd=settings.ROOT, env=environment(path), check=True)
        return path.read_bytes()


class Killing(SimpleTestCase):
    databases = frozenset({"default"})  # an empty studio is a copy of it
    POINTS = 9 if "THOROUGH" in os.environ else 1

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.path = self.folder / "own.sqlite3"
        self.env = environment(self.path)
        self.rng = random.Random(7)

    def with_demo(self, migrated=True):
        """Put the small demo studio there."""
        self.path.write_bytes(small_demo() if migrated else lzma.decompress(OLDER.read_bytes()))

    def run_code(self, code):
        return subprocess.Popen(
            [sys.executable, "-c", code], cwd=settings.ROOT, env=self.env, stdout=subprocess.PIPE, text=True
        )

    def finish(self, code):
        """Run a program to its end, and return what it says."""
        with self.run_code(code) as running:
            said = running.stdout.read()
        self.assertEqual(running.returncode, 0)
        return said

    def kill(self, code, most):
        """Kill a program at some moment after it has begun; nothing may be amiss with the database then."""
        with self.run_code(code) as running:
            self.assertEqual(running.stdout.readline(), "begun\n")
            time.sleep(self.rng.uniform(0.05, most))
            running.kill()
        self.assertEqual(faults(self.path), [])
