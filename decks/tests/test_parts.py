"""Long files by parts: few statements in each, one short transaction after another, and any server goes on."""

from unittest import mock

from django.db import connection, transaction
from django.test import TestCase
from django.test.utils import CaptureQueriesContext
from django.urls import reverse
from hypothesis import given, settings
from hypothesis import strategies as st

from decks import files, services
from decks.models import Colour, Import, Maker, ValueRevision
from decks.tests import world

MOST = 40
"""Statements in which a part is written, however many colours it holds."""


def table(lightness, count=90):
    """Return a file of so many colours."""
    lines = [f"P{i},Fender {i},{lightness + i % 7},{i % 5 - 2},{i % 9 - 4}" for i in range(count)]
    return "\n".join(["code,name,L*,a*,b*", *lines]).encode()


class Parts(TestCase):
    def setUp(self):
        self.isla = world.person()
        self.pauses = []
        for patch in (
            mock.patch.object(files, "PART", 40),
            mock.patch("decks.files.time.sleep", self.pauses.append),
            mock.patch("decks.import_views.hand_over"),
        ):
            patch.start()
            self.addCleanup(patch.stop)

    def start(self, lightness, **more):
        return files.start(self.isla, "Long", "long.csv", table(lightness, **more))

    def lightness(self):
        return set(Colour.objects.filter(code="P0").values_list("lab_l", flat=True))

    def statements(self, act):
        """Return how many statements an act takes, and in how many transactions or savepoints."""
        with CaptureQueriesContext(connection) as asked:
            act()
        begun = [one for one in asked if one["sql"].startswith("SAVEPOINT")]
        return len(asked), len(begun)

    def test_a_part_takes_few_statements_also_where_colours_change(self):
        files.apply(self.start(50))
        counts = []
        for part in (20, 200):
            with mock.patch.object(files, "PART", part):
                changing = self.start(60 + part / 100, count=part)
                counts.append(self.statements(lambda waiting=changing: files.advance(waiting))[0])
        self.assertLess(max(counts), MOST)
        self.assertLess(counts[1], 2 * counts[0])

    def test_each_part_is_a_transaction_of_its_own(self):
        waiting = self.start(50)
        for done in (40, 80, 90):
            _, begun = self.statements(lambda: files.advance(Import.objects.get(pk=waiting.pk)))
            self.assertGreaterEqual(begun, 1)
            self.assertEqual(Import.objects.get(pk=waiting.pk).done, done)
            self.assertEqual(Colour.objects.count(), done)
        self.assertEqual(Import.objects.get(pk=waiting.pk).state, Import.State.DONE)

    def test_others_get_their_turn_between_parts(self):
        done = files.apply(self.start(50))
        self.assertEqual(self.pauses, [files.BREATH] * 2)
        self.assertGreater(files.BREATH, 0.1)  # the longest that SQLite sleeps before it asks for the lock again
        self.pauses.clear()
        files.undo(done)
        self.assertEqual(self.pauses, [files.BREATH] * 3)

    def test_two_servers_at_one_part_write_it_once(self):
        waiting = self.start(50)
        slower = Import.objects.get(pk=waiting.pk)  # both read how far it is before either writes
        files.advance(waiting)
        came = files.advance(slower)
        self.assertEqual((came.done, Colour.objects.count()), (40, 40))
        files.apply(came)
        self.assertEqual(Colour.objects.count(), 90)
        self.assertEqual(Colour.objects.values("code").distinct().count(), 90)

    def test_taking_back_restores_by_parts_and_goes_on_where_it_was_broken_off(self):
        files.apply(self.start(50))
        changed = files.apply(self.start(60))
        self.assertEqual(self.lightness(), {60.0})
        self.assertEqual(ValueRevision.objects.count(), 90)
        times = []

        def breaks(*arguments):
            times.append(1)
            if len(times) == 2:
                raise RuntimeError("the server was stopped")
            return services.restore_values(*arguments)

        with mock.patch.object(files, "restore_values", breaks), self.assertRaises(RuntimeError):
            files.undo(changed)
        changed.refresh_from_db()
        self.assertEqual(changed.state, Import.State.UNDOING)
        half = Colour.objects.filter(lab_l__lt=60).count()
        self.assertEqual(half, 40)
        files.undo(changed)
        changed.refresh_from_db()
        self.assertEqual((changed.state, self.lightness()), (Import.State.UNDONE, {50.0}))
        self.assertEqual(Colour.objects.filter(lab_l__lt=60).count(), 90)

    def test_taking_back_takes_few_statements(self):
        first = files.apply(self.start(50, count=400))
        with mock.patch.object(files, "PART", 400):
            self.assertLess(self.statements(lambda: files.undo(first))[0], MOST)
        self.assertFalse(Colour.objects.exists() or Maker.objects.filter(owner=self.isla).exists())

    def test_a_part_that_fails_leaves_the_parts_before_it_and_can_be_stopped(self):
        waiting = self.start(50)
        files.advance(waiting)
        with mock.patch.object(files, "_bring", side_effect=RuntimeError), self.assertRaises(RuntimeError):
            files.advance(Import.objects.get(pk=waiting.pk))
        self.assertEqual(Import.objects.get(pk=waiting.pk).done, 40)
        files.stop(Import.objects.get(pk=waiting.pk))
        self.assertFalse(Colour.objects.exists())
        self.assertFalse(Import.objects.exists())

    def test_who_waits_for_a_file_that_is_being_taken_back_stays_until_it_is_out(self):
        self.client.force_login(self.isla)
        waiting = self.start(50)
        ask = reverse("deck-apply", args=[waiting.pk])
        self.assertContains(self.client.post(ask, headers={"HX-Request": "true"}), "40 of 90 colours are in")
        Import.objects.filter(pk=waiting.pk).update(state=Import.State.UNDOING)
        meanwhile = self.client.post(ask, headers={"HX-Request": "true"})
        self.assertContains(meanwhile, "long.csv is being undone.")
        self.assertContains(meanwhile, "load delay:400ms")
        self.assertEqual(Colour.objects.count(), 40)
        files.undo(Import.objects.get(pk=waiting.pk))
        after = self.client.post(ask, headers={"HX-Request": "true"})
        self.assertEqual(after.headers["HX-Redirect"], reverse("deck-import"))
        self.assertFalse(Colour.objects.exists())

    def test_parts_of_any_size_bring_in_the_same(self):
        @settings(max_examples=8, deadline=None)
        @given(st.integers(1, 120))
        def holds(size):
            with transaction.atomic():
                with mock.patch.object(files, "PART", size):
                    done = files.apply(self.start(50))
                self.assertEqual((done.state, done.done, done.added), (Import.State.DONE, 90, 90))
                self.assertEqual(Colour.objects.count(), 90)
                transaction.set_rollback(True)

        holds()
