"""Long files by the queue: they go on without their page, are stopped whole, and outlive whoever did them."""

from unittest import mock

from django.urls import reverse
from django.utils import timezone

from background_jobs import services as background_jobs
from background_jobs.doing import Progress, do_work
from background_jobs.models import LOST, Work
from decks import files, work
from decks.models import Colour, Import
from decks.tests.test_files import GOOD, Files

MORE = GOOD + "".join(f"B{i},Bulk {i},{40 + i},0,0,\n" for i in range(8))


class ByTheQueue(Files):
    def setUp(self):
        super().setUp()
        patch = mock.patch.object(files, "PART", 3)
        patch.start()
        self.addCleanup(patch.stop)

    def begin(self, then="background_jobs.services._enqueue"):
        """Bring the first part in, with the queue standing still unless told otherwise."""
        self.upload(MORE)
        held = self.waiting()
        with mock.patch(then):
            self.client.post(reverse("deck-apply", args=[held.pk]))
        return Import.objects.get(pk=held.pk), Work.objects.get()

    def test_the_rest_comes_in_without_the_page(self):
        self.upload(MORE)
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        done = Import.objects.get()
        self.assertEqual((done.state, done.added, len(self.codes())), ("done", 10, 10))
        self.assertEqual(Work.objects.get().said, "deck.csv is in: 10 colours added, 0 changed.")

    def test_the_page_looks_on_while_the_queue_is_at_it_and_else_goes_on_itself(self):
        held, piece = self.begin()
        page = self.client.get(reverse("deck-preview", args=[held.pk]))
        self.assertContains(page, "3 of 10 colours are in")
        self.assertContains(page, "You can leave this page")
        Work.objects.update(moved=timezone.now() - background_jobs.BELIEVED)
        page = self.client.get(reverse("deck-preview", args=[held.pk]))
        self.assertContains(page, f'hx-post="{reverse("deck-apply", args=[held.pk])}"')
        do_work(piece.pk)
        answer = self.client.get(reverse("deck-preview", args=[held.pk]), headers={"HX-Request": "true"})
        self.assertEqual(answer["HX-Redirect"], reverse("deck-import"))

    def test_stopped_half_way_nothing_of_it_is_left(self):
        held, piece = self.begin()
        self.client.post(reverse("work-stop", args=[piece.pk]))
        self.assertEqual(Work.objects.get().state, "stopped")
        Work.objects.update(state="waiting", stop=False)
        calls = []

        def stop_after_one(progress, *how_far):
            calls.append(how_far)
            if len(calls) > 2:
                Work.objects.update(stop=True)
            progress.check()

        with mock.patch.object(Progress, "__call__", stop_after_one):
            do_work(piece.pk)
        self.assertEqual((Work.objects.get().state, Colour.objects.count()), ("stopped", 0))
        self.assertFalse(Import.objects.filter(pk=held.pk).exists())

    def test_a_doer_that_went_is_followed_by_another(self):
        held, _ = self.begin()
        Work.objects.update(state="running", moved=timezone.now() - 2 * LOST)
        self.assertEqual(background_jobs.take_up_again(), 1)
        self.assertEqual((Import.objects.get(pk=held.pk).state, len(self.codes())), ("done", 10))

    def test_one_that_somebody_stopped_meanwhile_is_said_to_be_gone(self):
        held, piece = self.begin()
        self.client.post(reverse("deck-cancel", args=[held.pk]))
        do_work(piece.pk)
        self.assertEqual((Work.objects.get().state, Colour.objects.count()), ("failed", 0))
        self.assertIn("Somebody stopped this import or undid it", Work.objects.get().said)

    def test_a_long_one_is_taken_back_by_the_queue(self):
        self.upload(MORE)
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        with mock.patch("decks.import_views.LONG_UNDO", 5):
            page = self.client.post(reverse("deck-undo", args=[Import.objects.get().pk]), follow=True)
        self.assertContains(page, "The import is undone")
        self.assertEqual((Import.objects.get().state, self.codes()), ("undone", []))
        piece = Work.objects.get(kind=work.UNDO)
        self.assertEqual((piece.state, piece.steps_done), ("done", 10))
