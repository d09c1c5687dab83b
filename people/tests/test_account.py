"""One's account: pass phrase, second step, sessions; what happened at the doors."""

import re
from datetime import timedelta
from unittest import mock

from django.contrib.auth.models import User
from django.test import Client, TestCase
from django.urls import reverse
from django.utils import timezone
from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice

from people import services, throttle
from people.models import Event, Feed, Member
from people.queries import studio_of
from prism import words

PASS = "a long enough pass phrase"
AGENT = "Mozilla/5.0 (X11) Gecko/20100101 Firefox/140.0"


class Account(TestCase):
    def setUp(self):
        self.isla = User.objects.create_user("isla", password=PASS)
        self.one, self.two = (Client(headers={"User-Agent": AGENT}) for _ in range(2))
        for client in (self.one, self.two):
            self.sign_in(client)

    def sign_in(self, client, password=PASS):
        return client.post(reverse("sign-in"), {"username": "isla", "password": password})

    def is_in(self, client):
        return client.get(reverse("home")).status_code == 200

    def figures(self, device, later=0):
        made = TOTP(device.bin_key, device.step, device.t0, device.digits)
        made.time = timezone.now().timestamp() + later
        return f"{made.token():06d}"

    def set_up(self):
        self.one.post(reverse("account-second"))
        page = self.one.post(reverse("account-second"), {"figures": self.figures(TOTPDevice.objects.get())})
        return [code.decode() for code in re.findall(rb"<code>([0-9a-f]{8})</code>", page.content)]

    def test_another_pass_phrase_ends_every_other_session(self):
        sent = {"old_password": PASS, "new_password1": "another long phrase", "new_password2": "another long phrase"}
        self.assertEqual(self.one.post(reverse("account-password"), sent | {"old_password": "x"}).status_code, 422)
        self.assertTrue(self.is_in(self.two))
        page = self.one.post(reverse("account-password"), sent, follow=True)
        self.assertContains(page, words.people.PASSWORD_CHANGED)
        self.assertTrue(self.is_in(self.one))
        self.assertFalse(self.is_in(self.two))
        self.assertEqual(self.sign_in(Client()).status_code, 200)
        self.assertEqual(self.sign_in(Client(), "another long phrase").status_code, 302)

    def test_sessions_are_listed_and_ended_one_by_one_and_never_by_their_keys(self):
        page = self.one.get(reverse("account"))
        self.assertContains(page, "Firefox")
        self.assertContains(page, "127.0.0.1")
        self.assertNotContains(page, self.two.session.session_key)
        mark = page.content.decode().partition('name="mark" value="')[2][:16]
        self.one.post(reverse("account-sessions"), {"mark": mark})
        self.assertEqual((self.is_in(self.one), self.is_in(self.two)), (True, False))
        rory = User.objects.create_user("rory")
        other = Client()
        other.force_login(rory)
        other.post(reverse("account-sessions"))
        self.assertTrue(self.is_in(self.one))

    def test_a_second_step_is_set_up_asked_for_and_taken_off(self):
        page = self.one.post(reverse("account-second"))
        self.assertContains(page, "<svg")
        self.assertContains(self.one.post(reverse("account-second"), {"figures": "000000"}), words.people.FIGURES_WRONG,
                            status_code=422)  # fmt: skip
        self.assertFalse(TOTPDevice.objects.filter(confirmed=True).exists())
        codes = self.set_up()
        self.assertEqual(len(codes), 8)
        self.assertFalse(self.is_in(self.two))
        client = Client()
        asked = self.sign_in(client)
        self.assertContains(asked, "The second step")
        self.assertFalse(self.is_in(client))
        wrong = client.post(reverse("sign-in"), {"figures": "123456"})
        self.assertContains(wrong, words.people.FIGURES_WRONG, status_code=422)
        self.assertEqual(client.post(reverse("sign-in"), {"figures": codes[0]}).status_code, 302)
        self.assertTrue(self.is_in(client))
        again = Client()
        self.sign_in(again)
        self.assertEqual(again.post(reverse("sign-in"), {"figures": codes[0]}).status_code, 422)
        self.one.post(reverse("account-second"), {"off": "1", "figures": "nothing"})
        self.assertTrue(TOTPDevice.objects.filter(confirmed=True).exists())
        self.one.post(reverse("account-second"), {"off": "1", "figures": codes[1]})
        self.assertFalse(TOTPDevice.objects.exists())

    def test_figures_without_a_pass_phrase_lead_nowhere(self):
        self.assertRedirects(Client().post(reverse("sign-in"), {"figures": "123456"}), reverse("sign-in"))
        client = Client()
        self.set_up()
        self.sign_in(client)
        later = timezone.now() + timedelta(minutes=6)
        with mock.patch("django.utils.timezone.now", return_value=later):
            answer = client.post(reverse("sign-in"), {"figures": self.figures(TOTPDevice.objects.get())})
        self.assertRedirects(answer, reverse("sign-in"))

    def test_what_happens_at_the_doors_is_kept_for_owners(self):
        self.one.post(reverse("person-invite"), {"name": "Una Slate", "role": "junior"})
        self.two.post(reverse("sign-out"))
        self.assertEqual(list(Event.objects.values_list("what", flat=True)), ["out", "invite", "in", "in"])
        self.assertContains(self.one.get(reverse("studio")), "invited Una Slate")
        self.assertContains(self.one.get(reverse("account")), "signed in")

    def test_guesses_on_the_account_are_counted_as_at_the_door(self):
        sent = {"old_password": "guess", "new_password1": "another long phrase", "new_password2": "another long phrase"}
        for _ in range(throttle.BY_BOTH):
            self.assertContains(self.one.post(reverse("account-password"), sent), "", status_code=422)
        said = words.people.tried_too_often(throttle.MINUTES)
        refused = self.one.post(reverse("account-password"), sent | {"old_password": PASS})
        self.assertContains(refused, said, status_code=422)
        elsewhere = self.one.post(reverse("account-password"), sent | {"old_password": PASS}, REMOTE_ADDR="9.9.9.9")
        self.assertEqual(elsewhere.status_code, 302)

    def test_whoever_guesses_figures_elsewhere_locks_nobodys_right_figures_out(self):
        self.set_up()
        for number in range(throttle.BY_NAME):
            guesser = Client(REMOTE_ADDR=f"8.8.{number}.8")
            self.sign_in(guesser)
            guesser.post(reverse("sign-in"), {"figures": "123456"})
        late = Client(REMOTE_ADDR="8.9.9.9")
        self.assertEqual(self.sign_in(late).status_code, 429)
        own = Client()
        self.sign_in(own)
        device = TOTPDevice.objects.get()
        answer = own.post(reverse("sign-in"), {"figures": self.figures(device, later=device.step)})
        self.assertEqual(answer.status_code, 302)

    def test_a_second_step_that_was_begun_ends(self):
        self.one.post(reverse("account-second"))
        first = TOTPDevice.objects.get()
        self.one.post(reverse("account-second"))
        self.assertEqual(TOTPDevice.objects.get(), first)
        TOTPDevice.objects.update(created_at=timezone.now() - timedelta(minutes=30))
        self.one.post(reverse("account-second"))
        self.assertNotEqual(TOTPDevice.objects.get().key, first.key)
        sent = {"old_password": PASS, "new_password1": "another long phrase", "new_password2": "another long phrase"}
        self.one.post(reverse("account-password"), sent)
        self.assertFalse(TOTPDevice.objects.exists())

    def test_closing_an_account_ends_its_sessions_and_its_calendar(self):
        other = User.objects.create_user("una", password=PASS)
        member = Member.objects.create(user=other, studio=studio_of(self.isla), role="specialist")
        theirs = Client()
        theirs.force_login(other)
        Feed.objects.create(member=member)
        services.close(member)
        self.assertFalse(Feed.objects.exists())
        services.reopen(member)
        self.assertFalse(self.is_in(theirs))
