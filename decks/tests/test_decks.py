"""Decks: loading, searching, and bringing an own colour in."""

from itertools import pairwise

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, transaction
from django.test import TestCase
from django.urls import reverse
from django.utils import timezone

from decks import queries, services
from decks.catalogue import Wanted, catalogue
from decks.models import Colour, ColourSet, Maker
from decks.tests import world
from prism import demo, school
from prism.colour import from_hex
from prism.formats import reflectance_csv
from prism.neutral import GREY
from prism.reading import read_many
from prism.spectrum import BANDS
from reviews.models import Review
from reviews.queries import Bench
from reviews.services import start


class Loading(TestCase):
    def test_loading_twice_adds_nothing_and_mends_what_changed(self):
        world.load_deck()
        count = Colour.objects.count()
        one = world.colour()
        Colour.objects.filter(pk=one.pk).update(name="Changed", lrv=1)
        self.assertEqual(services.load_deck(demo.deck()), count)
        self.assertEqual(Colour.objects.count(), count)
        mended = world.colour()
        self.assertEqual((mended.pk, mended.name), (one.pk, one.name))
        self.assertAlmostEqual(mended.lrv, one.lrv)

    def test_a_colour_keeps_its_spectrum_and_recipe(self):
        world.load_deck()
        entry = demo.find("H16.3")
        kept = world.colour("H16.3")
        self.assertEqual(kept.paint.lab, entry.colour.lab)
        np.testing.assert_allclose(kept.paint.reflectance, entry.colour.reflectance)
        self.assertEqual(kept.recipe, entry.recipe)

    def test_a_colour_is_a_makers_or_a_persons(self):
        with self.assertRaises(IntegrityError), transaction.atomic():
            Colour.objects.create(name="Nobody’s", **services.numbers_of(from_hex("#808080")))

    def test_the_catalogue_follows_changes(self):
        isla = world.person()
        self.assertEqual(catalogue(isla).lab.shape, (0, 3))
        world.load_deck()
        self.assertEqual(len(catalogue(isla).ids), len(demo.deck()))
        self.assertIs(catalogue(isla), catalogue(isla))


class Searching(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla, cls.rory = world.person(), world.person("rory")
        services.keep_own(cls.isla, "Isla’s own blue", from_hex("#8090A0"))

    def found(self, text, user=None):
        return [c.code or c.name for c in queries.in_order(queries.search(user or self.isla, text)[:30])]

    def test_by_code_name_and_maker(self):
        self.assertEqual(self.found("h16.3")[0], "H16.3")
        name = world.colour("T05.4").name
        self.assertEqual(self.found(name.upper()), ["T05.4"])
        self.assertEqual(self.found(f"{name.split()[0]} haaf tern"), [])
        self.assertTrue(all(code.startswith("T") for code in self.found("tern")))

    def test_own_colours_are_seen_by_their_owner_only(self):
        self.assertEqual(self.found("isla"), ["Isla’s own blue"])
        self.assertEqual(self.found("isla", self.rory), [])

    def test_the_page_and_the_fragment(self):
        self.client.force_login(self.isla)
        page = self.client.get(reverse("colour-search"), {"q": "tide"})
        self.assertContains(page, "<!doctype html>")
        part = self.client.get(reverse("colour-search"), {"q": "tide"}, headers={"HX-Request": "true"})
        self.assertNotContains(part, "<!doctype html>")
        self.assertContains(part, "found")
        none = self.client.get(reverse("colour-search"), {"q": '<script>"&'}, headers={"HX-Request": "true"})
        self.assertContains(none, "&lt;script&gt;")
        self.assertContains(none, "Try part of the name")
        self.assertEqual(self.client.get(reverse("colour-search"), {"page": "many"}).status_code, 200)


class Browsing(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def setUp(self):
        self.client.force_login(self.isla)
        self.held = catalogue(self.isla)
        self.readings = read_many(self.held.lab, self.held.lrv, [0.3] * len(self.held.ids), school.load())

    def check(self, fits, **wanted):
        rows = self.held.select(Wanted(**wanted))
        expected = [row for row, reading in enumerate(self.readings) if fits(row, reading)]
        self.assertEqual(sorted(rows.tolist()), expected)
        self.assertTrue(0 < len(expected) < len(self.held.ids), wanted)

    def test_every_filter_says_what_the_readings_say(self):
        self.check(lambda _, r: 55 <= r.lrv <= 70, lrv_low=55, lrv_high=70)
        self.check(lambda _, r: r.family.word == "taupe", family="taupe")
        self.check(lambda _, r: r.family.word == "blue", family="blue")
        self.check(lambda _, r: r.undertone.main == "purple", undertone="purple")
        self.check(lambda _, r: r.undertone.main is None, undertone="none")
        self.check(lambda _, r: r.undertone.strength_word == "a hint", strength="a hint")
        self.check(lambda _, r: r.temperature.word == "slightly cool", temperature="slightly cool")
        self.check(lambda row, _: self.held.strip_names[row] == "4", strip="4")
        self.check(lambda row, _: "haar" in self.held.texts[row], text="HAAR")

    def test_readings_kept_at_hand_are_those_of_their_school_and_neutral(self):
        rows = [5, 5, 200, 17]
        for key, neutral in (("wall-practice", None), ("short-lists", None), ("wall-practice", GREY), ("even", None)):
            chosen = school.load(key)
            fresh = read_many(self.held.lab[rows], self.held.lrv[rows], [0.3] * 4, chosen, neutral)
            self.held.readings([17], chosen, neutral)
            for _ in range(2):
                for was, now in zip(fresh, self.held.readings(rows, chosen, neutral), strict=True):
                    self.assertEqual((now.lab, now.school, now.neutral), (was.lab, was.school, was.neutral))
                    self.assertEqual((now.depth, now.family), (was.depth, was.family))
                    self.assertAlmostEqual(now.undertone.strength, was.undertone.strength)

    def test_orders(self):
        for sort, value, backwards in (
            ("lrv", lambda r: r.lrv, True),
            ("-lrv", lambda r: r.lrv, False),
            ("warmth", lambda r: r.temperature.value, True),
            ("-strength", lambda r: r.undertone.strength, False),
            ("hue", lambda r: r.undertone.hue, False),
            ("doubt", lambda r: r.uncertainty, False),
        ):
            values = [value(self.readings[row]) for row in self.held.select(Wanted(sort=sort))]
            self.assertEqual(values, sorted(values, reverse=backwards), sort)
        strips = [
            (self.held.makers[row], int(self.held.strip_names[row] or 0))
            for row in self.held.select(Wanted(sort="strip"))
            if self.held.strip_names[row]
        ]
        self.assertEqual(strips, sorted(strips))
        families = [self.readings[row].family.word for row in self.held.select(Wanted(sort="family"))]
        runs = sum(one != other for one, other in pairwise(families)) + 1
        self.assertLessEqual(runs, len(school.load().families) + len(school.load().hue_family.words))
        names = [self.held.names[row] for row in self.held.select(Wanted(sort="name", text="ledger"))]
        self.assertEqual(names, sorted(names))
        self.assertTrue(all("ledger" in name for name in names))

    def test_more_ids_than_a_query_holds(self):
        self.assertEqual(len(queries.by_ids(list(range(1, 300_000)))), len(self.held.ids))

    def test_the_page(self):
        query = {"undertone": "blue", "family": "grey", "lrv_low": "50", "sort": "lrv"}
        page = self.client.get(reverse("colours"), query)
        rows = page.context["rows"]
        self.assertTrue(rows)
        self.assertTrue(all("blue" in row.undertone and row.family == "grey" for row in rows))
        part = self.client.get(reverse("colours"), query, headers={"HX-Request": "true"})
        self.assertNotContains(part, "<!doctype html>")

    def test_nonsense_is_said_and_left_out(self):
        page = self.client.get(reverse("colours"), {"lrv_low": "130", "family": "plaid", "maker": "x", "page": "-3"})
        self.assertContains(page, "425 of 425")
        self.assertContains(page, "less than or equal to 100")
        self.assertContains(page, "plaid is not one of the available choices")

    def test_nothing_fits(self):
        self.assertContains(
            self.client.get(reverse("colours"), {"q": "zzz"}), "No colour in these decks is all of that"
        )

    def test_anothers_deck_is_not_seen(self):
        mine = Maker.objects.create(name="Isla’s deck", owner=self.isla)
        Colour.objects.filter(code="H16.3").update(maker=mine)
        Maker.objects.filter(pk=mine.pk).update(changed=timezone.now())
        rory = world.person("rory")
        self.assertEqual(len(catalogue(self.isla).ids) - len(catalogue(rory).ids), 1)
        self.assertEqual(queries.search(rory, "h16.3"), [])
        self.client.force_login(rory)
        self.assertContains(self.client.get(reverse("colours"), {"maker": mine.pk}), "not one of the available")


class Sets(TestCase):
    def setUp(self):
        world.load_deck()
        self.isla = world.person()
        self.client.force_login(self.isla)
        self.white = world.colour("HW05")

    def keep(self, colour, name="My reference whites", **more):
        return self.client.post(reverse("colour-keep"), {"colour": colour.pk, "set_name": name}, **more)

    def test_keep_and_leave_out(self):
        answer = self.keep(self.white, headers={"HX-Request": "true"})
        self.assertContains(answer, "is in “My reference whites”")
        self.keep(world.colour("H16.3"), "For the library")
        self.keep(world.colour("H16.3"), "For the library")
        page = self.client.get(reverse("colour-sets"))
        self.assertContains(page, "For the library")
        listed = ColourSet.objects.get(name="For the library")
        shown = self.client.get(reverse("colours"), {"set": listed.pk})
        self.assertEqual([row.colour.code for row in shown.context["rows"]], ["H16.3"])
        self.assertContains(shown, "averaged readings, ±0.3")
        exported = self.client.get(reverse("deck-export"), {"set": listed.pk, "format": "csv"})
        self.assertEqual(len(exported.content.splitlines()), 2)
        listed = ColourSet.objects.get(name="For the library")
        self.assertEqual(listed.colours.count(), 1)
        self.client.post(reverse("colour-leave-out", args=[listed.pk, world.colour("H16.3").pk]))
        self.assertFalse(ColourSet.objects.filter(name="For the library").exists())
        whites = ColourSet.objects.get(is_whites=True)
        self.client.post(reverse("colour-leave-out", args=[whites.pk, self.white.pk]))
        self.assertTrue(ColourSet.objects.filter(is_whites=True).exists())

    def test_bad_and_others(self):
        self.assertContains(self.keep(self.white, " "), "Name the set", status_code=422)
        rory = world.person("rory")
        theirs = services.keep_own(rory, "Rory’s", from_hex("#F0F0F0"))
        self.assertEqual(self.keep(theirs).status_code, 404)
        self.assertEqual(self.client.post(reverse("colour-keep"), {"set_name": "x"}).status_code, 404)
        mine = services.keep_in_set(self.isla, "Mine", self.white)
        self.client.force_login(rory)
        self.assertContains(self.client.get(reverse("colours"), {"set": mine.pk}), "425 of 425")
        url = reverse("colour-leave-out", args=[mine.pk, self.white.pk])
        self.assertEqual(self.client.post(url).status_code, 404)

    def test_chosen_whites_stand_on_the_wall_and_lead_the_neutral(self):
        review = start(self.isla, world.colour())
        basis = {"school": "wall-practice", "neutral": "whites", "neutral_a": "0", "neutral_b": "0"}
        url = reverse("review-basis", args=[review.pk])
        refused = self.client.post(url, basis, headers={"HX-Request": "true"})
        self.assertContains(refused, "no reference whites yet", status_code=422)
        self.keep(self.white)
        self.client.post(url, basis)
        review.refresh_from_db()
        bench = Bench(review)
        self.assertEqual([held.colour for held in bench.whites], [self.white])
        np.testing.assert_allclose(bench.neutral.at(99), [self.white.lab_a, self.white.lab_b], atol=1e-3)
        # the review stays as it was judged when the set changes later
        self.keep(world.colour("HW11"))
        again = Bench(type(review).objects.get(pk=review.pk))
        self.assertEqual(again.neutral, bench.neutral)
        self.assertEqual(len(again.whites), 2)
        page = self.client.get(reverse("review-step", args=[review.pk, "read"]))
        self.assertContains(page, "through my whites")


class OwnColours(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def setUp(self):
        self.client.force_login(self.isla)

    def bring(self, source, **data):
        return self.client.post(reverse("own-colour", args=[source]), {"name": "Door of the galley", **data})

    def assert_refused(self, response, field, *parts):
        self.assertEqual(response.status_code, 422)
        message = response.context["form"].errors[field][0]
        for part in parts:
            self.assertIn(part, message)
        self.assertContains(response, "Door of the galley", status_code=422)
        self.assertFalse(Colour.objects.filter(owner=self.isla).exists())
        self.assertFalse(Review.objects.exists())

    def test_hex_lab_and_spectrum_start_a_review(self):
        row = ",".join(f"{v:.5f}" for v in world.colour().paint.reflectance)
        for source, data, provenance in (
            ("hex", {"hex": "#c4cbc9"}, "screen"),
            ("lab", {"lightness": "81,1", "a": "−2.8", "b": "0.2", "convention": "lab"}, "maker-lab"),
            ("lab", {"lightness": "81.1", "a": "-2.8", "b": "0.2", "convention": "lab50"}, "converted-lab"),
            ("spectrum", {"reflectance": row}, "reading-single"),
            ("spectrum", {"reflectance": f"{row}\n{row}"}, "reading-average"),
            ("spectrum", {"file": SimpleUploadedFile("r.csv", row.encode())}, "reading-single"),
        ):
            with self.subTest(source=source, provenance=provenance):
                response = self.bring(source, **data)
                review = Review.objects.latest("id")
                self.assertRedirects(response, review.get_absolute_url())
                self.assertEqual(review.colour.provenance, provenance)
                self.assertEqual(review.colour.owner, self.isla)

    def test_bad_hex_and_lab(self):
        self.assert_refused(self.bring("hex", hex="#12345"), "hex", "#12345", "five digits")
        self.assert_refused(self.bring("hex", hex=""), "hex", "empty")
        lab = {"lightness": "140", "a": "0", "b": "0", "convention": "lab"}
        self.assert_refused(self.bring("lab", **lab), "lightness", "140", "100")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "a": "blue"}), "a", "'blue'")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "b": ""}), "b", "empty")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "a": "inf"}), "a", "inf")

    def test_bad_spectra_keep_what_was_typed(self):
        bad = "400,410,420\n0.5,grey,0.5"
        response = self.bring("spectrum", reflectance=bad)
        self.assert_refused(response, "reflectance", "Line 2, column 2", "grey")
        self.assertContains(response, "0.5,grey,0.5", status_code=422)
        twelve = SimpleUploadedFile("twelve.csv", ",".join(["0.5"] * 12).encode())
        response = self.bring("spectrum", file=twelve)
        self.assert_refused(response, "reflectance", "12 bands")
        self.assertContains(response, "0.5,0.5,0.5", status_code=422)
        self.assert_refused(self.bring("spectrum", file=SimpleUploadedFile("e.csv", b"")), "reflectance", "empty")
        self.assert_refused(self.bring("spectrum"), "reflectance", "paste")
        self.assert_refused(
            self.bring("spectrum", file=SimpleUploadedFile("x.csv", b"\xff\xfe\x01")), "reflectance", "text"
        )

    def test_fifty_megabytes_never_arrive(self):
        big = SimpleUploadedFile("big.csv", b"0.5," * 12_500_000)
        response = self.bring("spectrum", file=big)
        self.assert_refused(response, "reflectance", "too large")

    def test_percentages_are_said_on_the_review(self):
        percent = ",".join(f"{100 * v:.3f}" for v in world.colour().paint.reflectance)
        self.bring("spectrum", reflectance=percent)
        review = Review.objects.get()
        self.assertIn("divided by 100", review.intake_notes)
        self.assertContains(self.client.get(review.get_absolute_url()), "divided by 100")

    def test_a_stated_lrv_is_kept_and_checked(self):
        self.bring("hex", hex="#C4CBC9", lrv_stated="58,2")
        review = Review.objects.latest("id")
        self.assertEqual((review.colour.lrv_stated, review.colour.provenance), (58.2, "screen-lrv"))
        self.bring("hex", hex="#C4CBC9", lrv_stated="20")
        review = Review.objects.latest("id")
        self.assertEqual(review.colour.provenance, "screen")
        self.assertContains(self.client.get(review.get_absolute_url()), "they differ by 38.7")

    def test_a_stated_lrv_beyond_the_scale(self):
        for wrong, part in (("130", "between 0 and 100"), ("light", "not a number")):
            response = self.bring("hex", hex="#C4CBC9", lrv_stated=wrong)
            self.assert_refused(response, "lrv_stated", wrong, part)
            self.assertContains(response, f'value="{wrong}"', status_code=422)

    def test_a_name_is_needed(self):
        response = self.client.post(reverse("own-colour", args=["hex"]), {"name": " ", "hex": "#808080"})
        self.assertContains(response, "Give the colour a name", status_code=422)
        self.assertContains(response, "#808080", status_code=422)

    def test_unknown_ways_are_not_found(self):
        self.assertEqual(self.client.get(reverse("own-colour", args=["photo"])).status_code, 404)

    def test_what_is_written_can_be_read_back(self):
        text = reflectance_csv.write(np.array([world.colour().paint.reflectance]))
        self.assertEqual(len(text.splitlines()[0].split(",")), len(BANDS))
        self.assertEqual(self.bring("spectrum", reflectance=text).status_code, 302)
