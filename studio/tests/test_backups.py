"""Copies of a studio on disk: made while it is written to, verified, pruned, restored; before migrating; in words."""

import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.db import OperationalError
from django.test import SimpleTestCase, TestCase
from django.urls import reverse

from decks.tests import world
from prism import words
from studio import backups
from studio.tests.killing import empty_studio


class Rule(SimpleTestCase):
    def test_days_then_weeks_then_months_are_kept_and_the_newest_always(self):
        now = datetime(2026, 11, 26, 12, tzinfo=UTC)
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            for days in range(900):
                at = now - timedelta(days=days)
                (folder / f"studio-{at.strftime(backups.STAMP)}.sqlite3").touch()
            (folder / "own.sqlite3").touch()
            (folder / "studio-holiday.sqlite3").touch()
            backups.prune(folder, now)
            ages = [(now - at).days for at, _ in backups.copies(folder)]
            self.assertEqual(ages[:8], list(range(8)))
            self.assertEqual(len([age for age in ages if 7 < age <= 56]), 7)
            self.assertTrue(20 <= len([age for age in ages if age > 56]) <= 24, ages)
            self.assertLessEqual(max(ages), 31 * backups.MONTHS)
            self.assertTrue((folder / "own.sqlite3").exists() and (folder / "studio-holiday.sqlite3").exists())
            old = now + timedelta(days=4_000)
            backups.prune(folder, old)
            self.assertEqual(len(backups.copies(folder)), 1)


class OnDisk(SimpleTestCase):
    databases = frozenset({"default"})  # an empty studio is a copy of it

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.path, self.copies = self.folder / "own.sqlite3", self.folder / "copies"

    def run_command(self, *command, fails=False):
        env = os.environ | {"STUDIO_ENV": "development", "DATABASE": str(self.path), "BACKUPS": str(self.copies)}
        done = subprocess.run(
            [sys.executable, "manage.py", *command], cwd=settings.ROOT, env=env, capture_output=True, text=True,
            check=False,
        )  # fmt: skip
        self.assertEqual(bool(done.returncode), fails, done.stderr)
        return done.stdout + done.stderr

    def rows(self, path):
        with closing(sqlite3.connect(path)) as held:
            return held.execute("SELECT username FROM auth_user ORDER BY id").fetchall()

    def add(self, name):
        held = sqlite3.connect(self.path)
        held.execute("PRAGMA journal_mode=WAL")
        held.execute("PRAGMA wal_autocheckpoint=0")
        held.execute(
            "INSERT INTO auth_user (username, password, is_superuser, is_staff, is_active, first_name, last_name, "
            "email, date_joined) VALUES (?, '', 0, 0, 1, '', '', '', '2026-01-01')",
            (name,),
        )
        held.commit()
        return held

    def test_copied_in_use_restored_with_a_way_back_and_refused_where_faulty(self):
        self.run_command("migrate", "contenttypes", "-v0")
        self.assertEqual(list(self.copies.glob("*")), [])  # nothing was there to be copied
        self.path.unlink()
        empty_studio(self.path)
        with closing(self.add("isla")):  # stands in the log beside the file, as what was written last does
            made = Path(self.run_command("backup", str(self.copies)).strip())
            self.assertEqual(made.parent, self.copies)
            self.assertEqual(made.stat().st_mode & 0o077, 0)
            self.assertEqual(self.rows(made), [("isla",)])
            self.assertIn("sound", self.run_command("verify"))
        with closing(self.add("rory")):
            said = self.run_command("restore", str(made))
        self.assertEqual(self.rows(self.path), [("isla",)])
        before = next(path for _, path in backups.copies(self.copies) if "before-restore" in path.name)
        self.assertIn(str(before), said)
        self.assertEqual(self.rows(before), [("isla",), ("rory",)])

        torn = self.folder / "torn.sqlite3"
        torn.write_bytes(made.read_bytes()[:40_000])
        for path, words_text in ((torn, "faulty"), (self.folder / "none.sqlite3", "There is no file")):
            self.assertIn(words_text, self.run_command("restore", str(path), fails=True))
        empty = self.folder / "empty.sqlite3"
        sqlite3.connect(empty).close()
        self.assertIn(words.archives.BACKUP_NONE, self.run_command("restore", str(empty), fails=True))
        newer = self.folder / "newer.sqlite3"
        newer.write_bytes(made.read_bytes())
        with closing(sqlite3.connect(newer)) as held:
            held.execute("INSERT INTO django_migrations (app, name, applied) VALUES ('decks', '9999_x', '2026-01-01')")
            held.commit()
        self.assertIn(words.archives.BACKUP_NEWER, self.run_command("restore", str(newer), fails=True))
        self.assertEqual(self.rows(self.path), [("isla",)])

        with closing(sqlite3.connect(self.path)) as held:
            held.execute("DELETE FROM django_migrations WHERE app = 'training' AND name = '0002_practice'")
            held.execute("ALTER TABLE training_wall DROP COLUMN given")
            held.commit()
        said = self.run_command("migrate", "training", fails=True)  # what it adds is there in part already
        self.assertIn("Copied to", said)
        self.assertTrue(any("before-migrating" in path.name for _, path in backups.copies(self.copies)))

    def test_a_folder_that_cannot_be_written_is_said(self):
        empty_studio(self.path)
        (self.folder / "file").touch()
        self.assertIn("No copy could be made", self.run_command("backup", str(self.folder / "file" / "x"), fails=True))


class InWords(world.Studio):
    def test_a_full_disk_and_a_database_that_cannot_be_written_are_said(self):
        self.client.raise_request_exception = False
        for text, said in words.archives.STORE_TROUBLES.items():
            with mock.patch("methods.services.judge_by", side_effect=OperationalError(f"attempt: {text}")):
                page = self.client.post(reverse("method-usual"), {"method": "wall-practice"})
            self.assertEqual(page.status_code, 503)
            self.assertContains(page, said, status_code=503)
            self.assertContains(page, "Reference ", status_code=503)

    def test_what_nobody_foresaw_has_a_reference_that_the_log_has_too(self):
        self.client.raise_request_exception = False
        with (
            mock.patch("methods.services.judge_by", side_effect=RuntimeError("Fog Bell of Mrs Tarn")),
            self.assertLogs("studio.errors") as logged,
        ):
            page = self.client.post(reverse("method-usual"), {"method": "wall-practice"})
        reference = page.content.decode().partition("Reference ")[2][:8]
        self.assertIn(reference, logged.output[0])
        self.assertNotContains(page, "Tarn", status_code=500)


class Scheduled(TestCase):
    def test_the_day_s_copy_is_made_once_a_day(self):
        with (
            tempfile.TemporaryDirectory() as folder,
            self.settings(BACKUPS=folder),
            mock.patch("studio.backups.back_up") as made,
        ):
            backups.scheduled()
            self.assertEqual(made.call_count, 1)
            (Path(folder) / f"studio-{datetime.now(UTC).strftime(backups.STAMP)}.sqlite3").touch()
            backups.scheduled()
            self.assertEqual(made.call_count, 1)
