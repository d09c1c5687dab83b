"""Pairs of boards looked at together; systematic differences, taken up and undone."""

from datetime import timedelta
from uuid import uuid4

from django.contrib.auth.models import User
from django.urls import reverse
from django.utils import timezone

from jobs.models import Room
from people.models import Member, Role
from people.queries import studio_of
from prism import words
from prism.viewing import scales
from reviews import services
from reviews.context.tests.wall import HTMX
from steps import services as step_services
from tinting.tests import world
from viewings import queries
from viewings import services as viewing_services
from viewings.leanings import Leanings
from viewings.models import Correction, Viewing
from viewings.tests.test_viewing import Viewings


class Pairs(Viewings):
    def setUp(self):
        super().setUp()
        services.shortlist(self.review, world.colour("T05.4"))
        self.other = world.colour("T05.4")

    def test_the_hour_at_which_two_part_is_for_the_pair(self):
        made = {one.why: one for one in self.planned()}
        self.assertEqual(made["parting"].beside, self.other)
        self.assertIsNone(made["best"].beside)
        page = self.client.get(made["parting"].get_absolute_url())
        self.assertContains(page, f"Beside {self.other.name}, {self.review.colour.name} looks:")

    def test_a_pair_is_held_against_what_was_computed_between_the_two(self):
        self.client.post(reverse("viewing-now", args=[self.review.pk]), {"beside": self.other.pk})
        one = Viewing.objects.get(beside=self.other)
        self.log(one, depth="2")
        one.refresh_from_db()
        apart = one.predicted["differences"]["depth"]
        own = self.review.colour.stimulus.lab[0] - self.other.stimulus.lab[0]
        self.assertAlmostEqual(apart, own, delta=3)
        self.assertContains(self.client.get(one.get_absolute_url()), f"than {self.other.name}")

    def test_only_what_is_on_the_shortlist_is_looked_at_beside(self):
        stranger = world.colour("T06.2")
        answer = self.client.post(reverse("viewing-now", args=[self.review.pk]), {"beside": stranger.pk})
        self.assertEqual(answer.status_code, 404)
        self.assertFalse(Viewing.objects.exists())

    def test_the_calendar_names_no_colour_whose_name_is_hidden(self):
        made = self.planned()
        services.go_blind(self.review)
        text = self.client.get(reverse("viewings-file")).content.decode()
        self.assertEqual(text.count("BEGIN:VEVENT"), len(made))
        for name in (self.review.colour.name, self.other.name):
            self.assertNotIn(name, text)


class Corrections(Viewings):
    def looked(self, count, off, lux=None, **seen):
        """Log looks whose answers pass what was computed by so much on a scale."""
        for i in range(count):
            one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
            steps = seen or {"hue": -1}
            viewing_services.log(self.isla, one, uuid4(), steps, "yes", "", "overcast", False, lux)
            one.refresh_from_db()
            one.predicted["differences"]["hue"] = scales.PER_STEP[steps["hue"]] - off + 0.1 * (i % 3 - 1)
            one.save()

    def found(self):
        return Leanings(self.review).found

    def test_an_eye_that_sees_green_late_is_said_taken_up_and_undone(self):
        self.looked(6, -1.5)
        (found,) = self.found()
        page = self.page()
        self.assertContains(page, found.sentence)
        self.assertContains(page, "±")
        sent = {"person": str(self.isla.pk), "scale": "hue"}
        page = self.act("take-up", **sent)
        self.assertContains(page, "Taken up by")
        self.assertAlmostEqual(Correction.eye_of(self.isla)["hue"], -1.5, delta=0.1)
        self.review.refresh_from_db()
        self.assertEqual(self.review.neutral_a, 0)  # what was made stays
        later = step_services.start(self.isla, world.colour("T06.2"))
        self.assertAlmostEqual(later.neutral_a, 1.5, delta=0.1)
        self.assertEqual(self.found(), [])  # the answers that it was found from count no more
        self.assertContains(self.act("take-up", **sent), words.viewing.LEANING_GONE)
        (one,) = Correction.objects.all()
        self.act("take-back", correction=one.pk)
        self.assertEqual(Correction.eye_of(self.isla), {})
        self.assertEqual(step_services.start(self.isla, world.colour("T06.2")).neutral_a, 0)
        self.assertEqual(len(self.found()), 1)
        one.refresh_from_db()
        self.assertEqual(one.undone_by, self.isla)

    def test_what_was_taken_up_goes_into_later_predictions(self):
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        at = timezone.now().replace(hour=12)
        plain = queries.predicted(one, "overcast", False, at)["differences"]
        Correction.objects.create(person=self.isla, scale="hue", mean=-2.0, half=0.5, count=9)
        leaning = queries.predicted(one, "overcast", False, at, Correction.eye_of(self.isla))["differences"]
        self.assertAlmostEqual(leaning["hue"] - plain["hue"], -2.0, places=2)
        self.assertEqual(leaning["depth"], plain["depth"])

    def test_chance_is_not_said(self):
        self.looked(6, 0.0)
        self.assertEqual(self.found(), [])

    def test_a_room_darker_than_modelled_is_corrected_by_its_readings(self):
        room = self.rooms["Library"]
        noon = timezone.now().replace(hour=12, minute=0)
        for part in (0.5, 0.52, 0.48, 0.5):
            one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
            computed = queries.predicted(one, "overcast", False, noon)["lux"]
            viewing_services.log(
                self.isla, one, uuid4(), {"hue": 0}, "yes", "", "overcast", False, computed * part, noon
            )
        found = next(one for one in self.found() if one.room)
        self.assertIn("is darker than predicted: 0.50 times the light", found.sentence)
        self.act("take-up", person="", scale="light")
        self.assertLess(Room.objects.get(pk=room.pk).correction, 0.9)
        self.assertEqual(room.readings.filter(taken=True).count(), 4)
        self.act("take-back", correction=Correction.objects.get().pk)
        self.assertIsNone(Room.objects.get(pk=room.pk).correction)

    def test_a_junior_corrects_nothing_of_another(self):
        self.looked(6, -1.5)
        junior = User.objects.create_user("bo")
        Member.objects.create(user=junior, studio=studio_of(self.isla), role=Role.JUNIOR)
        self.client.force_login(junior)
        answer = self.act("take-up", person=str(self.isla.pk), scale="hue")
        self.assertEqual(answer.status_code, 403)
        self.assertFalse(Correction.objects.exists())


class Moving(Viewings):
    def move(self, one, **sent):
        return self.client.post(reverse("viewing-move", args=[one.pk]), sent, headers=HTMX)

    def test_by_days_and_half_hours_and_onto_a_day(self):
        one = self.planned()[-1]
        before = queries.local(one)
        page = self.move(one, days="1")
        self.assertContains(page, "is to be looked at on")
        self.assertContains(page, f'value="{before:%Y-%m-%dT%H:%M}"')  # the way back
        one.refresh_from_db()
        self.assertEqual(queries.local(one).replace(tzinfo=None), (before + timedelta(days=1)).replace(tzinfo=None))
        self.move(one, minutes="-30")
        self.move(one, day=f"{(before + timedelta(days=9)):%Y-%m-%d}")
        one.refresh_from_db()
        wanted = (before + timedelta(days=9)).replace(tzinfo=None) - timedelta(minutes=30)
        self.assertEqual(queries.local(one).replace(tzinfo=None), wanted)

    def test_nothing_is_moved_before_today_or_without_a_word(self):
        one = self.planned()[0]
        for sent in ({"days": "-9"}, {"day": "2020-01-01"}, {"days": "400"}, {}):
            self.assertContains(self.move(one, **sent), words.viewing.MOVE_WRONG, status_code=422)

    def test_weeks_go_as_far_as_something_is_planned(self):
        one = self.planned()[0]
        viewing_services.move(one, one.at + timedelta(days=80))
        page = self.client.get(reverse("viewings"))
        self.assertContains(page, "Weeks after")
        later = self.client.get(reverse("viewings"), {"from": f"{page.context['weeks'].later}"})
        self.assertContains(later, "Weeks before")
        self.assertEqual(self.client.get(reverse("viewings"), {"from": "soon"}).status_code, 200)
