"""How pages fall: random jobs, of one room to twelve, leave no page with a few lines. `THOROUGH=1` for forty."""

import io
import os
import random
from functools import cache
from unittest.mock import patch

import numpy as np
import pypdf

from decks.tests import world
from documents.document import Document
from documents.job import JobDocument
from documents.pdf import pdf
from jobs import services as job_services
from jobs.drawn import SIZES
from jobs.models import Job, LampSort, Room, Window
from people.models import PAPERS
from people.queries import studio_of
from prism.formats.pixels import as_jpeg
from reviews import services
from steps import services as step_services

COUNT = 40 if "THOROUGH" in os.environ else 3
FEWEST = 5
LONG = "room with a long name, under the eaves on the north side"
SAYING = "It holds its blue beside the tiles. "


@cache
def grey_picture():
    wide, high = SIZES["look"]
    return as_jpeg(np.full((high, wide, 3), 128, dtype=np.uint8))


class Composition(world.Studio):
    def setUp(self):
        super().setUp()
        self.enterContext(patch("jobs.drawn.Drawn.jpeg", lambda drawn, size: grey_picture()))
        self.colours = list(world.Colour.objects.filter(maker__isnull=False)[:300])

    def job(self, number):
        """Return a job of random rooms: known or not, with windows or none, reviewed or not, much or little said."""
        chance = random.Random(number)
        title = f"Quay {number}" + " and the long house behind it" * chance.randint(0, 2)
        client = chance.choice(["", "Mrs Farr"])
        job = job_services.keep_job(
            self.isla, Job(), {"title": title, "latitude": 57.0, "longitude": -2.0, "client": client}
        )
        for place in range(chance.choice([1, 1, 2, 3, 5, 12] if COUNT > 3 else [1, 2, 3])):
            name = LONG if chance.random() < 0.2 else "Room"
            size = {"width": chance.uniform(2.5, 7), "depth": chance.uniform(2.5, 6), "height": 2.5}
            room = Room.objects.create(job=job, name=f"{name} {place}", **(size if chance.random() < 0.85 else {}))
            if room.width and chance.random() < 0.9:
                Window.objects.create(room=room, wall=chance.choice(["north", "east", "south", "west"]),
                                      width=1.2, height=1.3, sill=0.9)  # fmt: skip
            if room.width and chance.random() < 0.7:
                LampSort.objects.create(room=room, count=4, lumens=800, kelvin=2700)
            if chance.random() < 0.85:
                self.review(chance, room)
        return job

    def review(self, chance, room):
        review = step_services.start(self.isla, chance.choice(self.colours))
        services.move(review, room)
        if chance.random() < 0.5:
            review.verdict = SAYING * chance.randint(1, 12)
            review.save()
        for _ in range(chance.randint(0, 4)):
            services.shortlist(review, chance.choice(self.colours))
        return review

    def assert_full(self, made, **said):
        pages = [page.extract_text().splitlines() for page in pypdf.PdfReader(io.BytesIO(made)).pages]
        for number, lines in enumerate(pages[:-1], 1):
            with self.subTest(page=number, **said):
                self.assertGreaterEqual(len([line for line in lines if line.strip()]), FEWEST)

    def test_no_page_of_a_job_has_a_few_lines_on_it(self):
        studio = studio_of(self.isla)
        for number in range(COUNT):
            job = self.job(number)
            for paper in PAPERS:
                self.assert_full(JobDocument(self.isla, job).pdf(studio, paper), job=number, paper=paper)

    def test_nor_of_a_room_whatever_is_known_of_it(self):
        studio = studio_of(self.isla)
        for number in range(COUNT):
            chance = random.Random(900 + number)
            job = self.job(number)
            review = self.review(chance, job.rooms.first())
            for evidence in (False, True):
                made = pdf(Document(review), studio, chance.choice(PAPERS), evidence)
                self.assert_full(made, review=number, evidence=evidence)
