"""Clocks that people and machines set: both nights on which summer time changes, and one that is set back."""

from datetime import UTC, datetime, timedelta
from unittest.mock import patch
from uuid import uuid4
from zoneinfo import ZoneInfo

from django.utils import timezone

from background_jobs import services as background_jobs
from decks import services as deck_services
from decks.models import numbers_of
from documents import services as document_services
from documents.document import Document
from prism.stimulus import from_lab
from reviews.models import Review
from steps import services as step_services
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.models import Viewing
from viewings.services import Decided

LONDON = ZoneInfo("Europe/London")


class Clocks(world.Studio):
    def setUp(self):
        super().setUp()
        world.own_the_deck(self.isla)
        self.room = station.enter(self.isla)["Library"]
        self.review = step_services.start(self.isla, world.colour())
        self.review.room = self.room
        self.review.save()

    def set_to(self, moment):
        self.enterContext(patch("django.utils.timezone.now", return_value=moment))


class SummerTime(Clocks):
    def moved_to(self, typed):
        one = Viewing.objects.create(
            review=self.review, colour=self.review.colour, room=self.room, wall="north",
            at=datetime(2026, 10, 1, 9, tzinfo=UTC),
        )  # fmt: skip
        answer = self.client.post(f"/viewings/{one.pk}/move/", {"at": typed})
        self.assertLess(answer.status_code, 400)
        one.refresh_from_db()
        return one

    def test_an_hour_that_the_clocks_skip_is_the_one_after(self):
        one = self.moved_to("2027-03-28T01:30")
        self.assertEqual(one.at, datetime(2027, 3, 28, 1, 30, tzinfo=UTC))
        self.assertEqual(one.at.astimezone(LONDON).hour, 2)
        self.assertEqual(self.client.get("/viewings/?from=2027-03-22").status_code, 200)
        self.assertIn(b"DTSTART:20270328T013000Z", self.client.get("/viewings.ics").content)

    def test_an_hour_that_comes_twice_is_the_first_of_the_two(self):
        one = self.moved_to("2027-10-31T01:30")
        self.assertEqual(one.at, datetime(2027, 10, 31, 0, 30, tzinfo=UTC))
        self.assertIn(b"DTSTART:20271031T003000Z", self.client.get("/viewings.ics").content)

    def test_a_day_later_is_the_same_hour_on_the_clock(self):
        one = self.moved_to("2027-03-27T09:30")
        self.client.post(f"/viewings/{one.pk}/move/", {"days": "1"})
        one.refresh_from_db()
        self.assertEqual(one.at.astimezone(LONDON).strftime("%d %H:%M"), "28 09:30")

    def test_viewings_are_planned_through_both_nights(self):
        for first in ("2027-03-27", "2027-10-30"):
            day = datetime.fromisoformat(f"{first}T12:00").replace(tzinfo=UTC)
            with patch("django.utils.timezone.now", return_value=day):
                self.client.force_login(self.isla)
                for page in ("/", "/viewings/", f"/reviews/{self.review.pk}/samples/", f"/rooms/{self.room.pk}/"):
                    self.assertEqual(self.client.get(page).status_code, 200, (first, page))


class SetBack(Clocks):
    """The machine's clock goes back by an hour in the middle of a day's work."""

    def setUp(self):
        super().setUp()
        self.noon = timezone.now()
        self.before = self.noon - timedelta(hours=1)

    def test_a_review_begun_afterwards_has_the_value_that_stands(self):
        colour = world.colour("H06.3")
        deck_services.replace_values([(colour, numbers_of(from_lab((70, 0, 0))))], "measured", self.isla)
        self.set_to(self.before)
        made = step_services.start(self.isla, world.colour("H06.3"))
        self.assertAlmostEqual(Review.objects.get(pk=made.pk).value.lab_l, 70)

    def test_a_review_made_before_keeps_the_value_it_was_made_with(self):
        had = self.review.value.lab_l
        self.set_to(self.before)
        deck_services.replace_values([(self.review.colour, numbers_of(from_lab((50, 0, 0))))], "measured", self.isla)
        kept = Review.objects.get(pk=self.review.pk)
        self.assertAlmostEqual(kept.value.lab_l, had)
        self.assertAlmostEqual(kept.colour.lab_l, 50)

    def test_what_was_written_last_stands_and_the_record_has_both(self):
        made = Document(self.review)
        computed = "\n".join(made.section("verdict").section.lines)
        document_services.write(self.isla, self.review, "verdict", "At noon.", computed)
        self.set_to(self.before)
        document_services.write(self.isla, self.review, "verdict", "An hour before.", computed)
        again = Document(Review.objects.get(pk=self.review.pk))
        self.assertEqual(again.section("verdict").lines, ["An hour before."])
        viewing_services.decide(self.isla, self.review, Decided(self.review.colour, "It holds.", "matte"))
        self.assertContains(self.client.get(f"/reviews/{self.review.pk}/record/"), "It holds.")

    def test_a_look_is_kept_once_and_every_page_answers(self):
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        sent = uuid4()
        self.set_to(self.before)
        for _ in range(2):
            viewing_services.log(self.isla, one, sent, {"warmth": 1}, "yes", "Calm.", "clear", False, None)
        self.assertEqual(Viewing.objects.exclude(seen_at=None).count(), 1)
        for page in ("/", "/viewings/", "/jobs/", "/training/", "/people/", f"/reviews/{self.review.pk}/samples/"):
            self.assertEqual(self.client.get(page).status_code, 200, page)

    def test_long_work_is_taken_up_once_the_clock_has_caught_up(self):
        self.set_to(self.before)
        self.assertEqual(background_jobs.take_up_again(), 0)
