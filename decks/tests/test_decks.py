"""Decks: loading, searching, browsing, and sets."""

from itertools import pairwise

import numpy as np
from django.db import IntegrityError, connection, transaction
from django.test import TestCase
from django.test.utils import CaptureQueriesContext
from django.urls import reverse
from django.utils import timezone

from decks import queries, services
from decks.catalogue import Wanted, catalogue
from decks.models import Colour, ColourSet, Maker
from decks.shared_decks import open_to_changes
from decks.tests import world
from prism import demo, method
from prism.neutral import GREY
from prism.reading import read, read_many
from prism.stimulus import from_hex


class Loading(TestCase):
    def test_loading_twice_adds_nothing_and_mends_what_changed(self):
        world.load_deck()
        count = Colour.objects.count()
        one = world.colour()
        with open_to_changes():
            Colour.objects.filter(pk=one.pk).update(name="Changed", lrv=1)
        self.assertEqual(services.load_deck(demo.deck()[: world.FIRST_EDITION]), count)
        self.assertEqual(Colour.objects.count(), count)
        mended = world.colour()
        self.assertEqual((mended.pk, mended.name), (one.pk, one.name))
        self.assertAlmostEqual(mended.lrv, one.lrv)

    def test_a_colour_keeps_its_spectrum_and_recipe(self):
        world.load_deck()
        entry = demo.find("H16.3")
        kept = world.colour("H16.3")
        self.assertEqual(kept.stimulus.lab, entry.colour.lab)
        np.testing.assert_allclose(kept.stimulus.reflectance, entry.colour.reflectance)
        self.assertEqual(kept.recipe, entry.recipe)

    def test_a_colour_is_a_makers_or_a_persons(self):
        with self.assertRaises(IntegrityError), transaction.atomic():
            Colour.objects.create(name="Nobody’s", **services.numbers_of(from_hex("#808080")))

    def test_the_catalogue_follows_changes(self):
        isla = world.person()
        self.assertEqual(catalogue(isla).lab.shape, (0, 3))
        world.load_deck()
        self.assertEqual(len(catalogue(isla).ids), world.FIRST_EDITION)
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
        page = self.client.get(reverse("find"), {"q": "tide"})
        self.assertContains(page, "<!doctype html>")
        part = self.client.get(reverse("find"), {"q": "tide"}, headers={"HX-Request": "true"})
        self.assertNotContains(part, "<!doctype html>")
        self.assertContains(part, "found")
        none = self.client.get(reverse("find"), {"q": '<script>"&'}, headers={"HX-Request": "true"})
        self.assertContains(none, "&lt;script&gt;")
        self.assertContains(none, "Try part of a name")
        self.assertEqual(self.client.get(reverse("find"), {"page": "many"}).status_code, 200)


class Browsing(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def setUp(self):
        self.client.force_login(self.isla)
        self.held = catalogue(self.isla)
        self.readings = read_many(self.held.lab, self.held.lrv, [0.3] * len(self.held.ids), method.load())

    def check(self, fits, **wanted):
        rows = self.held.select(Wanted(**wanted))
        expected = [row for row, reading in enumerate(self.readings) if fits(row, reading)]
        self.assertEqual(sorted(rows.tolist()), expected)
        self.assertTrue(0 < len(expected) < len(self.held.ids), wanted)

    def test_every_filter_says_what_the_readings_say(self):
        self.check(lambda _, r: 55 <= r.lrv <= 70, lrv_low=55, lrv_high=70)
        self.check(lambda _, r: r.family.word == "taupe", family="taupe")
        self.check(lambda _, r: "blue" in (r.family.word, r.family.base), family="blue")
        self.check(lambda _, r: "purple" in r.undertone.hues, undertone="purple")
        self.check(lambda _, r: r.undertone.main is None, undertone="none")
        self.check(lambda _, r: "faint" in r.undertone.strengths.words, strength="faint")
        self.check(lambda _, r: "slightly cool" in r.temperature.band.words, temperature="slightly cool")
        self.check(lambda row, _: self.held.strip_names[row] == "4", strip="4")
        self.check(lambda row, _: "haar" in self.held.texts[row], text="HAAR")

    def test_readings_kept_at_hand_are_those_of_their_method_and_neutral(self):
        rows = [5, 5, 200, 17]
        for key, neutral in (("wall-practice", None), ("short-lists", None), ("wall-practice", GREY), ("even", None)):
            chosen = method.load(key)
            fresh = read_many(self.held.lab[rows], self.held.lrv[rows], [0.3] * 4, chosen, neutral)
            self.held.readings([17], chosen, neutral)
            for _ in range(2):
                for was, now in zip(fresh, self.held.readings(rows, chosen, neutral), strict=True):
                    self.assertEqual((now.lab, now.method, now.neutral), (was.lab, was.method, was.neutral))
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
        self.assertLessEqual(runs, len(method.load().families) + len(method.load().hue_family.words))
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
        self.assertTrue(all("blue" in row.undertone and "grey" in row.family for row in rows))
        part = self.client.get(reverse("colours"), query, headers={"HX-Request": "true"})
        self.assertNotContains(part, "<!doctype html>")
        here = {"HX-Request": "true", "HX-Current-URL": f"http://testserver{part.wsgi_request.get_full_path()}"}
        self.assertEqual(self.client.get(reverse("colours"), query, headers=here).status_code, 204)

    def get(self, **asked):
        return self.client.get(reverse("colours"), asked)

    def test_wishes_in_the_words_of_the_trade(self):
        own = world.colour("H16.3")
        page = self.get(q="like H16.3 but warmer")
        self.assertContains(page, "Understood as: like")
        warmth = {
            row.colour.pk: read(row.colour.stimulus, method.load()).temperature.value for row in page.context["rows"]
        }
        self.assertNotIn(own.pk, warmth)
        self.assertTrue(all(value > read(own.stimulus, method.load()).temperature.value for value in warmth.values()))
        page = self.get(q="off-white LRV 70 to 90 from Haaf")
        self.assertTrue(page.context["rows"])
        for row in page.context["rows"]:
            self.assertTrue(70 <= row.colour.lrv <= 90 and row.colour.maker.name.startswith("Haaf"))
        narrowed = self.get(q="like H16.3 but warmer", maker=own.maker_id)
        self.assertEqual({row.colour.maker_id for row in narrowed.context["rows"]}, {own.maker_id})
        self.assertNotContains(self.get(q="H16.3"), "Understood as")

    def test_nonsense_is_said_and_left_out(self):
        page = self.client.get(reverse("colours"), {"lrv_low": "130", "family": "plaid", "maker": "x", "page": "-3"})
        self.assertContains(page, "425 colours")
        self.assertContains(page, "it must lie between 0 and 100")
        self.assertContains(page, "plaid is not one of the available choices")

    def test_nothing_fits(self):
        self.assertContains(self.client.get(reverse("colours"), {"q": "zzz"}), "No matches in these decks")

    def test_anothers_deck_is_not_seen(self):
        mine = Maker.objects.create(name="Isla’s deck", owner=self.isla)
        with open_to_changes():
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
        self.assertRegex(" ".join(shown.content.decode().split()), "averaged readings, ±0.3")
        exported = self.client.get(reverse("deck-export"), {"set": listed.pk, "format": "csv"})
        self.assertEqual(len(exported.getvalue().splitlines()), 2)
        listed = ColourSet.objects.get(name="For the library")
        self.assertEqual(listed.colours.count(), 1)
        self.client.post(reverse("colour-leave-out", args=[listed.pk, world.colour("H16.3").pk]))
        self.assertFalse(ColourSet.objects.filter(name="For the library").exists())
        whites = ColourSet.objects.get(is_whites=True)
        self.client.post(reverse("colour-leave-out", args=[whites.pk, self.white.pk]))
        self.assertTrue(ColourSet.objects.filter(is_whites=True).exists())

    def test_pages_that_offer_sets_fetch_their_names_and_not_what_is_in_them(self):
        self.keep(services.keep_own(self.isla, "Own", from_hex("#F0F0F0")))
        for page in ("colours", "own-colours"):
            with self.subTest(page=page), CaptureQueriesContext(connection) as asked:
                self.assertContains(self.client.get(reverse(page)), "My reference whites")
            whole = [query["sql"] for query in asked if "decks_colourset_colours" in query["sql"]]
            self.assertFalse([sql for sql in whole if '"decks_colour"."name"' in sql])

    def test_a_name_of_sixty_thousand_letters_is_no_colours(self):
        sent = self.client.post(reverse("review-start"), {"named": "a" * 60_000})
        self.assertLess(sent.status_code, 500)
        with self.assertRaises(queries.NotOneColourError):
            queries.one_named(self.isla, "a" * 60_000)

    def test_bad_and_others(self):
        self.assertContains(self.keep(self.white, " "), "Type a name for the set", status_code=422)
        rory = world.person("rory")
        theirs = services.keep_own(rory, "Rory’s", from_hex("#F0F0F0"))
        self.assertEqual(self.keep(theirs).status_code, 404)
        self.assertEqual(self.client.post(reverse("colour-keep"), {"set_name": "x"}).status_code, 404)
        mine = services.keep_in_set(self.isla, "Mine", self.white)
        self.client.force_login(rory)
        self.assertContains(self.client.get(reverse("colours"), {"set": mine.pk}), "425 colours")
        url = reverse("colour-leave-out", args=[mine.pk, self.white.pk])
        self.assertEqual(self.client.post(url).status_code, 404)
