"""A worker is killed (`kill -9`) while a file comes in, while it is taken back, while a copy is made: nothing is half
written, and what was under way goes on to its end. `THOROUGH=1` kills at 27 points instead of a few.
"""

import sqlite3
from contextlib import closing

from studio.backups import faults
from studio.tests.killing import Killing, empty_studio

COUNT = 6_000
SET_UP = """
import django; django.setup()
from django.contrib.auth.models import User
from decks import files
lines = [f"Q{i},Tide {i},{20 + i % 70},{i % 7 - 3},{i % 11 - 5}" for i in range(COUNT)]
files.start(User.objects.create_user("isla"), "Quay", "quay.csv", "\\n".join(["code,name,L*,a*,b*", *lines]).encode())
"""
ACT = """
import django; django.setup()
from pathlib import Path
from decks import files
from decks.models import Import
from studio.backups import back_up
held = Import.objects.get()
print("begun", flush=True)
if "DO" == "in": files.apply(held)
elif "DO" == "out": files.undo(held)
else:
    for _ in range(40): back_up(Path("FOLDER"))
print("done", flush=True)
"""


class Killed(Killing):
    def setUp(self):
        super().setUp()
        empty_studio(self.path)
        self.finish(SET_UP.replace("COUNT", str(COUNT)))

    def there(self):
        with closing(sqlite3.connect(self.path)) as held:
            ((count,),) = held.execute("SELECT count(*) FROM decks_colour")
            ((state, done),) = held.execute("SELECT state, done FROM decks_import")
        return count, state, done

    def test_a_file_that_comes_in_and_goes(self):
        coming, going = (ACT.replace("DO", way) for way in ("in", "out"))
        for _ in range(self.POINTS):
            self.kill(coming, 1.2)
            count, state, done = self.there()
            self.assertIn(count, {0, COUNT, *range(0, COUNT, 1_500)}, state)
            self.assertEqual(count, done)
        self.finish(coming)
        self.assertEqual(self.there(), (COUNT, "done", COUNT))
        for _ in range(self.POINTS):
            self.kill(going, 0.8)
            self.assertEqual(self.there()[0] % 1_500, 0)
        self.finish(going)
        self.assertEqual(self.there()[:2], (0, "undone"))

    def test_a_copy_that_is_broken_off_stands_under_no_name(self):
        copies = self.folder / "copies"
        code = ACT.replace("DO", "copy").replace("FOLDER", str(copies))
        for _ in range(self.POINTS):
            self.kill(code, 0.5)
            for made in copies.glob("*.sqlite3"):
                self.assertEqual(faults(made), [])
