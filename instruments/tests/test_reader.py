"""A session with the reader, from the white tile to a colour that is kept."""

from datetime import timedelta

from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from instruments import services
from instruments.models import Session
from instruments.queries import Sitting
from prism.devices.reader import ReaderError, Setting
from prism.repeated import MOST_READINGS
from reviews.models import Review
from tinting.tests import world

BOARD = "board painted from H16.3"


class Reader(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.post(reverse("reader"), {"thing": BOARD, "aperture": "8", "specular": "included"})
        self.session = Session.objects.get()

    def act(self, act, *args, **data):
        return self.client.post(reverse(f"reader-{act}", args=[self.session.pk, *args]), data, follow=True)

    def page(self):
        return self.client.get(reverse("reader-session", args=[self.session.pk]))

    def test_calibrate_measure_drop_keep(self):
        self.act("calibrate")
        for _ in range(5):
            self.act("measure")
        self.act("drop", 2, reason="slipped")
        self.assertContains(self.page(), "left out: slipped")
        self.assertContains(self.page(), "Four readings")
        self.assertContains(self.page(), "from it")
        self.act("keep", name="Board by the window")
        colour = Colour.objects.get(owner=self.isla)
        self.assertEqual((colour.name, colour.provenance), ("Board by the window", "reading-average"))
        self.assertIn("four readings, 8 mm", colour.given)
        self.assertAlmostEqual(colour.lrv, 72, delta=2)
        self.assertGreater(colour.spread, 0)
        self.assertEqual(Review.objects.get().colour, colour)

    def test_uncalibrated_readings_are_refused_until_left_out(self):
        self.act("measure")
        self.assertContains(self.page(), "cannot be believed")
        self.assertContains(self.act("keep", name="x"), "cannot be believed", status_code=422)
        self.act("calibrate")
        self.act("measure")
        self.assertContains(self.page(), "cannot be believed")
        self.act("drop", 1, reason="before the tile")
        self.act("keep", name="x")
        self.assertEqual(Colour.objects.get(owner=self.isla).provenance, "reading-single")

    def test_an_old_calibration_is_refused(self):
        self.act("calibrate")
        self.act("measure")
        Session.objects.update(calibrated=timezone.now() - timedelta(hours=9))
        self.assertContains(self.page(), "9.0 hours ago")
        with self.assertRaises(ReaderError):
            services.keep(Session.objects.get(), "x")

    def test_dropped_readings_come_back(self):
        self.act("calibrate")
        self.act("measure")
        self.act("drop", 1)
        self.assertEqual(Sitting(self.session).kept_count, 0)
        self.assertContains(self.page(), "no reason given")
        self.act("drop", 1)
        self.assertEqual(Sitting(self.session).kept_count, 1)

    def test_nine_readings_are_enough(self):
        self.act("calibrate")
        for _ in range(MOST_READINGS):
            self.act("measure")
        self.assertContains(self.act("measure"), "Nine readings are enough", status_code=422)
        self.assertEqual(self.session.shots.count(), MOST_READINGS)

    def test_a_calibration_holds_for_the_next_thing(self):
        self.act("calibrate")
        again = services.start(self.isla, "floor slate", Setting())
        self.assertIsNotNone(again.calibrated)
        self.assertIsNone(services.start(self.rory, "floor slate", Setting()).calibrated)

    def test_bad_starts_and_names(self):
        bad = {"thing": "the moon", "aperture": "7", "specular": "both"}
        page = self.client.post(reverse("reader"), bad)
        self.assertContains(page, "the moon is not one of the available", status_code=422)
        self.act("calibrate")
        self.act("measure")
        self.assertContains(self.act("keep", name=" "), "Give the colour a name", status_code=422)

    def test_a_can_is_held_against_its_card_and_betters_it(self):
        other = "board painted from H06.3"
        self.session = services.start(self.isla, other, Setting())
        self.act("calibrate")
        for _ in range(4):
            self.act("measure")
        for wrong, part in (("H99.9", "has the code"), ("Haaf H", "has the code")):
            self.assertContains(self.act("card", code=wrong), part, status_code=422)
        self.assertContains(self.act("improve"), "Give the code on the can first", status_code=422)
        self.act("card", code="h06.3")
        self.assertContains(self.page(), "from its card")
        card, apart, doubt = Sitting(Session.objects.get(thing=other)).from_card
        self.assertEqual(card.code, "H06.3")
        self.assertTrue(doubt < apart < 3, (doubt, apart))
        old = card.lrv
        self.assertContains(self.page(), "belongs to all studios")
        self.assertContains(self.act("improve"), "belongs to all studios", status_code=422)
        self.assertFalse(world.colour("H06.3").earlier.exists())
        world.own_the_deck(self.isla)
        page = self.act("improve")
        self.assertContains(page, f"measured on {other}, by isla")
        better = world.colour("H06.3")
        self.assertEqual((better.provenance, better.specular), ("reading-average", "included"))
        self.assertEqual(better.earlier.get().lrv, old)
        self.act("card", code="")
        self.assertIsNone(Session.objects.get(thing=other).card)

    def test_unbelievable_readings_better_no_card(self):
        self.act("measure")
        self.act("card", code="H16.3")
        self.assertContains(self.act("improve"), "cannot be believed", status_code=422)
        self.assertFalse(world.colour("H16.3").earlier.exists())

    def test_nobody_elses(self):
        self.client.force_login(self.rory)
        self.assertEqual(self.page().status_code, 404)
        for name, args in (
            ("card", ()),
            ("improve", ()),
            ("calibrate", ()),
            ("measure", ()),
            ("drop", (1,)),
            ("keep", ()),
        ):
            self.assertEqual(self.act(name, *args, name="x").status_code, 404)
