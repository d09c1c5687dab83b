"""Whites: what hangs, what is said, the whites that are there, and what is asked for."""

from django.utils.html import escape

from decks import services as deck_services
from decks.models import Colour
from jobs import services as job_services
from jobs.models import Job, Room
from prism import words
from prism.stimulus import from_lab
from reviews.bench import Bench
from reviews.bench.tests.wall import Wall
from reviews.services import move, start
from reviews.steps.whites.reads import Whites


class Step(Wall):
    def test_the_best_white_is_said_with_its_figures_and_another_can_be_looked_at(self):
        page = self.get("whites")
        at = Whites(Bench(self.review), {})
        best = at.held(at.ranked[:1])[0]
        self.assertContains(page, f"{best.name}: {abs(at.ranked[0].gap):.1f} points")
        other = at.held([at.shown[-1]])[0]
        self.assertContains(self.get("whites", white=other.colour.pk), f"{escape(other.name)}: ")
        for odd in ("x", "999999999", "-1"):
            self.assertContains(self.get("whites", white=odd), f"{best.name}: ")

    def test_they_hang_from_creamy_to_cool(self):
        lines = self.get("whites").context["page"].by_creaminess
        values = [line.white.creaminess for line in lines]
        self.assertEqual(values, sorted(values, reverse=True))
        self.assertGreater(values[0] - values[-1], 4)

    def test_whites_that_are_named_count_and_what_is_none_is_said(self):
        page = self.get("whites", **{"with": "HW03, nothing"})
        self.assertContains(page, "nothing: no one colour of the decks")
        white = Colour.objects.get(code="HW03")
        self.assertEqual([one.name for one in page.context["page"].at.there], [white.name])
        self.assertTrue(all(one.there != "nothing there" for one in page.context["page"].at.ranked))

    def test_white_cabinets_of_the_room_warn_of_a_creamy_trim(self):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay"})
        room = Room.objects.create(job=job, name="Galley")
        clean = deck_services.keep_own(self.isla, "Galley enamel", from_lab((95.0, -0.4, 2.6)))
        job_services.keep_room(
            self.isla,
            room,
            {},
            {"elements": [{"kind": "cabinets", "name": "cupboards", "area": 6, "on": "west", "colour": clean}]},
        )
        warm = start(self.isla, Colour.objects.get(code="T04.3"))
        before = Whites(Bench(warm), {})
        creamy = max(before.ranked, key=lambda w: w.creaminess)
        self.assertFalse(creamy.yellows)
        move(warm, room)
        after = Whites(Bench(warm), {})
        self.assertEqual([one.name for one in after.there], ["the cupboards"])
        creamy = max(after.ranked, key=lambda w: w.creaminess)
        self.assertTrue(creamy.yellows)
        self.assertLess(after.ranked[0].creaminess, creamy.creaminess - 2)
        self.assertIn("turns yellow beside the cupboards", words.white_note(creamy, 10, ["the cupboards"]))

    def test_a_pale_wall_that_none_clears_is_told_the_ways_out(self):
        pale = deck_services.keep_own(self.isla, "Pale", from_lab((94.5, -0.3, 3.0)))
        review = start(self.isla, pale)
        page = self.client.get(f"/reviews/{review.pk}/whites/")
        self.assertContains(page, "by sheen alone, by another strength of the wall, or by a dark trim")
        self.assertContains(page, "Dark trims")

    def test_the_path_says_it(self):
        self.assertIn("clears by", self.get("whites").context["frame"].path[5].finding)

    def test_names_stay_hidden(self):
        self.post("blind")
        page = self.get("whites").content.decode()
        reading = page[page.index('class="reading"') : page.index("<dialog")]
        self.assertNotIn(self.review.colour.name, reading)
