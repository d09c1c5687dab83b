"""Pictures, jobs and archives whose content was changed with their digests made to fit: what cannot be is refused in
words, and nothing of it is kept. `THOROUGH=1` for thousands.
"""

import io
import json
import os
import tempfile
from pathlib import Path

import numpy as np
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import transaction
from django.test import SimpleTestCase, TransactionTestCase
from PIL import Image

from decks.models import Colour
from decks.tests import world
from documents.sharing import services as sharing_services
from jobs.models import Job, Room
from people.models import Member
from prism.tests.mutating import Reader, attack, other_values
from records import job_file
from records.tests.test_job_file import WithJob
from reviews import services
from steps import services as step_services
from studio import demo_station as station
from studio.archive import ArchiveError, export, restore
from studio.tests import archived
from web.pictures import PictureError, cleaned

MORE = 40 if "THOROUGH" in os.environ else 1


class Pictures(SimpleTestCase):
    def test_what_is_no_picture_any_more_is_refused_in_words(self):
        drawn = Image.effect_noise((60, 40), 60).convert("RGB")
        for kind in ("PNG", "JPEG", "WEBP"):
            held = io.BytesIO()
            drawn.save(held, kind, **({"exif": Image.Exif()} if kind == "JPEG" else {}))
            reader = Reader(kind, lambda raw: cleaned(io.BytesIO(raw)), PictureError, held.getvalue())
            self.assertTrue(reader.read(reader.sound).startswith(b"\xff\xd8"))
            self.assertEqual(attack(reader, 150 * MORE, seed=7)[2], [])


class Jobs(WithJob):
    def test_whatever_a_job_says_it_is_taken_up_whole_or_not_at_all(self):
        sharing_services.share(self.isla, self.job, [self.review], 30)
        sharing_services.share(self.isla, self.job, [], 30)
        sound = json.loads(job_file.written(self.job))
        del sound["digest"]
        body, rng, refused = json.dumps(sound).encode(), np.random.default_rng(7), 0
        job_file.take_up(self.other, job_file.checked(sound | {"digest": job_file._digest(sound)}))
        for number in range(60 * MORE):
            held = json.loads(other_values(body, rng))
            before = [model.objects.count() for model in (Job, Room, Colour, User, Member)]
            point = transaction.savepoint()
            try:
                job_file.take_up(self.other, job_file.checked(held | {"digest": job_file._digest(held)}))
            except job_file.JobFileError as wrong:
                self.assertTrue(str(wrong))
                refused += 1
                self.assertEqual(before, [model.objects.count() for model in (Job, Room, Colour, User, Member)], number)
            transaction.savepoint_rollback(point)
        self.assertGreater(refused, 5 * MORE)


class Archives(TransactionTestCase):
    def test_whatever_an_archive_says_it_is_restored_whole_or_not_at_all(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        file = Path(folder.name) / "studio.zip"
        world.load_deck()
        isla = world.person()
        rooms = station.enter(isla)
        services.move(step_services.start(isla, world.colour()), rooms["Library"])
        export(file)
        manifest, data = archived.read(file)
        lines = data.splitlines(keepends=True)
        rng = np.random.default_rng(7)
        for number in range(20 * MORE):
            call_command("flush", interactive=False, verbosity=0)
            spoilt, at = list(lines), int(rng.integers(len(lines)))
            spoilt[at] = other_values(lines[at], rng) + b"\n"
            archived.write_fitting(file, manifest, b"".join(spoilt))
            try:
                restore(file)
            except ArchiveError as wrong:
                self.assertTrue(str(wrong))
                self.assertFalse(User.objects.exists() or Colour.objects.exists() or Job.objects.exists(), number)
