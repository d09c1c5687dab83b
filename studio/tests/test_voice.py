"""What a person reads on the screens of the demo."""

import os
from pathlib import Path

from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import TestCase

from studio import demo_visit
from tools import voice


class Faults(TestCase):
    """Each fault is found where it is; a tool that finds nothing proves nothing."""

    def found(self, *said):
        return voice.faults([voice.Sentence(one, "/here/") for one in said])

    def test_each_is_named(self):
        long = " ".join(["word"] * 25) + "."
        for said, part in (
            (long, "25 words"),
            ("One: two; three.", "two colons"),
            ("The passive is computed.", "'passive', rather no clear undertone"),
            ("The parts were brought in.", "rather import"),
        ):
            self.assertTrue(any(part in one for one in self.found(said)), said)
        self.assertIn("said 2 times", self.found(*["This sentence comes up on it twice."] * 2)[0])
        self.assertEqual(self.found("At 9:00 the wall looks a pale blue."), [])

    def test_sentences_are_read_from_pages_without_scripts_and_pictures(self):
        page = "<p>A wall <b>looks</b> blue. It is pale.</p><script>No one reads it.</script><svg>Nor this.</svg>"
        self.assertEqual([one.text for one in voice.sentences(page, "/")], ["A wall looks blue.", "It is pale."])


class Demo(TestCase):
    @classmethod
    def setUpTestData(cls):
        with Path(os.devnull).open("w") as nowhere:
            call_command("load_demo", stdout=nowhere)

    def test_every_screen_speaks_plainly(self):
        user = User.objects.get(username=demo_visit.MODEL)
        self.client.force_login(user)
        found = voice.screens(self.client, voice.addresses(user, all_reviews=False))
        self.assertGreater(len(found), 500)
        self.assertEqual(voice.faults(found), [])

    def test_what_is_made_for_others_speaks_plainly_and_tells_clients_no_figures(self):
        user = User.objects.get(username=demo_visit.MODEL)
        self.client.force_login(user)
        found = voice.screens(self.client, voice.given(user, most=3))
        self.assertGreater(len(found), 500)
        self.assertEqual(voice.faults(found), [])
        self.assertEqual(voice.told_clients(found), [])
        self.assertEqual(
            len(voice.told_clients([voice.Sentence("It lies ΔE00 2 away.", "/reviews/1/document.html")])), 1
        )
