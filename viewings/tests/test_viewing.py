"""Viewings: planned from the light, moved, logged once, held against what was computed; decisions; the calendar."""

import contextlib
import io
import threading
from collections import Counter
from datetime import datetime, timedelta
from unittest import mock
from uuid import uuid4
from zoneinfo import ZoneInfo

import numpy as np
import pypdf
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError, connection
from django.test import TransactionTestCase
from django.test.utils import CaptureQueriesContext
from django.urls import reverse
from django.utils import timezone
from icalendar import Calendar
from PIL import Image

from decks.models import Colour
from decks.shared_decks import open_to_changes
from decks.tests import world as decks_world
from jobs import lighting
from jobs import queries as job_queries
from jobs.models import Finish
from jobs.whole_home import WholeHome
from people.models import Member
from prism import words
from prism.formats.room_json import spectrum_of
from prism.light.day import OVERCAST, days
from prism.light.room import WALLS
from prism.viewing.scales import SCALES
from reviews import services
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import Review
from steps import services as step_services
from studio import demo_station as station
from tinting.tests import world
from viewings import queries
from viewings import services as viewing_services
from viewings.models import Decision, Viewing, ViewingPhoto
from viewings.services import Decided
from viewings.shown import Shown
from web.bounded_cache import BoundedCache


class Viewings(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        services.move(self.review, self.rooms["Library"])

    def act(self, act, **sent):
        return self.client.post(f"/reviews/{self.review.pk}/samples/{act}/", sent, headers=HTMX)

    def page(self, **query):
        return self.get("samples", **query)

    def planned(self):
        self.page()
        self.act("schedule")
        return queries.of_review(self.review)

    def decided(self, review):
        return viewing_services.decide(self.isla, review, Decided(review.colour, "It holds."))

    def log(self, one, **sent):
        plain = {"warmth": "1", "depth": "", "answer": "yes", "sky": "overcast", "sent": str(uuid4()), "words": ""}
        return self.client.post(reverse("viewing", args=[one.pk]), plain | sent)


class Planning(Viewings):
    def test_the_hours_that_matter_follow_from_the_light(self):
        page = self.page()
        shown = page.context["page"]
        self.assertEqual([hour.why for hour in shown.hours][:2], ["best", "worst"])
        self.assertEqual(shown.hours[-1].why, "evening")
        self.assertContains(page, "closest to the sample")
        made = self.planned()
        self.assertEqual({one.why for one in made}, {hour.why for hour in shown.hours})
        self.assertEqual(len({queries.local(one).date() for one in made}), len(made))
        zone = ZoneInfo("Europe/London")
        for one in made:
            hour = next(hour for hour in shown.hours if hour.why == one.why)
            at = one.at.astimezone(zone)
            self.assertEqual(at.hour + at.minute / 60, hour.hour)
            self.assertGreater(at.date(), timezone.now().astimezone(zone).date())

    def test_another_candidate_adds_the_hour_at_which_the_two_part(self):
        services.shortlist(self.review, world.colour("T05.4"))
        self.assertIn("parting", [hour.why for hour in self.page().context["page"].hours])

    def test_planning_again_replaces_what_was_not_seen_and_keeps_the_rest(self):
        first = self.planned()
        self.log(first[0])
        by_hand = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        again = self.planned()
        pks = {one.pk for one in again}
        self.assertIn(first[0].pk, pks)
        self.assertIn(by_hand.pk, pks)
        self.assertNotIn(first[1].pk, pks)

    def test_what_is_planned_is_taken_out_again_and_what_was_seen_stays(self):
        made = self.planned()
        self.log(made[0])
        self.assertContains(self.page(), "Delete the plan")
        page = self.act("unplan")
        self.assertNotContains(page, "Delete the plan")
        self.assertEqual([one.pk for one in queries.of_review(self.review)], [made[0].pk])

    def test_without_a_room_it_says_what_would_help(self):
        services.move(self.review, None)
        self.assertContains(self.page(), "to see when to look")
        self.assertContains(self.act("schedule"), "to see when to look")
        self.assertFalse(Viewing.objects.exists())

    def test_samples_are_made_well_or_the_fault_is_named(self):
        page = self.page(show="samples")
        self.assertContains(page, "One sample alone shows no undertone")
        self.assertContains(page, "the glazed-brick chimney")
        services.shortlist(self.review, world.colour("T05.4"))
        sent = {"show": "samples", "size": "thumbnail", "ground": "wall", "coats": "1", "decide": ""}
        page = self.act("samples", **sent)
        for key in ("too small", "on the wall", "one coat"):
            self.assertContains(page, words.viewing.SAMPLE_FAULTS[key])
        self.assertNotContains(page, words.viewing.SAMPLE_FAULTS["alone"])
        past = self.act("samples", **(sent | {"decide": "2020-01-01"}))
        self.assertContains(past, words.viewing.TOO_LATE, status_code=422)
        self.assertContains(self.act("samples", **(sent | {"coats": "9"})), "4", status_code=422)

    def test_the_boards_of_a_job_each_once(self):
        other = step_services.start(self.isla, world.colour("T05.4"))
        services.move(other, self.rooms["Galley"])
        twin = step_services.start(self.isla, self.review.colour)
        services.move(twin, self.rooms["Galley"])
        page = self.client.get(reverse("job-samples", args=[self.rooms["Library"].job_id]))
        boards = page.context["held"].boards
        self.assertEqual(len(boards), 2)
        self.assertEqual(
            [list(one.rooms) for one in boards if one.colour == self.review.colour], [["Galley", "Library"]]
        )
        self.assertContains(page, "Library: the south wall at")
        self.assertContains(page, "Bring these to hold beside them")
        sheets = self.client.get(reverse("job-sheets", args=[self.rooms["Library"].job_id]))
        self.assertEqual(len(pypdf.PdfReader(io.BytesIO(sheets.content)).pages), 2)
        self.decided(other)
        page = self.client.get(reverse("job-samples", args=[self.rooms["Library"].job_id]))
        self.assertEqual([one.colour for one in page.context["held"].boards], [self.review.colour])

    def test_the_light_of_each_review_of_a_job_is_solved_once_though_little_is_kept(self):
        for code in ("T05.4", "T08.3", "T12.3"):
            services.move(step_services.start(self.isla, world.colour(code)), self.rooms["Library"])
        kept = {name: BoundedCache(1) for name in ("_kept", "_kept_room_days", "_kept_solved")}
        with (
            mock.patch.multiple(lighting, **kept),
            mock.patch.object(lighting, "solved", wraps=lighting.solved) as solved,
            CaptureQueriesContext(connection) as asked,
        ):
            page = self.client.get(reverse("job-samples", args=[self.rooms["Library"].job_id]))
        self.assertEqual(len(page.context["held"].boards), 4)
        self.assertEqual(solved.call_count, 4)
        people = [query for query in asked if "people_member" in query["sql"]]
        self.assertLessEqual(len(people), 2, "who belongs to the studio is asked once for each person, not each review")

    def test_viewings_of_all_rooms_are_planned_over_the_same_days(self):
        other = step_services.start(self.isla, world.colour("T05.4"))
        services.move(other, self.rooms["Galley"])
        job = self.rooms["Library"].job_id
        page = self.client.post(reverse("job-viewings-plan", args=[job]), follow=True)
        self.assertContains(page, words.viewing.ALL_PLANNED)
        made = list(queries.upcoming(self.isla))
        self.assertEqual({one.review for one in made}, {self.review, other})
        for review in (self.review, other):
            days = [queries.local(one).date() for one in made if one.review == review]
            self.assertEqual(len(set(days)), len(days))
        a_day = Counter(queries.local(one).date() for one in made)
        self.assertLessEqual(max(a_day.values()) - 2, min(a_day.values()))
        before = {one.pk for one in made}
        self.client.post(reverse("job-viewings-plan", args=[job]))
        self.assertFalse(before & {one.pk for one in queries.upcoming(self.isla)})
        self.assertEqual(len(queries.upcoming(self.isla)), len(made))
        self.client.post(reverse("job-viewings-plan", args=[job]), {"back": "1"})
        self.assertFalse(queries.upcoming(self.isla))
        self.client.force_login(self.rory)
        self.assertEqual(self.client.post(reverse("job-viewings-plan", args=[job])).status_code, 404)

    def test_candidates_are_looked_at_in_the_same_visit_those_that_are_asked_for(self):
        other = world.colour("T05.4")
        services.shortlist(self.review, other)
        self.page()
        self.act("schedule")
        made = queries.of_review(self.review)
        single = [one for one in made if one.why != "parting"]
        self.assertEqual({one.colour for one in single}, {self.review.colour, other})
        self.assertEqual(len({one.at for one in single}), len(single) / 2)
        self.assertEqual([one.beside for one in made if one.why == "parting"], [other])
        self.act("schedule", of=[str(other.pk)])
        again = queries.of_review(self.review)
        self.assertEqual({one.colour for one in again if one.why != "parting"}, {other})
        [pair] = [one for one in again if one.why == "parting"]
        self.assertEqual((pair.colour, pair.beside), (self.review.colour, other))

    def test_a_dark_room_is_looked_at_of_an_evening(self):
        room = self.rooms["Lamp room"]
        services.move(self.review, room)
        hours = self.page().context["page"].hours
        self.assertIn("evening", [hour.why for hour in hours])

    def test_a_neighbour_is_held_beside_it_that_parts_from_it_in_this_room(self):
        part = self.page(show="samples").context["page"].samples
        self.assertEqual([one.why for one in part.beside if one.kind != "range"], ["clean", "foil"])
        self.assertEqual(sum(one.kind == "range" for one in part.beside), 1)
        self.assertNotIn(part.telling.best, part.telling.merging)

    def test_moving_and_taking_out(self):
        one = self.planned()[0]
        day = (timezone.now() + timedelta(days=9)).date()
        self.client.post(reverse("viewing-move", args=[one.pk]), {"at": f"{day}T16:30"})
        one.refresh_from_db()
        self.assertEqual(f"{queries.local(one):%Y-%m-%d %H:%M}", f"{day} 16:30")
        for wrong in ("", "soon", "2020-01-01T10:00"):
            page = self.client.post(reverse("viewing-move", args=[one.pk]), {"at": wrong})
            self.assertContains(page, words.viewing.MOVE_WRONG, status_code=422)
        page = self.client.post(reverse("viewing-aside", args=[one.pk]), follow=True)
        self.assertContains(page, "was removed")
        self.assertNotIn(one, list(queries.upcoming(self.isla)))
        self.client.post(reverse("viewing-aside", args=[one.pk]), {"back": "1"})
        self.assertIn(one, list(queries.upcoming(self.isla)))


class Logging(Viewings):
    def test_what_was_computed_is_shown_only_when_it_was_answered(self):
        one = self.planned()[0]
        before = self.client.get(reverse("viewing", args=[one.pk]))
        self.assertContains(before, "What do you see?")
        self.assertNotContains(before, "computed:")
        self.assertIsNone(one.predicted)
        self.assertRedirects(self.log(one, depth="-1", words="a little grey"), reverse("viewing", args=[one.pk]))
        after = self.client.get(reverse("viewing", args=[one.pk]))
        self.assertContains(after, "Against the prediction")
        self.assertContains(after, "a little grey")
        one.refresh_from_db()
        self.assertEqual((one.seen, one.answer, one.by), ({"warmth": 1, "depth": -1}, "yes", self.isla))
        self.assertEqual(set(one.predicted["differences"]), set(SCALES))
        self.assertContains(self.page(), "One of three viewings seen: 1 yes")

    def test_the_form_begins_with_the_light_that_was_planned(self):
        made = self.planned()
        for one in made:
            form = self.client.get(reverse("viewing", args=[one.pk])).context["form"]
            self.assertEqual(form.initial, {"sky": one.sky or "overcast", "lamps_on": one.why == "evening"})

    def test_the_undertone_that_shows_is_asked_for_and_held_against_how_probable_each_was(self):
        made = self.planned()
        page = self.client.get(reverse("viewing", args=[made[0].pk]))
        self.assertContains(page, "Which undertone shows?")
        self.assertRegex(page.content.decode(), r"<span[^>]*>pink</span>")
        for one, undertone in zip(made, ("blue", "red", "none"), strict=True):
            self.log(one, warmth="", undertone=undertone)
            one.refresh_from_db()
            self.assertEqual(one.undertone, undertone)
            told = Shown(one).told
            self.assertEqual(told.seen, undertone)
            after = self.client.get(reverse("viewing", args=[one.pk]))
            self.assertContains(after, words.viewing.told_text(told, one.colour.lrv))
        other = world.colour("T05.4")
        services.shortlist(self.review, other)
        pair = viewing_services.look_now(self.isla, self.review, self.review.colour, "north", other)
        self.assertNotContains(self.client.get(reverse("viewing", args=[pair.pk])), "Which undertone shows?")
        self.log(pair, undertone="blue")  # of two boards it says nothing
        pair.refresh_from_db()
        self.assertEqual((pair.undertone, pair.predicted["undertone"]), ("", {}))
        again = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        self.assertEqual(self.log(again, undertone="mauve").status_code, 422)

    def test_an_undertone_that_was_seen_is_found_again(self):
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        self.log(one, warmth="", undertone="purple", lamps_on="on")
        for asked, found in (
            ("blue that went purple in the evening", True),
            ("blue that went pink in the evening", False),
        ):
            page = self.client.get(reverse("find"), {"q": asked})
            self.assertEqual(bool(page.context.get("reviews")), found, asked)

    def test_sent_twice_it_is_kept_once_and_anothers_answer_is_not_overwritten(self):
        one = self.planned()[0]
        key = str(uuid4())
        self.log(one, sent=key, words="first")
        self.assertEqual(self.log(one, sent=key, words="first").status_code, 302)
        refused = self.log(one, words="second")
        self.assertContains(refused, "Somebody answered this viewing first", status_code=422)
        one.refresh_from_db()
        self.assertEqual(one.words, "first")

    def test_an_answer_that_says_nothing_is_refused_and_what_was_typed_stays(self):
        one = self.planned()[0]
        page = self.log(one, warmth="", lux="bright", words="kept")
        self.assertContains(page, "not a number", status_code=422)
        self.assertContains(page, "kept", status_code=422)
        self.assertContains(self.log(one, warmth=""), words.viewing.SEEN_WRONG, status_code=422)
        for wrong in ({"answer": "maybe"}, {"sent": "x"}, {"warmth": "7"}, {"words": "x" * 1001}):
            self.assertEqual(self.log(one, **wrong).status_code, 422)
        one.refresh_from_db()
        self.assertFalse(one.is_seen)

    def test_what_waited_for_a_connection_is_judged_by_the_light_it_was_seen_in(self):
        one, late, ahead = self.planned()
        looked = timezone.now() - timedelta(hours=5)
        self.log(one, looked=looked.isoformat())
        one.refresh_from_db()
        self.assertEqual(one.seen_at, looked)
        now = timezone.now()
        for each, wrong in ((late, now - timedelta(days=400)), (ahead, now + timedelta(days=1))):
            self.log(each, looked=wrong.isoformat())
            each.refresh_from_db()
            self.assertLess(abs(each.seen_at - now), timedelta(minutes=5))

    def test_a_look_is_judged_by_the_sun_of_its_own_day_and_hour(self):
        one = self.planned()[0]
        one.wall = "east"
        room = job_queries.lit_room(job_queries.of_review(one.room_id))
        paint = np.asarray(spectrum_of(one.colour.stimulus))
        for month, hour, minute, half in ((6, 12, 0, 24), (12, 12, 0, 24), (6, 23, 45, 47), (6, 0, 10, 0)):
            moment = datetime(2026, month, 21, hour, minute, tzinfo=ZoneInfo("Europe/London"))
            # by the core alone: that day's sun, at the half hour of the clock
            (day,) = days(room, paint, moment.date(), (half / 2,), (OVERCAST,))
            found = queries.predicted(one, "overcast", False, moment)
            self.assertAlmostEqual(found["lux"], float(day.lux[0, WALLS.index("east")]), delta=0.06, msg=moment)

    def test_a_look_right_now(self):
        self.client.post(reverse("viewing-now", args=[self.review.pk]))
        one = Viewing.objects.get()
        self.assertEqual((one.why, one.room), ("own", self.rooms["Library"]))
        self.assertContains(self.client.get(reverse("home")), "To look at")

    def test_a_room_without_light_predicts_nothing(self):
        services.move(self.review, None)
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        self.log(one)
        self.assertContains(self.client.get(reverse("viewing", args=[one.pk])), "Nothing was predicted")

    def test_the_meter_is_read_what_was_typed_stays_and_the_room_is_corrected(self):
        one = self.planned()[0]
        # under the lamps, so that there is light to be read whatever the hour
        page = self.log(one, meter="1", words="half a sentence", warmth="2", answer="", lamps_on="on")
        self.assertContains(page, "The meter reads")
        self.assertContains(page, "half a sentence")
        self.assertRegex(page.content.decode(), r'name="warmth" value="2"\s+checked')
        self.assertRegex(page.content.decode(), r'name="lux" value="[0-9.]+"')
        self.assertEqual(self.rooms["Library"].readings.count(), 1)
        one.refresh_from_db()
        self.assertFalse(one.is_seen)

    def photo(self, kind="JPEG", size=(2400, 1800), located=True):
        picture, made = Image.new("RGB", size, (200, 210, 205)), io.BytesIO()
        exif = picture.getexif()
        if located:
            exif[0x0110] = "Harbour camera"
            exif.get_ifd(0x8825).update({1: "N", 2: (57.0, 12.0, 33.0), 3: "W", 4: (2.0, 3.0, 36.0)})
        picture.save(made, kind, exif=exif)
        return made.getvalue()

    def send_photo(self, one, content, name="board.jpg"):
        upload = SimpleUploadedFile(name, content, content_type="image/jpeg")
        return self.client.post(reverse("viewing-photo-add", args=[one.pk]), {"photo": upload})

    def test_a_photos_location_and_camera_are_gone_from_the_stored_bytes(self):
        one = self.planned()[0]
        self.log(one)
        raw = self.photo()
        self.assertIn(b"Harbour camera", raw)
        self.assertRedirects(self.send_photo(one, raw), reverse("viewing", args=[one.pk]))
        stored = bytes(ViewingPhoto.objects.get().content)
        with Image.open(io.BytesIO(stored)) as kept:
            self.assertEqual(dict(kept.getexif()), {})
            self.assertEqual(max(kept.size), 1600)
        self.assertNotIn(b"Harbour camera", stored)
        self.assertNotIn(b"Exif", stored)
        self.assertContains(self.client.get(reverse("viewing", args=[one.pk])), words.viewing.PHOTOS_LIE)
        self.assertEqual(self.client.get(reverse("viewing-photo", args=[one.pk])).content, stored)
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(reverse("viewing-photo", args=[one.pk])).status_code, 404)

    def test_a_photo_too_large_and_one_that_is_none_are_refused(self):
        one = self.planned()[0]
        self.log(one)
        for size in (12_000_001, 41_000_000):
            self.assertContains(self.send_photo(one, b"\0" * size), "larger than 12 MB", status_code=422)
        for none in (b"not a photo", b"GIF89a\x01\x00", self.photo()[:400], b"<svg/>"):
            self.assertContains(self.send_photo(one, none), "not a picture", status_code=422)
        self.assertEqual(self.client.post(reverse("viewing-photo-add", args=[one.pk])).status_code, 422)
        self.assertFalse(ViewingPhoto.objects.exists())

    def test_systematic_differences_are_said(self):
        for _ in range(7):
            one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
            self.log(one, hue="2", warmth="")
        self.assertContains(self.page(), "sees it pinker than predicted by")

    def test_names_hidden_stand_nowhere(self):
        one = self.planned()[0]
        services.arrange_wall(self.review, names_shown=False)
        for address in (reverse("viewing", args=[one.pk]), reverse("viewings")):
            self.assertNotContains(self.client.get(address), self.review.colour.name)


class Deciding(Viewings):
    def decide(self, **sent):
        plain = {
            "show": "decide",
            "colour": str(self.review.colour_id),
            "sheen": "matte",
            "litres": "5",
            "reason": "It holds.",
        }
        return self.act("decide", **(plain | sent))

    def test_what_was_seen_waits_on_the_first_page_until_it_is_decided(self):
        heading = "To decide"
        made = self.planned()
        for one in made[:-1]:
            self.log(one)
        self.assertNotContains(self.client.get(reverse("home")), heading)
        self.log(made[-1], answer="no")
        aside = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        self.client.post(reverse("viewing-aside", args=[aside.pk]))
        page = self.client.get(reverse("home"))
        self.assertContains(page, heading)
        self.assertRegex(page.content.decode(), rf"Seen:\s+{len(made) - 1} yes, 0 again, 1 no")
        self.decide()
        self.assertNotContains(self.client.get(reverse("home")), heading)
        self.act("reopen", show="decide", decision=Decision.objects.get().pk)
        services.arrange_wall(self.review, names_shown=False)
        page = self.client.get(reverse("home"))
        self.assertContains(page, heading)
        self.assertEqual([one.name for one in page.context["to_decide"]], [words.walks.SUBJECT])

    def test_what_is_open_the_decision_and_reopening_it(self):
        self.planned()
        self.assertContains(self.page(show="decide"), "Not seen yet at any of the three key times.")
        page = self.decide()
        self.assertContains(page, f"Decided: {self.review.colour.name}")
        self.assertContains(page, "in matt, 5.0\u00a0L: It holds.")
        decision = Decision.objects.get()
        page = self.act("reopen", show="decide", decision=decision.pk)
        self.assertContains(page, "reopened")
        self.decide(reason="After all.")
        self.assertEqual(Decision.objects.count(), 2)
        self.assertEqual(self.act("reopen", decision="999").status_code, 404)

    def seen(self, why, by=0.0, answer="yes", colour=None, **light):
        """Keep a look at an key time, so many hours off it."""
        one = next(v for v in queries.of_review(self.review) if v.why == why and v.colour == (colour or v.colour))
        at = one.at + timedelta(hours=by)
        light = {"sky": one.sky, "lamps_on": why == "evening"} | light
        return viewing_services.log(
            self.isla, one, uuid4(), {"hue": 0}, answer, "", light["sky"], light["lamps_on"], None, at
        )

    def coverage(self):
        return self.page(show="decide").context["page"].coverage

    def states(self):
        return [cells[0].state for _, cells in self.coverage().rows]

    def test_each_hour_that_matters_must_be_seen_in_its_light(self):
        self.assertEqual(self.states(), ["open"] * 3)
        self.planned()
        self.assertEqual(self.states(), ["planned"] * 3)
        self.seen("best")
        self.seen("worst", by=3)
        self.seen("evening", lamps_on=False)
        self.assertEqual(self.states(), ["seen", "open", "open"])
        page = self.page(show="decide")
        self.assertContains(page, "instead")
        self.assertContains(page, "Not seen yet at two of the three key times.")
        for why in ("worst", "evening"):
            hour = next(hour for hour in page.context["page"].hours if hour.why == why)
            Viewing.objects.filter(review=self.review, why=why).update(
                seen_at=queries.moment(timezone.localdate(), hour.hour, self.rooms["Library"]),
                lamps_on=why == "evening",
            )
        self.assertEqual(self.states(), ["seen"] * 3)
        self.assertContains(self.page(show="decide"), words.decisions.NOTHING_OPEN)

    def test_another_sky_than_was_wanted_is_said(self):
        self.planned()
        other = self.seen("worst", sky="overcast")
        wanted = next(hour.sky for hour in self.coverage().hours if hour.why == "worst")
        said = [cells[0].sentence for _, cells in self.coverage().rows if cells[0].look == other]
        self.assertEqual(["but under a sky that was overcast" in one for one in said], [wanted == "clear"])

    def test_who_asked_to_look_again_is_answered_by_a_later_look(self):
        self.planned()
        self.seen("best", answer="again")
        self.assertContains(self.page(show="decide"), "One answer asked to look again, and nobody has since.")
        self.seen("worst")  # on another wall
        self.assertContains(self.page(show="decide"), "asked to look again")
        best = next(one for one in queries.of_review(self.review) if one.why == "best")
        again = viewing_services.look_now(self.isla, self.review, self.review.colour, best.wall)
        later = best.seen_at + timedelta(days=1)
        viewing_services.log(self.isla, again, uuid4(), {"hue": 0}, "yes", "", "overcast", False, None, later)
        self.assertNotContains(self.page(show="decide"), "asked to look again")

    def test_without_a_room_the_decision_says_what_is_not_known(self):
        services.move(self.review, None)
        page = self.page(show="decide")
        self.assertContains(page, "The key times are unknown")
        self.assertContains(page, "Nobody has looked at it on a wall yet.")

    def test_it_begins_with_what_the_room_wants_and_keeps_formula_paint_and_why_not_the_others(self):
        other = world.colour("T05.4")
        services.shortlist(self.review, other)
        form = self.page(show="decide").context["page"].decide.form
        self.assertEqual(form.initial["sheen"], "matte")
        self.assertGreater(form.initial["litres"], 5)
        self.assertIn("of wall, 2 coats", form.fields["litres"].help_text)
        not_other = f"not_{other.pk}"
        page = self.decide(paint="Wall matt, wipeable", **{not_other: "Green in the evening."})
        decision = Decision.objects.get()
        self.assertEqual(decision.paint, "Wall matt, wipeable")
        self.assertEqual(dict(decision.recipe.amounts), dict(self.review.colour.recipe.amounts))
        self.assertFalse(decision.is_estimated)
        against = decision.ruled_out.get()
        self.assertEqual((against.colour, against.reason), (other, "Green in the evening."))
        for said in ("Wall matt, wipeable", "to the litre", f"Not {other.name}: Green in the evening."):
            self.assertContains(page, said)
        # the recipe may change in the deck: what was decided stays
        self.review.colour.recipe_amounts = {}
        with open_to_changes():
            self.review.colour.save()
        self.assertContains(self.page(show="decide"), "to the litre")
        document = self.client.get(reverse("review-document", args=[self.review.pk]))
        self.assertContains(document, f"Not {other.name}: Green in the evening.")

    def test_a_strength_is_decided_as_a_colour_of_its_own(self):
        self.review.strength = -25.0
        self.review.save()
        page = self.page(show="decide")
        self.assertEqual(page.context["page"].decide.form.initial["colour"], "strength")
        self.decide(colour="strength")
        decision = Decision.objects.get()
        own = decision.colour
        self.assertEqual((own.parent, own.percent), (self.review.colour, -25.0))
        for code, amount in self.review.colour.recipe.amounts.items():
            self.assertAlmostEqual(decision.recipe.amounts[code], 0.75 * amount)
        self.act("reopen", show="decide", decision=decision.pk)
        self.decide(colour="strength")
        self.assertEqual(Decision.objects.filter(colour=own).count(), 2)  # kept once, decided twice

    def test_the_answer_is_of_the_page_that_asked_though_another_one_went_on(self):
        self.page(show="decide")
        self.get("reading")  # in another window
        here = f"http://testserver/reviews/{self.review.pk}/samples/?show=decide"
        sent = {"show": "decide", "colour": str(self.review.colour_id), "reason": "It holds."}
        address = f"/reviews/{self.review.pk}/samples/decide/"
        page = self.client.post(address, sent, headers=HTMX | {"HX-Current-URL": here})
        self.assertContains(page, f"Decided: {self.review.colour.name}")
        for elsewhere in (
            "http://testserver/",
            f"http://testserver/reviews/{self.review.pk + 1}/alternatives/",
            "nowhere",
        ):
            page = self.client.post(address, sent, headers=HTMX | {"HX-Current-URL": elsewhere})
            self.assertEqual(page.status_code, 422)

    def test_of_a_decision_that_came_too_late_no_strength_is_kept(self):
        self.page(show="decide")
        self.decide(reason="First.")
        Review.objects.filter(pk=self.review.pk).update(strength=-50.0)
        count = Colour.objects.count()
        self.assertContains(self.decide(colour="strength"), "decided first", status_code=422)
        self.assertEqual(Colour.objects.count(), count)

    def test_the_home_is_painted_in_what_was_decided(self):
        other = world.colour("T05.4")
        services.shortlist(self.review, other)
        job = self.rooms["Library"].job
        self.decide(colour=str(other.pk), sheen="eggshell", litres="7.5", paint="Wall matt")

        def walls():
            home = WholeHome(self.isla, job)
            line = next(line for line in home.lines if line.room.name == "Library")
            return home, line, line.at("walls")

        home, _, found = walls()
        self.assertEqual((found.colour, found.sheen, found.litres, found.why), (other, "eggshell", 7.5, "agreed"))
        total = next(one for one in home.totals if one.colour == other)
        self.assertEqual((total.paint, total.litres), ("Wall matt", 7.5))
        self.assertContains(self.client.get(reverse("job-home", args=[job.pk])), "decided in its review")
        # what was put there by hand stands, and that the review says otherwise is told
        Finish.objects.create(room=self.rooms["Library"], part="walls", colour=self.review.colour)
        _, line, found = walls()
        self.assertEqual((found.colour, found.why), (self.review.colour, "decided"))
        self.assertIn(words.homes.decided_otherwise(other.name, self.review.colour.name), line.remarks)
        Finish.objects.all().delete()
        self.act("reopen", show="decide", decision=Decision.objects.get().pk)
        self.assertEqual(walls()[2].why, "reviewed")

    def test_a_formula_that_is_none_is_refused_and_never_stops_a_page(self):
        made = self.decided(self.review)
        for wrong in ([], {"base": "W"}, {"base": "W", "amounts": {"K": "much"}}, "W"):
            made.formula = wrong
            with self.assertRaises(ValidationError):
                made.full_clean()
        Decision.objects.update(formula={"base": "W", "amounts": [1]})
        self.assertContains(self.page(show="decide"), "It holds.")

    def test_the_second_sees_the_first(self):
        self.page()
        self.decide(reason="First.")
        page = self.decide(reason="Second.")
        self.assertContains(page, "decided first", status_code=422)
        self.assertContains(page, "First.", status_code=422)
        self.assertEqual(Decision.objects.count(), 1)

    def test_a_decision_needs_a_reason_and_one_of_its_candidates(self):
        other = world.colour("T05.4")
        for wrong in ({"reason": ""}, {"colour": str(other.pk)}, {"litres": "much"}, {"reason": "x" * 1001}):
            self.assertEqual(self.decide(**wrong).status_code, 422)
        self.assertFalse(Decision.objects.exists())
        services.shortlist(self.review, other)
        self.assertEqual(self.decide(colour=str(other.pk)).status_code, 200)


class Calendars(Viewings):
    def test_the_file_is_read_back_by_a_library(self):
        made = self.planned()
        page = self.client.get(reverse("viewings-file"))
        self.assertEqual(page["Content-Type"], "text/calendar; charset=utf-8")
        events = list(Calendar.from_ical(page.content).walk("VEVENT"))
        self.assertEqual(len(events), len(made))
        by_id = {str(event["UID"]): event for event in events}
        for one in made:
            event = by_id[f"viewing-{one.pk}@gentle-prism"]
            self.assertEqual(event.decoded("DTSTART"), one.at)
            self.assertTrue(event["DTSTART"].to_ical().endswith(b"Z"))  # no zone whose rules the file would lack
            self.assertIn("Library", str(event["SUMMARY"]))
            self.assertIn(f"/viewings/{one.pk}/", str(event["URL"]))

    def test_the_feed_is_open_by_its_address_alone_until_it_gets_another(self):
        self.planned()
        token = viewing_services.feed_of(self.isla).token
        self.client.logout()
        address = reverse("viewings-feed", args=[token])
        self.assertEqual(self.client.get(address).status_code, 200)
        self.assertEqual(self.client.get(reverse("viewings-feed", args=["none"])).status_code, 404)
        self.client.force_login(self.isla)
        self.client.post(reverse("viewings-renew"))
        self.client.logout()
        self.assertEqual(self.client.get(address).status_code, 404)
        Member.objects.filter(user=self.isla).update(closed=timezone.now())
        self.assertEqual(
            self.client.get(
                reverse("viewings-feed", args=[viewing_services.feed_of(User.objects.get(pk=self.isla.pk)).token])
            ).status_code,
            404,
        )

    def test_another_studio_sees_none_of_it(self):
        self.planned()
        theirs = viewing_services.feed_of(self.rory).token
        page = self.client.get(reverse("viewings-feed", args=[theirs]))
        self.assertFalse(list(Calendar.from_ical(page.content).walk("VEVENT")))


class TwoAtOnce(TransactionTestCase):
    def test_of_two_decisions_at_once_one_stands(self):
        decks_world.load_deck()
        isla = decks_world.person()
        review = step_services.start(isla, decks_world.colour())
        found = []

        def decide(reason):
            try:
                while True:
                    with contextlib.suppress(OperationalError):  # a database in memory does not wait, as a file does
                        viewing_services.decide(isla, review, Decided(review.colour, reason))
                        found.append("kept")
                        return
            except viewing_services.DecidedError as first:
                found.append(first.standing.reason)
            finally:
                connection.close()

        threads = [threading.Thread(target=decide, args=(reason,)) for reason in ("one", "two")]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(Decision.objects.filter(reopened=None).count(), 1)
        self.assertEqual(sum(one == "kept" for one in found), 1)
