"""Each visitor of the demo has a studio of their own, which goes when it was left; and erasing, on which that rests."""

import os
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from unittest.mock import patch

from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client, TestCase, override_settings
from django.urls import reverse
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour, Maker
from jobs.models import Job
from people.models import Event, Member, Studio
from people.queries import studio_of, team
from prism import demo, words
from records.models import Change
from reviews.models import Review
from steps import services as step_services
from studio import demo_job, demo_visit
from training.models import Wall


@override_settings(DEMO=True)
class Visitors(TestCase):
    @classmethod
    def setUpTestData(cls):
        with Path(os.devnull).open("w") as nowhere:
            call_command("load_demo", stdout=nowhere)
        cls.model = User.objects.get(username=demo_visit.MODEL)

    def enter(self, client, **sent):
        self.assertRedirects(client.post(reverse("enter-demo"), sent), reverse("home"))
        return User.objects.get(pk=client.session["_auth_user_id"])

    def test_two_visitors_neither_see_nor_change_each_others(self):
        first, second = Client(), Client()
        one, other = self.enter(first), self.enter(second)
        self.assertFalse(set(team(one)) & set(team(other)) | {self.model.pk} & {*team(one), *team(other)})
        review = Review.objects.filter(owner=one).latest("pk")
        self.assertEqual(first.get(review.get_absolute_url()).status_code, 200)
        self.assertEqual(second.get(review.get_absolute_url()).status_code, 404)
        first.post(reverse("job-new"), {"title": "Quay of mine", "pick": "Old Slip", "state": "looking"})
        self.assertNotContains(second.get(reverse("jobs")), "Quay of mine")

    def test_a_copy_is_as_the_ready_one(self):
        user = self.enter(self.client)
        for model, by in ((Review, "owner"), (Job, "owner"), (Wall, "sitting__owner")):
            ready, copy = (model.objects.filter(**{f"{by}__in": team(who)}) for who in (self.model, user))
            self.assertEqual(ready.count(), copy.count())
        self.assertEqual(sorted(m.role for m in studio_of(user).members.all()), ["junior", "owner", "specialist"])
        self.assertContains(self.client.get("/training/"), "undertones you named")

    def test_a_browser_comes_back_to_its_own_and_may_begin_anew(self):
        user = self.enter(self.client)
        self.client.post(reverse("sign-out"))
        self.assertEqual(self.enter(self.client), user)
        fresh = self.enter(self.client, again="1")
        self.assertNotEqual(fresh.pk, user.pk)
        self.assertFalse(User.objects.get(pk=user.pk).is_active)
        demo_visit.sweep()
        self.assertFalse(User.objects.filter(pk=user.pk).exists())
        self.assertEqual(Review.objects.filter(owner=self.model).count(), 9)

    def test_the_demo_is_entered_beside_a_page_too(self):
        user = self.enter(self.client)
        self.client.post(reverse("sign-out"))
        self.assertEqual(self.client.post(reverse("enter-demo"), headers={"HX-Request": "true"}).status_code, 204)
        self.assertEqual(self.client.session["_auth_user_id"], str(user.pk))

    def test_nobody_is_taken_for_another_by_a_cookie(self):
        self.client.cookies[demo_visit.COOKIE] = f"{self.model.pk}:forged"
        self.assertNotEqual(self.enter(self.client), self.model)

    def test_what_was_left_goes_and_what_is_used_stays(self):
        left, used = self.enter(Client()), self.enter(Client())
        long_ago = timezone.now() - demo_visit.STAYS - timedelta(hours=1)
        User.objects.filter(pk=left.pk).update(last_login=long_ago)
        Studio.objects.filter(pk=studio_of(left).pk).update(created=long_ago)
        Change.objects.filter(actor=left).update(timestamp=long_ago)
        self.assertEqual(demo_visit.sweep(), 1)
        self.assertEqual([User.objects.filter(pk=one.pk).exists() for one in (left, used)], [False, True])
        self.assertEqual(Maker.objects.filter(owner=None).count(), 3)
        with patch.object(demo_visit, "MOST", 1):
            refused = Client().post(reverse("enter-demo"))
        self.assertContains(refused, words.people.DEMO_FULL, status_code=429)
        self.assertTrue(User.objects.filter(pk=used.pk).exists())

    def test_who_did_not_come_back_for_a_day_makes_room(self):
        used = self.enter(Client())
        yesterday = timezone.now() - demo_visit.USED - timedelta(hours=1)
        User.objects.filter(pk=used.pk).update(last_login=yesterday)
        Studio.objects.filter(pk=studio_of(used).pk).update(created=yesterday)
        Change.objects.filter(actor=used).update(timestamp=yesterday)
        with patch.object(demo_visit, "MOST", 1):
            self.enter(Client())
        self.assertFalse(User.objects.filter(pk=used.pk).exists())
        self.assertTrue(User.objects.filter(pk=self.model.pk).exists())

    def test_one_address_is_given_so_many_and_no_more(self):
        with patch.object(demo_visit, "PER_ADDRESS", 2):
            first = Client()
            self.enter(first)
            self.enter(Client())
            self.assertContains(Client().post(reverse("enter-demo")), words.people.DEMO_ADDRESS_FULL, status_code=429)
            self.assertEqual(Client().post(reverse("enter-empty")).status_code, 429)
            self.assertEqual(Client(REMOTE_ADDR="192.0.2.9").post(reverse("enter-demo")).status_code, 302)
            first.post(reverse("sign-out"))
            self.enter(first)  # to the one it had

    def test_studios_stand_ready_and_are_given_without_being_made(self):
        with patch.object(demo_visit, "READY", 2):
            self.assertEqual([demo_visit.fill(), demo_visit.fill()], [2, 0])
            with patch.object(demo_job, "enter", side_effect=AssertionError("made while somebody waits")):
                one, other = self.enter(Client()), self.enter(Client())
            self.assertNotEqual(one.pk, other.pk)
            self.assertEqual(Review.objects.filter(owner=one).count(), 9)
            self.assertEqual(demo_visit.fill(), 2)
            spare = User.objects.filter(username__startswith=demo_visit.SPARE)
            spare.update(date_joined=timezone.now() - demo_visit.FRESH - timedelta(hours=1))
            before = set(spare.values_list("pk", flat=True))
            self.assertEqual(demo_visit.fill(), 2)
            self.assertFalse(before & set(spare.values_list("pk", flat=True)))


class Erased(TestCase):
    @classmethod
    def setUpTestData(cls):
        with Path(os.devnull).open("w") as nowhere:
            call_command("load_demo", stdout=nowhere)
        cls.owner = User.objects.get(username=demo_visit.MODEL)
        cls.wren = Member.objects.get(user__username="wren")

    def setUp(self):
        self.client.force_login(self.owner)

    def test_an_account_with_a_deck_of_its_own_goes_with_all_it_made(self):
        user = User.objects.create_user("alone", password="sixty gulls")
        self.client.force_login(user)
        self.client.post(reverse("try-out"))
        deck_services.load_deck([replace(one, maker="Own") for one in demo.deck()[:3]], user)
        review = step_services.start(user, Colour.objects.filter(maker__owner=user).first())
        shared = Colour.objects.filter(maker__owner=None).count()
        user.delete()
        self.assertFalse(Maker.objects.filter(name="Own").exists() or Job.objects.filter(owner=user.pk).exists())
        self.assertFalse(Review.objects.filter(pk=review.pk).exists())
        self.assertEqual(Colour.objects.filter(maker__owner=None).count(), shared)

    def test_a_name_is_erased_once_its_account_is_closed_and_what_was_made_stays(self):
        address = reverse("person-erase", args=[self.wren.pk])
        self.assertContains(self.client.post(address), "close the account first", status_code=422)
        self.client.post(reverse("person-close", args=[self.wren.pk]))
        walls = Wall.objects.count()
        self.client.post(address)
        user = User.objects.get(pk=self.wren.user_id)
        self.assertEqual((user.first_name, user.last_name, user.email), ("Somebody who left", "", ""))
        self.assertNotIn("wren", user.username)
        self.assertLess(Wall.objects.count(), walls)
        page = self.client.get(reverse("people"))
        self.assertNotContains(page, "Tolquhon")
        self.assertNotContains(page, reverse("person-reopen", args=[self.wren.pk]))
        again = self.client.post(reverse("person-reopen", args=[self.wren.pk]))
        self.assertContains(again, "erased for good", status_code=422)
        self.assertTrue(Event.objects.filter(what="erase", user=self.owner).exists())

    def test_a_whole_studio_is_erased_by_command_when_it_is_meant(self):
        other = User.objects.create_user("other")
        self.client.force_login(other)
        self.client.post(reverse("try-out"))
        kept = Review.objects.filter(owner=other).count()
        with self.assertRaisesMessage(Exception, "--sure"):
            call_command("erase_studio", demo_visit.MODEL)
        with self.assertRaisesMessage(Exception, "Nobody has the user name"):
            call_command("erase_studio", "nobody")
        with Path(os.devnull).open("w") as nowhere, patch("studio.backups.back_up", return_value="copy"):
            call_command("erase_studio", demo_visit.MODEL, "--sure", stdout=nowhere)
        self.assertEqual(list(User.objects.values_list("username", flat=True)), ["other"])
        self.assertEqual(Review.objects.count(), kept)
