"""Sittings: walls without names, answers that are kept once, what comes back, what is said of an eye."""

import re
from datetime import timedelta

import numpy as np
from django.test import TestCase
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from decks.tests import world
from prism import method, words
from prism.sectors import hue_of
from prism.training.exercise import Kind
from training import queries, services
from training.models import Returning, Sitting, Wall
from training.result import Result


class Training(world.Studio):
    def begin(self):
        self.client.post(reverse("sitting-begin"), {"looked": "on"})
        Sitting.objects.update(seed=7)  # the same walls every time
        return Sitting.objects.latest("id")

    def hung(self, sitting):
        page = self.client.get(sitting.get_absolute_url(), {"more": "1"})  # and no result after each ten
        return sitting.walls.get(right=None), page

    def answer(self, wall, right=True):
        """Answer a wall by the page, rightly or not, and return it."""
        for pick in self.picks(wall, right):
            self.client.post(reverse("wall-answer", args=[wall.sitting_id, wall.number]), {"pick": pick})
        wall.refresh_from_db()
        return wall

    def picks(self, wall, right=True):
        if wall.kind == "undertone":
            return (wall.accepted[0] if right else self.wrong(wall)) * wall.wanted
        picks = wall.accepted[0] if right else self.wrong(wall)
        return picks[: max(wall.wanted - 1, 1)]

    def wrong(self, wall):
        if wall.wanted > 1 and wall.kind != "undertone":
            return wall.accepted[0][::-1]
        offered = wall.choices or range(wall.given, len(wall.boards))
        return [next(one for one in offered if [one] not in wall.accepted)]


class Rounds(Training):
    def play(self, missed=(), count=10):
        """Answer so many walls, some of them wrongly, and return the sitting."""
        sitting = self.begin()
        for at in range(count):
            wall, _ = self.hung(sitting)
            self.answer(wall, right=at not in missed)
        return sitting

    def test_after_ten_a_result_stands_in_words_with_the_worst_misses(self):
        sitting = self.play(missed=(2, 5, 7))
        page = self.client.get(sitting.get_absolute_url())
        self.assertContains(page, "7 of 10 right.")
        self.assertContains(page, "Your weak spot is")
        self.assertContains(page, "Look at these again")
        missed = sorted(sitting.walls.filter(right=False), key=lambda wall: -wall.apart)
        for wall in missed[:2]:
            self.assertContains(page, wall.get_absolute_url())
        self.assertNotContains(page, missed[2].get_absolute_url())
        self.assertFalse(sitting.walls.filter(right=None).exists())  # nothing hangs meanwhile
        self.client.get(sitting.get_absolute_url(), {"more": "1"})
        self.assertEqual(sitting.walls.filter(right=None).count(), 1)

    def test_an_undertone_taken_for_another_is_named(self):
        sitting = self.begin()
        for number, (seen, right) in enumerate((("yellow", "orange"), ("yellow", "orange"), ("blue", "green")), 1):
            Wall.objects.create(
                sitting=sitting, number=number, kind="undertone", axis=right, boards=[Colour.objects.first().pk],
                accepted=[[right]], choices=["yellow", "orange", "blue", "green"], apart=2.0, because="", picked=[seen],
                right=False, answered=timezone.now(),
            )  # fmt: skip
        self.assertEqual(Result(sitting).weak, "Your weak spot is orange against yellow.")

    def test_all_right_asks_for_harder_ones(self):
        page = self.client.get(self.play().get_absolute_url())
        self.assertContains(page, "10 of 10 right.")
        self.assertContains(page, "Nothing missed: the next ones will be harder.")
        self.assertNotContains(page, "Look at these again")

    def test_no_colour_comes_twice_but_the_whites_that_others_are_held_beside(self):
        sitting = self.play(count=12)
        held, pool = queries.decks_of(self.isla, queries.method_of(sitting))
        whites = set(held.ids[pool.whites].tolist())
        shown = [pk for wall in sitting.walls.all() for pk in set(wall.boards) - whites]
        self.assertEqual(len(shown), len(set(shown)))


class Sittings(Training):
    def test_walls_of_every_kind_hang_are_answered_and_explained(self):
        sitting, kinds = self.begin(), set()
        for _ in range(60):
            wall, page = self.hung(sitting)
            self.assertEqual(page.status_code, 200)
            self.answer(wall)
            self.assertTrue(wall.right, wall.kind)
            kinds.add(wall.kind)
            told = self.client.get(reverse("wall", args=[sitting.pk, wall.number]))
            self.assertContains(told, "Yes: ")
            name = Colour.objects.get(pk=wall.boards[0]).name
            self.assertContains(told, name)
        self.assertEqual(kinds, {kind.value for kind in Kind})
        self.assertEqual(len({tuple(sorted(w.boards)) for w in sitting.walls.all()}), 60)

    def test_nothing_in_the_page_gives_the_answer_away(self):
        sitting = self.begin()
        for _ in range(25):
            wall, page = self.hung(sitting)
            source = page.content.decode()
            for colour in Colour.objects.filter(pk__in=wall.boards).select_related("maker"):
                for hidden in (colour.name, f">{colour.code}<", colour.maker.name):
                    self.assertNotIn(hidden, source)
            self.assertNotIn("accepted", source)
            self.assertNotIn(wall.because, source)
            self.assertNotIn(wall.shown_said or wall.because, source)
            values = re.findall(r'name="pick" value="([^"]*)"', source)
            places = [str(i) for i in range(wall.given, len(wall.boards))]
            self.assertEqual(values, list(wall.choices) if wall.choices and wall.kind != "pair" else places)
            self.answer(wall)

    def test_a_second_answer_changes_nothing_and_a_pick_can_be_taken_back(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        while wall.wanted > 1:
            self.answer(wall)
            wall, _ = self.hung(sitting)
        self.answer(wall, right=False)
        self.answer(wall, right=True)
        self.assertFalse(Wall.objects.get(pk=wall.pk).right)
        told = self.client.get(wall.get_absolute_url())
        self.assertContains(told, words.training.ANSWERED_ALREADY)
        while wall.kind not in ("strip", "creaminess"):
            self.answer(wall)
            wall, _ = self.hung(sitting)
        address = reverse("wall-answer", args=[sitting.pk, wall.number])
        self.client.post(address, {"pick": "0"})
        self.assertContains(self.client.post(address, {"pick": "0"}, follow=True), words.training.NOT_TO_BE_PICKED)
        self.assertContains(self.client.get(sitting.get_absolute_url()), "Undo the last one")
        self.client.post(address, {"back": "1"})
        wall.refresh_from_db()
        self.assertEqual(wall.picked, [])

    def test_the_wall_that_hangs_can_be_answered_after_the_end_and_no_other_comes(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        Sitting.objects.update(until=timezone.now() - timedelta(minutes=1))
        self.assertTrue(self.answer(wall).right)
        self.assertContains(self.client.get(wall.get_absolute_url()), words.training.ANSWERED_LATE)
        page = self.client.get(sitting.get_absolute_url())
        self.assertContains(page, "The five minutes are over: one exercise, 1 right")
        self.assertEqual(sitting.walls.count(), 1)

    def test_it_is_left_and_gone_on_with_by_its_own_person_alone(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        self.assertEqual(self.begin(), sitting)
        self.assertContains(self.client.get(reverse("training")), "Go on")
        self.client.force_login(self.rory)
        for address in (sitting.get_absolute_url(), reverse("wall", args=[sitting.pk, wall.number])):
            self.assertEqual(self.client.get(address).status_code, 404)
        address = reverse("wall-answer", args=[sitting.pk, wall.number])
        self.assertEqual(self.client.post(address, {"pick": "0"}).status_code, 404)

    def test_what_cannot_be_picked_is_refused(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        for odd in ("", "x", "99", "-1", "²"):
            address = reverse("wall-answer", args=[sitting.pk, wall.number])
            self.assertContains(
                self.client.post(address, {"pick": odd}, follow=True), words.training.NOT_TO_BE_PICKED, msg_prefix=odd
            )
        wall.refresh_from_db()
        self.assertEqual(wall.picked, [])


class Returns(Training):
    def test_what_was_missed_comes_back_sooner_than_what_was_right(self):
        sitting = self.begin()
        due = {}
        for right in (False, True):
            wall, _ = self.hung(sitting)
            self.answer(wall, right)
            due[right] = Returning.objects.get(kind=wall.kind, axis=wall.axis).due - wall.answered
        self.assertLess(due[False], due[True])
        self.assertContains(self.client.get(reverse("training")), "What you can tell")

    def test_what_is_due_hangs_first(self):
        sitting = self.begin()
        wall, _ = self.hung(sitting)
        self.answer(wall)
        kind = next(kind.value for kind in Kind if kind.value != wall.kind)
        past = timezone.now() - timedelta(days=1)
        Returning.objects.create(owner=self.isla, kind=kind, axis="x", card={}, due=past)
        self.assertEqual(self.hung(sitting)[0].kind, kind)

    def test_an_undertone_that_is_due_is_the_one_that_hangs(self):
        past = timezone.now() - timedelta(days=1)
        for hue in ("blue", "green"):
            Returning.objects.all().delete()
            Sitting.objects.all().delete()
            Returning.objects.create(owner=self.isla, kind="undertone", axis=hue, card={}, due=past)
            wall, _ = self.hung(self.begin())
            self.assertEqual((wall.kind, wall.axis), ("undertone", hue))

    def test_difficulty_follows_the_eye(self):
        sitting = services.begin(self.isla)
        for number, right in enumerate([True] * 12, 1):
            Wall.objects.create(
                sitting=sitting, number=number, kind="warmer", axis="warmer", boards=[1, 2], accepted=[[0]],
                apart=2.0, right=right, answered=timezone.now(), because="",
            )  # fmt: skip
        sure = queries.staircase(self.isla, "warmer").next
        Wall.objects.update(right=False)
        self.assertLess(sure, queries.staircase(self.isla, "warmer").next)


class Eyes(Training):
    def test_an_eye_is_told_when_there_are_answers_enough(self):
        chosen = method.load(method.DEFAULT)
        sitting = services.begin(self.isla)
        self.assertEqual(queries.progress(self.isla, chosen).eye, [])
        rng, scale = np.random.default_rng(5), chosen.undertone
        shift = 1.4 * scale.axes()[scale.words.index("green")]
        boards = rng.normal(0, 2.2, (60, 2))
        called = scale.index(hue_of(boards - shift + rng.normal(0, 0.7, (60, 2))))
        for number, (direction, hue) in enumerate(zip(boards.tolist(), called.tolist(), strict=True), 1):
            Wall.objects.create(
                sitting=sitting, number=number, kind="undertone", axis="green", boards=[1], accepted=[["green"]],
                choices=list(scale.words), apart=1.0, because="", direction=direction, picked=[scale.words[hue]],
                right=False, answered=timezone.now(),
            )  # fmt: skip
        found = queries.progress(self.isla, chosen)
        self.assertEqual(len(found.eye), len(chosen.undertone.words))
        green = next(said for said in found.eye if "green" in said)
        self.assertIn("more green than this method before naming it", green)
        self.assertIn("(60 answers)", green)
        self.assertContains(self.client.get(reverse("training")), green)
        self.assertEqual(queries.progress(self.rory, chosen).answered, 0)


class Empty(TestCase):
    def test_a_studio_without_decks_is_told_what_it_takes(self):
        self.client.force_login(world.person())
        self.client.post(reverse("sitting-begin"), {"looked": "on"})
        page = self.client.get(Sitting.objects.get().get_absolute_url())
        self.assertContains(page, words.training.NO_WALLS, status_code=422)
