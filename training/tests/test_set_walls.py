"""Walls of one's own work and of the studio, an eye that is followed, who sees whose progress."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from decks.tests import world
from people import queries as people
from people.models import Member, Role
from prism import words
from reviews.models import Observation
from steps import services as step_services
from training import queries, services, set_walls
from training.models import SetWall, Sitting, Wall
from training.tests.test_training import Training
from viewings.models import Correction, Viewing


class OfWork(Training):
    def setUp(self):
        super().setUp()
        self.review = step_services.start(self.isla, world.colour("H16.3"))

    def test_a_review_becomes_a_wall_by_one_click_without_its_names(self):
        self.client.post(reverse("sitting-begin"), {"looked": "on"})
        page = self.client.post(reverse("training-of-review", args=[self.review.pk]), follow=True)
        wall = Wall.objects.get(right=None)
        self.assertIn(self.review.colour_id, wall.boards)
        self.assertContains(page, words.training.WALLS_FROM["review"])
        self.assertNotContains(page, self.review.colour.name)
        self.answer(wall)
        self.assertContains(self.client.get(wall.get_absolute_url()), self.review.colour.name)
        self.assertIsNone(set_walls.waiting(self.isla))

    def test_nobody_makes_one_of_another_studio_s_review(self):
        self.client.force_login(self.rory)
        answer = self.client.post(reverse("training-of-review", args=[self.review.pk]))
        self.assertEqual(answer.status_code, 404)
        self.assertFalse(SetWall.objects.exists())

    def test_a_colour_of_one_s_own_becomes_one_too_beside_the_decks(self):
        own = Colour.objects.get(pk=self.review.colour_id)
        own.pk, own.maker, own.owner, own.code = None, None, self.isla, ""
        own.save()
        made = set_walls.from_review(self.isla, step_services.start(self.isla, own))
        self.assertEqual(made.boards[0], own.pk)
        self.assertEqual(made.kind, "undertone")

    def viewing(self, warmth, lamps_on=False):
        return Viewing.objects.create(
            review=self.review, colour=self.review.colour, at=timezone.now(), seen_at=timezone.now(), by=self.isla,
            seen={"warmth": warmth}, predicted={"differences": {"warmth": 4.0}, "doubt": 0.5}, lamps_on=lamps_on,
        )  # fmt: skip

    def test_a_viewing_in_which_eye_and_product_disagreed_becomes_one_by_itself_once(self):
        agreed, disagreed, at_night = self.viewing(2), self.viewing(-2), self.viewing(-2, lamps_on=True)
        self.begin()
        made = {wall.viewing: wall for wall in SetWall.objects.all()}
        self.assertEqual(set(made), {disagreed, at_night})
        self.assertNotIn(agreed, made)
        self.assertEqual(made[at_night].kind, "evening")
        self.assertEqual(set_walls.from_viewings(self.isla), 0)
        sitting = Sitting.objects.get()
        first, page = self.hung(sitting)
        self.assertContains(page, words.training.WALLS_FROM["viewing"])
        self.answer(first)
        self.assertEqual(self.hung(sitting)[0].set_wall.origin, "viewing")

    def test_what_was_seen_of_boards_in_reviews_tells_a_threshold(self):
        near = world.colour("H16.4")
        for seen in (["bluer"], ["no difference"]):
            Observation.objects.create(
                review=self.review, colour=near, seen=seen, computed=[], agreement="agree", by=self.isla
            )
        self.assertEqual(queries.staircase(self.isla, "same").found.answers, 2)


class Studios(Training):
    def setUp(self):
        super().setUp()
        self.studio = people.studio_of(self.isla)
        self.team = [self.isla]
        for name, role in (("wren", Role.JUNIOR), ("tam", Role.SPECIALIST), ("ede", Role.OWNER)):
            user = User.objects.create_user(name, first_name=name.title())
            Member.objects.create(user=user, studio=self.studio, role=role)
            self.team.append(user)

    def set(self, kind="undertone", apart="2"):
        self.client.post(reverse("studio-wall-set"), {"kind": kind, "apart": apart})
        return SetWall.objects.latest("id")

    def answered_by(self, user, right=True):
        self.client.force_login(user)
        wall, _ = self.hung(self.begin())
        return self.answer(wall, right)

    def test_everybody_answers_it_and_the_spread_is_shown_from_three_on_and_nobody_named(self):
        wall = self.set()
        address = wall.get_absolute_url()
        self.assertNotContains(self.client.get(address), wall.because)
        for count, user in enumerate(self.team, 1):
            own = self.answered_by(user, right=count != 2)
            self.assertEqual(own.set_wall, wall)
            page = self.client.get(address)
            self.assertContains(page, wall.because)
            if count < set_walls.LEAST_TO_SHOW:
                self.assertContains(page, words.training.spread_few(count, 3))
        self.assertContains(page, "4 answered, in 2 ways.")
        self.assertEqual(dict(set_walls.spread(wall).answers)[wall.accepted[0][0]], 3)
        for name in ("Wren", "Tam", "Ede"):
            self.assertNotContains(page, name)

    def test_only_owners_set_one_and_take_it_down_and_up_again(self):
        wall = self.set("odd", "2,5")
        self.client.post(reverse("studio-wall-down", args=[wall.pk]))
        self.assertIsNone(set_walls.waiting(self.isla))
        self.assertContains(self.client.get(reverse("training")), words.training.WALL_TAKEN_DOWN)
        self.client.post(reverse("studio-wall-down", args=[wall.pk]), {"again": "1"})
        self.assertEqual(set_walls.waiting(self.isla), wall)
        self.client.force_login(self.team[1])
        for address in (reverse("studio-wall-set"), reverse("studio-wall-down", args=[wall.pk])):
            self.assertEqual(self.client.post(address, {"kind": "odd", "apart": "2"}).status_code, 403)
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(wall.get_absolute_url()).status_code, 404)

    def test_what_cannot_be_set_is_said(self):
        for kind, apart in (("odd", "x"), ("odd", "-3"), ("odd", "nan"), ("odd", "99"), ("nothing", "2")):
            self.client.post(reverse("studio-wall-set"), {"kind": kind, "apart": apart})
            said = "no exercise of this kind" if kind == "nothing" else "Choose a difference of"
            self.assertContains(self.client.get(reverse("training")), said)
        self.assertFalse(SetWall.objects.exists())

    def test_owners_see_a_junior_s_progress_if_that_one_agrees_and_juniors_nobody_s(self):
        wren, ede = self.team[1], self.team[3]
        address = reverse("training-person", args=[wren.pk])
        self.client.force_login(ede)
        self.assertEqual(self.client.get(address).status_code, 404)
        self.assertNotContains(self.client.get(reverse("training")), "Wren")
        self.client.force_login(wren)
        self.client.post(reverse("training-agree"), {"agree": "1"})
        services.agree(ede, agreed=True)
        self.assertEqual(self.client.get(reverse("training-person", args=[ede.pk])).status_code, 403)
        self.client.force_login(ede)
        self.assertContains(self.client.get(reverse("training")), "Wren")
        self.assertContains(self.client.get(address), "What Wren can tell")
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(address).status_code, 404)
        services.agree(wren, agreed=False)
        self.client.force_login(ede)
        self.assertEqual(self.client.get(address).status_code, 404)


class Followed(Training):
    def named(self, count=40, hue="green"):
        sitting = services.begin(self.isla)
        for number in range(1, count + 1):
            Wall.objects.create(
                sitting=sitting, number=number, kind="undertone", axis="red", boards=[1], accepted=[["red"]],
                choices=["red", hue], apart=1.0, because="", direction=[0.6, 0.1], picked=[hue], right=False,
                answered=timezone.now(),
            )  # fmt: skip

    def test_new_reviews_begin_with_the_eye_s_neutral_and_made_ones_stay(self):
        self.client.post(reverse("training-follow"))
        self.assertContains(self.client.get(reverse("training")), words.training.EYE_UNKNOWN)
        before = step_services.start(self.isla, world.colour())
        self.named()
        self.client.post(reverse("training-follow"))
        eye = queries.eye_of(self.isla, before.method_in_force)
        after = step_services.start(self.isla, world.colour())
        self.assertAlmostEqual(after.neutral_a, eye.shift[0], delta=0.02)
        self.assertAlmostEqual(after.neutral_b, eye.shift[1], delta=0.02)
        self.assertGreater(after.neutral_a, 0.4)
        before.refresh_from_db()
        self.assertEqual((before.neutral_a, before.neutral_b), (0.0, 0.0))
        self.client.post(reverse("training-follow"))
        self.assertEqual(Correction.objects.filter(undone=None).count(), 2)
        self.client.post(reverse("training-follow"), {"leave": "1"})
        last = step_services.start(self.isla, world.colour())
        self.assertEqual((last.neutral_a, last.neutral_b), (0.0, 0.0))
        after.refresh_from_db()
        self.assertGreater(after.neutral_a, 0.4)


class Clocks(Training):
    def test_a_clock_that_is_set_back_closes_the_sitting_and_keeps_its_answers(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        self.answer(wall)
        ahead = timezone.now() + timedelta(days=2)
        Sitting.objects.update(begun=ahead, until=ahead + timedelta(minutes=5))
        page = self.client.get(sitting.get_absolute_url())
        self.assertContains(page, words.training.CLOCK_SET_BACK)
        self.assertEqual(sitting.walls.filter(right=True).count(), 1)
        self.assertNotEqual(self.begin(), sitting)

    def test_an_answer_after_the_clock_was_set_back_is_scheduled_all_the_same(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        self.answer(wall)
        kept = wall.sitting.owner.returning.get()
        future = timezone.now() + timedelta(days=30)
        kept.card["last_review"] = future.isoformat()
        kept.save()
        again = Wall.objects.create(
            sitting=sitting, number=99, kind=wall.kind, axis=wall.axis, boards=wall.boards, accepted=wall.accepted,
            choices=wall.choices, wanted=wall.wanted, given=wall.given, looks=wall.looks, apart=1, because="x",
        )  # fmt: skip
        self.assertTrue(self.answer(again).right)


class ScreenFirst(Training):
    def test_no_sitting_begins_before_the_screen_was_looked_over_and_once_a_day_is_enough(self):
        page = self.client.post(reverse("sitting-begin"), follow=True)
        self.assertContains(page, words.training.SCREEN_FIRST)
        self.assertFalse(Sitting.objects.exists())
        self.begin()
        page = self.client.get(reverse("training"))
        self.assertNotContains(page, "My screen is ready")


class Pairs(Training):
    def paired(self):
        sitting = self.begin()
        while True:
            wall, _ = self.hung(sitting)
            if wall.kind == "pair":
                return wall
            self.answer(wall)

    def test_words_are_put_to_boards_in_any_order_and_taken_off(self):
        wall = self.paired()
        [order] = wall.accepted
        address = reverse("wall-answer", args=[wall.sitting_id, wall.number])

        def put(hue, place):
            self.client.post(address, {"pick": place, "of": hue})
            wall.refresh_from_db()
            return wall.picked

        hues = wall.choices
        self.assertEqual(put(hues[3], order[3])[3], order[3])
        self.assertEqual(put(hues[1], order[3]), [None, order[3], None, None, None, None])
        self.assertEqual(put("", order[3]), [None] * 6)
        self.client.post(address, {"pick": "0", "of": "ultraviolet"})
        self.assertEqual(put(hues[0], order[0])[0], order[0])
        for at in (4, 2, 1, 3):
            put(hues[at], order[at])
        self.assertTrue(wall.right)
        self.assertEqual(wall.picked, order)
