"""The whole home: finishes, paint, doorways, contrast; a white set or ruled out; fabrics of several colours."""

from django.urls import reverse
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour, Maker
from decks.shared_decks import open_to_changes
from jobs import contents, queries, services
from jobs.amounts import areas_of
from jobs.home_white import HomeWhite, painted_rooms
from jobs.models import Element, Finish, Room, WhiteRule
from jobs.tests.test_jobs import Jobs
from jobs.whole_home import WholeHome
from prism import demo, method
from prism.painting.areas import DOOR, OPENING
from prism.stimulus import from_lab
from reviews import services as review_services
from reviews.models import Review
from steps import services as step_services
from tinting import services as tinting_services
from tinting.tests import world

FINISHES = {
    f"{part}-{name}": value
    for part in Finish.Part.values
    for name, value in {"part": part, "what": "", "sheen": "", "area": ""}.items()
}


class Home(Jobs):
    def setUp(self):
        super().setUp()
        tinting_services.keep_system(None, demo.tint_system())
        self.library, self.galley = self.room(name="Library"), self.room(name="Galley")
        self.review(self.library, "H16.3")
        self.review(self.galley, "T04.3")

    def review(self, room, code):
        return room.reviews.create(owner=self.isla, colour=world.colour(code))

    def home(self, **query):
        return WholeHome(self.isla, self.job, query)

    def page(self, **query):
        return self.client.get(reverse("job-home", args=[self.job.pk]), query)

    def finish(self, room, **changes):
        return self.client.post(reverse("room-finishes", args=[room.pk]), FINISHES | changes)

    def line(self, name):
        return next(one for one in self.home().lines if one.room.name == name)


class Sheets(Home):
    def test_what_nobody_decided_is_computed_and_said_to_be(self):
        line = self.line("Library")
        whole = self.home()
        self.assertEqual([one.why for one in line.parts], ["reviewed", "home", "as trim", "as trim"])
        self.assertEqual(line.at("walls").name, world.colour("H16.3").name)
        self.assertEqual({line.at(part).colour for part in ("trim", "ceiling", "doors")}, {whole.white.chosen})
        self.assertEqual([line.at(part).sheen for part in ("walls", "ceiling", "trim")], ["matte", "flat", "satin"])
        page = self.page()
        self.assertContains(page, "30 LRV points")  # what the sheet rests on
        self.assertContains(page, "the colour last reviewed for it")
        self.assertContains(page, "the white of the home")

    def test_the_first_page_paints_rooms_as_the_sheet_does(self):
        dark = world.colour("H03.2")
        self.galley.finishes.create(part=Finish.Part.WALLS, colour=dark)
        self.room(name="Loft")
        painted = {one.room.name: one for one in painted_rooms([self.job.pk])}
        walls = {line.room.name: line.at("walls").screen for line in self.home().lines}
        self.assertEqual({name: one.screen for name, one in painted.items()}, walls)
        self.assertEqual(painted["Galley"].sentence, f"Decided: {dark.name}")
        states = [painted[name].state for name in ("Galley", "Library", "Loft")]
        self.assertEqual(states, ["decided", "reviewed", "no colour yet"])

    def test_what_the_first_page_paints_is_kept_while_reviews_are_looked_at_and_no_longer(self):
        review = Review.objects.get(room=self.library)

        def shown():
            return {one.room.name: (one.screen, one.sentence) for one in painted_rooms([self.job.pk])}

        first = painted_rooms([self.job.pk])
        self.client.get(reverse("review-step", args=[review.pk, "compare"]))
        review_services.arrange_wall(Review.objects.get(pk=review.pk), surround="mid")
        self.assertIs(painted_rooms([self.job.pk]), first)
        other = step_services.start(self.isla, world.colour("T05.4"))
        changes = (
            lambda: review_services.move(other, self.library),
            lambda: review_services.arrange_wall(Review.objects.get(pk=other.pk), names_shown=False),
            lambda: self.library.finishes.create(part=Finish.Part.WALLS, colour=world.colour("H03.2")),
            lambda: self.library.finishes.update(stays=True, colour=world.colour("T08.3")),
            lambda: Room.objects.filter(pk=self.library.pk).update(name="Study"),
        )
        for change in changes:
            before = shown()
            change()
            self.assertNotEqual(shown(), before)

    def test_areas_take_openings_and_what_covers_walls_off(self):
        self.library.elements.create(kind="cabinets", name="presses", material="wood-golden", area=3, on="north")
        self.library.leads_to.add(self.galley)
        size = areas_of(queries.whole().get(pk=self.library.pk))
        whole = 2 * (5 + 4) * 2.6
        self.assertAlmostEqual(size.walls, whole - 1.8 * 1.3 - DOOR[0] * DOOR[1] - 3)
        self.library.leads_to.clear()
        self.library.open_to.add(self.galley)
        size = areas_of(queries.whole().get(pk=self.library.pk))
        self.assertAlmostEqual(size.walls, whole - 1.8 * 1.3 - OPENING[0] * OPENING[1] - 3)

    def test_a_decision_stands_before_what_is_computed(self):
        sent = {"walls-what": "T05.4", "walls-sheen": "satin", "walls-area": "11", "trim-what": "HW03",
                "trim-stays": "on", "trim-sheen": "gloss"}  # fmt: skip
        self.assertRedirects(self.finish(self.library, **sent), reverse("job-home", args=[self.job.pk]))
        line = self.line("Library")
        walls, trim = line.at("walls"), line.at("trim")
        self.assertEqual((walls.colour.code, walls.sheen, walls.area, walls.why), ("T05.4", "satin", 11, "decided"))
        self.assertAlmostEqual(walls.litres, 2.0)
        self.assertEqual((trim.why, trim.litres), ("stays", None))
        self.assertEqual(line.at("doors").colour.code, "HW03")  # doors go with the trim that is there
        self.assertIn("The trim stays in gloss, so doors in satin", " ".join(line.remarks))
        self.assertEqual(len(HomeWhite(self.isla, self.job).walled), 2)
        self.assertEqual(HomeWhite(self.isla, self.job).walled[0].name, world.colour("T05.4").name)
        # an empty row takes the decision back
        self.finish(self.library)
        self.assertEqual(self.line("Library").at("walls").why, "reviewed")

    def test_what_cannot_be_is_said_beside_its_field(self):
        for change, said in (
            ({"walls-what": "no such"}, "no such"),
            ({"walls-what": "clay tile, red"}, "not a paint"),
            ({"walls-area": "-3"}, "between 0 and 3600"),
            ({"trim-stays": "on"}, "since it stays"),
            ({"walls-sheen": "shiny"}, "not one of the available choices"),
        ):
            self.assertContains(self.finish(self.library, **change), said, status_code=422)
        self.assertFalse(Finish.objects.exists())

    def test_a_room_without_a_size_or_a_colour_says_so(self):
        Room.objects.create(job=self.job, name="Loft")
        page = self.page()
        self.assertContains(page, "Without a size, so without areas: Loft.")
        self.assertContains(page, "area not known")
        self.assertContains(page, "nothing yet")
        self.job.rooms.update(deleted=timezone.now())
        self.assertContains(self.page(), "This home has no rooms yet")

    def test_an_area_of_nothing_takes_no_paint(self):
        self.finish(self.library, **{"walls-what": "T05.4", "walls-area": "0"})
        self.assertEqual(self.line("Library").at("walls").litres, 0)
        total = next(one for one in self.home().totals if one.colour.code == "T05.4")
        self.assertIn("amount not known", total.sentence)

    def test_a_trim_too_near_to_the_wall_is_said(self):
        self.finish(self.library, **{"trim-what": "H16.2"})
        self.assertIn("the edge is soft", " ".join(self.line("Library").remarks))


class Paint(Home):
    def test_totals_by_colour_and_sheen_in_whole_cans_with_the_recipe(self):
        whole = self.home()
        one = next(total for total in whole.totals if total.colour.code == "H16.3")
        walls = next(line for line in whole.lines if line.room == self.library).at("walls")
        self.assertAlmostEqual(one.litres, walls.area * 2 / 11)
        self.assertGreaterEqual(one.bought.litres, one.litres)
        self.assertIn("Base B1", one.recipe)
        self.assertContains(self.page(), "left over")
        self.assertEqual([t.litres for t in whole.totals], sorted((t.litres for t in whole.totals), reverse=True))

    def test_coats_and_spreading_rate_are_the_jobs_or_the_methods(self):
        before = self.line("Library").at("walls").litres
        address = reverse("job-paint", args=[self.job.pk])
        self.client.post(address, {"coats": "3", "spreading": "10"})
        self.job.refresh_from_db()
        self.assertAlmostEqual(self.line("Library").at("walls").litres, before * 3 / 2 * 11 / 10)
        self.assertContains(self.page(), "as entered here")
        for wrong, said in (
            ({"coats": "0"}, "One to six"),
            ({"spreading": "0"}, "between 1 and 40"),
            ({"coats": "x"}, "whole"),
        ):
            page = self.client.post(address, {"coats": "2", "spreading": "11"} | wrong)
            self.assertContains(page, said, status_code=422)
        self.client.post(address, {"coats": "", "spreading": ""})
        self.job.refresh_from_db()
        self.assertEqual((self.job.coats, self.job.spreading), (None, None))


class Walk(Home):
    def test_each_doorway_once_in_its_own_light_clashes_first(self):
        loft = self.room(name="Loft")
        self.review(loft, "H16.3")
        self.library.leads_to.add(self.galley)
        self.library.open_to.add(loft)
        walk = self.home().walk.doorways
        self.assertEqual(len(walk), 2)
        self.assertRegex(
            " ".join(next(o for o in walk if loft in o.rooms).sentences), "in both rooms|lighter in one room"
        )
        self.assertTrue(walk[0].clash >= walk[1].clash)
        said = " ".join(" ".join(one.sentences) for one in walk)
        self.assertIn("By day ", said)
        self.assertEqual({one.how for one in walk}, {"open to each other", "with a door between"})

    def test_opposite_undertones_clash_at_the_doorway(self):
        for room, lab in ((self.library, (72, -14, 4)), (self.galley, (70, 13, 6))):
            own = deck_services.keep_own(self.isla, f"{room.name} wall", from_lab(lab))
            room.reviews.create(owner=self.isla, colour=own)
        self.library.leads_to.add(self.galley)
        (one,) = self.home().walk.doorways
        self.assertTrue(one.clash)
        self.assertContains(self.page(), "a clash")

    def test_a_room_whose_light_is_not_known_is_held_as_a_board(self):
        dark = Room.objects.create(job=self.job, name="Cellar")
        self.review(dark, "T05.4")
        dark.leads_to.add(self.galley)
        (one,) = self.home().walk.doorways
        self.assertIn("As samples, since the light", one.sentences[0])
        self.assertIn("Library", self.home().walk.closed_off_text)

    def test_a_door_and_an_opening_to_the_same_room_are_refused(self):
        page = self.sheet(self.library.pk, open_to=self.galley.pk, leads_to=self.galley.pk)
        self.assertContains(page, "either a door or an opening", status_code=422)
        self.assertEqual(self.sheet(self.library.pk, leads_to=self.galley.pk).status_code, 302)
        self.assertEqual(list(self.galley.leads_to.all()), [self.library])


class People(Home):
    def test_doors_frames_and_switches_stand_against_walls(self):
        page = self.page()
        self.assertContains(page, "Doors against walls:")
        self.assertContains(page, "Switches and sockets against walls:")
        self.assertContains(page, "the local code and a licensed professional decide")
        self.finish(self.library, **{"doors-what": "H16.7"})
        said = dict(self.home().contrasts)
        self.assertIn("enough contrast", said["Library"][0])
        figures = dict(self.home().contrast_figures)
        self.assertIn("Michelson", figures["Doors against walls, Library"])
        self.assertContains(page, '<summary class="quiet small">Figures</summary>', html=True)

    def test_another_thing_is_held_as_asked(self):
        self.assertContains(self.page(thing="steps", **{"is": "12"}, before="61"), "49 points, enough contrast")
        self.assertContains(self.page(thing="handrail", **{"is": "H16.7"}, before="HW03"), "Handrail against the wall")
        for odd in ({"is": "x", "before": "20"}, {"is": "120", "before": "20"}, {"is": "", "before": "20"}):
            self.assertContains(self.page(thing="signs", **odd), "give an LRV from 0 to 100")
        self.assertEqual(self.page(thing="nothing", **{"is": "1"}, before="2").status_code, 200)

    def test_cautions_once_and_only_where_they_apply(self):
        self.assertNotIn("ladder", " ".join(self.home().cautions))
        Room.objects.filter(pk=self.galley.pk).update(height=3.4, storey=2)
        self.library.leads_to.add(self.galley)
        said = self.home().cautions
        self.assertEqual(len(said), len(set(said)))
        self.assertIn("ladder", " ".join(said))
        self.assertIn("Escape routes", " ".join(said))


class Whites(Home):
    def rule(self, **sent):
        return self.client.post(
            reverse("job-white", args=[self.job.pk]), {"white": "HW11", "kind": "pin", "reason": "wish"} | sent
        )

    def white(self):
        return HomeWhite(self.isla, self.job)

    def test_a_white_that_is_set_wins_with_its_reason_and_is_lifted_again(self):
        free = self.white().chosen
        self.assertEqual(self.rule(reason="the client’s wish").status_code, 302)
        white = self.white()
        self.assertEqual(white.chosen.code, "HW11")
        self.assertIn(f"the client’s wish. For the rooms alone, {free.name}", white.sentences[0])
        address = reverse("job-white-rule", args=[self.job.pk, white.rules[0].pk])
        self.client.post(address)
        self.assertEqual(self.white().chosen, free)
        (rule, said), *_ = self.white().record
        self.assertIsNotNone(rule.lifted)
        self.assertIn("the client’s wish; lifted", said)
        self.client.post(address)
        self.assertEqual(self.white().chosen.code, "HW11")
        self.assertEqual(WhiteRule.objects.count(), 2)  # the record keeps both

    def test_only_one_is_set_and_none_is_both(self):
        self.rule()
        self.rule(white="HW03")
        self.assertEqual(self.white().pin.colour.code, "HW03")
        self.rule(white="HW03", kind="forbid")
        self.assertIsNone(self.white().pin)
        self.assertNotEqual(self.white().chosen.code, "HW03")

    def test_one_that_is_ruled_out_is_never_chosen(self):
        first = self.white().chosen
        self.rule(white=first.code, kind="forbid", reason="too blue for the client")
        self.assertNotEqual(self.white().chosen, first)

    def test_every_white_ruled_out_says_what_would_help(self):
        for colour, _ in self.white()._candidates:
            services.rule_white(self.isla, self.job, colour, "forbid", "no")
        self.assertIn("Every white is ruled out", self.white().sentences[0])
        self.assertContains(self.page(), "Every white is ruled out")

    def test_what_cannot_be_ruled_is_said(self):
        for change, said in (
            ({"white": "nothing"}, "nothing"),
            ({"reason": ""}, "required"),
            ({"kind": "x"}, "not one of"),
        ):
            self.assertContains(self.rule(**change), said, status_code=422)
        self.assertFalse(WhiteRule.objects.exists())

    def test_trim_that_is_there_counts_in_its_favour(self):
        free = self.white()
        second = free.colour(free.found.runners_up[0].white)
        for room in (self.library, self.galley):
            services.keep_finishes(self.isla, room, [{"part": "trim", "colour": second, "stays": True}])
        self.assertEqual(self.white().chosen, second)
        self.assertIn(f"The Library and Galley already have {second.name} as trim", " ".join(self.white().sentences))

    def test_a_creamy_white_beside_clean_tiles_is_a_conflict_with_ways_out(self):
        self.galley.elements.create(kind="tile", name="glazed tiles", colour=world.colour("HW03"), area=3, on="north")
        self.rule()
        (one,) = self.white().conflicts
        self.assertEqual(one.room, self.galley)
        self.assertIn("looks yellow beside the glazed tiles", one.sentence)
        ways = " ".join(one.ways)
        self.assertIn(f"To match the glazed tiles, use {world.colour('HW03').name}", ways)
        self.assertIn("To differ clearly from the glazed tiles, use", ways)
        self.assertIn("closed off", ways)
        self.galley.open_to.add(self.library)
        self.assertIn("all 2 rooms", " ".join(self.white().conflicts[0].ways))
        self.assertContains(self.page(), "looks yellow beside the glazed tiles")

    def test_one_room_is_said_to_be_one(self):
        self.galley.reviews.all().delete()
        self.assertIn("Only one room has a colour so far", " ".join(self.white().sentences))

    def test_a_white_from_elsewhere_can_be_set(self):
        own = deck_services.keep_own(self.isla, "Old gloss", from_lab((92, 0, 6)))
        services.rule_white(self.isla, self.job, own, "pin", "it is on every door")
        self.assertEqual(self.white().chosen, own)

    def test_without_whites_in_the_decks(self):
        with open_to_changes():
            Colour.objects.filter(lrv__gte=82).update(lrv=40, lab_l=70)
        Maker.objects.update(changed=timezone.now())
        self.assertContains(self.page(), "These decks have no white")
        self.assertEqual(self.line("Library").at("trim").why, "nothing")


class FabricParts(Home):
    def test_several_colours_with_shares(self):
        self.assertEqual(
            self.sheet(self.library.pk, **{"elements-0-what": "H16.3 60, H06.3 30 %, clay tile red 10"}).status_code,
            422,
        )
        sent = {"elements-0-what": "H16.3 60, H06.3 40", "elements-0-kind": "textiles", "elements-0-name": "rug"}
        self.assertEqual(self.sheet(self.library.pk, **sent).status_code, 302)
        rug = Element.objects.get(room=self.library, name="rug")
        self.assertEqual([(p.colour.code, p.share) for p in rug.parts.all()], [("H16.3", 60), ("H06.3", 40)])
        self.assertEqual(rug.what, "H16.3 60, H06.3 40")
        mixed = queries.reflectance_of(queries.whole().get(pk=self.library.pk).elements.get(name="rug"))
        one, two = (world.colour(code).reflectance[10] for code in ("H16.3", "H06.3"))
        self.assertAlmostEqual(mixed[10], 0.6 * one + 0.4 * two)
        held = contents.fabric_of(rug, method.load(), method.load().neutral)
        self.assertEqual([round(share, 2) for _, share in held.parts], [0.6, 0.4])
        # the sheet shows it as it was typed, and a copy has it too
        self.assertContains(self.client.get(reverse("room-edit", args=[self.library.pk])), "H16.3 60, H06.3 40")
        copy = services.duplicate(self.isla, queries.whole().get(pk=self.library.pk))
        self.assertEqual(copy.elements.get(name="rug").parts.count(), 2)

    def test_shares_that_do_not_add_up_are_said(self):
        for what, said in (
            ("H16.3 60, H06.3 30", "come to 90 %"),
            ("H16.3, H06.3", "need a share each"),
            ("H16.3 60, H06.3 forty", "need a share each"),
            ("H16.3 60, nothing 40", "nothing"),
            (", ".join(["H16.3 10"] * 10), "too many"),
        ):
            page = self.sheet(self.library.pk, **{"elements-0-what": what})
            self.assertContains(page, said, status_code=422)

    def test_a_material_with_a_comma_in_its_name_is_one(self):
        self.assertEqual(self.sheet(self.library.pk, **{"elements-0-what": "wood, golden brown"}).status_code, 302)
        self.assertEqual(self.library.elements.get().material, "wood-golden")
