"""Rows that hold what cannot be, as an earlier version let in: every page still answers, and names what is wrong."""

import os
from pathlib import Path

from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import TestCase

from e2e.screens import STEPS
from jobs.models import Finish, Job, LampSort, Room, Window
from studio import demo_visit

PAGES = (
    "/", "/viewings/", "/jobs/1/", "/jobs/1/edit/", "/jobs/1/home/", "/jobs/1/samples/", "/jobs/1/palette/",
    "/jobs/1/orders/", "/rooms/1/", "/rooms/1/edit/", "/rooms/1/finishes/", "/reviews/8/light/", "/reviews/8/samples/",
    "/reviews/8/document/", "/find/?q=library",
)  # fmt: skip
WRONG = {
    "a zone that is none": (Job, {"zone": "Nowhere/Bad"}, "zone"),
    "paint that covers less than nothing": (Job, {"spreading": -5.0}, ""),
    "a window without a width": (Window, {"width": 0.0}, "windows 1, width"),
    "a window in a wall that is none": (Window, {"wall": "up"}, "windows 1, wall"),
    "a lamp of no kind": (LampSort, {"kind": "candle"}, "lamps 1, kind"),
    "hours beyond the day": (Room, {"used_from": 99.0}, ""),
    "a room of no height": (Room, {"height": 0.0}, "height"),
    "a latitude beyond the pole": (Job, {"latitude": 400.0}, "latitude"),
    "a sheen that is none": (Finish, {"sheen": "mirror"}, ""),
}


class BadRows(TestCase):
    @classmethod
    def setUpTestData(cls):
        with Path(os.devnull).open("w") as nowhere:
            call_command("load_demo", stdout=nowhere)

    def setUp(self):
        self.client.force_login(User.objects.get(username=demo_visit.MODEL))

    def test_a_room_names_what_is_wrong_with_it(self):
        for name, (model, values, field) in WRONG.items():
            if not field:
                continue
            kept = {pk: {key: getattr(row, key) for key in values} for pk, row in model.objects.in_bulk().items()}
            with self.subTest(name):
                model.objects.update(**values)
                self.assertContains(self.client.get("/rooms/1/"), f"holds what cannot be. {field.capitalize()}")
            for pk, row in kept.items():
                model.objects.filter(pk=pk).update(**row)

    def test_every_page_answers_with_all_of_it_at_once(self):
        for model, values, _ in WRONG.values():
            model.objects.update(**values)
        for page in PAGES:
            self.assertIn(self.client.get(page).status_code, (200, 422), page)

    def test_a_review_is_walked_in_a_room_that_cannot_be(self):
        Window.objects.update(height=-1.0)
        for step in STEPS:
            self.assertEqual(self.client.get(f"/reviews/8/{step}/").status_code, 200, step)
