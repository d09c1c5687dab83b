"""Findings on the path: kept with the review, and made anew when what they rest on has changed."""

from unittest import mock

from django.urls import reverse
from django.utils import timezone

from decks import services as deck_services
from decks.models import Maker
from decks.shared_decks import open_to_changes
from jobs import services as job_services
from jobs.models import Room
from prism import demo
from prism.messages.habits import PLAIN
from prism.stimulus import from_lab
from reviews import services
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import Review
from steps import services as step_services
from steps.compare import services as compare_services
from steps.strength.step import StrengthStep
from studio import demo_station as station
from tinting import services as tinting_services
from tinting.tests import world


class KeptFindings(Wall):
    def findings(self):
        return self.client.get(reverse("review-findings", args=[self.review.pk]), headers=HTMX)

    def test_opening_a_step_makes_the_finding_of_that_step_only(self):
        with mock.patch.object(StrengthStep, "finding", side_effect=AssertionError("nobody asked")):
            for step in ("reading", "compare", "alternatives"):
                page = self.get(step)
            self.assertContains(page, "Not looked at yet", count=4)
            self.assertContains(page, reverse("review-findings", args=[self.review.pk]))
        self.assertContains(self.findings(), "Stays blue at every strength")
        page = self.get("reading")
        self.assertContains(page, "Stays blue at every strength")
        self.assertNotContains(page, "Not looked at yet")
        self.assertNotContains(page, reverse("review-findings", args=[self.review.pk]))

    def test_they_are_made_anew_when_what_they_rest_on_changes_and_only_then(self):
        greener = self.held("greener").colour
        changes = (
            lambda: services.judge_by(self.review, "even", "painted", (0, 0)),
            lambda: services.judge_by(self.review, "even", "grey", (0, 0)),
            lambda: services.judge_by(self.review, "even", "painted", (0.5, 0)),
            lambda: services.arrange_wall(self.review, names_shown=False),
            lambda: compare_services.set_board(self.review, greener, "out", "range", "greener"),
            lambda: Maker.objects.update(changed=timezone.now()),
            lambda: tinting_services.keep_system(self.isla, demo.tint_system()),
            lambda: deck_services.keep_in_set(self.isla, "My reference whites", world.colour("HW03")),
            self.improve,
        )
        for number, change in enumerate(changes):
            self.findings()
            anew = f"Made anew, {number}"
            with mock.patch.object(StrengthStep, "finding", return_value=anew):
                self.assertNotContains(self.findings(), anew)
                change()
                self.review.refresh_from_db()
                self.assertContains(self.findings(), anew)

    def test_in_a_room_they_follow_the_room_and_its_job_and_not_what_is_reviewed_beside_it(self):
        rooms = station.enter(self.isla)
        services.move(self.review, rooms["Library"])
        job, white = rooms["Library"].job, world.colour("HW03")
        beside = step_services.start(self.isla, world.colour("T05.4"))
        services.move(beside, rooms["Library"])
        across = step_services.start(self.isla, world.colour("T08.3"))
        services.move(across, rooms["Galley"])
        others = (
            lambda: services.arrange_wall(beside, surround="mid"),
            lambda: services.judge_by(across, "even", "painted", (0, 0)),
        )
        changes = (
            lambda: job_services.rule_white(self.isla, job, white, "pin", ""),
            lambda: job_services.keep_job(self.isla, job, {"latitude": 52.5, "longitude": 13.4}),
            lambda: Room.objects.filter(name="Library").update(updated=timezone.now()),
            lambda: job_services.soft_delete(self.isla, Room.objects.get(name="Library")),
            lambda: services.move(Review.objects.get(pk=self.review.pk), rooms["Galley"]),
        )
        for is_its_own, change in [(False, other) for other in others] + [(True, change) for change in changes]:
            self.findings()
            with mock.patch.object(StrengthStep, "finding", return_value="Made anew"):
                change()
                found = self.findings().content.decode()
            self.assertEqual("Made anew" in found, is_its_own)
            Review.objects.update(findings={})

    def improve(self):
        better = deck_services.numbers_of(from_lab((70, 0, 0)))
        with open_to_changes():
            deck_services.replace_values([(self.review.colour, better)], "measured", None)
        services.take_up_value(Review.objects.get(pk=self.review.pk))

    def test_looking_leaves_the_date_alone_and_writing_leaves_the_findings(self):
        self.findings()
        before = Review.objects.get(pk=self.review.pk)
        self.assertEqual(
            set(before.findings["said"][repr(PLAIN)]), {"alternatives", "light", "strength", "whites", "palette"}
        )
        self.assertEqual(before.updated, self.review.updated)
