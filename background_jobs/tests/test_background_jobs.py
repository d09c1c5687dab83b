"""Long work: begun once, done, stopped, failed, taken up again after an interruption; a person sees their own."""

import time
from datetime import timedelta
from unittest.mock import patch

from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.test import TestCase, override_settings
from django.urls import reverse
from django.utils import timezone

from background_jobs import doing, pruning, schedule, services
from background_jobs.doer import is_gone, this_process
from background_jobs.doing import Result, WorkError
from background_jobs.models import LOST, Work
from prism import words

KINDS = {
    name: f"background_jobs.tests.test_background_jobs.{name}"
    for name in ("made", "refused", "broken", "counted", "last")
}


def made(by, asked, progress):
    """Give back what was asked."""
    progress(1, 2)
    return Result(asked["text"].encode(), "note.txt", "text/plain")


def refused(by, asked, progress):
    """Refuse."""
    raise WorkError("There is nothing to make it of.")


def broken(by, asked, progress):
    """Fail in a way that nobody foresaw."""
    raise ZeroDivisionError


def counted(by, asked, progress):
    """Count, while somebody asks for it to stop at the third step."""
    for i in range(9):
        if i == 3:
            services.stop(Work.objects.get(kind="counted"))
        progress(i, 9)
    raise AssertionError("it was not stopped")


def last(by, asked, progress):
    """Be asked to stop during the last step."""
    services.stop(Work.objects.get(kind="last"))
    return Result(b"", "note.txt", "text/plain")


@override_settings(WORKS=KINDS)
class Works(TestCase):
    def test_what_a_process_that_is_gone_was_at_is_taken_up_at_once(self):
        work = services.begin(self.isla, "made", "A note", text="Hello")
        machine, number, _ = this_process().split(" ")
        gone = f"{machine} {number} 1"  # a process of that number which began at another moment
        self.assertTrue(is_gone(gone))
        self.assertFalse(is_gone(this_process()))
        self.assertFalse(is_gone("another-machine 1 1"))
        Work.objects.filter(pk=work.pk).update(state="running", moved=timezone.now(), doer=this_process())
        self.assertEqual(services.take_up_again(), 0)
        Work.objects.filter(pk=work.pk).update(doer=gone)
        self.assertEqual(services.take_up_again(), 1)

    def test_a_look_that_fails_is_not_the_last(self):
        looks = []

        def look():
            looks.append(1)
            if len(looks) == 1:
                raise ZeroDivisionError

        with (
            patch.object(schedule, "EVERY", 0.01),
            patch.object(schedule, "look", look),
            self.assertLogs("background_jobs"),
        ):
            schedule.keep_looking()
            for _ in range(200):
                if len(looks) > 1:
                    break
                time.sleep(0.01)
        self.assertGreater(len(looks), 1)

    def test_sessions_and_results_of_long_ago_go(self):
        Session.objects.create(session_key="old", session_data="", expire_date=timezone.now() - timedelta(days=1))
        Session.objects.create(session_key="new", session_data="", expire_date=timezone.now() + timedelta(days=1))
        pruning.scheduled()
        self.assertEqual([one.session_key for one in Session.objects.filter(session_key__in=("old", "new"))], ["new"])

    def setUp(self):
        self.isla = User.objects.create_user("isla")
        self.client.force_login(self.isla)

    def test_what_came_of_it_is_fetched(self):
        work = services.begin(self.isla, "made", "A note", text="Hello")
        self.assertEqual((work.state, work.steps_done, work.steps), ("done", 2, 2))
        page = self.client.get(work.get_absolute_url())
        self.assertContains(page, "Open it")
        self.assertNotContains(page, "every 1s")
        self.assertEqual(self.client.get(work.get_absolute_url(), headers={"HX-Request": "true"})["HX-Refresh"], "true")
        file = self.client.get(reverse("work-result", args=[work.pk]))
        self.assertEqual((file.content, file["Content-Type"]), (b"Hello", "text/plain"))

    def test_it_is_stopped_between_steps(self):
        work = services.begin(self.isla, "counted", "A count")
        self.assertEqual((work.state, work.steps_done, work.said), ("stopped", 3, words.background_jobs.WORK_STOPPED))
        self.assertEqual(self.client.get(reverse("work-result", args=[work.pk])).status_code, 404)
        self.assertEqual(services.begin(self.isla, "last", "L").state, "stopped")

    def test_what_fails_says_so_and_what_to_quote(self):
        self.assertEqual(services.begin(self.isla, "refused", "R").said, "There is nothing to make it of.")
        with self.assertLogs("background_jobs.doing", "ERROR"):
            work = services.begin(self.isla, "broken", "B")
        self.assertEqual(work.state, "failed")
        self.assertContains(self.client.get(work.get_absolute_url()), f"work {work.pk}")
        with self.assertRaises(KeyError):
            services.begin(self.isla, "unknown", "U")

    def test_what_waits_is_begun_once_stopped_at_once_and_done_later(self):
        with patch.object(services, "_enqueue"):
            work = services.begin(self.isla, "made", "A note", text="a")
            again = services.begin(self.isla, "made", "A note", text="a")
            other = services.begin(self.isla, "made", "A note", text="b")
        self.assertEqual((again.pk, work.state), (work.pk, "waiting"))
        page = self.client.get(work.get_absolute_url(), headers={"HX-Request": "true"})
        self.assertContains(page, "Waiting for its turn")
        self.assertContains(page, "every 1s")
        self.client.post(reverse("work-stop", args=[work.pk]))
        doing.do_work(work.pk)  # comes too late
        doing.do_work(other.pk)
        self.assertEqual([Work.objects.get(pk=one.pk).state for one in (work, other)], ["stopped", "done"])

    def test_what_was_under_way_when_the_worker_went_is_taken_up_again(self):
        with patch.object(services, "_enqueue"):
            work = services.begin(self.isla, "made", "A note", text="a")
        Work.objects.filter(pk=work.pk).update(state="running", moved=timezone.now() - 2 * LOST)
        self.assertContains(self.client.get(work.get_absolute_url()), "Interrupted. It continues")
        self.assertEqual(services.take_up_again(), 1)
        self.assertEqual(Work.objects.get(pk=work.pk).state, "done")
        self.assertEqual(services.take_up_again(), 0)

    def test_what_another_person_began_is_none_of_ones_own(self):
        work = services.begin(User.objects.create_user("kit"), "made", "A note", text="a")
        for address in ("work", "work-result"):
            self.assertEqual(self.client.get(reverse(address, args=[work.pk])).status_code, 404)
        self.assertEqual(self.client.post(reverse("work-stop", args=[work.pk])).status_code, 404)

    def test_results_of_long_ago_go(self):
        work = services.begin(self.isla, "made", "A note", text="a")
        Work.objects.filter(pk=work.pk).update(made=timezone.now() - 2 * services.KEPT_FOR)
        services.begin(self.isla, "made", "A note", text="a")
        self.assertEqual(Work.objects.count(), 1)

    def test_the_worker_command_works_until_it_is_told_to_go(self):
        with patch("background_jobs.management.commands.work.call_command") as worker:
            call_command("work")
        worker.assert_called_once_with("db_worker", verbosity=1, startup_delay=False)
