"""What each role may do, walked over all addresses there are: owner, specialist, junior, another studio."""

from django.urls import reverse

from decks import files
from jobs.models import Job, Room
from people.models import Role
from reviews.models import Review
from studio.tests.filled import Filled
from studio.tests.test_permissions import OPEN, address, patterns
from tinting.tests import world

CHANGES = {
    "method-copy", "method-edit", "method-delete", "method-restore",
    "deck-import", "deck-preview", "deck-apply", "deck-undo", "deck-cancel",
    "tinting-system-new", "tinting-system-delete", "tinting-system-restore", "reader-improve",
    "job-new", "job-edit", "job-bring-in", "job-delete", "job-restore", "job-room-new", "job-room-bring-in",
    "job-paint", "job-share", "link-withdraw", "job-white", "job-white-rule", "room-finishes",
    "try-out", "room-edit", "room-copy", "room-delete", "room-restore", "room-meter", "room-meter-use",
    "room-photo-add", "room-photo-change", "room-photo-keep", "room-photo-delete", "room-photo-restore",
}  # fmt: skip
"""What changes what the studio shares: owners and specialists send these, juniors may not."""
MANAGES = {
    "person-invite", "studio-rename", "invitation-withdraw", "person-role", "person-close", "person-reopen",
    "studio-wall-set", "studio-wall-down", "client-erase",
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
    "clients",
    "client-export",
    "studio",
}
"""Sheets that only those see who may send them, and a junior's progress."""


NOT_THERE = {
    "room-white",
    "work",
    "work-result",
    "sitting",
    "wall",
    "deck-export",
    "viewing-photo",
    "job-sheets",
    "job-order",
    "studio-picture",
}
"""What is one's own alone, or of which the world of these tests has none; else what is not found is a fault."""


class Roles(Filled):
    def named(self, names):
        return [pattern for pattern in patterns() if pattern.name in names]

    def test_the_lists_name_addresses_that_exist(self):
        for names in (CHANGES, MANAGES, OWN, FORMS_OF_CHANGE):
            self.assertEqual({pattern.name for pattern in self.named(names)}, names)

    def test_a_junior_reads_everything(self):
        self.client.force_login(self.people[Role.JUNIOR])
        walked, missing = 0, set()
        for pattern in patterns():
            if pattern.name in OPEN | FORMS_OF_CHANGE | {"sign-out"}:
                continue
            with self.subTest(pattern.name):
                status = self.client.get(self.url(pattern)).status_code
                self.assertIn(status, (200, 301, 302, 308, 404, 405))
                missing |= {pattern.name} if status == 404 else set()
                walked += 1
        self.assertEqual(missing, NOT_THERE)
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
        page = self.client.get(reverse("review-step", args=[self.review.pk, "alternatives"]))
        self.assertRegex(page.content.decode(), '<h1 class="finding-line ')
        self.assertEqual(Review.objects.get().step, "reading")

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
        self.assertContains(self.client.get(reverse("methods")), "my wall practice", html=False)
        self.assertContains(self.client.get(reverse("home")), "Pintle Blotter")
        self.assertContains(self.client.get(reverse("jobs")), "Quay")
        self.client.force_login(self.rory)
        self.assertNotContains(self.client.get(reverse("find"), {"q": "Fog Bell"}), "Own · A1")
        self.assertNotContains(self.client.get(reverse("jobs")), "Quay")
