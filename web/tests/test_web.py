"""The door, for whole pages and for pieces of them; numbers typed; results kept at hand."""

from django import forms
from django.contrib.auth.models import User
from django.test import SimpleTestCase, TestCase
from django.urls import reverse

from web.bounded_cache import BoundedCache
from web.forms import NumberField
from web.http import gathered, whole_number
from web.templatetags.boards import board

HTMX = {"HX-Request": "true"}


class Door(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.isla = User.objects.create_user("isla", password="harbour lights")

    def test_a_piece_of_a_page_is_refused_and_not_replaced_by_the_door(self):
        for method, url in (("get", reverse("home")), ("post", reverse("review-act", args=[1, "verdict", "keep"]))):
            answer = getattr(self.client, method)(url, headers=HTMX)
            self.assertEqual((answer.status_code, answer.content), (401, b""))

    def test_after_the_door_nobody_comes_to_an_address_that_takes_posts_only(self):
        post = reverse("review-delete", args=[7])
        home, listed = reverse("home"), reverse("colours")
        for referer, after in (
            (None, home),
            (f"http://testserver{listed}?sort=lrv", f"{listed}?sort=lrv"),
            ("http://elsewhere.test/colours/", home),
            ("http://testserver//elsewhere.test/", "/elsewhere.test/"),  # two slashes would begin another site
        ):
            answer = self.client.post(post, headers={"Referer": referer} if referer else {})
            self.assertRedirects(answer, f"{reverse('sign-in')}?next={after.replace('?', '%3F').replace('=', '%3D')}")
        answer = self.client.get(f"{listed}?sort=lrv")
        self.assertRedirects(answer, f"{reverse('sign-in')}?next={listed}%3Fsort%3Dlrv")

    def test_signing_in_beside_a_page_gives_the_token_for_its_next_post(self):
        door = reverse("sign-in")
        small = self.client.get(door, headers=HTMX)
        self.assertContains(small, "still on the screen")
        self.assertNotContains(small, "<!doctype html>")
        wrong = self.client.post(door, {"username": "isla", "password": "no"}, headers=HTMX)
        self.assertContains(wrong, "correct", status_code=422)
        right = self.client.post(door, {"username": "isla", "password": "harbour lights"}, headers=HTMX)
        self.assertEqual(right.status_code, 204)
        self.assertIn("signedIn", right["HX-Trigger"])
        self.assertIn("token", right["HX-Trigger"])
        self.assertEqual(self.client.get(reverse("home")).status_code, 200)


class Numbers(SimpleTestCase):
    def test_a_number_is_read_alike_wherever_it_is_typed(self):
        field = NumberField(low=-10, high=100, called="LRV")
        for text, value in (("57,5", 57.5), (" 57.5 ", 57.5), ("\N{MINUS SIGN}2", -2.0), ("+3", 3.0), ("1e1", 10.0)):
            self.assertEqual(field.clean(text), value)
        for text, part in (
            ("dark", "LRV is 'dark': that is not a number"),
            ("1_0", "not a number"),
            ("nan", "not a number"),
            ("1,23.5", "not a number"),
            ("9" * 70, "at most 60"),
            ("101", "LRV is 101: it must lie between"),
            ("", "required"),
        ):
            with self.assertRaisesRegex(forms.ValidationError, part):
                field.clean(text)
        self.assertIsNone(NumberField(low=0, high=1, required=False).clean(" "))

    def test_a_number_of_a_record(self):
        for text, number in (("12", 12), ("", 0), (None, 0), ("-1", 0), ("x", 0), ("9" * 40, 0), ("\u0663", 0)):
            self.assertEqual(whole_number(text), number)


class Pieces(SimpleTestCase):
    def test_pieces_are_gathered_and_none_is_lost(self):
        pieces = list(gathered(["é" * 30, b"x" * 50, "end"], least=64))
        self.assertEqual(b"".join(pieces), ("é" * 30).encode() + b"x" * 50 + b"end")
        self.assertEqual(len(pieces), 2)

    def test_what_was_asked_for_longest_ago_gives_way(self):
        kept = BoundedCache(2)
        made = []
        for key in (1, 2, 1, 3, 1, 2):
            kept.get(key, lambda key=key: made.append(key))
        self.assertEqual(made, [1, 2, 3, 2])

    def test_a_board_shows_paint_and_nothing_else(self):
        self.assertIn('fill="#C4CBC9"', board("#C4CBC9"))
        self.assertNotIn("<script", board('"><script>'))
        self.assertIn('fill="none"', board(""))
