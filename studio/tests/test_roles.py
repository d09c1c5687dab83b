"""What each role may do, walked over all addresses there are: owner, specialist, junior, another studio."""

from django.contrib.auth.models import User
from django.urls import reverse
from django.utils import timezone

from decks import files
from decks import services as deck_services
from instruments.models import Session
from jobs import services as job_services
from jobs.models import Job, Metered, Room
from people import queries as people
from people.models import Invitation, Member, Role
from prism import demo
from prism.stimulus import from_lab
from reviews import services
from reviews.models import Review
from reviews.sharing import services as sharing_services
from reviews.viewing import services as viewing_services
from schools import services as school_services
from studio.tests.test_permissions import FILE, OPEN, address, patterns
from tinting import services as tinting_services
from tinting.tests import world
from training.models import SetWall

CHANGES = {
    "school-copy", "school-edit", "school-delete", "school-restore",
    "colour-put-back", "deck-import", "deck-preview", "deck-apply", "deck-undo", "deck-cancel",
    "tinting-system-new", "tinting-system-delete", "tinting-system-restore", "reader-improve",
    "job-new", "job-edit", "job-bring-in", "job-delete", "job-restore", "job-room-new", "job-room-bring-in",
    "job-paint", "job-share", "link-withdraw", "job-white", "job-white-rule", "room-finishes",
    "try-out", "room-edit", "room-copy", "room-delete", "room-restore", "room-meter", "room-meter-use",
}  # fmt: skip
"""What changes what the studio shares: owners and specialists send these, juniors may not."""
MANAGES = {
    "person-invite", "studio-rename", "invitation-withdraw", "person-role", "person-close", "person-reopen",
    "studio-wall-set", "studio-wall-down",
}  # fmt: skip
"""What is the owner's alone."""
OWN = {
    "review-act", "review-wall", "review-blind", "review-arrange", "review-basis", "review-revalue", "review-move",
    "review-delete", "review-restore", "viewing", "viewing-move", "viewing-aside", "viewing-now", "viewing-photo-add",
    "review-document-edit",
}  # fmt: skip
"""What changes a review: its own person sends these, and whoever may change what is shared."""
FORMS_OF_CHANGE = {
    "job-new",
    "job-edit",
    "job-bring-in",
    "job-room-new",
    "room-edit",
    "room-finishes",
    "training-person",
}
"""Sheets that only those see who may send them, and a junior's progress."""


class Roles(world.Studio):
    def setUp(self):
        super().setUp()
        own = people.membership(self.isla)
        self.people = {Role.OWNER: self.isla}
        for role in (Role.SPECIALIST, Role.JUNIOR):
            user = User.objects.create_user(role.value, first_name=role.value)
            Member.objects.create(user=user, studio=own.studio, role=role)
            self.people[role] = user
        self.review = services.start(self.isla, world.colour("H16.3"))
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.0, "longitude": -2.0})
        self.room = Room.objects.create(job=self.job, name="Loft", width=4, depth=4, height=2.5)
        reading = Metered.objects.create(
            room=self.room, wall="north", at=timezone.now(), sky="clear", lux=90, computed_lux=100
        )
        self.school = school_services.copy(self.isla, "wall-practice")
        self.waiting = files.start(self.isla, "Own", "own.csv", FILE)
        colour = world.colour("H06.3")
        deck_services.improve(colour, from_lab((70, 0, 0)), "measured", self.isla)
        kept = deck_services.keep_in_set(self.isla, "Quay", colour)
        session = Session.objects.create(owner=self.isla, thing="limed larch")
        system = tinting_services.keep_system(self.isla, demo.tint_system())
        invitation = Invitation.objects.create(studio=own.studio, name="Una", made_by=self.isla)
        viewing = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        link = sharing_services.share(self.isla, self.job, [self.review], 30)
        answer = sharing_services.answer(link, self.review, "yes", "", "")
        rule = job_services.rule_white(self.isla, self.job, colour, "forbid", "too blue")
        wall = SetWall.objects.create(
            owner=self.isla, origin=SetWall.Origin.STUDIO, school="wall-practice", kind="lrv", axis="lighter",
            boards=[colour.pk], accepted=[["50"]], choices=["40", "50"], apart=10, because="It has.",
        )  # fmt: skip
        self.filled = {
            "studio-wall": {"pk": wall.pk},
            "review": {"pk": self.review.pk, "step": "verdict", "act": "keep", "section": "is"},
            "job": {"pk": self.job.pk},
            "job-white-rule": {"pk": self.job.pk, "rule": rule.pk},
            "room": {"pk": self.room.pk, "reading": reading.pk},
            "link": {"pk": link.pk},
            "answer": {"pk": answer.pk},
            "viewing": {"pk": viewing.pk},
            "viewing-now": {"pk": self.review.pk},
            "school": {"pk": self.school.pk},
            "deck": {"pk": self.waiting.pk},
            "reader": {"pk": session.pk},
            "tinting-system": {"pk": system.pk},
            "colour": {"pk": colour.pk, "colour": colour.pk, "earlier": colour.earlier.get().pk},
            "colour-leave-out": {"pk": kept.pk, "colour": colour.pk},
            "person": {"pk": people.membership(self.people[Role.JUNIOR]).pk},
            "invitation": {"pk": invitation.pk},
        }

    def url(self, pattern):
        kinds = [kind for kind in self.filled if pattern.name == kind or pattern.name.startswith(f"{kind}-")]
        return address(pattern, **self.filled[max(kinds, key=len)]) if kinds else address(pattern)

    def named(self, names):
        return [pattern for pattern in patterns() if pattern.name in names]

    def test_the_lists_name_addresses_that_exist(self):
        for names in (CHANGES, MANAGES, OWN, FORMS_OF_CHANGE):
            self.assertEqual({pattern.name for pattern in self.named(names)}, names)

    def test_a_junior_reads_everything(self):
        self.client.force_login(self.people[Role.JUNIOR])
        walked = 0
        for pattern in patterns():
            if pattern.name in OPEN | FORMS_OF_CHANGE | {"sign-out"}:
                continue
            with self.subTest(pattern.name):
                self.assertIn(self.client.get(self.url(pattern)).status_code, (200, 302, 404, 405))
                walked += 1
        self.assertGreater(walked, 60)
        for name in ("job", "room"):
            self.assertEqual(self.client.get(address(*self.named({name}), **self.filled[name])).status_code, 200)
        self.assertEqual(self.client.get(reverse("review-step", args=[self.review.pk, "light"])).status_code, 200)

    def test_a_junior_changes_nothing_that_is_shared_and_does_not_decide(self):
        self.client.force_login(self.people[Role.JUNIOR])
        before = Room.objects.get().updated, Job.objects.get().updated, Review.objects.get().updated
        for pattern in self.named(CHANGES | MANAGES | OWN):
            with self.subTest(pattern.name):
                self.assertEqual(self.client.post(self.url(pattern)).status_code, 403)
        for pattern in self.named(FORMS_OF_CHANGE):
            with self.subTest(pattern.name):
                self.assertEqual(self.client.get(self.url(pattern)).status_code, 403)
        self.assertEqual((Room.objects.get().updated, Job.objects.get().updated, Review.objects.get().updated), before)
        page = self.client.post(reverse("job-delete", args=[self.job.pk]))
        self.assertContains(page, "As a junior you read everything", status_code=403)

    def test_looking_at_anothers_review_leaves_its_place(self):
        self.client.force_login(self.people[Role.JUNIOR])
        page = self.client.get(reverse("review-step", args=[self.review.pk, "place"]))
        self.assertContains(page, "Where it stands among its nearest")
        self.assertEqual(Review.objects.get().step, "read")

    def test_a_junior_reviews_in_their_own_name(self):
        junior = self.people[Role.JUNIOR]
        self.client.force_login(junior)
        self.client.post(reverse("review-start"), {"colour": world.colour("T05.4").pk})
        own = Review.objects.get(owner=junior)
        keep = reverse("review-act", args=[own.pk, "verdict", "keep"])
        self.client.post(keep, {"verdict": "Mine"})
        self.client.post(reverse("review-move", args=[own.pk]), {"room": self.room.pk})
        own.refresh_from_db()
        self.assertEqual((own.verdict, own.room), ("Mine", self.room))
        white = world.colour("HW03")
        sent = {"colour": white.pk, "set_name": "My reference whites"}
        self.assertEqual(self.client.post(reverse("colour-keep"), sent).status_code, 302)
        self.assertEqual(self.client.post(reverse("colour-keep"), sent | {"set_name": "Quay"}).status_code, 403)

    def test_a_specialist_changes_what_is_shared_and_manages_nobody(self):
        self.client.force_login(self.people[Role.SPECIALIST])
        for pattern in self.named(CHANGES | OWN):
            with self.subTest(pattern.name):
                self.assertNotIn(self.client.post(self.url(pattern)).status_code, (403, 500))
        for pattern in self.named(MANAGES):
            with self.subTest(pattern.name):
                self.assertEqual(self.client.post(self.url(pattern)).status_code, 403)

    def test_an_owner_is_refused_nothing(self):
        self.client.force_login(self.isla)
        for pattern in self.named(CHANGES | OWN | MANAGES):
            with self.subTest(pattern.name):
                self.assertNotIn(self.client.post(self.url(pattern)).status_code, (403, 500))

    def test_another_studio_sees_none_of_it(self):
        self.client.force_login(self.rory)
        shared = {"colour", "colour-peek", "colour-put-back"}  # of a deck that is everybody's
        walked = 0
        for pattern in patterns():
            kinds = [kind for kind in self.filled if pattern.name == kind or pattern.name.startswith(f"{kind}-")]
            if not kinds or "pk" not in pattern.pattern.converters or pattern.name in shared:
                continue
            walked += 1
            for method in (self.client.get, self.client.post):
                with self.subTest(pattern.name, method=method.__name__):
                    self.assertIn(
                        method(self.url(pattern)).status_code,
                        (404, 405, 302) if "cancel" in pattern.name else (404, 405),
                    )
        self.assertGreater(walked, 45)

    def test_what_one_brings_in_the_others_have(self):
        files.apply(self.waiting)
        self.client.force_login(self.people[Role.JUNIOR])
        self.assertContains(self.client.get(reverse("find"), {"q": "Fog Bell"}), "Own · A1")
        self.assertContains(self.client.get(reverse("schools")), "my wall practice", html=False)
        self.assertContains(self.client.get(reverse("home")), "Pintle Blotter")
        self.assertContains(self.client.get(reverse("jobs")), "Quay")
        self.client.force_login(self.rory)
        self.assertNotContains(self.client.get(reverse("find"), {"q": "Fog Bell"}), "Own · A1")
        self.assertNotContains(self.client.get(reverse("jobs")), "Quay")
