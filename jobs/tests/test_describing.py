"""A room made from a sentence, in a job and in one of its own."""

from django.test import TestCase
from django.urls import reverse

from decks.models import Colour
from jobs.models import Job, Room
from tinting.tests import world

SENTENCE = "north-facing bedroom 3.6 x 4.2 x 2.5 m in York, oak floor, beige tile hearth, 2700 K"


class Describing(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.isla = world.person("isla")

    def setUp(self):
        self.client.force_login(self.isla)

    def test_a_newcomer_sees_their_room_drawn_after_one_field(self):
        self.assertContains(self.client.get(reverse("jobs")), "Describe a room")
        answer = self.client.post(reverse("room-describe"), {"text": SENTENCE}, follow=True)
        room = Room.objects.get()
        self.assertEqual((room.job.title, room.job.town), ("Bedroom in York", "York, United Kingdom"))
        self.assertAlmostEqual(room.job.latitude, 53.96, delta=0.02)
        self.assertEqual((room.surfaces.get().material, room.elements.get().material), ("oak", "beige tile"))
        self.assertContains(answer, "room-picture")
        self.assertContains(answer, "Usual values, since you named none: one window of a usual size and usual lamps.")

    def test_a_room_of_a_job_keeps_its_place_and_has_a_name_of_its_own(self):
        job = Job.objects.create(
            owner=self.isla, title="House", town="Marram", latitude=56.3, longitude=-2.8, zone="Europe/London"
        )
        for _ in range(2):
            answer = self.client.post(reverse("job-room-describe", args=[job.pk]), {"text": SENTENCE}, follow=True)
        self.assertEqual(sorted(job.rooms.values_list("name", flat=True)), ["Bedroom", "Bedroom 2"])
        self.assertContains(answer, "The job is in Marram, so this room is too, and not in York, United Kingdom.")
        job.refresh_from_db()
        self.assertEqual(job.town, "Marram")

    def test_a_colour_that_was_typed_is_kept_with_the_room(self):
        self.client.post(reverse("room-describe"), {"text": "kitchen 3 x 4 m, #8A7F70 cabinets"})
        cabinets = Room.objects.get().elements.get()
        self.assertEqual((cabinets.colour.screen, cabinets.colour.owner), ("#8A7F70", self.isla))
        self.client.post(reverse("room-describe"), {"text": "pantry 2 x 2 m, #8A7F70 cabinets"})
        self.assertEqual(Colour.objects.filter(name="#8A7F70").count(), 1)

    def test_what_is_wrong_is_said_and_nothing_is_kept(self):
        for text, said in (
            ("", "Say at least what room it is"),
            ("a bedroom in York", "The size is missing"),
            ("bedroom 3 x 4 m in Yrok", "No town &#x27;Yrok&#x27; is known"),
            ("bedroom 3 x 4 m, oka floor", "No material &#x27;oka floor&#x27; is known. Nearest known: oak"),
            ("bedroom 300 x 400 m", "width"),
        ):
            with self.subTest(text):
                answer = self.client.post(reverse("room-describe"), {"text": text})
                self.assertContains(answer, said, status_code=422)
        self.assertFalse(Room.objects.exists() or Job.objects.exists())
