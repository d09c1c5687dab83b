"""One studio of several is taken out of their database, whole and with nothing of the others."""

import io
import re
import tempfile
from pathlib import Path

from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import TransactionTestCase
from django.urls import reverse

from decks.tests import world
from jobs.models import Job
from methods import services as method_services
from people.erasing import erase_studio
from people.queries import studio_of
from reviews import services
from reviews.models import Review
from steps import services as step_services
from studio import demo_station as station
from studio.archive import export
from studio.tests import archived
from training.models import SetWall
from viewings import services as viewing_services

OTHERS = "Tolquhon"
"""A word that stands in whatever the other studio writes."""


class OneOfSeveral(TransactionTestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "studio.zip"
        world.load_deck()
        self.isla, self.rory = world.person(), User.objects.create_user(OTHERS.lower(), first_name=OTHERS)
        User.objects.create_user("nobody-yet")
        for user in (self.isla, self.rory):
            mark = OTHERS if user == self.rory else "Quay"
            rooms = station.enter(user)
            review = step_services.start(user, world.colour(), [f"{mark}: it came as a card."])
            services.move(review, rooms["Library"])
            viewing_services.look_now(user, review, review.colour, "north")
            method_services.copy(user, "even")
            Job.objects.filter(owner=user).update(client=mark, notes=mark)
            SetWall.objects.create(
                owner=user, origin=SetWall.Origin.STUDIO, method="wall-practice", kind="lrv", axis="lighter",
                boards=[review.colour.pk], accepted=[["50"]], choices=["40", "50"], apart=10, because=mark,
            )  # fmt: skip

    def jobs(self):
        self.client.force_login(User.objects.get(username="isla"))
        page = self.client.get(reverse("jobs")).content.split(b"<main")[1].split(b"</main>")[0]
        return re.sub(rb'name="csrfmiddlewaretoken" value="\w+"', b"", page)

    def test_what_is_its_own_comes_back_and_nothing_of_the_others(self):
        before, out = self.jobs(), io.StringIO()
        reviews = set(Review.objects.filter(owner=self.isla).values_list("pk", flat=True))
        call_command("export_studio", self.file, of="isla", stdout=out)
        self.assertIn("1 reviews.review", out.getvalue())
        text = archived.read(self.file)[1].decode()
        self.assertNotIn(OTHERS.lower(), text.lower())
        self.assertNotIn("nobody-yet", text)
        self.assertIn("Quay", text)
        self.assertEqual(Review.objects.count(), 2)  # the database itself is only read
        call_command("flush", interactive=False, verbosity=0)
        call_command("restore_studio", self.file, stdout=io.StringIO())
        self.assertEqual(set(Review.objects.values_list("pk", flat=True)), reviews)
        self.assertEqual(list(User.objects.values_list("username", flat=True)), ["isla"])
        self.assertEqual(self.jobs(), before)

    def test_where_several_do_not_share_it_it_is_the_whole(self):
        erase_studio(studio_of(self.rory))
        User.objects.filter(membership=None).delete()
        call_command("export_studio", self.file, of="isla", stdout=io.StringIO())
        other = self.file.with_name("whole.zip")
        self.assertEqual(archived.read(self.file)[0]["digest"], export(other).digest)

    def test_nobody_of_that_name_and_no_way_to_write_are_said(self):
        with self.assertRaisesMessage(CommandError, "Nobody has the user name"):
            call_command("export_studio", self.file, of="una", stdout=io.StringIO())
        with self.assertRaisesMessage(CommandError, "no: there is no such folder, or nothing can be written there."):
            call_command("export_studio", self.file.parent / "no" / "file", of="isla", stdout=io.StringIO())
