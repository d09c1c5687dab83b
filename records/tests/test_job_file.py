"""A job as one file: what goes out comes back the same, also in another studio; what cannot be is refused whole."""

import io
import json
from hashlib import sha256
from uuid import uuid4

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from decks.models import Colour, Maker
from decks.services import keep_own
from documents.models import Shared
from documents.sharing import services as sharing_services
from jobs import photos
from jobs.models import Job, Room
from people.queries import members, studio_of
from prism import words
from prism.stimulus import from_lab
from records import job_file
from records.models import Change
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from studio import demo_station as station
from viewings import services as viewing_services
from viewings.models import Decision, Viewing
from viewings.services import Decided
from web.pictures import cleaned
from web.tests.test_pictures import png


class WithJob(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        self.job = self.rooms["Library"].job
        services.move(self.review, self.rooms["Library"])
        photos.add(self.isla, self.rooms["Library"], cleaned(png(40, 30)), "hearth")
        own = keep_own(self.isla, "Old shutter", from_lab((52.0, -3.0, 4.0)), made_by="Aubin & Fell", code="K 77")
        services.shortlist(self.review, own)
        one = viewing_services.look_now(self.isla, self.review, self.review.colour, "north", own)
        viewing_services.log(self.isla, one, uuid4(), {"hue": 1}, "yes", "went green", "overcast", False, None)
        self.photo = cleaned(png(30, 20))
        viewing_services.keep_photo(self.isla, one, self.photo)
        formula = {"base": "B1", "amounts": {"KX": 1.5}, "estimated": True}
        against = {self.review.colour: "Green in the evening."}
        made = Decided(own, "It keeps its blue.", "eggshell", "Wall matt", 4.5, formula, against)
        viewing_services.decide(self.isla, self.review, made)
        ids = [held.colour.pk for held in self.context().wall.arranged]
        services.arrange(self.review, ids, ids[0], 2)
        self.other = User.objects.create_user("rhona", first_name="Rhona")


FORMER = {"viewings": "reviews", "documents": "reviews"}


class JobFiles(WithJob):
    def test_a_file_of_the_first_version_comes_in_under_todays_names(self):
        held = self.held()
        held.pop("digest")
        held["version"] = 1
        former = {}
        for label, rows in held["records"].items():
            app, name = label.split(".")
            former[f"{FORMER.get(app, app)}.{name}"] = rows
        for room in former["jobs.Room"]:
            room["turn"] = room.pop("rotation_deg")
        for review in former["reviews.Review"]:
            review["school"], review["school_table"] = review.pop("method"), review.pop("method_table")
        for change in former["records.Change"]:
            app, name = change["thing"].split(".")
            change["thing"] = f"{FORMER.get(app, app)}.{name}"
        held["records"] = former
        held["digest"] = sha256(json.dumps(held, sort_keys=True, ensure_ascii=False).encode()).hexdigest()
        self.send(self.other, json.dumps(held).encode())
        came = Job.objects.exclude(pk=self.job.pk).get()
        now, back = self.held(), self.held(came)
        self.assertEqual({label: len(rows) for label, rows in now["records"].items()},
                         {label: len(rows) for label, rows in back["records"].items()})  # fmt: skip
        self.assertEqual(now["records"]["jobs.Room"], back["records"]["jobs.Room"])
        self.assertEqual(now["records"]["viewings.Decision"], back["records"]["viewings.Decision"])
        self.assertEqual([row["thing"] for row in now["records"]["records.Change"]],
                         [row["thing"] for row in back["records"]["records.Change"]])  # fmt: skip

    def held(self, job=None):
        return json.loads(job_file.written(job or self.job))

    def send(self, user, content):
        self.client.force_login(user)
        return self.client.post(reverse("job-bring-in"), {"file": SimpleUploadedFile("job.json", content)})

    def test_in_another_studio_it_is_the_same_job(self):
        sent = job_file.written(self.job)
        answer = self.send(self.other, sent)
        came = Job.objects.exclude(pk=self.job.pk).get()
        self.assertRedirects(answer, came.get_absolute_url())
        held, back = json.loads(sent), self.held(came)
        self.assertEqual(held["colours"], back["colours"])
        for label, rows in held["records"].items():
            for row, again in zip(rows, back["records"][label], strict=True):
                self.assertEqual(row, again, label)
        self.assertEqual(held["digest"], back["digest"])
        review = Review.objects.get(room__job=came)
        self.assertEqual(review.updated, self.review.__class__.objects.get(pk=self.review.pk).updated)
        self.assertIn(review.owner_id, {one.user_id for one in members(self.other)})
        page = self.client.get(reverse("review-record", args=[review.pk]))
        self.assertContains(page, "Decided for Old shutter")
        for step in ("reading", "samples", "verdict"):
            self.assertEqual(self.client.get(reverse("review-step", args=[review.pk, step])).status_code, 200)
        viewing = Viewing.objects.get(review=review)
        self.assertEqual((viewing.who, bytes(viewing.photo.content)), ("isla", self.photo))
        decision = Decision.objects.get(review=review)
        self.assertEqual((decision.colour.owner, decision.paint), (self.other, "Wall matt"))
        self.assertEqual((decision.recipe.amounts, decision.is_estimated), ({"KX": 1.5}, True))
        against = decision.ruled_out.get()
        self.assertEqual((against.colour.name, against.reason), (self.review.colour.name, "Green in the evening."))

    def test_what_no_database_can_hold_is_refused_whole(self):
        """A record without what it belongs to; two decisions in force for one review."""

        def no_room(records):
            records["jobs.Window"][0]["room"] = None

        def twice(records):
            records["viewings.Decision"].append(dict(records["viewings.Decision"][0]))

        def no_formula(records):
            records["viewings.Decision"][0]["formula"] = {"base": 4}

        count = Job.objects.count()
        for spoil in (no_room, twice, no_formula):
            held = self.held()
            spoil(held["records"])
            held["digest"] = job_file._digest({key: value for key, value in held.items() if key != "digest"})
            self.assertEqual(self.send(self.other, json.dumps(held).encode()).status_code, 422, spoil.__name__)
            self.assertEqual(Job.objects.count(), count)

    def test_who_is_not_there_becomes_a_closed_account(self):
        page = self.client.get("/")  # signed in as the first person still
        self.assertEqual(page.status_code, 200)
        self.send(self.other, job_file.written(self.job))
        closed = [one for one in members(self.other) if one.closed]
        self.assertEqual([one.name for one in closed], ["isla"])
        self.assertFalse(closed[0].user.is_active)
        self.assertNotEqual(closed[0].user_id, self.isla.pk)

    def test_colours_that_are_there_are_found_and_others_come_with_it(self):
        count = Colour.objects.count()
        self.send(self.other, job_file.written(self.job))
        self.assertEqual(Colour.objects.count(), count + 1)  # the own one alone
        self.send(self.isla, job_file.written(self.job))
        self.assertEqual(Colour.objects.count(), count + 1)
        self.assertEqual(Job.objects.filter(title=f"{self.job.title} 2").count(), 1)

    def test_a_makers_colour_of_other_numbers_goes_into_a_deck_of_ones_own(self):
        held = self.held()
        theirs = next(one for one in held["colours"] if one["maker"])
        theirs["lab_b"] += 4
        held["digest"] = job_file._digest({key: value for key, value in held.items() if key != "digest"})
        self.send(self.other, json.dumps(held).encode())
        deck = Maker.objects.get(owner=self.other)
        self.assertEqual((deck.name, deck.colours.get().code), (theirs["maker"], theirs["code"]))

    def test_doors_between_rooms_and_the_record_come_along(self):
        before = {room.name: {other.name for other in room.open_to.all()} for room in self.job.rooms.all()}
        self.send(self.other, job_file.written(self.job))
        came = Job.objects.exclude(pk=self.job.pk).get()
        self.assertEqual({r.name: {o.name for o in r.open_to.all()} for r in came.rooms.all()}, before)
        self.assertEqual(Change.objects.filter(job=came).count(), Change.objects.filter(job=self.job).count())

    def test_no_link_of_the_first_studio_leads_anywhere_else(self):
        link = sharing_services.share(self.isla, self.job, [self.review], 9)
        sent = job_file.written(self.job)
        self.assertNotIn(link.token.encode(), sent)
        self.send(self.other, sent)
        copied = Shared.objects.exclude(pk=link.pk).get()
        self.assertFalse(copied.is_open)

    def test_what_is_cut_off_altered_newer_or_none_is_refused_whole(self):
        sent = job_file.written(self.job)
        newer = self.held() | {"version": 9}
        altered = sent.replace(b"It keeps its blue.", b"It keeps its pink.")
        cases = {
            words.archives.JOB_FILE_BROKEN: sent[: len(sent) // 2],
            words.archives.JOB_FILE_ALTERED: altered,
            words.archives.JOB_FILE_NEWER: json.dumps(newer).encode(),
            words.archives.JOB_FILE_NONE: b'{"format": "shopping"}',
        }
        jobs, rooms = Job.objects.count(), Room.objects.count()
        for said, content in cases.items():
            with self.subTest(said):
                self.assertContains(self.send(self.other, content), said.split(":")[0], status_code=422)
        self.assertContains(self.client.post(reverse("job-bring-in")), words.archives.JOB_FILE_NONE, status_code=422)
        self.assertEqual((Job.objects.count(), Room.objects.count()), (jobs, rooms))

    def test_a_field_that_cannot_be_is_named_and_nothing_is_half_made(self):
        for model, name, value in (("jobs.Job", "title", ""), ("jobs.Room", "width", "wide"),
                                   ("viewings.Viewing", "colour", 9_999), ("jobs.Room", "job", 7)):  # fmt: skip
            held = self.held()
            held["records"][model][0][name] = value
            held.pop("digest")
            held["digest"] = job_file._digest(held)
            with self.subTest(name), self.assertRaises(job_file.JobFileError):
                job_file.take_up(self.other, job_file.checked(job_file.parsed(io.BytesIO(json.dumps(held).encode()))))
            self.assertEqual(Job.objects.count(), 1)
        self.assertEqual(User.objects.filter(is_active=False).count(), 0)

    def spoilt(self, label, **values):
        """Return what the file says once one record of a kind has other values, with a digest that fits."""
        held = self.held()
        held.pop("digest")
        held["records"][label][0].update(values)
        held["digest"] = sha256(json.dumps(held, sort_keys=True, ensure_ascii=False).encode()).hexdigest()
        return held

    def test_values_that_no_form_takes_are_named_and_nothing_comes_in(self):
        there = Job.objects.count(), Room.objects.count(), User.objects.count()
        window = {"width": 50.0}
        impossible = [
            ("jobs.Job", {"zone": "Nowhere/Bad"}, "zone"), ("jobs.Job", {"spreading": -5}, "spreading"),
            ("jobs.Job", {"coats": 99}, "coats"), ("jobs.Room", {"used_from": 99}, "used_from"),
            ("jobs.Room", {"width": 0}, "width"), ("jobs.Room", {"rotation_deg": 1e9}, "rotation_deg"),
            ("jobs.Window", {"width": 0}, "width"), ("jobs.Window", window, "wall"),
            ("jobs.LampSort", {"kelvin": 1}, "kelvin"), ("jobs.Element", {"area": -1}, "area"),
            ("viewings.Viewing", {"predicted": {"differences": {"hue": [[1]]}, "doubt": 1}}, "predicted"),
            ("viewings.Viewing", {"predicted": [1]}, "predicted"), ("viewings.Viewing", {"seen": {"hue": {}}}, "seen"),
        ]  # fmt: skip
        for label, values, named in impossible:
            with self.subTest(values), self.assertRaises(job_file.JobFileError) as said:
                job_file.take_up(self.isla, job_file.checked(self.spoilt(label, **values)))
            self.assertIn(named, str(said.exception))
        self.assertEqual((Job.objects.count(), Room.objects.count(), User.objects.count()), there)

    def test_four_hundred_windows_are_too_many(self):
        held = self.held()
        held.pop("digest")
        held["records"]["jobs.Window"] = [held["records"]["jobs.Window"][0]] * 400
        held["digest"] = sha256(json.dumps(held, sort_keys=True, ensure_ascii=False).encode()).hexdigest()
        with self.assertRaisesRegex(job_file.JobFileError, "windows"):
            job_file.take_up(self.isla, job_file.checked(held))

    def test_seven_hundred_forged_names_are_refused_soon_and_whole(self):
        held = self.held()
        held.pop("digest")
        row = held["records"]["records.Change"][0]
        held["records"]["records.Change"] = [row | {"actor": f"Somebody {n}"} for n in range(700)]
        held["digest"] = sha256(json.dumps(held, sort_keys=True, ensure_ascii=False).encode()).hexdigest()
        people = User.objects.count()
        with self.assertRaisesRegex(job_file.JobFileError, "more than 80 people"):
            job_file.take_up(self.other, job_file.checked(held))
        self.assertEqual(User.objects.count(), people)

    def test_only_who_may_change_the_studio_brings_in_and_only_its_own_goes_out(self):
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(reverse("job-archive", args=[self.job.pk])).status_code, 404)
        members(self.other)  # makes their studio
        studio_of(self.other).members.update(role="junior")
        self.assertEqual(self.send(self.other, b"{}").status_code, 403)
