"""Light: the subject in its room by the hour, counsel, what would do better, and what there is without a room."""

import json
import re

from django.utils.html import escape

from decks.tests import world
from jobs import queries, services
from jobs.models import Job, Room
from prism import demo, method, words
from reviews.context import ReviewContext
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import Shortlisted
from reviews.services import move
from steps.light.reads import Light
from steps.services import start
from studio import demo_station as station
from tinting import services as tinting_services


class InARoom(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        move(self.review, self.rooms["Library"])

    def data(self, page):
        return json.loads(re.search(r'data-day="([^"]+)"', page.content.decode())[1].replace("&quot;", '"'))

    def test_the_page_holds_all_that_scrubbing_needs(self):
        page = self.get("light", when="equinox", hour="12")
        data = self.data(page)
        self.assertEqual((len(data["hours"]), len(data["said"]), len(data["wall"])), (48, 48, 48 * 6))
        self.assertTrue(all(len(series) == 48 * 6 for series in data["beside"]))
        self.assertEqual(len(data["beside"]), len(re.findall(r'data-lit="\d', page.content.decode())))
        self.assertContains(page, escape(data["said"][24]))
        self.assertIn("At 12:00 the east wall", data["said"][24])
        self.assertNotEqual(data["wall"][24 * 6 : 25 * 6], data["wall"][34 * 6 : 35 * 6])

    def test_side_by_side_in_paints_at_hours_and_under_lamps(self):
        self.post("shortlist", step="alternatives", colour=self.held("greyer").colour.pk, act="add")
        for kind, least in (("candidates", 2), ("hours", 4), ("lamps", 3)):
            page = self.get("light", when="equinox", frames=kind)
            shown = page.context["page"].shown
            self.assertEqual(len(shown.framed), least, kind)
            self.assertNotContains(page, "data-room=")
            made = []
            for frame in shown.framed:
                self.assertContains(page, escape(frame.address))
                made.append(self.client.get(frame.address).content)
            self.assertEqual(len({*made}), least, kind)
            self.assertTrue(all(content.startswith(b"\x89PNG") for content in made))
        titles = [frame.title for frame in shown.framed]
        self.assertEqual(titles, ["Lamps of 2,700\xa0K", "Lamps of 3,000\xa0K", "Lamps of 4,000\xa0K"])
        for nonsense in ("", "cows"):
            self.assertContains(self.get("light", frames=nonsense), "data-room=")

    def test_frames_hide_names_where_they_are_hidden(self):
        own = self.held("greyer").colour
        self.post("shortlist", step="alternatives", colour=own.pk, act="add")
        self.post("wall", surround="pale")
        page = self.get("light", frames="candidates").content.decode()
        self.assertNotIn(own.name, page)
        self.assertNotIn(self.review.colour.name, page)

    def test_why_is_answered_where_it_is_asked(self):
        self.assertNotContains(self.get("light", hour="12"), "most of this")
        page = self.get("light", hour="12", why="on")
        self.assertContains(page, "most of this.")
        self.assertContains(page, "ΔE00")
        self.assertNotContains(self.get("light", hour="12", when="midwinter", sky="overcast"), 'data-of="24"')

    def test_counsel_names_light_and_practice_and_what_does_better(self):
        page = self.get("light", when="midwinter")
        self.assertContains(page, "turns warm under the lamps")
        self.assertContains(page, "Predicted for this room, and the rule of thumb agrees.")
        self.assertContains(page, "choose LRV")
        at = Light(ReviewContext(self.review), {"when": "midwinter"})
        self.assertTrue(at.better)
        for one in at.better:
            self.assertLess(one.near, at.own_away)
            self.assertContains(page, escape(one.held.name))

    def test_a_strength_that_does_better_is_kept_and_listed_once(self):
        tinting_services.keep_system(None, demo.tint_system())
        at = Light(ReviewContext(self.review), {})
        self.assertTrue(at.strengths)
        percent = at.strengths[0][0]
        for _ in range(2):
            page = self.client.post(self.url("strength"), {"percent": percent}, headers=HTMX)
            self.assertEqual(page.status_code, 200)
        listed = Shortlisted.objects.get()
        self.assertEqual((listed.colour.parent, listed.colour.percent), (self.review.colour, percent))
        self.client.post(self.url("strength"), {"percent": "12345"})
        self.assertEqual(Shortlisted.objects.count(), 1)

    STEPS = Wall.STEPS | {"strength": "light"}

    def test_what_stays_is_held_against_it(self):
        page = self.get("light")
        self.assertContains(page, "glazed-brick chimney")
        self.assertTrue(any("glazed-brick chimney" in said for said in page.context["page"].pairings))

    def test_the_path_says_what_the_room_does_and_follows_it(self):
        first = self.get("light").context["shell"].path[3].finding
        self.assertIn("wall,", first)
        move(self.review, self.rooms["North writers’ room"])
        self.assertNotEqual(self.get("light").context["shell"].path[3].finding, first)
        services.keep_room(self.isla, self.rooms["North writers’ room"], {}, {"windows": []})
        self.assertEqual(self.get("light").context["shell"].path[3].finding, words.light.NEVER_LIT)

    def test_names_stay_hidden(self):
        self.post("blind")
        page = self.get("light").content.decode()
        reading = page[page.index('id="reading"') : page.index("<dialog")]
        self.assertNotIn(self.review.colour.name, reading)

    def test_moving_to_another_studios_room_is_refused(self):
        theirs = services.keep_job(self.rory, Job(), {"title": "Theirs"})
        room = Room.objects.create(job=theirs, name="Loft")
        answer = self.client.post(f"/reviews/{self.review.pk}/move/", {"room": room.pk})
        self.assertEqual(answer.status_code, 404)

    def test_a_deleted_room_leaves_the_review_without_light(self):
        services.soft_delete(self.isla, self.rooms["Library"])
        self.assertContains(self.get("light"), words.light.NO_ROOM_LIGHT)


class WithoutARoom(Wall):
    def test_practice_speaks_for_the_hemisphere_and_by_the_method(self):
        page = self.get("light")
        self.assertContains(page, "Facing north: cool and steady")
        self.assertRegex(page.content.decode(), r"not predicted\s+for a room")
        self.assertContains(self.get("light", half="south"), "Facing south: cool and steady")

    def test_a_room_without_size_says_so(self):
        job = services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": -40.0, "longitude": 170.0})
        move(self.review, Room.objects.create(job=job, name="Loft"))
        page = self.get("light")
        self.assertContains(page, words.light.ROOM_UNKNOWN)
        self.assertContains(page, "Facing south: cool")


class TheStation(world.Studio):
    """The demo's story, by the model alone: nothing but rooms and one colour goes in."""

    def day(self, room, **query):
        review = start(self.isla, world.colour("H16.3"))
        move(review, room)
        return Light(ReviewContext(review), {"when": "equinox", **query}).day

    def test_one_colour_reads_as_three(self):
        rooms = station.enter(self.isla)
        stair = self.day(rooms["Stair tower"], hour="12").reading
        sea = self.day(rooms["Library"], hour="12").reading
        evening = self.day(rooms["Lamp room"], hour="21").reading
        self.assertEqual(sea.undertone.main, "blue")
        self.assertGreater(evening.temperature.value, 2)
        self.assertLess(sea.temperature.value, stair.temperature.value - 1)
        self.assertGreater(stair.lab[0], sea.lab[0] + 0.5)
        said = {words.readings.undertone_short(one) for one in (stair, sea, evening)}
        self.assertEqual(len(said), 3)

    def test_one_floor_warms_the_galley(self):
        rooms = station.enter(self.isla)
        self.assertGreater(self.day(rooms["Galley"]).floor_effect, 0.5)
        self.assertLess(abs(self.day(rooms["Library"]).floor_effect), 0.4)

    def test_rooms_are_claimed_by_the_same_ladder_with_the_rooms_own_doubt(self):
        rooms = station.enter(self.isla)
        day = self.day(rooms["Library"], hour="12")
        self.assertGreater(day.reading.uncertainty, method.load().light.room)
        metered = services.keep_room(self.isla, rooms["Library"], {"correction": 0.8}, {})
        self.assertLess(self.day(metered, hour="12").reading.uncertainty, day.reading.uncertainty)
        self.assertEqual(queries.lit_room(queries.whole().get(pk=metered.pk)).correction, 0.8)
