"""The review context makes what is asked for, once, and never from what another review rests on."""

from django.utils import timezone

from decks import services as deck_services
from decks.tests import world
from jobs.models import Job, Room
from reviews import services
from reviews.context import ReviewContext
from reviews.context.tests.wall import Wall
from steps import services as step_services
from studio import demo_station as station


class Picks(Wall):
    def ids(self):
        return [held.colour.pk for held in self.context().set.comparison_colours]

    def test_the_next_screen_chooses_nothing_anew(self):
        first = self.context().set
        second = self.context().set
        self.assertEqual(first.picks, second.picks)
        self.assertIs(first.picks, second.picks)
        self.assertNotIn("chosen", vars(second))

    def test_a_board_taken_away_is_replaced_and_comes_back(self):
        before = self.ids()
        gone = self.held("greyer").colour
        self.post("board", act="out", colour=gone.pk)
        self.assertNotIn(gone.pk, self.ids())
        self.assertNotIn(gone.pk, [self.context().decks.id_of(pick.index) for pick in self.context().set.picks])
        self.post("board", act="back", colour=gone.pk)
        self.assertEqual(self.ids(), before)

    def test_another_neutral_or_method_is_another_choice(self):
        before = self.context().set.picks
        services.judge_by(self.review, "wall-practice", "own", (0.0, -1.5), False)
        self.assertIsNot(self.context().set.picks, before)
        services.judge_by(self.review, "wall-practice", "painted", (0.0, 0.0), False)
        self.assertEqual(self.context().set.picks, before)

    def test_whites_that_a_person_keeps_are_theirs_alone(self):
        before = [held.colour.pk for held in self.context().set.whites]
        mine = self.colour_like_white(without=before)
        deck_services.keep_in_set(self.isla, deck_services.whites_of(self.isla).name, mine)
        self.assertEqual([held.colour.pk for held in self.context().set.whites], [mine.pk])
        other = step_services.start(self.rory, self.review.colour)
        self.assertEqual([held.colour.pk for held in ReviewContext(other).set.whites], before)

    def colour_like_white(self, without):
        """Return a light colour of the decks that is no reference white yet."""
        held = self.context().decks.catalogue
        rows = [row for row in range(len(held.ids)) if held.lrv[row] > 80 and int(held.ids[row]) not in without]
        return held.boards(rows[:1])[0]

    def test_a_deck_that_changed_is_chosen_from_anew(self):
        before = self.context().set.picks
        colour = self.held("greyer").colour
        world.own_the_deck(self.isla)
        deck_services.improve(colour, colour.stimulus, "measured again", self.isla)
        after = self.context().set.picks
        self.assertIsNot(after, before)


class RoomAtHand(Wall):
    def test_a_room_is_read_again_as_soon_as_anything_of_it_is_another(self):
        rooms = station.enter(self.isla)
        services.move(self.review, rooms["Library"])
        room = self.context().room
        self.assertIs(self.context().room, room)
        changes = (
            lambda: rooms["Library"].windows.update(width=0.7),
            lambda: rooms["Library"].elements.update(name="another"),
            lambda: Job.objects.update(town="Elsewhere"),
            lambda: rooms["Library"].finishes.create(part="walls", colour=self.review.colour),
        )
        for change in changes:
            change()
            before, room = room, self.context().room
            self.assertIsNot(room, before)
        Room.objects.filter(pk=room.pk).update(deleted=timezone.now())
        self.assertIsNone(self.context().room)


class Lazily(Wall):
    def test_a_bench_asks_for_nothing_before_it_is_asked(self):
        review = self.context().review
        with self.assertNumQueries(0):
            ReviewContext(review)

    def test_what_hangs_is_numbered_and_the_clean_white_stands_first(self):
        context = self.context()
        guide = context.set.guide
        self.assertEqual(guide[0].why, "clean")
        self.assertEqual(
            {held.colour.pk for held in guide}, {held.colour.pk for held in context.set.comparison_colours}
        )
        self.assertEqual(context.wall.beside.colour.pk, guide[0].colour.pk)
