"""A worker is killed (`kill -9`) while it decides, has cans tinted, writes sentences, makes a document, migrates and
goes back to a copy: each act is there whole or not at all, and long work is taken up again.
"""

import sqlite3
from contextlib import closing

from studio.tests.killing import Killing

BEGIN = """
import django; django.setup()
from django.contrib.auth.models import User
from auditlog.context import set_actor
from jobs.models import Job
from reviews.models import Review
user = User.objects.get(username="skerry")
review = Review.objects.filter(owner=user, room__isnull=False).first()
"""
DECIDE = (
    BEGIN
    + """
from viewings import services
print("begun", flush=True)
with set_actor(user):
    while True:
        standing = review.decisions.filter(reopened=None).first()
        if standing: services.reopen(user, standing)
        services.decide(user, review, services.Decided(review.colour, "It holds in the evening.", "matte", litres=5.0))
"""
)
TINT = (
    BEGIN
    + """
from tinting import queries, services
from tinting.models import Machine
from prism.tint.formula import formula
system = queries.system_for(user)
can = system.cans[0]
colour = next(one for one in __import__("decks.models").models.Colour.objects.all() if one.recipe)
print("begun", flush=True)
while True:
    for code in colour.recipe.amounts: services.refill(user, code)
    services.dispense(user, colour, 0, "A can", formula(colour.recipe, can, system))
"""
)
WRITE = (
    BEGIN
    + """
from documents import services
print("begun", flush=True)
n = 0
with set_actor(user):
    while True:
        n += 1
        services.write(user, review, "is", f"Sentence {n}. " * 40, "computed")
"""
)
DOCUMENT = (
    BEGIN
    + """
from background_jobs import services
from background_jobs.models import Work
from background_jobs.doing import do_work
job = Job.objects.first()
from django.utils import timezone
from background_jobs.models import LOST
Work.objects.update(moved=timezone.now() - 2 * LOST)
services.take_up_again()
made = {"owner": user, "kind": "job-document", "asked": {"job": job.pk, "paper": "A4"}}
work = Work.objects.first() or Work.objects.create(**made)
print("begun", flush=True)
do_work(work.pk)
work.refresh_from_db()
print(work.state, bytes(work.content or b"")[:5], bytes(work.content or b"")[-8:])
"""
)
MIGRATE = """
import django; django.setup()
from django.core.management import call_command
print("begun", flush=True)
call_command("migrate", verbosity=0)
call_command("verify")
"""
RESTORE = """
import django; django.setup()
from pathlib import Path
from studio.backups import restore
print("begun", flush=True)
restore(Path("COPY"))
print("done")
"""


class Acts(Killing):
    def rows(self, asked):
        with closing(sqlite3.connect(self.path)) as held:
            return held.execute(asked).fetchall()

    def test_each_act_is_there_whole_or_not_at_all(self):
        self.with_demo()
        for _ in range(self.POINTS):
            self.kill(DECIDE, 1.5)
            [(decided, standing)] = self.rows("SELECT count(*), sum(reopened IS NULL) FROM reviews_decision")
            [(noted,)] = self.rows(
                "SELECT count(*) FROM records_change WHERE thing = 'viewings.Decision' AND action = 0"
            )
            self.assertEqual(decided, noted)
            self.assertLessEqual(standing or 0, 1)
            self.kill(TINT, 1.5)
            [(cans,)] = self.rows("SELECT count(*) FROM tinting_batch")
            serials = self.rows("SELECT serial FROM tinting_machine")
            self.assertEqual([serial for (serial,) in serials], [cans] if serials else [])
            self.kill(WRITE, 1.0)
            for (text,) in self.rows("SELECT text FROM reviews_documentedit"):
                self.assertEqual(len({part.strip() for part in text.split("Sentence ")[1:]}), 1, text)

    def test_a_document_that_was_broken_off_is_made_by_the_next(self):
        self.with_demo()
        for _ in range(self.POINTS):
            self.kill(DOCUMENT, 2.5)
            self.assertIn(self.rows("SELECT state FROM works_work")[0][0], ("waiting", "running", "done"))
        said = self.finish(DOCUMENT)
        self.assertIn("done b'%PDF-'", said)
        self.assertIn("%%EOF", said)

    def test_a_migration_that_was_broken_off_goes_on(self):
        for _ in range(self.POINTS):
            self.with_demo(migrated=False)
            before = self.rows("SELECT count(*) FROM reviews_review")
            self.kill(MIGRATE, 2.0)
            self.assertIn("sound", self.finish(MIGRATE))
            self.assertEqual(self.rows("SELECT count(*) FROM reviews_review"), before)
            self.assertEqual(self.rows("SELECT count(*) FROM reviews_shared WHERE length(digest) = 64"), [(1,)])

    def test_going_back_to_a_copy_is_done_or_not_done(self):
        self.with_demo()
        copy = self.folder / "copy.sqlite3"
        copy.write_bytes(self.path.read_bytes())
        with closing(sqlite3.connect(copy)) as other, other:
            other.execute("DELETE FROM training_wall")
        walls = self.rows("SELECT count(*) FROM training_wall")
        for _ in range(self.POINTS):
            self.kill(RESTORE.replace("COPY", str(copy)), 0.8)
            self.assertIn(self.rows("SELECT count(*) FROM training_wall"), (walls, [(0,)]))
        self.finish(RESTORE.replace("COPY", str(copy)))
        self.assertEqual(self.rows("SELECT count(*) FROM training_wall"), [(0,)])
