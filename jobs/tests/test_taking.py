"""A white taken for a room or a home from where it stands, with what it changes said before."""

from django.urls import reverse

from jobs.home_white import HomeWhite
from jobs.models import Finish
from jobs.whole_home import WholeHome
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from studio import demo_station as station
from tinting.tests import world


class Taking(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        self.galley = self.rooms["Galley"]
        review_services.move(self.review, self.galley)
        self.white = world.colour("HW03")

    def trim(self, name):
        home = WholeHome(self.isla, self.galley.job)
        return next(line.at("trim") for line in home.lines if line.room.name == name)

    def post(self, **asked):
        return self.client.post(reverse("room-white", args=[self.galley.pk]), {"review": self.review.pk} | asked)

    def said(self, **asked):
        answer = self.client.get(reverse("room-white", args=[self.galley.pk]), {"white": self.white.pk} | asked)
        return " ".join(answer.content.decode().split())

    def test_what_it_changes_is_said_before_and_nothing_changes_by_looking(self):
        before = self.trim("Galley").name
        said = self.said()
        self.assertIn(f"The woodwork of the Galley goes from {before} to {self.white.name}.", said)
        self.assertIn("The Library keeps what was decided.", said)
        self.assertIn(f"In the home {self.white.name} goes on the woodwork of", said)
        self.assertEqual(self.trim("Galley").name, before)

    def test_for_the_room_alone_and_back(self):
        others = self.trim("Lamp room").name
        answer = self.post(white=self.white.pk, **{"for": "room"})
        self.assertRedirects(
            answer, reverse("review-step", args=[self.review.pk, "whites"]), fetch_redirect_response=False
        )
        self.assertEqual((self.trim("Galley").name, self.trim("Lamp room").name), (self.white.name, others))
        self.assertIn(f"The woodwork of the Galley is in {self.white.name} already.", self.said())
        (way_back,) = self.client.session["undo"]
        self.client.post(way_back["address"], way_back["sent"])
        self.assertEqual(self.trim("Galley").name, others)
        self.assertFalse(self.galley.finishes.filter(part="trim").exists())

    def test_a_sheen_and_an_area_that_were_decided_stay(self):
        Finish.objects.create(room=self.galley, part="trim", colour=world.colour("HW11"), sheen="gloss", area=9.0)
        self.post(white=self.white.pk, **{"for": "room"})
        trim = self.galley.finishes.get(part="trim")
        self.assertEqual((trim.colour, trim.sheen, trim.area), (self.white, "gloss", 9.0))
        (way_back,) = self.client.session["undo"]
        self.client.post(way_back["address"], way_back["sent"])
        self.assertEqual(self.galley.finishes.get(part="trim").colour, world.colour("HW11"))

    def test_for_the_home_and_back(self):
        before = HomeWhite(self.isla, self.galley.job).pin
        self.post(white=self.white.pk, **{"for": "home"})
        self.assertEqual(self.trim("Lamp room").name, self.white.name)
        self.assertNotEqual(self.trim("Library").name, self.white.name)  # its woodwork stays
        pin = HomeWhite(self.isla, self.galley.job).pin
        self.assertEqual((pin.colour, pin.reason), (self.white, "taken beside the colour of the Galley"))
        (way_back,) = self.client.session["undo"]
        self.client.post(way_back["address"], way_back["sent"])
        self.assertEqual(HomeWhite(self.isla, self.galley.job).pin.colour_id, before.colour_id)

    def test_where_the_woodwork_stays_nothing_is_taken_for_the_room(self):
        library = self.rooms["Library"]
        answer = self.client.get(reverse("room-white", args=[library.pk]), {"white": self.white.pk})
        self.assertContains(answer, "The woodwork of the Library stays in")
        self.assertNotContains(answer, "Use it for this room")

    def test_each_white_in_rank_can_be_taken(self):
        page = self.client.get(reverse("review-step", args=[self.review.pk, "whites"])).content.decode()
        self.assertGreaterEqual(page.count("Use it<span"), 4)
        self.client.force_login(self.rory)
        self.assertEqual(self.post(white=self.white.pk, **{"for": "home"}).status_code, 404)
