"""The catalogue at hand: rows by id, twins, and a file that leaves as it is made."""

from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.urls import reverse
from hypothesis import given, settings
from hypothesis import strategies as st

from decks import files, queries
from decks.catalogue import catalogue
from decks.models import Colour
from decks.tests import world
from prism import method
from prism.stimulus import from_lab


class Rows(world.Studio):
    def test_rows_of_some_ids_are_those_at_which_they_stand(self):
        held = catalogue(self.isla)
        known = held.ids.tolist()

        @settings(max_examples=60, deadline=None)
        @given(st.sets(st.sampled_from([*known, -1, 0, max(known) + 1, 10**12]), max_size=12))
        def holds(ids):
            self.assertEqual(held.rows_of(ids).tolist(), [row for row, pk in enumerate(known) if pk in ids])

        holds()

    def test_an_empty_catalogue_has_no_rows(self):
        world.own_the_deck(self.isla)
        Colour.objects.all().delete()
        held = catalogue(self.rory)
        self.assertEqual(held.rows_of({1, 2}).tolist(), [])

    def test_what_is_shared_cannot_be_written_to(self):
        held = catalogue(self.isla)
        with self.assertRaises(ValueError):
            held.lab[0, 0] = 1.0

    def test_a_board_needs_no_question_and_what_else_is_asked_of_one_is_fetched(self):
        held = catalogue(self.isla)
        with self.assertNumQueries(0):
            colour = held.boards([3])[0]
            self.assertTrue(colour.name and colour.label and colour.screen)
        with self.assertNumQueries(1):
            self.assertTrue(colour.reflectance)


class Twins(world.Studio):
    def setUp(self):
        super().setUp()
        self.wall = method.load()
        self.subject = world.colour("H16.3")
        at = self.subject
        line = f"O1,Galley,{at.lab_l + 0.2},{at.lab_a},{at.lab_b}"
        files.apply(files.start(self.isla, "Own", "own.csv", f"code,name,L*,a*,b*\n{line}\n".encode()))

    def test_only_twins_with_a_spectrum_are_asked_for_it(self):
        held = catalogue(self.isla)
        with CaptureQueriesContext(connection) as asked:
            found = queries.twins(held, self.subject.stimulus, self.wall)
        self.assertEqual(len(asked), 1)
        by_name = {twin.colour.name: twin for twin in found}
        self.assertIsNone(by_name["Galley"].parting)
        self.assertIsNotNone(by_name[self.subject.name].parting)
        with self.assertNumQueries(0):
            queries.twins(held, from_lab(self.subject.stimulus.lab), self.wall, self.subject.pk)

    def test_they_are_the_nearest_first_and_never_plainly_another(self):
        found = queries.twins(catalogue(self.isla), self.subject.stimulus, self.wall, self.subject.pk)
        apart = [twin.delta_e for twin in found]
        self.assertEqual(apart, sorted(apart))
        self.assertLess(apart[-1], self.wall.plainly_seen)
        self.assertNotIn(self.subject.pk, [twin.colour.pk for twin in found])
        self.assertNotIn("Galley", [t.colour.name for t in queries.twins(
            catalogue(self.rory), self.subject.stimulus, self.wall)])  # fmt: skip


class Leaving(world.Studio):
    def test_a_file_leaves_as_it_is_made(self):
        for kind in ("csv", "json", "xlsx", "cgats", "cxf", "gpl"):
            with self.subTest(kind):
                answer = self.client.get(reverse("deck-export"), {"format": kind})
                self.assertTrue(answer.streaming)
                pieces = [len(piece) for piece in answer.streaming_content]
                self.assertGreater(sum(pieces), 10_000)
                if sum(pieces) > 200_000:
                    self.assertGreater(len(pieces), 2)
                    self.assertLess(max(pieces), 150_000)
