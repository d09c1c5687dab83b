"""Values that replace one another: kept with date and reason, found by what was made with them, put back."""

import numpy as np
from django.test import TestCase
from django.urls import reverse

from decks import queries, services
from decks.card import Card
from decks.catalogue import catalogue
from decks.models import Colour
from decks.shared_decks import open_to_changes
from prism import demo, method
from prism.stimulus import from_hex, from_lab
from reviews.context import ReviewContext
from reviews.models import Review
from steps import services as step_services
from tinting.tests import world


class Values(TestCase):
    def setUp(self):
        world.load_deck()
        self.isla, self.rory = world.person(), world.person("rory")
        self.client.force_login(self.isla)
        self.colour = world.colour("H16.3")
        self.lrv = self.colour.lrv

    def improve(self):
        world.own_the_deck(self.isla)
        services.improve(world.colour("H16.3"), from_lab((86, -2, 1)), "measured on the board", self.isla)
        return world.colour("H16.3")

    def test_the_old_value_is_kept_and_the_rest_stays(self):
        now = self.improve()
        self.assertEqual((now.lab_l, now.provenance, now.reflectance), (86, "maker-lab", None))
        self.assertEqual((now.name, now.recipe), (self.colour.name, demo.find("H16.3").recipe))
        earlier = now.earlier.get()
        self.assertEqual((earlier.lrv, earlier.reason, earlier.by), (self.lrv, "measured on the board", self.isla))
        self.assertEqual(earlier.stimulus, self.colour.stimulus)

    def test_reviews_keep_the_value_they_were_made_with_until_told(self):
        review = step_services.start(self.isla, self.colour)
        self.improve()
        self.improve()
        again = Review.objects.get(pk=review.pk)
        self.assertEqual(ReviewContext(again).subject.reading.lrv, self.lrv)
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertContains(page, "Made with an earlier value")
        self.assertContains(page, "measured on the board")
        self.assertRegex(self.client.get(reverse("home")).content.decode(), rf"LRV\s+{self.lrv:.1f}")
        self.client.post(reverse("review-revalue", args=[review.pk]))
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertNotContains(page, "Made with an earlier value")
        self.assertEqual(ReviewContext(Review.objects.get(pk=review.pk)).subject.reading.lab[0], 86)

    def test_the_card_shows_every_value_and_puts_one_back(self):
        earlier = self.improve().earlier.get()
        url = reverse("colour", args=[self.colour.pk])
        page = self.client.get(url)
        self.assertContains(page, "measured on the board, by isla")
        self.assertContains(page, "Lab as stated, ±0.8 ΔE00")
        self.client.post(reverse("colour-put-back", args=[self.colour.pk, earlier.pk]))
        back = world.colour("H16.3")
        self.assertEqual(back.stimulus, self.colour.stimulus)
        self.assertEqual(back.earlier.count(), 2)
        self.assertEqual(back.earlier.first().lab_l, 86)

    def test_loading_the_demo_again_leaves_better_values_alone(self):
        better = services.numbers_of(from_lab((86, -2, 1)))
        with open_to_changes():
            services.replace_values([(self.colour, better)], "measured by who keeps the deck", None)
        services.load_deck(demo.deck())
        self.assertEqual(world.colour("H16.3").lab_l, 86)

    def test_what_all_studios_share_is_changed_by_nobody(self):
        better = services.numbers_of(from_lab((86, -2, 1)))
        with open_to_changes():
            services.replace_values([(self.colour, better)], "measured by who keeps the deck", None)
        earlier = world.colour("H16.3").earlier.get()
        self.assertNotContains(self.client.get(reverse("colour", args=[self.colour.pk])), "Restore<span")
        refused = self.client.post(reverse("colour-put-back", args=[self.colour.pk, earlier.pk]))
        self.assertContains(refused, "belongs to all studios", status_code=403)
        with self.assertRaises(services.SharedError):
            services.improve(world.colour("H16.3"), from_lab((80, 0, 0)), "mine", self.isla)
        self.assertEqual(world.colour("H16.3").lab_l, 86)

    def test_nobody_elses(self):
        own = services.keep_own(self.isla, "Isla’s", from_hex("#808080"))
        services.improve(own, from_lab((50, 0, 0)), "again", self.isla)
        self.client.force_login(self.rory)
        earlier = own.earlier.get()
        self.assertEqual(self.client.get(reverse("colour", args=[own.pk])).status_code, 404)
        for colour in (own, self.colour):
            answer = self.client.post(reverse("colour-put-back", args=[colour.pk, earlier.pk]))
            self.assertEqual(answer.status_code, 404)


class Cards(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def test_name_lrv_and_twins_are_said(self):
        other = world.colour("T05.4")
        own = services.keep_own(self.isla, "Old blue", other.stimulus, lrv_stated=other.lrv + 9)
        card = Card(own, self.isla)
        self.assertIn("is no blue", " ".join(card.details))
        self.assertIn("They differ by 9.0", " ".join(card.details))
        self.assertIn(f"{other.name}, {other.label}", card.twins)
        self.client.force_login(self.isla)
        self.assertContains(self.client.get(reverse("colour", args=[own.pk])), "own colour")

    def test_twins_leave_the_colour_itself_out_and_part_under_lamps(self):
        stimulus = world.colour("T05.4").stimulus
        twins = queries.twins(catalogue(self.isla), stimulus, method.load())
        self.assertEqual(twins[0].colour.code, "T05.4")
        self.assertAlmostEqual(twins[0].parting.farthest, 0)
        without = queries.twins(catalogue(self.isla), stimulus, method.load(), twins[0].colour.pk)
        self.assertNotIn("T05.4", [twin.colour.code for twin in without])
        vague = queries.twins(catalogue(self.isla), from_lab(stimulus.lab), method.load())
        self.assertIsNone(vague[0].parting)

    def test_a_code_may_carry_its_maker(self):
        self.assertEqual([c.code for c in queries.with_code(self.isla, " h16.3 ")], ["H16.3"])
        self.assertEqual([c.code for c in queries.with_code(self.isla, "haaf colourmen H16.3")], ["H16.3"])
        for wrong in ("", "H16", "tern H16.3", "Thole & Tern H16.3"):
            self.assertEqual(queries.with_code(self.isla, wrong), [])

    def test_specular_light_is_said(self):
        with open_to_changes():
            Colour.objects.filter(code="H16.3").update(specular="excluded")
        self.client.force_login(self.isla)
        page = self.client.get(reverse("colour", args=[world.colour().pk]))
        self.assertContains(page, "specular light excluded")


class Whites(world.Studio):
    def keep(self, colour):
        return self.client.post(reverse("colour-keep"), {"colour": colour.pk, "set_name": "My reference whites"})

    def test_chosen_whites_stand_on_the_wall_and_lead_the_neutral(self):
        review = step_services.start(self.isla, world.colour())
        basis = {"method": "wall-practice", "neutral": "whites", "neutral_a": "0", "neutral_b": "0"}
        url = reverse("review-basis", args=[review.pk])
        refused = self.client.post(url, basis, headers={"HX-Request": "true"})
        self.assertContains(refused, "no reference whites yet", status_code=422)
        self.keep(world.colour("HW03"))
        self.client.post(url, basis)
        review.refresh_from_db()
        context = ReviewContext(review)
        self.assertEqual([held.colour for held in context.set.whites], [world.colour("HW03")])
        white = world.colour("HW03")
        np.testing.assert_allclose(context.subject.neutral.at(99), [white.lab_a, white.lab_b], atol=1e-3)
        # the review stays as it was judged when the set changes later
        self.keep(world.colour("HW11"))
        again = ReviewContext(type(review).objects.get(pk=review.pk))
        self.assertEqual(again.subject.neutral, context.subject.neutral)
        self.assertEqual(len(again.set.whites), 2)
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertContains(page, "through my whites")
