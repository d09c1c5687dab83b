"""The wall: what stands on it and why, what a person does with it, what is seen."""

from django.urls import reverse

from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Board, Observation, Review
from steps.compare import services as compare_services
from steps.compare.reads import pair_of
from tinting.tests import world

HTMX = {"HX-Request": "true"}


class FoundElsewhere(Wall):
    def test_what_was_seen_and_where_it_parts_stands_under_the_verdict_and_in_the_record(self):
        self.assertNotContains(self.get("verdict"), "Looked at beside")
        white = next(held for held in self.context().set.comparison_colours if held.why == "clean")
        self.get(beside=white.colour.pk)
        self.post("see", seen=["lighter"])  # than a clean white, which it is not
        page = self.get("verdict")
        self.assertContains(page, "Compared with one colour, one time not as predicted")
        self.assertContains(page, f"?beside={white.colour.pk}")
        record = self.client.get(reverse("review-record", args=[self.review.pk]))
        self.assertContains(record, f"Said what they saw beside {white.colour.name}, not as predicted")


class TooLong(Wall):
    def test_a_note_too_long_is_said_beside_it_and_kept(self):
        held = self.context().set.comparison_colours[0]
        self.get(beside=held.colour.pk)
        page = self.post("see", seen=["lighter"], note="n" * 401)
        self.assertContains(
            page, "The note: Ensure this value has at most 400 characters (it has 401)", status_code=422
        )
        self.assertContains(page, "n" * 401, status_code=422)
        self.assertFalse(self.review.observations.exists())


class Boards(Wall):
    def test_the_set_in_groups_each_with_its_reason(self):
        page = self.get()
        for label in ("Whites", "From one end to the other", "Same undertone, same depth", "Contrast"):
            self.assertContains(page, label)
        for held in self.context().set.comparison_colours:
            self.assertContains(self.get(beside=held.colour.pk), held.reason.replace("’", "’")[:40])

    def test_swap_brings_the_next_best_for_the_same_question(self):
        before = self.held("greener")
        self.post("board", act="swap", colour=before.colour.pk)
        after = self.held("greener")
        self.assertNotEqual(before.colour, after.colour)
        self.assertEqual(self.context().wall.beside.colour, after.colour)
        self.assertContains(self.get(), "Restore removed colours (1)")
        self.post("board", act="back")
        self.assertEqual(self.held("greener").colour, before.colour)

    def test_a_pinned_board_stays_whatever_is_chosen(self):
        pinned = self.held("greener")
        self.post("board", act="pin", colour=pinned.colour.pk)
        services.judge_by(self.review, "wall-practice", "grey", (0, 0))
        here = next(held for held in self.context().set.comparison_colours if held.colour == pinned.colour)
        self.assertEqual(here.state, "pinned")
        self.assertEqual(
            sum(held.why == here.why and held.kind == "range" for held in self.context().set.comparison_colours), 1
        )
        self.post("board", act="unpin", colour=pinned.colour.pk)
        self.assertFalse(Board.objects.exists())

    def test_a_fetched_board_is_kept_and_taken_away(self):
        far = world.colour("T26.6")
        self.get(beside=far.pk)
        self.assertContains(self.get(), "Pin")
        self.post("board", act="add", colour=far.pk)
        self.get(beside=self.held("clean").colour.pk)
        self.assertEqual(self.context().set.comparison_colours[-1].colour, far)
        self.assertContains(self.get(), "Added")
        self.post("board", act="out", colour=far.pk)
        self.assertNotIn(far, [held.colour for held in self.context().set.comparison_colours])
        self.assertFalse(Board.objects.exists())

    def test_another_that_shows_a_hue(self):
        self.post("board", act="another", hue="blue")
        context = self.context()
        self.assertEqual((context.wall.beside.state, context.wall.beside.why), ("added", "less blue"))
        self.assertIn("bluer", pair_of(context).directions)
        self.post("board", act="out", colour=context.wall.beside.colour.pk)
        self.assertFalse(Board.objects.exists())
        self.assertEqual(self.post("board", act="another", hue="plaid").status_code, 200)

    def test_what_the_decks_have_no_more_of_is_said(self):
        self.get()
        white = self.held("clean")
        for colour in world.Colour.objects.filter(lrv__gte=82).exclude(pk=white.colour.pk):
            compare_services.set_board(self.review, colour, Board.State.OUT, "white", "clean")
        page = self.post("board", act="swap", colour=white.colour.pk)
        self.assertContains(page, "no other colour")
        self.assertEqual(self.held("clean").colour, white.colour)


class Arranging(Wall):
    def test_orders_and_moving_by_hand(self):
        self.post("wall", surround="pale", names_shown="on", wall_order="lrv")
        lrvs = [held.reading.lrv for held in self.context().wall.arranged]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))
        ids = [held.colour.pk for held in self.context().wall.arranged]
        self.post("arrange", colour=ids[0], by="later")
        moved = [held.colour.pk for held in self.context().wall.arranged]
        self.assertEqual(moved, [ids[1], ids[0], *ids[2:]])
        self.post("arrange", colour=ids[5], to="0")
        self.assertEqual(self.context().wall.arranged[0].colour.pk, ids[5])
        self.assertEqual(Review.objects.get().wall_order, "hand")
        self.assertEqual(self.post("arrange", colour="999999", by="later").status_code, 200)

    def test_two_three_all(self):
        for view, boards in (("two", 2), ("three", 3), ("all", 1)):
            self.post("wall", surround="pale", names_shown="on", wall_view=view)
            self.assertContains(self.get(), 'class="big', count=boards)
        self.assertContains(self.get(), "data-colour", count=len(self.context().set.comparison_colours))

    def test_blind_hides_every_name_and_comes_back(self):
        names = {held.colour.name for held in self.context().set.comparison_colours} | {self.review.colour.name}
        page = self.post("blind")
        review = Review.objects.get()
        self.assertEqual((review.names_shown, review.wall_order), (False, "shuffled"))
        first = [held.colour.pk for held in self.context().wall.arranged]
        self.assertEqual(first, [held.colour.pk for held in self.context().wall.arranged])
        shown = page.content.decode()
        said = shown[shown.index('id="reading"') : shown.index("<dialog")]
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
        self.assertContains(page, "Withheld until you have looked", count=8)
        for word in ("clear blue", "greener</span>", "rose", "Another that shows", "One end", "ΔE00 6"):
            self.assertNotContains(page, word)
        for step in ("reading", "alternatives", "light", "strength", "whites"):
            self.assertContains(self.get(step), "This waits until")
            for figure in (f"LRV {self.review.colour.lrv:.1f}", "Depth ladder"):
                self.assertNotContains(self.get(step), figure)
            self.assertNotContains(self.get(step), "undertone.")

    def test_no_order_gives_anything_away_and_letters_stay(self):
        told = [held.colour.pk for held in self.context().set.guide]
        self.post("arrange", order="warmth")
        self.withhold()
        shuffled = self.context()
        self.assertNotEqual([held.colour.pk for held in shuffled.set.guide], told)
        self.assertEqual(shuffled.wall.arranged, shuffled.set.comparison_colours)
        letters = {held.colour.pk: held.name for held in shuffled.set.guide}
        self.get(beside=shuffled.set.guide[2].colour.pk)
        self.post("see", seen=["bluer"])
        after = {held.colour.pk: held.name for held in self.context().set.guide}
        self.assertEqual(sum(after[pk] == name for pk, name in letters.items()), len(letters) - 1)

    def test_what_is_seen_stands_beside_what_was_computed(self):
        self.withhold()
        self.get(beside=self.held("greyer").colour.pk)
        page = self.post("see", seen=["bluer", "cooler"], light="north window, 10:30", note="plain to see")
        self.assertContains(page, "Isla saw it bluer and cooler")
        self.assertContains(page, "north window, 10:30")
        self.assertContains(page, "As predicted")
        self.assertContains(page, 'class="figures detail-plain:hidden"')
        seen = Observation.objects.get()
        self.assertEqual((seen.by, seen.agreement), (self.isla, "agree"))
        self.post("unsee", observation=seen.pk)
        self.assertContains(self.get(), "Figures and drawings wait")

    def test_disagreement_is_kept_and_said_in_the_verdict(self):
        self.get(beside=self.held("greyer").colour.pk)
        page = self.post("see", seen=["yellower"])
        self.assertContains(page, "The prediction was")
        self.assertContains(self.get(show="together"), "Seen differently")

    def test_bad_answers_are_said(self):
        self.get(beside=self.held("greyer").colour.pk)
        self.assertContains(self.post("see"), "Tick what you see", status_code=422)
        both = self.post("see", seen=["no difference", "bluer"])
        self.assertContains(both, "cannot be ticked together", status_code=422)
        self.assertContains(self.post("see", seen=["plaid"]), "not one of the available", status_code=422)
        self.assertFalse(Observation.objects.exists())

    def test_everything_seen_shows_the_verdict(self):
        self.withhold()
        for held in self.context().set.guide:
            self.get(beside=held.colour.pk)
            self.post("see", seen=["bluer"])
        page = self.get(show="together")
        self.assertContains(page, "It shows a clear blue undertone")
        self.assertContains(page, "Sure: no other undertone is possible")
        self.assertContains(page, "Neutral line: mathematical grey")
        self.assertContains(page, "the clean white alone")
        self.assertContains(page, "Cool. ")
        self.assertContains(page, "ool beside")


class Others(Wall):
    def test_nobody_elses(self):
        seen = compare_services.observe(self.review, self.held("clean"), pair_of(self.context()), ["lighter"], "", "")
        self.client.force_login(self.rory)
        for name in ("blind", "arrange", "board", "see", "shortlist", "unsee"):
            self.assertEqual(self.post(name, observation=seen.pk).status_code, 404, name)
