"""The wall: what stands on it and why, what a person does with it, what is seen, what is wished for."""

from django.urls import reverse

from decks import services as deck_services
from prism.stimulus import from_lab
from reviews import services
from reviews.bench import Bench
from reviews.models import Board, Observation, Review, Shortlisted
from reviews.steps.compare import services as compare_services
from reviews.steps.compare.reads import pair_of
from reviews.steps.place import services as place_services
from tinting.tests import world

HTMX = {"HX-Request": "true"}


class Wall(world.Studio):
    def setUp(self):
        super().setUp()
        self.review = services.start(self.isla, world.colour("H16.3"))

    def bench(self):
        review = Review.objects.select_related("colour__maker", "owner").get(pk=self.review.pk)
        return Bench(review, review.beside)

    STEPS = {"board": "compare", "see": "compare", "unsee": "compare", "shortlist": "place"}

    def url(self, name):
        if name in self.STEPS:
            return reverse("review-act", args=[self.review.pk, self.STEPS[name], name])
        return reverse(f"review-{name}", args=[self.review.pk])

    def post(self, name, /, **data):
        return self.client.post(self.url(name), data, headers=HTMX)

    def get(self, step="compare", **query):
        return self.client.get(reverse("review-step", args=[self.review.pk, step]), query, headers=HTMX)

    def held(self, why):
        return next(held for held in self.bench().set.comparators if held.why == why)


class Boards(Wall):
    def test_the_set_in_groups_each_with_its_reason(self):
        page = self.get()
        for label in ("Whites", "From one end to the other", "Same undertone, same depth", "Foil"):
            self.assertContains(page, label)
        for held in self.bench().set.comparators:
            self.assertContains(self.get(beside=held.colour.pk), held.reason.replace("’", "’")[:40])

    def test_swap_brings_the_next_best_for_the_same_question(self):
        before = self.held("greener")
        self.post("board", act="swap", colour=before.colour.pk)
        after = self.held("greener")
        self.assertNotEqual(before.colour, after.colour)
        self.assertEqual(self.bench().wall.beside.colour, after.colour)
        self.assertContains(self.get(), "Bring back what was taken away (1)")
        self.post("board", act="back")
        self.assertEqual(self.held("greener").colour, before.colour)

    def test_a_pinned_board_stays_whatever_is_chosen(self):
        pinned = self.held("greener")
        self.post("board", act="pin", colour=pinned.colour.pk)
        services.judge_by(self.review, "wall-practice", "grey", (0, 0))
        here = next(held for held in self.bench().set.comparators if held.colour == pinned.colour)
        self.assertEqual(here.state, "pinned")
        self.assertEqual(sum(held.why == here.why and held.kind == "range" for held in self.bench().set.comparators), 1)
        self.post("board", act="unpin", colour=pinned.colour.pk)
        self.assertFalse(Board.objects.exists())

    def test_a_fetched_board_is_kept_and_taken_away(self):
        far = world.colour("T26.6")
        self.get(beside=far.pk)
        self.assertContains(self.get(), "Keep on the wall")
        self.post("board", act="add", colour=far.pk)
        self.get(beside=self.held("clean").colour.pk)
        self.assertEqual(self.bench().set.comparators[-1].colour, far)
        self.assertContains(self.get(), "Brought in")
        self.post("board", act="out", colour=far.pk)
        self.assertNotIn(far, [held.colour for held in self.bench().set.comparators])
        self.assertFalse(Board.objects.exists())

    def test_another_that_shows_a_hue(self):
        self.post("board", act="another", hue="blue")
        bench = self.bench()
        self.assertEqual((bench.wall.beside.state, bench.wall.beside.why), ("added", "less blue"))
        self.assertIn("bluer", pair_of(bench).directions)
        self.post("board", act="out", colour=bench.wall.beside.colour.pk)
        self.assertFalse(Board.objects.exists())
        self.assertEqual(self.post("board", act="another", hue="plaid").status_code, 200)

    def test_what_the_decks_have_no_more_of_is_said(self):
        self.get()
        white = self.held("clean")
        for colour in world.Colour.objects.filter(lrv__gte=82).exclude(pk=white.colour.pk):
            compare_services.set_board(self.review, colour, Board.State.OUT, "white", "clean")
        page = self.post("board", act="swap", colour=white.colour.pk)
        self.assertContains(page, "no other board")
        self.assertEqual(self.held("clean").colour, white.colour)

    def test_colours_of_the_record_survive_the_undo_of_their_file(self):
        from decks import files

        waiting = files.start(self.isla, "Own", "d.csv", b"code,name,L*,a*,b*\nA1,Fog,88,-2,1\nA2,Haar,88,-2,2\n")
        done = files.apply(waiting)
        place_services.shortlist(self.review, world.Colour.objects.get(code="A1"))
        left = files.undo(done)
        self.assertEqual(left.used, 1)
        self.assertEqual(Shortlisted.objects.get().colour.name, "Fog")


class Arranging(Wall):
    def test_orders_and_moving_by_hand(self):
        self.post("wall", surround="pale", names_shown="on", wall_order="lrv")
        lrvs = [held.reading.lrv for held in self.bench().wall.arranged]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))
        ids = [held.colour.pk for held in self.bench().wall.arranged]
        self.post("arrange", colour=ids[0], by="later")
        moved = [held.colour.pk for held in self.bench().wall.arranged]
        self.assertEqual(moved, [ids[1], ids[0], *ids[2:]])
        self.post("arrange", colour=ids[5], to="0")
        self.assertEqual(self.bench().wall.arranged[0].colour.pk, ids[5])
        self.assertEqual(Review.objects.get().wall_order, "hand")
        self.assertEqual(self.post("arrange", colour="999999", by="later").status_code, 200)

    def test_two_three_all(self):
        for view, boards in (("two", 2), ("three", 3), ("all", 1)):
            self.post("wall", surround="pale", names_shown="on", wall_view=view)
            self.assertContains(self.get(), 'class="big', count=boards)
        self.assertContains(self.get(), "data-colour", count=len(self.bench().set.comparators))

    def test_blind_hides_every_name_and_comes_back(self):
        names = {held.colour.name for held in self.bench().set.comparators} | {self.review.colour.name}
        page = self.post("blind")
        review = Review.objects.get()
        self.assertEqual((review.names_shown, review.wall_order), (False, "shuffled"))
        first = [held.colour.pk for held in self.bench().wall.arranged]
        self.assertEqual(first, [held.colour.pk for held in self.bench().wall.arranged])
        shown = page.content.decode()
        said = shown[shown.index('class="reading"') : shown.index("<dialog")]
        self.assertFalse([name for name in names if name in said])
        self.post("blind")
        self.assertEqual(Review.objects.get().wall_order, "chosen")


class Seeing(Wall):
    def withhold(self):
        self.post("wall", surround="pale", names_shown="on", withhold="on")

    def test_nothing_is_given_away_until_it_is_said(self):
        self.withhold()
        beside = self.held("greener")
        page = self.get(beside=beside.colour.pk)
        self.assertContains(page, "Figures and drawings wait")
        self.assertContains(page, "Withheld until you have looked", count=4)
        for word in ("clear blue", "greener</span>", "rose", "Another showing", "One end", "ΔE00 6"):
            self.assertNotContains(page, word)
        for step in ("read", "place", "strength"):
            self.assertContains(self.get(step), "This waits until")
            self.assertNotContains(self.get(step), "undertone.")

    def test_what_is_seen_stands_beside_what_was_computed(self):
        self.withhold()
        self.get(beside=self.held("greyer").colour.pk)
        page = self.post("see", seen=["bluer", "cooler"], light="north window, 10:30", note="plain to see")
        self.assertContains(page, "Isla saw it bluer and cooler")
        self.assertContains(page, "north window, 10:30")
        self.assertContains(page, "That agrees with the figures")
        self.assertContains(page, 'class="figures"')
        seen = Observation.objects.get()
        self.assertEqual((seen.by, seen.agreement), (self.isla, "agree"))
        self.post("unsee", observation=seen.pk)
        self.assertContains(self.get(), "Figures and drawings wait")

    def test_disagreement_is_kept_and_said_in_the_verdict(self):
        self.get(beside=self.held("greyer").colour.pk)
        page = self.post("see", seen=["yellower"])
        self.assertContains(page, "The figures say otherwise")
        self.assertContains(self.get(show="together"), "Seen otherwise")

    def test_bad_answers_are_said(self):
        self.get(beside=self.held("greyer").colour.pk)
        self.assertContains(self.post("see"), "Tick what you see", status_code=422)
        both = self.post("see", seen=["no difference", "bluer"])
        self.assertContains(both, "cannot be ticked together", status_code=422)
        self.assertContains(self.post("see", seen=["plaid"]), "not one of the available", status_code=422)
        self.assertFalse(Observation.objects.exists())

    def test_everything_seen_shows_the_verdict(self):
        self.withhold()
        for held in self.bench().set.guide:
            self.get(beside=held.colour.pk)
            self.post("see", seen=["bluer"])
        page = self.get(show="together")
        self.assertContains(page, "It shows a clear blue undertone")
        self.assertContains(page, "Sure: the uncertainty leaves no other")
        self.assertContains(page, "Neutral: mathematical grey")
        self.assertContains(page, "the clean white alone")
        self.assertContains(page, "Cool. ")
        self.assertContains(page, "ool beside")


class Placing(Wall):
    def test_a_wish_is_answered_shortlisted_and_ordered(self):
        page = self.get("place", ask="like this but a bit warmer")
        self.assertContains(page, "eight colours, the nearest to that first")
        found = [one.held.colour for one in page.context["page"].answers]
        for colour in found[:3]:
            self.post("shortlist", colour=colour.pk, ask="warmer")
        self.post("shortlist", colour=found[0].pk)
        self.assertEqual([one.colour for one in self.review.shortlist.all()], found[:3])
        self.post("shortlist", colour=found[2].pk, act="up")
        self.post("shortlist", colour=found[0].pk, act="up")
        page = self.get("place", show="shortlist")
        listed = [one.held.colour for one in page.context["page"].shortlist]
        self.assertEqual(page.context["wall"].beside.colour, listed[0])
        self.assertEqual(listed, [found[0], found[2], found[1]])
        self.assertContains(page, "Lightness against chroma")
        self.assertContains(page, "warmer")
        self.post("shortlist", colour=found[2].pk, act="off")
        self.assertEqual(self.review.shortlist.count(), 2)

    def test_eight_are_enough(self):
        self.get("place")
        colours = list(world.Colour.objects.all()[:9])
        answers = [self.post("shortlist", colour=colour.pk) for colour in colours]
        self.assertContains(answers[-1], "Eight are enough")
        self.assertEqual(self.review.shortlist.count(), 8)

    def test_wishes_that_cannot_be_granted(self):
        self.assertContains(self.get("place", ask="cosier"), "&#x27;cosier&#x27; is not understood")
        self.assertContains(self.get("place", ask="between H16.3 and Nobody"), "No colour in these decks is called")
        own = deck_services.keep_own(self.isla, "Plain", from_lab((80, -0.25, 3.9), provenance="reading-average"))
        self.review = services.start(self.isla, own)
        self.assertContains(self.get("place", ask="greyer"), "no undertone")
        self.assertContains(self.get("place", ask="much lighter, LRV 99"), "Nothing in these decks")

    def test_between_two_by_code_and_by_what_is_held(self):
        self.get(beside=world.colour("H16.6").pk)
        both = self.get("place", ask="between these two").context["page"].answers
        named = self.get("place", ask="between h16.3 and H16.6").context["page"].answers
        self.assertEqual([one.held.colour for one in both], [one.held.colour for one in named])
        self.assertTrue(world.colour("H16.6").lrv < both[0].held.reading.lrv < world.colour("H16.3").lrv)

    def test_every_axis_has_its_bracket(self):
        page = self.get("place").context["page"]
        self.assertEqual(len(page.brackets), 6)
        self.assertIn("warmer by", " ".join(b.sentence for b in page.brackets))


class Others(Wall):
    def test_nobody_elses(self):
        seen = compare_services.observe(self.review, self.held("clean"), pair_of(self.bench()), ["lighter"], "", "")
        self.client.force_login(self.rory)
        for name in ("blind", "arrange", "board", "see", "shortlist", "unsee"):
            self.assertEqual(self.post(name, observation=seen.pk).status_code, 404, name)
        theirs = deck_services.keep_own(self.isla, "Isla’s", from_lab((50, 0, 0)))
        mine = services.start(self.rory, world.colour())
        url = reverse("review-act", args=[mine.pk, "place", "shortlist"])
        self.assertEqual(self.client.post(url, {"colour": theirs.pk}).status_code, 404)

    def test_without_scripts_a_post_leads_back(self):
        self.get("place")
        answer = self.client.post(self.url("shortlist"), {"colour": world.colour("T01.3").pk, "ask": "warmer"})
        self.assertRedirects(answer, f"{Review.objects.get().get_absolute_url()}?ask=warmer")
