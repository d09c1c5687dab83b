"""The Strength step: which strength, its formula, the can that comes out, mixtures, and colours of their own."""

from django.urls import reverse

from decks import services as deck_services
from decks.models import Colour
from decks.shared_decks import open_to_changes
from prism.stimulus import from_lab, from_reflectance
from reviews import services
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths import services as strength_services
from reviews.strengths.reads import Strengths
from steps import services as step_services
from tinting.models import Batch, Machine
from tinting.tests import world

HTMX = {"HX-Request": "true"}


class Step(world.Studio):
    def setUp(self):
        super().setUp()
        self.review = step_services.start(self.isla, world.colour("H16.3"))
        services.remember_place(self.review, "strength", None)

    def get(self, **query):
        return self.client.get(reverse("review-step", args=[self.review.pk, "strength"]), query, headers=HTMX)

    def post(self, name, /, **data):
        return self.client.post(reverse("review-act", args=[self.review.pk, "strength", name]), data, headers=HTMX)

    def percent(self):
        return Review.objects.get(pk=self.review.pk).strength


class Hiding(Step):
    def test_a_strength_that_does_not_hide_is_drawn_and_said(self):
        dark = next(c for c in Colour.objects.filter(recipe_base="B4") if c.lrv < 8)
        self.review = step_services.start(self.isla, dark)
        services.remember_place(self.review, "strength", None)
        self.assertNotContains(self.get(percent="0"), "does not cover")
        page = self.get(percent="-99")
        self.assertContains(page, "This strength does not cover: two coats hide")
        self.assertContains(page, "board-art halves")
        self.assertRegex(page.context["page"].hiding_sentence, "it covers, with|No base of this system")

    def test_what_cannot_be_made_says_how_near_it_came(self):
        bright = deck_services.keep_own(self.isla, "Signal", from_lab((40.0, 29.9, 14.2)), None)
        self.review = step_services.start(self.isla, bright)
        self.assertContains(self.get(), "these colorants cannot make it")


class Asking(Step):
    def test_without_scripts_a_mixture_shows_and_a_can_is_made_once(self):
        act = [self.review.pk, "strength"]
        sent = {"show": "mix", "own_parts": "2", "other_parts": "1", "other": "T05.4"}
        page = self.client.post(reverse("review-act", args=[*act, "mix"]), sent, follow=True)
        self.assertEqual(page.redirect_chain[0][1], 302)
        self.assertContains(page, "2 Pintle Blotter + 1")
        self.assertContains(page, "Save as a colour")
        answer = self.client.post(reverse("review-act", args=[*act, "dispense"]), {"show": "formula"})
        self.assertEqual(answer.status_code, 302)
        self.assertContains(self.client.get(answer["Location"]), "can 1")
        self.client.get(answer["Location"])
        self.assertEqual(Batch.objects.count(), 1)

    def test_what_was_typed_beside_the_percent_that_stood_there_rules(self):
        self.get(percent="-30")
        page = self.get(percent="-30", lrv="78.5")
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, 78.5, places=3)
        page = self.get(percent=f"{self.percent():g}", like="H16.4")
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, world.colour("H16.4").lrv, places=3)

    def test_what_was_touched_last_rules_and_the_other_is_said(self):
        page = self.get(percent="-40", lrv="78.5", touched="lrv")
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, 78.5, places=3)
        self.assertContains(page, "Shown is LRV 78.5; −40.0")
        page = self.get(percent="-40", lrv="78.5", touched="percent")
        self.assertEqual(self.percent(), -40)
        self.assertContains(page, "LRV 78.5 would be at")

    def test_two_that_contradict_are_said_and_nothing_changes(self):
        self.get(percent="-30")
        page = self.get(lrv="78.5", gap="40")
        self.assertContains(page, "LRV 78.5 and a gap of 40.0 ask for different strengths")
        self.assertEqual(self.percent(), -30)

    def test_by_percent_lrv_gap_and_another(self):
        self.get(percent="-30")
        self.assertEqual(self.percent(), -30)
        page = self.get(lrv="78,5")
        self.assertContains(page, "LRV 78.5 is")
        context = page.context["page"].context
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, 78.5, places=3)
        clean = next(held for held in context.set.whites if held.why == "clean")
        page = self.get(gap="10", trim=clean.colour.pk)
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, clean.reading.lrv - 10, places=3)
        self.assertContains(page, "is 10 points lighter, so the edge is crisp")
        other = world.colour("H16.4")
        page = self.get(like="H16.4")
        self.assertAlmostEqual(page.context["page"].at.adjusted.lrv, other.lrv, places=3)

    def test_no_line_breaks_before_the_sign_of_a_percentage(self):
        page = self.get(percent="-75").content.decode()
        self.assertIn("−75\u00a0%", page)
        self.assertNotRegex(page, r"[−+]\d+ %")

    def test_what_cannot_be_is_said_and_what_was_typed_stays(self):
        for query, part in (
            ({"percent": "-120"}, "between −100 and 400"),
            ({"percent": "dark"}, "not a number"),
            ({"lrv": "130"}, "between 0 and 100"),
            ({"like": "Nobody"}, "No colour in these decks is called"),
        ):
            page = self.get(**query)
            self.assertContains(page, part)
            self.assertContains(page, f'value="{next(iter(query.values()))}"')
        self.assertEqual(self.percent(), 0)
        self.assertContains(self.get(lrv="97"), "lighter than the bare base")
        self.assertEqual(self.percent(), -100)
        self.assertContains(self.get(lrv="2"), "darker than this base can be tinted")

    def test_at_standard_strength_a_catalogue_colour_needs_no_other(self):
        page = self.get().context["page"]
        self.assertIn("These decks hold this colour", page.catalogue_sentence)
        self.assertNotIn(self.review.colour.name, page.catalogue_sentence)

    def test_the_nearest_of_the_catalogue_and_the_verdict_on_it(self):
        page = self.get(percent="-40").context["page"]
        self.assertEqual(len(page.at.near_adjusted), 3)
        self.assertIn("Use Rudder Hatch", page.catalogue_sentence)
        self.assertTrue(page.at.family_changes)
        self.assertIn("no longer a grey", page.at.family_changes[0])
        strong = step_services.start(self.isla, world.colour("T24.6"))
        self.assertEqual(Strengths(ReviewContext(strong)).family_changes, [])  # but for the bare base, it stays a red

    def test_a_strength_nearest_to_its_own_standard_is_not_sent_back_to_it(self):
        near = self.get(percent="2").context["page"]
        self.assertIn("no visible difference from the standard", near.catalogue_sentence)
        self.review.colour = world.colour("T13.6")
        self.review.save()
        far = self.get(percent="40").context["page"]
        self.assertIn("closer than its own standard strength", far.catalogue_sentence)

    def test_a_base_that_cannot_hold_it_names_the_next(self):
        strength_services.look_at_strength(self.review, 400)
        with open_to_changes():
            Colour.objects.filter(pk=self.review.colour_id).update(recipe_amounts={"LB": 10.0})
        at = Strengths(ReviewContext(Review.objects.get(pk=self.review.pk)))
        self.assertTrue(at.adjusted.over_capacity)
        base, change, apart = at.in_next_base
        self.assertEqual(base, "pastel base")
        self.assertTrue(change < 0 < apart < 5)
        self.assertContains(self.get(show="formula"), "The pastel base holds more")

    def test_estimated_where_no_recipe_came(self):
        own = deck_services.keep_own(self.isla, "Old door", from_lab((84, -1, 4)))
        self.review = step_services.start(self.isla, own)
        page = self.get(percent="-25")
        self.assertContains(page, "estimated from its Lab values alone")
        self.assertContains(page, "would do nearly as well")
        at = page.context["page"].at
        self.assertGreater(at.adjusted.reading.uncertainty, at.subject.reading.uncertainty)

    def test_a_recipe_of_another_system_is_named_and_estimated(self):
        with open_to_changes():
            Colour.objects.filter(code="T05.4").update(recipe_amounts={"ZZ": 2.0})
        self.review = step_services.start(self.isla, world.colour("T05.4"))
        page = self.get(percent="25")
        self.assertContains(page, "unknown colorant")
        self.assertContains(page, "estimated from its spectrum")

    def test_kept_as_a_colour_of_its_own(self):
        self.assertContains(self.post("keep"), "The standard strength is the colour itself")
        self.get(percent="-25")
        page = self.post("keep")
        self.assertContains(page, "at 75 % among your own colours")
        kept = Colour.objects.get(parent=self.review.colour)
        self.assertEqual((kept.name, kept.percent), (f"{self.review.colour.name} at 75 %", -25))
        self.assertEqual(kept.provenance, "computed")
        self.assertEqual(kept.recipe, self.review.colour.recipe.scaled(-25))
        again = step_services.start(self.isla, kept)
        self.assertContains(
            self.client.get(reverse("review-step", args=[again.pk, "reading"])), "predicted from a recipe"
        )
        self.assertEqual(kept.label, f"from {self.review.colour.name}")
        self.assertContains(self.client.get(reverse("find"), {"q": "at 75"}), kept.name)


class Counter(Step):
    def test_the_formula_in_the_units_of_the_counter(self):
        page = self.get(show="formula")
        for part in ("LB lamp black", "white base", "ounces, 48ths", "trial mix", "safety data"):
            self.assertContains(page, part)
        self.get(show="formula", can="250ml")
        self.assertEqual(Review.objects.get().can, "250ml")
        self.get(show="formula", can="bucket")
        self.assertEqual(Review.objects.get().can, "250ml")
        self.get(percent="-70")
        self.assertContains(self.get(show="formula", can="half-pint"), "make a")

    def test_a_dry_canister_is_said_and_refilled(self):
        Machine.objects.create(owner=self.isla, levels={"LB": 0.5})
        self.assertContains(self.post("dispense", show="formula"), "too little lamp black")
        self.assertFalse(Batch.objects.exists())
        self.assertContains(self.client.get(reverse("machine")), "None yet")
        self.client.post(reverse("machine"), {"colorant": "LB"})
        self.assertContains(self.post("dispense", show="formula"), "Dispensed")
        self.assertContains(self.client.get(reverse("machine")), self.review.colour.name)
        self.assertEqual(self.client.post(reverse("machine"), {"colorant": "ZZ"}).status_code, 422)

    def test_two_paints_stirred_together(self):
        page = self.post("mix", show="mix", own_parts="1", other_parts="3", other="T05.4")
        self.assertContains(page, "1 Pintle Blotter + 3")
        self.post("mix", show="mix", own_parts="1", other_parts="3", other="T05.4", keep="1")
        kept = Colour.objects.get(parent=self.review.colour)
        self.assertTrue(world.colour("T05.4").lrv - 1 < kept.lrv < self.review.colour.lrv + 1)
        for bad, part in (
            ({"own_parts": "-1"}, "Parts must be above 0"),
            ({"other_parts": "lots"}, "not a number"),
            ({"other": "Nobody"}, "No colour in these decks"),
            ({"other": ""}, "Give the code or name"),
        ):
            page = self.post("mix", **{"show": "mix", "own_parts": "1", "other_parts": "1", "other": "T05.4"} | bad)
            self.assertContains(page, part, status_code=422)

    def test_a_measured_colour_mixes_too(self):
        entry = world.colour("T12.4")
        deck_services.keep_own(self.isla, "Old tin", from_reflectance(entry.stimulus.reflectance))
        page = self.post("mix", show="mix", own_parts="1", other_parts="1", other="old tin")
        self.assertContains(page, "Old tin makes LRV")

    def test_nobody_elses(self):
        self.post("dispense", show="formula")
        batch = Batch.objects.get()
        self.client.force_login(self.rory)
        for name in ("keep", "mix", "dispense"):
            self.assertEqual(self.post(name).status_code, 404)
        self.assertEqual(self.client.post(reverse("can-measure", args=[batch.pk])).status_code, 404)
        self.assertNotContains(self.client.get(reverse("machine")), batch.name)
