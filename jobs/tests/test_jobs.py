"""Jobs and rooms: entering, changing, finding, copying, putting aside; and what is refused beside its field."""

import json
from datetime import date

from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour, Maker
from decks.shared_decks import open_to_changes
from decks.tests import world
from jobs import queries, services
from jobs.home_white import HomeWhite
from jobs.models import Job, Room
from jobs.towns import TOWNS
from prism.formats import room_json
from prism.light.day import days
from prism.stimulus import from_lab

PLACE = {"town": "Skerry Point", "latitude": 57.2, "longitude": -2.1, "zone": "Europe/London"}
SHEET = {
    "name": "Library", "width": "5", "depth": "4", "height": "2,6", "rotation_deg": "", "storey": "1", "used_from": "8",
    "used_until": "22", "notes": "",
    "windows-rows": "1", "windows-0-wall": "west", "windows-0-width": "1.8", "windows-0-height": "1.3",
    "windows-0-sill": "0.8", "windows-0-along": "", "windows-0-outside": "sea", "windows-0-hides": "",
    "windows-0-glazing": "double",
    "lamps-rows": "1", "lamps-0-count": "4", "lamps-0-lumens": "800", "lamps-0-kelvin": "2700", "lamps-0-kind": "led",
    "lamps-0-rendering": "80", "lamps-0-dimmed": "100", "lamps-0-hung": "ceiling",
    "elements-rows": "2", "elements-0-kind": "floor", "elements-0-name": "tiles", "elements-0-what": "clay tile, red",
    "elements-0-area": "12", "elements-0-on": "floor", "elements-1-kind": "stone", "elements-1-name": "",
    "elements-1-what": "", "elements-1-area": "2", "elements-1-on": "floor",
    "surfaces-rows": "2", "surfaces-0-side": "floor", "surfaces-0-what": "H16.3", "surfaces-1-side": "west",
    "surfaces-1-what": "", "surfaces-1-to_paint": "on",
}  # fmt: skip


class Jobs(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.isla)
        self.job = services.keep_job(self.isla, Job(), {"title": "Pilot house", "client": "The Society", **PLACE})

    def sheet(self, pk=None, **changes):
        address = reverse("room-edit", args=[pk]) if pk else reverse("job-room-new", args=[self.job.pk])
        return self.client.post(address, SHEET | changes)

    def room(self, **changes):
        self.assertEqual(self.sheet(**changes).status_code, 302)
        return queries.whole().latest("pk")


class Entering(Jobs):
    def test_a_job_at_a_town_and_at_coordinates(self):
        new = reverse("job-new")
        base = {"title": "Quay", "client": "", "address": "", "state": "looking", "notes": ""}
        self.client.post(new, base | {"pick": "Old Slip", "town": "", "latitude": "", "longitude": "", "zone": ""})
        job = Job.objects.get(title="Quay")
        self.assertEqual((job.place, job.town, job.owner), (TOWNS["Old Slip"], "Old Slip", self.isla))
        far = {"pick": "", "town": "Far", "latitude": "-45,9", "longitude": "170.5", "zone": "Pacific/Auckland"}
        self.client.post(reverse("job-edit", args=[job.pk]), base | far)
        job.refresh_from_db()
        self.assertEqual((job.latitude, job.town), (-45.9, "Far"))
        self.assertTrue(job.place.southern)

    def test_any_town_is_known_by_its_name_and_what_is_none_names_those_like_it(self):
        base = {"title": "Terrace", "client": "", "address": "", "state": "looking", "notes": ""}
        blank = {"town": "", "latitude": "", "longitude": "", "zone": ""}
        self.client.post(reverse("job-new"), base | blank | {"pick": "york"})
        job = Job.objects.get(title="Terrace")
        self.assertEqual((job.town, job.zone), ("York, United Kingdom", "Europe/London"))
        self.assertAlmostEqual(job.latitude, 53.96, places=2)
        page = self.client.get(reverse("job-edit", args=[job.pk]))
        self.assertContains(page, 'value="York, United Kingdom"')
        page = self.client.post(reverse("job-new"), base | blank | {"title": "Other", "pick": "Yorc, GB"})
        self.assertContains(page, "Nearest known: York, United Kingdom.", status_code=422)
        self.assertFalse(Job.objects.filter(title="Other").exists())

    def test_a_place_that_cannot_be_is_said_beside_its_field(self):
        base = {"title": "Quay", "pick": "", "state": "looking", "longitude": "0", "zone": "UTC", "client": "Kept"}
        for change, field, said in (
            ({"latitude": "95"}, "latitude", "between −90 and 90"),
            ({"latitude": ""}, "latitude", "go together"),
            ({"latitude": "north"}, "latitude", "not a number"),
            ({"latitude": "50", "zone": "Skerry"}, "zone", "no time zone"),
        ):
            page = self.client.post(reverse("job-new"), base | change)
            self.assertEqual(page.status_code, 422)
            self.assertIn(said, str(page.context["form"].errors[field]))
            self.assertContains(page, 'value="Kept"', status_code=422)
        self.assertFalse(Job.objects.filter(title="Quay").exists())

    def test_a_room_from_its_sheet(self):
        room = self.room()
        self.assertEqual((room.height, room.storey, room.job), (2.6, 1, self.job))
        self.assertEqual([w.outside for w in room.windows.all()], ["sea"])
        self.assertEqual([(e.name, e.material) for e in room.elements.all()], [("tiles", "tile-red")])
        self.assertEqual(room.surfaces.get(side="floor").colour.code, "H16.3")
        self.assertTrue(room.surfaces.get(side="west").to_paint)
        self.assertEqual((room.changed_by, room.job.changed_by), (self.isla, self.isla))
        lit = queries.lit_room(room)
        self.assertAlmostEqual(lit.surfaces["floor"][5], world.colour("H16.3").reflectance[5], places=6)
        self.assertNotIn("west", lit.surfaces)
        page = self.client.get(room.get_absolute_url())
        self.assertContains(page, "At 12:00 the east wall")
        self.assertContains(page, "tiles")

    def test_what_cannot_be_is_said_beside_its_field_and_nothing_is_lost(self):
        for change, said in (
            ({"height": "0"}, "height is 0"),
            ({"windows-0-width": "7"}, "only 4 m"),
            ({"windows-0-height": "2.4"}, "reaches 3.2 m"),
            ({"windows-0-height": ""}, "Give the height"),
            ({"lamps-0-lumens": "0"}, "gives no light"),
            ({"lamps-0-kelvin": "900"}, "between 1800 and 10000"),
            ({"elements-0-what": "unheard of"}, "Or choose a material"),
            ({"elements-1-name": "step"}, "Give its colour"),
            ({"width": "wide"}, "not a number"),
        ):
            page = self.sheet(**change)
            self.assertContains(page, said, status_code=422)
            self.assertContains(page, 'value="Library"', status_code=422)
        self.assertFalse(Room.objects.exists())

    def test_windows_together_wider_than_their_wall(self):
        second = {key.replace("-0-", "-1-"): value for key, value in SHEET.items() if key.startswith("windows-0")}
        third = {key.replace("-0-", "-2-"): value for key, value in SHEET.items() if key.startswith("windows-0")}
        page = self.sheet(**second, **third, **{"windows-rows": "3"})
        self.assertContains(page, "together 5.4 m wide", status_code=422)

    def test_one_more_row_keeps_what_was_typed_and_writes_nothing(self):
        page = self.client.post(
            reverse("job-room-new", args=[self.job.pk]), SHEET | {"more": "windows"}, headers={"HX-Request": "true"}
        )
        self.assertEqual(page.status_code, 200)
        self.assertContains(page, 'name="windows-1-width"')
        self.assertContains(page, 'value="clay tile, red"')
        self.assertFalse(Room.objects.exists())

    def test_two_rooms_of_a_job_have_two_names_and_none_is_open_to_itself(self):
        first = self.room()
        self.assertContains(self.sheet(), "called Library already", status_code=422)
        second = self.room(name="Galley", open_to=[str(first.pk)])
        self.assertEqual(list(first.open_to.all()), [second])
        page = self.sheet(second.pk, name="Galley", open_to=[str(second.pk)])
        self.assertEqual(page.status_code, 422)
        self.assertContains(page, "not open to itself", status_code=422)

    def test_a_copy_has_all_that_the_room_holds(self):
        room = self.room()
        self.client.post(reverse("room-copy", args=[room.pk]))
        made = queries.whole().latest("pk")
        self.assertEqual(made.name, "Library 2")
        one, other = queries.lit_room(room), queries.lit_room(made)
        self.assertEqual(one, other)


class Showing(Jobs):
    def test_a_room_without_a_size_or_light_says_so(self):
        bare = Room.objects.create(job=self.job, name="Loft")
        self.assertContains(self.client.get(bare.get_absolute_url()), "enter its size and place")
        dark = self.room(name="Cellar", **{"windows-0-width": "", "windows-0-height": "", "lamps-0-lumens": ""})
        page = self.client.get(dark.get_absolute_url())
        self.assertContains(page, "neither a window nor a lamp")
        self.assertContains(page, "too dark")

    def test_days_skies_walls_and_hours(self):
        room = self.room()
        url = room.get_absolute_url()
        page = self.client.get(url, {"when": "midwinter", "sky": "overcast", "wall": "north", "hour": "15.5"})
        self.assertContains(page, "At 15:30 the north wall")
        for odd in (
            {"hour": "99"},
            {"hour": "x"},
            {"wall": "up"},
            {"when": "never"},
            {"sky": "green"},
            {"review": "y"},
        ):
            self.assertEqual(self.client.get(url, odd).status_code, 200)

    def test_polar_day_and_night(self):
        services.keep_job(self.isla, self.job, {"latitude": 78.0, "longitude": 15.0, "zone": "UTC"})
        room = self.room(**{"lamps-0-lumens": ""})
        self.assertContains(self.client.get(room.get_absolute_url(), {"when": "midsummer"}), "The sun does not set")
        page = self.client.get(room.get_absolute_url(), {"when": "midwinter"})
        self.assertContains(page, "The sun does not rise")
        self.assertContains(page, "No daylight reaches this room")

    def test_the_file_of_a_room_is_read_back_by_the_core_and_by_the_studio(self):
        room = self.room()
        data = self.client.get(reverse("room-export", args=[room.pk])).content
        lit = room_json.read(data)
        ours = queries.lit_room(room)
        paint = world.colour("H06.3").reflectance
        one, other = (days(x, paint, date(2026, 6, 21), (10.0,))[0].seen() for x in (lit, ours))
        self.assertLess(abs(one - other).max(), 1e-3)
        upload = SimpleUploadedFile("the-library.json", data)
        self.client.post(reverse("job-room-bring-in", args=[self.job.pk]), {"file": upload})
        made = queries.whole().latest("pk")
        self.assertEqual(made.name, "The library")
        again = days(queries.lit_room(made), paint, date(2026, 6, 21), (10.0,))[0].seen()
        self.assertLess(abs(one - again).max(), 1e-3)

    def test_a_bad_file_is_refused_in_words(self):
        address = reverse("job-room-bring-in", args=[self.job.pk])
        bad = json.dumps({"place": {"latitude": 1, "longitude": 1}, "size": {"width": 4, "depth": 4, "height": 0}})
        for data, said in ((b"{", "not imported"), (bad.encode(), "height")):
            page = self.client.post(address, {"file": SimpleUploadedFile("r.json", data)})
            self.assertContains(page, said, status_code=422)
        self.assertContains(self.client.post(address), "Choose the file", status_code=422)
        self.assertFalse(Room.objects.exists())

    def test_putting_aside_and_bringing_back(self):
        room = self.room()
        page = self.client.post(reverse("room-delete", args=[room.pk]), follow=True)
        self.assertContains(page, f"The room {room.name} was deleted")
        self.assertEqual(self.client.get(room.get_absolute_url()).status_code, 404)
        self.client.post(reverse("room-restore", args=[room.pk]))
        self.assertEqual(self.client.get(room.get_absolute_url()).status_code, 200)
        page = self.client.post(reverse("job-delete", args=[self.job.pk]), follow=True)
        self.assertContains(page, f"The job {self.job.title} was deleted; its rooms went with it")
        self.assertEqual(self.client.get(room.get_absolute_url()).status_code, 404)
        self.client.post(reverse("job-restore", args=[self.job.pk]))
        self.assertEqual(self.client.get(room.get_absolute_url()).status_code, 200)


class Listing(Jobs):
    def test_searching_grouping_sorting_and_paging(self):
        self.room()
        services.keep_job(
            self.isla, Job(), {"title": "Net loft", "client": "R. Orr", "state": "decided", "town": "Marram"}
        )
        url = reverse("jobs")

        def titles(**query):
            page = self.client.get(url, query)
            return [job.title for _, jobs in page.context["groups"] for job in jobs]

        self.assertEqual(set(titles()), {"Pilot house", "Net loft"})
        for q, found in (
            ("orr", ["Net loft"]),
            ("library", ["Pilot house"]),
            ("skerry society", ["Pilot house"]),
            ("xyz", []),
        ):
            self.assertEqual(titles(q=q), found)
        self.assertEqual(titles(sort="title"), ["Net loft", "Pilot house"])
        self.assertEqual(titles(state="decided"), ["Net loft"])
        page = self.client.get(url, {"group": "town"})
        self.assertEqual([heading for heading, _ in page.context["groups"]], ["Marram", "Skerry Point"])
        self.assertContains(self.client.get(url, {"q": "xyz"}), "No job holds all of these words")

    def test_many_jobs_are_paged_and_none_teaches(self):
        Job.objects.bulk_create([Job(owner=self.isla, title=f"Job {n}") for n in range(120)])
        page = self.client.get(reverse("jobs"), {"page": "2", "sort": "title"})
        self.assertContains(page, "2 of 3")
        self.client.force_login(self.rory)
        self.assertContains(self.client.get(reverse("jobs")), "Enter the first one")


class Metering(Jobs):
    def meter(self, room, **sent):
        base = {"wall": "east", "at": "12:00", "sky": "overcast", "lux": "", "kelvin": ""}
        return self.client.post(reverse("room-meter", args=[room.pk]), base | sent)

    def test_a_reading_rescales_the_room_and_can_be_left_out(self):
        room = self.room()
        self.meter(room, lux="100")
        reading = room.readings.get()
        room.refresh_from_db()
        self.assertEqual((reading.lux, reading.by), (100, self.isla))
        self.assertAlmostEqual(room.correction, 100 / reading.computed_lux, places=6)
        page = self.client.get(room.get_absolute_url())
        self.assertContains(page, "than predicted, by one reading")
        self.client.post(reverse("room-meter-use", args=[room.pk, reading.pk]))
        room.refresh_from_db()
        self.assertIsNone(room.correction)

    def test_the_studios_meter_differs_from_what_was_computed_as_rooms_do(self):
        room = self.room()
        for _ in range(3):
            self.meter(room)
        found = [reading.lux / reading.computed_lux for reading in room.readings.all()]
        self.assertLess(max(found) / min(found), 1.25)
        self.assertTrue(0.4 < found[0] < 1.9)

    def test_there_must_be_light_to_measure(self):
        room = self.room()
        self.assertContains(self.meter(room, at="01:00"), "Hardly any light", status_code=422)
        self.assertFalse(room.readings.exists())
        self.assertEqual(self.meter(room, at="01:00", lamps_on="on").status_code, 302)

    def test_the_compass_turns_the_room(self):
        room = self.room()
        page = self.client.post(reverse("room-meter", args=[room.pk]), {"compass": "1"}, follow=True)
        self.assertContains(page, "The compass reads")
        room.refresh_from_db()
        self.assertLess(abs(room.rotation_deg), 20)


class HomeWhites(Jobs):
    def summary(self):
        return self.client.get(reverse("job-summary", args=[self.job.pk]))

    def test_the_white_of_a_home_follows_the_rooms_and_says_its_weakest(self):
        self.assertContains(self.summary(), "No room has a wall colour yet")
        first, second = self.room(name="Library"), self.room(name="Galley", **{"elements-0-what": "HW03"})
        for room, code in ((first, "H16.3"), (second, "T04.3")):
            room.reviews.create(owner=self.isla, colour=world.colour(code))
        page = self.summary()
        self.assertContains(page, "suits all 2 rooms best")
        self.assertContains(page, "the weakest room, this white")
        self.assertContains(page, "Next best: ")
        white = HomeWhite(self.isla, self.job)
        self.assertEqual([len(one.there) for one in white.walled], [0, 1])
        self.assertGreaterEqual(white.found.best.least, max(one.least for one in white.found.runners_up))

    def test_without_a_deck_it_says_what_would_help(self):
        room = self.room()
        own = deck_services.keep_own(self.isla, "Fog", from_lab((80, 0, 3)))
        room.reviews.create(owner=self.isla, colour=own)
        with open_to_changes():
            Colour.objects.filter(lrv__gte=82).update(lrv=40, lab_l=70)
        Maker.objects.update(changed=timezone.now())
        self.assertContains(self.summary(), "These decks have no white")
