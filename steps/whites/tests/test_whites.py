"""Whites: what hangs, what is said, the whites that are there, and what is asked for."""

from django.utils.html import escape

from decks import services as deck_services
from decks.models import Colour
from jobs import services as job_services
from jobs.models import Job, Room
from prism import words
from prism.stimulus import from_lab
from reviews.context import ReviewContext
from reviews.context.tests.wall import Wall
from reviews.models import Review
from reviews.services import move
from steps.services import start
from steps.whites.reads import Whites


class Step(Wall):
    def test_the_best_white_is_said_with_its_figures_and_another_can_be_looked_at(self):
        page = self.get("whites")
        at = Whites(ReviewContext(self.review), {})
        best = at.held(at.ranked[:1])[0]
        self.assertContains(page, f"{best.name} is {abs(at.ranked[0].gap):.0f} points lighter, so the edge is crisp")
        other = at.held([at.shown[-1]])[0]
        self.assertContains(self.get("whites", white=other.colour.pk), f"{escape(other.name)} is ")
        for odd in ("x", "999999999", "-1"):
            self.assertContains(self.get("whites", white=odd), f"{best.name} is ")

    def test_each_white_of_the_table_is_named_by_maker_and_code(self):
        page = self.get("whites")
        for line in page.context["page"].lines:
            self.assertContains(page, f"{escape(line.held.colour.maker.name)} · {line.held.colour.code}")

    def test_the_gap_is_the_methods_or_as_asked(self):
        self.assertEqual(self.get("whites").context["page"].at.gap, 10)
        page = self.get("whites", gap="100")
        self.assertContains(page, "No white is 100 points from this wall")
        self.assertIn("gap=100", page.context["page"].lines[0].href)
        for odd in ("wide", "-1", "101"):
            self.assertContains(self.get("whites", gap=odd), "Type the gap in LRV points")
        self.assertContains(self.get("whites"), "A reader that includes gloss finds LRV 72.1 in any sheen")

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
        before = Whites(ReviewContext(warm), {})
        creamy = max(before.ranked, key=lambda w: w.creaminess)
        self.assertFalse(creamy.yellows)
        move(warm, room)
        after = Whites(ReviewContext(warm), {})
        self.assertEqual([one.name for one in after.there], ["the cupboards"])
        creamy = max(after.ranked, key=lambda w: w.creaminess)
        self.assertTrue(creamy.yellows)
        self.assertLess(after.ranked[0].creaminess, creamy.creaminess - 2)
        self.assertIn("ooks yellow beside the cupboards", words.whites.white_note(creamy, 10, ["the cupboards"]))

    def test_a_pale_wall_that_none_clears_is_told_the_ways_out(self):
        pale = deck_services.keep_own(self.isla, "Pale", from_lab((94.5, -0.3, 3.0)))
        review = start(self.isla, pale)
        page = self.client.get(f"/reviews/{review.pk}/whites/")
        self.assertContains(page, "Let sheen draw the edge, take the wall at another strength, or choose a dark trim")
        self.assertContains(page, "Dark trims")

    def test_where_none_clears_the_strength_of_the_wall_that_does_is_computed(self):
        review = start(self.isla, Colour.objects.get(code="H16.1"))
        at = Whites(ReviewContext(review), {})
        found, lightest = at.other_strength, max(white.reading.lrv for white in at.ranked)
        self.assertGreater(found.percent, 0)
        self.assertTrue(at.gap <= lightest - found.lrv < at.gap + 0.2)
        page = self.client.get(f"/reviews/{review.pk}/whites/")
        self.assertContains(page, f"has LRV {found.lrv:.1f} and the lightest white a crisp edge")
        there = self.client.get(f"/reviews/{review.pk}/strength/?percent={found.percent:g}")
        self.assertContains(there, f"{found.lrv:.1f}")
        # a wall that whites clear is left as it is; one without a recipe cannot be told
        self.assertIsNone(Whites(ReviewContext(self.review), {}).other_strength)
        pale = deck_services.keep_own(self.isla, "Pale", from_lab((94.5, -0.3, 3.0)))
        self.assertIsNone(Whites(ReviewContext(start(self.isla, pale)), {}).other_strength)

    def test_in_a_room_the_white_is_told_by_day_and_of_an_evening(self):
        self.assertContains(self.get("whites"), words.whites.NO_WHITE_LIGHT)
        place = {"latitude": 58.0, "longitude": -3.0, "zone": "Europe/London"}
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay", **place})
        room = Room.objects.create(job=job, name="Galley", width=4, depth=5, height=2.6)
        window = {"wall": "north", "width": 1.5, "height": 1.4, "sill": 0.9}
        lamp = {"count": 3, "lumens": 800, "kelvin": 2700}
        job_services.keep_room(self.isla, room, {}, {"windows": [window], "lamps": [lamp]})
        move(self.review, room)
        by_day, late = self.lit()
        self.assertFalse(by_day.evening)
        self.assertTrue(late.evening)
        self.assertGreater(late.warmer, by_day.warmer + 1)  # lamps of 2,700 K warm a white
        self.assertNotEqual(by_day.screens, late.screens)
        page = self.get("whites")
        self.assertContains(page, "By day, ")
        self.assertContains(page, "looks clearly warmer than its sample")
        self.assertNotContains(page, words.whites.NO_WHITE_LIGHT)
        # a room without a window has no day to tell of, one without lamps no evening
        room.windows.all().delete()
        self.assertEqual([one.evening for one in self.lit()], [True])
        room.lamps.all().delete()
        self.assertEqual(self.lit(), [])

    def lit(self):
        return Whites(ReviewContext(Review.objects.get(pk=self.review.pk)), {}).lit

    def test_the_path_says_it(self):
        self.assertIn("crisp edge", self.get("whites").context["shell"].path[5].finding)

    def test_names_stay_hidden(self):
        self.post("blind")
        page = self.get("whites").content.decode()
        reading = page[page.index('id="reading"') : page.index("<dialog")]
        self.assertNotIn(self.review.colour.name, reading)

    def test_a_white_that_stands_badly_names_its_ways_out(self):
        clean = Colour.objects.get(code="HW03")
        review = start(self.isla, Colour.objects.get(code="T04.3"))
        url = f"/reviews/{review.pk}/whites/"
        creamy = Colour.objects.get(code="HW11")
        page = self.client.get(url, {"with": "HW03", "white": creamy.pk})
        self.assertContains(page, f"looks yellow beside {clean.name}")
        self.assertContains(page, f"To match {clean.name}, use {clean.name}.")
        self.assertContains(page, f"To differ clearly from {clean.name}, use ")
        self.assertNotContains(
            self.client.get(url, {"with": "HW03", "white": clean.pk}), f"To differ clearly from {clean.name}, use "
        )

    def test_trim_that_stays_is_a_white_that_is_there(self):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay"})
        room = Room.objects.create(job=job, name="Galley")
        trim = {"part": "trim", "colour": Colour.objects.get(code="HW03"), "stays": True}
        job_services.keep_finishes(self.isla, room, [trim])
        move(self.review, room)
        at = Whites(ReviewContext(Review.objects.get(pk=self.review.pk)), {})
        self.assertEqual([one.name for one in at.there], ["the trim"])

    def test_each_white_is_told_over_the_rest_of_the_home(self):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay"})
        here, there = (Room.objects.create(job=job, name=name) for name in ("Galley", "Loft"))
        move(self.review, here)
        self.assertNotContains(self.get("whites"), "other rooms of this home")
        other = start(self.isla, Colour.objects.get(code="T04.3"))
        move(other, there)
        page = self.get("whites")
        self.assertContains(page, "other rooms of this home")
        self.assertEqual({line.home for line in page.context["page"].lines} - {"0 of 1", "1 of 1"}, set())
