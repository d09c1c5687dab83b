"""A room drawn: what the script is given, the file, and rooms that cannot be drawn."""

import base64
import html
import io
import json
import re
import zlib
from datetime import date

import numpy as np
from django.urls import reverse
from PIL import Image

from decks.tests import world
from jobs.drawn import Drawn, packed, trim_of
from jobs.models import Finish, Room
from jobs.page import RoomPage
from prism import words
from prism.light.picture import LEVEL, ROWS
from prism.screen import lab_to_screen
from studio import demo_station as station

POINTS = 4 * ROWS[0] * ROWS[1] + 2 * LEVEL[0] * LEVEL[1]


def unpacked(text, moments):
    """Return screen values (t, n, 3) as the script reads them: each moment as the change from the one before."""
    change = np.frombuffer(zlib.decompress(base64.b64decode(text)), dtype=np.uint8).reshape(-1, moments, 3)
    return np.cumsum(change.astype(int), axis=1).swapaxes(0, 1) % 256


class Rooms(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.isla)
        self.library = station.enter(self.isla)["Library"]

    def get(self, name="room-picture", room=None, **query):
        return self.client.get(reverse(name, args=[(room or self.library).pk]), query)


class Packed(world.TestCase):
    def test_it_is_read_as_it_was_written(self):
        lab = np.random.default_rng(3).uniform([5, -30, -30], [95, 30, 30], (48, 7, 3))
        shown = np.round(lab_to_screen(lab)[0] * 255)
        np.testing.assert_array_equal(unpacked(packed(lab), 48), shown)


class Given(Rooms):
    def test_a_day_under_both_skies_is_in_it_and_small(self):
        page = self.get(when="midsummer")
        data = json.loads(page.content)
        self.assertLess(len(page.content), 120_000)
        self.assertEqual(data["skies"], ["clear", "overcast"])
        self.assertEqual(len(data["hours"]), 48)
        for one in data["pictures"]:
            self.assertEqual(unpacked(one["own"], 48).shape, (48, POINTS, 3))
            if one["sunny"]:
                self.assertEqual(unpacked(one["sunlit"], len(one["sunny"])).shape, (len(one["sunny"]), POINTS, 3))
        self.assertTrue(data["pictures"][0]["sunny"])
        self.assertFalse(data["pictures"][1]["sunny"])
        self.assertEqual(len(data["windows"]), self.library.windows.count())
        self.assertEqual(len(data["things"]), self.library.elements.count())
        self.assertIsNone(data["others"])

    def test_another_candidate_changes_walls_and_nothing_that_has_a_colour_of_its_own(self):
        data = json.loads(self.get(beside=world.colour("T05.4").pk).content)
        self.assertNotEqual(data["others"][0]["own"], data["pictures"][0]["own"])
        self.assertEqual(data["others"][0]["sun"], data["pictures"][0]["sun"])
        self.assertEqual(self.get(beside="99999999").status_code, 404)

    def test_the_trim_is_the_one_that_is_decided(self):
        self.library.finishes.filter(part=Finish.Part.TRIM).update(colour=None)
        self.assertGreater(trim_of(Room.objects.get(pk=self.library.pk)).lrv, 80)  # a clean white until then
        decided = world.colour("T13.6")
        self.library.finishes.update_or_create(part=Finish.Part.TRIM, defaults={"colour": decided})
        self.assertEqual(trim_of(Room.objects.get(pk=self.library.pk)).lrv, decided.stimulus.lrv)

    def test_its_walls_are_those_that_are_told(self):
        """The mean of a wall's points, without what the sun adds, is what the page says of the wall."""
        day = RoomPage(self.isla, self.library, {"hour": "12", "sky": "overcast"}).day
        made = Drawn(day, trim_of(self.library)).pictures[1]
        for side, name in enumerate(("west", "east", "south", "north")):
            told = day.lab[day.asked.moment][["north", "east", "south", "west"].index(name)]
            points = made.lab[day.asked.moment, made.side == side]
            self.assertLess(np.linalg.norm(points.mean(axis=0)[1:] - told[1:]), 2.0, name)


class AsAFile(Rooms):
    def test_a_picture_of_the_hour(self):
        page = self.get("room-picture-file", hour="12", size="small", stand="corner")
        self.assertEqual(page["Content-Type"], "image/png")
        self.assertIn("12-00", page["Content-Disposition"].replace("1200", "12-00"))
        self.assertEqual(Image.open(io.BytesIO(page.content)).size, (480, 300))
        other = self.get("room-picture-file", hour="22", size="small", stand="corner")
        self.assertNotEqual(page.content, other.content)

    def test_a_picture_that_is_saved_says_what_it_is(self):
        page = self.get("room-picture-file", hour="12", size="small", caption="on")
        image = Image.open(io.BytesIO(page.content))
        self.assertEqual(image.size, (480, 348))
        self.assertTrue(image.info["icc_profile"])
        below = np.asarray(image)[300:]
        self.assertGreater((below == 255).all(axis=2).mean(), 0.6)  # white, with letters in ink on it
        self.assertLess(below.min(), 60)
        title, note = words.light.picture_caption("Library", ["Pintle Blotter"], date(2026, 3, 20), 9.5, "clear")
        self.assertEqual(title, "Library in Pintle Blotter")
        self.assertIn("9:30, clear sky", note)
        self.assertEqual(words.light.picture_caption("Library", [], date(2026, 3, 20), 9.5, "clear")[0], "Library")

    def test_what_is_not_offered_is_not_found(self):
        for odd in ({"stand": "roof"}, {"size": "huge"}, {"turned": "x"}):
            self.assertEqual(self.get("room-picture-file", **odd).status_code, 404, odd)

    def test_a_room_without_a_place_or_another_s_is_not_drawn(self):
        dark = Room.objects.create(job=self.library.job, name="Cupboard")
        for name in ("room-picture", "room-picture-file"):
            self.assertEqual(self.get(name, dark).status_code, 404)
        self.client.force_login(self.rory)
        for name in ("room-picture", "room-picture-file"):
            self.assertEqual(self.get(name).status_code, 404)


class Shown(Rooms):
    def test_the_picture_stands_first_and_is_there_without_scripts_and_in_words(self):
        page = self.client.get(self.library.get_absolute_url(), {"hour": "12"})
        text = page.content.decode()
        self.assertLess(text.index("room-picture"), text.index("lit-pair"))
        self.assertRegex(text, r"<noscript>\s*<img")
        self.assertContains(page, "At 12:00 the east wall")
        self.assertNotContains(page, "data-halves")

    def test_the_whole_home_shows_each_room_that_has_light_and_a_colour(self):
        self.client.post(reverse("review-start"), {"named": "H16.3", "room": self.library.pk})
        page = self.client.get(reverse("job-home", args=[self.library.job_id])).content.decode()
        shown = re.search(r'<img\s[^>]*src="([^"]*room[^"]+)"[^>]*alt="Library in Pintle Blotter at 12:00"', page)
        self.assertTrue(shown)
        small = self.client.get(html.unescape(shown[1]))
        self.assertEqual(Image.open(io.BytesIO(small.content)).size, (480, 300))
