"""Two people with one sheet open: each keeps what they changed, and of what both changed both are shown."""

from django.urls import reverse

from decks.tests import world
from jobs import services as job_services
from jobs.forms import JobForm
from jobs.models import Job, Room
from jobs.sheet import RoomSheet
from jobs.tests.test_jobs import SHEET
from methods import services as method_services
from methods.forms import MethodForm
from reviews import services
from reviews.context import ReviewContext
from steps import services as step_services
from studio.tests.as_browser import untouched
from web.edit_conflicts import as_sent


class TwoTabs(world.Studio):
    def setUp(self):
        super().setUp()
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "client": "Harbour", "notes": "One\nTwo"})
        self.client.post(reverse("job-room-new", args=[self.job.pk]), SHEET)
        self.room = Room.objects.get()
        self.method = method_services.copy(self.isla, "even")

    def open(self, name, pk):
        self.address = reverse(name, args=[pk])
        return untouched(self.client.get(self.address))

    def send(self, sent, **changes):
        return self.client.post(self.address, sent | changes)

    def test_the_marks_are_of_what_a_browser_sends(self):
        def plain(sent):
            return {name: sorted(v.strip() for v in values) for name, values in sent.items()}

        extra = {"begun", "csrfmiddlewaretoken"}
        for name, pk, now in (
            ("job-edit", self.job.pk, as_sent([JobForm(instance=self.job)])),
            ("room-edit", self.room.pk, RoomSheet(self.isla, self.room).as_sent()),
            ("method-edit", self.method.pk, as_sent([MethodForm(self.method.table)])),
        ):
            with self.subTest(name):
                sent = plain({field: v for field, v in self.open(name, pk).items() if field not in extra})
                # doorways are not on the sheet while there is no other room
                self.assertEqual(sent, {f: v for f, v in plain(now).items() if f not in ("open_to", "leads_to")})

    def test_each_keeps_what_it_changed(self):
        one, other = self.open("job-edit", self.job.pk), self.open("job-edit", self.job.pk)
        self.assertEqual(self.send(one, client="The Society").status_code, 302)
        self.assertEqual(self.send(other, notes="One\nTwo\nThree").status_code, 302)
        self.job.refresh_from_db()
        self.assertEqual((self.job.client, self.job.notes), ("The Society", "One\nTwo\nThree"))

    def test_of_what_both_changed_both_are_shown_and_the_second_decides(self):
        one, other = self.open("job-edit", self.job.pk), self.open("job-edit", self.job.pk)
        self.send(one, client="The Society")
        page = self.send(other, client="The Pilots", address="Quay 1")
        self.assertEqual(page.status_code, 422)
        self.assertContains(page, "isla changed “Client” to “The Society”", status_code=422)
        self.job.refresh_from_db()
        self.assertEqual((self.job.client, self.job.address), ("The Society", ""))
        again = untouched(page)
        self.assertEqual(again["client"], ["The Pilots"])
        self.assertEqual(self.send(again).status_code, 302)
        self.job.refresh_from_db()
        self.assertEqual((self.job.client, self.job.address), ("The Pilots", "Quay 1"))

    def test_rows_of_a_room_stand_or_fall_together(self):
        one, other, third = (self.open("room-edit", self.room.pk) for _ in range(3))
        self.send(one, **{"windows-0-width": "2.1"})
        self.assertEqual(self.send(other, **{"lamps-0-kelvin": "3000"}).status_code, 302)
        room = Room.objects.get()
        self.assertEqual((room.windows.get().width, room.lamps.get().kelvin), (2.1, 3000))
        page = self.send(third, **{"windows-0-height": "1.5"})
        self.assertContains(page, "isla changed “Windows” to “west, 2.1, 1.3", status_code=422)
        again = untouched(page)
        self.assertEqual((again["windows-0-height"], again["lamps-0-kelvin"]), (["1.5"], ["3000"]))
        self.send(again)
        self.assertEqual(Room.objects.get().windows.get().height, 1.5)

    def test_a_window_that_was_taken_away_elsewhere_stays_away(self):
        one, other = self.open("room-edit", self.room.pk), self.open("room-edit", self.room.pk)
        self.send(one, **{"windows-rows": "0"})
        self.send(other, name="Galley")
        room = Room.objects.get()
        self.assertEqual((room.name, room.windows.count()), ("Galley", 0))

    def test_one_more_row_keeps_what_the_sheet_was_begun_from(self):
        one, other = self.open("room-edit", self.room.pk), self.open("room-edit", self.room.pk)
        self.send(one, name="Galley")
        more = untouched(self.client.post(self.address, other | {"more": "lamps"}, headers={"HX-Request": "true"}))
        self.assertEqual(more["begun"], other["begun"])
        self.assertEqual(more["lamps-rows"], ["2"])

    def test_finishes_part_by_part(self):
        one, other = self.open("room-finishes", self.room.pk), self.open("room-finishes", self.room.pk)
        self.send(one, **{"walls-what": "H16.3"})
        self.assertEqual(self.send(other, **{"ceiling-what": "HW03"}).status_code, 302)
        self.assertEqual(sorted(self.room.finishes.values_list("part", flat=True)), ["ceiling", "walls"])
        page = self.send(other, **{"walls-what": "H16.5"})
        self.assertContains(page, "changed “walls” to “walls, H16.3", status_code=422)

    def test_a_method_figure_by_figure(self):
        one, other = self.open("method-edit", self.method.pk), self.open("method-edit", self.method.pk)
        self.send(one, title="Pilots’ even")
        self.assertEqual(self.send(other, **{"trim.gap": "12"}).status_code, 302)
        self.method.refresh_from_db()
        self.assertEqual((self.method.table["title"], self.method.table["trim"]["gap"]), ("Pilots’ even", 12))

    def test_orders_are_moved_one_colour_at_a_time_so_that_both_moves_count(self):
        review = step_services.start(self.isla, world.colour("H16.3"))
        for code in ("T05.4", "H06.3", "T06.2"):
            services.shortlist(review, world.colour(code))
        for code, to in (("T06.2", 1), ("T05.4", 3)):  # each from a page that shows the order before either move
            sent = {"colour": world.colour(code).pk, "act": "to", "to": to}
            self.client.post(reverse("review-act", args=[review.pk, "alternatives", "shortlist"]), sent)
        self.assertEqual([one.colour.code for one in review.shortlist.all()], ["T06.2", "H06.3", "T05.4"])
        wall = [held.colour.pk for held in ReviewContext(review).wall.arranged]
        for pk, to in ((wall[3], 0), (wall[2], 1)):
            self.client.post(reverse("review-arrange", args=[review.pk]), {"colour": pk, "to": to})
        review.refresh_from_db()
        self.assertEqual(review.hand_order[:4], [wall[3], wall[2], wall[0], wall[1]])

    def test_marks_that_are_none_let_everything_sent_count(self):
        sent = self.open("job-edit", self.job.pk)
        for broken in ("", "[]", "{", '{"client": 4}'):
            self.assertEqual(self.send(sent, begun=broken, client="Anyone").status_code, 302)
