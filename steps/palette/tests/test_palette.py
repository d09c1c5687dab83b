"""Company: schemes and swaps, from the fabric, proportions, where a colour goes; what is kept and what is refused."""

from urllib.parse import parse_qs

from django.utils.html import escape

from decks.models import Maker
from jobs import services as job_services
from jobs.models import Job, Room
from prism import words
from prism.messages.habits import PLAIN
from prism.method.checks import CHARACTERS
from reviews import services
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import KeptScheme, Review
from steps import services as step_services
from tinting.tests import world


class Company(Wall):
    def page(self, **query):
        return self.get("palette", **query)

    def shown(self, **query):
        return self.page(**query).context["page"].part

    def act(self, act, **sent):
        return self.client.post(f"/reviews/{self.review.pk}/palette/{act}/", sent, headers=HTMX)

    def put_into_a_room(self, sized=True):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.0, "longitude": -2.0})
        size = {"width": 5.0, "depth": 4.0, "height": 2.6} if sized else {}
        room = Room(job=job, name="Library")
        strands = [{"colour": world.colour(code), "share": share} for code, share in (("H16.5", 70), ("T04.3", 30))]
        rug = {"kind": "textiles", "name": "rug", "area": 6, "on": "floor", "parts": strands}
        brick = {"kind": "brick", "name": "chimney", "area": 4, "on": "east", "material": "brick-red"}
        window = {"wall": "south", "width": 2.0, "height": 1.2, "sill": 0.9, "outside": "lawn", "glazing": "double"}
        parts = {"elements": [rug, brick], "windows": [window] if sized else [],
                 "surfaces": [{"side": "floor", "material": "wood-golden"}]}  # fmt: skip
        room = job_services.keep_room(self.isla, room, size, parts)
        services.move(self.review, room)
        return room


class Schemes(Company):
    def test_a_scheme_is_said_place_by_place_with_its_figures(self):
        page = self.page()
        shown = page.context["page"].part
        self.assertContains(page, "Tonal palette")
        self.assertEqual([line.place.name for line in shown.lines][:4], ["subject", "paler", "middle", "accent"])
        for line in shown.lines[1:4]:
            self.assertRegex(dict(shown.figures)[line.title], r"LRV \d+\.\d, \d+\.\d ideal; \d+° off")
            self.assertNotRegex(line.reasons, r"\d\.\d")  # reasons are words
            self.assertTrue(line.swaps)
        self.assertEqual(len(shown.others), 2)  # nothing stays and nothing is named: two other characters
        self.assertContains(page, "What this rests on")
        self.assertContains(page, "60, 15, 10, 5, 8, 2 per cent")

    def test_another_colour_for_a_place_is_wished_for(self):
        def middle(page):
            return next(line for line in page.context["page"].part.lines if line.place.name == "middle")

        before = middle(self.page())
        page = self.page(at="middle", wish="a bit lighter")
        after = middle(page)
        self.assertGreater(after.held.reading.lrv, before.held.reading.lrv)
        self.assertTrue(after.place.locked)
        self.assertNotIn("wish", after.let_go)
        self.assertEqual(middle(self.page(middle=after.held.colour.pk)).held.colour, after.held.colour)
        for at, wish, said in (("middle", "more plaid", "plaid"), ("nowhere", "lighter", ""), ("middle", " ", "")):
            page = self.page(at=at, wish=wish)
            self.assertEqual(middle(page).held.colour, before.held.colour)
            self.assertIn(said, page.context["page"].notice)

    def test_a_swap_puts_a_runner_up_there_and_holds_it(self):
        shown = self.shown()
        middle = next(line for line in shown.lines if line.place.name == "middle")
        other, href = middle.swaps[0]
        self.assertEqual(parse_qs(href[1:])["middle"], [str(other.colour.pk)])
        after = self.shown(middle=other.colour.pk)
        line = next(line for line in after.lines if line.place.name == "middle")
        self.assertEqual(line.held.colour.pk, other.colour.pk)
        self.assertTrue(line.place.locked)
        self.assertNotIn("middle", parse_qs(line.let_go[1:]))

    def test_decks_are_chosen_from_and_the_dark_trim_left_out(self):
        haaf = Maker.objects.get(name="Haaf Colourmen")
        shown = self.shown(decks=str(haaf.pk), without="dark")
        self.assertTrue(all(line.held is None or line.held.colour.maker_id == haaf.pk for line in shown.lines))
        self.assertNotIn("dark", [line.place.name for line in shown.lines])
        self.assertEqual([chosen for name, _, chosen in shown.decks if name == haaf.name], [True])
        for odd in ("0", "x", "999999", ","):
            self.assertTrue(all(chosen for _, _, chosen in self.shown(decks=odd).decks))

    def test_like_a_reference_of_three(self):
        page = self.page(character="reference", ref="HW03, H16.5, H06.3")
        self.assertContains(page, "Palette like three colours of yours")
        self.assertIn(world.colour("H16.5").name, " ".join(line.reasons for line in page.context["page"].part.lines))
        self.assertContains(self.page(character="reference"), "Name three colours")
        self.assertContains(
            self.page(character="reference", ref="HW03, nothing, H06.3"), "nothing: no colour in these decks"
        )

    def test_what_stays_is_carried_on(self):
        self.assertContains(self.page(character="fixed"), "enter what stays there with its colours")
        self.put_into_a_room()
        page = self.page(character="fixed")
        self.assertContains(page, "Palette built on what stays")
        self.assertIn("chimney’s undertone", " ".join(line.reasons for line in page.context["page"].part.lines))

    def test_the_white_that_is_set_for_the_home_is_the_trim(self):
        room = self.put_into_a_room()
        job_services.rule_white(self.isla, room.job, world.colour("HW03"), "pin", "wish")
        trim = next(line for line in self.shown().lines if line.place.name == "trim")
        self.assertEqual((trim.held.colour.code, trim.reasons), ("HW03", "The white that is set for this home"))

    def test_a_scheme_is_kept_put_aside_and_brought_back(self):
        other = next(line for line in self.shown().lines if line.place.name == "middle").swaps[0][0].colour
        self.act("keep", middle=other.pk, name="For the library", character="ladder")
        kept = KeptScheme.objects.get()
        self.assertEqual(kept.places.get(place="middle").colour, other)
        self.assertEqual(kept.places.get(place="subject").colour, self.review.colour)
        self.assertEqual(sum(place.share for place in kept.places.all()), 100)
        page = self.page()
        self.assertContains(page, "For the library")
        asked = parse_qs(page.context["page"].part.kept[0].href[1:])
        self.assertEqual(asked["middle"], [str(other.pk)])
        self.assertIn("Kept", str(Review.objects.get().findings["said"][repr(PLAIN)]["palette"]))
        page = self.act("aside", scheme=kept.pk)
        self.assertContains(page, "was deleted")
        self.assertFalse(self.shown().kept)
        self.act("aside", scheme=kept.pk, back="1")
        self.assertEqual(len(self.shown().kept), 1)

    def test_nothing_to_keep_is_said(self):
        self.page()
        page = self.act("keep", character="reference")
        self.assertContains(page, "There is no palette to save yet")
        self.assertFalse(KeptScheme.objects.exists())
        self.assertEqual(self.act("aside", scheme="999").status_code, 404)

    def test_odd_parameters_change_nothing(self):
        plain = [line.held.colour.pk for line in self.shown().lines[1:]]
        for odd in ({"middle": "x"}, {"middle": "99999999"}, {"character": "loud"}, {"show": "none"}, {"trim": "-1"}):
            self.assertEqual([line.held.colour.pk for line in self.shown(**odd).lines[1:]], plain)

    def test_names_hidden_stand_nowhere(self):
        services.arrange_wall(self.review, names_shown=False)
        names = [line.held.colour.name for line in self.shown().lines if line.held]
        for show in ("", "fabric", "proportions", "use"):
            page = self.page(show=show)
            for name in (self.review.colour.name, *names):
                self.assertNotContains(page, escape(name), msg_prefix=show)


class FromTheFabric(Company):
    def test_without_a_room_it_says_what_would_help(self):
        self.assertContains(self.page(show="fabric"), "No fabric, stone or rug is entered")

    def test_what_stays_and_which_paint_belongs_to_most(self):
        self.put_into_a_room()
        page = self.page(show="fabric")
        shown = page.context["page"].part
        self.assertEqual([name for _, name, _ in shown.stays], ["chimney", "rug"])
        self.assertContains(page, "in 70 % of it")
        first, scores, _ = shown.belonging[0]
        self.assertContains(page, f"{escape(first.name)} works with")
        self.assertLessEqual(abs(first.reading.lrv - shown.at.subject.reading.lrv), 12)
        self.assertEqual(len(scores), 2)
        counts = [int(count) for _, _, count in shown.belonging]
        self.assertEqual(counts, sorted(counts, reverse=True))

    def test_the_shortlist_is_ranked_too(self):
        self.put_into_a_room()
        self.assertContains(self.page(show="fabric", of="shortlist"), "The shortlist is empty")
        for code in ("H16.2", "T04.3"):
            services.shortlist(self.review, world.colour(code))
        found = self.shown(show="fabric", of="shortlist").belonging
        self.assertEqual({held.colour.code for held, _, _ in found}, {"H16.2", "T04.3"})


class Proportions(Company):
    def test_without_a_room_the_schemes_shares_are_drawn(self):
        page = self.page(show="proportions")
        self.assertContains(page, "Put the review into a room with a size")
        self.assertContains(page, f"{self.review.colour.name} 60 %")

    def test_a_split_is_read_or_refused(self):
        self.assertContains(self.page(show="proportions", split="70/30"), "70 %")
        self.assertContains(self.page(show="proportions", split="60/30"), "come to 90")
        self.assertContains(self.page(show="proportions", split="much"), "as whole numbers with strokes")

    def test_a_room_of_unknown_size_says_so(self):
        self.put_into_a_room(sized=False)
        self.assertContains(self.page(show="proportions"), "This room has no size")

    def test_the_rooms_real_surfaces(self):
        self.put_into_a_room()
        page = self.page(show="proportions")
        shown = page.context["page"].part
        areas = {key: area for key, _, area, _ in shown.surfaces}
        self.assertNotEqual(areas["south"], areas["north"])  # the window is taken off
        self.assertAlmostEqual(sum(share for _, share in shown.proportions.shares), 1)
        self.assertContains(page, "chimney")
        self.assertContains(page, "enough for one to lead")
        self.assertContains(page, f"{self.review.colour.name} appears")
        # another place on a wall changes what there is of it
        before = dict(shown.proportions.shares)[self.review.colour.name]
        after = dict(self.shown(show="proportions", **{"on-north": "accent"}).proportions.shares)
        self.assertLess(after[self.review.colour.name], before)

    def test_surfaces_are_divided_by_a_split(self):
        self.put_into_a_room()
        shown = self.shown(show="proportions", split="60/30/10")
        self.assertIn("divide 60/30/10, to within", " ".join(shown.proportion_lines))
        self.assertEqual(set(shown.proportions.on.values()), {"subject", "paler", "accent", "trim"})

    def test_a_saturated_colour_waits_for_the_fabrics(self):
        clear = step_services.start(self.isla, max(world.Colour.objects.all(), key=lambda c: c.lab_a**2 + c.lab_b**2))
        page = self.client.get(f"/reviews/{clear.pk}/palette/", {"show": "proportions"}, headers=HTMX)
        self.assertContains(page, "against the real fabrics")


class Use(Company):
    def test_every_surface_has_a_mark_a_word_and_figures(self):
        page = self.page(show="use")
        shown = page.context["page"].part
        self.assertEqual(len(shown.use_lines), 16)
        self.assertContains(page, "On a wall in the sun")
        self.assertContains(page, "Beside black frames")
        for key in ("ventilation", "screen", "consent"):
            self.assertIn(words.use.CAUTIONS[key], shown.cautions)

    def test_the_substrates_limit_is_asked_for_and_held_against(self):
        self.assertContains(self.page(show="use", limit="90"), "arker than the maker of what it goes on allows")
        for odd in ("dark", "-1", "101"):
            self.assertContains(self.page(show="use", limit=odd), "The limit is an LRV, 0 to 100")

    def test_brick_and_stone_of_the_room_and_of_the_library(self):
        room = self.put_into_a_room()
        brick = room.elements.get(kind="brick")
        self.assertContains(self.page(show="use", stone=f"e{brick.pk}"), "the chimney")
        self.assertContains(self.page(show="use", stone="brick-rose"), "brick paving, rose")
        for odd in ("e999", "wood-golden", "x"):
            self.assertIsNone(self.shown(show="use", stone=odd).uses.beside)

    def test_a_deep_colour_is_judged_by_its_room(self):
        deep = step_services.start(self.isla, world.colour("H16.7"))
        page = self.client.get(f"/reviews/{deep.pk}/palette/", {"show": "use"}, headers=HTMX)
        self.assertContains(page, "needs a large daylit room")
        self.review = deep
        self.put_into_a_room()
        page = self.page(show="use")
        self.assertNotContains(page, "needs a large daylit room")

    def test_all_characters_have_words_and_shares(self):
        self.assertEqual(set(words.palette.CHARACTERS), set(CHARACTERS))
