"""Finding reviews, jobs and colours by what they mean."""

from datetime import date
from uuid import uuid4

from django.contrib.auth.models import User
from django.urls import reverse
from django.utils import timezone

from decks import queries as deck_queries
from documents.sharing import services as sharing_services
from methods import queries as method_queries
from prism import method
from prism.search import understand
from reviews import services
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import Review
from search import queries
from search.models import Meaning
from steps import services as step_services
from steps.verdict import services as verdict_services
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.services import Decided


class Finding(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        services.move(self.review, self.rooms["Stair tower"])  # slate treads
        self.grey = step_services.start(self.isla, world.colour("T05.4"))
        services.move(self.grey, self.rooms["Library"])

    def found(self, text, user=None):
        user = user or self.isla
        chosen = method_queries.usual(user)
        return list(queries.reviews_meant(user, understand(text, chosen), chosen))

    def page(self, text, **query):
        return self.client.get(reverse("find"), {"q": text, **query}, headers=HTMX)

    def test_by_reading_room_client_code_and_text(self):
        verdict_services.write(self.grey, {"verdict": "Keep it off the chimney."})
        job = self.rooms["Library"].job
        for text, wanted in (
            ("blue", [self.review]), ("blue grey with slate treads", [self.review]), ("slate treads", [self.review]),
            ("blue with larch shelves", []), ("h16.3", [self.review]), ("Library", [self.grey]),
            ("off the chimney", [self.grey]), (self.review.colour.name, [self.review]),
            (job.client, [self.grey, self.review]), ("LRV 70-75", [self.review]), ("LRV under 20", []),
            ("cool", [self.review]), ("purple", []),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(self.found(text), sorted(wanted, key=lambda r: r.updated, reverse=True))

    def test_by_what_the_client_said_by_decisions_and_by_month(self):
        link = sharing_services.share(self.isla, self.rooms["Library"].job, [self.grey], 30)
        sharing_services.answer(link, self.grey, "no", "Too gloomy for us.", "Mrs Tarn")
        agreed = Decided(self.review.colour, "it holds", "matte")
        viewing_services.decide(self.isla, self.review, agreed)
        now = timezone.localdate()
        for text, wanted in (
            ("client said no", [self.grey]), ("the client's no", [self.grey]), ("client said yes", []),
            ("client asked", []), ("client answered", [self.grey]), ("gloomy", [self.grey]), ("Mrs Tarn", [self.grey]),
            ("client said no this month", [self.grey]), ("client said no last month", []),
            ("decided", [self.review]), ("not decided", [self.grey]), (f"in {now:%B}", [self.grey, self.review]),
            (f"in {now:%B %Y} decided", [self.review]), (f"in {now:%B} 2001", []),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual({one.pk for one in self.found(text)}, {one.pk for one in wanted})
        self.assertContains(self.page("client said no"), "Understood as: the client said no.")

    def test_a_month_is_its_latest_that_has_begun(self):
        today = date(2026, 3, 9)
        for text, month in (
            ("October", "2025-10"), ("in march", "2026-03"), ("in May", "2025-05"), ("last month", "2026-02"),
            ("this month", "2026-03"), ("june 2024", "2024-06"), ("may be warm", ""), ("Marchmont", ""),
        ):  # fmt: skip
            self.assertEqual(understand(text, method.load(), today).month, month, text)

    def test_by_what_was_seen_and_when(self):
        evening = timezone.now().replace(hour=20, minute=0)
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        viewing_services.move(one, evening)
        viewing_services.log(self.isla, one, uuid4(), {"warmth": -1}, "no", "it went purple", "overcast", True, None)
        for text, hit in (("blue that went purple in the evening", True), ("went purple in the morning", False),
                          ("looked cooler", True), ("seen cooler", True), ("saw it purple", True),
                          ("went green", False), ("in the evening", True)):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(self.found(text), [self.review] if hit else [])

    def test_from_a_review_colours_come_first_and_reviews_where_there_is_none(self):
        verdict_services.write(self.review, {"verdict": "Gunwale light suits it."})
        self.assertFalse(self.page("H16.3", beside_of=self.review.pk).context.get("reviews"))
        found = self.page("gunwale", beside_of=self.review.pk)
        self.assertContains(found, reverse("review", args=[self.review.pk]))

    def test_a_change_is_found_at_once_and_made_anew_once(self):
        self.assertEqual(self.found("gunwale"), [])
        verdict_services.write(self.review, {"verdict": "Gunwale light suits it."})
        self.assertEqual(self.found("gunwale"), [self.review])
        made = Meaning.objects.get(review=self.review).pk
        self.found("gunwale")
        self.assertEqual(Meaning.objects.get(review=self.review).pk, made)
        services.delete(self.review)
        self.assertEqual(self.found("gunwale"), [])

    def test_a_hidden_name_finds_nothing(self):
        services.go_blind(self.review)
        review = Review.objects.get(pk=self.review.pk)
        self.assertEqual(self.found(review.colour.name), [])
        self.assertEqual(self.found("blue"), [review])
        page = self.page("blue")
        self.assertNotIn(f"<b>{review.colour.name}</b><span>Skerry", page.content.decode())

    def test_another_studio_finds_nothing_of_it(self):
        self.assertEqual(self.found("blue", User.objects.create_user("kit")), [])

    def test_colours_by_what_they_are(self):
        chosen = method.load()
        held = deck_queries.visible_to(self.isla).in_bulk()
        for text in ("pale grey", "a hint of green", "warm white", "LRV 60", "greige"):
            ids, meant = deck_queries.search_meant(self.isla, text, chosen)
            with self.subTest(text):
                self.assertTrue(ids)
                if meant.lrv:
                    self.assertTrue(all(59 <= held[pk].lrv <= 61 for pk in ids))
                if meant.depth:
                    self.assertTrue(all(held[pk].lrv >= 55 for pk in ids))
        page = self.page("pale grey")
        self.assertContains(page, "Understood as: grey, pale.")
        self.assertNotContains(page, "Nothing here is called")

    def test_a_colour_typed_in_finds_its_nearest(self):
        wanted = self.review.colour
        page = self.page(wanted.screen)
        self.assertContains(page, "the colours nearest to")
        self.assertIn(wanted.pk, [one.pk for one in page.context["found"][:3]])
        lab = " ".join(f"{value:.2f}" for value in wanted.stimulus.lab)
        self.assertEqual(self.page(f"lab {lab}").context["found"][0], wanted)

    def test_colours_that_are_like_one_but_otherwise(self):
        own = self.review.colour
        for text, holds, said in (
            ("like H16.3 but darker", lambda one: one.lrv < own.lrv, "like Pintle Blotter, darker."),
            ("H16.3 but plainly warmer", lambda one: one.stimulus.lab[2] > own.stimulus.lab[2], "plainly warmer"),
            (f"something like {own.name}, but LRV 55 to 65", lambda one: 54 <= one.lrv <= 66, "LRV 55 to 65"),
            (
                "like H16.3 but from Thole & Tern",
                lambda one: one.maker.name == "Thole & Tern",
                "from Thole &amp; Tern.",
            ),
        ):
            with self.subTest(text):
                page = self.page(text)
                found = page.context["found"]
                self.assertTrue(found)
                self.assertNotIn(own, found)
                self.assertTrue(all(holds(one) for one in found), [(one.code, one.lrv) for one in found])
                self.assertContains(page, said)
                self.assertNotIn("reviews", page.context)
        self.assertEqual(self.page(f"similar to {own.screen}").context["found"][0], own)

    def test_a_wish_that_cannot_be_met_says_why(self):
        for text, said in (
            ("like H16.3 but fluffier", "fluffier"), ("like H16.3 but on the same shelf", "same undertone, same depth"),
            ("twins of H16.3", "with no visible difference"),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertContains(self.page(text), said)
        self.assertEqual(self.page("like nobody’s colour").status_code, 200)

    def test_reviews_and_jobs_that_hold_it_come_along(self):
        page = self.page(self.review.colour.name)
        self.assertContains(page, reverse("review", args=[self.review.pk]))
        self.assertContains(page, self.rooms["Library"].job.title)
        beside = self.page(self.review.colour.name, beside_of=self.grey.pk)
        self.assertNotContains(beside, reverse("review", args=[self.review.pk]))
        for wrong in ({"beside_of": "x"}, {"like": "x"}, {"page": "many"}):
            self.assertEqual(self.page("tide", **wrong).status_code, 200)
