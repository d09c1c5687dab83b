"""What a job needs from the counter, by maker; and nothing of the client in it."""

from django.urls import reverse

from decks.services import keep_own
from documents.orders.orders import orders_of
from jobs import services as job_services
from jobs.models import Finish, Job
from prism.stimulus import from_lab
from reviews import services
from reviews.context.tests.wall import Wall
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.services import Decided


class Orders(Wall):
    def setUp(self):
        super().setUp()
        self.job = station.enter(self.isla)["Library"].job
        Job.objects.filter(pk=self.job.pk).update(client="Mrs Ondine Farr", address="3 Rope Walk")
        Finish.objects.filter(room__job=self.job).delete()
        self.library = self.job.rooms.get(name="Library")
        Finish.objects.create(room=self.library, part="walls", colour=world.colour("H16.3"), sheen="matte")

    def orders(self):
        return {one.maker: one for one in orders_of(self.isla, self.job)}

    def test_decided_paint_by_maker_in_whole_cans(self):
        order = self.orders()[world.colour("H16.3").maker.name]
        [line] = [line for line in order.paint if line.colour.code == "H16.3"]
        self.assertEqual((line.called[:6], line.finish), ("H16.3 ", "matt"))
        self.assertRegex(line.amount, r"^\d.×.\d")  # whole cans
        self.assertEqual(line.more[0], "for walls of the Library")
        self.assertTrue(line.more[1].startswith("Base "))
        self.assertIn(f"- {line.called}, matt: {line.amount}\n  for walls of the Library\n  Base ", order.text)

    def test_what_waits_is_a_sample_pot_and_no_paint(self):
        Finish.objects.filter(room__job=self.job).delete()
        services.move(self.review, self.library)
        shutter = keep_own(self.isla, "Old shutter", from_lab((52.0, -3.0, 4.0)), made_by="Aubin & Fell", code="K 77")
        services.shortlist(self.review, shutter)
        found = self.orders()
        own = found["Aubin & Fell"]
        self.assertEqual((own.paint, own.slug), ([], "aubin-fell"))
        self.assertEqual(own.pots[0].called, "K 77 Old shutter")
        of_review = found[self.review.colour.maker.name]
        self.assertTrue(any(self.review.colour == pot.colour for pot in of_review.pots))
        self.assertFalse(any(self.review.colour == line.colour for line in of_review.paint))
        viewing_services.decide(self.isla, self.review, Decided(shutter, "It keeps its green.", "eggshell"))
        found = self.orders()
        self.assertEqual(found["Aubin & Fell"].paint[0].finish, "eggshell")
        self.assertEqual(found["Aubin & Fell"].pots, [])

    def test_as_a_page_a_text_and_a_letter_without_the_client(self):
        page = self.client.get(reverse("job-orders", args=[self.job.pk]))
        for order in self.orders().values():
            self.assertContains(page, order.title)
            text = self.client.get(reverse("job-order", args=[self.job.pk, order.slug]))
            self.assertEqual(text.content.decode(), order.text)
            self.assertIn(f"For: {self.job.title}", order.text)
            for private in ("Ondine", "Rope Walk"):
                self.assertNotIn(private, order.text)
                self.assertNotIn(private, order.letter)
            self.assertNotIn("\n", order.letter)
        self.assertEqual(self.client.get(reverse("job-order", args=[self.job.pk, "nobody"])).status_code, 404)

    def test_nothing_to_order_is_said(self):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay"})
        self.assertContains(self.client.get(reverse("job-orders", args=[job.pk])), "Nothing to order yet")
