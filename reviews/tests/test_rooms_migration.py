"""Lines of text become jobs and rooms; nothing is lost, and a studio's people share them."""

from pathlib import Path
from tempfile import TemporaryDirectory

from django.db import connection, connections
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.loader import MigrationLoader
from django.test import SimpleTestCase

BEFORE = [
    ("decks", "0014_value_revision"),
    ("reviews", "0006_findings"),
    ("jobs", "0001_initial"),
    ("people", "0002_studios"),
]
AFTER = [("reviews", "0007_rooms")]


class OneByOne(MigrationLoader):
    """Every migration that was ever made, and none that stands for several."""

    def load_disk(self):
        super().load_disk()
        self.disk_migrations = {key: one for key, one in self.disk_migrations.items() if not one.replaces}


def one_by_one():
    executor = MigrationExecutor(connection)
    executor.loader = OneByOne(connection)
    return executor


class LinesOfText(SimpleTestCase):
    databases = ["default"]

    def setUp(self):
        """Begin with an empty database, in the place of the one that all tests share."""
        shared = connections["default"]
        self.addCleanup(connections.__setitem__, "default", shared)
        folder = self.enterContext(TemporaryDirectory())
        own = connections.create_connection("default")
        own.settings_dict = shared.settings_dict | {"NAME": str(Path(folder) / "own.sqlite3")}
        self.addCleanup(own.close)
        connections["default"] = own

    def test_text_becomes_jobs_and_rooms_and_back(self):
        executor = one_by_one()
        executor.migrate(BEFORE)
        old = executor.loader.project_state(BEFORE).apps
        make = old.get_model("auth", "User").objects.create
        isla, rory = make(username="isla"), make(username="rory")
        maker = old.get_model("decks", "Maker").objects.create(name="M")
        colour = old.get_model("decks", "Colour").objects.create(
            maker=maker, code="A", name="Fog", lab_l=80, lab_a=0, lab_b=3, lrv=57, screen="#CCCCCC", provenance="screen"
        )
        review = old.get_model("reviews", "Review")
        for owner, job, room in (
            (isla, "Quay", "Loft"), (isla, "quay ", "Galley"), (isla, "Quay", "loft"), (isla, "", "Attic"),
            (isla, "Mill", ""), (isla, "", ""), (rory, "Quay", "Loft"),
        ):  # fmt: skip
            review.objects.create(owner=owner, colour=colour, job=job, room=room)
        executor = one_by_one()
        executor.migrate(AFTER)
        new = executor.loader.project_state(AFTER).apps.get_model("reviews", "Review")
        found = [(r.room.job.title, r.room.name) if r.room else None for r in new.objects.order_by("pk")]
        self.assertEqual(found[0], ("Quay", "Loft"))
        self.assertEqual(found[1], ("Quay", "Galley"))
        self.assertEqual(found[2], ("Quay", "Loft"))
        self.assertEqual(found[3], ("Rooms without a job", "Attic"))
        self.assertEqual(found[4], ("Mill", "No room in particular"))
        self.assertIsNone(found[5])
        rooms = list(new.objects.order_by("pk").values_list("room_id", flat=True))
        self.assertEqual(rooms[0], rooms[2])
        self.assertNotEqual(rooms[0], rooms[6])  # another person's, of another studio
        executor = one_by_one()
        executor.migrate(BEFORE)
        back = executor.loader.project_state(BEFORE).apps.get_model("reviews", "Review")
        texts = list(back.objects.order_by("pk").values_list("job", "room"))
        self.assertEqual(
            texts[:2] + texts[3:6], [("Quay", "Loft"), ("Quay", "Galley"), ("", "Attic"), ("Mill", ""), ("", "")]
        )
