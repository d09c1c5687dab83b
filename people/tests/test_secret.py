"""Links are found by their digests alone, and shown again only where the key that made them is there."""

import hmac
from base64 import urlsafe_b64encode
from datetime import timedelta
from hashlib import sha256

from django.contrib.auth.models import User
from django.db import connection
from django.test import TestCase, override_settings
from django.utils import timezone

from people.models import Feed, Invitation
from people.queries import membership, studio_of
from web.capability_links import digest_of


class Secret(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.isla = User.objects.create_user("isla")
        cls.made = Invitation.objects.create(studio=studio_of(cls.isla), name="Wren", made_by=cls.isla)

    def test_no_table_holds_what_a_link_ends_with(self):
        token = self.made.token
        self.assertGreaterEqual(len(token), 32)
        with connection.cursor() as cursor:
            cursor.execute("SELECT * FROM people_invitation")
            self.assertNotIn(token, str(cursor.fetchall()))
        self.assertEqual(Invitation.objects.get().token, token)
        self.assertEqual(Invitation.opened_by(token).get(), self.made)

    @override_settings(SECRET_KEY="a key of fifty characters, as a studio would have it")
    def test_a_link_that_was_given_out_before_is_made_again_the_same(self):
        key = sha256(b"web.secret" + b"a key of fifty characters, as a studio would have it").digest()
        end = urlsafe_b64encode(hmac.digest(key, b"seed", "sha256")[:24]).decode()
        Invitation.objects.filter(pk=self.made.pk).update(seed="seed", digest=sha256(end.encode()).hexdigest())
        self.assertEqual(Invitation.objects.get().token, end)

    def test_neither_seed_nor_digest_opens_anything(self):
        for wrong in (self.made.seed, self.made.digest, "", self.made.token[:-1], self.made.token + " "):
            with self.subTest(wrong=wrong):
                self.assertFalse(Invitation.opened_by(wrong).exists())

    def test_with_another_key_a_link_goes_on_but_is_not_shown(self):
        token = self.made.token
        with override_settings(SECRET_KEY="another key, long enough to be one, of another machine altogether"):
            self.assertEqual(Invitation.objects.get().token, "")
            self.assertEqual(Invitation.opened_by(token).get(), self.made)
            self.client.force_login(self.isla)
            self.assertContains(self.client.get("/people/"), "cannot show it again")
            self.assertEqual(self.client.get(f"/join/{token}/").status_code, 200)

    def test_links_made_many_at_once_have_digests_of_their_own(self):
        studio, until = studio_of(self.isla), timezone.now() + timedelta(days=1)
        Invitation.objects.bulk_create([Invitation(studio=studio, name=str(n), expires=until) for n in range(20)])
        held = Invitation.objects.all()
        self.assertEqual(len({one.digest for one in held}), 21)
        self.assertTrue(all(digest_of(one.token) == one.digest for one in held))

    def test_a_link_from_before_there_were_seeds_goes_on(self):
        Feed.objects.create(member=membership(self.isla), seed="", digest=digest_of("kept-from-earlier"))
        self.assertEqual(self.client.get("/viewings/feed/kept-from-earlier.ics").status_code, 200)
        self.client.force_login(self.isla)
        self.assertContains(self.client.get("/viewings/"), "cannot show it again")
        self.client.post("/viewings/renew/")
        self.assertEqual(self.client.get("/viewings/feed/kept-from-earlier.ics").status_code, 404)
