"""Walls proposed for a home: which colours, why, and taking them."""

from django.urls import reverse

from jobs.home_white import rooms_of, wall_of
from jobs.models import Finish
from prism import method
from prism.light.together import Terms, pairing
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from steps.proposal import Proposal
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.services import Decided


class Proposals(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        self.job = self.rooms["Library"].job
        review_services.move(self.review, self.rooms["Galley"])
        viewing_services.decide(self.isla, self.review, Decided(self.review.colour, "it holds", "matte"))
        self.address = reverse("job-proposal", args=[self.job.pk])

    def proposal(self):
        return Proposal(self.isla, self.job)

    def test_every_room_without_a_colour_gets_one_with_reasons_and_runners_up(self):
        made = self.proposal()
        self.assertEqual(made.base, self.review)
        bare = {room.name for room in rooms_of(self.job) if wall_of(room) is None}
        self.assertEqual({one.room.name for one in made.proposed}, bare)
        self.assertGreater(len(bare), 2)
        for one in made.proposed:
            self.assertTrue(2 <= len(one.tried) <= 3)
            scores = [tried.score for tried in one.tried]
            self.assertEqual(scores, sorted(scores, reverse=True))
            self.assertTrue(all(f"{one.shared} {tried.reasons}".strip().endswith(".") for tried in one.tried))

    def test_what_clashes_with_what_stays_comes_last_and_says_so(self):
        wall = method.load()
        for one in self.proposal().proposed:
            for tried in one.tried:
                clashes = [
                    element.name for element in one.room.elements.select_related("colour__maker")
                    if element.colour and pairing(
                        tried.colour.stimulus.lab, element.colour.stimulus.lab,
                        (wall.doubt(tried.colour.stimulus), wall.doubt(element.colour.stimulus)), wall,
                    ).terms is Terms.CLASH
                ]  # fmt: skip
                for name in clashes:
                    self.assertIn(name, " ".join(tried.facts))

    def test_what_is_chosen_is_taken_what_is_left_stays_and_all_goes_back(self):
        first, second, *_ = self.proposal().proposed
        runner = first.tried[1].colour
        self.client.post(self.address, {f"room-{first.room.pk}": runner.pk, f"room-{second.room.pk}": ""})
        held = Finish.objects.get(room=first.room, part="walls")
        self.assertEqual(held.colour, runner)
        self.assertFalse(Finish.objects.filter(room=second.room, part="walls").exists())
        self.assertNotIn(first.room, [one.room for one in self.proposal().proposed])
        (way_back,) = self.client.session["undo"]
        self.client.post(way_back["address"], way_back["sent"])
        self.assertFalse(Finish.objects.filter(room=first.room, part="walls").exists())

    def test_without_a_review_and_with_every_room_painted_it_says_so(self):
        for room in self.rooms.values():
            Finish.objects.update_or_create(room=room, part="walls", defaults={"colour": world.colour("H16.3")})
        self.assertContains(self.client.get(self.address), "Every room has a colour on its walls.")
        Finish.objects.all().delete()
        review_services.move(self.review, None)
        self.assertContains(self.client.get(self.address), "Review a colour in one of the rooms first")

    def test_another_studio_sees_none_and_foreign_rooms_and_colours_are_passed_over(self):
        before = Finish.objects.filter(part="walls").count()
        self.client.post(self.address, {"room-999999": "1", f"room-{self.rooms['Library'].pk}": "999999"})
        self.assertEqual(Finish.objects.filter(part="walls").count(), before)
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(self.address).status_code, 404)
